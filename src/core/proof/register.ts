import FFT from 'fft.js';
import { InputError } from '../errors';
import { resample } from '../printfile/resample';

/** A small picture of one channel, L* as a rule. */
export type Plane = { width: number; height: number; data: Float32Array };

/**
 * Where a point of the one picture lies in the other: `x' = a·x − b·y + tx`, `y' = b·x + a·y + ty`, in pixels, the middle of
 * the first pixel at a half.
 */
export type Similarity = { a: number; b: number; tx: number; ty: number };
export type Found = Similarity & { scale: number; degrees: number; /** Likeness of what they share, −1 to 1. */ likeness: number };

/** @example through({ a: 2, b: 0, tx: 1, ty: 0 }, 3, 4) // { x: 7, y: 8 } */
export const through = (t: Similarity, x: number, y: number): { x: number; y: number } => ({ x: t.a * x - t.b * y + t.tx, y: t.b * x + t.a * y + t.ty });

/** The rough search is done on pictures this long, were they square; a second time larger, where the first found nothing. */
const COARSE = [62, 104, 160];
/** Sizes of the one picture in the other's frame that are tried, from a quarter to more than three times. */
const SIZES = Array.from({ length: 45 }, (_, i) => 0.25 * 1.0605 ** i);
const TURNS = [0, -1.6, 1.6, -3.2, 3.2];
/** Alike enough to stop looking further. */
const SURE = 0.6;
/** Of the smaller of the two, so much at least must lie in the other. */
const LEAST_SHARED = 0.2;
/** Less alike than this is not found. */
const UNSURE = 0.55;

type Complex = { width: number; height: number; re: Float64Array; im: Float64Array };
const transforms = new Map<number, FFT>();
const transformOf = (n: number): FFT => { let t = transforms.get(n); if (!t) transforms.set(n, (t = new FFT(n))); return t; };
const roomFor = (n: number) => 2 ** Math.ceil(Math.log2(Math.max(4, n)));

/**
 * Finds one picture in another that shows it shifted, larger or smaller, a little turned, in another light, with noise, and
 * perhaps only in part: a proof that was scanned or photographed.
 *
 * Roughly by normalised cross-correlation over sizes and turns (by Fourier transform, of pictures whose local brightness and
 * contrast were evened), then by least squares on finer and finer copies.
 *
 * @param one what is looked for
 * @param other where it is looked for
 * @returns the place of `one` in `other`, in pixels of both; its likeness says whether it is there at all
 * @throws InputError for pictures under 24 pixels
 * Source: Lewis 1995; Lucas and Kanade 1981; Baker and Matthews 2004.
 */
export function findPicture(one: Plane, other: Plane): Found {
  for (const [field, p] of [['one', one], ['other', other]] as const) if (p.width < 24 || p.height < 24) throw new InputError(field, `${p.width} × ${p.height} px`, 'at least 24 × 24 px');
  const sizes = [...SIZES].sort((a, b) => Math.abs(Math.log(a / 0.85)) - Math.abs(Math.log(b / 0.85)));
  const halves = [halved(one), halved(other)] as const;
  const aspect = Math.max(one.width, one.height) / Math.min(one.width, one.height);
  let best: Found | null = null;
  for (const square of COARSE) {
    const cache = new Map<number, Prepared>(), coarse = Math.min(2.2 * square, square * Math.sqrt(aspect));
    let candidates: (Similarity & { score: number })[] = [];
    for (let i = 0; i < sizes.length; i++) {
      for (const degrees of TURNS) candidates.push(...roughly(halves[0], halves[1], sizes[i]!, degrees, coarse, cache));
      if ((i + 1) % 9 && i < sizes.length - 1) continue;
      candidates.sort((a, b) => b.score - a.score);
      for (const c of distinct(candidates, square === COARSE[0] ? 4 : 9)) {
        const fine = refined(one, other, c, [64, 128, 256]);
        if (!best || fine.likeness > best.likeness) best = fine;
      }
      if (best && best.likeness > SURE) break;
      candidates = [];
    }
    if (best && best.likeness > UNSURE) break;
  }
  if (!best) throw new InputError('other', `${other.width} × ${other.height} px`, 'a picture large enough to look in');
  let found = refined(one, other, best, [256, 420, 640]);
  if (found.likeness > 0.7 && found.scale * Math.max(one.width, one.height) < 1.6 * Math.max(other.width, other.height)) return found;
  // Waves and leaves are like their neighbours: starts round about are tried, and the likest of all is kept.
  for (let round = 0; round < 4; round++) {
    const reach = [0.05, 0.025, 0.05, 0.02][round]!;
    const about = [-reach, 0, reach].flatMap((x) => [-reach, 0, reach].flatMap((y) => [0.97, 1, 1.03].map((k) => nudged(found, one, k, x * other.width, y * other.height))));
    const likest = about.map((t) => refined(one, other, t, [200])).reduce((a, b) => (b.likeness > a.likeness ? b : a));
    const again = refined(one, other, likest, [256, 420, 640]);
    if (again.likeness > found.likeness + 0.005) found = again;
  }
  return found;
}

