import { findRows } from '@/store/rows';
import type { LaneOrder } from '@/core/order/lane';
import type { Studio } from '../studio';
import { laneOf } from './lane';

/** The run that is open, with its orders, like parcels together; nothing is open: the orders that could go in one. */
export async function runPage(studio: Studio) {
  const [open] = await findRows(studio.db, 'packingRuns', { endedAt: null }, { limit: 1 });
  const lane = (await laneOf(studio)).flatMap((column) => column.orders);
  if (!open) return { run: null, groups: groupsOf(lane), gone: 0 };
  const inRun = new Set(open.orderIds);
  const left = lane.filter(({ id }) => inRun.has(id));
  return { run: open, groups: groupsOf(left), gone: open.orderIds.length - left.length };
}

export type RunGroup = { says: string; orders: LaneOrder[] };

/** Like parcels together: the same form and the same outer size take the same things from the shelf. */
function groupsOf(orders: readonly LaneOrder[]): RunGroup[] {
  const groups = new Map<string, RunGroup>();
  for (const order of orders) {
    const { length, width } = order.outer;
    const says = `${order.form}, ${Math.round(length / 1_000)} × ${Math.round(width / 1_000)} mm`;
    const group = groups.get(says) ?? { says, orders: [] };
    group.orders.push(order);
    groups.set(says, group);
  }
  return [...groups.values()].sort(
    (a, b) => b.orders.length - a.orders.length || a.says.localeCompare(b.says),
  );
}
