import { convertSum } from './convert';

test.each([
  // 98.00 at 0.92
  [9_800, 'USD', 'EUR', 0.92, 9_016],
  // Yen have no hundredth: 12 000 at 0.0061 are 73.20.
  [12_000, 'JPY', 'EUR', 0.0061, 7_320],
  [9_800, 'EUR', 'JPY', 164, 16_072],
  // 0.125 to the even cent.
  [25, 'USD', 'EUR', 0.5, 12],
])('%i of %s in %s at %d are %i', (minor, from, to, rate, own) => {
  expect(convertSum(minor, from, to, rate)).toBe(own);
});

test.each([0, -1, NaN, Infinity])('a rate of %d is refused', (rate) => {
  expect(() => convertSum(1, 'USD', 'EUR', rate)).toThrow(expect.objectContaining({ field: 'rate' }));
});
