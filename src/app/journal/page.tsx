import { seen } from '@/app/seen';
import type { Metadata } from 'next';
import { journalPage, LINES_A_PAGE } from '@/store/journal';
import { pageOf, queryOf } from '@/app/query';
import { studio } from '../server';
import { JournalView } from './JournalView';

export const metadata: Metadata = { title: 'Journal' };

async function JournalPage({ searchParams }: { searchParams: Promise<{ q?: string; page?: string }> }) {
  const q = await queryOf(searchParams);
  const asked = { search: (q.q ?? '').slice(0, 100), page: pageOf(q.page) };
  const { lines, total } = await journalPage((await studio()).db, asked);
  return <JournalView lines={lines} total={total} perPage={LINES_A_PAGE} asked={asked} />;
}

export default seen(JournalPage);
