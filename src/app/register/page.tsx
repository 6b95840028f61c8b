import { editionModel } from '@/app/models';
import { seen } from '@/app/seen';
import type { Metadata } from 'next';
import { editionsPage, registerLength } from '@/store/editions';
import { pageOf, queryOf } from '@/app/query';
import { editionAlerts, figuresOf } from '@/studio/editions/figures';
import { studio } from '../server';
import { EditionsView } from './EditionsView';

export const metadata: Metadata = { title: 'Register' };
const A_PAGE = 50;

async function RegisterPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | undefined>>;
}) {
  const s = await studio();
  const page = pageOf((await queryOf(searchParams)).page);
  const [{ total, lines }, length] = await Promise.all([
    editionsPage(s.db, page, A_PAGE),
    registerLength(s.db),
  ]);
  const [figures, alerts] = await Promise.all([
    figuresOf(
      s,
      lines.map((line) => line.edition),
      new Map(lines.map((line) => [line.edition.id, line.counts])),
    ),
    editionAlerts(s, lines),
  ]);
  return (
    <EditionsView
      lines={lines.map((line) => ({
        ...line,
        edition: editionModel(line.edition),
        figures: figures.get(line.edition.id)!,
      }))}
      alerts={alerts}
      total={total}
      page={page}
      perPage={A_PAGE}
      entries={length.entries}
    />
  );
}

export default seen(RegisterPage);
