import fc from 'fast-check';
import { demandChances, planBatch, type BatchQuestion } from './batch';

const ASKED: BatchQuestion = {
  demand: { few: 0, likely: 1, many: 2 },
  price: 1_000,
  counts: [
    { count: 1, cost: 300 },
    { count: 2, cost: 500 },
  ],
  salvage: 100,
  perSaleCost: 400,
};

describe('how likely each number of sales is', () => {
  test.each([
    [{ few: 3, likely: 3, many: 3 }, [1]],
    [{ few: 0, likely: 1, many: 2 }, [0.25, 0.5, 0.25]],
    [{ few: 2, likely: 2, many: 3 }, [2 / 3, 1 / 3]],
    // Weights ⅓, ⅔, 1, ½ over 2.5.
    [{ few: 4, likely: 6, many: 7 }, [2 / 15, 4 / 15, 6 / 15, 3 / 15]],
  ])('%j', (demand, chances) => {
    demandChances(demand).forEach((p, i) => expect(p).toBeCloseTo(chances[i]!, 12));
  });

  test('they add up to 1, rise to the likely number and fall after it', () => {
    const upTo = fc.integer({ min: 0, max: 60 });
    fc.assert(
      fc.property(upTo, upTo, upTo, (a, b, c) => {
        const [few, likely, many] = [a, b, c].sort((x, y) => x - y) as [number, number, number];
        const chances = demandChances({ few, likely, many });
        const peak = likely - few;
        return (
          Math.abs(chances.reduce((x, y) => x + y, 0) - 1) < 1e-9 &&
          chances.every((p, i) => i === 0 || (i <= peak ? p >= chances[i - 1]! : p <= chances[i - 1]!))
        );
      }),
    );
  });

  test.each([
    [{ few: 5, likely: 4, many: 9 }, 'demand.few'],
    [{ few: 1, likely: 4, many: 3 }, 'demand.many'],
    [{ few: 1.5, likely: 4, many: 8 }, 'demand.few'],
  ])('%j is refused: %s', (demand, field) => {
    expect(() => demandChances(demand)).toThrow(expect.objectContaining({ field }));
  });
});

