import { salesRange } from './poisson';

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
