import { paperModel } from '@/app/models';
import { queryOf } from '@/app/query';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { parseSize } from '@/core/measure';
import { findRows } from '@/store/rows';
import { papersBeside } from '@/studio/papers/papers';
import type { Metadata } from 'next';
import { CompareView } from './CompareView';

export const metadata: Metadata = { title: 'Papers side by side' };

async function ComparePage({
  searchParams,
}: {
  searchParams: Promise<{ ids?: string; piece?: string }>;
}) {
  const s = await studio();
  const q = await queryOf(searchParams);
  const { unit } = await s.settings();
  const all = await findRows(s.db, 'papers', {}, { orderBy: ['name'] });
  let piece = { width: 450_000, height: 350_000 };
  try {
    if (q.piece) piece = parseSize(q.piece, unit, 'piece');
  } catch {
    /* an address somebody typed: the usual piece stands in */
  }
  const ids = (q.ids ?? '').split(',').filter(Boolean).slice(0, 4);
  const beside = await papersBeside(s, ids, piece);
  return (
    <CompareView
      all={all.map(({ id, name }) => ({ id, name }))}
      ids={ids}
      piece={piece}
      rows={beside.map(({ paper, ...worked }) => ({ ...worked, paper: paperModel(paper) }))}
    />
  );
}

export default seen(ComparePage);
