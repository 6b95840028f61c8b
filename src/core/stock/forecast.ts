import { dayFromNumber, dayNumber } from '../measure/day';
import { InputError } from '../errors';

/** What left a stock on a day, in its own unit (sheets, mm of roll, pieces). */
export type Use = { day: string; amount: number };
export type StockForecast = {
  /** A day, from the last weeks. */
  perDay: number;
  /** Promised already: open orders, the print queue. */
  promised: number;
  reorderPoint: number;
  /** Day it falls to the reorder point, and day it is empty; null where it is not used. */
  reorderOn: string | null;
  emptyOn: string | null;
  /** What to order: use over the cover wanted, less what is there. */
  order: number;
};

/** Weeks that the rate of use is taken from. */
export const RATE_DAYS = 90;
/** How sure one wants to be that what is left lasts until the delivery: 1.65 standard deviations are 95 of a hundred. */
const SURE = 1.65;

/**
 * When a stock has to be ordered again: reorder point = expected use during delivery + safety.
 *
 * The rate is what left in the last 90 days (or since the first use, if that is shorter), a day; the safety is 1.65 times
 * the standard deviation of a day's use over the root of the delivery days. What is promised already is taken off what is
 * on hand.
 *
 * @param cover days an order is to last
 * @throws InputError for days of delivery below zero
 * Source: handbook §8, stock.
 * @example forecastStock({ onHand: 50, uses: [], today: '2026-11-25', deliveryDays: 7, promised: 0, cover: 60 }).reorderOn // null
 */
export function forecastStock(q: {
  onHand: number;
  uses: readonly Use[];
  today: string;
  deliveryDays: number;
  promised: number;
  cover: number;
}): StockForecast {
  if (!(q.deliveryDays >= 0))
    throw new InputError('deliveryDays', q.deliveryDays, 'days, nothing below zero');
  const today = dayNumber(q.today);
  const recent = q.uses.filter((u) => {
    const d = dayNumber(u.day);
    return d > today - RATE_DAYS && d <= today;
  });
  const first = q.uses.length ? Math.min(...q.uses.map((u) => dayNumber(u.day))) : today;
  const days = Math.max(1, Math.min(RATE_DAYS, today - first + 1));
  const perDay = recent.reduce((a, u) => a + u.amount, 0) / days;
  const byDay = new Map<string, number>();
  for (const u of recent) byDay.set(u.day, (byDay.get(u.day) ?? 0) + u.amount);
  const squares =
    [...byDay.values()].reduce((a, v) => a + (v - perDay) ** 2, 0) + (days - byDay.size) * perDay ** 2;
  const spread = Math.sqrt(squares / days);
  const reorderPoint = Math.ceil(perDay * q.deliveryDays + SURE * spread * Math.sqrt(q.deliveryDays));
  const free = q.onHand - q.promised;
  if (!(perDay > 0))
    return {
      perDay: 0,
      promised: q.promised,
      reorderPoint,
      reorderOn: free < 0 ? q.today : null,
      emptyOn: free <= 0 && q.promised > 0 ? q.today : null,
      order: Math.max(0, -free),
    };
  const until = (level: number) =>
    dayFromNumber(today + Math.max(0, Math.floor((free - level) / perDay)));
  return {
    perDay,
    promised: q.promised,
    reorderPoint,
    reorderOn: until(reorderPoint),
    emptyOn: until(0),
    order: Math.max(0, Math.ceil(perDay * (q.cover + q.deliveryDays) + reorderPoint - free)),
  };
}
