import fc from 'fast-check';
import { parseSize } from '../measure';
import { areaOf, cutsOf, tooNear, type Cut, type Piece, type Placement } from './pieces';
import { layOnSheet, sheetFinding } from './nup';
import { nestRoll, rowsLength } from './roll';
import { layMixed } from './mixed';
import { nestStraight } from './straight';
import { often } from '../../../tests/unit/helpers/trials';

const side = fc.integer({ min: 40, max: 560 }).map((mm) => mm * 1_000);
const piece = fc.record({
  width: side,
  height: side,
  count: fc.integer({ min: 1, max: 4 }),
  rotate: fc.boolean(),
});
const pieces = fc
  .array(piece, { minLength: 1, maxLength: 9 })
  .map((list) => list.map((p, i): Piece => ({ ...p, id: `p${i}` })));

/** Follows straight cuts with a knife, part by part, and says whether each piece ends up alone in a part of its own size. */
function cutUp(
  cuts: readonly Cut[],
  area: { width: number; height: number },
  placements: readonly Placement[],
): boolean {
  let parts = [{ x: 0, y: 0, ...area }];
  for (const c of cuts) {
    const at = parts.findIndex((p) =>
      c.along === 'across'
        ? p.x === c.from && p.x + p.width === c.to && c.at > p.y && c.at < p.y + p.height
        : p.y === c.from && p.y + p.height === c.to && c.at > p.x && c.at < p.x + p.width,
    );
    // A cut that does not run from edge to edge of some part cannot be made.
    if (at < 0) return false;
    const p = parts[at]!;
    const two =
      c.along === 'across'
        ? [
            { ...p, height: c.at - p.y },
            { ...p, y: c.at, height: p.y + p.height - c.at },
          ]
        : [
            { ...p, width: c.at - p.x },
            { ...p, x: c.at, width: p.x + p.width - c.at },
          ];
    if (
      placements.some((q) =>
        two.every(
          (t) =>
            q.x < t.x + t.width && q.x + q.width > t.x && q.y < t.y + t.height && q.y + q.height > t.y,
        ),
      )
    )
      return false;
    parts = [...parts.slice(0, at), ...two, ...parts.slice(at + 1)];
  }
  return placements.every((q) =>
    parts.some((p) => p.x === q.x && p.y === q.y && p.width === q.width && p.height === q.height),
  );
}

const apart = (list: readonly Placement[], gap: number) =>
  list.every((a, i) => list.slice(i + 1).every((b) => !tooNear(a, b, gap)));

