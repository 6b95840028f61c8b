import sharp from 'sharp';
import { labOfXyz } from '@/core/colour/difference';
import { curveOfTag, openProfile, xyzOfTag, type Curve } from '@/core/colour/profile';
import { srgbCurve, SRGB_PRIMARIES } from '@/core/colour/space';
import { adaptedColumns } from '@/core/colour/icc';
import { bySize, MOST_SPECKS, SPECK_MARGIN, specksIn, type Speck } from '@/core/capture/dust';
import type { LightGrid } from '@/core/capture/evenness';
import { quadToSquareMap, throughSquare, type Quad } from '@/core/capture/quad';
import type { Grey } from '@/core/capture/stitch';
import { TARGET_COLUMNS, TARGET_ROWS, type Rgb } from '@/core/colour/target';
import { RefusedError } from '@/core/errors';
import { toLab, profileOf } from './colourEngine';
import { openPixels, ownNumbers } from './pixels';

type Space = { curve: Curve; columns: readonly [Rgb, Rgb, Rgb] };

/** Curve and primaries of a picture; those of sRGB where it has none of its own. */
export async function spaceOf(path: string): Promise<Space> {
  const { icc } = await sharp(path, { limitInputPixels: false, failOn: 'none' }).metadata();
  const usual: Space = { curve: srgbCurve, columns: adaptedColumns(SRGB_PRIMARIES) };
  if (!icc) return usual;
  try {
    const p = openProfile(icc);
    const columns = ['rXYZ', 'gXYZ', 'bXYZ'].map((t) => xyzOfTag(p, t));
    const curve = curveOfTag(p, 'gTRC') ?? curveOfTag(p, 'kTRC');
    return {
      curve: curve ?? usual.curve,
      columns: columns.every(Boolean) ? (columns as unknown as Space['columns']) : usual.columns,
    };
  } catch {
    return usual;
  }
}

/** A small copy in linear light, channels 0–1. */
async function smallLinear(
  path: string,
  longSide: number,
): Promise<{ width: number; height: number; channels: number; data: Float32Array }> {
  const { image, bits } = await ownNumbers(path);
  const { curve } = await spaceOf(path);
  const { data, info } = await image
    .resize({
      width: longSide,
      height: longSide,
      fit: 'inside',
      kernel: 'cubic',
      withoutEnlargement: true,
    })
    .raw({ depth: bits === 16 ? 'ushort' : 'uchar' })
    .toBuffer({ resolveWithObject: true });
  const top = bits === 16 ? 65_535 : 255;
  const samples = bits === 16 ? new Uint16Array(data.buffer, data.byteOffset, data.length / 2) : data;
  const table = Float32Array.from({ length: top + 1 }, (_, v) => curve(v / top));
  return {
    width: info.width,
    height: info.height,
    channels: info.channels,
    data: Float32Array.from(samples, (v) => table[v]!),
  };
}

const greyOf = (s: { data: Float32Array; channels: number }, i: number) =>
  s.channels === 3
    ? 0.25 * s.data[3 * i]! + 0.6 * s.data[3 * i + 1]! + 0.15 * s.data[3 * i + 2]!
    : s.channels === 4
      ? 1 - s.data[4 * i + 1]!
      : s.data[i * s.channels]!;

/** The light over a frame of blank board, coarse. */
export async function lightGrid(path: string): Promise<LightGrid> {
  const s = await smallLinear(path, 96);
  return {
    width: s.width,
    height: s.height,
    light: Array.from({ length: s.width * s.height }, (_, i) => Math.round(greyOf(s, i) * 1e5) / 1e5),
  };
}

/** A small linear grey copy for finding how tiles overlap, and how many pixels of the file one of its own stands for. */
export async function smallGrey(path: string): Promise<Grey & { scale: number }> {
  const { image } = await ownNumbers(path);
  const meta = await image.metadata();
  const long = Math.max(meta.autoOrient.width, meta.autoOrient.height);
  const s = await smallLinear(path, 360);
  return {
    width: s.width,
    height: s.height,
    data: Array.from({ length: s.width * s.height }, (_, i) => greyOf(s, i)),
    scale: long / Math.max(s.width, s.height),
  };
}

/** Share of a patch's side, about its middle, that is read: its edges and neighbours are kept out. */
const PATCH_INSIDE = 0.5;

/** Mean linear RGB of each patch of a chart with its corners in pixels of the whole picture; the columns of its space. */
export async function patchMeans(
  path: string,
  corners: Quad,
): Promise<{ patches: Rgb[]; columns: Space['columns'] }> {
  const { image } = await ownNumbers(path);
  const meta = await image.metadata();
  const s = await smallLinear(path, 2_000);
  if (s.channels !== 3)
    throw new RefusedError('A colour target is read in an RGB capture; this file has none.');
  const k = s.width / meta.autoOrient.width;
  const map = quadToSquareMap(corners);
  const patches: Rgb[] = [];
  for (let row = 0; row < TARGET_ROWS; row++) {
    for (let column = 0; column < TARGET_COLUMNS; column++) {
      const sum = [0, 0, 0];
      let n = 0;
      for (let j = 0; j < 24; j++) {
        for (let i = 0; i < 24; i++) {
          const inside = (t: number) => 0.5 + ((t + 0.5) / 24 - 0.5) * PATCH_INSIDE;
          const p = throughSquare(
            map,
            (column + inside(i)) / TARGET_COLUMNS,
            (row + inside(j)) / TARGET_ROWS,
          );
          const [x, y] = [Math.floor(p.x * k), Math.floor(p.y * k)];
          if (x < 0 || y < 0 || x >= s.width || y >= s.height) continue;
          for (let c = 0; c < 3; c++) sum[c]! += s.data[(y * s.width + x) * 3 + c]!;
          n++;
        }
      }
      if (!n) throw new RefusedError('A corner of the target lies outside the picture: drag it back in.');
      patches.push(sum.map((v) => v / n) as unknown as Rgb);
    }
  }
  return { patches, columns: (await spaceOf(path)).columns };
}

