import { rename, rm, statfs } from 'node:fs/promises';
import { dirname } from 'node:path';
import sharp from 'sharp';
import { writeGreyProfile } from '@/core/colour/icc';
import { nameSpace } from '@/core/colour/space';
import { RefusedError } from '@/core/errors';
import { UM_PER_INCH } from '@/core/measure';
import {
  checkFile,
  filePixels,
  type FileCheck,
  type FileSpace,
  type PrintSpec,
} from '@/core/printfile/spec';
import { mixRows, resampleRow, tapsFor } from '@/core/printfile/resample';
import {
  doesSharpen,
  doesSmooth,
  RowSharpener,
  RowSmoother,
  type Smoothing,
  type UnsharpMask,
} from '@/core/printfile/sharpen';
import { adjustLab, isNone, type Adjustment } from '@/core/colour/adjust';
import { lcms, profileOf, transformBetween } from './colourEngine';
import { transformOf, usualBpc, type Transform } from './transforms';
import { openPixels, type PixelFile } from './pixels';
import { TiffWriter } from './tiff';
import { inkTitle, titleMask, type TitleMask } from './titleLine';

/** Rows given one after the other, interleaved, 0–65535. The row is used again by the next call. */
export type Rows = { width: number; height: number; channels: number; next: () => Promise<Float32Array> };

const BAND = 64;
/** So much is left free on the disk: a full one stops everything else of the studio too. */
const LEFT_FREE_BYTES = 500_000_000;

/**
 * Makes a print file: crop, resample, unsharp mask, border, conversion to the asked space, depth, density, profile. Rows go
 * through it one after another, so that memory does not grow with the print. The file appears whole or not at all.
 *
 * @param onStep told what is done and how far it is, 0–1
 * @throws RefusedError with a sentence when it cannot be made
 */
export async function makePrintFile(
  q: { master: string; scratch: string; out: string; spec: PrintSpec },
  onStep: (step: string, share: number) => void = () => {},
): Promise<void> {
  const { spec, out } = q;
  const sizes = filePixels(spec.image, spec.border, spec.ppi, spec.mirror);
  const meta = await sharp(q.master, { limitInputPixels: false, failOn: 'none' }).metadata();
  onStep('decoding the master', 0);
  const pixels = await openPixels(q.master, q.scratch);
  const partly = `${out}.part`;
  let transform: Transform | null = null;
  try {
    const { left, top, width, height, degrees = 0 } = spec.crop;
    if (!degrees && (left < 0 || top < 0 || left + width > pixels.width || top + height > pixels.height))
      throw new RefusedError(
        `The crop, ${width} × ${height} px at ${left}, ${top}, reaches outside the master of ${pixels.width} × ${pixels.height} px.`,
      );
    const from = await sourceProfile(meta.icc ?? null, pixels.channels, spec.untaggedIs);
    const to = spec.space === 'as the master' ? from : await profileOf(spec.space);
    const same = spec.space === 'as the master' || Buffer.from(to).equals(Buffer.from(from));
    transform =
      spec.adjust && !isNone(spec.adjust)
        ? await adjustedTransform(from, to, spec.intent, spec.adjust)
        : same
          ? null
          : await transformBetween(from, to, spec.intent);
    const channels = transform?.channels.to ?? pixels.channels;
    if (transform && transform.channels.from !== pixels.channels)
      throw new RefusedError(
        'The master’s profile does not fit its channels: treat it as untagged, and say what its numbers mean.',
      );
    const bytes = (sizes.sheet.width * sizes.sheet.height * channels * spec.bits) / 8;
    await refuseTooLarge(bytes, dirname(out));
    let rows = imageRows(pixels, spec.crop, sizes.image, spec.kernel, spec.sharpen, spec.capture);
    if (sizes.mirror) rows = mirrored(rows, sizes.mirror);
    const jpeg = spec.file === 'TIFF' ? null : spec.file.jpeg;
    const tiff = await TiffWriter.create(jpeg ? `${partly}.tif` : partly, {
      ...sizes.sheet,
      bits: jpeg ? 8 : spec.bits,
      channels: channels as 1 | 3 | 4,
      ppi: spec.ppi,
      profile: to,
    });
    try {
      const title = spec.title
        ? await titleMask({
            text: spec.title.text,
            capital: (spec.title.capital / UM_PER_INCH) * spec.ppi,
            baseline: sizes.border.top + sizes.image.height + (spec.title.under / UM_PER_INCH) * spec.ppi,
            centre: sizes.border.left + sizes.image.width / 2,
            width: sizes.sheet.width,
          })
        : null;
      await write(rows, tiff, sizes, channels, transform, jpeg ? 8 : spec.bits, title, (share) =>
        onStep('making the print file', share),
      );
    } finally {
      await tiff.close();
    }
    if (jpeg) {
      onStep('writing the JPEG', 0.98);
      await sharp(`${partly}.tif`, { limitInputPixels: false, ignoreIcc: true })
        .keepIccProfile()
        .withExifMerge({
          IFD0: { XResolution: `${spec.ppi}/1`, YResolution: `${spec.ppi}/1`, ResolutionUnit: '2' },
        })
        .toColourspace(channels === 4 ? 'cmyk' : channels === 1 ? 'b-w' : 'srgb')
        .jpeg({ quality: jpeg, chromaSubsampling: '4:4:4' })
        .toFile(partly);
    }
    await rename(partly, out);
  } finally {
    transform?.end();
    await pixels.close();
    await rm(partly, { force: true });
    await rm(`${partly}.tif`, { force: true });
  }
}

