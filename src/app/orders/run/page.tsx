import type { Metadata } from 'next';
import { queryOf } from '@/app/query';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { packingTable } from '@/studio/orders/packingTable';
import { runPage } from '@/studio/orders/run';
import { packingModel } from '../[id]/packingModel';
import { RunView } from './RunView';

export const metadata: Metadata = { title: 'A run of parcels' };

async function RunPage({ searchParams }: { searchParams: Promise<{ at?: string }> }) {
  const { at } = await queryOf(searchParams);
  const s = await studio();
  const { run, groups, gone } = await runPage(s);
  const orders = groups.flatMap((group) => group.orders);
  const chosen = run ? (orders.find(({ id }) => id === at) ?? orders[0]) : undefined;
  const table = chosen ? await packingTable(s, chosen.id) : null;
  return (
    <RunView
      key={table?.order.id ?? 'none'}
      run={run && { id: run.id, count: run.orderIds.length, ids: run.orderIds }}
      groups={groups}
      gone={gone}
      table={table && packingModel(table)}
      today={await s.today()}
    />
  );
}

export default seen(RunPage);
