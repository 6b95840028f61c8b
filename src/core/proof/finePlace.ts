import { solveLinear } from '../linear';
import { evened, gradient, smaller, type Plane } from './plane';
import { inverse, type Similarity } from './similarity';

export type Found = Similarity & {
  scale: number;
  degrees: number;
  /** Likeness of what they share, −1 to 1. */ likeness: number;
};

/** Of the smaller of the two, so much at least must lie in the other. */
export const LEAST_SHARED = 0.2;

/** The pixels of the one that lie within the other. */
function seenBy(p: Plane, q: Plane, t: Similarity): Uint8Array {
  const mask = new Uint8Array(p.width * p.height);
  for (let y = 0; y < p.height; y++)
    for (let x = 0; x < p.width; x++) {
      const u = t.a * (x + 0.5) - t.b * (y + 0.5) + t.tx,
        v = t.b * (x + 0.5) + t.a * (y + 0.5) + t.ty;
      if (u >= 0 && v >= 0 && u <= q.width && v <= q.height) mask[y * p.width + x] = 1;
    }
  return mask;
}

/** Moved by less than this, in pixels, what the two share is what it was. */
const SETTLED = 0.25;
/** Once it was moved to where it is likest, less than this is the wrong place, whatever else is left out. */
const HOPELESS = 0.2;

/** How far two places of a picture are apart, at the corner where they are farthest. */
function farthest(p: Plane, t: Similarity, u: Similarity): number {
  const corners = [0, p.width].flatMap((x) => [0, p.height].map((y) => [x, y] as const));
  return Math.max(
    ...corners.map(([x, y]) =>
      Math.hypot(
        (t.a - u.a) * x - (t.b - u.b) * y + t.tx - u.tx,
        (t.b - u.b) * x + (t.a - u.a) * y + t.ty - u.ty,
      ),
    ),
  );
}

/**
 * Least squares on finer and finer copies, from a first guess.
 *
 * @param ones the picture and its halves, as are `others`
 * @param levels how long the copies are, were they square, px
 * Source: Lucas and Kanade 1981; Baker and Matthews 2004.
 */
export function refined(
  ones: readonly Plane[],
  others: readonly Plane[],
  guess: Similarity,
  levels: readonly number[],
): Found {
  const one = ones[0]!;
  let t: Similarity = guess,
    likeness = -1;
  const long = Math.max(one.width, one.height);
  const done = new Set<number>();
  for (const level of levels) {
    const s = Math.hypot(t.a, t.b);
    // Both at one size, neither larger than it is.
    const kOne = Math.min(1, s, (level * Math.sqrt(long / Math.min(one.width, one.height))) / long);
    const key = Math.round(kOne * long);
    if (done.has(key)) continue;
    done.add(key);
    const kA = kOne,
      kB = Math.min(1, kOne / s),
      A = smaller(ones, kA),
      B = smaller(others, kB);
    if (Math.min(A.width, A.height, B.width, B.height) < 12) continue;
    // Into the small pictures' own pixels and back.
    let small: Similarity = { a: (t.a * kB) / kA, b: (t.b * kB) / kA, tx: t.tx * kB, ty: t.ty * kB };
    // What the one shows and the other does not would tilt the local means along the edge of what they share.
    for (let round = 0; round < 2; round++) {
      const result = leastSquares(
        evened(A, 5, seenBy(A, B, small)),
        evened(B, 5, seenBy(B, A, inverse(small))),
        small,
      );
      const moved = farthest(A, small, result.t);
      small = result.t;
      likeness = result.likeness;
      if (moved < SETTLED || likeness < HOPELESS) break;
    }
    t = { a: (small.a * kA) / kB, b: (small.b * kA) / kB, tx: small.tx / kB, ty: small.ty / kB };
  }
  return { ...t, scale: Math.hypot(t.a, t.b), degrees: (Math.atan2(t.b, t.a) * 180) / Math.PI, likeness };
}

