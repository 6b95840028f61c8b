import { readFile, rename, rm } from 'node:fs/promises';
import sharp from 'sharp';
import { difference, type Lab } from '@/core/colour/difference';
import { gamutMesh, gamutVolume, sliceAt, type SliceLine } from '@/core/colour/gamut';
import { adviseIntent, type IntentAdvice } from '@/core/colour/intentAdvice';
import type { Intent } from '@/core/colour/intents';
import {
  cellSamples,
  GamutCount,
  moveTable,
  TABLE_BITS,
  type GamutStatistics,
} from '@/core/colour/outOfGamut';
import { profileFacts, type ProfileFacts } from '@/core/colour/profileFacts';
import { InputError, RefusedError } from '@/core/errors';
import { UM_PER_INCH } from '@/core/measure';
import type { FileSpace, PrintSpec } from '@/core/printfile/spec';
import { ownCut, straightenOf, type ProofPlan, type Region } from '@/core/proof/plan';
import { proposeRegions, type Proposed, type RegionKind } from '@/core/proof/regions';
import { lcms, profileOf, toLab } from './colourEngine';
import { openPixels, ownNumbers } from './pixels';
import type { UnsharpMask } from '@/core/printfile/sharpen';
import { adjustedTransform, clamped, imageRows, sourceProfile } from './printFile';
import { TiffWriter } from './tiff';
import { inkTitle, titleMask } from './titleLine';
import { transformOf, usualBpc } from './transforms';

export type Untagged = PrintSpec['untaggedIs'];

const SLICES = [20, 35, 50, 65, 80];

/**
 * Reads a profile, opens it in the colour engine, and works out how far its colours reach.
 *
 * @throws RefusedError saying what is damaged or why it cannot be used
 */
export async function readProfile(path: string): Promise<{
  facts: ProfileFacts;
  gamut: { black: Lab; volume: number; slices: { L: number; lines: SliceLine[] }[] };
}> {
  const bytes = new Uint8Array(await readFile(path));
  let facts: ProfileFacts;
  try {
    facts = profileFacts(bytes);
  } catch (error) {
    throw error instanceof InputError
      ? new RefusedError(`This profile cannot be used: expected ${error.expected}.`)
      : error;
  }
  try {
    return { facts, gamut: await gamutOf(bytes, facts.model) };
  } catch {
    throw new RefusedError(
      'This profile cannot be used: the colour engine cannot open it, so one of its tables is damaged.',
    );
  }
}

/** Outline, volume and black of a space, relative to its own white. */
export async function gamutOf(
  bytes: Uint8Array,
  model: ProfileFacts['model'],
): Promise<{ black: Lab; volume: number; slices: { L: number; lines: SliceLine[] }[] }> {
  if (model === 'grey') {
    const lab = await toLab(bytes, Uint16Array.from([0]));
    return { black: [lab[0]!, lab[1]!, lab[2]!], volume: 0, slices: [] };
  }
  const mesh = gamutMesh(model);
  const lab = await toLab(bytes, mesh.samples);
  let dark = 0;
  for (let i = 0; i < lab.length; i += 3) if (lab[i]! < lab[dark]!) dark = i;
  const round = (v: number) => Math.round(v * 10) / 10;
  return {
    black: [round(lab[dark]!), round(lab[dark + 1]!), round(lab[dark + 2]!)],
    volume: Math.round(gamutVolume(lab, mesh.triangles)),
    slices: SLICES.map((L) => ({
      L,
      lines: sliceAt(lab, mesh.triangles, L).map((l) => l.map(round) as SliceLine),
    })),
  };
}

/** A picture made small, as L*a*b* relative to its white. */
export type LabPicture = { width: number; height: number; lab: Float32Array };

/**
 * A picture, or a part of it, made small.
 *
 * @param region in pixels of the picture as it is looked at; with degrees, turned upright about its middle
 */
export async function smallLab(
  path: string,
  to: { width: number; height: number },
  region: (Region & { degrees?: number }) | null,
  untaggedIs: Untagged,
): Promise<LabPicture> {
  if (region?.degrees) return straightLab(path, to, region as Region & { degrees: number }, untaggedIs);
  const meta = await sharp(path, { limitInputPixels: false, failOn: 'none' }).metadata();
  const { image, bits } = await ownNumbers(path);
  const cut = region
    ? image.extract({
        left: Math.max(0, region.left),
        top: Math.max(0, region.top),
        width: Math.min(region.width, meta.autoOrient.width - Math.max(0, region.left)),
        height: Math.min(region.height, meta.autoOrient.height - Math.max(0, region.top)),
      })
    : image;
  const { data, info } = await cut
    .resize({ ...to, fit: 'fill', kernel: 'cubic' })
    .raw({ depth: bits === 16 ? 'ushort' : 'uchar' })
    .toBuffer({ resolveWithObject: true });
  const samples =
    bits === 16
      ? new Uint16Array(data.buffer, data.byteOffset, data.length / 2)
      : Uint16Array.from(data, (v) => v * 257);
  const profile = await sourceProfile(meta.icc ?? null, info.channels, untaggedIs);
  return { width: info.width, height: info.height, lab: await toLab(profile, samples as Uint16Array) };
}

