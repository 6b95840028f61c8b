import fc from 'fast-check';
import { commonNumbers, judgeSet, splitSetPrice } from './sets';

const PARTS = [
  { name: 'Kelp', price: 10_000, cost: 3_000 },
  { name: 'Mole', price: 6_000, cost: 2_500 },
];
const plain = (text: string) => text.replaceAll(/[\u00a0\u2009\u202f]/g, ' ');

describe('what a set is shared out to', () => {
  test('by hand: 179.99 over 100, 50 and 50', () => {
    // 8999.5, 4499.75, 4499.75: the floors leave two cents, which go to the two remainders of .75.
    expect(splitSetPrice([10_000, 5_000, 5_000], 17_999)).toEqual([8_999, 4_500, 4_500]);
  });

  test('one without a price alone counts as the mean of the others; with none known all count alike', () => {
    expect(splitSetPrice([8_000, null, 4_000], 9_000)).toEqual([4_000, 3_000, 2_000]);
    expect(splitSetPrice([null, null, null], 100)).toEqual([34, 33, 33]);
    expect(splitSetPrice([0, 0], 5)).toEqual([3, 2]);
  });

  test('together it is the price to the cent, no part below nothing, none off by a cent or more', () => {
    fc.assert(
      fc.property(
        fc.array(fc.nat({ max: 200_000 }), { minLength: 2, maxLength: 12 }),
        fc.nat({ max: 2_000_000 }),
        (prices, total) => {
          const shares = splitSetPrice(prices, total);
          expect(shares.reduce((a, b) => a + b, 0)).toBe(total);
          const sum = prices.reduce((a, b) => a + b, 0);
          shares.forEach((share, i) => {
            expect(share).toBeGreaterThanOrEqual(0);
            const exact = sum > 0 ? (total * prices[i]!) / sum : total / prices.length;
            expect(Math.abs(share - exact)).toBeLessThan(1);
          });
        },
      ),
    );
  });
});

describe('what a price for several together means', () => {
  test('144 for what is 160 one by one and costs 55', () => {
    const { singles, left, finding } = judgeSet(PARTS, 14_400, 'EUR');
    expect([singles, left]).toEqual([16_000, 8_900]);
    expect(finding.verdict).toBe('holds');
    expect(plain(finding.says)).toBe(
      '16.00 EUR less than one by one, 10 %. 89.00 EUR are left of it, 62 %.',
    );
  });

  test.each([
    [16_000, PARTS, 'holds', 'the same together', 'As much as one by one, 160.00 EUR.'],
    [17_000, PARTS, 'care', 'dearer together', 'One by one they are 160.00 EUR, 10.00 EUR less'],
    [5_000, PARTS, 'fails', 'below its cost', 'Its parts cost 55.00 EUR, 5.00 EUR more than it brings.'],
    [9_000, [PARTS[0]!, { ...PARTS[1]!, price: null }], 'care', 'a price is missing', 'no price alone'],
    [
      15_000,
      [PARTS[0]!, { ...PARTS[1]!, cost: null }],
      'holds',
      'less together',
      'What is left cannot be told: a cost is not known.',
    ],
  ])('at %i: %s', (total, parts, verdict, word, says) => {
    const { finding } = judgeSet(parts, total, 'EUR');
    expect([finding.verdict, finding.word]).toEqual([verdict, word]);
    expect(plain(finding.says)).toContain(says);
    expect(finding.because[0]).toEqual({ name: 'the set', value: total, unit: 'EUR' });
  });
});

describe('the same number in every run', () => {
  test('what is free in all of them, the lowest first', () => {
    expect(
      commonNumbers([
        [7, 3, 4],
        [9, 4, 7, 5],
        [4, 7],
      ]),
    ).toEqual([4, 7]);
    expect(commonNumbers([[1, 2], []])).toEqual([]);
    expect(commonNumbers([])).toEqual([]);
  });
});