describe('how many to make', () => {
  // One: 0.75 × 10.00 + 0.25 × 1.00 − 3.00 = 4.75. Two: (0.5 + 0.5) × 10.00 + (0.5 + 0.5) × 1.00 − 5.00 = 6.00. Per sale: 1 × 6.00.
  test('worked by hand: a batch that is no better than per sale is not advised', () => {
    const { options, perSale, best, expectedDemand } = planBatch(ASKED);
    expect(expectedDemand).toBeCloseTo(1, 12);
    expect(options.map((o) => o.expectedProfit)).toEqual([475, 600]);
    expect(perSale.expectedProfit).toBe(600);
    expect(best).toBe('perSale');
  });

  test('the chance of a loss, the money at risk, the break’s own price, and from which sale on', () => {
    const { options } = planBatch(ASKED);
    // None sold: 1.00 comes back of 3.00, and 2.00 of 5.00.
    expect(options.map((o) => [o.chanceOfLoss, o.atRisk])).toEqual([
      [0.25, 200],
      [0.25, 300],
    ]);
    expect(options.map((o) => o.marginal)).toEqual([300, 200]);
    expect(options.map((o) => o.profitFrom)).toEqual([1, 1]);
  });

  test('dearer per sale, the larger batch is best; keeping what is left costs too', () => {
    expect(planBatch({ ...ASKED, perSaleCost: 450 }).best).toBe(2);
    const stored = planBatch({ ...ASKED, storage: 60 }).options;
    // 60 less for each left over: a quarter of one, and one.
    expect(stored.map((o) => o.expectedProfit)).toEqual([460, 540]);
  });

  test('a batch that never comes back says so, and risks all of it', () => {
    const [option] = planBatch({ ...ASKED, salvage: 0, counts: [{ count: 3, cost: 9_000 }] }).options;
    expect(option).toMatchObject({ profitFrom: null, atRisk: 9_000, chanceOfLoss: 1 });
  });

  test.each<[Partial<BatchQuestion>, string]>([
    [{ counts: [] }, 'counts'],
    [{ counts: [{ count: 0, cost: 1 }] }, 'counts[0].count'],
    [{ salvage: -1 }, 'salvage'],
    [
      {
        counts: [
          { count: 5, cost: 1 },
          { count: 5, cost: 2 },
        ],
      },
      'counts[1].count',
    ],
  ])('%j is refused: %s', (wrong, field) => {
    expect(() => planBatch({ ...ASKED, ...wrong })).toThrow(expect.objectContaining({ field }));
  });

  const questions = fc
    .record({
      sales: fc.array(fc.integer({ min: 0, max: 30 }), { minLength: 3, maxLength: 3 }),
      price: fc.integer({ min: 1, max: 9_000 }),
      salvage: fc.integer({ min: 0, max: 900 }),
      perSaleCost: fc.integer({ min: 0, max: 3_000 }),
      costs: fc.array(fc.integer({ min: 0, max: 40_000 }), { minLength: 1, maxLength: 3 }),
    })
    .map(({ sales, costs, ...rest }): BatchQuestion => {
      const [few, likely, many] = sales.sort((a, b) => a - b) as [number, number, number];
      return {
        ...rest,
        demand: { few, likely, many },
        counts: costs.map((cost, i) => ({ count: 7 * (i + 1), cost })),
      };
    });

  test('against enumeration: every season by itself, weighed by its chance', () => {
    fc.assert(
      fc.property(questions, (q) => {
        const chances = demandChances(q.demand);
        const { options } = planBatch(q);
        for (const [i, { count, cost }] of q.counts.entries()) {
          let mean = 0;
          let lost = 0;
          for (let d = q.demand.few; d <= q.demand.many; d++) {
            let profit = -cost;
            for (let n = 1; n <= count; n++) profit += n <= d ? q.price : q.salvage;
            mean += chances[d - q.demand.few]! * profit;
            if (profit < 0) lost += chances[d - q.demand.few]!;
          }
          if (Math.abs(options[i]!.expectedProfit - mean) > 0.5001) return false;
          if (Math.abs(options[i]!.chanceOfLoss - Math.min(1, lost)) > 1e-9) return false;
        }
        return true;
      }),
      { numRuns: 60 },
    );
  });

  test('against a hundred thousand seasons drawn', () => {
    const q: BatchQuestion = {
      demand: { few: 2, likely: 6, many: 14 },
      price: 4_000,
      counts: [
        { count: 5, cost: 9_000 },
        { count: 10, cost: 14_000 },
      ],
      salvage: 500,
      perSaleCost: 2_200,
    };
    const chances = demandChances(q.demand);
    let state = 20_261_129;
    const random = () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
    const seasons = 100_000;
    const sums = q.counts.map(() => 0);
    const losses = q.counts.map(() => 0);
    for (let s = 0; s < seasons; s++) {
      let left = random();
      let d = q.demand.few;
      for (const p of chances) {
        left -= p;
        if (left <= 0) break;
        d++;
      }
      q.counts.forEach(({ count, cost }, i) => {
        const profit = q.price * Math.min(d, count) + q.salvage * Math.max(0, count - d) - cost;
        sums[i] = sums[i]! + profit;
        if (profit < 0) losses[i] = losses[i]! + 1;
      });
    }
    planBatch(q).options.forEach((o, i) => {
      // A season's profit spreads by about 100.00: the mean of so many lies within 1.50 of its own.
      expect(Math.abs(sums[i]! / seasons - o.expectedProfit)).toBeLessThan(150);
      expect(Math.abs(losses[i]! / seasons - o.chanceOfLoss)).toBeLessThan(0.01);
    });
  });
});
