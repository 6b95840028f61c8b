/** @jest-environment jsdom */
import { act, cleanup } from '@testing-library/react';
import { renderModel } from '../../tests/unit/helpers/hooks';
import { UNIT_COOKIE, useUnits } from './Units';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});

afterEach(() => {
  cleanup();
  jest.useRealTimers();
});
const unitsOf = (reading: Parameters<typeof renderModel>[1] = {}) =>
  renderModel(() => useUnits(), reading).result;

test('flipped, every length reads in the other unit, and the next visit begins so', () => {
  const units = unitsOf();
  const size = { width: 254_000, height: 203_200 };
  expect([units.current.size(size), units.current.other(size)]).toEqual(['254 × 203.2 mm', '10 × 8 in']);
  act(() => units.current.flip());
  expect([units.current.size(size), units.current.other(size)]).toEqual(['10 × 8 in', '254 × 203.2 mm']);
  expect(units.current.bare(419_100)).toBe('16 1/2');
  expect(document.cookie).toContain(`${UNIT_COOKIE}=in`);
});

test.each([
  ['8 x 10', '8 x 10 in'],
  ['8 x 10 in', '8 x 10 in'],
  ['203 x 254 mm', '203 x 254 mm'],
  ['16½"', '16½"'],
  ['A4', 'A4'],
  ['A3+', 'A3+'],
  ['', ''],
  ['   ', '   '],
])('“%s”, typed while reading inches, goes as “%s”', (typed, sent) => {
  expect(unitsOf({ unit: 'in' }).current.withUnit(typed)).toBe(sent);
});

test('days and times are those of the studio’s wall, not of the browser', () => {
  jest.useFakeTimers({ now: Date.parse('2026-11-28T23:30:00Z') });
  const kolkata = unitsOf({ timeZone: 'Asia/Kolkata' }).current;
  expect([kolkata.today(), kolkata.time('2026-11-28T23:30:00Z')]).toEqual(['2026-11-29', '05:00']);
  expect(kolkata.moment('2026-11-28T23:30:00Z')).toBe('Sun 29 Nov, 05:00');
  const lisbon = unitsOf({ timeZone: 'Europe/Lisbon' }).current;
  expect([lisbon.today(), lisbon.day('2026-11-28T23:30:00Z')]).toEqual(['2026-11-28', 'Sat 28 Nov']);
  expect([
    lisbon.date('2025-03-07'),
    lisbon.date(null),
    lisbon.day(undefined),
    lisbon.moment(null),
  ]).toEqual(['7 Mar 2025', '', '', '']);
});

test('rolls in metres or feet, sums with their currency', () => {
  expect(unitsOf().current.run(21_408_000)).toBe('21.4 m');
  expect(unitsOf({ unit: 'in' }).current.run(21_408_000)).toBe('70.2 ft');
  const yen = unitsOf({ currency: 'JPY' }).current;
  // A yen has no parts; thousands are set apart.
  expect([yen.money(1_200), yen.bareMoney(1_200)].map((sum) => sum.replace(/\s/g, ' '))).toEqual([
    '1 200 JPY',
    '1 200',
  ]);
});
