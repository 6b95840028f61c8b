import { slipOf } from '@/core/order/promised';
import { daysBetween, type Day } from '@/core/measure/day';
import { findRows } from '@/store/rows';
import type { Studio } from '../studio';
import { promiseToday } from './promise';

/** An order that cannot leave by the day its buyer was told, as its promise would be given today. */
export type SlippedPromise = {
  id: string;
  number: number;
  /** The day it was to leave by, and the one that is honest now. */
  shipBy: Day;
  leavesOn: Day;
  /** Between the two. */
  days: number;
  because: string;
};

/** So many are looked at, the soonest promised first: what is due later is looked at as it comes near. */
const MOST_LOOKED_AT = 24;

/** The promises that have slipped past what buyers were told, of the orders that leave next; kept until something is written. */
export async function slippedPromises(
  studio: Studio,
): Promise<{ slipped: SlippedPromise[]; lookedAt: number; open: number }> {
  const today = await studio.today();
  return studio.untilWritten(`slips ${today}`, async () => {
    const all = await findRows(studio.db, 'orders', { state: 'new' }, { orderBy: ['shipBy', 'number'] });
    const orders = all.filter(({ promise }) => promise !== null).slice(0, MOST_LOOKED_AT);
    const slipped: SlippedPromise[] = [];
    for (const order of orders) {
      const now = await promiseToday(studio, order);
      const slip = now && slipOf(order.promise!, now);
      // A day that moved and still keeps what the buyer was told is said at the order alone.
      if (slip && now.leavesOn > order.shipBy)
        slipped.push({
          ...{ id: order.id, number: order.number, because: slip.because },
          ...{ shipBy: order.shipBy, leavesOn: now.leavesOn },
          days: daysBetween(order.shipBy, now.leavesOn),
        });
    }
    return { slipped, lookedAt: orders.length, open: all.length };
  });
}
