/**
 * The calendar day it is somewhere, at an instant.
 *
 * @param instant UTC, ISO 8601
 * @param timeZone IANA name
 * @example localDay('2026-11-23T23:30:00Z', 'Europe/Lisbon') // '2026-11-23'
 */
export function localDay(instant: string, timeZone: string): string {
  return calendarOf(timeZone).format(new Date(instant)).slice(0, 10);
}

const calendars = new Map<string, Intl.DateTimeFormat>();

/** Making a format takes a hundred times as long as using it, and a journal writes a hundred days on a page. */
function calendarOf(timeZone: string): Intl.DateTimeFormat {
  const known = calendars.get(timeZone);
  if (known) return known;
  const made = new Intl.DateTimeFormat('en-CA', {
    timeZone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
  });
  calendars.set(timeZone, made);
  return made;
}

/**
 * Whether a text is a day of the calendar, in the years a studio can have to do with.
 *
 * @example isDay('2026-02-29') // false
 */
export function isDay(text: string): boolean {
  const m = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text);
  if (!m) return false;
  const [year, month, day] = [Number(m[1]), Number(m[2]), Number(m[3])];
  const date = new Date(Date.UTC(year, month - 1, day));
  return year >= 1000 && year < 3000 && date.getUTCMonth() === month - 1 && date.getUTCDate() === day;
}

/** Whether a time zone is one this machine knows. @example isTimeZone('Nowhere/Else') // false */
export function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}
