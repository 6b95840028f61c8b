import fc from 'fast-check';
import { InputError } from '../errors';
import { paperCost } from './layoutFacts';
import { layMixed } from './mixed';
import { tooNear, type Piece } from './pieces';
import { chooseStock, type StockLot, type StockQuestion, type StockWay } from './stockChoice';

const MM = 1_000;
const sheet = (id: string, width: number, height: number, onHand: number, each: number): StockLot => ({
  ...{ id, name: id, form: 'sheet', width: width * MM, height: height * MM },
  ...{ onHand, received: 10, price: each * 10 },
});
/** So many metres left of ten, at so much a metre. */
const roll = (id: string, width: number, metres: number, aMetre: number): StockLot => ({
  ...{ id, name: id, form: 'roll', width: width * MM, height: null },
  ...{ onHand: metres * 1_000_000, received: 10_000_000, price: aMetre * 10 },
});
const piece = (id: string, width: number, height: number, count: number, rotate = true): Piece => ({
  ...{ id, width: width * MM, height: height * MM, count, rotate },
});
const ask = (more: Partial<StockQuestion>): StockQuestion => ({
  ...{
    pieces: [],
    lots: [],
    margin: 5 * MM,
    gap: 5 * MM,
    cuts: 'straight',
    leastOffcut: 150 * MM,
    effort: 100_000,
  },
  ...more,
});
const taken = (way: StockWay) => way.uses.map(({ lot }) => lot.id).join(' ');

describe('by hand', () => {
  test('two prints, one sheet each of the small or one of the large: the dearer sheet costs more and leaves more', () => {
    // The small: 300 × 200 holds one, 2 × 1.00. The large: 420 × 300 holds both, 2.20, and nothing is left that is 150 mm wide.
    const lots = [sheet('small', 300, 200, 5, 100), sheet('large', 420, 300, 5, 220)];
    const ways = chooseStock(ask({ pieces: [piece('a', 200, 180, 2)], lots }));
    expect(ways.map((way) => [taken(way), way.cost, way.kept, way.lost])).toEqual([
      ['small small', 200, 0, 200],
      ['large', 220, 0, 220],
    ]);
  });

  test('what stays usable is not lost: the large sheet, of which more than half stays, is cut', () => {
    const pieces = [piece('a', 200, 180, 1, false)];
    const lots = [sheet('small', 300, 200, 5, 100), sheet('large', 420, 500, 5, 150)];
    // Below the print at 5 to 185 mm stay 315 of 500 mm: 0.63 of 1.50 is 0.945, so 0.555 are lost for the 1.00 of the small.
    const [best] = chooseStock(ask({ pieces, lots }));
    expect(best).toMatchObject({ cost: 150, kept: 95, lost: 55 });
    expect(best!.uses[0]!.offcut).toEqual({ width: 420 * MM, height: 315 * MM, worth: 95 });
    // Nobody keeps strips under 320 mm: then it is lost, and the small one is cheaper.
    const [kept] = chooseStock(ask({ pieces, lots, leastOffcut: 320 * MM }));
    expect([taken(kept!), kept!.lost]).toEqual(['small', 100]);
  });

  test('one lot alone is not enough, two together are; lots of one size are cut the oldest first', () => {
    const lots = [
      sheet('old', 300, 200, 1, 100),
      sheet('new', 300, 200, 1, 140),
      sheet('large', 420, 300, 1, 500),
    ];
    const three = chooseStock(ask({ pieces: [piece('a', 280, 180, 3, false)], lots }));
    expect(three.map(taken)).toEqual(['old new large']);
    expect(three[0]!.cost).toBe(740);
    expect(chooseStock(ask({ pieces: [piece('a', 280, 180, 4, false)], lots }))).toEqual([]);
  });

  test('a roll costs by its length; what it holds of too many goes on it, the rest on a sheet', () => {
    // 610 mm of roll: two of 290 × 200 side by side, each row 205 mm; 0.4 m holds 2 × 5 + 200 = 210 for two.
    const long = chooseStock(
      ask({ pieces: [piece('a', 290, 200, 2, false)], lots: [roll('r', 610, 9, 1_000)] }),
    );
    expect([long[0]!.uses[0]!.taken, long[0]!.cost]).toEqual([210 * MM, 210]);
    const short = [roll('r', 610, 0.25, 1_000), sheet('s', 300, 210, 4, 120)];
    const mixed = chooseStock(ask({ pieces: [piece('a', 290, 200, 3, false)], lots: short }));
    expect(mixed.map((way) => [taken(way), way.cost])).toEqual([
      ['r s', 330],
      ['s s s', 360],
    ]);
  });

  test('a piece that no lot takes leaves no way; a bad question names its field', () => {
    const lots = [sheet('s', 300, 200, 5, 100)];
    expect(chooseStock(ask({ pieces: [piece('a', 400, 100, 1)], lots }))).toEqual([]);
    const fieldOf = (more: Partial<StockQuestion>) => {
      try {
        chooseStock(ask({ lots, pieces: [piece('a', 100, 100, 1)], ...more }));
      } catch (error) {
        return error instanceof InputError ? error.field : error;
      }
      return null;
    };
    expect([
      fieldOf({ pieces: [] }),
      fieldOf({ pieces: [piece('a', 100, 100, 0)] }),
      fieldOf({ pieces: [piece('a', 100, -1, 1)] }),
      fieldOf({ margin: -1 }),
      fieldOf({}),
    ]).toEqual(['pieces', 'pieces[0].count', 'pieces[0].height', 'margin', null]);
  });
});

