import { orderModel } from '@/app/models';
import { seen } from '@/app/seen';
import type { Metadata } from 'next';
import { OPEN_ORDER_STATES, ORDER_STATES, type OrderState } from '@/core/order/orderStates';
import { localDay } from '@/core/measure';
import { orderCounts, ordersPage, ORDERS_A_PAGE } from '@/store/orders';
import { pageOf, queryOf } from '@/app/query';
import { studio } from '../server';
import { OrdersView } from './OrdersView';

export const metadata: Metadata = { title: 'Orders' };

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
      today={localDay(s.now(), settings.timeZone)}
    />
  );
}

export default seen(OrdersPage);
