import fc from 'fast-check';
import { decideFit } from './exact';
import type { Piece } from './pieces';
import { provenBound } from './provenBound';
import { checkedItems, nestRoll } from './roll';
import { rollBound } from './rollBound';
import { shortness } from './shortness';
import { dice } from './turns';

const MM = 1_000;
const question = (width: number, pieces: Omit<Piece, 'id'>[], margin = 0, gap = 0) => ({
  ...{ width: width * MM, margin: margin * MM, gap: gap * MM },
  pieces: pieces.map((p, i): Piece => ({
    ...p,
    ...{ id: `p${i}`, width: p.width * MM, height: p.height * MM },
  })),
});
const decide = (width: number, height: number, pieces: Omit<Piece, 'id'>[], steps?: number) =>
  decideFit(checkedItems(question(width, pieces)), width * MM, height * MM, steps);

/**
 * Whether pieces fit on a grid of whole steps: each in turn at every spot of the grid, every way round. It shares nothing with the
 * search but the question.
 */
function fitsOnGrid(width: number, height: number, pieces: readonly Omit<Piece, 'id'>[]): boolean {
  const taken = new Uint8Array(width * height);
  const each = pieces.flatMap((p) => Array.from({ length: p.count }, () => p));
  const isFree = (x: number, y: number, w: number, h: number): boolean => {
    if (x + w > width || y + h > height) return false;
    for (let row = y; row < y + h; row++)
      for (let column = x; column < x + w; column++) if (taken[row * width + column]) return false;
    return true;
  };
  const set = (x: number, y: number, w: number, h: number, to: number) => {
    for (let row = y; row < y + h; row++) taken.fill(to, row * width + x, row * width + x + w);
  };
  const go = (at: number): boolean => {
    const piece = each[at];
    if (!piece) return true;
    const { width: a, height: b, rotate } = piece;
    for (const [w, h] of rotate && a !== b ? [[a, b] as const, [b, a] as const] : [[a, b] as const])
      for (let y = 0; y < height; y++)
        for (let x = 0; x < width; x++) {
          if (!isFree(x, y, w, h)) continue;
          set(x, y, w, h, 1);
          const fits = go(at + 1);
          set(x, y, w, h, 0);
          if (fits) return true;
        }
    return false;
  };
  return go(0);
}

const side = fc.integer({ min: 1, max: 5 });
const drafts = fc.array(
  fc.record({ width: side, height: side, count: fc.constant(1), rotate: fc.boolean() }),
  { minLength: 1, maxLength: 5 },
);

test('it says of small jobs what trying every spot of a grid says, and lays what it says yes to', () => {
  fc.assert(
    fc.property(drafts, fc.integer({ min: 5, max: 7 }), fc.integer({ min: 3, max: 9 }), (list, w, h) => {
      const decision = decide(w, h, list);
      expect(decision.answer).toBe(fitsOnGrid(w, h, list) ? 'yes' : 'no');
      if (decision.answer !== 'yes') return;
      const { places, height } = decision.result;
      expect(height).toBeLessThanOrEqual(h * MM);
      expect(new Set(places.map(({ item }) => item.id)).size).toBe(list.length);
      for (const [i, a] of places.entries()) {
        expect(a.x + a.way.w).toBeLessThanOrEqual(w * MM);
        for (const b of places.slice(i + 1))
          expect(
            a.x + a.way.w <= b.x || b.x + b.way.w <= a.x || a.y + a.way.h <= b.y || b.y + b.way.h <= a.y,
          ).toBe(true);
      }
    }),
    { numRuns: 150 },
  );
});

test('a piece held off its wall by one that hangs over: five round a hole fit in a square', () => {
  const wheel = { width: 3, height: 2, count: 4, rotate: true };
  expect(decide(5, 5, [wheel]).answer).toBe('yes');
  expect(decide(5, 5, [wheel, { width: 1, height: 1, count: 1, rotate: false }]).answer).toBe('yes');
  expect(decide(5, 5, [wheel, { width: 1, height: 1, count: 2, rotate: false }]).answer).toBe('no');
});

test('what a rectangle was cut into at random is never said not to fit it', () => {
  for (let seed = 1; seed <= 12; seed++) {
    const roll = dice(seed);
    let parts = [{ width: 300, height: 400 }];
    while (parts.length < 9) {
      parts.sort((a, b) => b.width * b.height - a.width * a.height);
      const [{ width, height }, ...rest] = parts as [(typeof parts)[0], ...typeof parts];
      const isAcross = roll(2) === 0;
      const length = isAcross ? width : height;
      const at = 1 + Math.floor(length / 4) + roll(Math.floor(length / 2));
      const one = isAcross ? { width: at, height } : { width, height: at };
      const other = isAcross ? { width: width - at, height } : { width, height: height - at };
      parts = [...rest, one, other];
    }
    const pieces = parts.map((p) => ({ ...p, count: 1, rotate: true }));
    expect([seed, decide(300, 400, pieces).answer]).not.toEqual([seed, 'no']);
    expect(decide(300, 399, pieces).answer).toBe('no');
  }
});

test('what cannot be told in so many steps is not told', () => {
  const pieces = [
    { width: 7, height: 11, count: 6, rotate: true },
    { width: 13, height: 5, count: 6, rotate: true },
  ];
  expect(decide(31, 30, pieces, 3).answer).toBe('not told');
});

test('a layout that no bound reaches is proven shortest, and one that is longer is not', () => {
  const q = question(
    610,
    [
      { width: 240, height: 300, count: 2, rotate: true },
      { width: 127, height: 178, count: 5, rotate: true },
    ],
    5,
    4,
  );
  const { length } = nestRoll(q);
  // The bounds alone leave 492 mm open, the next sum of heights that could be.
  expect([length, rollBound(q)]).toEqual([501 * MM, 492 * MM]);
  expect(shortness(length, provenBound(q, length)).says).toBe('Proven shortest: nothing can be shorter.');
  expect(provenBound(q, length + 30 * MM)).toBe(492 * MM);
});