test('what is told of a roll is as short as laying it anew makes it', () => {
  const pieces = [
    piece('a', 450, 350, 3),
    piece('b', 290, 230, 4),
    piece('c', 290, 230, 3),
    piece('d', 200, 60, 2),
  ];
  const q = ask({ pieces, lots: [roll('r', 610, 9, 1_000)], cuts: 'tight', effort: 20_000 });
  const anew = layMixed({
    kind: 'roll',
    width: 610 * MM,
    height: null,
    margin: q.margin,
    gap: q.gap,
    pieces,
    cuts: 'tight',
    effort: 3_000_000,
  });
  const [quick] = chooseStock(q);
  const [told] = chooseStock({ ...q, lastEffort: 3_000_000 });
  expect(told!.uses[0]!.taken).toBe(anew.length);
  expect(told!.uses[0]!.taken).toBeLessThanOrEqual(quick!.uses[0]!.taken);
});

const anyLot = (i: number) =>
  fc.oneof(
    fc
      .record({
        w: fc.integer({ min: 200, max: 700 }),
        h: fc.integer({ min: 200, max: 900 }),
        n: fc.integer({ min: 0, max: 3 }),
        each: fc.integer({ min: 50, max: 900 }),
      })
      .map(({ w, h, n, each }) => sheet(`l${i}`, w, h, n, each)),
    fc
      .record({
        w: fc.integer({ min: 300, max: 700 }),
        cm: fc.integer({ min: 0, max: 120 }),
        each: fc.integer({ min: 200, max: 2_000 }),
      })
      .map(({ w, cm, each }) => roll(`l${i}`, w, cm / 100, each)),
  );
const anyPiece = (i: number) =>
  fc
    .record({
      w: fc.integer({ min: 60, max: 320 }),
      h: fc.integer({ min: 60, max: 320 }),
      n: fc.integer({ min: 1, max: 2 }),
      rotate: fc.boolean(),
    })
    .map(({ w, h, n, rotate }) => piece(`p${i}`, w, h, n, rotate));
const anyJob = fc.record({
  lots: fc.tuple(anyLot(0), anyLot(1), anyLot(2)),
  pieces: fc.tuple(anyPiece(0), anyPiece(1)),
});

