import { LEAST_SHARED } from './finePlace';
import { evened, fromHalves, sample, type Plane } from './plane';
import type { Similarity } from './similarity';
import { backward, forward, type Spectrum } from './transform2';

const roomFor = (n: number) => 2 ** Math.ceil(Math.log2(Math.max(4, n)));

/** The other picture, its square and its extent. */
type OtherSpectra = { S: Spectrum; SS: Spectrum; M: Spectrum };

export type Prepared = {
  k: number;
  plane: Plane;
  spectra: Map<string, OtherSpectra>;
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
  // What lies outside the turned picture counts for nothing; the picture and its square go through one transform.
  const values = even.data.map((v, i) => v * mask[i]!);
  const squares = even.data.map((v, i) => v ** 2 * mask[i]!);
  const size2 = { width: bw, height: bh },
    room = { width: w, height: h };
  const products = productsOf(
    forward(values, squares, size2, room),
    forward(mask, null, size2, room),
    spectra,
  );
  const cross = backward(products.cross),
    energy = backward(products.energy);
  const ownArea = mask.reduce((n, v) => n + v, 0),
    least = LEAST_SHARED * Math.min(ownArea, p.plane.width * p.plane.height);
  const peaks: { score: number; dx: number; dy: number }[] = [];
  for (let dy = -bh + 4; dy < p.plane.height - 4; dy++)
    for (let dx = -bw + 4; dx < p.plane.width - 4; dx++) {
      const i = ((dy + h) % h) * w + ((dx + w) % w);
      const shared = energy[2 * i + 1]!;
      if (shared < least) continue;
      const e = cross[2 * i + 1]! * energy[2 * i]!;
      // Hardly anything in the one or the other: what is left is rounding.
      if (e <= 1e-4 * shared * shared) continue;
      const score =
        (cross[2 * i]! / Math.sqrt(e)) *
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

/** The other picture's spectra in a raster with room for both. */
function spectraOf({ plane, spectra }: Prepared, width: number, height: number): OtherSpectra {
  const key = `${width} ${height}`;
  const kept = spectra.get(key);
  if (kept) return kept;
  const spectrum = (values: ArrayLike<number>) => forward(values, null, plane, { width, height });
  const made = {
    S: spectrum(plane.data),
    SS: spectrum(plane.data.map((v) => v ** 2)),
    M: spectrum(new Uint8Array(plane.data.length).fill(1)),
  };
  spectra.set(key, made);
  return made;
}

/**
 * What is transformed back: the one with the other and its extent with the other's square; its square and its extent with the
 * other's extent. Each a pair of conjugate products, packed so that one transform gives both, as real and imaginary part.
 *
 * @param both spectrum of the one as real part and its square as imaginary: real pictures have spectra that mirror themselves
 *   about the origin, which tells the two apart again
 */
function productsOf(both: Spectrum, extent: Spectrum, { S, SS, M }: OtherSpectra) {
  const { width, height } = both;
  const z = both.data,
    m = extent.data,
    [s, ss, om] = [S.data, SS.data, M.data];
  const cross = new Float64Array(z.length),
    energy = new Float64Array(z.length);
  for (let x = 0; x < width; x++) {
    const column = x * height,
      mirrored = ((width - x) % width) * height;
    for (let y = 0; y < height; y++) {
      const i = 2 * (column + y),
        j = 2 * (mirrored + ((height - y) % height));
      const oneRe = (z[i]! + z[j]!) / 2,
        oneIm = (z[i + 1]! - z[j + 1]!) / 2,
        squareRe = (z[i + 1]! + z[j + 1]!) / 2,
        squareIm = (z[j]! - z[i]!) / 2;
      const mRe = m[i]!,
        mIm = m[i + 1]!;
      // Conjugate of the first times the second, twice each: a + i·b.
      cross[i] = oneRe * s[i]! + oneIm * s[i + 1]! - (mRe * ss[i + 1]! - mIm * ss[i]!);
      cross[i + 1] = oneRe * s[i + 1]! - oneIm * s[i]! + (mRe * ss[i]! + mIm * ss[i + 1]!);
      energy[i] = squareRe * om[i]! + squareIm * om[i + 1]! - (mRe * om[i + 1]! - mIm * om[i]!);
      energy[i + 1] = squareRe * om[i + 1]! - squareIm * om[i]! + (mRe * om[i]! + mIm * om[i + 1]!);
    }
  }
  return {
    cross: { width, height, data: cross },
    energy: { width, height, data: energy },
  };
}
