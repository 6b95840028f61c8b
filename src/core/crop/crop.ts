import { InputError } from '../errors';
import { roundHalfEven, type Size, type Um } from '../measure';

type Pixels = { width: number; height: number };

/**
 * Where a size is cut out of a picture: the middle of the cut in millionths of the picture's sides, how much of the largest
 * possible cut it takes, and how far the picture is straightened. It belongs to the format; the master stays as it is.
 */
export type CropPlace = {
  x: number;
  y: number;
  /** Millionths of the largest cut of this shape at this turn. */ fill: number;
  /** Thousandths of a degree, to the right positive. */ turn: number;
};
export const CENTRED: CropPlace = { x: 500_000, y: 500_000, fill: 1_000_000, turn: 0 };
/** A horizon further off than this was meant. */
export const MOST_TURN = 15_000;
export const LEAST_FILL = 100_000;

/** A cut in pixels of the picture as it is looked at; with a turn, its box before the picture is straightened about its middle. */
export type Crop = { left: number; top: number; width: number; height: number; degrees: number };

const MILLION = 1_000_000;
const radians = (turn: number) => ((turn / 1_000) * Math.PI) / 180;

/** The room a turned rectangle takes. */
function room(width: number, height: number, turn: number): { width: number; height: number } {
  const [c, s] = [Math.cos(radians(turn)), Math.abs(Math.sin(radians(turn)))];
  return { width: width * c + height * s, height: width * s + height * c };
}

/** The largest rectangle of a shape that lies, turned, within a picture. */
function largest(picture: Pixels, ratio: number, turn: number): { width: number; height: number } {
  const unit = room(ratio, 1, turn);
  const k = Math.min(picture.width / unit.width, picture.height / unit.height);
  return { width: ratio * k, height: k };
}

/**
 * The cut a place means on a picture of so many pixels, in the proportions of an image, to whole pixels.
 *
 * @param place nothing: the middle, as large as it can be
 * @throws InputError for a place that reaches outside the picture, too small a cut, too large a turn
 * Source: handbook §1, format.
 * @example cropAt({ width: 3000, height: 2000 }, { width: 300000, height: 300000 }) // { left: 500, top: 0, width: 2000, height: 2000, degrees: 0 }
 */
export function cropAt(picture: Pixels, image: Size, place: CropPlace | null = null): Crop {
  const p = place ?? CENTRED;
  if (!(Math.abs(p.turn) <= MOST_TURN))
    throw new InputError(
      'turn',
      p.turn / 1_000,
      `a turn of at most ${MOST_TURN / 1_000} degrees either way`,
    );
  if (!(p.fill >= LEAST_FILL && p.fill <= MILLION))
    throw new InputError('fill', p.fill / MILLION, 'a share of the largest cut from 0.1 to 1');
  const most = largest(picture, image.width / image.height, p.turn);
  const [w, h] = [(most.width * p.fill) / MILLION, (most.height * p.fill) / MILLION];
  const box = room(w, h, p.turn);
  const [cx, cy] = [(p.x / MILLION) * picture.width, (p.y / MILLION) * picture.height];
  // A pixel's grace: millionths of a large picture are a little coarser than its edge.
  const grace = 0.51 + picture.width / 1e6;
  const out = Math.max(
    box.width / 2 - cx,
    cx + box.width / 2 - picture.width,
    box.height / 2 - cy,
    cy + box.height / 2 - picture.height,
  );
  if (!(out <= grace))
    throw new InputError(
      'crop',
      `${Math.round(out)} px outside`,
      `a cut inside the picture of ${picture.width} × ${picture.height} px: move it ${Math.round(out)} px inwards or make it smaller`,
    );
  // Turned, a long narrow cut may be longer than the side it lies along.
  const side = p.turn === 0 ? picture : { width: Infinity, height: Infinity };
  const width = Math.max(1, Math.min(side.width, roundHalfEven(w))),
    height = Math.max(1, Math.min(side.height, roundHalfEven(h)));
  const within = (v: number, most: number) => (p.turn === 0 ? Math.min(most, Math.max(0, v)) : v);
  return {
    left: within(Math.floor(cx - width / 2 + 1e-6), picture.width - width),
    top: within(Math.floor(cy - height / 2 + 1e-6), picture.height - height),
    width,
    height,
    degrees: p.turn / 1_000,
  };
}

