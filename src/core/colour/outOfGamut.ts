import { difference } from './difference';
import { HUES, hueOf } from './gamut';

/** A colour is out when printing it and looking moves it by more than this. Source: handbook §6. */
export const OUT_ABOVE = 3;

/**
 * How far each colour of a space moves when it goes to a paper and back, as a table over the space: ΔE00 in tenths, at the
 * middle of each cell. Together with the sector of hue each cell lies in.
 */
export type MoveTable = { channels: 1 | 3 | 4; bits: number; tenths: Uint8Array; hue: Int8Array };

/** Cells along each side of a table, as a power of two: fine enough that a cell's colours differ by less than is seen. */
export const TABLE_BITS: Readonly<Record<1 | 3 | 4, number>> = { 1: 10, 3: 6, 4: 4 };

/** The numbers at the middle of each cell, 0–65535, interleaved. @example cellSamples(1, 1) // Uint16Array.from([16384, 49152]) */
export function cellSamples(channels: 1 | 3 | 4, bits: number): Uint16Array {
  const n = 1 << bits,
    all = n ** channels,
    out = new Uint16Array(all * channels);
  for (let i = 0, at = 0; i < all; i++)
    for (let c = channels - 1; c >= 0; c--)
      out[at++] = ((((i >> (bits * c)) & (n - 1)) + 0.5) * 65_536) / n;
  return out;
}

/** The table from the cells' own L*a*b* and what a paper makes of them. */
export function moveTable(
  channels: 1 | 3 | 4,
  bits: number,
  lab: Float32Array,
  printed: Float32Array,
): MoveTable {
  const n = lab.length / 3,
    tenths = new Uint8Array(n),
    hue = new Int8Array(n);
  for (let i = 0, k = 0; i < n; i++, k += 3) {
    tenths[i] = Math.min(
      255,
      Math.round(
        10 * difference(lab[k]!, lab[k + 1]!, lab[k + 2]!, printed[k]!, printed[k + 1]!, printed[k + 2]!),
      ),
    );
    hue[i] = hueOf(lab[k + 1]!, lab[k + 2]!);
  }
  return { channels, bits, tenths, hue };
}

/** Running counts over pixels: how many moved by how much, in tenths, and where out-of-gamut ones lie. */
export class GamutCount {
  private readonly counts: Uint32Array;
  private readonly cells: { columns: number; rows: number; all: Float64Array; byTenth: Float64Array };

  constructor(
    private readonly table: MoveTable,
    private readonly size: { width: number; height: number },
    along = 64,
  ) {
    this.counts = new Uint32Array(table.tenths.length);
    const k = along / Math.max(size.width, size.height);
    const columns = Math.max(1, Math.round(size.width * k)),
      rows = Math.max(1, Math.round(size.height * k));
    this.cells = {
      columns,
      rows,
      all: new Float64Array(columns * rows),
      byTenth: new Float64Array(columns * rows),
    };
  }

  /** Counts rows from `y`; samples of 8 or 16 bits. */
  take(band: Uint8Array | Uint16Array, y: number, rows: number, bits: 8 | 16): void {
    countBand(band, y, rows, bits, this.table, this.size, this.counts, this.cells);
  }

