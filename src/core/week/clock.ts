import { InputError } from '../errors';

const MINUTES = 60;
const DAY_MINUTES = 24 * MINUTES;

/**
 * A moment of the day as a clock shows it.
 *
 * @param minutes since midnight
 * @example clockOf(545) // '09:05'
 */
export const clockOf = (minutes: number): string =>
  `${String(Math.floor(minutes / MINUTES) % 24).padStart(2, '0')}:${String(minutes % MINUTES).padStart(2, '0')}`;

/**
 * Minutes since midnight, of a time as people write it.
 *
 * @throws InputError naming the field
 * @example readClock('9:05', 'starts') // 545
 */
export function readClock(text: string, field: string): number {
  const [, hours, minutes = '0'] = /^\s*(\d{1,2})(?:[:.h](\d{2}))?\s*h?\s*$/i.exec(text) ?? [];
  const total = Number(hours) * MINUTES + Number(minutes);
  if (hours === undefined || Number(minutes) >= MINUTES || total >= DAY_MINUTES)
    throw new InputError(field, text, 'a time of the day such as 9:00');
  return total;
}

/**
 * A span of time, of hours and minutes as people write them.
 *
 * @returns minutes
 * @throws InputError naming the field
 * @example readHours('2 h 30', 'hours') // 150
 * @example readHours('90 min', 'hours') // 90
 * @example readHours('1,5', 'hours') // 90
 */
export function readHours(text: string, field: string): number {
  const wrong = () =>
    new InputError(field, text, 'hours such as "2 h 30", "90 min" or "1.5", at most 24 h');
  const tidy = text.trim().toLowerCase().replace(',', '.');
  const minutesOnly = /^(\d{1,4})\s*min$/.exec(tidy);
  const both = /^(\d{1,2})\s*(?:h|:)\s*(?:(\d{1,2})\s*(?:min)?)?$/.exec(tidy);
  const plain = /^(\d{1,2}(?:\.\d{1,2})?)\s*h?$/.exec(tidy);
  let minutes: number;
  if (minutesOnly) minutes = Number(minutesOnly[1]);
  else if (both) minutes = Number(both[1]) * MINUTES + Number(both[2] ?? 0);
  else if (plain) minutes = Math.round(Number(plain[1]) * MINUTES);
  else throw wrong();
  if (minutes > DAY_MINUTES) throw wrong();
  return minutes;
}

/** A span as it is said. @example hoursOf(150) // '2 h 30 min' */
export function hoursOf(minutes: number): string {
  const [hours, rest] = [Math.floor(minutes / MINUTES), minutes % MINUTES];
  if (hours === 0) return `${rest} min`;
  return rest === 0 ? `${hours} h` : `${hours} h ${rest} min`;
}
