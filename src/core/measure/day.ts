/**
 * The calendar day it is somewhere, at an instant.
 *
 * @param instant UTC, ISO 8601
 * @param timeZone IANA name
 * @example localDay('2026-11-23T23:30:00Z', 'Europe/Lisbon') // '2026-11-23'
 */
export function localDay(instant: string, timeZone: string): string {
  const parts = new Intl.DateTimeFormat('en-CA', {
    timeZone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
  }).format(new Date(instant));
  return parts.slice(0, 10);
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
