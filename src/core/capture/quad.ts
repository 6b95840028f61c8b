import { InputError } from '../errors';
import { adjugate, type Vec3 } from '../matrix3';

export type Point = { x: number; y: number };
/** Four corners in reading order: top left, top right, bottom right, bottom left. */
export type Quad = readonly [Point, Point, Point, Point];
/** A plane's points as another sees them: row by row, the last entry 1. */
export type Homography = readonly number[];

const DEGREES = 180 / Math.PI;

/**
 * The perspective that takes the unit square to four corners.
 *
 * @throws InputError when three of them lie on one line, or they go round the wrong way
 * Source: Heckbert 1989, square to quadrilateral.
 * @example throughSquare(quadToSquareMap([{ x: 0, y: 0 }, { x: 4, y: 0 }, { x: 4, y: 2 }, { x: 0, y: 2 }]), 0.5, 0.5) // { x: 2, y: 1 }
 */
export function quadToSquareMap(q: Quad): Homography {
  for (let i = 0; i < 4; i++) {
    const [a, b, c] = [q[i]!, q[(i + 1) % 4]!, q[(i + 2) % 4]!];
    if ((b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x) <= 0)
      throw new InputError('corners', q, 'four corners, from top left clockwise, none inside the others');
  }
  const [p0, p1, p2, p3] = q;
  const [dx1, dx2, dx3] = [p1.x - p2.x, p3.x - p2.x, p0.x - p1.x + p2.x - p3.x];
  const [dy1, dy2, dy3] = [p1.y - p2.y, p3.y - p2.y, p0.y - p1.y + p2.y - p3.y];
  const det = dx1 * dy2 - dx2 * dy1;
  const g = (dx3 * dy2 - dx2 * dy3) / det,
    h = (dx1 * dy3 - dx3 * dy1) / det;
  return [
    p1.x - p0.x + g * p1.x,
    p3.x - p0.x + h * p3.x,
    p0.x,
    p1.y - p0.y + g * p1.y,
    p3.y - p0.y + h * p3.y,
    p0.y,
    g,
    h,
    1,
  ];
}

/** Where a point of the unit square, or of whatever plane a map is from, lies in the picture. */
export function throughSquare(m: Homography, u: number, v: number): Point {
  const w = m[6]! * u + m[7]! * v + m[8]!;
  return { x: (m[0]! * u + m[1]! * v + m[2]!) / w, y: (m[3]! * u + m[4]! * v + m[5]!) / w };
}

/**
 * The map the other way: from the picture's points to the unit square.
 *
 * @example throughSquare(reversedMap(quadToSquareMap([{ x: 0, y: 0 }, { x: 4, y: 0 }, { x: 4, y: 2 }, { x: 0, y: 2 }])), 2, 1) // { x: 0.5, y: 0.5 }
 */
export function reversedMap(map: Homography): Homography {
  const at = (k: number): Vec3 => [map[k]!, map[k + 1]!, map[k + 2]!];
  return adjugate([at(0), at(3), at(6)]).flat();
}

/** A box a little within a picture, to begin with. @example insetQuad({ width: 100, height: 50 }, 0.1)[2] // { x: 90, y: 45 } */
export function insetQuad({ width, height }: { width: number; height: number }, share: number): Quad {
  const [x, y] = [width * share, height * share];
  return [
    { x, y },
    { x: width - x, y },
    { x: width - x, y: height - y },
    { x, y: height - y },
  ];
}

/** One point of four moved, to a whole pixel within the picture. @example withPoint(insetQuad({ width: 100, height: 50 }, 0), 0, { x: -5, y: 3.4 }, { width: 100, height: 50 })[0] // { x: 0, y: 3 } */
export function withPoint(
  quad: Quad,
  at: number,
  to: Point,
  within: { width: number; height: number },
): Quad {
  const point = {
    x: Math.round(Math.min(within.width, Math.max(0, to.x))),
    y: Math.round(Math.min(within.height, Math.max(0, to.y))),
  };
  const [a, b, c, d] = quad.map((corner, i) => (i === at ? point : corner));
  return [a!, b!, c!, d!];
}

/** The middles of the four edges, the top one first, to a whole pixel. @example middlesOf(insetQuad({ width: 100, height: 50 }, 0))[1] // { x: 100, y: 25 } */
export function middlesOf([a, b, c, d]: Quad): Quad {
  const middle = (p: Point, q: Point): Point => ({
    x: Math.round((p.x + q.x) / 2),
    y: Math.round((p.y + q.y) / 2),
  });
  return [middle(a, b), middle(b, c), middle(c, d), middle(d, a)];
}

export type Keystone = {
  /** How far the camera looked up (+) or down, left or right (+), and was turned clockwise (+), in degrees. */
  pitch: number;
  yaw: number;
  roll: number;
  /** Angle between the camera's axis and the perpendicular on the work. */
  tilt: number;
  /** Sides of the squared picture, pixels: nothing is made smaller. */
  squared: { width: number; height: number };
  word: 'square' | 'slightly off' | 'tilted';
  says: string;
};

