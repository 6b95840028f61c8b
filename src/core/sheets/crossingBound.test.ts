import fc from 'fast-check';
import { crossingBound } from './crossingBound';
import { checkedItems, nestRoll } from './roll';
import type { Piece } from './pieces';

const question = (width: number, pieces: Omit<Piece, 'id'>[]) => ({
  ...{ width, margin: 0, gap: 0 },
  pieces: pieces.map((piece, i): Piece => ({ id: `p${i}`, ...piece })),
});
const boundOf = (width: number, pieces: Omit<Piece, 'id'>[]) =>
  crossingBound(checkedItems(question(width, pieces)), width);
const fixed = (width: number, height: number, count: number) => ({ width, height, count, rotate: false });

test('worked by hand: what lies beside each other fits the width, and nothing lies there oftener than there is of it', () => {
  // Two of 45 or three of 30 lie beside each other in 100; one of each leaves room for no third. 60 for either.
  expect(boundOf(100_000, [fixed(45_000, 60_000, 2), fixed(30_000, 60_000, 3)])).toBeCloseTo(120_000, 3);
  // One long strip beside two short ones that stand on each other: no less than the long one.
  expect(boundOf(100_000, [fixed(40_000, 90_000, 1), fixed(60_000, 45_000, 2)])).toBeCloseTo(90_000, 3);
  // Only one of it: a second would fit beside it, and there is none.
  expect(boundOf(100_000, [fixed(45_000, 80_000, 1)])).toBeCloseTo(80_000, 3);
});

test('a piece that may turn counts the better way round', () => {
  const turning = { width: 60_000, height: 50_000, count: 2, rotate: true };
  expect(boundOf(100_000, [turning])).toBeCloseTo(60_000, 3);
  expect(boundOf(100_000, [{ ...turning, rotate: false }])).toBeCloseTo(100_000, 3);
});

test('it is never under the bare area, and what a roll was cut from is never under it', () => {
  const side = fc.integer({ min: 5, max: 60 });
  fc.assert(
    fc.property(fc.array(fc.tuple(side, side), { minLength: 1, maxLength: 9 }), (sides) => {
      const pieces = sides.map(([w, h]) => fixed(w * 1_000, h * 1_000, 1));
      const area = pieces.reduce((sum, { width, height }) => sum + width * height, 0) / 60_000;
      const stacked = pieces.reduce((sum, { height }) => sum + height, 0);
      const bound = boundOf(60_000, pieces);
      expect(bound).toBeGreaterThanOrEqual(area - 0.01);
      expect(bound).toBeLessThanOrEqual(stacked + 0.01);
    }),
    { numRuns: 60 },
  );
});

test('of too many pieces it says nothing unless it is asked to, and then nothing that is too much', () => {
  const sizes = [210, 148, 203, 254, 127, 178, 97, 133, 61, 83, 71, 89];
  const pieces = sizes.flatMap((w, i) =>
    sizes.slice(i + 1).map((h) => ({ width: w * 1_000, height: h * 1_000, count: 1, rotate: true })),
  );
  const q = question(610_000, pieces);
  const items = checkedItems(q);
  expect(crossingBound(items, 610_000)).toBe(0);
  const bound = crossingBound(items, 610_000, Infinity);
  const area = pieces.reduce((sum, { width, height }) => sum + width * height, 0) / 610_000;
  expect(bound).toBeGreaterThanOrEqual(area - 1);
  expect(bound).toBeLessThanOrEqual(nestRoll(q).length);
});