/** A place grown about its middle and shifted. */
function nudged(t: Similarity, one: Plane, k: number, dx: number, dy: number): Similarity {
  const [cx, cy] = [one.width / 2, one.height / 2], at = through(t, cx, cy);
  const [a, b] = [t.a * k, t.b * k];
  return { a, b, tx: at.x + dx - a * cx + b * cy, ty: at.y + dy - b * cx - a * cy };
}

function distinct<T extends Similarity>(sorted: T[], most: number): T[] {
  const kept: T[] = [];
  for (const c of sorted) {
    if (kept.length >= most) break;
    if (!kept.some((k) => Math.abs(Math.log(Math.hypot(k.a, k.b) / Math.hypot(c.a, c.b))) < 0.09 && Math.hypot(k.tx - c.tx, k.ty - c.ty) < 12 * Math.max(1, Math.hypot(c.a, c.b)))) kept.push(c);
  }
  return kept;
}

type Prepared = { k: number; plane: Plane; spectra: Map<string, { S: Complex; SS: Complex; M: Complex }> };

/** The other picture, its square and its extent, transformed in a raster with room for both. */
function spectraOf(p: Prepared, w: number, h: number) {
  const key = `${w} ${h}`;
  let have = p.spectra.get(key);
  if (!have) {
    const { plane } = p, at = (f: (i: number) => number) => transform2(laid((x, y) => f(y * plane.width + x), plane.width, plane.height, w, h), false);
    p.spectra.set(key, (have = { S: at((i) => plane.data[i]!), SS: at((i) => plane.data[i]! ** 2), M: at(() => 1) }));
  }
  return have;
}

function roughly(ones: readonly Plane[], others: readonly Plane[], size: number, degrees: number, coarse: number, cache: Map<number, Prepared>): (Similarity & { score: number })[] {
  const one = ones[0]!, other = others[0]!;
  const longOne = Math.max(one.width, one.height), longOther = Math.max(other.width, other.height);
  const otherLong = Math.round(size > 1 ? coarse / size : coarse), oneLong = size > 1 ? coarse : coarse * size;
  if (otherLong < 15 || oneLong < 15) return [];
  let p = cache.get(otherLong);
  if (!p) {
    const k = Math.min(1, otherLong / longOther);
    const plane = evened(fromHalves(others, k), 4);
    p = { k: plane.width / other.width, plane, spectra: new Map() };
    cache.set(otherLong, p);
  }
  // Pixels of the one to pixels of the coarse raster, turned about its middle.
  const s = (size * longOther * p.k) / longOne, t = (degrees * Math.PI) / 180;
  const small = fromHalves(ones, Math.min(1, s));
  const rest = s / (small.width / one.width), cos = Math.cos(t) * rest, sin = Math.sin(t) * rest;
  const bw = Math.ceil(Math.abs(cos) * small.width + Math.abs(sin) * small.height), bh = Math.ceil(Math.abs(sin) * small.width + Math.abs(cos) * small.height);
  if (bw < 6 || bh < 6) return [];
  const w = roomFor(bw + p.plane.width), h = roomFor(bh + p.plane.height), spectra = spectraOf(p, w, h);
  const turned = new Float32Array(bw * bh), mask = new Uint8Array(bw * bh), inv = 1 / (rest * rest);
  for (let y = 0; y < bh; y++) for (let x = 0; x < bw; x++) {
    const dx = x + 0.5 - bw / 2, dy = y + 0.5 - bh / 2;
    const u = (cos * dx + sin * dy) * inv + small.width / 2, v = (-sin * dx + cos * dy) * inv + small.height / 2;
    if (u < 0.5 || v < 0.5 || u > small.width - 0.5 || v > small.height - 0.5) continue;
    turned[y * bw + x] = sample(small, u, v);
    mask[y * bw + x] = 1;
  }
  const even = evened({ width: bw, height: bh, data: turned }, 4, mask);
  const at = (f: (i: number) => number) => transform2(laid((x, y) => f(y * bw + x), bw, bh, w, h), false);
  const R = at((i) => even.data[i]! * mask[i]!), RR = at((i) => even.data[i]! ** 2 * mask[i]!), M = at((i) => mask[i]!);
  const cross = transform2(pairOf(R, spectra.S, M, spectra.SS), true), energy = transform2(pairOf(RR, spectra.M, M, spectra.M), true);
  const ownArea = mask.reduce((n, v) => n + v, 0), least = 0.2 * Math.min(ownArea, p.plane.width * p.plane.height);
  const peaks: { score: number; dx: number; dy: number }[] = [];
  for (let dy = -bh + 4; dy < p.plane.height - 4; dy++) for (let dx = -bw + 4; dx < p.plane.width - 4; dx++) {
    const i = ((dy + h) % h) * w + ((dx + w) % w);
    const shared = energy.im[i]!;
    if (shared < least) continue;
    const e = cross.im[i]! * energy.re[i]!;
    if (e <= 1e-6) continue;
    const score = (cross.re[i]! / Math.sqrt(e)) * (0.7 + 0.3 * Math.min(1, shared / Math.min(ownArea, p.plane.width * p.plane.height)));
    if (peaks.length < 3 || score > peaks[2]!.score) {
      const near = peaks.findIndex((q) => Math.abs(q.dx - dx) < 4 && Math.abs(q.dy - dy) < 4);
      if (near >= 0) { if (score > peaks[near]!.score) peaks[near] = { score, dx, dy }; } else peaks.push({ score, dx, dy });
      peaks.sort((a, b) => b.score - a.score);
      peaks.length = Math.min(3, peaks.length);
    }
  }
  const a = (s * Math.cos(t)) / p.k, b = (s * Math.sin(t)) / p.k;
  return peaks.map(({ score, dx, dy }) => {
    const cx = (dx + bw / 2) / p!.k, cy = (dy + bh / 2) / p!.k;
    return { a, b, tx: cx - a * (one.width / 2) + b * (one.height / 2), ty: cy - b * (one.width / 2) - a * (one.height / 2), score };
  });
}

