/**
 * An unsharp mask.
 * `amount` in per cent of the edge, `radius` of the Gaussian in pixels, `threshold` in levels of 255 under which nothing is done.
 */
export type UnsharpMask = { amount: number; radius: number; threshold: number };

/**
 * Noise taken down: `strength` in per cent, `levels` of 255 by which a neighbour may differ in lightness and still be taken for the
 * same surface. Edges stronger than that stay as they are.
 */
export type Smoothing = { strength: number; levels: number };

/** What is done to a capture in its own pixels, before it is made the size of the print. */
export type CaptureSteps = { sharpen: UnsharpMask | null; smooth: Smoothing | null };

/** Interleaved samples, 0 to 65 535. */
export type Picture = { data: Float32Array; width: number; height: number; channels: number };

const LEVEL = 257;

export const doesSharpen = (mask: UnsharpMask | null | undefined): mask is UnsharpMask =>
  !!mask && mask.amount > 0;
export const doesSmooth = (smoothing: Smoothing | null | undefined): smoothing is Smoothing =>
  !!smoothing && smoothing.strength > 0;

/** How many pixels to each side sharpening looks at. @example sharpenReach({ amount: 60, radius: 1.4, threshold: 2 }) // 5 */
export const sharpenReach = ({ radius }: UnsharpMask): number =>
  Math.min(60, Math.ceil(3 * Math.max(0.1, radius)));

/** Something that is worked out row by row from the rows round about, which are held in slots used in turn. */
interface RowFilter {
  readonly reach: number;
  /** A row that has come, into its slot. */
  take(row: Float32Array, slot: number): void;
  /** The row in the middle of the slots, as it comes out. */
  give(slots: Int32Array, out: Float32Array): void;
}

/**
 * Unsharp mask on lightness: the picture less its Gaussian blur, times the amount, added to every channel where it is over
 * the threshold. On lightness alone, so that no edge takes on a colour.
 */
export class RowSharpener implements RowFilter {
  readonly reach: number;
  private readonly taps: Float32Array;
  private readonly rows: Float32Array[];
  private readonly light: Float32Array[];
  private readonly soft: Float32Array[];
  private readonly blur: Float32Array;

  constructor(
    width: number,
    private readonly channels: number,
    private readonly mask: UnsharpMask,
  ) {
    this.reach = sharpenReach(mask);
    const n = 2 * this.reach + 1;
    this.taps = gaussTaps(Math.max(0.1, mask.radius), this.reach);
    this.rows = rowsOf(n, width * channels);
    this.light = rowsOf(n, width);
    this.soft = rowsOf(n, width);
    this.blur = new Float32Array(width);
  }

  take(row: Float32Array, slot: number): void {
    this.rows[slot]!.set(row);
    lightOf(row, this.channels, this.light[slot]!);
    softenRow(this.light[slot]!, this.taps, this.soft[slot]!);
  }

  give(slots: Int32Array, out: Float32Array): void {
    const { blur, taps, mask } = this;
    blur.fill(0);
    for (let k = 0; k < taps.length; k++) addTimes(this.soft[slots[k]!]!, taps[k]!, blur);
    const middle = slots[this.reach]!;
    addEdges(
      this.rows[middle]!,
      this.light[middle]!,
      blur,
      this.channels,
      mask.amount / 100,
      mask.threshold * LEVEL,
      out,
    );
  }
}

/** Pixels to each side that noise is averaged over. */
const SMOOTH_REACH = 2;

/**
 * Each pixel drawn towards the mean of those of its 5 × 5 neighbours that differ from it in lightness by no more than the levels
 * given: noise is averaged, an edge is not crossed.
 * Source: Lee 1983, the sigma filter.
 */
export class RowSmoother implements RowFilter {
  readonly reach = SMOOTH_REACH;
  private readonly rows: Float32Array[];
  private readonly light: Float32Array[];

  constructor(
    width: number,
    private readonly channels: number,
    private readonly smoothing: Smoothing,
  ) {
    this.rows = rowsOf(2 * SMOOTH_REACH + 1, width * channels);
    this.light = rowsOf(2 * SMOOTH_REACH + 1, width);
  }

  take(row: Float32Array, slot: number): void {
    this.rows[slot]!.set(row);
    lightOf(row, this.channels, this.light[slot]!);
  }

  give(slots: Int32Array, out: Float32Array): void {
    const { strength, levels } = this.smoothing;
    const share = Math.min(1, strength / 100);
    smoothRow(this.rows, this.light, slots, this.channels, share, levels * LEVEL, out);
  }
}

const rowsOf = (count: number, length: number) =>
  Array.from({ length: count }, () => new Float32Array(length));

