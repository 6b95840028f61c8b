import { daysBetween, dayNumber, weekdayOf, type Day, type Weekday } from '../measure/day';
import { toDecimals } from '../measure';

/** Working days between two days: what a supplier or a carrier really took. @example workingDaysBetween('2026-11-20', '2026-11-24', [1, 2, 3, 4, 5]) // 2 */
export function workingDaysBetween(from: Day, to: Day, workdays: readonly Weekday[]): number {
  const start = dayNumber(from);
  let days = 0;
  for (let k = 1; k <= daysBetween(from, to); k++) if (workdays.includes(weekdayOf(start + k))) days++;
  return days;
}

/** How long something takes, by what was seen of it, else by what was said; with the words for it. */
export type ObservedDays = { days: number; seen: number[]; why: string };

/** Fewer than so many times is chance, and what was said counts. */
const ENOUGH_TIMES = 2;

/**
 * The days to count with: the middle of what was seen, where it was seen often enough, else what was said.
 *
 * @param what what they were seen over: "lots", "jobs", "parcels"
 * @example observedDays([6, 7, 9], 9, 'lots').why // '7 days, seen over 3 lots; 9 said'
 */
export function observedDays(seen: readonly number[], said: number | null, what: string): ObservedDays {
  const count = (n: number) => `${toDecimals(n, 1)} ${n === 1 ? 'day' : 'days'}`;
  if (seen.length < ENOUGH_TIMES) {
    const days = said ?? seen[0] ?? 0;
    return {
      days,
      seen: [...seen],
      why: said === null ? `${count(days)}, seen once` : `${count(days)} said`,
    };
  }
  const sorted = [...seen].sort((a, b) => a - b);
  const days = sorted[Math.floor(sorted.length / 2)]!;
  const beside = said !== null && said !== days ? `; ${said} said` : '';
  return { days, seen: sorted, why: `${count(days)}, seen over ${seen.length} ${what}${beside}` };
}