/** Conjugate products of two pairs, packed so that one transform back gives both: real and imaginary. */
function pairOf(a: Complex, b: Complex, c: Complex, d: Complex): Complex {
  const n = a.re.length, re = new Float64Array(n), im = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const xr = a.re[i]! * b.re[i]! + a.im[i]! * b.im[i]!, xi = a.re[i]! * b.im[i]! - a.im[i]! * b.re[i]!;
    const yr = c.re[i]! * d.re[i]! + c.im[i]! * d.im[i]!, yi = c.re[i]! * d.im[i]! - c.im[i]! * d.re[i]!;
    re[i] = xr - yi; im[i] = xi + yr;
  }
  return { width: a.width, height: a.height, re, im };
}

function laid(at: (x: number, y: number) => number, width: number, height: number, w: number, h: number): Complex {
  const re = new Float64Array(w * h);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) re[y * w + x] = at(x, y);
  return { width: w, height: h, re, im: new Float64Array(w * h) };
}

/** Two-dimensional transform in place, over rows and then columns. */
function transform2(c: Complex, back: boolean): Complex {
  along(c, transformOf(c.width), c.width, 1, c.height, c.width, back);
  along(c, transformOf(c.height), c.height, c.width, c.width, 1, back);
  return c;
}

function along({ re, im }: Complex, fft: FFT, n: number, step: number, lines: number, stride: number, back: boolean) {
  const lineIn = fft.createComplexArray(), lineOut = fft.createComplexArray();
  for (let line = 0; line < lines; line++) {
    const start = line * stride;
    for (let k = 0, i = start; k < n; k++, i += step) { lineIn[2 * k] = re[i]!; lineIn[2 * k + 1] = im[i]!; }
    if (back) fft.inverseTransform(lineOut, lineIn); else fft.transform(lineOut, lineIn);
    for (let k = 0, i = start; k < n; k++, i += step) { re[i] = lineOut[2 * k]!; im[i] = lineOut[2 * k + 1]!; }
  }
}

/** Made smaller by a factor, no finer than its new pixels; as it is where the factor is 1 or more. */
function smaller(p: Plane, k: number): Plane {
  const width = Math.max(1, Math.round(p.width * k)), height = Math.max(1, Math.round(p.height * k));
  if (width >= p.width || height >= p.height) return p;
  return resample({ ...p, channels: 1 }, { width, height }, 'mitchell');
}

/** The picture and its halves, down to a few pixels. */
function halved(p: Plane): Plane[] {
  const list = [p];
  for (let last = p; Math.min(last.width, last.height) >= 32; last = list.at(-1)!) {
    const width = last.width >> 1, height = last.height >> 1, data = new Float32Array(width * height);
    halve(last, width, height, data);
    list.push({ width, height, data });
  }
  return list;
}

