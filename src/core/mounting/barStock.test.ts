import fc from 'fast-check';
import { cutBars } from './bars';
import { sawFromStock } from './barStock';

const mm = (v: number) => v * 1_000;

test('worked by hand: what lies there first, then the length that leaves least', () => {
  const cuts = [
    { length: mm(600), count: 2 },
    { length: mm(440), count: 2 },
  ];
  // 440 out of the offcut of 500; 600 + 3 + 600 is 1 203, more than 1 200: with 440 it is 1 646 out of 1 800.
  const plan = cutBars({
    stockLength: mm(2_400),
    otherLengths: [mm(1_200), mm(1_800)],
    offcuts: [mm(500), mm(300)],
    kerf: mm(3),
    cuts,
  });
  expect(plan).toEqual({
    sticks: [
      { cuts: [mm(440)], left: mm(60), length: mm(500), isOffcut: true },
      { cuts: [mm(600), mm(600), mm(440)], left: mm(154), length: mm(1_800), isOffcut: false },
    ],
    wasteShare: 1 - 1_640 / 1_800,
    proven: true,
  });
  const allThere = cutBars({ stockLength: mm(2_400), offcuts: [mm(2_200)], kerf: mm(3), cuts });
  expect(allThere.sticks).toMatchObject([{ isOffcut: true }]);
  expect(allThere.wasteShare).toBe(0);
});

test('twelve pieces of three canvases, many of them alike, are proven', () => {
  const plan = cutBars({
    stockLength: mm(2_400),
    otherLengths: [mm(1_800), mm(1_200)],
    offcuts: [mm(700), mm(980)],
    kerf: mm(3),
    cuts: [
      { length: mm(320), count: 6 },
      { length: mm(250), count: 6 },
    ],
  });
  // The offcuts hold 966 and 643 at most; what is left takes 1 829 with its saw cuts, and 1 800 is too short for it.
  expect(plan.proven).toBe(true);
  expect(plan.sticks.map((stick) => stick.length)).toEqual([mm(980), mm(700), mm(2_400)]);
});

test('a piece longer than whatever there is, and an offcut of nothing, are refused by name', () => {
  const ask = { stockLength: mm(1_000), kerf: 0, cuts: [{ length: mm(1_500), count: 1 }] };
  expect(() => cutBars({ ...ask, offcuts: [mm(1_200)] })).toThrow(/cuts\[0\]\.length.*1200 mm/);
  expect(cutBars({ ...ask, offcuts: [mm(1_600)] }).sticks[0]!.left).toBe(mm(100));
  expect(() => cutBars({ ...ask, offcuts: [0] })).toThrow(/offcuts\[0\]/);
});

/** The least that has to be bought, by trying every piece in every stick. */
function leastBought(sizes: number[], kerf: number, sold: number[], offcuts: number[]): number {
  const longest = Math.max(...sold);
  let least = Infinity;
  const go = (k: number, lying: number[], bought: number[]) => {
    const paid = bought.reduce((sum, used) => sum + Math.min(...sold.filter((s) => s + kerf >= used)), 0);
    if (k === sizes.length) {
      least = Math.min(least, paid);
      return;
    }
    const piece = sizes[k]! + kerf;
    lying.forEach((room, i) => {
      if (room >= piece)
        go(
          k + 1,
          lying.map((r, j) => (j === i ? r - piece : r)),
          bought,
        );
    });
    bought.forEach((used, i) => {
      if (used + piece <= longest + kerf)
        go(
          k + 1,
          lying,
          bought.map((u, j) => (j === i ? u + piece : u)),
        );
    });
    if (piece <= longest + kerf) go(k + 1, lying, [...bought, piece]);
  };
  go(
    0,
    offcuts.map((length) => length + kerf),
    [],
  );
  return least;
}

test('as little is bought as by trying everything; every piece is there once, and fits', () => {
  // Many alike, as bars are; others of any length.
  const length = fc.oneof(fc.constantFrom(30, 45, 60), fc.integer({ min: 20, max: 100 }));
  fc.assert(
    fc.property(
      fc.array(length, { minLength: 1, maxLength: 6 }),
      fc.integer({ min: 0, max: 5 }),
      fc.array(fc.integer({ min: 100, max: 240 }), { minLength: 1, maxLength: 3 }),
      fc.array(fc.integer({ min: 15, max: 150 }), { maxLength: 3 }),
      (sizes, kerf, sold, offcuts) => {
        const { sticks, proven } = sawFromStock(sizes, kerf, sold, offcuts);
        const sorted = (list: number[]) => [...list].sort((a, b) => a - b);
        expect(sorted(sticks.flatMap((stick) => stick.cuts))).toEqual(sorted(sizes));
        for (const { cuts, left, length: long } of sticks) {
          const taken = cuts.reduce((a, b) => a + b, 0) + kerf * (cuts.length - 1);
          expect(taken).toBeLessThanOrEqual(long);
          // The last cut takes its kerf out of what is left, as far as there is any.
          expect(left).toBe(Math.max(0, long - taken));
        }
        const bought = sticks.filter(({ isOffcut }) => !isOffcut);
        const onHand = [...offcuts];
        for (const { length: long } of sticks.filter(({ isOffcut }) => isOffcut))
          onHand.splice(onHand.indexOf(long), 1);
        expect(onHand).toHaveLength(offcuts.length - (sticks.length - bought.length));
        expect(proven).toBe(true);
        expect(bought.reduce((sum, stick) => sum + stick.length, 0)).toBe(
          leastBought(sizes, kerf, sold, offcuts),
        );
      },
    ),
    { numRuns: 150 },
  );
});
