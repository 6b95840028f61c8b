import { reversedMap, throughSquare, type Homography } from '../capture/quad';
import { solveLinear } from '../linear';
import { LEAST_SHARED, type Found } from './finePlace';
import { evened, gradient, smaller, type Plane } from './plane';
import type { Similarity } from './similarity';

/** A page as a camera saw it that did not stand square to it. */
export type Aslant = Found & {
  /** From the page's pixels to the capture's. */ map: Homography;
  /** How much longer the one of two opposite sides is seen than the other, as a share: 0 seen square on. */
  keystone: number;
};

/** A place as a plane seen from straight above. @example asMap({ a: 2, b: 0, tx: 5, ty: 7 }) // [2, -0, 5, 0, 2, 7, 0, 0, 1] */
export const asMap = ({ a, b, tx, ty }: Similarity): Homography => [a, -b, tx, b, a, ty, 0, 0, 1];

/** The map between copies of both, each made smaller by its own factor. */
const scaled = (m: Homography, kOne: number, kOther: number): Homography =>
  m.map((v, i) => v * (i < 6 ? kOther : 1) * (i % 3 === 2 ? 1 : 1 / kOne));

/** The pixels of the one that lie within the other. */
function seenBy(p: Plane, q: Plane, m: Homography): Uint8Array {
  const mask = new Uint8Array(p.width * p.height);
  for (let y = 0, i = 0; y < p.height; y++)
    for (let x = 0; x < p.width; x++, i++) {
      const at = throughSquare(m, x + 0.5, y + 0.5);
      if (at.x >= 0 && at.y >= 0 && at.x <= q.width && at.y <= q.height) mask[i] = 1;
    }
  return mask;
}

/**
 * Makes a place exact for a page that was photographed aslant: least squares over all eight figures of a plane's perspective,
 * on finer and finer copies.
 *
 * @param ones the page and its halves, as are `others`
 * @param start its place as a similarity, or as it was found on coarser copies
 * @param levels how long the copies are, were they square, px
 * @returns null where they share too little to tell
 * Source: Lucas and Kanade 1981; Baker and Matthews 2004; Szeliski 2006, 8-parameter motion.
 */
export function refinedAslant(
  ones: readonly Plane[],
  others: readonly Plane[],
  start: Homography,
  levels: readonly number[],
): Aslant | null {
  const one = ones[0]!;
  const long = Math.max(one.width, one.height);
  const aspect = Math.sqrt(long / Math.min(one.width, one.height));
  let map = start;
  let likeness = -1;
  for (const level of levels) {
    const s = scaleOf(map, one);
    const kOne = Math.min(1, s, (level * aspect) / long);
    const kOther = Math.min(1, kOne / s);
    const A = smaller(ones, kOne),
      B = smaller(others, kOther);
    if (Math.min(A.width, A.height, B.width, B.height) < 12) continue;
    const from = scaled(map, kOne, kOther);
    const found = leastSquares(
      evened(A, 5, seenBy(A, B, from)),
      evened(B, 5, seenBy(B, A, reversedMap(from))),
      from,
    );
    if (!found) return null;
    map = scaled(found.map, 1 / kOne, 1 / kOther).map((v, _, all) => v / all[8]!);
    likeness = found.likeness;
  }
  const corners = [
    [0, 0],
    [one.width, 0],
    [one.width, one.height],
    [0, one.height],
  ].map(([x, y]) => throughSquare(map, x!, y!));
  const side = (i: number) =>
    Math.hypot(corners[i]!.x - corners[(i + 1) % 4]!.x, corners[i]!.y - corners[(i + 1) % 4]!.y);
  const longer = (i: number) => Math.max(side(i), side(i + 2)) / Math.min(side(i), side(i + 2)) - 1;
  return {
    map,
    likeness,
    keystone: Math.max(longer(0), longer(1)),
    ...tangent(map, one.width / 2, one.height / 2),
  };
}

/** The similarity nearest to a map at a point. */
function tangent(m: Homography, x: number, y: number) {
  const at = throughSquare(m, x, y);
  const w = m[6]! * x + m[7]! * y + m[8]!;
  const slope = (row: 0 | 3, k: 0 | 1) => (m[row + k]! - (row ? at.y : at.x) * m[6 + k]!) / w;
  const a = (slope(0, 0) + slope(3, 1)) / 2,
    b = (slope(3, 0) - slope(0, 1)) / 2;
  return {
    a,
    b,
    tx: at.x - a * x + b * y,
    ty: at.y - b * x - a * y,
    scale: Math.hypot(a, b),
    degrees: (Math.atan2(b, a) * 180) / Math.PI,
  };
}

