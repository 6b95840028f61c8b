import type { Metadata } from 'next';
import { readNumber } from '@/core/measure';
import { WORK_KINDS } from '@/core/works';
import { seen } from '@/app/seen';
import { pageOf, queryOf } from '@/app/query';
import { papersAndRoutes } from '@/store/proofs';
import { passedFormulas } from '@/studio/proofs/passedFormulas';
import { wholeOf, type Params } from '../../workPage';
import { FormulasView } from './FormulasView';

export const metadata: Metadata = { title: 'What passed' };

async function FormulasPage({
  params,
  searchParams,
}: Params & { searchParams: Promise<Record<string, string>> }) {
  const { work, studio } = await wholeOf(params);
  const q = await queryOf(searchParams);
  const number = (v: string | undefined) => (v ? readNumber(v) : null) ?? undefined;
  const page = pageOf(q.page);
  const [{ papers }, { list, isMore }] = await Promise.all([
    papersAndRoutes(studio.db),
    passedFormulas(
      studio.db,
      {
        paperId: q.paper || undefined,
        kind: q.kind || undefined,
        factor: number(q.factor),
        longMm: number(q.long),
        words: q.words || undefined,
      },
      page,
    ),
  ]);
  return (
    <FormulasView
      workId={work.id}
      query={q}
      papers={papers.map((p) => ({ id: p.id, name: p.name }))}
      kinds={[...WORK_KINDS]}
      list={list}
      page={page}
      isMore={isMore}
    />
  );
}

export default seen(FormulasPage);
