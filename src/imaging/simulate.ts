import { rename, rm } from 'node:fs/promises';
import sharp from 'sharp';
import type { Faults } from '@/core/capture/faults';
import { quadToSquareMap, reversedMap, throughSquare } from '@/core/capture/quad';
import { xyzOfLab } from '@/core/colour/difference';
import { PRACTICE_CHART } from '@/core/colour/practiceChart';
import { curveOfTag, openProfile, type Curve } from '@/core/colour/profile';
import { nameSpace, srgbCurve } from '@/core/colour/space';
import { TARGET_COLUMNS, TARGET_ROWS } from '@/core/colour/target';
import { resample } from '@/core/printfile/resample';
import { profileOf } from './colourEngine';
import { gauss, rnd } from './noise';
import { openPixels } from './pixels';
import { TiffWriter } from './tiff';

export type Simulated = {
  /** The original, as a picture file of more detail than the capture; null for a frame of blank board. */
  original: string | null;
  /** A chart of 24 patches in place of the original. */
  chart?: boolean;
  /** The part of the original that is captured, 0–1 each way. */
  part: { left: number; top: number; width: number; height: number };
  to: { width: number; height: number };
  ppi: number | null;
  faults: Faults;
  seed: number;
  scratch: string;
  out: string;
};

/**
 * Captures an original as an honest flatbed or camera would: its optics soften, its light falls off and has a cast, dust lies
 * on it, it is not quite straight, and its sensor has noise. Written as a 16-bit TIFF with the original's profile.
 */
export async function simulate(
  q: Simulated,
  onStep: (step: string, share: number) => void = () => {},
): Promise<void> {
  const { to, faults: f, seed } = q;
  const source = q.chart
    ? chartSource(curveOf(await profileBytes(q.original)))
    : q.original
      ? await softSource(q.original, q.part, to, f, q.scratch, onStep)
      : null;
  const icc = await profileBytes(q.original);
  const curve = curveOf(icc);
  const linear = Float32Array.from({ length: 4_097 }, (_, i) => curve(i / 4_096));
  const coded = Float32Array.from({ length: 4_097 }, (_, i) => {
    const light = (i / 4_096) ** 2.2;
    let [a, b] = [0, 1];
    for (let k = 0; k < 16; k++) {
      const m = (a + b) / 2;
      if (curve(m) < light) a = m;
      else b = m;
    }
    return (a + b) / 2;
  });
  const read = (t: Float32Array, v: number) => {
    const at = Math.min(1, Math.max(0, v)) * 4_096,
      i = Math.min(4_095, Math.floor(at));
    return t[i]! + (t[i + 1]! - t[i]!) * (at - i);
  };
  const specks = Array.from({ length: f.dust }, (_, i) => ({
    x: rnd(seed, i, 1) * to.width,
    y: rnd(seed, i, 2) * to.height,
    r: 1.2 + 3.8 * rnd(seed, i, 3) ** 2,
    light: rnd(seed, i, 4) < 0.6,
  }));
  const inverse = framed(to, f);
  const partly = `${q.out}.part`;
  const tiff = await TiffWriter.create(partly, {
    ...to,
    bits: 16,
    channels: 3,
    ppi: q.ppi ?? undefined,
    profile: icc,
    description: 'simulated capture',
  });
  try {
    const BAND = 32;
    for (let y0 = 0; y0 < to.height; y0 += BAND) {
      const n = Math.min(BAND, to.height - y0);
      const out = new Uint16Array(to.width * 3 * n);
      const near = specks.filter((s) => s.y > y0 - 8 && s.y < y0 + n + 8);
      for (let y = y0, i = 0; y < y0 + n; y++) {
        for (let x = 0; x < to.width; x++, i += 3) {
          const p = inverse(x + 0.5, y + 0.5);
          // Beyond the work lies a dark grey board; a blank frame is all light board.
          const on = source && p.x >= 0 && p.y >= 0 && p.x < 1 && p.y < 1;
          const dx = (x + 0.5) / to.width - 0.5,
            dy = (y + 0.5) / to.height - 0.5;
          const light = 2 ** (-f.falloff * ((dx * dx + dy * dy) / 0.5));
          let speck = 0;
          for (const s of near) {
            const d = Math.hypot(x - s.x, y - s.y);
            if (d < s.r + 1) speck = Math.max(speck, Math.min(1, s.r + 1 - d)) * (s.light ? 1 : -1);
          }
          const noise = (f.noise / 255) * gauss(seed, x, y);
          for (let c = 0; c < 3; c++) {
            const v = on ? source(p.x, p.y, c) : source ? 0.24 : 0.86;
            let l = read(linear, v) * light * f.cast[c]!;
            l += speck > 0 ? speck * 0.35 : l * 0.75 * speck;
            out[i + c] = Math.min(
              65_535,
              Math.max(
                0,
                (read(coded, Math.max(0, l) ** (1 / 2.2)) + noise * (0.75 + 0.5 * rnd(seed + c, x, y))) *
                  65_535,
              ),
            );
          }
        }
      }
      await tiff.write(out, n);
      onStep('capturing', (y0 + n) / to.height);
    }
  } finally {
    await tiff.close();
  }
  await rename(partly, q.out);
  await rm(partly, { force: true });
}

/** The profile a capture is given: the original's own where that is RGB, sRGB otherwise. */
async function profileBytes(original: string | null): Promise<Uint8Array> {
  const icc = original
    ? (await sharp(original, { limitInputPixels: false, failOn: 'none' }).metadata()).icc
    : undefined;
  return icc && nameSpace(icc).model === 'RGB' && curveOfTag(openProfile(icc), 'gTRC')
    ? icc
    : profileOf('sRGB');
}
const curveOf = (icc: Uint8Array): Curve => curveOfTag(openProfile(icc), 'gTRC') ?? srgbCurve;

