import { resample } from '../printfile/resample';

/** A small picture of one channel, L* as a rule. */
export type Plane = { width: number; height: number; data: Float32Array };

/**
 * Made smaller by a factor, no finer than its new pixels, from the last of its halves that is still larger; as it is where
 * the factor is 1 or more. The factor is kept to the last digit in both directions: what does not fill a pixel at the far
 * sides is left off.
 */
export function smaller(halves: readonly Plane[], k: number): Plane {
  if (k >= 1) return halves[0]!;
  let n = 0;
  while (n + 1 < halves.length && k * 2 ** (n + 1) <= 1) n++;
  const from = halves[n]!,
    rest = k * 2 ** n,
    whole = (side: number) => Math.max(1, Math.floor(side * rest + 1e-9));
  return resample(
    { ...from, channels: 1 },
    { width: whole(from.width), height: whole(from.height) },
    'mitchell',
    { x: 1 / rest, y: 1 / rest },
  );
}

/** The picture and its halves, down to a few pixels. */
export function halved(p: Plane): Plane[] {
  const list = [p];
  for (let last = p; Math.min(last.width, last.height) >= 32; last = list.at(-1)!) {
    const width = last.width >> 1,
      height = last.height >> 1,
      data = new Float32Array(width * height);
    halve(last, width, height, data);
    list.push({ width, height, data });
  }
  return list;
}

function halve(from: Plane, width: number, height: number, to: Float32Array) {
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = 2 * y * from.width + 2 * x;
      to[y * width + x] =
        (from.data[at]! +
          from.data[at + 1]! +
          from.data[at + from.width]! +
          from.data[at + from.width + 1]!) /
        4;
    }
}

/** Made smaller by a factor, from the last half that is still larger. */
export function fromHalves(halves: readonly Plane[], k: number): Plane {
  const first = halves[0]!,
    width = Math.max(1, Math.round(first.width * k)),
    height = Math.max(1, Math.round(first.height * k));
  const from = [...halves].reverse().find((h) => h.width >= width && h.height >= height) ?? first;
  return from.width === width ? from : resample({ ...from, channels: 1 }, { width, height }, 'mitchell');
}

/** Bilinear, the middle of the first pixel at a half. */
export function sample(p: Plane, u: number, v: number): number {
  const x = Math.min(p.width - 1.001, Math.max(0, u - 0.5)),
    y = Math.min(p.height - 1.001, Math.max(0, v - 0.5));
  const i = x | 0,
    j = y | 0,
    fx = x - i,
    fy = y - j,
    at = j * p.width + i;
  const d = p.data;
  return (
    (d[at]! * (1 - fx) + d[at + 1]! * fx) * (1 - fy) +
    (d[at + p.width]! * (1 - fx) + d[at + p.width + 1]! * fx) * fy
  );
}

/** Less contrast than this, in L*, is noise and is not raised to full. */
const QUIET = 2.5;

/** Local mean taken off and local contrast brought to one, over a box some pixels wide; what lies outside a mask counts for nothing. */
export function evened(p: Plane, radius: number, mask?: Uint8Array): Plane {
  const { width, height, data } = p,
    n = width * height;
  const ones = new Float32Array(n),
    values = new Float32Array(n);
  for (let i = 0; i < n; i++) {
    const m = mask ? mask[i]! : 1;
    ones[i] = m;
    values[i] = m * data[i]!;
  }
  const count = boxed(ones, width, height, radius),
    mean = boxed(values, width, height, radius);
  const apart = new Float32Array(n),
    square = new Float32Array(n);
  for (let i = 0; i < n; i++)
    if (ones[i]) {
      const off = data[i]! - mean[i]! / Math.max(1e-6, count[i]!);
      apart[i] = off;
      square[i] = off * off;
    }
  const spread = boxed(square, width, height, radius);
  for (let i = 0; i < n; i++)
    if (ones[i]) apart[i]! /= Math.sqrt(spread[i]! / Math.max(1e-6, count[i]!) + QUIET * QUIET);
  return { width, height, data: apart };
}

/** Twice a box, which is nearly a bell: sums, not means, so that edges can be weighed. */
function boxed(data: Float32Array, width: number, height: number, radius: number): Float32Array {
  const across = new Float32Array(data.length);
  let now = data;
  for (let pass = 0; pass < 2; pass++) {
    for (let y = 0; y < height; y++) boxRow(now, across, y * width, width, radius);
    now = boxColumns(across, width, height, radius);
  }
  return now;
}

function boxRow(from: Float32Array, to: Float32Array, start: number, width: number, r: number) {
  let sum = 0;
  for (let x = 0; x <= Math.min(r, width - 1); x++) sum += from[start + x]!;
  for (let x = 0; x < width; x++) {
    to[start + x] = sum / (2 * r + 1);
    if (x + r + 1 < width) sum += from[start + x + r + 1]!;
    if (x - r >= 0) sum -= from[start + x - r]!;
  }
}

/** All columns side by side, row after row: down one column after the other every step would miss the cache. */
function boxColumns(from: Float32Array, width: number, height: number, r: number): Float32Array {
  const to = new Float32Array(from.length);
  const sums = new Float64Array(width);
  const take = (y: number, sign: 1 | -1) => {
    for (let x = 0, i = y * width; x < width; x++, i++) sums[x]! += sign * from[i]!;
  };
  for (let y = 0; y <= Math.min(r, height - 1); y++) take(y, 1);
  for (let y = 0; y < height; y++) {
    for (let x = 0, i = y * width; x < width; x++, i++) to[i] = sums[x]! / (2 * r + 1);
    if (y + r + 1 < height) take(y + r + 1, 1);
    if (y - r >= 0) take(y - r, -1);
  }
  return to;
}

export function gradient(p: Plane, step: number): Plane {
  const data = new Float32Array(p.data.length);
  for (let i = step; i < data.length - step; i++) data[i] = (p.data[i + step]! - p.data[i - step]!) / 2;
  return { ...p, data };
}
