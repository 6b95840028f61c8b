import { timesVector } from '@/core/matrix3';
import { rename, rm } from 'node:fs/promises';
import sharp from 'sharp';
import { flatField, lightAt, type LightField, type LightGrid } from '@/core/capture/evenness';
import { quadToSquareMap, throughSquare, type Quad } from '@/core/capture/quad';
import { type Rgb } from '@/core/colour/target';
import { RefusedError } from '@/core/errors';
import { openPixels, type PixelFile } from './pixels';
import { spaceOf } from './sample';
import { TiffWriter } from './tiff';

/** What is made of a master: a new file, 16 bit, in the same space. The master itself is only read. */
export type CopyTask =
  | { kind: 'even'; grid: LightGrid }
  | { kind: 'fit'; matrix: readonly [Rgb, Rgb, Rgb] }
  | { kind: 'square'; corners: Quad; to: { width: number; height: number } };

const BAND = 64;

/**
 * Writes a corrected copy. It appears whole or not at all.
 *
 * @throws RefusedError with a sentence when it cannot be made
 */
export async function makeCopy(
  q: { master: string; scratch: string; out: string; task: CopyTask },
  onStep: (step: string, share: number) => void = () => {},
): Promise<void> {
  const meta = await sharp(q.master, { limitInputPixels: false, failOn: 'none' }).metadata();
  onStep('decoding the master', 0);
  const p = await openPixels(q.master, q.scratch);
  const partly = `${q.out}.part`;
  try {
    if (q.task.kind === 'fit' && p.channels !== 3)
      throw new RefusedError('Colours are fitted in an RGB capture; this file has none.');
    const size = q.task.kind === 'square' ? q.task.to : { width: p.width, height: p.height };
    if ((size.width * size.height * p.channels * 16) / 8 > 4e9)
      throw new RefusedError('The copy would be larger than the 4 GB a plain TIFF can hold.');
    const tiff = await TiffWriter.create(partly, {
      ...size,
      bits: 16,
      channels: p.channels as 1 | 3 | 4,
      ppi: meta.density,
      profile: meta.icc,
    });
    try {
      const rows =
        q.task.kind === 'square' ? squareRows(p, q.task) : await lightRows(p, q.master, q.task);
      for (let y = 0; y < size.height; y += BAND) {
        const n = Math.min(BAND, size.height - y);
        await tiff.write(await rows(y, n), n);
        onStep('writing the copy', (y + n) / size.height);
      }
    } finally {
      await tiff.close();
    }
    await rename(partly, q.out);
  } finally {
    await p.close();
    await rm(partly, { force: true });
  }
}

/** Work in linear light, and back to the file's own curve. */
async function lightRows(
  p: PixelFile,
  path: string,
  task: Extract<CopyTask, { kind: 'even' | 'fit' }>,
): Promise<(y: number, n: number) => Promise<Uint16Array>> {
  const { curve } = await spaceOf(path);
  const top = p.bits === 16 ? 65_535 : 255;
  const linear = Float32Array.from({ length: top + 1 }, (_, v) => curve(v / top));
  const coded = inverseTable(curve);
  const field = task.kind === 'even' ? flatField(task.grid) : null;
  return async (y0, n) => {
    const band = await p.rows(y0, n);
    const out = new Uint16Array(band.length);
    if (field)
      for (let y = 0; y < n; y++)
        evenRow(band, out, y * p.width * p.channels, p, linear, coded, field, (y0 + y + 0.5) / p.height);
    else if (task.kind === 'fit') fitBand(band, out, linear, coded, task.matrix);
    return out;
  };
}

function evenRow(
  band: Uint8Array | Uint16Array,
  out: Uint16Array,
  at: number,
  p: PixelFile,
  linear: Float32Array,
  coded: (v: number) => number,
  field: LightField,
  v: number,
) {
  // The light changes slowly: it is worked out every few pixels and held between.
  let gain = 1;
  for (let x = 0, i = at; x < p.width; x++) {
    if ((x & 7) === 0) gain = 1 / Math.max(0.05, lightAt(field, (x + 4) / p.width, v));
    for (let c = 0; c < p.channels; c++, i++) out[i] = coded(linear[band[i]!]! * gain);
  }
}

