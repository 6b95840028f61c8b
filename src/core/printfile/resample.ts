import { InputError } from '../errors';

/** Lanczos3 is crisp and may ring beside hard edges; Mitchell is gentle and does not; cubic lies between. */
export const KERNELS = ['lanczos3', 'mitchell', 'cubic'] as const;
export type Kernel = (typeof KERNELS)[number];

const REACH: Record<Kernel, number> = { lanczos3: 3, mitchell: 2, cubic: 2 };
const sinc = (x: number) => (x === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x));

/** Source: Mitchell and Netravali 1988; B = C = 1/3 is theirs, B = 0, C = 1/2 is Catmull-Rom. */
function cubicOf(b: number, c: number) {
  return (x: number) => {
    const a = Math.abs(x);
    if (a < 1)
      return ((12 - 9 * b - 6 * c) * a * a * a + (-18 + 12 * b + 6 * c) * a * a + (6 - 2 * b)) / 6;
    if (a < 2)
      return (
        ((-b - 6 * c) * a * a * a +
          (6 * b + 30 * c) * a * a +
          (-12 * b - 48 * c) * a +
          (8 * b + 24 * c)) /
        6
      );
    return 0;
  };
}
const SHAPE: Record<Kernel, (x: number) => number> = {
  lanczos3: (x) => (Math.abs(x) < 3 ? sinc(x) * sinc(x / 3) : 0),
  mitchell: cubicOf(1 / 3, 1 / 3),
  cubic: cubicOf(0, 1 / 2),
};

/** For each sample that comes out: the first sample it takes, and the part it takes of that and each after it. */
export type Taps = { first: Int32Array; weights: Float32Array; reach: number };

/**
 * How each sample of a side of `to` is put together from a side of `from`. Making smaller, the kernel is widened so that
 * nothing finer than the new samples is left to alias; the parts of each sample add up to 1, also at the edges.
 *
 * @param step samples of `from` to each of `to`, where that is not what fills the side
 * @param offset where the first of `to` begins, in samples of `from`
 * @throws InputError for sides under one sample
 * Source: Duchon 1979 (Lanczos); Mitchell and Netravali 1988.
 * @example tapsFor(4, 4, 'lanczos3').first.length // 4
 */
export function tapsFor(from: number, to: number, kernel: Kernel, step = from / to, offset = 0): Taps {
  if (!(from >= 1)) throw new InputError('from', from, 'one sample or more');
  if (!(to >= 1)) throw new InputError('to', to, 'one sample or more');
  const stretch = Math.max(1, step);
  const reach = Math.min(from, 2 * Math.ceil(REACH[kernel] * stretch) + 1);
  const first = new Int32Array(to),
    weights = new Float32Array(to * reach);
  const shape = SHAPE[kernel];
  for (let i = 0; i < to; i++) {
    const centre = (i + 0.5) * step - 0.5 + offset;
    const from0 = Math.min(Math.max(0, Math.floor(centre) - (reach >> 1)), from - reach);
    first[i] = from0;
    let sum = 0;
    for (let k = 0; k < reach; k++) sum += weights[i * reach + k] = shape((from0 + k - centre) / stretch);
    for (let k = 0; k < reach; k++) weights[i * reach + k]! /= sum;
  }
  return { first, weights, reach };
}

/** One row of interleaved samples, resampled along its length. */
export function resampleRow(row: Float32Array, taps: Taps, channels: number, out: Float32Array): void {
  const { first, weights, reach } = taps;
  if (channels === 3) {
    for (let i = 0, o = 0; i < first.length; i++, o += 3) {
      let r = 0,
        g = 0,
        b = 0;
      for (let at = first[i]! * 3, w = i * reach, end = w + reach; w < end; w++, at += 3) {
        const k = weights[w]!;
        r += row[at]! * k;
        g += row[at + 1]! * k;
        b += row[at + 2]! * k;
      }
      out[o] = r;
      out[o + 1] = g;
      out[o + 2] = b;
    }
    return;
  }
  for (let i = 0; i < first.length; i++) {
    const from = first[i]! * channels;
    for (let c = 0; c < channels; c++) {
      let sum = 0;
      for (let k = 0, at = from + c, w = i * reach; k < reach; k++, at += channels, w++)
        sum += row[at]! * weights[w]!;
      out[i * channels + c] = sum;
    }
  }
}

/**
 * Resamples a whole small picture of one or more channels, row by row as the large ones are.
 *
 * @example resample({ data: [5, 5, 5, 5], width: 2, height: 2, channels: 1 }, { width: 1, height: 1 }, 'cubic').data[0] // 5
 */
export function resample(
  p: { data: ArrayLike<number>; width: number; height: number; channels: number },
  to: { width: number; height: number },
  kernel: Kernel,
  step: { x: number; y: number } = { x: p.width / to.width, y: p.height / to.height },
  offset: { x: number; y: number } = { x: 0, y: 0 },
): { data: Float32Array; width: number; height: number; channels: number } {
  const across = tapsFor(p.width, to.width, kernel, step.x, offset.x);
  const down = tapsFor(p.height, to.height, kernel, step.y, offset.y);
  const line = to.width * p.channels;
  const rows = Array.from({ length: p.height }, (_, y) => {
    const out = new Float32Array(line);
    const [from, to] = [y * p.width * p.channels, (y + 1) * p.width * p.channels];
    resampleRow(
      p.data instanceof Float32Array
        ? p.data.subarray(from, to)
        : Float32Array.from({ length: to - from }, (_, i) => p.data[from + i]!),
      across,
      p.channels,
      out,
    );
    return out;
  });
  const data = new Float32Array(line * to.height);
  for (let y = 0; y < to.height; y++)
    mixRows((k) => rows[k]!, down, y, data.subarray(y * line, (y + 1) * line));
  return { data, ...to, channels: p.channels };
}

/** One row that comes out, mixed from the rows it takes. */
export function mixRows(
  rowAt: (k: number) => Float32Array,
  down: Taps,
  y: number,
  out: Float32Array,
): void {
  out.fill(0);
  for (let k = 0; k < down.reach; k++) {
    const w = down.weights[y * down.reach + k]!;
    if (w === 0) continue;
    const row = rowAt(down.first[y]! + k);
    for (let i = 0; i < out.length; i++) out[i]! += w * row[i]!;
  }
}
