import { InputError } from '../errors';
import {
  dayFromNumber,
  dayNumber,
  daysBetween,
  localDay,
  weekdayOf,
  type Day,
  type Weekday,
} from '../measure/day';

export const MONDAY_TO_FRIDAY: readonly Weekday[] = [1, 2, 3, 4, 5];

export type Promise_ = {
  ordered: Day;
  handlingDays: number;
  holidays?: readonly Day[];
  workdays?: readonly Weekday[];
};

/**
 * The day an order is promised to leave by: the order's day plus so many working days, holidays passed over. With no
 * handling days it is the order's own day, or the next working day.
 *
 * @throws InputError for a day that is not one, or a week without working days
 * Source: handbook §12.
 * @example shipBy({ ordered: '2026-11-20', handlingDays: 3, holidays: ['2026-11-24'] }) // '2026-11-26'
 */
export function shipBy({
  ordered,
  handlingDays,
  holidays = [],
  workdays = MONDAY_TO_FRIDAY,
}: Promise_): Day {
  if (!(Number.isInteger(handlingDays) && handlingDays >= 0 && handlingDays <= 365)) {
    throw new InputError('handlingDays', handlingDays, 'whole working days from 0 to 365');
  }
  if (workdays.length === 0)
    throw new InputError('workdays', workdays, 'at least one working day in the week');
  const closed = new Set(holidays.map((h) => dayNumber(h, 'holidays')));
  const works = (n: number) => workdays.includes(weekdayOf(n)) && !closed.has(n);
  let n = dayNumber(ordered, 'ordered');
  for (let left = handlingDays, guard = 0; left > 0 || !works(n); guard++) {
    if (guard > 4_000)
      throw new InputError('holidays', holidays.length, 'holidays that leave a working day');
    n++;
    if (left > 0 && works(n)) left--;
  }
  return dayFromNumber(n);
}

/**
 * How many parcels of the last thirty days left by the day that was promised, by the studio's own calendar: what leaves late in
 * the evening leaves that day, whatever day it is elsewhere.
 *
 * @param timeZone IANA name
 * @example keptPromises([{ dispatchedAt: '2026-11-28T02:00:00Z', shipBy: '2026-11-27' }], '2026-11-28', 'America/Los_Angeles') // { sent: 1, kept: 1 }
 * @example keptPromises([{ dispatchedAt: '2026-11-28T02:00:00Z', shipBy: '2026-11-27' }], '2026-11-28', 'Europe/Lisbon') // { sent: 1, kept: 0 }
 * @example keptPromises([{ dispatchedAt: '2026-10-28T12:00:00Z', shipBy: '2026-11-27' }], '2026-11-28', 'UTC') // { sent: 0, kept: 0 }
 */
export function keptPromises(
  parcels: readonly { dispatchedAt: string; shipBy: Day }[],
  today: Day,
  timeZone: string,
): { sent: number; kept: number } {
  const recent = parcels
    .map(({ dispatchedAt, shipBy }) => ({ left: localDay(dispatchedAt, timeZone), shipBy }))
    .filter(({ left }) => daysBetween(left, today) <= 30);
  return { sent: recent.length, kept: recent.filter(({ left, shipBy }) => left <= shipBy).length };
}
