import { seen } from '@/app/seen';
import { pageOf, queryOf } from '@/app/query';
import type { Metadata } from 'next';
import { DRAWERS } from '@/core/works';
import { worksPage, WORKS_A_PAGE, type WorkOrder } from '@/store/works';
import { studio } from '../server';
import { WorksView } from './WorksView';

export const metadata: Metadata = { title: 'Works' };

async function WorksPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | undefined>>;
}) {
  const q = await queryOf(searchParams);
  const order = (['title', 'newest', 'year'] as const).find((o) => o === q.order) ?? 'newest';
  const drawers = DRAWERS.find((each) => each === q.by) ?? 'none';
  const asked = {
    drawers,
    asSizes: q.as === 'size',
    search: (q.q ?? '').slice(0, 100),
    order: order as WorkOrder,
    archived: q.away === '1',
    page: pageOf(q.page),
  };
  const { lines, total } = await worksPage((await studio()).db, asked);
  return <WorksView lines={lines} total={total} perPage={WORKS_A_PAGE} asked={asked} />;
}

export default seen(WorksPage);
