import type { Mark } from '../finding';
import { InputError } from '../errors';

/** Light over the frame, coarse: linear, any unit, row by row. */
export type LightGrid = { width: number; height: number; light: readonly number[] };
/** The same to be read only, however its numbers are kept. */
export type LightField = { width: number; height: number; light: ArrayLike<number> };

export type Evenness = {
  /** Stops each corner lies under the centre: positive is darker. */
  corners: { topLeft: number; topRight: number; bottomRight: number; bottomLeft: number };
  /** The corner furthest from the centre's light, either way. */
  worst: number;
  verdict: Mark;
  word: 'even' | 'correct it' | 'set the lights again';
  says: string;
};

/** Stops. Source: handbook §4. */
export const EVEN = 0.1,
  CORRECTABLE = 0.33;
/** Share of each side that counts as a corner, and as the centre. */
const PATCH = 0.12;

/**
 * How even the light was, from a frame of blank board: `log2(centre ÷ corner)` for each corner.
 *
 * @param grid at least 8 × 8, linear light
 * @throws InputError for a grid too small, or without light at its centre
 * Source: handbook §4.
 * @example readEvenness({ width: 8, height: 8, light: Array(64).fill(0.5) }).word // 'even'
 */
export function readEvenness(grid: LightField): Evenness {
  const { width: w, height: h, light } = grid;
  if (!(w >= 8 && h >= 8)) throw new InputError('grid', `${w} × ${h}`, '8 × 8 or finer');
  const mean = (u0: number, v0: number) => {
    const [x0, y0] = [Math.round(u0 * w), Math.round(v0 * h)],
      [nx, ny] = [Math.max(1, Math.round(PATCH * w)), Math.max(1, Math.round(PATCH * h))];
    let sum = 0;
    for (let y = y0; y < y0 + ny; y++)
      for (let x = x0; x < x0 + nx; x++) sum += light[Math.min(h - 1, y) * w + Math.min(w - 1, x)]!;
    return sum / (nx * ny);
  };
  const centre = mean(0.5 - PATCH / 2, 0.5 - PATCH / 2);
  if (!(centre > 0)) throw new InputError('grid', centre, 'some light at the centre');
  const stops = (u: number, v: number) => Math.log2(centre / Math.max(1e-9, mean(u, v)));
  const corners = {
    topLeft: stops(0, 0),
    topRight: stops(1 - PATCH, 0),
    bottomRight: stops(1 - PATCH, 1 - PATCH),
    bottomLeft: stops(0, 1 - PATCH),
  };
  const worst = Object.values(corners).reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a));
  // A hair over a limit of the handbook is that limit: light is not known to a thousandth of a stop.
  const off = Math.round(Math.abs(worst) * 1_000) / 1_000;
  const [verdict, word]: [Mark, Evenness['word']] =
    off <= EVEN
      ? ['holds', 'even']
      : off <= CORRECTABLE
        ? ['care', 'correct it']
        : ['fails', 'set the lights again'];
  const names = {
    topLeft: 'top left',
    topRight: 'top right',
    bottomRight: 'bottom right',
    bottomLeft: 'bottom left',
  };
  const where = (Object.keys(corners) as (keyof typeof corners)[]).find((k) => corners[k] === worst)!;
  const figure = `the ${names[where]} corner lies ${Math.abs(worst).toFixed(2)} stops ${worst >= 0 ? 'under' : 'over'} the centre`;
  const says =
    verdict === 'holds'
      ? `Even: ${figure}, up to ${EVEN.toFixed(2)} is even.`
      : verdict === 'care'
        ? `Correct it: ${figure}; a corrected copy mends up to ${CORRECTABLE}.`
        : `Set the lights again: ${figure}, more than a file should be pulled (${CORRECTABLE}).`;
  return { corners, worst, verdict, word, says };
}

/**
 * The light map smoothed and brought to 1 at its brightest, to divide a capture by.
 *
 * @example flatField({ width: 8, height: 8, light: Array(64).fill(0.5) }).light[9] // 1
 */
export function flatField(grid: LightField): LightField {
  const { width: w, height: h } = grid;
  // A board has dust and tooth; light does not change over a few hundredths of the frame.
  const r = Math.max(1, Math.round(Math.max(w, h) / 32));
  const smooth = boxBlur(boxBlur(Float64Array.from(grid.light), w, h, r), w, h, r);
  const top = smooth.reduce((a, b) => Math.max(a, b), 0);
  if (!(top > 0)) throw new InputError('grid', top, 'some light');
  return { width: w, height: h, light: smooth.map((v) => v / top) };
}

function boxBlur(data: Float64Array, w: number, h: number, r: number): Float64Array {
  const pass = (from: Float64Array, n: number, lines: number, step: number, lineStep: number) => {
    const to = new Float64Array(from.length);
    for (let l = 0; l < lines; l++) {
      for (let i = 0; i < n; i++) {
        let sum = 0,
          count = 0;
        for (let k = Math.max(0, i - r); k <= Math.min(n - 1, i + r); k++) {
          sum += from[l * lineStep + k * step]!;
          count++;
        }
        to[l * lineStep + i * step] = sum / count;
      }
    }
    return to;
  };
  return pass(pass(data, w, h, 1, w), h, w, w, 1);
}

/** The light at a place of the frame, 0–1 each way, between the grid's points. @example lightAt({ width: 2, height: 1, light: [1, 0] }, 0.5, 0.5) // 0.5 */
export function lightAt(grid: LightField, u: number, v: number): number {
  const { width: w, height: h, light } = grid;
  const x = Math.min(w - 1, Math.max(0, u * w - 0.5)),
    y = Math.min(h - 1, Math.max(0, v * h - 0.5));
  const i = Math.min(w - 2, Math.floor(x)),
    j = Math.min(h - 2, Math.floor(y));
  const [i0, j0] = [Math.max(0, i), Math.max(0, j)];
  const [i1, j1] = [Math.min(w - 1, i0 + 1), Math.min(h - 1, j0 + 1)];
  const fx = x - i0,
    fy = y - j0;
  const top = light[j0 * w + i0]! * (1 - fx) + light[j0 * w + i1]! * fx;
  return top * (1 - fy) + (light[j1 * w + i0]! * (1 - fx) + light[j1 * w + i1]! * fx) * fy;
}
