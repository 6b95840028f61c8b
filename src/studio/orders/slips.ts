import { slipOf } from '@/core/order/promised';
import type { Day } from '@/core/measure/day';
import { findRows } from '@/store/rows';
import type { Studio } from '../studio';
import { promiseToday } from './promise';

/** An order that would be promised for a later day today than it was. */
export type SlippedPromise = {
  id: string;
  number: number;
  /** The day it was promised to leave, and the one that is honest now. */
  promisedOn: Day;
  leavesOn: Day;
  days: number;
  because: string;
};

/** So many are looked at, the soonest promised first: what is due later is looked at as it comes near. */
const MOST_LOOKED_AT = 24;

/** The promises that have slipped, of the orders that leave next; kept until something is written. */
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
      if (slip)
        slipped.push({
          ...{ id: order.id, number: order.number, days: slip.days, because: slip.because },
          promisedOn: order.promise!.leavesOn,
          leavesOn: now.leavesOn,
        });
    }
    return { slipped, lookedAt: orders.length, open: all.length };
  });
}