  /** What was counted, for a threshold: the share out, the hues it lies in, the mean of what stays in, and the map. */
  result(threshold = OUT_ABOVE): GamutStatistics {
    const limit = Math.round(threshold * 10);
    const moved = new Float64Array(256),
      huesAt = Array.from({ length: 256 }, () => new Float64Array(HUES.length + 1));
    this.counts.forEach((n, i) => {
      if (n) {
        const t = this.table.tenths[i]!,
          h = this.table.hue[i]!;
        moved[t]! += n;
        huesAt[t]![h < 0 ? HUES.length : h]! += n;
      }
    });
    const all = moved.reduce((a, b) => a + b, 0) || 1;
    let out = 0,
      inside = 0,
      sum = 0,
      worst = 0;
    const hues = new Float64Array(HUES.length + 1);
    for (let t = 0; t < 256; t++) {
      if (t > limit) {
        out += moved[t]!;
        huesAt[t]!.forEach((v, h) => {
          hues[h]! += v;
        });
      } else {
        inside += moved[t]!;
        sum += (moved[t]! * t) / 10;
      }
      if (moved[t]! / all > 1e-4) worst = t / 10;
    }
    const sectors = [
      ...HUES.map((name, i) => ({ name: name as string, share: hues[i]! / all })),
      { name: 'near grey', share: hues[HUES.length]! / all },
    ]
      .filter((s) => s.share > 0)
      .sort((a, b) => b.share - a.share);
    return {
      threshold,
      pixels: all,
      outShare: out / all,
      meanInside: inside ? sum / inside : 0,
      worst,
      sectors,
      shares: Array.from(moved, (v) => v / all),
      map: {
        columns: this.cells.columns,
        rows: this.cells.rows,
        mean: Array.from(
          this.cells.byTenth,
          (v, i) => Math.round((v / Math.max(1, this.cells.all[i]!)) * 10) / 100,
        ),
      },
    };
  }
}

export type GamutStatistics = {
  threshold: number;
  pixels: number;
  outShare: number;
  /** Mean ΔE00 of the pixels that stay in. */ meanInside: number;
  /** The largest ΔE00 that at least one pixel in ten thousand reaches. */
  worst: number;
  sectors: { name: string; share: number }[];
  /** Share of pixels by ΔE00 in tenths; the last one is 25.5 and above. */
  shares: number[];
  /** Mean ΔE00 by cell. */
  map: { columns: number; rows: number; mean: number[] };
};

/** The share that is out at another threshold than was counted for. @example shareAbove([0.5, 0, 0.5], 0.1) // 0.5 */
export const shareAbove = (shares: readonly number[], threshold: number): number =>
  shares.reduce((sum, v, tenth) => sum + (tenth > Math.round(threshold * 10) ? v : 0), 0);

function countBand(
  band: Uint8Array | Uint16Array,
  y0: number,
  rows: number,
  bits: 8 | 16,
  table: MoveTable,
  size: { width: number; height: number },
  counts: Uint32Array,
  cells: { columns: number; rows: number; all: Float64Array; byTenth: Float64Array },
) {
  const { channels, bits: b, tenths } = table,
    shift = bits - b;
  for (let y = 0; y < rows; y++) {
    const row =
      Math.min(cells.rows - 1, Math.floor(((y0 + y) * cells.rows) / size.height)) * cells.columns;
    for (let cell = 0; cell < cells.columns; cell++) {
      const from = Math.floor((cell * size.width) / cells.columns),
        to = Math.floor(((cell + 1) * size.width) / cells.columns);
      let at = (y * size.width + from) * channels,
        sum = 0;
      if (channels === 3)
        for (let x = from; x < to; x++, at += 3) {
          const i =
            ((band[at]! >> shift) << (2 * b)) |
            ((band[at + 1]! >> shift) << b) |
            (band[at + 2]! >> shift);
          counts[i]!++;
          sum += tenths[i]!;
        }
      else if (channels === 1)
        for (let x = from; x < to; x++, at++) {
          const i = shift >= 0 ? band[at]! >> shift : band[at]! << -shift;
          counts[i]!++;
          sum += tenths[i]!;
        }
      else
        for (let x = from; x < to; x++, at += 4) {
          const i =
            ((band[at]! >> shift) << (3 * b)) |
            ((band[at + 1]! >> shift) << (2 * b)) |
            ((band[at + 2]! >> shift) << b) |
            (band[at + 3]! >> shift);
          counts[i]!++;
          sum += tenths[i]!;
        }
      cells.byTenth[row + cell]! += sum;
      cells.all[row + cell]! += to - from;
    }
  }
}
