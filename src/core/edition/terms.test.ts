import fc from 'fast-check';
import { InputError } from '../errors';
import {
  checkTerms,
  incomeOf,
  nextTier,
  numbersInWords,
  parseNumbers,
  parseTiers,
  placeTowards,
  PLAIN_TERMS,
  raiseOf,
  saleable,
  tierPrice,
} from './terms';

const TIERS = [
  { from: 11, raise: 0.15 },
  { from: 31, raise: 0.5 },
];

describe('tiers', () => {
  test.each([
    // 95.00 raised by 15 % is 109.25: to the whole unit 109.00; by 50 % it is 142.50, half upwards 143.00.
    [1, 9_500],
    [10, 9_500],
    [11, 10_900],
    [30, 10_900],
    [31, 14_300],
    [40, 14_300],
  ])('number %s of a print of 95.00 sells for %s', (number, price) =>
    expect(tierPrice(9_500, number, TIERS, 'EUR')).toBe(price),
  );

  test('a currency without a small coin is rounded to its own unit; the first price keeps its cents', () => {
    expect(tierPrice(9_505, 11, TIERS, 'JPY')).toBe(10_931);
    expect(tierPrice(9_505, 1, TIERS, 'EUR')).toBe(9_505);
  });

  test('a run of 40 at 95.00, worked by hand: 10 × 95 + 20 × 109 + 10 × 143 = 4 560', () =>
    expect(incomeOf(saleable(40, []), 9_500, TIERS, 'EUR')).toBe(456_000));

  test('a later number never costs less, and no raise is lost', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1_000_000 }),
        fc.integer({ min: 1, max: 60 }),
        fc.array(fc.tuple(fc.integer({ min: 2, max: 50 }), fc.integer({ min: 1, max: 300 })), {
          maxLength: 4,
        }),
        (first, number, steps) => {
          let [from, raise] = [1, 0];
          const tiers = steps.map(([by, more]) => ({
            from: (from += by),
            raise: (raise += more) / 100,
          }));
          const price = tierPrice(first, number, tiers, 'EUR');
          const exact = first * (1 + raiseOf(number, tiers));
          expect(tierPrice(first, number + 1, tiers, 'EUR') + 50).toBeGreaterThanOrEqual(price);
          expect(Math.abs(price - exact)).toBeLessThanOrEqual(50.001);
        },
      ),
    ));

  test('the next one, and how far it is', () => {
    expect(nextTier(7, TIERS)).toEqual({ tier: TIERS[0], in: 4 });
    expect(nextTier(11, TIERS)).toEqual({ tier: TIERS[1], in: 20 });
    expect([nextTier(31, TIERS), nextTier(null, TIERS)]).toEqual([null, null]);
  });

  test('as people type them', () => {
    expect(parseTiers('31 20%, from 37: +50 %')).toEqual([
      { from: 31, raise: 0.2 },
      { from: 37, raise: 0.5 },
    ]);
    expect(parseTiers('11 12.5 %')).toEqual([{ from: 11, raise: 0.125 }]);
    expect(parseTiers(' ')).toEqual([]);
    expect(() => parseTiers('from 31')).toThrow(InputError);
  });
});

describe('declared terms', () => {
  const refused = (more: Partial<typeof PLAIN_TERMS>, field: string) =>
    expect(() => checkTerms({ ...PLAIN_TERMS, ...more }, 10)).toThrow(expect.objectContaining({ field }));

  test('numbers kept back are in the run, each once, and not all of it', () => {
    refused({ heldBack: [11] }, 'heldBack[0]');
    refused({ heldBack: [1, 1] }, 'heldBack[1]');
    refused({ heldBack: saleable(10, []) }, 'heldBack');
  });
  test('tiers rise, within the run', () => {
    refused({ tiers: [{ from: 1, raise: 0.1 }] }, 'tiers[0].from');
    refused({ tiers: [{ from: 11, raise: 0.1 }] }, 'tiers[0].from');
    refused(
      {
        tiers: [
          { from: 3, raise: 0.2 },
          { from: 6, raise: 0.2 },
        ],
      },
      'tiers[1].raise',
    );
    expect(checkTerms({ ...PLAIN_TERMS, heldBack: [1], tiers: [{ from: 10, raise: 1 }] }, 10)).toBe(
      undefined,
    );
  });
  test('what a product is towards the run: the gravest of its parts', () => {
    const placed = [
      { kind: 'finish', id: 'framed', name: 'framed', place: 'outside it' },
      { kind: 'line', id: 'satin', name: 'Satin', place: 'not made' },
    ] as const;
    const of = (lineId: string, finish: string) =>
      placeTowards(placed, { formatId: 'f', lineId, finish }).place;
    expect(of('cotton', 'loose')).toBe('in the run');
    expect(of('cotton', 'framed')).toBe('outside it');
    expect(of('satin', 'framed')).toBe('not made');
  });
});

describe('numbers as they are typed', () => {
  test('what is written is read again', () =>
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 1, max: 200 }), { maxLength: 40 }), (numbers) => {
        expect(parseNumbers(numbersInWords(numbers), 200)).toEqual([...numbers].sort((a, b) => a - b));
      }),
    ));
  test.each(['0', '41', '9-7', 'x', '1–41'])('“%s” is none of a run of 40', (typed) =>
    expect(() => parseNumbers(typed, 40)).toThrow(InputError),
  );
});
