import fc from 'fast-check';
import { planFair, type FairThing } from './fair';

const FERRY: FairThing = {
  id: 'a',
  name: 'ferry',
  price: 5_000,
  cost: 1_000,
  salvage: 600,
  width: 400_000,
  demand: { few: 0, likely: 1, many: 2 },
};
const counts = (things: FairThing[], budget = 100_000, table = 9_000_000) =>
  Object.fromEntries(planFair(things, budget, table).take.map((each) => [each.id, each.count]));

describe('what to take to a fair', () => {
  // One is asked for in three of four fairs: 37.50 + 1.50 − 10.00 = 29.00; a second in one of four: 12.50 + 4.50 − 10.00 = 7.00.
  test('worked by hand: two of it, and 36.00 expected', () => {
    const plan = planFair([FERRY], 100_000, 9_000_000);
    expect(plan.take).toEqual([
      { id: 'a', name: 'ferry', count: 2, gain: 3_600, cost: 2_000, width: 400_000 },
    ]);
    expect([plan.spent, plan.width, plan.expectedProfit]).toEqual([2_000, 400_000, 3_600]);
  });

  test('a second that is not expected to pay stays at home', () => {
    expect(counts([{ ...FERRY, salvage: 0, price: 3_900 }])).toEqual({ a: 1 });
  });

  test('budget and table are kept, and what stays says why', () => {
    const kiln = { ...FERRY, id: 'b', name: 'kiln', price: 4_000 };
    expect(counts([FERRY, kiln], 1_000)).toEqual({ a: 1 });
    expect(planFair([FERRY, kiln], 3_500, 500_000).left).toEqual([
      { id: 'b', name: 'kiln', why: 'no room on the table' },
    ]);
    expect(planFair([FERRY, kiln], 2_500, 100_000).take).toEqual([]);
    expect(planFair([FERRY, kiln], 900, 900_000).left[0]!.why).toBe('the budget is used up');
    expect(planFair([{ ...FERRY, price: 100, salvage: 0 }], 9_000, 900_000).left[0]!.why).toContain(
      'not expected',
    );
  });

  test.each([
    [-1, 0, 'budget'],
    [0, -1, 'table'],
  ])('a budget of %s and a table of %s are refused: %s', (budget, table, field) => {
    expect(() => planFair([FERRY], budget, table)).toThrow(expect.objectContaining({ field }));
  });

  const thing = fc.record({
    price: fc.integer({ min: 100, max: 9_000 }),
    cost: fc.integer({ min: 100, max: 3_000 }),
    width: fc.integer({ min: 100_000, max: 600_000 }),
    sales: fc.array(fc.integer({ min: 0, max: 3 }), { minLength: 3, maxLength: 3 }),
  });
  const things = fc.array(thing, { minLength: 1, maxLength: 3 }).map((list) =>
    list.map(({ sales, ...rest }, i): FairThing => {
      const [few, likely, many] = sales.sort((a, b) => a - b) as [number, number, number];
      return { ...rest, id: String(i), name: String(i), salvage: 0, demand: { few, likely, many } };
    }),
  );

  test('it keeps to budget and table, and where neither is tight nothing brings in more', () => {
    fc.assert(
      fc.property(
        things,
        fc.integer({ min: 0, max: 9_000 }),
        fc.integer({ min: 0, max: 1_500_000 }),
        (list, budget, table) => {
          const tight = planFair(list, budget, table);
          if (tight.spent > budget || tight.width > table) return false;
          const free = planFair(list, 1e9, 1e9);
          return free.expectedProfit >= bestOf(list) - list.length;
        },
      ),
      { numRuns: 60 },
    );
  });
});

/** Every number of everything tried, each season weighed by its chance. */
function bestOf(list: readonly FairThing[]): number {
  return list.reduce((sum, { demand, price, cost }) => {
    const weights = Array.from({ length: demand.many - demand.few + 1 }, (_, i) => {
      const d = demand.few + i;
      return d <= demand.likely
        ? (d - demand.few + 1) / (demand.likely - demand.few + 1)
        : (demand.many - d + 1) / (demand.many - demand.likely + 1);
    });
    const all = weights.reduce((a, b) => a + b, 0);
    const profits = Array.from({ length: demand.many + 1 }, (_, q) =>
      weights.reduce((a, w, i) => a + (w / all) * (price * Math.min(q, demand.few + i) - cost * q), 0),
    );
    return sum + Math.max(0, ...profits);
  }, 0);
}
