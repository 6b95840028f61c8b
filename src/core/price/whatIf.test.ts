import fc from 'fast-check';
import { costOfProduct, type CostQuestion } from '../cost/ofProduct';
import { compactCost, leftOf, PREPARING, toPricePoint, whatIf, wholeCost, type WhatIf } from './whatIf';

const RATE = 2_400;
const NOW: WhatIf = { ratePerHour: RATE, paperFactor: 1, paperId: null, feePoints: 0, keeps: 'prices' };
const TERMS = { fixed: 30, shares: [0.019, 0.065], carriageCharged: 0, given: 0.02 };

const questionAt = (q: {
  area: number;
  price: number;
  wear: number;
  spoilRate: number;
  minutes: number[];
  prep: number;
  over: number;
  part: number;
  rate?: number;
}): CostQuestion => ({
  paper: { area: q.area, pricePerM2: q.price },
  ink: { area: q.area / 2, pricePerM2: 700 },
  wear: q.wear,
  spoilRate: q.spoilRate,
  shares: [
    { name: 'capture', outlay: 8_200, expectedPrints: q.over },
    { name: PREPARING, outlay: (q.prep / 60) * (q.rate ?? RATE), expectedPrints: q.over },
  ],
  time: q.minutes.map((minutes, i) => ({ name: `act ${i}`, minutes, ratePerHour: q.rate ?? RATE })),
  parts: [{ name: 'mat', price: q.part, count: 1, isFinish: true }],
});
const figures = fc.record({
  area: fc.integer({ min: 1_000, max: 900_000 }),
  price: fc.integer({ min: 0, max: 4_000 }),
  wear: fc.integer({ min: 0, max: 90 }),
  spoilRate: fc.double({ min: 0, max: 0.5, noNaN: true }),
  minutes: fc.array(fc.double({ min: 0, max: 40, noNaN: true }), { maxLength: 6 }),
  prep: fc.integer({ min: 0, max: 300 }),
  over: fc.integer({ min: 1, max: 60 }),
  part: fc.integer({ min: 0, max: 9_000 }),
});

describe('a cost in short', () => {
  test('with nothing changed it is the product’s cost to the cent', () => {
    fc.assert(
      fc.property(figures, (q) => {
        const question = questionAt(q);
        return wholeCost(compactCost(question, null, q.prep), NOW) === costOfProduct(question).total;
      }),
    );
  });

  test('another hour gives what the whole calculation gives with that hour', () => {
    fc.assert(
      fc.property(figures, fc.integer({ min: 0, max: 9_000 }), (q, rate) => {
        const short = compactCost(questionAt(q), null, q.prep);
        return (
          wholeCost(short, { ...NOW, ratePerHour: rate }) ===
          costOfProduct(questionAt({ ...q, rate })).total
        );
      }),
    );
  });

  test('paper a tenth dearer moves the paper alone, and only the one that is named', () => {
    const short = {
      paper: 300,
      paperId: 'rag',
      printed: 100,
      spoilRate: 0,
      minutes: [],
      prep: null,
      rest: 5,
    };
    expect(wholeCost(short, { ...NOW, paperFactor: 1.1 })).toBe(435);
    expect(wholeCost(short, { ...NOW, paperFactor: 1.1, paperId: 'rag' })).toBe(435);
    expect(wholeCost(short, { ...NOW, paperFactor: 1.1, paperId: 'satin' })).toBe(405);
  });

  test('no cost raised ever leaves more, or asks a lower price', () => {
    fc.assert(
      fc.property(
        figures,
        fc.integer({ min: 500, max: 30_000 }),
        fc.double({ min: 1, max: 2, noNaN: true }),
        (q, price, factor) => {
          const short = compactCost(questionAt(q), null, q.prep);
          const dearer = { ...NOW, paperFactor: factor, ratePerHour: RATE * factor };
          const stays = whatIf(price, short, TERMS, NOW, dearer);
          const moves = whatIf(price, short, TERMS, NOW, { ...dearer, keeps: 'margins' });
          const same = whatIf(price, short, TERMS, NOW, { ...NOW, keeps: 'margins' });
          const before = leftOf(price, wholeCost(short, NOW), TERMS, 0);
          return stays.left <= before && moves.price >= same.price;
        },
      ),
    );
  });
});

describe('a price under a what-if', () => {
  const short = {
    paper: 300,
    paperId: null,
    printed: 100,
    spoilRate: 0,
    minutes: [30],
    prep: null,
    rest: 340,
  };
  // Costs 3.00 + 1.00 + 12.00 + 3.40 = 19.40; of 53.10: 0.30, 1.01, 3.45 and 1.06 given: 27.88 are left, 52.5 %.
  test('as it is', () => {
    const { price, left, share } = whatIf(5_310, short, TERMS, NOW, NOW);
    expect([price, left]).toEqual([5_310, 2_788]);
    expect(share).toBeCloseTo(0.525, 3);
  });

  // An hour at 30.00 costs 3.00 more; the price that leaves as much again is (22.40 + 0.30) ÷ 0.37095.
  test('margins kept, the price follows', () => {
    const then = { ...NOW, ratePerHour: 3_000 };
    expect(whatIf(5_310, short, TERMS, NOW, then).left).toBe(2_488);
    const moved = whatIf(5_310, short, TERMS, NOW, { ...then, keeps: 'margins' });
    expect(moved.price).toBe(6_119);
    expect(moved.share).toBeCloseTo(0.525, 3);
  });

  test('two points more of fees, and a fee that takes all of it', () => {
    expect(whatIf(5_310, short, TERMS, NOW, { ...NOW, feePoints: 0.02 }).left).toBe(2_682);
    const all = whatIf(5_310, short, TERMS, NOW, { ...NOW, feePoints: 0.5, keeps: 'margins' });
    expect(all.price).toBe(5_310);
  });

  // (19.40 + 0.30) ÷ (1 − 0.084 − 0.02 − 0.6) = 66.55
  test('another margin for all of them', () => {
    const { price, share } = whatIf(5_310, short, TERMS, NOW, { ...NOW, keeps: 'margins', margin: 0.6 });
    expect(price).toBe(6_655);
    expect(share).toBeCloseTo(0.6, 3);
  });

  test('price points', () => {
    expect([toPricePoint(5_310, 1), toPricePoint(5_310, 100), toPricePoint(5_400, 100)]).toEqual([
      5_310, 5_400, 5_400,
    ]);
  });
});