const scaleOf = (m: Homography, { width, height }: Plane): number =>
  tangent(m, width / 2, height / 2).scale;

const ROUNDS = 20;
/** Eight figures: six of the plane's own turn and stretch, two of its perspective. */
const FIGURES = 8;

/** The perspective in which the two differ least, weighed so that what is only in one of them counts little. */
function leastSquares(
  A: Plane,
  B: Plane,
  start: Homography,
): { map: Homography; likeness: number } | null {
  const gx = gradient(B, 1).data,
    gy = gradient(B, B.width).data;
  // About the middle of the page and in its halves, where turn, shift and perspective do not mix.
  const cx = A.width / 2,
    cy = A.height / 2,
    unit = Math.max(A.width, A.height) / 2;
  let m = centred(start, cx, cy, unit);
  let likeness = -1;
  const j = new Float64Array(FIGURES);
  for (let round = 0; round < ROUNDS; round++) {
    const normal = new Float64Array(FIGURES * FIGURES),
      right = new Float64Array(FIGURES);
    let aa = 0,
      bb = 0,
      ab = 0,
      shared = 0;
    for (let y = 0; y < A.height; y++)
      for (let x = 0; x < A.width; x++) {
        const X = (x + 0.5 - cx) / unit,
          Y = (y + 0.5 - cy) / unit,
          w = m[6]! * X + m[7]! * Y + 1,
          u = (m[0]! * X + m[1]! * Y + m[2]!) / w,
          v = (m[3]! * X + m[4]! * Y + m[5]!) / w;
        if (!(u >= 1 && v >= 1 && u <= B.width - 1 && v <= B.height - 1)) continue;
        const want = A.data[y * A.width + x]!;
        const left = (u - 0.5) | 0,
          top = (v - 0.5) | 0,
          fx = u - 0.5 - left,
          fy = v - 0.5 - top,
          at = top * B.width + left,
          under = at + B.width;
        const between = (d: Float32Array) =>
          (d[at]! * (1 - fx) + d[at + 1]! * fx) * (1 - fy) +
          (d[under]! * (1 - fx) + d[under + 1]! * fx) * fy;
        const have = between(B.data),
          dx = between(gx) / w,
          dy = between(gy) / w;
        shared++;
        aa += want * want;
        bb += have * have;
        ab += want * have;
        const off = want - have,
          weight = 1 / (1 + (off * off) / 2),
          inDepth = -(dx * u + dy * v);
        j[0] = dx * X;
        j[1] = dx * Y;
        j[2] = dx;
        j[3] = dy * X;
        j[4] = dy * Y;
        j[5] = dy;
        j[6] = inDepth * X;
        j[7] = inDepth * Y;
        for (let r = 0; r < FIGURES; r++) {
          const jr = weight * j[r]!;
          right[r]! += jr * off;
          for (let c = r; c < FIGURES; c++) normal[r * FIGURES + c]! += jr * j[c]!;
        }
      }
    // A few pixels are alike by chance.
    if (shared < LEAST_SHARED * A.width * A.height) return null;
    likeness = aa > 0 && bb > 0 ? ab / Math.sqrt(aa * bb) : -1;
    const step = solveLinear(
      Array.from({ length: FIGURES }, (_, r) => [
        ...Array.from({ length: FIGURES }, (_c, c) => {
          const value = normal[Math.min(r, c) * FIGURES + Math.max(r, c)]!;
          return r === c ? value * 1.001 + 1e-9 : value;
        }),
        right[r]!,
      ]),
    );
    if (!step) break;
    m = m.map((v, i) => (i < FIGURES ? v + step[i]! : 1));
    const moved = Math.max(...step.map((v, i) => Math.abs(v) * (i < 6 ? 1 : unit)));
    if (moved < 0.01) break;
  }
  return { map: uncentred(m, cx, cy, unit), likeness };
}

/** The same map from coordinates about a middle, in units, its last figure 1; and back. */
function centred(m: Homography, cx: number, cy: number, unit: number): number[] {
  const rows = [0, 3, 6].flatMap((r) => [
    m[r]! * unit,
    m[r + 1]! * unit,
    m[r]! * cx + m[r + 1]! * cy + m[r + 2]!,
  ]);
  return rows.map((v) => v / rows[8]!);
}
function uncentred(m: Homography, cx: number, cy: number, unit: number): Homography {
  return [0, 3, 6].flatMap((r) => [
    m[r]! / unit,
    m[r + 1]! / unit,
    m[r + 2]! - (m[r]! * cx + m[r + 1]! * cy) / unit,
  ]);
}
