import fc from 'fast-check';
import { adviceOf, type SizeSold, type WorkSold } from './advice';
import { mostLikely } from './poisson';

const money = (minor: number) => `${(minor / 100).toFixed(2)} €`;
const size = (name: string, area: number, sold: number, more: Partial<SizeSold> = {}): SizeSold => ({
  formatId: name,
  name,
  area,
  sold,
  ready: 40,
  promised: 0,
  free: null,
  ...more,
});
const work = (more: Partial<WorkSold>): WorkSold => ({
  workId: 'w',
  title: 'Night Ferry',
  months: 12,
  sizes: [],
  products: [],
  atTwice: null,
  ...more,
});

describe('printing again', () => {
  test('what two months could well ask for and the drawer does not hold, worked by hand', () => {
    // 12 in 12 months are 2 in two: at most 4 nine times in ten (P(X ≤ 3) = 0.857, P(X ≤ 4) = 0.947). One lies there.
    const [advice] = adviceOf(work({ sizes: [size('30×40', 120_000, 12, { ready: 1 })] }), money);
    expect(advice).toEqual({
      kind: 'reprint',
      workId: 'w',
      about: 'Night Ferry, 30×40',
      says: '3 more: 1 ready; 12 sold in 12 months, so the next 2 months could well ask for 4.',
      weight: 3,
    });
  });

  test('never more than the run has left, and nothing of what did not sell or lies there', () => {
    const few = size('30×40', 120_000, 12, { ready: 0, free: 2 });
    expect(adviceOf(work({ sizes: [few] }), money)[0]!.says).toBe(
      '2 more: none lies ready; 12 sold in 12 months, so the next 2 months could well ask for 4; the run has only 2 left.',
    );
    // What open orders take is gone: four lie there, three are promised, four more could be asked for.
    const held = size('30×40', 120_000, 12, { ready: 4, promised: 3 });
    expect(adviceOf(work({ sizes: [held] }), money)[0]!.says).toContain(
      '3 more: 4 ready, 3 promised in open orders;',
    );
    expect(adviceOf(work({ sizes: [size('a', 1, 0, { ready: 0 })] }), money)).toEqual([]);
    expect(adviceOf(work({ sizes: [size('a', 1, 12, { ready: 4 })] }), money)).toEqual([]);
    expect(adviceOf(work({ sizes: [size('a', 1, 12, { ready: 0, free: 0 })] }), money)).toEqual([]);
  });

  test('property: what is ready and what is advised together hold what could well be asked for', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 200 }),
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 0, max: 60 }),
        (sold, months, ready) => {
          const [advice] = adviceOf(work({ months, sizes: [size('a', 1, sold, { ready })] }), money);
          const wanted = mostLikely((sold / months) * 2);
          expect(ready + (advice?.weight ?? 0)).toBe(Math.max(ready, wanted));
        },
      ),
    );
  });

  test('the most that could well be asked for is the first count that is enough nine times in ten', () => {
    const chance = (count: number, rate: number) => {
      let [term, sum] = [Math.exp(-rate), 0];
      for (let k = 0; k <= count; term *= rate / ++k) sum += term;
      return sum;
    };
    for (const rate of [0, 0.1, 1, 2.5, 9, 33]) {
      const most = mostLikely(rate);
      expect(chance(most, rate)).toBeGreaterThanOrEqual(0.9);
      if (most > 0) expect(chance(most - 1, rate)).toBeLessThan(0.9);
    }
  });
});

describe('offering larger', () => {
  const sizes = [size('24×18', 43_200, 2), size('40×30', 120_000, 2), size('80×60', 480_000, 10)];

  test('where the largest surely takes more than its even share, and what the file says to that', () => {
    // 10 of 14: the score interval begins at 0.493, an even share of three is 0.333.
    const [advice] = adviceOf(work({ sizes, atTwice: { ppi: 231.4, verdict: 'stretched' } }), money);
    expect(advice).toMatchObject({
      kind: 'offer larger',
      says: 'The largest, 80×60, went 10 of 14 times in 12 months: surely 49 % or more, and an even share would be 33 %. Its file still gives 231 ppi at twice the area.',
    });
    const thin = adviceOf(work({ sizes, atTwice: { ppi: 96.2, verdict: 'too thin' } }), money);
    expect(thin[0]!.says).toContain('gives 96 ppi at twice the area, too thin: capture it again first');
    expect(adviceOf(work({ sizes }), money)[0]!.says).toContain('No file was read');
  });

  test('not where few were sold, where it is not sure, or where there is one size', () => {
    const alike = [size('a', 1, 5), size('b', 2, 6)];
    expect(adviceOf(work({ sizes: alike }), money)).toEqual([]);
    expect(adviceOf(work({ sizes: [size('a', 1, 0), size('b', 2, 4)] }), money)).toEqual([]);
    expect(adviceOf(work({ sizes: [size('b', 2, 30)] }), money)).toEqual([]);
  });
});

describe('retiring', () => {
  const product = { id: 'p', name: '40×30, framed', sold: 0, months: 18, leaves: 5_000 };

  test('what was offered for a year or more and nobody asked for, with what it could still be', () => {
    // None in 18 months: at most 3.00 in that time, 2.0 a year, 100 € at 50 € each.
    const [advice] = adviceOf(work({ products: [product], sizes: [size('a', 1, 3)] }), money);
    expect(advice).toMatchObject({
      kind: 'retire',
      about: 'Night Ferry, 40×30, framed',
      says: 'Offered for 18 months, none sold: it could well sell up to 2.0 a year, and would leave at most 99.86 € a year. Other prints of the work sold 3 times. Keep it only if it costs nothing to keep.',
    });
  });

  test('nothing is said of what sold once or is new; a sum only where it leaves one', () => {
    const of = (more: object) => adviceOf(work({ products: [{ ...product, ...more }] }), money);
    expect(of({ sold: 1 })).toEqual([]);
    expect(of({ months: 11 })).toEqual([]);
    expect(of({ leaves: null })[0]!.says).not.toContain('leave at most');
    expect(of({ leaves: -3 })[0]!.says).not.toContain('leave at most');
  });
});
