import fc from 'fast-check';
import { layMixed } from './mixed';
import { cutsOf, type Piece } from './pieces';
import { nestRoll, type RollQuestion } from './roll';
import { rollBound } from './rollBound';
import { shortness } from './shortness';
import { nestStraight } from './straight';
import { dice } from './turns';
import { often } from '../../../tests/unit/helpers/trials';

const MM = 1_000;
const INCH = 25_400;
const piece = (id: string, width: number, height: number, count: number, rotate = true): Piece => ({
  ...{ id, width, height, count, rotate },
});

/** A rectangle cut apart by straight cuts, each part turned as it happens: its length is what they can be laid on again. */
function cutApart(
  width: number,
  height: number,
  parts: number,
  roll: (below: number) => number,
): Piece[] {
  const cut = (w: number, h: number, n: number): [number, number][] => {
    const isAcross = roll(2) === 0;
    const side = isAcross ? w : h;
    if (n <= 1 || side < 120) return [[w, h]];
    const at = 60 + roll(side - 119);
    const here = 1 + roll(n - 1);
    return isAcross
      ? [...cut(at, h, here), ...cut(w - at, h, n - here)]
      : [...cut(w, at, here), ...cut(w, h - at, n - here)];
  };
  return cut(width, height, parts).map(([w, h], i) => {
    const isTurned = roll(2) === 0 && h <= width;
    return piece(`p${i}`, (isTurned ? h : w) * MM, (isTurned ? w : h) * MM, 1);
  });
}

describe('everyday jobs that were cut badly', () => {
  // Found by hand and by exhaustive search elsewhere: what is possible, and what was laid before.
  const JOBS: [string, RollQuestion, number][] = [
    [
      'a roll of 610 mm: six 300 × 400, four 200 × 200, two 500 × 600 that may not turn',
      {
        ...{ width: 610 * MM, margin: 5 * MM, gap: 5 * MM },
        pieces: [
          piece('a', 300 * MM, 400 * MM, 6),
          piece('b', 200 * MM, 200 * MM, 4),
          piece('c', 500 * MM, 600 * MM, 2, false),
        ],
      },
      3_255 * MM,
    ],
    [
      'a roll of 24 in: six 8 × 10, four 11 × 14, six 5 × 7',
      {
        ...{ width: 24 * INCH, margin: INCH / 8, gap: INCH / 8 },
        pieces: [
          piece('a', 8 * INCH, 10 * INCH, 6),
          piece('b', 11 * INCH, 14 * INCH, 4),
          piece('c', 5 * INCH, 7 * INCH, 6),
        ],
      },
      60.875 * INCH,
    ],
  ];
  test.each(JOBS)('%s', (_says, q, possible) => {
    const { length } = nestRoll(q);
    expect(length).toBeLessThanOrEqual(possible);
    expect(length).toBeGreaterThanOrEqual(rollBound(q));
  });
});

test.each([6, 8, 10, 12])(
  'rolls cut out of a rectangle at random are laid on its own length again: %d pieces',
  (parts) => {
    const roll = dice(parts);
    for (let k = 0; k < 8; k += 1) {
      const height = 400 + roll(800);
      const q = {
        ...{ width: 600 * MM, margin: 0, gap: 0 },
        pieces: cutApart(600, height, parts, roll),
      };
      expect({ k, length: nestRoll(q).length }).toEqual({ k, length: height * MM });
    }
  },
);

test.each([20, 35, 50])('%d pieces cut out of a rectangle come within three per cent of it', (parts) => {
  const roll = dice(parts);
  for (let k = 0; k < 3; k += 1) {
    const height = 800 + roll(1_200);
    const q = { ...{ width: 600 * MM, margin: 0, gap: 0 }, pieces: cutApart(600, height, parts, roll) };
    expect(nestRoll(q).length / (height * MM)).toBeLessThanOrEqual(1.03);
  }
});

test('straight cuts: the order of the bands and the turnings are searched, and cost little of everyday jobs', () => {
  // By the three plain orders: 1 982, 2 744 and 1 532 mm.
  const jobs: [number, Piece[], number][] = [
    [1_118, [piece('a', 400, 500, 7), piece('b', 279, 356, 3, false)], 1_722],
    [432, [piece('a', 300, 400, 7), piece('b', 210, 297, 2), piece('c', 127, 178, 1, false)], 2_649],
    [432, [piece('a', 210, 297, 4), piece('b', 127, 178, 5), piece('c', 200, 200, 3)], 1_466],
  ];
  for (const [width, drafts, most] of jobs) {
    const pieces = drafts.map((p) => ({ ...p, width: p.width * MM, height: p.height * MM }));
    const q = { ...{ width: width * MM, margin: 5 * MM, gap: 4 * MM }, pieces };
    const laid = nestStraight(q);
    expect([width, laid.length <= most * MM]).toEqual([width, true]);
    expect(cutsOf(laid.placements, { width: q.width, height: laid.length })).not.toBeNull();
  }
});

