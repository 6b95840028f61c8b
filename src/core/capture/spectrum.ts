import FFT from 'fft.js';
import { InputError } from '../errors';

/** Side of the square tiles detail is measured on, pixels. */
export const DETAIL_TILE = 128;

/** Power at each radial frequency: entry k stands for k ÷ tile side, in cycles to the pixel, up to one half. */
export type Spectrum = Float64Array;

const fft = new FFT(DETAIL_TILE);
const hann = Float64Array.from(
  { length: DETAIL_TILE },
  (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / DETAIL_TILE),
);
/** What the window takes of the power of noise. */
const WINDOW_POWER = (hann.reduce((a, w) => a + w * w, 0) / DETAIL_TILE) ** 2;

/**
 * The radial power spectrum of one square tile: mean taken off, Hann window, two-dimensional Fourier transform, power
 * averaged over rings one step wide. White noise of variance v comes out as v at every frequency.
 *
 * @param tile 128 × 128 values, row by row
 * @throws InputError for a tile of another size
 * Source: handbook §5; the transform is fft.js.
 * @example radialSpectrum(new Float32Array(128 * 128).fill(7))[20] // 0
 */
export function radialSpectrum(tile: ArrayLike<number>): Spectrum {
  const n = DETAIL_TILE;
  if (tile.length !== n * n) throw new InputError('tile', `${tile.length} values`, `${n} × ${n} values`);
  let mean = 0;
  for (let i = 0; i < n * n; i++) mean += tile[i]!;
  mean /= n * n;
  const half = n / 2 + 1;
  // Rows, kept as the columns of the second pass: only the first half is needed, the rest mirrors it.
  const columns = Array.from({ length: half }, () => new Float64Array(2 * n));
  const row = new Array<number>(n),
    out = fft.createComplexArray();
  for (let y = 0; y < n; y++) {
    for (let x = 0; x < n; x++) row[x] = (tile[y * n + x]! - mean) * hann[x]! * hann[y]!;
    fft.realTransform(out, row);
    for (let x = 0; x < half; x++) {
      columns[x]![2 * y] = out[2 * x]!;
      columns[x]![2 * y + 1] = out[2 * x + 1]!;
    }
  }
  const power = new Float64Array(half),
    count = new Float64Array(half);
  const column = fft.createComplexArray();
  for (let x = 0; x < half; x++) {
    fft.transform(column, columns[x] as unknown as number[]);
    const twice = x === 0 || x === n / 2 ? 1 : 2;
    for (let y = 0; y < n; y++) {
      const fy = y <= n / 2 ? y : y - n;
      const ring = Math.round(Math.sqrt(x * x + fy * fy));
      if (ring >= half) continue;
      const re = column[2 * y]!,
        im = column[2 * y + 1]!;
      power[ring]! += twice * (re * re + im * im);
      count[ring]! += twice;
    }
  }
  for (let k = 0; k < half; k++) power[k] = power[k]! / (count[k]! * n * n * WINDOW_POWER);
  return power;
}