/** What lies about the turned part is made small at twice its scale, and the part sampled from that. */
async function straightLab(
  path: string,
  to: { width: number; height: number },
  region: Region & { degrees: number },
  untaggedIs: Untagged,
): Promise<LabPicture> {
  const picture = await uprightSize(path),
    a = (region.degrees * Math.PI) / 180,
    c = Math.cos(a),
    s = Math.sin(a);
  const [cx, cy] = [region.left + region.width / 2, region.top + region.height / 2];
  const [w, h] = [
    (Math.abs(c) * region.width + Math.abs(s) * region.height) / 2 + 2,
    (Math.abs(s) * region.width + Math.abs(c) * region.height) / 2 + 2,
  ];
  const left = Math.max(0, Math.floor(cx - w)),
    top = Math.max(0, Math.floor(cy - h));
  const box = {
    left,
    top,
    width: Math.min(picture.width, Math.ceil(cx + w)) - left,
    height: Math.min(picture.height, Math.ceil(cy + h)) - top,
  };
  const k = Math.min(1, (2 * to.width) / region.width);
  const about = await smallLab(
    path,
    { width: Math.max(1, Math.round(box.width * k)), height: Math.max(1, Math.round(box.height * k)) },
    box,
    untaggedIs,
  );
  const [kx, ky] = [about.width / box.width, about.height / box.height],
    lab = new Float32Array(to.width * to.height * 3);
  const [sx, sy] = [region.width / to.width, region.height / to.height];
  for (let y = 0, o = 0; y < to.height; y++)
    for (let x = 0; x < to.width; x++) {
      const dx = (x + 0.5) * sx - region.width / 2,
        dy = (y + 0.5) * sy - region.height / 2;
      const [u, v] = [(cx + dx * c - dy * s - left) * kx, (cy + dx * s + dy * c - top) * ky];
      for (let q = 0; q < 3; q++, o++) lab[o] = labAt(about, u, v, q);
    }
  return { ...to, lab };
}

/** One figure of L*a*b* between pixels, the middle of the first pixel at a half. */
export function labAt(p: LabPicture, u: number, v: number, k: number): number {
  const x = Math.min(p.width - 1.001, Math.max(0, u - 0.5)),
    y = Math.min(p.height - 1.001, Math.max(0, v - 0.5));
  const i = x | 0,
    j = y | 0,
    fx = x - i,
    fy = y - j,
    o = (j * p.width + i) * 3 + k,
    w = p.width * 3;
  return (
    (p.lab[o]! * (1 - fx) + p.lab[o + 3]! * fx) * (1 - fy) +
    (p.lab[o + w]! * (1 - fx) + p.lab[o + w + 3]! * fx) * fy
  );
}

/** Same shape, so long along its longer side. */
export const fitted = (of: { width: number; height: number }, long: number) => {
  const k = Math.min(1, long / Math.max(of.width, of.height));
  return { width: Math.max(1, Math.round(of.width * k)), height: Math.max(1, Math.round(of.height * k)) };
};
export const uprightSize = async (path: string) =>
  (await sharp(path, { limitInputPixels: false, failOn: 'none' }).metadata()).autoOrient;

/** What a paper makes of colours, relative to its white: there by an intent, and back. */
export async function printedLab(
  profile: Uint8Array,
  lab: Float32Array,
  intent: Intent,
  bpc: boolean,
): Promise<Float32Array> {
  const cms = await lcms();
  const there = transformOf<Uint16Array>(cms, { from: 'Lab', to: profile, intent, bpc, bits: 16 });
  const back = transformOf<Float32Array>(cms, {
    from: profile,
    to: 'Lab',
    intent: 'relative colorimetric',
    bpc: false,
    bits: 16,
  });
  try {
    return back.run(there.run(lab));
  } finally {
    there.end();
    back.end();
  }
}

/**
 * Counts how much of a whole file a paper cannot show, and measures both intents on it.
 *
 * Every pixel is looked up in a table of the file's own space; the intents are measured on a copy of 480 px.
 */
