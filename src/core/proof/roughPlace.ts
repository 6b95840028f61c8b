import FFT from 'fft.js';
import { LEAST_SHARED } from './finePlace';
import { evened, fromHalves, sample, type Plane } from './plane';
import type { Similarity } from './similarity';

type Complex = { width: number; height: number; re: Float64Array; im: Float64Array };

const transforms = new Map<number, FFT>();
const transformOf = (n: number): FFT => {
  let t = transforms.get(n);
  if (!t) transforms.set(n, (t = new FFT(n)));
  return t;
};
const roomFor = (n: number) => 2 ** Math.ceil(Math.log2(Math.max(4, n)));

export type Prepared = {
  k: number;
  plane: Plane;
  spectra: Map<string, { S: Complex; SS: Complex; M: Complex }>;
};

export function roughly(
  ones: readonly Plane[],
  others: readonly Plane[],
  size: number,
  degrees: number,
  coarse: number,
  cache: Map<number, Prepared>,
): (Similarity & { score: number })[] {
  const one = ones[0]!,
    other = others[0]!;
  const longOne = Math.max(one.width, one.height),
    longOther = Math.max(other.width, other.height);
  const otherLong = Math.round(size > 1 ? coarse / size : coarse),
    oneLong = size > 1 ? coarse : coarse * size;
  if (otherLong < 15 || oneLong < 15) return [];
  let p = cache.get(otherLong);
  if (!p) {
    const k = Math.min(1, otherLong / longOther);
    const plane = evened(fromHalves(others, k), 4);
    p = { k: plane.width / other.width, plane, spectra: new Map() };
    cache.set(otherLong, p);
  }
  // Pixels of the one to pixels of the coarse raster, turned about its middle.
  const s = (size * longOther * p.k) / longOne,
    t = (degrees * Math.PI) / 180;
  const small = fromHalves(ones, Math.min(1, s));
  const rest = s / (small.width / one.width),
    cos = Math.cos(t) * rest,
    sin = Math.sin(t) * rest;
  const bw = Math.ceil(Math.abs(cos) * small.width + Math.abs(sin) * small.height),
    bh = Math.ceil(Math.abs(sin) * small.width + Math.abs(cos) * small.height);
  if (bw < 6 || bh < 6) return [];
  const w = roomFor(bw + p.plane.width),
    h = roomFor(bh + p.plane.height),
    spectra = spectraOf(p, w, h);
  const turned = new Float32Array(bw * bh),
    mask = new Uint8Array(bw * bh),
    inv = 1 / (rest * rest);
  for (let y = 0; y < bh; y++)
    for (let x = 0; x < bw; x++) {
      const dx = x + 0.5 - bw / 2,
        dy = y + 0.5 - bh / 2;
      const u = (cos * dx + sin * dy) * inv + small.width / 2,
        v = (-sin * dx + cos * dy) * inv + small.height / 2;
      if (u < 0.5 || v < 0.5 || u > small.width - 0.5 || v > small.height - 0.5) continue;
      turned[y * bw + x] = sample(small, u, v);
      mask[y * bw + x] = 1;
    }
  const even = evened({ width: bw, height: bh, data: turned }, 4, mask);
  const at = (f: (i: number) => number) =>
    transform2(
      laid((x, y) => f(y * bw + x), bw, bh, w, h),
      false,
    );
  const R = at((i) => even.data[i]! * mask[i]!),
    RR = at((i) => even.data[i]! ** 2 * mask[i]!),
    M = at((i) => mask[i]!);
  const cross = transform2(pairOf(R, spectra.S, M, spectra.SS), true),
    energy = transform2(pairOf(RR, spectra.M, M, spectra.M), true);
  const ownArea = mask.reduce((n, v) => n + v, 0),
    least = LEAST_SHARED * Math.min(ownArea, p.plane.width * p.plane.height);
  const peaks: { score: number; dx: number; dy: number }[] = [];
  for (let dy = -bh + 4; dy < p.plane.height - 4; dy++)
    for (let dx = -bw + 4; dx < p.plane.width - 4; dx++) {
      const i = ((dy + h) % h) * w + ((dx + w) % w);
      const shared = energy.im[i]!;
      if (shared < least) continue;
      const e = cross.im[i]! * energy.re[i]!;
      // Hardly anything in the one or the other: what is left is rounding.
      if (e <= 1e-4 * shared * shared) continue;
      const score =
        (cross.re[i]! / Math.sqrt(e)) *
        (0.7 + 0.3 * Math.min(1, shared / Math.min(ownArea, p.plane.width * p.plane.height)));
      if (peaks.length < 3 || score > peaks[2]!.score) {
        const near = peaks.findIndex((q) => Math.abs(q.dx - dx) < 4 && Math.abs(q.dy - dy) < 4);
        if (near >= 0) {
          if (score > peaks[near]!.score) peaks[near] = { score, dx, dy };
        } else peaks.push({ score, dx, dy });
        peaks.sort((a, b) => b.score - a.score);
        peaks.length = Math.min(3, peaks.length);
      }
    }
  const a = (s * Math.cos(t)) / p.k,
    b = (s * Math.sin(t)) / p.k;
  return peaks.map(({ score, dx, dy }) => {
    const cx = (dx + bw / 2) / p!.k,
      cy = (dy + bh / 2) / p!.k;
    return {
      a,
      b,
      tx: cx - a * (one.width / 2) + b * (one.height / 2),
      ty: cy - b * (one.width / 2) - a * (one.height / 2),
      score,
    };
  });
}

