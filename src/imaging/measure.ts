import { open } from 'node:fs/promises';
import sharp from 'sharp';
import { detailOf } from '@/core/capture/detail';
import { jpegQuality } from '@/core/capture/jpegQuality';
import { DETAIL_TILE, radialSpectrum, type Spectrum } from '@/core/capture/spectrum';
import type { DetailMap, Readings, ShareMap } from '@/core/capture/readings';
import { nameSpace } from '@/core/colour/space';
import { openPixels, type PixelFile } from './pixels';

/** Cells of the maps along the longer side. */
const MAP_CELLS = 48,
  DETAIL_CELLS = 24;
const FLAT_TILES = 24;
/** Sixteen-bit values from here up, and down to here, print as white and black: a thousandth of the range. */
const HIGH_16 = 65_470,
  LOW_16 = 65;
/** Small pictures are measured on tiles that lie half over each other. */
const SMALL_PX = 2_500_000;

/**
 * Measures what a picture holds: tones and what was clipped of them, colours on the edge of their space, the traces of JPEG,
 * and the true detail with a map. One decoding, one pass, in bands of rows.
 *
 * @param path the master, only read
 * @param scratch where a passing file may lie
 * Source: handbook §5, §6; core/capture/detail.ts for the method.
 */
export async function measurePicture(
  path: string,
  scratch: string,
  onStep: (step: string) => void = () => {},
): Promise<Readings> {
  const meta = await sharp(path, { limitInputPixels: false, failOn: 'none' }).metadata();
  const space = nameSpace(meta.icc ?? null);
  onStep('decoding');
  const pixels = await openPixels(path, scratch);
  try {
    onStep('counting tones and looking for detail');
    const tones = new Tones(pixels);
    const tiles = new Tiles(pixels);
    const blocks = meta.format === 'jpeg' ? new Blocks() : null;
    const luma = new Float32Array(pixels.width * DETAIL_TILE);
    const step = pixels.width * pixels.height < SMALL_PX ? DETAIL_TILE / 2 : DETAIL_TILE;
    for (let y = 0; y < pixels.height; y += DETAIL_TILE) {
      const n = Math.min(DETAIL_TILE, pixels.height - y);
      const band = await pixels.rows(y, n);
      tones.take(band, y, n, luma);
      if (n === DETAIL_TILE) tiles.take(luma, y, step);
      blocks?.take(luma, pixels.width, n);
    }
    if (step < DETAIL_TILE) {
      for (let y = step; y + DETAIL_TILE <= pixels.height; y += DETAIL_TILE) {
        lumaOf(await pixels.rows(y, DETAIL_TILE), luma, pixels);
        tiles.take(luma, y, step);
      }
    }
    onStep('working out the detail');
    return {
      width: pixels.width,
      height: pixels.height,
      channels: pixels.channels,
      bits: pixels.bits,
      space,
      ...tones.result(),
      jpeg: blocks
        ? {
            ...(jpegQuality(await head(path)) ?? { quality: null, usual: false }),
            blocking: blocks.result(),
          }
        : null,
      detail: tiles.result(pixels.bits === 8 ? 1 / 12 : 1 / 12 / 257 ** 2),
    };
  } finally {
    await pixels.close();
  }
}

async function head(path: string): Promise<Uint8Array> {
  const file = await open(path, 'r');
  try {
    return (await file.read(Buffer.alloc(1 << 18), 0, 1 << 18, 0)).buffer;
  } finally {
    await file.close();
  }
}

/** Lightness as 0–255, the middle channel counting double, as sensors have it. */
function lumaOf(band: Uint8Array | Uint16Array, out: Float32Array, { channels, bits }: PixelFile) {
  const k = bits === 16 ? 1 / 257 : 1,
    quarter = 0.25 * k;
  const n = (band.length / channels) | 0;
  if (channels === 3)
    for (let i = 0, at = 0; i < n; i++, at += 3)
      out[i] = (band[at]! + 2 * band[at + 1]! + band[at + 2]!) * quarter;
  else if (channels === 4)
    for (let i = 0, at = 0; i < n; i++, at += 4)
      out[i] =
        ((255 - (band[at]! + 2 * band[at + 1]! + band[at + 2]!) * 0.25) * (255 - band[at + 3]!)) / 255;
  else for (let i = 0; i < n; i++) out[i] = band[i * channels]! * k;
}

/** What a run of pixels adds up to. */
type Run = { high: number; low: number; edge: number; bare: number; black: number };

