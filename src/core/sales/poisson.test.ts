import fc from 'fast-check';
import { mostLikely, salesRange } from './poisson';

describe('how sure a count of sales is', () => {
  // Published limits of a Poisson count at 90 %: Garwood's table.
  test.each([
    [0, 0, 2.996],
    [1, 0.0513, 4.744],
    [2, 0.3554, 6.296],
    [5, 1.9701, 10.513],
    [10, 5.4254, 16.962],
    [20, 13.2547, 29.062],
  ])('%i sold: %d to %d', (count, low, high) => {
    const [least, most] = salesRange(count);
    expect(Math.abs(least - low)).toBeLessThan(0.002);
    expect(Math.abs(most - high)).toBeLessThan(0.002);
  });
});

/** The chance of at most so many, each term worked out from the one before. */
function summed(count: number, rate: number): number {
  let term = Math.exp(-rate);
  let sum = term;
  for (let k = 1; k <= count; k++) sum += term *= rate / k;
  return sum;
}

describe('the most that could well be asked for', () => {
  test('is the first count that covers nine cases of ten, as plain adding finds it', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 300, noNaN: true }), (rate) => {
        const most = mostLikely(rate);
        expect(summed(most, rate)).toBeGreaterThan(0.9 - 1e-9);
        if (most > 0) expect(summed(most - 1, rate)).toBeLessThan(0.9 + 1e-9);
      }),
    );
  });

  // So much is sold of a card in a good year, and the plain terms are nothing above a rate of 745.
  test.each([746, 5_000, 1e6, 1e9])(
    'at a rate of %d it is found, near the bell it has become',
    (rate) => {
      const bell = rate + 1.2815516 * Math.sqrt(rate);
      expect(Math.abs(mostLikely(rate) - bell)).toBeLessThan(1.5);
      const [least, most] = salesRange(rate);
      expect(Math.abs(least - (rate - 1.6448536 * Math.sqrt(rate)))).toBeLessThan(2);
      expect(Math.abs(most - (rate + 1.6448536 * Math.sqrt(rate)))).toBeLessThan(3);
    },
  );

  test.each([-1, Number.NaN, Infinity])('a rate of %d is none', (rate) =>
    expect(() => mostLikely(rate)).toThrow(expect.objectContaining({ field: 'rate' })),
  );
});