/** A file that the disk has no room for is not begun. */
async function refuseTooLarge(bytes: number, folder: string): Promise<void> {
  const { bavail, bsize } = await statfs(folder);
  const free = Math.max(0, bavail * bsize - LEFT_FREE_BYTES);
  if (bytes <= free) return;
  const inGb = (count: number) => (count / 1e9).toFixed(1);
  throw new RefusedError(
    `The file would have ${inGb(bytes)} GB, and the disk has ${inGb(free)} GB to spare. Ask for 8 bit, or fewer pixels per inch.`,
  );
}

/** What a master's numbers mean: its own profile where that fits its channels, otherwise what it is taken to be. */
export async function sourceProfile(
  icc: Uint8Array | null,
  channels: number,
  untaggedIs: PrintSpec['untaggedIs'],
): Promise<Uint8Array> {
  if (icc) {
    const model = nameSpace(icc).model;
    if (
      (model === 'RGB' && channels === 3) ||
      (model === 'CMYK' && channels === 4) ||
      (model === 'grey' && channels === 1)
    )
      return icc;
  }
  if (channels === 4) return profileOf('CMYK');
  if (channels === 1) return writeGreyProfile('Grey, gamma 2.2', 2.2);
  if (!untaggedIs)
    throw new RefusedError(
      'The master is untagged: say what its numbers mean, sRGB or opRGB, before a print file is made of it.',
    );
  return profileOf(untaggedIs);
}

/** Source to destination by way of L*a*b*, where an adjustment is made. */
export async function adjustedTransform(
  from: Uint8Array,
  to: Uint8Array,
  intent: PrintSpec['intent'],
  adjust: Adjustment | null,
  bpc = usualBpc(intent),
): Promise<Transform> {
  const cms = await lcms();
  const into = transformOf<Float32Array>(cms, {
    from,
    to: 'Lab',
    intent: 'relative colorimetric',
    bpc: false,
    bits: 16,
  });
  const out = transformOf<Uint16Array>(cms, { from: 'Lab', to, intent, bpc, bits: 16 });
  return {
    channels: { from: into.channels.from, to: out.channels.to },
    run: (samples) => {
      const lab = into.run(samples);
      return out.run(adjust ? adjustLab(lab, adjust) : lab);
    },
    end: () => {
      into.end();
      out.end();
    },
  };
}