/** Histograms, clipping and the edge of the space. */
class Tones {
  private readonly counts: Uint32Array;
  private readonly map: {
    cols: number;
    rows: number;
    high: Float64Array;
    low: Float64Array;
    edge: Float64Array;
    all: Float64Array;
  };
  private readonly high: Float64Array;
  private readonly low: Float64Array;
  private readonly run: Run = { high: 0, low: 0, edge: 0, bare: 0, black: 0 };
  private bare = 0;
  private black = 0;
  private edge = 0;
  private seen = 0;

  constructor(private readonly p: PixelFile) {
    this.counts = new Uint32Array(256 * p.channels);
    this.high = new Float64Array(p.channels);
    this.low = new Float64Array(p.channels);
    const { cols, rows } = gridOf(p, MAP_CELLS);
    const cells = () => new Float64Array(cols * rows);
    this.map = { cols, rows, high: cells(), low: cells(), edge: cells(), all: cells() };
  }

  /** Counts so many rows, and leaves their lightness in `luma`. */
  take(band: Uint8Array | Uint16Array, y0: number, n: number, luma: Float32Array) {
    const { width, height, channels, bits } = this.p;
    const { map, run } = this;
    if (channels !== 3) lumaOf(band, luma, this.p);
    for (let y = 0; y < n; y++) {
      const cellRow = Math.min(map.rows - 1, Math.floor(((y0 + y) * map.rows) / height)) * map.cols;
      for (let cell = 0; cell < map.cols; cell++) {
        const from = Math.floor((cell * width) / map.cols),
          to = Math.floor(((cell + 1) * width) / map.cols);
        const start = (y * width + from) * channels,
          end = (y * width + to) * channels;
        if (channels === 3) {
          if (colours(band, start, end, bits, this.counts, luma, y * width + from))
            ends(band, start, end, bits, 3, run, this.high, this.low);
          else run.high = run.low = run.edge = run.bare = run.black = 0;
        } else {
          inks(band, start, end, bits, channels, this.counts);
          ends(band, start, end, bits, channels, run, this.high, this.low);
        }
        map.high[cellRow + cell]! += run.high;
        map.low[cellRow + cell]! += run.low;
        map.edge[cellRow + cell]! += run.edge;
        map.all[cellRow + cell]! += to - from;
        this.edge += run.edge;
        this.seen += to - from;
        this.bare += run.bare;
        this.black += run.black;
      }
    }
  }

  result() {
    const { map, seen } = this;
    const shares = (cells: Float64Array): ShareMap => ({
      cols: map.cols,
      rows: map.rows,
      shares: Array.from(cells, (v, i) => Math.round((1_000 * v) / Math.max(1, map.all[i]!)) / 1_000),
    });
    const cmyk = this.p.channels === 4;
    return {
      histogram: Array.from({ length: this.p.channels }, (_, c) => [
        ...this.counts.subarray(256 * c, 256 * c + 256),
      ]),
      clipped: {
        high: [...this.high].map((v) => v / seen),
        low: [...this.low].map((v) => v / seen),
        // Ink turns it round: no ink anywhere is bare paper.
        bare: (cmyk ? this.black : this.bare) / seen,
        black: (cmyk ? this.bare : this.black) / seen,
        highMap: shares(map.high),
        lowMap: shares(map.low),
      },
      edge: this.p.channels === 3 ? { share: this.edge / seen, map: shares(map.edge) } : null,
    };
  }
}

// The loops that see every pixel stand outside any class, on numbers only: several times quicker than inside one.

/** Counts and lightness of a run of three-channel pixels; says how many touch an end of the range. */
function colours(
  band: Uint8Array | Uint16Array,
  start: number,
  end: number,
  bits: number,
  counts: Uint32Array,
  luma: Float32Array,
  to: number,
): number {
  const shift = bits === 16 ? 8 : 0,
    top = bits === 16 ? HIGH_16 : 255,
    bottom = bits === 16 ? LOW_16 : 0,
    k = bits === 16 ? 0.25 / 257 : 0.25;
  let odd = 0;
  for (let at = start; at < end; at += 3) {
    const r = band[at]!,
      g = band[at + 1]!,
      b = band[at + 2]!;
    counts[r >> shift]!++;
    counts[256 + (g >> shift)]!++;
    counts[512 + (b >> shift)]!++;
    luma[to++] = (r + 2 * g + b) * k;
    if (r >= top || g >= top || b >= top || r <= bottom || g <= bottom || b <= bottom) odd++;
  }
  return odd;
}