/** The place where the two differ least, weighed so that what is only in one of them counts little. */
function leastSquares(A: Plane, B: Plane, start: Similarity): { t: Similarity; likeness: number } {
  const { data } = B,
    gx = gradient(B, 1).data,
    gy = gradient(B, B.width).data;
  const right = B.width - 1,
    below = B.height - 1;
  let t = start,
    likeness = -1;
  const cx = A.width / 2,
    cy = A.height / 2,
    unit = Math.max(A.width, A.height) / 2;
  for (let round = 0; round < 14; round++) {
    let n00 = 0,
      n01 = 0,
      n02 = 0,
      n03 = 0,
      n11 = 0,
      n12 = 0,
      n13 = 0,
      n22 = 0,
      n23 = 0,
      n33 = 0,
      g0 = 0,
      g1 = 0,
      g2 = 0,
      g3 = 0;
    let aa = 0,
      bb = 0,
      ab = 0,
      shared = 0;
    const { a, b, tx, ty } = t;
    for (let y = 0; y < A.height; y++)
      for (let x = 0; x < A.width; x++) {
        const px = x + 0.5,
          py = y + 0.5;
        const u = a * px - b * py + tx,
          v = b * px + a * py + ty;
        if (u < 1 || v < 1 || u > right || v > below) continue;
        // Bilinear, the three of them from one place: most of the time of a search is spent here.
        const left = (u - 0.5) | 0,
          top = (v - 0.5) | 0,
          fx = u - 0.5 - left,
          fy = v - 0.5 - top,
          fxLess = 1 - fx,
          fyLess = 1 - fy,
          at = top * B.width + left,
          under = at + B.width;
        const want = A.data[y * A.width + x]!,
          have =
            (data[at]! * fxLess + data[at + 1]! * fx) * fyLess +
            (data[under]! * fxLess + data[under + 1]! * fx) * fy,
          dx =
            (gx[at]! * fxLess + gx[at + 1]! * fx) * fyLess +
            (gx[under]! * fxLess + gx[under + 1]! * fx) * fy,
          dy =
            (gy[at]! * fxLess + gy[at + 1]! * fx) * fyLess +
            (gy[under]! * fxLess + gy[under + 1]! * fx) * fy;
        shared++;
        aa += want * want;
        bb += have * have;
        ab += want * have;
        const e = want - have,
          w = 1 / (1 + (e * e) / 2);
        // About the middle of the picture, where turn and shift do not mix.
        const rx = (px - cx) / unit,
          ry = (py - cy) / unit;
        const j0 = dx * rx + dy * ry,
          j1 = -dx * ry + dy * rx,
          w0 = w * j0,
          w1 = w * j1,
          w2 = w * dx,
          w3 = w * dy;
        n00 += w0 * j0;
        n01 += w0 * j1;
        n02 += w0 * dx;
        n03 += w0 * dy;
        n11 += w1 * j1;
        n12 += w1 * dx;
        n13 += w1 * dy;
        n22 += w2 * dx;
        n23 += w2 * dy;
        n33 += w3 * dy;
        g0 += w0 * e;
        g1 += w1 * e;
        g2 += w2 * e;
        g3 += w3 * e;
      }
    // A few pixels are alike by chance.
    if (shared < LEAST_SHARED * Math.min(A.width * A.height * (t.a ** 2 + t.b ** 2), B.width * B.height))
      return { t: start, likeness: -1 };
    likeness = aa > 0 && bb > 0 ? ab / Math.sqrt(aa * bb) : -1;
    const more = (n: number) => n * 1.001 + 1e-6;
    const d = solveLinear([
      [more(n00), n01, n02, n03, g0],
      [n01, more(n11), n12, n13, g1],
      [n02, n12, more(n22), n23, g2],
      [n03, n13, n23, more(n33), g3],
    ]);
    if (!d) break;
    const [da, db] = [d[0]! / unit, d[1]! / unit];
    t = {
      a: t.a + da,
      b: t.b + db,
      tx: t.tx + d[2]! - da * cx + db * cy,
      ty: t.ty + d[3]! - db * cx - da * cy,
    };
    if (Math.abs(d[0]!) + Math.abs(d[1]!) + Math.abs(d[2]!) + Math.abs(d[3]!) < 0.004) break;
  }
  return { t, likeness };
}