function fitBand(
  band: Uint8Array | Uint16Array,
  out: Uint16Array,
  linear: Float32Array,
  coded: (v: number) => number,
  m: readonly [Rgb, Rgb, Rgb],
) {
  for (let i = 0; i < band.length; i += 3) {
    const [r, g, b] = timesVector(m, [linear[band[i]!]!, linear[band[i + 1]!]!, linear[band[i + 2]!]!]);
    out[i] = coded(r);
    out[i + 1] = coded(g);
    out[i + 2] = coded(b);
  }
}

/** Light to coded 16-bit value, by a table spaced as the eye is. */
function inverseTable(curve: (v: number) => number): (light: number) => number {
  const n = 16_384,
    table = new Uint16Array(n + 1);
  for (let i = 0; i <= n; i++) {
    const light = (i / n) ** 2.2;
    let [low, high] = [0, 1];
    for (let k = 0; k < 18; k++) {
      const m = (low + high) / 2;
      if (curve(m) < light) low = m;
      else high = m;
    }
    table[i] = Math.round(((low + high) / 2) * 65_535);
  }
  return (light) => {
    if (light <= 0) return 0;
    if (light >= 1) return 65_535;
    const at = light ** (1 / 2.2) * n,
      i = Math.floor(at);
    return table[i]! + (table[Math.min(n, i + 1)]! - table[i]!) * (at - i) + 0.5;
  };
}

/** Each pixel of the squared copy taken from where it lies in the photograph, by a cubic over 4 × 4. */
function squareRows(
  p: PixelFile,
  { corners, to }: Extract<CopyTask, { kind: 'square' }>,
): (y: number, n: number) => Promise<Uint16Array> {
  const map = quadToSquareMap(corners);
  const k = p.bits === 16 ? 1 : 257,
    c = p.channels;
  const at = (x: number, y: number) => throughSquare(map, (x + 0.5) / to.width, (y + 0.5) / to.height);
  return async (y0, n) => {
    const ends = [at(0, y0), at(to.width, y0), at(0, y0 + n), at(to.width, y0 + n)].map((q) => q.y);
    const first = Math.max(0, Math.floor(Math.min(...ends)) - 3),
      last = Math.min(p.height, Math.ceil(Math.max(...ends)) + 4);
    const out = new Uint16Array(to.width * c * n);
    if (last <= first) return out.fill(65_535);
    const band = await p.rows(first, last - first);
    for (let y = 0; y < n; y++) {
      for (let x = 0; x < to.width; x++) {
        const s = at(x, y0 + y);
        takeCubic(
          band,
          p.width,
          last - first,
          c,
          s.x - 0.5,
          s.y - 0.5 - first,
          k,
          out,
          (y * to.width + x) * c,
        );
      }
    }
    return out;
  };
}

function takeCubic(
  band: Uint8Array | Uint16Array,
  width: number,
  height: number,
  c: number,
  x: number,
  y: number,
  k: number,
  out: Uint16Array,
  to: number,
) {
  const xi = Math.floor(x),
    yi = Math.floor(y),
    fx = x - xi,
    fy = y - yi;
  const wx = catmull(fx),
    wy = catmull(fy);
  for (let ch = 0; ch < c; ch++) {
    let sum = 0;
    for (let j = 0; j < 4; j++) {
      const row = Math.min(height - 1, Math.max(0, yi + j - 1)) * width;
      let line = 0;
      for (let i = 0; i < 4; i++)
        line += wx[i]! * band[(row + Math.min(width - 1, Math.max(0, xi + i - 1))) * c + ch]!;
      sum += wy[j]! * line;
    }
    out[to + ch] = Math.min(65_535, Math.max(0, sum * k + 0.5));
  }
}

/** Source: Catmull and Rom 1974. */
const catmull = (t: number): [number, number, number, number] => [
  -0.5 * t + t * t - 0.5 * t ** 3,
  1 - 2.5 * t * t + 1.5 * t ** 3,
  0.5 * t + 2 * t * t - 1.5 * t ** 3,
  -0.5 * t * t + 0.5 * t ** 3,
];