/**
 * A whole small picture through a filter of rows, its edges repeated outwards.
 *
 * @example sharpenPicture({ data: new Float32Array(9).fill(500), width: 3, height: 3, channels: 1 }, { amount: 90, radius: 1, threshold: 0 }).data[4] // 500
 */
export const sharpenPicture = (picture: Picture, mask: UnsharpMask): Picture =>
  filtered(picture, new RowSharpener(picture.width, picture.channels, mask));

/** @example smoothPicture({ data: new Float32Array(9).fill(500), width: 3, height: 3, channels: 1 }, { strength: 80, levels: 4 }).data[4] // 500 */
export const smoothPicture = (picture: Picture, smoothing: Smoothing): Picture =>
  filtered(picture, new RowSmoother(picture.width, picture.channels, smoothing));

function filtered(picture: Picture, filter: RowFilter): Picture {
  const { width, height, channels, data } = picture;
  const line = width * channels;
  const n = 2 * filter.reach + 1;
  const out = new Float32Array(data.length);
  const slots = new Int32Array(n);
  let read = 0;
  for (let y = 0; y < height; y++) {
    for (; read < Math.min(height, y + filter.reach + 1); read++)
      filter.take(data.subarray(read * line, (read + 1) * line), read % n);
    for (let k = 0; k < n; k++) slots[k] = Math.min(height - 1, Math.max(0, y + k - filter.reach)) % n;
    filter.give(slots, out.subarray(y * line, (y + 1) * line));
  }
  return { width, height, channels, data: out };
}

/** A Gaussian's parts, adding up to one. */
export function gaussTaps(sigma: number, reach: number): Float32Array {
  const taps = Float32Array.from({ length: 2 * reach + 1 }, (_, i) =>
    Math.exp(-((i - reach) ** 2) / (2 * sigma * sigma)),
  );
  const sum = taps.reduce((a, b) => a + b, 0);
  return taps.map((tap) => tap / sum);
}

// Loops over a row stand by themselves: the engine makes them fast only so.
export function lightOf(row: Float32Array, channels: number, out: Float32Array) {
  if (channels === 3)
    for (let x = 0, i = 0; x < out.length; x++, i += 3)
      out[x] = 0.25 * row[i]! + 0.6 * row[i + 1]! + 0.15 * row[i + 2]!;
  else if (channels === 4)
    for (let x = 0, i = 0; x < out.length; x++, i += 4)
      out[x] = (row[i]! + row[i + 1]! + row[i + 2]!) / 3;
  else out.set(row);
}

function softenRow(l: Float32Array, taps: Float32Array, out: Float32Array) {
  const n = taps.length,
    reach = n >> 1,
    last = l.length - 1;
  for (let x = 0; x <= last; x++) {
    let v = 0;
    if (x >= reach && x + reach <= last)
      for (let k = 0, i = x - reach; k < n; k++, i++) v += taps[k]! * l[i]!;
    else for (let k = 0; k < n; k++) v += taps[k]! * l[Math.min(last, Math.max(0, x + k - reach))]!;
    out[x] = v;
  }
}

function addTimes(row: Float32Array, k: number, to: Float32Array) {
  for (let x = 0; x < to.length; x++) to[x]! += k * row[x]!;
}

function addEdges(
  row: Float32Array,
  l: Float32Array,
  blur: Float32Array,
  channels: number,
  amount: number,
  least: number,
  out: Float32Array,
) {
  for (let x = 0, i = 0; x < l.length; x++) {
    const edge = l[x]! - blur[x]!;
    const add = edge > least || edge < -least ? amount * edge : 0;
    for (let c = 0; c < channels; c++, i++) out[i] = row[i]! + add;
  }
}

function smoothRow(
  rows: readonly Float32Array[],
  light: readonly Float32Array[],
  slots: Int32Array,
  channels: number,
  share: number,
  most: number,
  out: Float32Array,
) {
  const middle = slots[slots.length >> 1]!;
  const own = light[middle]!;
  const last = own.length - 1;
  const reach = slots.length >> 1;
  const sums = new Float64Array(channels);
  for (let x = 0; x <= last; x++) {
    sums.fill(0);
    let count = 0;
    const from = Math.max(0, x - reach);
    const to = Math.min(last, x + reach);
    for (let k = 0; k < slots.length; k++) {
      const slot = slots[k]!;
      const beside = light[slot]!;
      const row = rows[slot]!;
      for (let at = from; at <= to; at++) {
        const off = beside[at]! - own[x]!;
        if (off > most || off < -most) continue;
        count++;
        for (let c = 0; c < channels; c++) sums[c]! += row[at * channels + c]!;
      }
    }
    for (let c = 0; c < channels; c++) {
      const v = rows[middle]![x * channels + c]!;
      out[x * channels + c] = v + share * (sums[c]! / count - v);
    }
  }
}