describe('pieces of one size on a sheet', () => {
  // Worked with pencil and a sheet: A3 landscape, 5 mm left bare all round, 4 mm between.
  test.each([
    ['420x297 mm', '200x140 mm', 5, 4, 4],
    ['420x297 mm', '130x90 mm', 5, 4, 9],
    ['483x329 mm', '148x105 mm', 5, 3, 8],
    ['600x400 mm', '300x200 mm', 0, 0, 4],
    // A pinwheel would hold five; straight cuts free four.
    ['500x500 mm', '300x200 mm', 0, 0, 3],
    ['297x420 mm', '300x430 mm', 0, 0, 0],
    // Two rows lying and a strip standing beside them.
    ['700x400 mm', '300x200 mm', 0, 0, 4],
    ['800x400 mm', '300x200 mm', 0, 0, 5],
  ])('%s holds so many of %s with margin %i and gutter %i: %i', (sheet, one, margin, gutter, count) => {
    expect(
      layOnSheet({
        sheet: parseSize(sheet),
        piece: parseSize(one),
        margin: margin * 1_000,
        gutter: gutter * 1_000,
      }).count,
    ).toBe(count);
  });

  test('nothing overlaps or leaves the sheet, the gutter is kept, and its own straight cuts free every piece', () => {
    fc.assert(
      fc.property(
        fc.tuple(side, side),
        fc.tuple(side, side),
        fc.integer({ min: 0, max: 15 }),
        fc.integer({ min: 0, max: 8 }),
        fc.boolean(),
        ([sw, sh], [pw, ph], margin, gutter, rotate) => {
          const [sheet, one] = [
            { width: sw * 2, height: sh * 2 },
            { width: pw, height: ph },
          ];
          const laid = layOnSheet({
            sheet,
            piece: one,
            margin: margin * 1_000,
            gutter: gutter * 1_000,
            rotate,
          });
          const within = laid.placements.every(
            (p) =>
              p.x >= margin * 1_000 &&
              p.y >= margin * 1_000 &&
              p.x + p.width <= sheet.width - margin * 1_000 &&
              p.y + p.height <= sheet.height - margin * 1_000,
          );
          const own = laid.placements.every((p) =>
            p.turned ? rotate && p.width === ph && p.height === pw : p.width === pw && p.height === ph,
          );
          const grid = (a: number, b: number) =>
            Math.floor((sheet.width - 2_000 * margin + 1_000 * gutter) / (a + 1_000 * gutter)) *
            Math.floor((sheet.height - 2_000 * margin + 1_000 * gutter) / (b + 1_000 * gutter));
          return (
            within &&
            own &&
            apart(laid.placements, gutter * 1_000) &&
            laid.count >= Math.max(grid(pw, ph), rotate ? grid(ph, pw) : 0) &&
            cutUp(laid.cuts, sheet, laid.placements)
          );
        },
      ),
      { numRuns: often(300, 100) },
    );
  });

  test('on small sheets no straight cutting holds more, by trying them all', () => {
    // Every cutting into halves at every whole step, counted without any cleverness.
    const most = (
      w: number,
      h: number,
      a: number,
      b: number,
      known = new Map<string, number>(),
    ): number => {
      if (!((w >= a && h >= b) || (w >= b && h >= a))) return 0;
      const key = `${w} ${h}`;
      if (known.has(key)) return known.get(key)!;
      let best = 1;
      for (let x = 1; x < w; x++)
        best = Math.max(best, most(x, h, a, b, known) + most(w - x, h, a, b, known));
      for (let y = 1; y < h; y++)
        best = Math.max(best, most(w, y, a, b, known) + most(w, h - y, a, b, known));
      known.set(key, best);
      return best;
    };
    fc.assert(
      fc.property(
        fc.integer({ min: 4, max: 24 }),
        fc.integer({ min: 4, max: 24 }),
        fc.integer({ min: 2, max: 9 }),
        fc.integer({ min: 2, max: 9 }),
        (w, h, a, b) =>
          layOnSheet({
            sheet: { width: w, height: h },
            piece: { width: a, height: b },
            margin: 0,
            gutter: 0,
          }).count === most(w, h, a, b),
      ),
      { numRuns: often(60, 20) },
    );
  });

  // Small pieces, where one grid loses up to a tenth: the counts are those of the exact programme by Herz and Beasley.
  test.each([
    ['297x210 mm', '20x13 mm', 0, 0, 236],
    ['420x297 mm', '37x23 mm', 5, 2, 120],
    ['420x297 mm', '30x19 mm', 5, 2, 175],
    ['610x914 mm', '50x31 mm', 0, 0, 358],
    ['700x1000 mm', '85x55 mm', 10, 3, 126],
  ])(
    '%s of many %s with margin %i and gutter %i: %i, proven the most',
    (sheet, one, margin, gutter, count) => {
      const q = {
        sheet: parseSize(sheet),
        piece: parseSize(one),
        margin: margin * 1_000,
        gutter: gutter * 1_000,
      };
      const laid = layOnSheet(q);
      expect([laid.count, laid.isMost]).toEqual([count, true]);
      expect(cutUp(laid.cuts, q.sheet, laid.placements)).toBe(true);
      expect(sheetFinding(q).says).toContain('No straight cuts free more.');
    },
  );

  test('more than can be searched to the end: never fewer than one grid, and nothing is claimed', () => {
    const q = {
      sheet: { width: 1_118_000, height: 1_500_000 },
      piece: { width: 13_700, height: 11_300 },
      margin: 5_000,
      gutter: 1_000,
    };
    const laid = layOnSheet(q);
    expect(laid.isMost).toBe(false);
    expect(laid.count).toBeGreaterThanOrEqual(Math.floor(1_109 / 14.7) * Math.floor(1_491 / 12.3));
    expect(sheetFinding(q).says).not.toContain('No straight cuts free more.');
  });

  test('four quarters fit only with no gutter and no margin, and it says so', () => {
    const q = {
      sheet: parseSize('A3'),
      piece: { width: 148_500, height: 210_000 },
      margin: 5_000,
      gutter: 3_000,
    };
    expect(layOnSheet({ ...q, margin: 0, gutter: 0 }).count).toBe(4);
    expect(sheetFinding(q)).toMatchObject({
      verdict: 'care',
      says: expect.stringContaining('4 fit only with no gutter and no printer margin'),
    });
    expect(sheetFinding({ ...q, sheet: parseSize('A6') }).verdict).toBe('fails');
  });

  test('a margin that leaves nothing and a piece of no width are named', () => {
    expect(() =>
      layOnSheet({ sheet: parseSize('A4'), piece: parseSize('A6'), margin: 105_000, gutter: 0 }),
    ).toThrow(expect.objectContaining({ field: 'margin' }));
    expect(() =>
      layOnSheet({ sheet: parseSize('A4'), piece: { width: 0, height: 5 }, margin: 0, gutter: 0 }),
    ).toThrow(expect.objectContaining({ field: 'piece.width' }));
  });

  test('more pieces than anybody cuts are refused, not laid until there is no memory left', () => {
    const dust = { sheet: parseSize('A4'), piece: { width: 5, height: 7 }, margin: 0, gutter: 0 };
    expect(() => layOnSheet(dust)).toThrow(expect.objectContaining({ field: 'piece' }));
    const small = { ...dust, piece: { width: 3_000, height: 2_000 } };
    expect(layOnSheet(small).count).toBeGreaterThan(10_000);
  });
});

