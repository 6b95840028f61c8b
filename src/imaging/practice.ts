import { readFile, rename, rm } from 'node:fs/promises';
import sharp from 'sharp';
import { xyzOfLab, labOfXyz } from '@/core/colour/difference';
import { drifted, printerOf, type Drift, type InkModel } from '@/core/colour/inks';
import type { Intent } from '@/core/colour/intents';
import { lcms, profileOf } from './colourEngine';
import { gauss } from './noise';
import { sourceProfile } from './printFile';
import { ownNumbers } from './pixels';
import { TiffWriter } from './tiff';
import { transformOf, usualBpc } from './transforms';

/** How a practice scanner lays a page on its glass, and what it adds. */
export type ScanFaults = {
  long: number;
  scale: number;
  shiftX: number;
  shiftY: number;
  degrees: number;
  noise: number;
  cast: readonly [number, number, number];
  seed: number;
};
export type PracticeAsk = {
  file: string;
  profile: string;
  intent: Intent;
  model: InkModel;
  drift: Drift;
  scan: ScanFaults;
  out: string;
  untaggedIs: 'sRGB' | 'opRGB' | null;
};

/** Grey of the scanner's lid, round the page. */
const LID: readonly [number, number, number] = [0.32, 0.32, 0.32];

/**
 * Prints a file as a practice printer would (through the paper's profile to the device, and then as the paper truly takes the
 * ink that day) and scans the print: laid a little askew, with noise and a cast, written as a 16-bit TIFF in opRGB.
 */
export async function practiceScan(
  q: PracticeAsk,
  onStep: (step: string, share: number) => void = () => {},
): Promise<void> {
  onStep('printing', 0.1);
  const print = await practicePrint(q, q.scan.long);
  onStep('scanning', 0.6);
  const opRgb = await profileOf('opRGB');
  const toScan = transformOf<Uint16Array>(await lcms(), {
    from: 'Lab',
    to: opRgb,
    intent: 'relative colorimetric',
    bpc: false,
    bits: 16,
  });
  const partly = `${q.out}.part`;
  try {
    const samples = toScan.run(print.lab);
    const { scan } = q;
    const [w, h] = [Math.round(print.width * 1.16), Math.round(print.height * 1.16)];
    const out = new Uint16Array(w * h * 3);
    layScan(samples, print.width, print.height, out, w, h, scan);
    const tiff = await TiffWriter.create(partly, {
      width: w,
      height: h,
      bits: 16,
      channels: 3,
      profile: opRgb,
      description: 'simulated scan of a simulated print',
    });
    try {
      await tiff.write(out, h);
    } finally {
      await tiff.close();
    }
    await rename(partly, q.out);
  } finally {
    toScan.end();
    await rm(partly, { force: true });
  }
}

/** The print itself as L*a*b*, absolute: what an eye without fault would see. */
export async function practicePrint(
  q: Pick<PracticeAsk, 'file' | 'profile' | 'intent' | 'model' | 'drift' | 'untaggedIs'>,
  long: number,
): Promise<{ width: number; height: number; lab: Float32Array }> {
  const meta = await sharp(q.file, { limitInputPixels: false, failOn: 'none' }).metadata();
  const { image, bits } = await ownNumbers(q.file);
  const { data, info } = await image
    .resize({ width: long, height: long, fit: 'inside', withoutEnlargement: true, kernel: 'cubic' })
    .raw({ depth: bits === 16 ? 'ushort' : 'uchar' })
    .toBuffer({ resolveWithObject: true });
  const samples =
    bits === 16
      ? new Uint16Array(data.buffer, data.byteOffset, data.length / 2)
      : Uint16Array.from(data, (v) => v * 257);
  const from = await sourceProfile(meta.icc ?? null, info.channels, q.untaggedIs);
  const device = transformOf<Uint16Array>(await lcms(), {
    from,
    to: new Uint8Array(await readFile(q.profile)),
    intent: q.intent,
    bpc: usualBpc(q.intent),
    bits: 16,
  });
  try {
    return {
      width: info.width,
      height: info.height,
      lab: inked(device.run(samples as Uint16Array), drifted(q.model, q.drift)),
    };
  } finally {
    device.end();
  }
}

function inked(device: Uint16Array, model: InkModel): Float32Array {
  const print = printerOf(model),
    one = new Float64Array(3),
    lab = new Float32Array(device.length);
  for (let i = 0; i < device.length; i += 3) {
    print(device[i]! / 65_535, device[i + 1]! / 65_535, device[i + 2]! / 65_535, one);
    lab[i] = one[0]!;
    lab[i + 1] = one[1]!;
    lab[i + 2] = one[2]!;
  }
  return lab;
}

function layScan(
  page: Uint16Array,
  pw: number,
  ph: number,
  out: Uint16Array,
  w: number,
  h: number,
  f: ScanFaults,
) {
  const t = (f.degrees * Math.PI) / 180,
    c = Math.cos(t) / f.scale,
    s = Math.sin(t) / f.scale;
  const cx = w / 2 + f.shiftX * w,
    cy = h / 2 + f.shiftY * h;
  for (let y = 0, o = 0; y < h; y++)
    for (let x = 0; x < w; x++, o += 3) {
      const dx = x + 0.5 - cx,
        dy = y + 0.5 - cy;
      const u = c * dx + s * dy + pw / 2 - 0.5,
        v = -s * dx + c * dy + ph / 2 - 0.5;
      const on = u >= 0 && v >= 0 && u < pw - 1 && v < ph - 1;
      const i = u | 0,
        j = v | 0,
        fx = u - i,
        fy = v - j,
        at = (j * pw + i) * 3;
      for (let k = 0; k < 3; k++) {
        const value = on
          ? (page[at + k]! * (1 - fx) + page[at + 3 + k]! * fx) * (1 - fy) +
            (page[at + pw * 3 + k]! * (1 - fx) + page[at + pw * 3 + 3 + k]! * fx) * fy
          : LID[k]! * 65_535;
        const noisy = value * f.cast[k]! + f.noise * 257 * gauss(f.seed + k, x, y);
        out[o + k] = noisy < 0 ? 0 : noisy > 65_535 ? 65_535 : noisy;
      }
    }
}

/** Colours of patches as the practice printer prints them and an instrument reads them, absolute under D50. */
export function readPatches(
  patches: readonly { id: string; lab: readonly [number, number, number] }[],
  device: Uint16Array,
  model: InkModel,
  drift: Drift,
  noise: number,
  seed: number,
): { id: string; lab: [number, number, number] }[] {
  const lab = inked(device, drifted(model, drift));
  // An instrument repeats to a few hundredths in XYZ: near nothing, yet not nothing.
  return patches.map((p, i) => {
    const xyz = xyzOfLab([lab[i * 3]!, lab[i * 3 + 1]!, lab[i * 3 + 2]!]);
    return {
      id: p.id,
      lab: labOfXyz(
        xyz.map((v, k) => Math.max(0, v * (1 + noise * gauss(seed + k, i, 7)))) as [
          number,
          number,
          number,
        ],
      ),
    };
  });
}