/**
 * The nearest place that lies inside the picture: what a drag or a nudge comes to at the edge.
 *
 * @example insidePlace({ width: 3000, height: 2000 }, { width: 300000, height: 300000 }, { x: 0, y: 0, fill: 1000000, turn: 0 }) // { x: 333333, y: 500000, fill: 1000000, turn: 0 }
 */
export function insidePlace(picture: Pixels, image: Size, place: CropPlace): CropPlace {
  const turn = Math.min(MOST_TURN, Math.max(-MOST_TURN, Math.round(place.turn)));
  const fill = Math.min(MILLION, Math.max(LEAST_FILL, Math.round(place.fill)));
  const most = largest(picture, image.width / image.height, turn);
  const box = room((most.width * fill) / MILLION, (most.height * fill) / MILLION, turn);
  const held = (at: number, half: number) => (half >= 0.5 ? 0.5 : Math.min(1 - half, Math.max(half, at)));
  return {
    x: Math.round(held(place.x / MILLION, box.width / 2 / picture.width) * MILLION),
    y: Math.round(held(place.y / MILLION, box.height / 2 / picture.height) * MILLION),
    fill,
    turn,
  };
}

/** What a cut leaves out on each side, as lengths on the print; a straightened cut loses corners besides. */
export type LostSides = { left: Um; right: Um; top: Um; bottom: Um; share: number };

/**
 * @param image the printed size, which sets how long a pixel is
 * @example lostSides({ width: 3000, height: 2000 }, { width: 300000, height: 300000 }, { left: 500, top: 0, width: 2000, height: 2000, degrees: 0 }).left // 75000
 */
export function lostSides(picture: Pixels, image: Size, crop: Crop): LostSides {
  const um = image.width / crop.width;
  const at = (px: number) => roundHalfEven(px * um);
  return {
    left: at(crop.left),
    right: at(picture.width - crop.left - crop.width),
    top: at(crop.top),
    bottom: at(picture.height - crop.top - crop.height),
    share: 1 - (crop.width * crop.height) / (picture.width * picture.height),
  };
}

/**
 * The place that leaves out so much on the left and at the top, as a person types it with a rule in hand.
 *
 * @param lost lengths on the print in micrometres; what is left out of the list stays as it is
 * @throws InputError naming `left` or `top` with the most that can be lost there
 * @example placeLosing({ width: 3000, height: 2000 }, { width: 300000, height: 300000 }, { x: 500000, y: 500000, fill: 1000000, turn: 0 }, { left: 0 }).x // 333333
 */
export function placeLosing(
  picture: Pixels,
  image: Size,
  place: CropPlace,
  lost: { left?: Um; top?: Um },
): CropPlace {
  const now = cropAt(picture, image, place);
  const px = now.width / image.width;
  const next = { ...place };
  for (const [side, axis, extent, spare] of [
    ['left', 'x', 'width', picture.width - now.width],
    ['top', 'y', 'height', picture.height - now.height],
  ] as const) {
    const um = lost[side];
    if (um === undefined) continue;
    const off = um * px;
    if (off > spare + 0.5)
      throw new InputError(
        side,
        um / 1_000,
        `at most ${Math.round(spare / px / 100) / 10} mm: more would cut outside the picture`,
      );
    next[axis] = Math.round(((Math.min(spare, off) + now[extent] / 2) / picture[extent]) * MILLION);
  }
  return insidePlace(picture, image, next);
}

/** Whether two places cut the same. @example samePlace(null, { x: 500000, y: 500000, fill: 1000000, turn: 0 }) // true */
export function samePlace(a: CropPlace | null, b: CropPlace | null): boolean {
  const [p, q] = [a ?? CENTRED, b ?? CENTRED];
  return p.x === q.x && p.y === q.y && p.fill === q.fill && p.turn === q.turn;
}
