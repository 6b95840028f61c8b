import type { Um } from '../measure';
import { tooNear, type Laid } from './pieces';

/** What pieces lie on: a sheet has two sides; a roll only a width. */
export type Ground = { width: Um; height: Um | null; margin: Um; gap: Um };

/**
 * Where a piece comes to lie when it is let go: drawn to margins and neighbours that are near, with the gap between; never off
 * the paper's first edges. Where that would bring it too near another, it stays where it was let go.
 *
 * @param near how far it is drawn, in micrometres
 * @example snapPiece({ id: 'a', x: 6000, y: 5200, width: 100000, height: 50000, turned: false }, [], { width: 610000, height: null, margin: 5000, gap: 4000 }, 2000) // { id: 'a', x: 5000, y: 5000, width: 100000, height: 50000, turned: false }
 */
export function snapPiece(piece: Laid, others: readonly Laid[], ground: Ground, near: Um): Laid {
  const { margin, gap, width, height } = ground;
  const free = { ...piece, x: Math.max(0, piece.x), y: Math.max(0, piece.y) };
  const across = [
    margin,
    width - margin - piece.width,
    ...others.flatMap((o) => besides(o.x, o.width, piece.width, gap)),
  ];
  const along = [
    margin,
    ...(height === null ? [] : [height - margin - piece.height]),
    ...others.flatMap((o) => besides(o.y, o.height, piece.height, gap)),
  ];
  const drawn = { ...free, x: drawnTo(free.x, across, near), y: drawnTo(free.y, along, near) };
  return others.some((o) => tooNear(drawn, o, gap)) ? free : drawn;
}

/** Flush with either end of a neighbour, or after or before it with the gap between. */
const besides = (start: Um, length: Um, own: Um, gap: Um): Um[] => [
  start,
  start + length + gap,
  start - gap - own,
  start + length - own,
];

function drawnTo(place: Um, lines: readonly Um[], near: Um): Um {
  const best = lines.reduce((a, b) => (Math.abs(b - place) < Math.abs(a - place) ? b : a));
  return Math.abs(best - place) <= near ? best : place;
}

/** The piece turned a quarter about its first corner. @example turnedPiece({ id: 'a', x: 0, y: 0, width: 2, height: 1, turned: false }).width // 1 */
export const turnedPiece = (piece: Laid): Laid => ({
  ...piece,
  width: piece.height,
  height: piece.width,
  turned: !piece.turned,
});