function halve(from: Plane, width: number, height: number, to: Float32Array) {
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) {
    const at = 2 * y * from.width + 2 * x;
    to[y * width + x] = (from.data[at]! + from.data[at + 1]! + from.data[at + from.width]! + from.data[at + from.width + 1]!) / 4;
  }
}

/** Made smaller by a factor, from the last half that is still larger. */
function fromHalves(halves: readonly Plane[], k: number): Plane {
  const first = halves[0]!, width = Math.max(1, Math.round(first.width * k)), height = Math.max(1, Math.round(first.height * k));
  const from = [...halves].reverse().find((h) => h.width >= width && h.height >= height) ?? first;
  return from.width === width ? from : resample({ ...from, channels: 1 }, { width, height }, 'mitchell');
}

/** Bilinear, the middle of the first pixel at a half. */
function sample(p: Plane, u: number, v: number): number {
  const x = Math.min(p.width - 1.001, Math.max(0, u - 0.5)), y = Math.min(p.height - 1.001, Math.max(0, v - 0.5));
  const i = x | 0, j = y | 0, fx = x - i, fy = y - j, at = j * p.width + i;
  const d = p.data;
  return (d[at]! * (1 - fx) + d[at + 1]! * fx) * (1 - fy) + (d[at + p.width]! * (1 - fx) + d[at + p.width + 1]! * fx) * fy;
}

/** Less contrast than this, in L*, is noise and is not raised to full. */
const QUIET = 2.5;

/** Local mean taken off and local contrast brought to one, over a box some pixels wide; what lies outside a mask counts for nothing. */
function evened(p: Plane, radius: number, mask?: Uint8Array): Plane {
  const { width, height, data } = p, n = width * height;
  const ones = new Float32Array(n), values = new Float32Array(n);
  for (let i = 0; i < n; i++) { const m = mask ? mask[i]! : 1; ones[i] = m; values[i] = m * data[i]!; }
  const count = boxed(ones, width, height, radius), mean = boxed(values, width, height, radius);
  const apart = new Float32Array(n), square = new Float32Array(n);
  for (let i = 0; i < n; i++) if (ones[i]) { apart[i] = data[i]! - mean[i]! / Math.max(1e-6, count[i]!); square[i] = apart[i]! ** 2; }
  const spread = boxed(square, width, height, radius);
  for (let i = 0; i < n; i++) apart[i] = ones[i] ? apart[i]! / Math.sqrt(spread[i]! / Math.max(1e-6, count[i]!) + QUIET ** 2) : 0;
  return { width, height, data: apart };
}

/** Twice a box, which is nearly a bell: sums, not means, so that edges can be weighed. */
function boxed(data: Float32Array, width: number, height: number, radius: number): Float32Array {
  let now = data;
  for (let pass = 0; pass < 2; pass++) {
    const across = new Float32Array(data.length), down = new Float32Array(data.length);
    for (let y = 0; y < height; y++) boxLine(now, across, y * width, 1, width, radius);
    for (let x = 0; x < width; x++) boxLine(across, down, x, width, height, radius);
    now = down;
  }
  return now;
}

function boxLine(from: Float32Array, to: Float32Array, start: number, step: number, n: number, r: number) {
  let sum = 0;
  for (let i = 0; i <= Math.min(r, n - 1); i++) sum += from[start + i * step]!;
  for (let i = 0; i < n; i++) {
    to[start + i * step] = sum / (2 * r + 1);
    if (i + r + 1 < n) sum += from[start + (i + r + 1) * step]!;
    if (i - r >= 0) sum -= from[start + (i - r) * step]!;
  }
}

/** Least squares on finer and finer copies, from a first guess. */
function refined(one: Plane, other: Plane, guess: Similarity, levels: readonly number[]): Found {
  let t: Similarity = guess, likeness = -1;
  const long = Math.max(one.width, one.height);
  const done = new Set<number>();
  for (const level of levels) {
    const s = Math.hypot(t.a, t.b);
    // Both at one size, neither larger than it is.
    const kOne = Math.min(1, s, (level * Math.sqrt(long / Math.min(one.width, one.height))) / long);
    const key = Math.round(kOne * long);
    if (done.has(key)) continue;
    done.add(key);
    const A = smaller(one, kOne), kA = A.width / one.width, B = smaller(other, Math.min(1, kOne / s)), kB = B.width / other.width;
    if (Math.min(A.width, A.height, B.width, B.height) < 12) continue;
    // Into the small pictures' own pixels and back.
    let small: Similarity = { a: (t.a * kB) / kA, b: (t.b * kB) / kA, tx: t.tx * kB, ty: t.ty * kB };
    const result = leastSquares(evened(A, 5), evened(B, 5), small);
    small = result.t; likeness = result.likeness;
    t = { a: (small.a * kA) / kB, b: (small.b * kA) / kB, tx: small.tx / kB, ty: small.ty / kB };
  }
  return { ...t, scale: Math.hypot(t.a, t.b), degrees: (Math.atan2(t.b, t.a) * 180) / Math.PI, likeness };
}