/** Under this a print does not show it; above the second, level the camera again rather than stretch the file. */
const UNSEEN = 0.3,
  TOO_MUCH = 3;
/** A lens of 60 mm on a 36 mm frame, where nobody says what was used. */
export const USUAL_FOCAL_SHARE = 60 / 36;

/**
 * From where the four corners of a flat, right-angled work lie in a photograph: how far the camera was off its
 * perpendicular, and the sides of a squared copy.
 *
 * @param corners pixels
 * @param frame the photograph's sides, pixels; the axis goes through its middle
 * @param focalPx focal length in pixels; a 60 mm lens on a 36 mm frame where it is not known
 * Source: pinhole camera; Zhang 2000 for the plane's axes from its perspective.
 * @example readKeystone([{ x: 100, y: 100 }, { x: 900, y: 100 }, { x: 900, y: 700 }, { x: 100, y: 700 }], { width: 1000, height: 800 }).word // 'square'
 */
export function readKeystone(
  corners: Quad,
  frame: { width: number; height: number },
  focalPx = USUAL_FOCAL_SHARE * Math.max(frame.width, frame.height),
): Keystone {
  const m = quadToSquareMap(corners);
  const [cx, cy] = [frame.width / 2, frame.height / 2];
  // Directions of the plane's two axes as the camera sees them.
  const axis = (i: 0 | 1) => {
    const w = m[6 + i]!;
    return [(m[i]! - cx * w) / focalPx, (m[3 + i]! - cy * w) / focalPx, w];
  };
  const unit = (v: number[]) => {
    const l = Math.hypot(...v);
    return v.map((x) => x / l);
  };
  const [a, b] = [unit(axis(0)), unit(axis(1))];
  const normal = unit([
    a[1]! * b[2]! - a[2]! * b[1]!,
    a[2]! * b[0]! - a[0]! * b[2]!,
    a[0]! * b[1]! - a[1]! * b[0]!,
  ]);
  const yaw = Math.atan2(-normal[0]!, normal[2]!) * DEGREES,
    pitch = Math.atan2(-normal[1]!, normal[2]!) * DEGREES;
  const tilt = Math.acos(Math.min(1, Math.abs(normal[2]!))) * DEGREES;
  const roll =
    Math.atan2(
      corners[1].y - corners[0].y + corners[2].y - corners[3].y,
      corners[1].x - corners[0].x + corners[2].x - corners[3].x,
    ) * DEGREES;
  const side = (i: number, j: number) =>
    Math.hypot(corners[i]!.x - corners[j]!.x, corners[i]!.y - corners[j]!.y);
  const squared = {
    width: Math.round(Math.max(side(0, 1), side(2, 3))),
    height: Math.round(Math.max(side(1, 2), side(3, 0))),
  };
  const word =
    tilt <= UNSEEN && Math.abs(roll) <= UNSEEN ? 'square' : tilt <= TOO_MUCH ? 'slightly off' : 'tilted';
  const degrees = (d: number) => `${Math.abs(d).toFixed(1)}°`;
  const parts = [
    Math.abs(pitch) > UNSEEN && `${degrees(pitch)} ${pitch > 0 ? 'up' : 'down'}`,
    Math.abs(yaw) > UNSEEN && `${degrees(yaw)} to the ${yaw > 0 ? 'right' : 'left'}`,
    Math.abs(roll) > UNSEEN && `turned ${degrees(roll)} ${roll > 0 ? 'clockwise' : 'anticlockwise'}`,
  ].filter(Boolean);
  const says =
    word === 'square'
      ? `Square: ${degrees(tilt)} off the perpendicular.`
      : `${word === 'tilted' ? 'Tilted' : 'Slightly off'}: the camera looked ${parts.join(', ') || degrees(tilt)}. ${word === 'tilted' ? 'Set it parallel again: squaring this file stretches one side of it.' : 'A squared copy mends it.'}`;
  return { pitch, yaw, roll, tilt, squared, word, says };
}

/**
 * How far the edges of a frame bow, from the middle of each: the furthest middle off the straight line between its corners, as
 * a share of that edge. A lens too wide and too near bends them outward (+).
 *
 * @param mids middles of the top, right, bottom and left edge
 * Source: handbook §17.
 * @example bowOf([{ x: 0, y: 0 }, { x: 100, y: 0 }, { x: 100, y: 100 }, { x: 0, y: 100 }], [{ x: 50, y: -2 }, { x: 100, y: 50 }, { x: 50, y: 100 }, { x: 0, y: 50 }]) // 0.02
 */
export function bowOf(corners: Quad, mids: Quad): number {
  const offs = mids.map((m, i) => {
    const [a, b] = [corners[i]!, corners[(i + 1) % 4]!];
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    // To the left of a clockwise edge lies the outside.
    return ((b.y - a.y) * (m.x - a.x) - (b.x - a.x) * (m.y - a.y)) / length / length;
  });
  return offs.reduce((worst, o) => (Math.abs(o) > Math.abs(worst) ? o : worst));
}

/** Bowing is seen in a print with a straight mat beside it from about this share of an edge. */
export const BOW_SEEN = 0.003;