/** The other picture, its square and its extent, transformed in a raster with room for both. */
function spectraOf(p: Prepared, w: number, h: number) {
  const key = `${w} ${h}`;
  let have = p.spectra.get(key);
  if (!have) {
    const { plane } = p,
      at = (f: (i: number) => number) =>
        transform2(
          laid((x, y) => f(y * plane.width + x), plane.width, plane.height, w, h),
          false,
        );
    p.spectra.set(
      key,
      (have = { S: at((i) => plane.data[i]!), SS: at((i) => plane.data[i]! ** 2), M: at(() => 1) }),
    );
  }
  return have;
}

/** Conjugate products of two pairs, packed so that one transform back gives both: real and imaginary. */
function pairOf(a: Complex, b: Complex, c: Complex, d: Complex): Complex {
  const n = a.re.length,
    re = new Float64Array(n),
    im = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const xr = a.re[i]! * b.re[i]! + a.im[i]! * b.im[i]!,
      xi = a.re[i]! * b.im[i]! - a.im[i]! * b.re[i]!;
    const yr = c.re[i]! * d.re[i]! + c.im[i]! * d.im[i]!,
      yi = c.re[i]! * d.im[i]! - c.im[i]! * d.re[i]!;
    re[i] = xr - yi;
    im[i] = xi + yr;
  }
  return { width: a.width, height: a.height, re, im };
}

function laid(
  at: (x: number, y: number) => number,
  width: number,
  height: number,
  w: number,
  h: number,
): Complex {
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

function along(
  { re, im }: Complex,
  fft: FFT,
  n: number,
  step: number,
  lines: number,
  stride: number,
  back: boolean,
) {
  const lineIn = fft.createComplexArray(),
    lineOut = fft.createComplexArray();
  for (let line = 0; line < lines; line++) {
    const start = line * stride;
    for (let k = 0, i = start; k < n; k++, i += step) {
      lineIn[2 * k] = re[i]!;
      lineIn[2 * k + 1] = im[i]!;
    }
    if (back) fft.inverseTransform(lineOut, lineIn);
    else fft.transform(lineOut, lineIn);
    for (let k = 0, i = start; k < n; k++, i += step) {
      re[i] = lineOut[2 * k]!;
      im[i] = lineOut[2 * k + 1]!;
    }
  }
}