/** A first guess at the corners of a chart or a work in a frame: the box of what differs from the frame's own edge. */
export async function guessCorners(path: string): Promise<Quad> {
  const { image } = await ownNumbers(path);
  const meta = await image.metadata();
  const s = await smallLinear(path, 400);
  const { width: w, height: h } = s;
  const tone = (i: number) => Math.cbrt(greyOf(s, i));
  const edge: number[] = [];
  for (let x = 0; x < w; x++) edge.push(tone(x), tone((h - 1) * w + x));
  for (let y = 0; y < h; y++) edge.push(tone(y * w), tone(y * w + w - 1));
  edge.sort((a, b) => a - b);
  const middle = edge[edge.length >> 1]!;
  const spread = Math.max(0.06, 3 * (edge[Math.floor(edge.length * 0.9)]! - middle));
  // The corner nearest each corner of the frame among the points that differ.
  const ends = [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ] as const;
  const best = ends.map(() => ({ x: 0, y: 0, far: -Infinity }));
  for (let y = 2; y < h - 2; y++) {
    for (let x = 2; x < w - 2; x++) {
      const differs = (i: number) => Math.abs(tone(i) - middle) > spread;
      const i = y * w + x;
      if (!differs(i) || !differs(i + 1) || !differs(i + w)) continue;
      ends.forEach(([sx, sy], e) => {
        const far = sx * x + sy * y;
        if (far > best[e]!.far) best[e] = { x, y, far };
      });
    }
  }
  const k = meta.autoOrient.width / w;
  const whole =
    best.some((b) => b.far === -Infinity) ||
    Math.abs(best[1]!.x - best[0]!.x) < w / 10 ||
    Math.abs(best[3]!.y - best[0]!.y) < h / 10;
  const inset = { x: w * 0.1, y: h * 0.1 };
  const found = whole
    ? [
        { x: inset.x, y: inset.y },
        { x: w - inset.x, y: inset.y },
        { x: w - inset.x, y: h - inset.y },
        { x: inset.x, y: h - inset.y },
      ]
    : best;
  return found.map((p, e) => ({
    x: Math.round((p.x + (ends[e]![0] > 0 ? 1 : 0)) * k),
    y: Math.round((p.y + (ends[e]![1] > 0 ? 1 : 0)) * k),
  })) as unknown as Quad;
}

/** Looks over a whole picture for specks, at its own pixels. */
export async function findDust(
  path: string,
  scratch: string,
  noise: number,
  onStep: (step: string, share: number) => void = () => {},
): Promise<{ specks: Speck[]; total: number }> {
  onStep('decoding', 0);
  const p = await openPixels(path, scratch);
  const band = 256;
  try {
    const found: Speck[] = [];
    const k = p.bits === 16 ? 1 / 257 : 1,
      c = p.channels,
      middle = c >= 3 ? 1 : 0;
    for (let from = 0; from < p.height; from += band) {
      const to = Math.min(p.height, from + band);
      const top = Math.max(0, from - SPECK_MARGIN),
        n = Math.min(p.height, to + SPECK_MARGIN) - top;
      const samples = await p.rows(top, n);
      const data = new Float32Array(p.width * n);
      for (let i = 0, at = middle; i < data.length; i++, at += c)
        data[i] = c === 4 ? 255 - samples[at]! : samples[at]! * k;
      found.push(...specksIn({ width: p.width, height: n, data, top, from, to }, noise));
      onStep('looking for specks', to / p.height);
    }
    return { specks: bySize(found).slice(0, MOST_SPECKS), total: found.length };
  } finally {
    await p.close();
  }
}

/** The numbers of one place and of its surroundings, as the file has them, and as Lab. */
export async function readPixel(
  path: string,
  x: number,
  y: number,
): Promise<{
  values: number[];
  bits: 8 | 16;
  model: string;
  lab: [number, number, number] | null;
  width: number;
  height: number;
}> {
  const { image, bits, space } = await ownNumbers(path);
  const meta = await image.metadata();
  const { width, height } = meta.autoOrient;
  if (!(x >= 0 && y >= 0 && x < width && y < height))
    throw new RefusedError(`${x}, ${y} lies outside the picture of ${width} × ${height} px.`);
  const { data } = await image
    .extract({ left: x, top: y, width: 1, height: 1 })
    .raw({ depth: bits === 16 ? 'ushort' : 'uchar' })
    .toBuffer({ resolveWithObject: true });
  const values = [
    ...(bits === 16 ? new Uint16Array(data.buffer, data.byteOffset, data.length / 2) : data),
  ];
  const wide = Uint16Array.from(values, (v) => (bits === 16 ? v : v * 257));
  const icc = meta.icc ?? (values.length === 3 ? await profileOf('sRGB') : null);
  const lab = icc
    ? await toLab(new Uint8Array(icc), wide).then(
        (l) => [l[0]!, l[1]!, l[2]!] as [number, number, number],
        () => null,
      )
    : values.length === 1
      ? labOfXyz(
          [0.9642, 1, 0.8249].map((w) => w * srgbCurve(wide[0]! / 65_535)) as [number, number, number],
        )
      : null;
  return { values, bits, model: space, lab, width, height };
}
