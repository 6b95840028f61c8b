import fc from 'fast-check';
import { InputError } from '../errors';
import {
  addDays,
  dayFromNumber,
  dayNumber,
  daysApart,
  daysBetween,
  daysEarlier,
  daysPassed,
  isBlank,
  localDay,
  parseSize,
  parseStockSize,
  weekdayOf,
} from '.';

describe('a paper as it is bought', () => {
  test.each([
    ['sheet', 'A3+', { width: 329_000, height: 483_000 }],
    ['sheet', '13 x 19 in', { width: 330_200, height: 482_600 }],
    ['sheet', { width: 1, height: 2 }, { width: 1, height: 2 }],
    ['roll', '24 in', { width: 609_600, height: null }],
    ['roll', '610', { width: 610_000, height: null }],
    ['roll', 610_000, { width: 610_000, height: null }],
  ] as const)('%s of %j', (form, typed, size) => expect(parseStockSize(form, typed)).toEqual(size));

  test.each([
    ['sheet', '610 mm'],
    ['sheet', 610_000],
    ['sheet', { width: 0, height: 5 }],
    ['sheet', { width: -5, height: 5 }],
    ['sheet', { width: 5.5, height: 5 }],
    ['roll', '610 x 30000 mm'],
    ['roll', { width: 610_000, height: 1 }],
    ['roll', 'wide'],
  ] as const)('%s of %j is refused by its field', (form, typed) => {
    expect(() => parseStockSize(form, typed, 'mm', 'paper')).toThrow(InputError);
    expect(() => parseStockSize(form, typed, 'mm', 'paper')).toThrow(/paper/);
  });

  test('a size in whole micrometres is itself', () => {
    const side = fc.integer({ min: 1, max: 10_000_000 });
    fc.assert(
      fc.property(side, side, (width, height) => {
        expect(parseSize({ width, height })).toEqual({ width, height });
      }),
    );
  });
});

test.each([
  ['', true],
  ['  \t', true],
  [null, true],
  [undefined, true],
  ['0', false],
  [0, false],
  [{ width: 0, height: 0 }, false],
])('%j left blank: %s', (typed, blank) => expect(isBlank(typed)).toBe(blank));

describe('days', () => {
  const day = fc.integer({ min: -200_000, max: 300_000 });

  test('a day and its number are one', () => {
    fc.assert(fc.property(day, (n) => expect(dayNumber(dayFromNumber(n))).toBe(n)));
    expect(dayFromNumber(NaN)).toBe('');
  });

  test('the week goes round, before 1970 too', () => {
    expect(weekdayOf(dayNumber('2026-11-28'))).toBe(6);
    expect(weekdayOf(dayNumber('1969-12-28'))).toBe(0);
    fc.assert(fc.property(day, (n) => expect(weekdayOf(n)).toBe(new Date(n * 86_400_000).getUTCDay())));
  });

  test('adding and counting undo each other, over leap days and year ends', () => {
    fc.assert(
      fc.property(day, fc.integer({ min: -5_000, max: 5_000 }), (n, by) => {
        const from = dayFromNumber(n);
        expect(daysBetween(from, addDays(from, by))).toBe(by);
      }),
    );
    expect(addDays('2028-02-28', 1)).toBe('2028-02-29');
    expect(addDays('2026-12-31', 1)).toBe('2027-01-01');
  });

  test('a day is as long as the clock says, where summer ends too', () => {
    // Lisbon went back an hour on 25 October 2026.
    expect(daysBetween('2026-10-24', '2026-10-26')).toBe(2);
    expect(localDay('2026-10-24T23:30:00Z', 'Europe/Lisbon')).toBe('2026-10-25');
    expect(localDay('2026-10-25T23:30:00Z', 'Europe/Lisbon')).toBe('2026-10-25');
  });

  test('whole days that have passed between moments', () => {
    expect(daysApart('2026-11-24T12:00:00Z', '2026-11-26T00:00:00Z')).toBe(1.5);
    expect(daysPassed('2026-11-24T12:00:00Z', '2026-11-26T11:59:59Z')).toBe(1);
    expect(daysPassed('2026-11-24T12:00:00Z', '2026-11-24T11:00:00Z')).toBe(-1);
    expect(daysEarlier('2026-03-01T08:00:00.000Z', 1)).toBe('2026-02-28T08:00:00.000Z');
  });

  test.each(['2026-02-29', '2026-13-01', '26-11-24', 'today', ''])('%j is none', (text) =>
    expect(() => dayNumber(text, 'when')).toThrow(/^when: /),
  );
});