/** A cut of a picture at another size, sharpened before and after where that is wanted, row by row: the same for print files and proofs. */
export function imageRows(
  pixels: PixelFile,
  crop: PrintSpec['crop'],
  to: { width: number; height: number },
  kernel: PrintSpec['kernel'],
  sharpen: PrintSpec['sharpen'],
  capture?: PrintSpec['capture'],
): Rows {
  let rows = crop.degrees ? straightened(pixels, crop, crop.degrees) : cropped(pixels, crop);
  if (doesSharpen(capture?.sharpen)) rows = sharpened(rows, capture.sharpen);
  if (doesSmooth(capture?.smooth)) rows = smoothed(rows, capture.smooth);
  rows = resampled(rows, to, kernel);
  return doesSharpen(sharpen) ? sharpened(rows, sharpen) : rows;
}

function cropped(p: PixelFile, crop: PrintSpec['crop']): Rows {
  const k = p.bits === 16 ? 1 : 257;
  const row = new Float32Array(crop.width * p.channels);
  let band: Uint8Array | Uint16Array = new Uint8Array(0),
    from = 0,
    y = 0;
  return {
    width: crop.width,
    height: crop.height,
    channels: p.channels,
    async next() {
      if (y >= from + Math.floor(band.length / (p.width * p.channels))) {
        from = y;
        band = await p.rows(crop.top + y, Math.min(BAND, crop.height - y));
      }
      const at = ((y - from) * p.width + crop.left) * p.channels;
      scaled(band, at, k, row);
      y++;
      return row;
    },
  };
}

/**
 * The cut turned upright: each sample from where it lies in the picture, by the sixteen about it (cubic, Catmull and Rom).
 * Rows are read in bands as deep as the slant needs.
 */
function straightened(p: PixelFile, crop: PrintSpec['crop'], degrees: number): Rows {
  const k = p.bits === 16 ? 1 : 257,
    a = (degrees * Math.PI) / 180;
  const view = {
    sin: Math.sin(a),
    cos: Math.cos(a),
    cx: crop.left + crop.width / 2,
    cy: crop.top + crop.height / 2,
    width: crop.width,
    height: crop.height,
  };
  const row = new Float32Array(crop.width * p.channels);
  const deep = Math.max(BAND, Math.ceil(Math.abs(view.sin) * crop.width * 0.5));
  let y = 0,
    until = 0,
    from = 0,
    held: Float32Array = new Float32Array(0),
    count = 0;
  return {
    width: crop.width,
    height: crop.height,
    channels: p.channels,
    async next() {
      if (y >= until) {
        until = Math.min(crop.height, y + deep);
        const reach = (Math.abs(view.sin) * crop.width) / 2 + 3;
        const [first, last] = [y, until].map((v) => view.cy + (v - crop.height / 2) * view.cos) as [
          number,
          number,
        ];
        from = Math.max(0, Math.floor(first - reach));
        count = Math.min(p.height, Math.ceil(last + reach)) - from;
        if (held.length < count * p.width * p.channels)
          held = new Float32Array(count * p.width * p.channels);
        const band = await p.rows(from, count);
        scaled(band, 0, k, held.subarray(0, count * p.width * p.channels));
      }
      slantRow(held, p.width, p.channels, from, count, view, y, row);
      y++;
      return row;
    },
  };
}

/** The picture with its own edge mirrored round it: the first rows are kept back until they have been turned over. */
function mirrored(from: Rows, m: number): Rows {
  const width = from.width + 2 * m,
    height = from.height + 2 * m,
    n = from.channels;
  if (m > Math.min(from.width, from.height))
    throw new RefusedError(
      `An edge of ${m} px cannot be mirrored from an image of ${from.width} × ${from.height} px.`,
    );
  const out = new Float32Array(width * n);
  const first: Float32Array[] = [],
    last = Array.from({ length: m }, () => new Float32Array(from.width * n));
  let y = 0;
  const keep = (row: Float32Array, at: number) => last[at % m]!.set(row);
  return {
    width,
    height,
    channels: n,
    async next() {
      if (y === 0)
        for (let i = 0; i < m; i++) {
          const row = await from.next();
          first.push(row.slice());
          keep(row, i);
        }
      let row: Float32Array;
      if (y < m) row = first[m - 1 - y]!;
      else if (y < 2 * m) row = first[y - m]!;
      else if (y < m + from.height) {
        row = await from.next();
        keep(row, y - m);
      } else row = last[(2 * from.height + m - 1 - y) % m]!;
      mirrorRow(row, m, n, out);
      y++;
      return out;
    },
  };
}