/** The practice chart in sRGB's primaries, coded by the capture's curve: black paper between its patches. */
function chartSource(curve: Curve): (u: number, v: number, c: number) => number {
  const fromXyz = [
    [3.1338561, -1.6168667, -0.4906146],
    [-0.9787684, 1.9161415, 0.033454],
    [0.0719453, -0.2289914, 1.4052427],
  ];
  const coded = (light: number) => {
    let [a, b] = [0, 1];
    for (let k = 0; k < 18; k++) {
      const m = (a + b) / 2;
      if (curve(m) < light) a = m;
      else b = m;
    }
    return (a + b) / 2;
  };
  const colours = PRACTICE_CHART.map(({ lab }) => {
    const xyz = xyzOfLab(lab);
    return fromXyz.map((row) =>
      coded(Math.min(1, Math.max(0, row[0]! * xyz[0] + row[1]! * xyz[1] + row[2]! * xyz[2]))),
    );
  });
  return (u, v, c) => {
    const [x, y] = [u * TARGET_COLUMNS, v * TARGET_ROWS];
    const [fx, fy] = [x - Math.floor(x), y - Math.floor(y)];
    return fx < 0.06 || fx > 0.94 || fy < 0.06 || fy > 0.94
      ? 0.08
      : colours[Math.floor(y) * TARGET_COLUMNS + Math.floor(x)]![c]!;
  };
}

/** The part of the original as the optics draw it: no finer than the capture's own pixels, and softened. */
async function softSource(
  path: string,
  part: Simulated['part'],
  to: { width: number; height: number },
  f: Faults,
  scratch: string,
  onStep: (step: string, share: number) => void,
): Promise<(u: number, v: number, c: number) => number> {
  onStep('looking at the original', 0);
  const p = await openPixels(path, scratch);
  try {
    const [left, top] = [Math.round(part.left * p.width), Math.round(part.top * p.height)];
    const [w, h] = [
      Math.min(p.width - left, Math.round(part.width * p.width)),
      Math.min(p.height - top, Math.round(part.height * p.height)),
    ];
    const inner = {
      width: Math.max(8, Math.round(to.width * f.fill)),
      height: Math.max(8, Math.round((to.width * f.fill * h) / w)),
    };
    if (inner.height > to.height * f.fill) {
      inner.height = Math.round(to.height * f.fill);
      inner.width = Math.round((inner.height * w) / h);
    }
    const c = p.channels,
      k = p.bits === 16 ? 1 / 65_535 : 1 / 255;
    const data = new Float32Array(w * h * 3);
    for (let y = 0; y < h; y += 64) {
      const n = Math.min(64, h - y);
      const rows = await p.rows(top + y, n);
      for (let j = 0; j < n; j++)
        for (let x = 0; x < w; x++)
          for (let ch = 0; ch < 3; ch++)
            data[((y + j) * w + x) * 3 + ch] =
              c === 3
                ? rows[(j * p.width + left + x) * 3 + ch]! * k
                : c === 4
                  ? (1 - rows[(j * p.width + left + x) * 4 + ch]! * k) *
                    (1 - rows[(j * p.width + left + x) * 4 + 3]! * k)
                  : rows[(j * p.width + left + x) * c]! * k;
    }
    const small = resample({ data, width: w, height: h, channels: 3 }, inner, 'mitchell');
    const wide = Uint16Array.from(small.data, (v) => Math.min(65_535, Math.max(0, v * 65_535)));
    const soft =
      f.blur > 0.3
        ? await sharp(wide, { raw: { ...inner, channels: 3 } })
            .toColourspace('rgb16')
            .blur(f.blur)
            .raw({ depth: 'ushort' })
            .toBuffer()
            .then((b) => new Uint16Array(b.buffer, b.byteOffset, b.length / 2))
        : wide;
    return (u, v, ch) => {
      const x = Math.min(inner.width - 1.001, Math.max(0, u * inner.width - 0.5)),
        y = Math.min(inner.height - 1.001, Math.max(0, v * inner.height - 0.5));
      const i = Math.floor(x),
        j = Math.floor(y),
        fx = x - i,
        fy = y - j;
      const a = (j * inner.width + i) * 3 + ch,
        b = a + inner.width * 3;
      return (
        ((soft[a]! * (1 - fx) + soft[a + 3]! * fx) * (1 - fy) +
          (soft[b]! * (1 - fx) + soft[b + 3]! * fx) * fy) /
        65_535
      );
    };
  } finally {
    await p.close();
  }
}

/** From the capture's pixels to the original, 0–1, with the camera off its perpendicular and turned. */
function framed(
  to: { width: number; height: number },
  f: Faults,
): (x: number, y: number) => { x: number; y: number } {
  if (f.fill === 1 && !f.tilt && !f.turn) return (x, y) => ({ x: x / to.width, y: y / to.height });
  const turn = (f.turn * Math.PI) / 180,
    k = Math.sin((f.tilt * Math.PI) / 180) / (5 / 3);
  const corner = (sx: number, sy: number) => {
    const x = (sx * f.fill * to.width) / 2,
      y = (sy * f.fill * to.height) / 2;
    const w = 1 + k * ((2 * y) / to.width) * 0.5;
    return {
      x: to.width / 2 + (x * Math.cos(turn) - y * Math.sin(turn)) / w,
      y: to.height / 2 + (x * Math.sin(turn) + y * Math.cos(turn)) / w,
    };
  };
  const m = quadToSquareMap([corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)]);
  const back = reversedMap(m);
  return (x, y) => throughSquare(back, x, y);
}