function leastSquares(A: Plane, B: Plane, start: Similarity): { t: Similarity; likeness: number } {
  const gx = gradient(B, 1), gy = gradient(B, B.width);
  let t = start, likeness = -1;
  const cx = A.width / 2, cy = A.height / 2, unit = Math.max(A.width, A.height) / 2;
  for (let round = 0; round < 14; round++) {
    const N = new Float64Array(16), g = new Float64Array(4);
    let aa = 0, bb = 0, ab = 0, shared = 0;
    for (let y = 0; y < A.height; y++) for (let x = 0; x < A.width; x++) {
      const px = x + 0.5, py = y + 0.5;
      const u = t.a * px - t.b * py + t.tx, v = t.b * px + t.a * py + t.ty;
      if (u < 1 || v < 1 || u > B.width - 1 || v > B.height - 1) continue;
      const want = A.data[y * A.width + x]!, have = sample(B, u, v), dx = sample(gx, u, v), dy = sample(gy, u, v);
      shared++;
      aa += want * want; bb += have * have; ab += want * have;
      const e = want - have, w = 1 / (1 + (e * e) / 2);
      // About the middle of the picture, where turn and shift do not mix.
      const rx = (px - cx) / unit, ry = (py - cy) / unit;
      const j0 = dx * rx + dy * ry, j1 = -dx * ry + dy * rx;
      const J = [j0, j1, dx, dy];
      for (let i = 0; i < 4; i++) { g[i]! += w * J[i]! * e; for (let k = i; k < 4; k++) N[i * 4 + k]! += w * J[i]! * J[k]!; }
    }
    // A few pixels are alike by chance.
    if (shared < LEAST_SHARED * Math.min(A.width * A.height * (t.a ** 2 + t.b ** 2), B.width * B.height)) return { t: start, likeness: -1 };
    likeness = aa > 0 && bb > 0 ? ab / Math.sqrt(aa * bb) : -1;
    for (let i = 0; i < 4; i++) { for (let k = 0; k < i; k++) N[i * 4 + k] = N[k * 4 + i]!; N[i * 5] = N[i * 5]! * 1.001 + 1e-6; }
    const d = solve4(N, g);
    if (!d) break;
    const [da, db] = [d[0]! / unit, d[1]! / unit];
    t = { a: t.a + da, b: t.b + db, tx: t.tx + d[2]! - da * cx + db * cy, ty: t.ty + d[3]! - db * cx - da * cy };
    if (Math.abs(d[0]!) + Math.abs(d[1]!) + Math.abs(d[2]!) + Math.abs(d[3]!) < 0.004) break;
  }
  return { t, likeness };
}

function gradient(p: Plane, step: number): Plane {
  const data = new Float32Array(p.data.length);
  for (let i = step; i < data.length - step; i++) data[i] = (p.data[i + step]! - p.data[i - step]!) / 2;
  return { ...p, data };
}

function solve4(N: Float64Array, g: Float64Array): number[] | null {
  const m = Array.from({ length: 4 }, (_, i) => [...N.slice(i * 4, i * 4 + 4), g[i]!]);
  for (let i = 0; i < 4; i++) {
    const p = m.slice(i).reduce((best, row, k) => (Math.abs(row[i]!) > Math.abs(m[best]![i]!) ? i + k : best), i);
    [m[i], m[p]] = [m[p]!, m[i]!];
    if (Math.abs(m[i]![i]!) < 1e-12) return null;
    for (let r = i + 1; r < 4; r++) { const f = m[r]![i]! / m[i]![i]!; for (let c = i; c < 5; c++) m[r]![c]! -= f * m[i]![c]!; }
  }
  const x = [0, 0, 0, 0];
  for (let i = 3; i >= 0; i--) x[i] = (m[i]![4]! - m[i]!.slice(i + 1, 4).reduce((a, v, k) => a + v * x[i + 1 + k]!, 0)) / m[i]![i]!;
  return x;
}