/** Across each row as it comes, then down over as many rows as the kernel reaches. */
function resampled(from: Rows, to: { width: number; height: number }, kernel: PrintSpec['kernel']): Rows {
  const across = tapsFor(from.width, to.width, kernel),
    down = tapsFor(from.height, to.height, kernel);
  const ring = Array.from({ length: down.reach }, () => new Float32Array(to.width * from.channels));
  const out = new Float32Array(to.width * from.channels);
  let read = 0,
    y = 0;
  return {
    ...to,
    channels: from.channels,
    async next() {
      const last = Math.min(from.height, down.first[y]! + down.reach);
      for (; read < last; read++)
        resampleRow(await from.next(), across, from.channels, ring[read % down.reach]!);
      mixRows((k) => ring[k % down.reach]!, down, y, out);
      y++;
      return out;
    },
  };
}

/** What rows round about are needed for: as many are held as reach to both sides, the edge repeated past the picture's end. */
function windowed(
  from: Rows,
  reach: number,
  take: (row: Float32Array, slot: number) => void,
  give: (slots: Int32Array, out: Float32Array) => void,
): Rows {
  const { width, height, channels } = from;
  const n = 2 * reach + 1;
  const slots = new Int32Array(n);
  const out = new Float32Array(width * channels);
  let read = 0;
  let y = 0;
  return {
    width,
    height,
    channels,
    async next() {
      for (; read < Math.min(height, y + reach + 1); read++) take(await from.next(), read % n);
      for (let k = 0; k < n; k++) slots[k] = Math.min(height - 1, Math.max(0, y + k - reach)) % n;
      give(slots, out);
      y++;
      return out;
    },
  };
}

function sharpened(from: Rows, mask: UnsharpMask): Rows {
  const sharpener = new RowSharpener(from.width, from.channels, mask);
  return windowed(
    from,
    sharpener.reach,
    (row, slot) => sharpener.take(row, slot),
    (slots, out) => sharpener.give(slots, out),
  );
}

function smoothed(from: Rows, smoothing: Smoothing): Rows {
  const smoother = new RowSmoother(from.width, from.channels, smoothing);
  return windowed(
    from,
    smoother.reach,
    (row, slot) => smoother.take(row, slot),
    (slots, out) => smoother.give(slots, out),
  );
}

function slantRow(
  held: Float32Array,
  width: number,
  channels: number,
  from: number,
  count: number,
  v: { sin: number; cos: number; cx: number; cy: number; width: number; height: number },
  y: number,
  out: Float32Array,
) {
  const dy = y + 0.5 - v.height / 2,
    lastX = width - 1,
    lastY = count - 1;
  const wx = new Float64Array(4),
    wy = new Float64Array(4);
  for (let x = 0, o = 0; x < v.width; x++) {
    const dx = x + 0.5 - v.width / 2;
    const sx = v.cx + dx * v.cos - dy * v.sin - 0.5,
      sy = v.cy + dx * v.sin + dy * v.cos - 0.5 - from;
    const ix = Math.floor(sx),
      iy = Math.floor(sy);
    cubic(sx - ix, wx);
    cubic(sy - iy, wy);
    for (let c = 0; c < channels; c++, o++) {
      let sum = 0;
      for (let j = 0; j < 4; j++) {
        const yy = iy + j - 1,
          line = (yy < 0 ? 0 : yy > lastY ? lastY : yy) * width;
        let across = 0;
        for (let i = 0; i < 4; i++) {
          const xx = ix + i - 1;
          across += wx[i]! * held[(line + (xx < 0 ? 0 : xx > lastX ? lastX : xx)) * channels + c]!;
        }
        sum += wy[j]! * across;
      }
      out[o] = sum;
    }
  }
}

