import { orderModel } from '@/app/models';
import { seen } from '@/app/seen';
import type { Metadata } from 'next';
import { OPEN_ORDER_STATES, ORDER_STATES, type OrderState } from '@/core/order/orderStates';
import { drawnLane } from '@/core/order/lane';
import { localDay } from '@/core/measure';
import { orderCounts, ordersPage, ORDERS_A_PAGE } from '@/store/orders';
import { pageOf, queryOf } from '@/app/query';
import { studio } from '../server';
import { policyOf } from '@/studio/orders/carriage';
import { offersFor } from '@/studio/orders/catalogue';
import { laneOf } from '@/studio/orders/lane';
import { packingTable } from '@/studio/orders/packingTable';
import type { Studio } from '@/studio/studio';
import { packingModel } from './[id]/packingModel';
import { OrdersView } from './OrdersView';

export const metadata: Metadata = { title: 'Orders' };

/** The lane, and of it the order that is looked at: the one asked for, else the most pressing. */
async function laneFacts(s: Studio, at: string | undefined) {
  const columns = await laneOf(s);
  const orders = columns.flatMap((column) => column.orders);
  const chosen = orders.find(({ id }) => id === at) ?? orders[0];
  const [table, offers, policy] = await Promise.all([
    chosen ? packingTable(s, chosen.id) : null,
    offersFor(s, ''),
    policyOf(s),
  ]);
  return {
    columns: drawnLane(columns),
    selected: table && packingModel(table),
    offers,
    home: policy.countries[0] ?? '',
  };
}

async function OrdersPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | undefined>>;
}) {
  const q = await queryOf(searchParams);
  const s = await studio();
  const show = q.show === 'all' ? 'all' : (ORDER_STATES.find((x) => x === q.show) ?? 'open');
  const states: readonly OrderState[] | null =
    show === 'all' ? null : show === 'open' ? OPEN_ORDER_STATES : [show];
  const asked = {
    show: show as 'all' | 'open' | OrderState,
    search: (q.q ?? '').slice(0, 100),
    page: pageOf(q.page),
  };
  const isLane = show === 'open' && !asked.search && asked.page === 0;
  const lane = isLane ? await laneFacts(s, q.at) : null;
  const [{ lines, total }, counts, settings] = await Promise.all([
    ordersPage(s.db, { search: asked.search, states, page: asked.page }),
    orderCounts(s.db),
    s.settings(),
  ]);
  return (
    <OrdersView
      lines={lines.map((line) => ({ ...line, order: orderModel(line.order) }))}
      total={total}
      perPage={ORDERS_A_PAGE}
      counts={counts}
      asked={asked}
      lane={lane}
      today={localDay(s.now(), settings.timeZone)}
    />
  );
}

export default seen(OrdersPage);
