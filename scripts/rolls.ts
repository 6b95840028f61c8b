// Five sets of mixed print sizes for the roll, a peer's best on them, and a length that nothing can be under.
import { createRequire } from 'node:module';
import { crossingBound } from '@/core/sheets/crossingBound';
import type { Piece } from '@/core/sheets/pieces';
import { checkedItems } from '@/core/sheets/roll';

// Its module for import names files that are not in the package; the one for require does.
const { MaxRectsPacker, PACKING_LOGIC } = createRequire(import.meta.url)(
  'maxrects-packer',
) as typeof import('maxrects-packer');

/** Images in millimetres, as offered; each gets a border. */
const SIZES = [
  [240, 180],
  [300, 240],
  [400, 300],
  [500, 400],
  [300, 300],
  [200, 200],
  [210, 297],
  [297, 420],
  [148, 210],
  [203, 254],
  [305, 406],
  [100, 150],
  [130, 180],
  [800, 200],
  [600, 450],
  [420, 420],
] as const;
const BORDERS = [0, 10, 25] as const;
export const SET_COUNTS = [20, 50, 100, 200, 400] as const;
export const ROLLS = [610_000, 1_118_000] as const;
export const GAP = 4_000,
  MARGIN = 5_000;

/** A set of so many pieces, the same every time. */
export function rollSet(count: number, seed = 7): Piece[] {
  let s = (seed * 7_919 + count) >>> 0;
  const roll = (n: number) => {
    s = (Math.imul(s, 1_664_525) + 1_013_904_223) >>> 0;
    return Math.floor((s / 4_294_967_296) * n);
  };
  return Array.from({ length: count }, (_, i) => {
    const [w, h] = SIZES[roll(SIZES.length)]!,
      b = BORDERS[roll(BORDERS.length)]!;
    const [width, height] = [(w + 2 * b) * 1_000, (h + 2 * b) * 1_000];
    return { id: `${i}`, width, height, count: 1, rotate: true };
  });
}

/** The shortest the peer finds: both its rules, turned or not, six orders in. */
export function peerLength(pieces: readonly Piece[], width: number): number {
  const room = width - 2 * MARGIN + GAP;
  const area = (p: Piece) => p.width * p.height;
  const orders: ((a: Piece, b: Piece) => number)[] = [
    (a, b) => area(b) - area(a),
    (a, b) => Math.max(b.width, b.height) - Math.max(a.width, a.height),
    (a, b) => Math.min(b.width, b.height) - Math.min(a.width, a.height),
    (a, b) => b.width + b.height - a.width - a.height,
    (a, b) => b.height - a.height || b.width - a.width,
    (a, b) => b.width - a.width || b.height - a.height,
  ];
  let best = Infinity;
  for (const logic of [PACKING_LOGIC.MAX_AREA, PACKING_LOGIC.MAX_EDGE])
    for (const allowRotation of [true, false])
      for (const smart of [true, false])
        for (const order of orders)
          for (const upright of [true, false]) {
            if (
              !allowRotation &&
              pieces.some((p) => (upright ? p.width : Math.max(p.width, p.height)) + GAP > room)
            )
              continue;
            const packer = new MaxRectsPacker(room, 1e9, 0, {
              smart,
              pot: false,
              square: false,
              allowRotation,
              logic,
              border: 0,
            });
            for (const p of [...pieces].sort(order))
              packer.add(
                (upright ? p.width : Math.max(p.width, p.height)) + GAP,
                (upright ? p.height : Math.min(p.width, p.height)) + GAP,
                p.id,
              );
            if (packer.bins.length !== 1) continue;
            const high = Math.max(...packer.bins[0]!.rects.map((r) => r.y + r.height));
            best = Math.min(best, high - GAP + 2 * MARGIN);
          }
  return best;
}

/** Bare area over the roll's usable width: what no layout can be under, but far from what can be reached on a narrow roll. */
export function areaBound(pieces: readonly Piece[], width: number): number {
  return (
    pieces.reduce((sum, p) => sum + (p.width + GAP) * (p.height + GAP), 0) / (width - 2 * MARGIN + GAP) -
    GAP +
    2 * MARGIN
  );
}

/** A better bound, by what crosses the roll (`crossingBound`), of lists of any length. */
export const crossingBoundOf = (pieces: readonly Piece[], width: number): number => {
  const items = checkedItems({ width, margin: MARGIN, gap: GAP, pieces });
  return crossingBound(items, width - 2 * MARGIN + GAP, Infinity) - GAP + 2 * MARGIN;
};