export async function gamutStatistics(
  q: { master: string; scratch: string; profile: string; untaggedIs: Untagged },
  onStep: (step: string, share: number) => void = () => {},
): Promise<{ statistics: GamutStatistics; advice: IntentAdvice }> {
  const paper = new Uint8Array(await readFile(q.profile));
  onStep('decoding the file', 0);
  const pixels = await openPixels(q.master, q.scratch);
  try {
    const meta = await sharp(q.master, { limitInputPixels: false, failOn: 'none' }).metadata();
    const channels = pixels.channels as 1 | 3 | 4;
    const own = await sourceProfile(meta.icc ?? null, channels, q.untaggedIs);
    onStep('asking the paper’s profile', 0.35);
    const bits = TABLE_BITS[channels];
    const lab = await toLab(own, cellSamples(channels, bits));
    const table = moveTable(
      channels,
      bits,
      lab,
      await printedLab(paper, lab, 'relative colorimetric', false),
    );
    const count = new GamutCount(table, pixels);
    const BAND = 256;
    for (let y = 0; y < pixels.height; y += BAND) {
      const n = Math.min(BAND, pixels.height - y);
      count.take(await pixels.rows(y, n), y, n, pixels.bits);
      onStep('counting pixels', 0.5 + (0.35 * (y + n)) / pixels.height);
    }
    onStep('measuring both intents', 0.9);
    const small = await smallLab(q.master, fitted(pixels, 480), null, q.untaggedIs);
    const intents: readonly Intent[] = ['relative colorimetric', 'perceptual'];
    const prints = await Promise.all(
      intents.map(async (intent) => ({
        intent,
        lab: await printedLab(paper, small.lab, intent, usualBpc(intent)),
      })),
    );
    return {
      statistics: count.result(),
      advice: adviseIntent(
        small,
        small.lab,
        await printedLab(paper, small.lab, 'relative colorimetric', false),
        prints,
      ),
    };
  } finally {
    await pixels.close();
  }
}

/** Regions a snippet should show, measured on a small copy. */
export async function snippetRegions(q: {
  master: string;
  crop: Region & { degrees?: number };
  wanted: { width: number; height: number };
  profile: string | null;
  untaggedIs: Untagged;
  kinds?: readonly RegionKind[];
}): Promise<Proposed[]> {
  // Of a straightened cut nothing but the cut is looked at: the rest stands askew to it.
  const turned = straightenOf(q.crop),
    picture = turned ? { width: q.crop.width, height: q.crop.height } : await uprightSize(q.master);
  const small = await smallLab(q.master, fitted(picture, 720), turned ? q.crop : null, q.untaggedIs);
  let moved: Float32Array | null = null;
  if (q.profile) {
    const printed = await printedLab(
      new Uint8Array(await readFile(q.profile)),
      small.lab,
      'relative colorimetric',
      false,
    );
    moved = new Float32Array(small.width * small.height);
    deltas(small.lab, printed, moved);
  }
  if (!turned) return proposeRegions({ ...small, moved }, picture, q.crop, q.wanted, q.kinds);
  return proposeRegions(
    { ...small, moved },
    picture,
    { left: 0, top: 0, ...picture },
    q.wanted,
    q.kinds,
  ).map((r) => ({ ...r, left: r.left + q.crop.left, top: r.top + q.crop.top }));
}

function deltas(a: Float32Array, b: Float32Array, out: Float32Array) {
  for (let i = 0, k = 0; i < out.length; i++, k += 3)
    out[i] = difference(a[k]!, a[k + 1]!, a[k + 2]!, b[k]!, b[k + 1]!, b[k + 2]!);
}

/** A proof sheet is held in memory while it is put together. */
const MOST_SHEET_PX = 80_000_000;

export type SheetAsk = {
  master: string;
  scratch: string;
  out: string;
  plan: ProofPlan;
  untaggedIs: Untagged;
  space: Exclude<FileSpace, 'as the master'>;
  intent: Intent;
  kernel: PrintSpec['kernel'];
  sharpen: PrintSpec['sharpen'];
  bits: 8 | 16;
};

/** The sheet's own mask by another amount; where it has none, the usual one. */
const tried = (mask: SheetAsk['sharpen'], amount: number): UnsharpMask => ({
  radius: 1,
  threshold: 2,
  ...mask,
  amount,
});

/**
 * Makes a proof sheet as a print file: each part of the picture resampled and sharpened as the print itself would be, adjusted
 * in L*a*b*, converted, and laid on bare paper with its caption.
 */
