import type { Finding } from '../finding';
import { daysBetween, addDays } from '../measure/day';
import { salesRange } from '../sales/poisson';

/** Fewer sales than this say too little about when a run will be gone. */
const FEW = 3;
const DAYS_A_MONTH = 30.4375;
/** What sold longer ago says little about today. */
const WINDOW_DAYS = 365;

export type Pace = {
  sold: number;
  /** Over how many days these were sold. */
  days: number;
  perMonth: number;
  /** What the rate could well be, nine times in ten. */
  range: [number, number];
  /** The day the last number goes at this rate; nothing: too few sold to say, or nothing left. */
  goneOn: string | null;
  says: string;
};

/**
 * How fast numbers of a run go, and when at this pace the last one does. Counted over the last year, or since it was opened.
 *
 * @param soldOn the days on which numbers were sold
 * @param left how many can still be sold
 * @example paceOf({ soldOn: ['2026-03-01', '2026-05-01', '2026-06-10'], openedOn: '2026-01-01', left: 9, today: '2026-07-01' }).goneOn // '2027-12-26'
 */
export function paceOf(q: {
  soldOn: readonly string[];
  openedOn: string;
  left: number;
  today: string;
}): Pace {
  const yearAgo = addDays(q.today, -WINDOW_DAYS);
  const from = q.openedOn > yearAgo ? q.openedOn : yearAgo;
  const days = Math.max(1, daysBetween(from, q.today));
  const sold = q.soldOn.filter((day) => day >= from && day <= q.today).length;
  const perMonth = (sold / days) * DAYS_A_MONTH;
  const range = salesRange(sold).map((n) => (n / days) * DAYS_A_MONTH) as [number, number];
  const isTold = sold >= FEW && q.left > 0;
  const goneOn = isTold ? addDays(q.today, Math.ceil((q.left / sold) * days)) : null;
  return { sold, days, perMonth, range, goneOn, says: paceWords(q.left, sold, days, perMonth, range) };
}

/** More steps than this are nearer to each other than the pixels of a small chart. */
const MOST_STEPS = 120;

/**
 * How the count of sales grew: a day, and how many were sold by its evening. Of many days the first, the last and so many between
 * are told.
 *
 * @param soldOn the days on which numbers were sold, the earliest first, a day each time
 * @example salesSteps(['2026-03-01', '2026-03-01', '2026-05-01']) // [['2026-03-01', 2], ['2026-05-01', 3]]
 */
export function salesSteps(soldOn: readonly string[], most = MOST_STEPS): [day: string, sold: number][] {
  const days = [...new Map(soldOn.map((day, i) => [day, i + 1]))];
  if (days.length <= most) return days;
  const apart = (days.length - 1) / (most - 1);
  return Array.from({ length: most }, (_, i) => days[Math.round(i * apart)]!);
}

function paceWords(
  left: number,
  sold: number,
  days: number,
  perMonth: number,
  [low, high]: [number, number],
): string {
  const figure = (n: number) => n.toFixed(1);
  if (left <= 0) return 'None is left to sell.';
  if (sold < FEW)
    return `${sold === 0 ? 'None' : `Only ${sold}`} sold in ${days} days: too few to say when the ${left} left will be gone.`;
  return `${sold} sold in ${days} days, ${figure(perMonth)} a month (it could well be ${figure(low)} to ${figure(high)}); ${left} left.`;
}

/** What the number of a run is weighed by. */
export type NumberQuestion = {
  size: number;
  /** Of this work, in any size, over so many days; nothing: it was not for sale yet. */
  sold: number;
  days: number;
  /** What one sells for, minor units, and how that is written; nothing: no price yet. */
  price: string | null;
  sizes: number;
  signMinutes: number;
};

/** A run longer than this at the present rate is gone only after most promises are forgotten. */
const LONG_YEARS = 5;
const SHORT_YEARS = 0.5;

/**
 * Whether a number suits what has sold: how many years the run would take at the rate so far, and how long its signing is.
 *
 * @example adviseNumber({ size: 40, sold: 12, days: 365, price: '95.00', sizes: 2, signMinutes: 2 }).word // 'fits'
 */
export function adviseNumber(q: NumberQuestion): Finding {
  const hours = (q.size * q.signMinutes) / 60;
  const signing = `Signing ${q.size} at ${q.signMinutes} min takes ${hours.toFixed(1)} h.`;
  const because = [
    { name: 'run', value: q.size },
    { name: 'sold so far', value: q.sold },
    { name: 'signing', value: hours, unit: 'h' },
  ];
  if (q.sold < FEW)
    return {
      verdict: 'care',
      word: 'untested',
      says: `${q.sold === 0 ? 'Nothing' : `Only ${q.sold}`} of this work has sold yet: an open edition, or a small run, promises less on a guess. ${signing}`,
      because,
    };
  const years = q.size / ((q.sold / Math.max(1, q.days)) * 365);
  const [low, high] = salesRange(q.sold).map((n) => q.size / ((n / Math.max(1, q.days)) * 365));
  const range = `${high!.toFixed(1)} to ${low!.toFixed(1)} years`;
  const rate = `${q.sold} sold in ${q.days} days${q.sizes > 1 ? ` over ${q.sizes} sizes` : ''}${q.price ? ` at ${q.price} and up` : ''}`;
  const span = `${rate}: ${q.size} would take about ${years.toFixed(1)} years (${range})`;
  if (years > LONG_YEARS)
    return {
      verdict: 'care',
      word: 'long',
      says: `${span}. That is a long time to keep paper, file and promise the same. ${signing}`,
      because,
    };
  if (years < SHORT_YEARS)
    return {
      verdict: 'care',
      word: 'short',
      says: `${span}: it would be gone before most have heard of it. ${signing}`,
      because,
    };
  return { verdict: 'holds', word: 'fits', says: `${span}. ${signing}`, because };
}
