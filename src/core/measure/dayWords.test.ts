import fc from 'fast-check';
import { addDays, clockTime, dayNumber, dayWords, weekdayOf } from './day';

describe('a day as it is said', () => {
  test.each([
    ['2026-12-01', '2026-11-28', 'Tue 1 Dec'],
    ['2026-11-28', '2026-11-28', 'Sat 28 Nov'],
    // Near is near over the turn of a year too.
    ['2027-01-04', '2026-11-28', 'Mon 4 Jan'],
    ['2025-03-07', '2026-11-28', '7 Mar 2025'],
    ['2028-02-29', '2026-11-28', '29 Feb 2028'],
    ['some day', '2026-11-28', 'some day'],
    ['2026-02-30', '2026-11-28', '2026-02-30'],
  ])('%s, seen from %s, is %s', (day, today, said) => {
    expect(dayWords(day, today)).toBe(said);
  });

  test('within half a year no two days are said alike', () => {
    const today = '2026-11-28';
    const said = Array.from({ length: 361 }, (_, i) => dayWords(addDays(today, i - 180), today));
    expect(new Set(said).size).toBe(361);
  });

  test('its weekday and its date are the calendar’s own', () => {
    fc.assert(
      fc.property(fc.integer({ min: dayNumber('1990-01-01'), max: dayNumber('2090-01-01') }), (n) => {
        const day = addDays('1970-01-01', n);
        const calendar = new Date(`${day}T12:00:00Z`);
        const near = dayWords(day, day);
        expect(near.slice(0, 3)).toBe(
          calendar.toLocaleDateString('en-GB', { weekday: 'short', timeZone: 'UTC' }),
        );
        expect(near.split(' ')[1]).toBe(String(calendar.getUTCDate()));
        expect(weekdayOf(n)).toBe(calendar.getUTCDay());
      }),
    );
  });
});

describe('a clock on the wall', () => {
  test.each([
    ['2026-11-28T09:05:00Z', 'Europe/Lisbon', '09:05'],
    ['2026-07-28T09:05:00Z', 'Europe/Lisbon', '10:05'],
    ['2026-11-28T23:40:00Z', 'Asia/Kolkata', '05:10'],
    // Midnight is the day's beginning, not the 24th hour of the one before.
    ['2026-11-28T00:00:00Z', 'UTC', '00:00'],
  ])('%s in %s shows %s', (instant, zone, time) => {
    expect(clockTime(instant, zone)).toBe(time);
  });
});
