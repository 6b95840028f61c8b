import { quadToSquareMap, reversedMap, throughSquare, type Homography, type Quad } from '../capture/quad';
import { InputError } from '../errors';
import type { Um } from '../measure';
import type { PixelBox, PixelPoint } from './buyerWall';
import type { Framing } from './plan';

/** A rectangle on a wall whose sides somebody measured, and its corners in the photograph, from top left clockwise. */
export type KnownRectangle = {
  corners: [PixelPoint, PixelPoint, PixelPoint, PixelPoint];
  width: Um;
  height: Um;
};

/** A framed picture on a wall that is seen aslant: from its own µm, counted from its frame's top left, to the photograph. */
export type AslantPiece = (x: Um, y: Um) => PixelPoint;

const LEAST_SIDE_PX = 20;

/** What a point of the wall is seen behind: the eye's own plane has no place in the photograph. */
const depthAt = (map: Homography, u: number, v: number): number => map[6]! * u + map[7]! * v + map[8]!;

/**
 * The wall as the photograph sees it: the unit square is the known rectangle.
 *
 * @throws InputError for corners that are no rectangle seen from anywhere, or a side of nothing
 */
function wallMap({ corners, width, height }: KnownRectangle): Homography {
  if (!(width > 0)) throw new InputError('width', width, 'a length above nothing');
  if (!(height > 0)) throw new InputError('height', height, 'a length above nothing');
  const shortest = Math.min(
    ...corners.map((corner, i) => {
      const next = corners[(i + 1) % 4]!;
      return Math.hypot(next.x - corner.x, next.y - corner.y);
    }),
  );
  if (shortest < LEAST_SIDE_PX)
    throw new InputError('corners', Math.round(shortest), `four sides of at least ${LEAST_SIDE_PX} px`);
  return quadToSquareMap(corners);
}

/**
 * Hangs a framed picture on a wall that was photographed aslant, true to scale wherever it hangs on it.
 *
 * @param middle where the middle of the frame is seen, px
 * @throws InputError where that is no place on the wall: beyond the line at which it would end in the distance
 * @example hangAslant({ outer: { width: 200000, height: 100000 } }, { x: 60, y: 40 }, { corners: [{ x: 10, y: 10 }, { x: 110, y: 10 }, { x: 110, y: 60 }, { x: 10, y: 60 }], width: 1000000, height: 500000 })(0, 0) // { x: 50, y: 35 }
 */
export function hangAslant(
  piece: Pick<Framing, 'outer'>,
  middle: PixelPoint,
  known: KnownRectangle,
): AslantPiece {
  const map = wallMap(known);
  const at = throughSquare(reversedMap(map), middle.x, middle.y);
  const place = (x: Um, y: Um) => ({
    u: at.x + (x - piece.outer.width / 2) / known.width,
    v: at.y + (y - piece.outer.height / 2) / known.height,
  });
  const { width, height } = piece.outer;
  for (const [x, y] of [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ] as const) {
    const { u, v } = place(x, y);
    if (!(depthAt(map, u, v) > 0.02))
      throw new InputError(
        'middle',
        `${Math.round(middle.x)}, ${Math.round(middle.y)}`,
        'a place on the wall',
      );
  }
  return (x, y) => {
    const { u, v } = place(x, y);
    return throughSquare(map, u, v);
  };
}

/**
 * The corners of a box of a picture, such as its glass, as the photograph shows them.
 *
 * @param box µm, from the frame's top left
 */
export const quadOf = (hung: AslantPiece, { left, top, width, height }: PixelBox): Quad => [
  hung(left, top),
  hung(left + width, top),
  hung(left + width, top + height),
  hung(left, top + height),
];

/**
 * How far a known rectangle is from being seen straight on: its shorter upright side over the longer, and likewise across.
 *
 * @returns the larger of both losses, as a share of 1
 * @example tiltOf({ corners: [{ x: 0, y: 0 }, { x: 100, y: 10 }, { x: 100, y: 90 }, { x: 0, y: 100 }], width: 1, height: 1 }).toFixed(2) // '0.20'
 */
export function tiltOf({ corners: [a, b, c, d] }: KnownRectangle): number {
  const side = (p: PixelPoint, q: PixelPoint) => Math.hypot(q.x - p.x, q.y - p.y);
  const loss = (p: number, q: number) => 1 - Math.min(p, q) / Math.max(p, q);
  return Math.max(loss(side(a, d), side(b, c)), loss(side(a, b), side(d, c)));
}