test('a tight layout that straight cuts free is the layout for straight cuts', () => {
  const pieces = [
    piece('a', 450 * MM, 350 * MM, 3),
    piece('b', 450 * MM, 360 * MM, 2),
    piece('c', 290 * MM, 230 * MM, 7),
    piece('d', 200 * MM, 60 * MM, 2),
  ];
  const q = { ...{ width: 610 * MM, margin: 5 * MM, gap: 4 * MM }, pieces };
  const laid = layMixed({ ...q, kind: 'roll', height: null, cuts: 'straight' });
  // In bands 2 510 mm: side by side on the whole length they are shorter, and one long cut parts them.
  expect(nestStraight(q).length).toBeGreaterThan(laid.length);
  expect(cutsOf(laid.placements, { width: q.width, height: laid.length })).not.toBeNull();
});

/** The shortest of every order and every turning, each piece put as low as it goes: all there is for three or four pieces. */
function shortestOfAll(pieces: readonly Piece[], width: number): number {
  let best = Infinity;
  type Box = { x: number; y: number; w: number; h: number };
  const go = (left: readonly Piece[], laid: readonly Box[], top: number): void => {
    if (top >= best) return;
    if (left.length === 0) {
      best = top;
      return;
    }
    for (const p of left)
      for (const [w, h] of p.rotate
        ? [
            [p.width, p.height],
            [p.height, p.width],
          ]
        : [[p.width, p.height]]) {
        if (w! > width) continue;
        for (const x of new Set([0, ...laid.flatMap((b) => [b.x + b.w, b.x - w!])])) {
          if (x < 0 || x + w! > width) continue;
          const under = laid.filter((b) => b.x < x + w! && x < b.x + b.w);
          const y = Math.max(0, ...under.map((b) => b.y + b.h));
          go(
            left.filter((each) => each !== p),
            [...laid, { x, y, w: w!, h: h! }],
            Math.max(top, y + h!),
          );
        }
      }
  };
  go(pieces, [], 0);
  return best;
}

test('of small jobs none is longer than the shortest of all ways, and the bound is never above it', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          width: fc.integer({ min: 5, max: 60 }),
          height: fc.integer({ min: 5, max: 60 }),
          rotate: fc.boolean(),
        }),
        { minLength: 1, maxLength: 4 },
      ),
      (drafts) => {
        const pieces = drafts.map((d, i) => piece(`p${i}`, d.width * MM, d.height * MM, 1, d.rotate));
        const q = { width: 60 * MM, margin: 0, gap: 0, pieces };
        const shortest = shortestOfAll(pieces, 60 * MM);
        expect(nestRoll(q).length).toBeLessThanOrEqual(shortest);
        expect(rollBound(q)).toBeLessThanOrEqual(shortest);
      },
    ),
    { numRuns: often(50, 20) },
  );
});

test('the bound: pieces that cannot lie beside each other stand above each other, and heights add up', () => {
  const q = { width: 100 * MM, margin: 0, gap: 0 };
  // 51 + 51 > 100: three of them stand on each other, whichever way their shorter side goes.
  expect(rollBound({ ...q, pieces: [piece('a', 51 * MM, 80 * MM, 3, false)] })).toBe(240 * MM);
  expect(rollBound({ ...q, pieces: [piece('a', 80 * MM, 51 * MM, 3)] })).toBe(153 * MM);
  // By area 30.6 mm would do; but nothing stands at that height: 40 is the least sum of heights above it.
  expect(rollBound({ ...q, pieces: [piece('a', 51 * MM, 20 * MM, 3)] })).toBe(40 * MM);
  expect(rollBound({ ...q, pieces: [] })).toBe(0);
});

test('how near a length is to the shortest is never said to be nearer than it is', () => {
  expect(shortness(1_000, 1_000)).toMatchObject({ isShortest: true, over: 0 });
  expect(shortness(1_001, 1_000).says).toBe('At most 0.1 % longer than anything could be.');
  expect(shortness(1_011, 1_000).says).toBe('At most 1.1 % longer than anything could be.');
});