test('whatever is asked: every piece once, nothing over another or the margin, no lot beyond what is there, sums that add up', () => {
  fc.assert(
    fc.property(anyJob, (job) => {
      const q = ask(job);
      for (const way of chooseStock(q)) {
        for (const p of q.pieces) {
          const laid = way.uses.flatMap((use) =>
            use.placements.filter(({ id }) => id.split('#')[0] === p.id),
          );
          expect(laid).toHaveLength(p.count);
          for (const at of laid)
            expect([at.width, at.height]).toEqual(at.turned ? [p.height, p.width] : [p.width, p.height]);
          if (!p.rotate) expect(laid.every((at) => !at.turned)).toBe(true);
        }
        for (const { placements, paper, taken: deep } of way.uses) {
          expect(new Set(placements.map(({ id }) => id)).size).toBe(placements.length);
          for (const [i, a] of placements.entries()) {
            expect(Math.min(a.x, a.y)).toBeGreaterThanOrEqual(q.margin);
            expect(a.x + a.width).toBeLessThanOrEqual(paper.width - q.margin);
            expect(a.y + a.height).toBeLessThanOrEqual(deep - q.margin);
            expect(placements.slice(i + 1).some((b) => tooNear(a, b, q.gap))).toBe(false);
          }
        }
        for (const lot of q.lots) {
          const uses = way.uses.filter((use) => use.lot.id === lot.id);
          const all = lot.height === null ? uses.reduce((sum, use) => sum + use.taken, 0) : uses.length;
          expect(all).toBeLessThanOrEqual(lot.onHand);
        }
        expect(way.cost).toBe(
          way.uses.reduce(
            (sum, use) => sum + paperCost(use.lot, use.lot.height === null ? use.taken : 1),
            0,
          ),
        );
        expect(way.lost).toBe(way.cost - way.kept);
      }
    }),
    { numRuns: 60 },
  );
});

/** Every order of sheets there is, each laid like a layout: what loses least of them all. */
function exhausted(q: StockQuestion): number | null {
  const lay = (lot: StockLot, left: Record<string, number>) => {
    const pieces = q.pieces.map((p) => ({ ...p, count: left[p.id]! })).filter(({ count }) => count > 0);
    const fits = (p: Piece, w: number, h: number) =>
      w <= lot.width - 2 * q.margin && h <= lot.height! - 2 * q.margin;
    const can = pieces.filter(
      (p) => fits(p, p.width, p.height) || (p.rotate && fits(p, p.height, p.width)),
    );
    if (can.length === 0) return null;
    const { placements } = layMixed({
      kind: 'sheet',
      width: lot.width,
      height: lot.height,
      margin: q.margin,
      gap: q.gap,
      pieces: can,
      cuts: q.cuts,
    });
    return placements;
  };
  const search = (left: Record<string, number>, used: Record<string, number>): number | null => {
    if (Object.values(left).every((n) => n === 0)) return 0;
    let best: number | null = null;
    for (const lot of q.lots) {
      if ((used[lot.id] ?? 0) >= lot.onHand) continue;
      const placements = lay(lot, left);
      if (!placements?.length) continue;
      const after = { ...left };
      for (const { id } of placements) after[id.split('#')[0]!]! -= 1;
      const [right, below] = [
        Math.max(...placements.map((p) => p.x + p.width)),
        Math.max(...placements.map((p) => p.y + p.height)),
      ];
      const strips = [
        [lot.width - right, lot.height!],
        [lot.width, lot.height! - below],
      ].filter(([w, h]) => Math.min(w!, h!) >= q.leastOffcut);
      const cost = paperCost(lot, 1);
      const worth = Math.max(
        0,
        ...strips.map(([w, h]) => Math.round((cost * w! * h!) / (lot.width * lot.height!))),
      );
      const rest = search(after, { ...used, [lot.id]: (used[lot.id] ?? 0) + 1 });
      if (rest !== null && (best === null || cost - worth + rest < best)) best = cost - worth + rest;
    }
    return best;
  };
  return search(Object.fromEntries(q.pieces.map((p) => [p.id, p.count])), {});
}

test('on small jobs nothing loses less: held against every order of sheets there is', () => {
  const sheets = fc
    .tuple(
      ...[0, 1].map((i) =>
        fc
          .record({
            w: fc.integer({ min: 200, max: 500 }),
            h: fc.integer({ min: 200, max: 500 }),
            n: fc.integer({ min: 1, max: 3 }),
            each: fc.integer({ min: 50, max: 900 }),
          })
          .map(({ w, h, n, each }) => sheet(`l${i}`, w, h, n, each)),
      ),
    )
    .filter(([a, b]) => a!.width !== b!.width);
  fc.assert(
    fc.property(sheets, fc.tuple(anyPiece(0), anyPiece(1)), (lots, pieces) => {
      const q = ask({ lots, pieces });
      expect(chooseStock(q)[0]?.lost ?? null).toBe(exhausted(q));
    }),
    { numRuns: 60 },
  );
});