export async function makeProofSheet(
  q: SheetAsk,
  onStep: (step: string, share: number) => void = () => {},
): Promise<void> {
  const { plan } = q;
  const px = (um: number) => Math.round((um / UM_PER_INCH) * plan.ppi);
  const sheet = { width: px(plan.sheet.width), height: px(plan.sheet.height) };
  if (sheet.width * sheet.height > MOST_SHEET_PX)
    throw new RefusedError(
      `The sheet would have ${Math.round((sheet.width * sheet.height) / 1e6)} megapixels; up to ${MOST_SHEET_PX / 1e6} are made as a proof sheet. Ask for a snippet, or make the whole as a print file.`,
    );
  const meta = await sharp(q.master, { limitInputPixels: false, failOn: 'none' }).metadata();
  onStep('decoding the master', 0);
  const pixels = await openPixels(q.master, q.scratch);
  const partly = `${q.out}.part`;
  try {
    const own = await sourceProfile(meta.icc ?? null, pixels.channels, q.untaggedIs),
      to = await profileOf(q.space);
    const channels = q.space === 'CMYK' ? 4 : 3;
    const band = new Uint16Array(sheet.width * sheet.height * channels).fill(channels === 4 ? 0 : 65_535);
    for (const [i, p] of plan.pictures.entries()) {
      onStep(`laying ${p.says}`, 0.1 + (0.75 * i) / plan.pictures.length);
      const box = {
        left: px(p.at.x),
        top: px(p.at.y),
        width: px(p.size.width),
        height: px(p.size.height),
      };
      const from = ownCut(p.from, plan.straighten),
        { left, top, width, height } = from;
      if (
        !from.degrees &&
        (left < 0 || top < 0 || left + width > pixels.width || top + height > pixels.height)
      )
        throw new RefusedError(
          `“${p.says}” reaches outside the picture of ${pixels.width} × ${pixels.height} px.`,
        );
      const transform = await adjustedTransform(own, to, q.intent, p.adjust);
      // Made much smaller, a picture is not sharpened for the size of the print.
      const sharpen = p.sharpen === undefined ? q.sharpen : tried(q.sharpen, p.sharpen);
      const rows = imageRows(pixels, from, box, q.kernel, p.role === 'reduced' ? null : sharpen);
      try {
        const wide = new Uint16Array(box.width * rows.channels);
        for (let y = 0; y < box.height; y++) {
          clamped(await rows.next(), wide, 0);
          if (box.top + y < sheet.height)
            band.set(
              transform.run(wide).subarray(0, Math.min(box.width, sheet.width - box.left) * channels),
              ((box.top + y) * sheet.width + box.left) * channels,
            );
        }
      } finally {
        transform.end();
      }
    }
    for (const t of plan.texts) {
      const mask = await titleMask({
        text: t.text,
        capital: (t.capital / UM_PER_INCH) * plan.ppi,
        baseline: px(t.at.y),
        left: px(t.at.x),
        centre: 0,
        width: sheet.width,
      });
      inkTitle(band, 0, sheet.height, sheet.width, channels, mask);
    }
    onStep('writing the sheet', 0.9);
    const tiff = await TiffWriter.create(partly, {
      ...sheet,
      bits: q.bits,
      channels: channels as 3 | 4,
      ppi: plan.ppi,
      profile: to,
      description: 'proof sheet',
    });
    try {
      const ROWS = 128,
        line = sheet.width * channels;
      for (let y = 0; y < sheet.height; y += ROWS) {
        const n = Math.min(ROWS, sheet.height - y),
          part = band.subarray(y * line, (y + n) * line);
        await tiff.write(q.bits === 16 ? part : Uint8Array.from(part, (v) => (v + 128) / 257), n);
      }
    } finally {
      await tiff.close();
    }
    await rename(partly, q.out);
  } finally {
    await pixels.close();
    await rm(partly, { force: true });
  }
}

/** The profile of a master's tiles, as base 64: only RGB keeps its own numbers there. */
export async function tileProfile(
  path: string,
  said: 'sRGB' | 'opRGB',
  of: 'tiles' | 'inks' = 'tiles',
): Promise<string> {
  const meta = await sharp(path, { limitInputPixels: false, failOn: 'none' }).metadata();
  if (of === 'inks')
    return Buffer.from(await sourceProfile(meta.icc ?? null, 4, said)).toString('base64');
  const rgb = meta.space === 'srgb' || meta.space === 'rgb' || meta.space === 'rgb16';
  const bytes = rgb ? await sourceProfile(meta.icc ?? null, 3, said) : await profileOf('sRGB');
  return Buffer.from(bytes).toString('base64');
}

/** A small JPEG of a sheet, in sRGB, to show. */
export async function showSheet(path: string, out: string, long = 1_400): Promise<void> {
  await sharp(path, { limitInputPixels: false })
    .resize({ width: long, height: long, fit: 'inside', withoutEnlargement: true })
    .toColourspace('srgb')
    .jpeg({ quality: 88, chromaSubsampling: '4:4:4' })
    .toFile(out);
}