describe('pieces of any works on a roll', () => {
  const question = { width: 610_000, margin: 5_000, gap: 4_000, effort: 100_000 };
  test('two beside each other take one height and both margins; a third that fits nowhere beside takes another', () => {
    // 290 + 4 + 290 = 584 of 600 mm. 230 + 10 = 240.
    expect(
      nestRoll({
        ...question,
        pieces: [{ id: 'a', width: 290_000, height: 230_000, count: 2, rotate: false }],
      }),
    ).toMatchObject({ length: 240_000, crossCuts: [235_000] });
    // 230 + 4 + 230 + 10.
    expect(
      nestRoll({
        ...question,
        pieces: [{ id: 'a', width: 290_000, height: 230_000, count: 3, rotate: false }],
      }).length,
    ).toBe(474_000);
    // Turned, two of 230 across leave room for nothing, but 290 is all the length they take; three lie 230 + 4 + 290 across: 294 + … is not better.
    expect(
      nestRoll({
        ...question,
        pieces: [
          { id: 'a', width: 580_000, height: 200_000, count: 1, rotate: true },
          { id: 'b', width: 200_000, height: 590_000, count: 1, rotate: true },
        ],
      }).length,
    ).toBe(414_000);
  });

  test('a set that fills the roll to the last millimetre is found', () => {
    // A rectangle of 604 × 500 cut up by hand, gaps included: 304 + 300 across; 304 high: 2 × (150 + …).
    const cut = [
      { w: 300, h: 496 },
      { w: 296, h: 246 },
      { w: 146, h: 246 },
      { w: 146, h: 121 },
      { w: 146, h: 121 },
    ];
    const list = cut.map((c, i) => ({
      id: `c${i}`,
      width: c.w * 1_000,
      height: c.h * 1_000,
      count: 1,
      rotate: true,
    }));
    expect(nestRoll({ ...question, pieces: list }).length).toBe(496_000 + 10_000);
  });

  test('pieces never overlap nor leave the roll, the gap is kept, each is placed once, never longer than simple rows', () => {
    fc.assert(
      fc.property(pieces, fc.integer({ min: 0, max: 10 }), (list, gap) => {
        const q = { width: 610_000, margin: 5_000, gap: gap * 1_000, pieces: list };
        for (const laid of [nestRoll({ ...q, effort: 20_000 }), nestStraight(q)]) {
          const ids = laid.placements.map((p) => p.id).sort();
          const asked = list
            .flatMap((p) =>
              p.count === 1 ? [p.id] : Array.from({ length: p.count }, (_, i) => `${p.id}#${i + 1}`),
            )
            .sort();
          expect(ids).toEqual(asked);
          expect(apart(laid.placements, gap * 1_000)).toBe(true);
          for (const p of laid.placements) {
            const from = list.find((x) => x.id === p.id.split('#')[0])!;
            expect([
              p.x >= 5_000,
              p.y >= 5_000,
              p.x + p.width <= 605_000,
              p.y + p.height <= laid.length - 5_000,
            ]).toEqual([true, true, true, true]);
            expect(p.turned ? [from.rotate, p.width, p.height] : [true, p.height, p.width]).toEqual([
              true,
              from.height,
              from.width,
            ]);
          }
          expect(laid.wasteShare).toBeCloseTo(
            1 - areaOf(laid.placements) / (610 * (laid.length / 1_000)),
            9,
          );
          // A cross-cut crosses no piece.
          expect(
            laid.crossCuts.every((at) => laid.placements.every((p) => p.y >= at || p.y + p.height <= at)),
          ).toBe(true);
        }
        expect(nestRoll({ ...q, effort: 20_000 }).length).toBeLessThanOrEqual(rowsLength(q));
      }),
      { numRuns: often(60, 20) },
    );
  });

  test('laid for straight cuts, the cuts are there; laid tight, it is no longer than that', () => {
    fc.assert(
      fc.property(pieces, (list) => {
        const q = { width: 610_000, margin: 5_000, gap: 3_000, pieces: list };
        const straight = nestStraight(q),
          area = { width: q.width, height: straight.length };
        const cuts = cutsOf(straight.placements, area);
        expect(cuts).not.toBeNull();
        expect(cutUp(cuts!, area, straight.placements)).toBe(true);
      }),
      { numRuns: often(60, 20) },
    );
  });

  test('a pinwheel has no straight cut', () => {
    const at = (id: string, x: number, y: number, width: number, height: number): Placement => ({
      id,
      x,
      y,
      width,
      height,
      turned: false,
    });
    expect(
      cutsOf([at('a', 0, 0, 3, 2), at('b', 3, 0, 2, 3), at('c', 2, 3, 3, 2), at('d', 0, 2, 2, 3)], {
        width: 5,
        height: 5,
      }),
    ).toBeNull();
  });

  test('the same question gives the same layout', () => {
    const list = Array.from({ length: 12 }, (_, i) => ({
      id: `${i}`,
      width: 100_000 + 17_000 * i,
      height: 90_000 + 23_000 * ((i * 5) % 7),
      count: 1,
      rotate: true,
    }));
    expect(nestRoll({ ...question, pieces: list, effort: 200_000 })).toEqual(
      nestRoll({ ...question, pieces: list, effort: 200_000 }),
    );
  });

  test.each([
    [
      'a piece wider than the roll, either way',
      { pieces: [{ id: 'x', width: 700_000, height: 620_000, count: 1, rotate: true }] },
      'pieces[0].width',
      '600 mm',
    ],
    [
      'one that would fit turned, but may not be',
      { pieces: [{ id: 'x', width: 700_000, height: 100_000, count: 1, rotate: false }] },
      'pieces[0].width',
      'may not be turned',
    ],
    ['margins wider than the roll', { margin: 305_000 }, 'margin', 'half the roll'],
    ['a gap below zero', { gap: -1 }, 'gap', 'below zero'],
  ])('%s is answered in a sentence', (_, part, field, says) => {
    const run = () =>
      nestRoll({
        ...question,
        pieces: [{ id: 'a', width: 100_000, height: 100_000, count: 1, rotate: true }],
        ...part,
      });
    expect(run).toThrow(expect.objectContaining({ field }));
    expect(run).toThrow(says);
  });
  test('nothing to lay takes nothing', () =>
    expect(nestRoll({ ...question, pieces: [] })).toEqual({
      length: 0,
      placements: [],
      wasteShare: 0,
      crossCuts: [],
    }));
});

describe('pieces of several sizes on one sheet', () => {
  test('a thousand that are asked of an A3+ leave those that do not fit, the large ones laid first, none over the end', () => {
    const pieces = [
      { id: 'a', width: 60_000, height: 40_000, count: 500, rotate: true },
      { id: 'b', width: 90_000, height: 50_000, count: 500, rotate: true },
    ];
    const laid = layMixed({
      kind: 'sheet',
      width: 329_000,
      height: 483_000,
      margin: 5_000,
      gap: 3_000,
      pieces,
      cuts: 'straight',
    });
    expect(laid.placements.length + laid.left.length).toBe(1_000);
    // 319 × 473 inside: three of 90 across and eight of 50 down, with their gaps.
    expect(laid.placements.length).toBeGreaterThanOrEqual(24);
    expect(laid.placements.every((p) => p.id.startsWith('b') && p.y + p.height <= 478_000)).toBe(true);
    expect(apart(laid.placements, 3_000)).toBe(true);
  });
});