function inks(
  band: Uint8Array | Uint16Array,
  start: number,
  end: number,
  bits: number,
  channels: number,
  counts: Uint32Array,
) {
  const shift = bits === 16 ? 8 : 0;
  for (let at = start; at < end; at += channels)
    for (let c = 0; c < channels; c++) counts[256 * c + (band[at + c]! >> shift)]!++;
}

/** Pixels of a run with a channel at either end of its range. */
function ends(
  band: Uint8Array | Uint16Array,
  start: number,
  end: number,
  bits: number,
  channels: number,
  run: Run,
  highs: Float64Array,
  lows: Float64Array,
) {
  const top = bits === 16 ? HIGH_16 : 255,
    bottom = bits === 16 ? LOW_16 : 0,
    strong = (bits === 16 ? 65_535 : 255) * 0.12;
  let high = 0,
    low = 0,
    edge = 0,
    bare = 0,
    black = 0;
  for (let at = start; at < end; at += channels) {
    let anyHigh = 0,
      anyLow = 0,
      least = 65_536,
      most = -1;
    for (let c = 0; c < channels; c++) {
      const v = band[at + c]!;
      if (v >= top) {
        anyHigh++;
        highs[c]!++;
      } else if (v <= bottom) {
        anyLow++;
        lows[c]!++;
      }
      if (v < least) least = v;
      if (v > most) most = v;
    }
    if (anyHigh) {
      high++;
      if (anyHigh === channels) bare++;
    }
    if (anyLow) {
      low++;
      if (anyLow === channels) black++;
    }
    // A colour, not a white or black, with a channel at its end: what lay beyond was cut off.
    if (channels === 3 && (anyHigh || anyLow) && most - least > strong) edge++;
  }
  run.high = high;
  run.low = low;
  run.edge = edge;
  run.bare = bare;
  run.black = black;
}

function gridOf({ width, height }: { width: number; height: number }, most: number) {
  const long = Math.max(width, height);
  const side = (n: number) => Math.max(1, Math.min(n, Math.round((most * n) / long)));
  return { cols: side(width), rows: side(height) };
}

/** The tile with most texture of each cell, and the flattest tiles of all. */
class Tiles {
  private readonly cols: number;
  private readonly rows: number;
  private readonly best: ({ energy: number; tile: Float32Array } | undefined)[] = [];
  private flat: { energy: number; tile: Float32Array }[] = [];
  private readonly coarse = new Float32Array((DETAIL_TILE / 4) ** 2);

  constructor(private readonly p: PixelFile) {
    const { cols, rows } = gridOf(p, DETAIL_CELLS);
    this.cols = Math.max(1, Math.min(cols, Math.floor(p.width / DETAIL_TILE)));
    this.rows = Math.max(1, Math.min(rows, Math.floor(p.height / DETAIL_TILE)));
  }

  take(luma: Float32Array, y: number, step: number) {
    const { width, height } = this.p;
    const row = Math.min(this.rows - 1, Math.floor(((y + DETAIL_TILE / 2) * this.rows) / height));
    for (let x = 0; x + DETAIL_TILE <= width; x += step) {
      const { energy, mean } = this.texture(luma, x);
      const cell =
        row * this.cols +
        Math.min(this.cols - 1, Math.floor(((x + DETAIL_TILE / 2) * this.cols) / width));
      const was = this.best[cell];
      if (!was || energy > was.energy) this.best[cell] = { energy, tile: this.copy(luma, x, was?.tile) };
      // Paper white and black hold no noise to measure.
      if (
        mean > 3 &&
        mean < 252 &&
        (this.flat.length < FLAT_TILES || energy < this.flat.at(-1)!.energy)
      ) {
        this.flat.push({
          energy,
          tile: this.copy(luma, x, this.flat.length >= FLAT_TILES ? this.flat.pop()!.tile : undefined),
        });
        this.flat.sort((a, b) => a.energy - b.energy);
      }
    }
  }

