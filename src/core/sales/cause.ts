import { InputError } from '../errors';
import { addDays, daysBetween, type Day } from '../measure/day';
import type { Minor } from '../measure';
import { promised, type SoldLine } from './income';
import { groupBy } from '../groups';

export const CAUSE_PERIODS = ['month', 'quarter', 'year'] as const;
export type CausePeriod = (typeof CAUSE_PERIODS)[number];

/** What was agreed with a cause: for which spans it is reckoned, and how long after each is over it has to be paid. */
export type CauseTerms = { name: string; every: CausePeriod; withinDays: number };

/** What one span's sales owe, and by when. */
export type CauseDue = {
  from: Day;
  until: Day;
  sum: Minor;
  dueOn: Day;
  /** Days it is overdue; below nothing: there is time yet. */
  late: number;
  /** The span goes on: more may be sold in it. */
  isRunning: boolean;
};

const MONTHS: Record<CausePeriod, number> = { month: 1, quarter: 3, year: 12 };

/**
 * The span a day lies in.
 *
 * @example spanOf('2026-05-17', 'quarter') // { from: '2026-04-01', until: '2026-06-30' }
 */
export function spanOf(day: Day, every: CausePeriod): { from: Day; until: Day } {
  const months = MONTHS[every];
  const year = Number(day.slice(0, 4));
  const first = Math.floor((Number(day.slice(5, 7)) - 1) / months) * months;
  const at = (month: number): Day =>
    `${year + Math.floor(month / 12)}-${String((month % 12) + 1).padStart(2, '0')}-01`;
  return { from: at(first), until: addDays(at(first + months), -1) };
}

/**
 * What is due to a cause, span by span, of what was sold after the last payment; spans that owe nothing are left out.
 *
 * @param paidUntil what was sold up to that day is paid for; nothing: nothing is
 * @throws InputError for days below nothing
 * Source: handbook §17.
 * @example causesDue([{ orderedOn: '2026-02-03', price: 10000, quantity: 1, given: 0.05 }], null, { name: 'x', every: 'month', withinDays: 14 }, '2026-03-20')[0] // { from: '2026-02-01', until: '2026-02-28', sum: 500, dueOn: '2026-03-14', late: 6, isRunning: false }
 */
export function causesDue(
  lines: readonly Pick<SoldLine, 'orderedOn' | 'price' | 'quantity' | 'given'>[],
  paidUntil: Day | null,
  { every, withinDays }: CauseTerms,
  today: Day,
): CauseDue[] {
  if (!(withinDays >= 0)) throw new InputError('withinDays', withinDays, 'days not below nothing');
  const open = lines.filter(({ orderedOn }) => paidUntil === null || orderedOn > paidUntil);
  // Tens of thousands of lines lie in the days of a few years.
  const byDay = groupBy(open, ({ orderedOn }) => orderedOn);
  const spans = groupBy(byDay, ([day]) => spanOf(day, every).from);
  return [...spans]
    .map(([from, sold]): CauseDue => {
      const { until } = spanOf(from, every);
      const dueOn = addDays(until, withinDays);
      return {
        ...{ from, until, sum: promised(sold.flatMap(([, own]) => own)), dueOn },
        late: daysBetween(dueOn, today),
        isRunning: until >= today,
      };
    })
    .filter(({ sum }) => sum > 0)
    .sort((a, b) => (a.from < b.from ? -1 : 1));
}
