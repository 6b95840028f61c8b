import type { Metadata } from 'next';
import { journalLineModel } from '@/app/models';
import { pageOf, queryOf } from '@/app/query';
import { seen } from '@/app/seen';
import { JOURNAL_KINDS, journalKind } from '@/core/journalKinds';
import { journalPage, LINES_A_PAGE } from '@/store/journal';
import { worksOfSubjects } from '@/store/subjects';
import { studio } from '../server';
import { JournalView } from './JournalView';

export const metadata: Metadata = { title: 'Journal' };

type Query = { q?: string; page?: string; kind?: string };

async function JournalPage({ searchParams }: { searchParams: Promise<Query> }) {
  const q = await queryOf(searchParams);
  const kind = journalKind(q.kind);
  const asked = { search: (q.q ?? '').slice(0, 100), page: pageOf(q.page), kind };
  const { db } = await studio();
  const subjects = kind ? JOURNAL_KINDS[kind].subjects : undefined;
  const { lines, total } = await journalPage(db, { ...asked, subjects });
  const works = await worksOfSubjects(db, [...new Set(lines.map((line) => line.subjectId))]);
  return (
    <JournalView
      lines={lines.map((line) => ({
        ...journalLineModel(line),
        work: works.get(line.subjectId) ?? null,
      }))}
      total={total}
      perPage={LINES_A_PAGE}
      asked={asked}
    />
  );
}

export default seen(JournalPage);