  /** Change between means of 4 × 4 pixels: what noise hardly touches. */
  private texture(luma: Float32Array, x0: number): { energy: number; mean: number } {
    const { width } = this.p;
    const n = DETAIL_TILE / 4,
      c = this.coarse;
    for (let j = 0; j < n; j++) {
      for (let i = 0; i < n; i++) {
        let sum = 0;
        for (let k = 0, at = 4 * j * width + x0 + 4 * i; k < 4; k++, at += width)
          sum += luma[at]! + luma[at + 1]! + luma[at + 2]! + luma[at + 3]!;
        c[j * n + i] = sum / 16;
      }
    }
    let energy = 0,
      mean = 0;
    for (let j = 0; j < n; j++) {
      for (let i = 0; i < n; i++) {
        const v = c[j * n + i]!;
        mean += v;
        if (i) energy += (v - c[j * n + i - 1]!) ** 2;
        if (j) energy += (v - c[(j - 1) * n + i]!) ** 2;
      }
    }
    return { energy, mean: mean / (n * n) };
  }

  private copy(
    luma: Float32Array,
    x: number,
    into: Float32Array = new Float32Array(DETAIL_TILE * DETAIL_TILE),
  ): Float32Array {
    for (let j = 0; j < DETAIL_TILE; j++)
      into.set(luma.subarray(j * this.p.width + x, j * this.p.width + x + DETAIL_TILE), j * DETAIL_TILE);
    return into;
  }

  result(least: number): DetailMap | null {
    const cells = this.best
      .flatMap((b, cell) => (b ? [{ cell, spectrum: radialSpectrum(b.tile) }] : []))
      .map((c) => ({ ...c, power: mid(c.spectrum) }));
    if (cells.length < 4) return null;
    // A tile must be plainly textured to say anything of detail.
    const ranked = [...cells].sort((a, b) => b.power - a.power);
    const telling = ranked.filter((c) => c.power > 40 * least + 0.5);
    if (telling.length < 3) return null;
    const flat = (
      this.flat.length >= 3 ? this.flat.slice(0, Math.max(3, this.flat.length >> 1)) : []
    ).map((f) => radialSpectrum(f.tile));
    const top = telling.slice(0, Math.max(3, Math.ceil(telling.length / 4)));
    const whole = detailOf(
      top.map((c) => c.spectrum),
      flat,
      least,
    );
    const { share } = whole;
    if (share === null) return null;
    const shares: (number | null)[] = Array.from({ length: this.cols * this.rows }, () => null);
    const enough = ranked[Math.floor(ranked.length * 0.02)]!.power / 60;
    const bySpot = new Map(cells.map((c) => [c.cell, c]));
    for (const c of telling) {
      if (c.power < enough) continue;
      const beside = [c.cell, c.cell - 1, c.cell + 1, c.cell - this.cols, c.cell + this.cols]
        .filter((i) => i === c.cell || Math.abs((i % this.cols) - (c.cell % this.cols)) <= 1)
        .flatMap((i) => {
          const b = bySpot.get(i);
          return b && b.power > c.power / 4 ? [b.spectrum.map((v) => v / b.power)] : [];
        });
      const here = detailOf(
        beside,
        flat.map((f) => f.map((v) => v / c.power)),
        least / c.power,
      );
      shares[c.cell] = here.share === null ? null : Math.round(100 * here.share) / 100;
    }
    return { ...whole, share, tiles: top.length, map: { cols: this.cols, rows: this.rows, shares } };
  }
}

const mid = (s: Spectrum): number => {
  let sum = 0;
  for (let k = 4; k < 16; k++) sum += s[k]!;
  return sum / 12;
};

/** Steps across the borders of 8 × 8 blocks against steps elsewhere, along rows. */
class Blocks {
  private readonly sum = new Float64Array(8);
  private readonly count = new Float64Array(8);

  take(luma: Float32Array, width: number, rows: number) {
    for (let y = 0; y < rows; y += 4) {
      for (let x = 1, at = y * width + 1; x < width - 1; x++, at++) {
        // A step of its own, not a slope going through.
        const step =
          Math.abs(luma[at]! - luma[at - 1]!) -
          0.5 *
            (Math.abs(luma[at + 1]! - luma[at]!) + (x > 1 ? Math.abs(luma[at - 1]! - luma[at - 2]!) : 0));
        this.sum[x & 7]! += step;
        this.count[x & 7]!++;
      }
    }
  }

  /** Grey levels of the mean step at block borders over that elsewhere; about 0 where no blocks are seen. */
  result(): number {
    const means = [...this.sum].map((s, i) => s / Math.max(1, this.count[i]!));
    const most = Math.max(...means);
    const rest = means.filter((m) => m !== most);
    return Math.max(0, most - rest.reduce((a, b) => a + b, 0) / Math.max(1, rest.length));
  }
}
