import fc from 'fast-check';
import { InputError } from '../errors';
import { payInStamps, type StampStock } from './stamps';

/** Every choice there is, tried. */
function bruteForce(
  postage: number,
  stock: readonly StampStock[],
): { overspend: number; stamps: number } {
  let best = { overspend: Infinity, stamps: Infinity };
  const walk = (i: number, sum: number, stamps: number) => {
    if (sum >= postage) {
      const overspend = sum - postage;
      if (overspend < best.overspend || (overspend === best.overspend && stamps < best.stamps))
        best = { overspend, stamps };
    }
    if (i === stock.length) return;
    for (let n = 0; n <= stock[i]!.count; n++) walk(i + 1, sum + n * stock[i]!.value, stamps + n);
  };
  walk(0, 0, 0);
  return best;
}

const stampsIn = (combination: readonly StampStock[]) =>
  combination.reduce((sum, { count }) => sum + count, 0);
const worth = (combination: readonly StampStock[]) =>
  combination.reduce((sum, { value, count }) => sum + value * count, 0);

describe('stamps on hand', () => {
  test.each([
    // Worked by hand: 1.60 and four of 0.85 are 5.00; three of 1.60 are 4.80, 0.20 too much for 4.60.
    [460, [{ value: 160, count: 3 }], { combination: [{ value: 160, count: 3 }], overspend: 20 }],
    [
      460,
      [
        { value: 160, count: 1 },
        { value: 100, count: 3 },
      ],
      {
        combination: [
          { value: 160, count: 1 },
          { value: 100, count: 3 },
        ],
        overspend: 0,
      },
    ],
    // Two of 0.50 would do as well as one of 1.00: the fewest are taken.
    [
      100,
      [
        { value: 50, count: 9 },
        { value: 100, count: 1 },
      ],
      { combination: [{ value: 100, count: 1 }], overspend: 0 },
    ],
    // The greedy way, dearest first, would spend 7 + 7 for 10; 5 + 5 is exact.
    [
      10,
      [
        { value: 7, count: 2 },
        { value: 5, count: 2 },
      ],
      { combination: [{ value: 5, count: 2 }], overspend: 0 },
    ],
  ])('%i out of %j', (postage, stock, expected) => expect(payInStamps(postage, stock)).toEqual(expected));

  test('as little too much, and as few, as every choice tried would find', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({ value: fc.integer({ min: 1, max: 40 }), count: fc.integer({ min: 0, max: 3 }) }),
          {
            minLength: 1,
            maxLength: 5,
          },
        ),
        fc.integer({ min: 1, max: 120 }),
        (stock, postage) => {
          const merged = [...new Set(stock.map(({ value }) => value))].map((value) => ({
            value,
            count: stock.filter((s) => s.value === value).reduce((sum, s) => sum + s.count, 0),
          }));
          fc.pre(worth(merged) >= postage);
          const { combination, overspend } = payInStamps(postage, stock);
          const best = bruteForce(postage, merged);
          expect({ overspend, stamps: stampsIn(combination) }).toEqual(best);
          expect(worth(combination)).toBe(postage + overspend);
          for (const { value, count } of combination)
            expect(count).toBeLessThanOrEqual(merged.find((s) => s.value === value)!.count);
        },
      ),
      { numRuns: 300 },
    );
  });

  test.each([
    ['postage', 0, [{ value: 10, count: 1 }]],
    ['postage', 1.5, [{ value: 10, count: 1 }]],
    ['stock', 11, [{ value: 10, count: 1 }]],
    ['stock[0].value', 5, [{ value: 0, count: 1 }]],
    ['stock[0].count', 5, [{ value: 5, count: -1 }]],
  ])('%s is named', (field, postage, stock) => {
    expect(() => payInStamps(postage, stock)).toThrow(InputError);
    expect(() => payInStamps(postage, stock)).toThrow(expect.objectContaining({ field }));
  });

  test('a stamp worth a fortune costs no more to think about than it is worth', () => {
    const stock = [
      { value: 85_000_000, count: 2 },
      { value: 100, count: 4 },
    ];
    expect(payInStamps(460, stock)).toEqual({
      combination: [{ value: 85_000_000, count: 1 }],
      overspend: 85_000_000 - 460,
    });
    expect(payInStamps(390, stock)).toEqual({
      combination: [{ value: 100, count: 4 }],
      overspend: 10,
    });
  });
});