function cubic(t: number, w: Float64Array) {
  w[0] = ((-0.5 * t + 1) * t - 0.5) * t;
  w[1] = (1.5 * t - 2.5) * t * t + 1;
  w[2] = ((-1.5 * t + 2) * t + 0.5) * t;
  w[3] = (0.5 * t - 0.5) * t * t;
}

function mirrorRow(row: Float32Array, m: number, n: number, out: Float32Array) {
  const wide = row.length / n;
  out.set(row, m * n);
  for (let x = 0; x < m; x++)
    for (let c = 0; c < n; c++) {
      out[(m - 1 - x) * n + c] = row[x * n + c]!;
      out[(m + wide + x) * n + c] = row[(wide - 1 - x) * n + c]!;
    }
}

// Loops over a row stand by themselves: inside a function that waits they run several times slower.
function scaled(band: Uint8Array | Uint16Array, at: number, k: number, out: Float32Array) {
  for (let i = 0; i < out.length; i++) out[i] = band[at + i]! * k;
}

export function clamped(row: Float32Array, out: Uint16Array, at: number) {
  for (let x = 0; x < row.length; x++) {
    const v = row[x]!;
    out[at + x] = v <= 0 ? 0 : v >= 65_535 ? 65_535 : v + 0.5;
  }
}

async function write(
  rows: Rows,
  tiff: TiffWriter,
  sizes: ReturnType<typeof filePixels>,
  channels: number,
  transform: Transform | null,
  bits: 8 | 16,
  title: TitleMask | null,
  onShare: (share: number) => void,
) {
  const { sheet, border } = sizes;
  const image = { width: rows.width, height: rows.height };
  const paper = channels === 4 ? 0 : 65_535;
  const wide = new Uint16Array(image.width * rows.channels * BAND);
  for (let y0 = 0; y0 < sheet.height; y0 += BAND) {
    const n = Math.min(BAND, sheet.height - y0);
    const band = new Uint16Array(sheet.width * channels * n).fill(paper);
    const inside: number[] = [];
    for (let y = y0; y < y0 + n; y++)
      if (y >= border.top && y < border.top + image.height) inside.push(y);
    for (let i = 0; i < inside.length; i++) {
      const row = await rows.next();
      clamped(row, wide, i * row.length);
    }
    if (inside.length) {
      const own = wide.subarray(0, inside.length * image.width * rows.channels);
      const made = transform ? transform.run(own) : own;
      const line = image.width * channels;
      inside.forEach((y, i) =>
        band.set(
          made.subarray(i * line, (i + 1) * line),
          ((y - y0) * sheet.width + border.left) * channels,
        ),
      );
    }
    if (title) inkTitle(band, y0, n, sheet.width, channels, title);
    await tiff.write(bits === 16 ? band : dithered(band, y0 * sheet.width * channels), n);
    onShare((y0 + n) / sheet.height);
  }
}

/** 16 bit to 8 with a spread of one step about each value, so that soft slopes do not band; the same every time. */
function dithered(samples: Uint16Array, seed: number): Uint8Array {
  const out = new Uint8Array(samples.length);
  for (let i = 0; i < samples.length; i++) {
    const v = samples[i]!;
    if (v === 0 || v === 65_535) {
      out[i] = v >> 8;
      continue;
    }
    let h = Math.imul((seed + i) ^ 0x9e3779b1, 0x85ebca6b);
    h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
    out[i] = Math.min(255, Math.max(0, Math.floor(v / 257 + ((h >>> 8) & 0xffff) / 65_536)));
  }
  return out;
}

/** Opens a finished file again and holds it against what it should be. */
export async function checkPrintFile(
  path: string,
  asked: {
    name: string;
    sheet: { width: number; height: number };
    ppi: number;
    bits: number | null;
    space: FileSpace | null;
  },
): Promise<FileCheck> {
  const m = await sharp(path, { limitInputPixels: false, failOn: 'error' }).metadata();
  return checkFile(asked, {
    pixels: { width: m.width, height: m.height },
    bits: m.depth === 'ushort' ? 16 : 8,
    density: m.density ?? null,
    space: nameSpace(m.icc ?? null),
  });
}
