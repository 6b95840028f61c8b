import sharp, { type Sharp } from 'sharp';
import { resample } from '@/core/printfile/resample';
import { hash, noise } from '../../../demo/paint/kit';

/** One grey picture of known detail: values 0–255. */
export type Subject = { name: string; width: number; height: number; data: Float32Array };

/** Drawn `over` times too large and made smaller as a good lens and sensor would: detail reaches the pixels' limit and no further. */
export function drawn(
  name: string,
  width: number,
  height: number,
  over: number,
  tone: (u: number, v: number) => number,
): Subject {
  const big = {
    data: new Float32Array(width * over * height * over),
    width: width * over,
    height: height * over,
    channels: 1,
  };
  for (let y = 0, i = 0; y < big.height; y++)
    for (let x = 0; x < big.width; x++) big.data[i++] = tone((x + 0.5) / over, (y + 0.5) / over);
  return { name, ...resample(big, { width, height }, 'lanczos3') };
}

/** Leaves of all sizes falling over each other: the usual model of what cameras see. */
export function leaves(name: string, seed: number, side = 640, count = 9_000, over = 2): Subject {
  const n = side * over;
  const big = new Float32Array(n * n).fill(NaN);
  // From the front: a point is covered by the first leaf that reaches it.
  for (let k = 0; k < count; k++) {
    const r = Math.min(n / 4, (2.2 * over) / Math.sqrt(1 - hash(k, 1, seed) * 0.9997));
    const cx = hash(k, 2, seed) * n,
      cy = hash(k, 3, seed) * n,
      tone = 20 + 215 * hash(k, 4, seed),
      squeeze = 0.5 + 0.5 * hash(k, 5, seed),
      turn = hash(k, 6, seed) * Math.PI;
    const [c, s] = [Math.cos(turn), Math.sin(turn)];
    for (let y = Math.max(0, Math.floor(cy - r)); y < Math.min(n, cy + r); y++) {
      for (let x = Math.max(0, Math.floor(cx - r)); x < Math.min(n, cx + r); x++) {
        const [dx, dy] = [x - cx, y - cy];
        const a = dx * c + dy * s,
          b = (-dx * s + dy * c) / squeeze;
        if (a * a + b * b <= r * r && Number.isNaN(big[y * n + x]!)) big[y * n + x] = tone;
      }
    }
  }
  return drawn(name, side, side, over, (u, v) => {
    const t = big[Math.floor(v * over) * n + Math.floor(u * over)]!;
    return Number.isNaN(t) ? 128 : t;
  });
}

/** A rough surface: bumps of every size, finer ones weaker. */
export const rough = (name: string, seed: number, roughness: number, side = 640, over = 2): Subject =>
  drawn(name, side, side, over, (x, y) => {
    let sum = 0,
      strength = 1,
      size = 200;
    for (let o = 0; o < 12; o++) {
      sum += strength * (noise(x / size + 9 * o, y / size, seed + o) - 0.5);
      strength *= roughness;
      size /= 1.9;
    }
    return 128 + 120 * sum;
  });

/** Brush strokes: long dabs of many lengths over a ground, each with the ridges of its hairs. */
export function strokes(name: string, seed: number, side = 640, count = 5_000, over = 4): Subject {
  const n = side * over;
  const big = new Float32Array(n * n).fill(150);
  for (let k = 0; k < count; k++) {
    const long = (6 * over) / (1 - hash(k, 1, seed) * 0.96),
      wide = long * (0.12 + 0.25 * hash(k, 5, seed));
    const cx = hash(k, 2, seed) * n,
      cy = hash(k, 3, seed) * n,
      tone = 30 + 195 * hash(k, 4, seed),
      turn = 1.2 * (noise(cx / 300, cy / 300, seed) - 0.5) + 3 * hash(k, 6, seed) ** 3;
    const [c, s] = [Math.cos(turn), Math.sin(turn)];
    for (let y = Math.max(0, Math.floor(cy - long)); y < Math.min(n, cy + long); y++) {
      for (let x = Math.max(0, Math.floor(cx - long)); x < Math.min(n, cx + long); x++) {
        const a = ((x - cx) * c + (y - cy) * s) / long,
          b = (-(x - cx) * s + (y - cy) * c) / wide;
        if (a * a + b * b <= 1) big[y * n + x] = tone + 16 * (noise(b * 9, a * 1.5, seed + k) - 0.5);
      }
    }
  }
  return drawn(name, side, side, over, (u, v) => big[Math.floor(v * over) * n + Math.floor(u * over)]!);
}

/** Hatching and stipple, as of a pen. */
export const hatched = (name: string, seed: number, side = 640, over = 3): Subject =>
  drawn(name, side, side, over, (x, y) => {
    const bend = 40 * noise(x / 120, y / 120, seed);
    const dark = noise(x / 160, y / 160, seed + 1);
    const along = (x * 0.8 + y * 0.6 + bend) / 7.3,
      across = (x * 0.6 - y * 0.8 + bend) / 6.1;
    const line = (t: number, w: number) =>
      Math.abs(t - Math.floor(t) - 0.5) < w * (0.6 + 0.8 * noise(x / 9, y / 9, seed + 2));
    return line(along, 0.05 + 0.2 * dark) || (dark > 0.5 && line(across, 0.12)) ? 40 : 225;
  });

export const toSharp = (s: Subject) => {
  const wide = Uint16Array.from(s.data, (v) => Math.round(Math.min(255, Math.max(0, v)) * 257));
  return sharp(wide, { raw: { width: s.width, height: s.height, channels: 1 } }).toColourspace('grey16');
};
async function from(image: Sharp, name: string): Promise<Subject> {
  const { data, info } = await image
    .toColourspace('grey16')
    .extractChannel(0)
    .raw({ depth: 'ushort' })
    .toBuffer({ resolveWithObject: true });
  return {
    name,
    width: info.width,
    height: info.height,
    data: Float32Array.from(
      new Uint16Array(data.buffer, data.byteOffset, data.length / 2),
      (v) => v / 257,
    ),
  };
}
export const blurred = (s: Subject, sigma: number) =>
  from(toSharp(s).blur({ sigma, minAmplitude: 0.001 } as never), `${s.name}, blurred ${sigma} px`);
export const enlarged = (s: Subject, k: number, kernel: 'cubic' | 'lanczos3'): Subject => ({
  ...resample(
    { ...s, channels: 1 },
    { width: Math.round(s.width * k), height: Math.round(s.height * k) },
    kernel,
  ),
  name: `${s.name}, enlarged ×${k} ${kernel}`,
});
export function noisy(s: Subject, sigma: number, seed = 3): Subject {
  const gauss = (i: number) => {
    let sum = 0;
    for (let k = 0; k < 6; k++) sum += hash(i, k, seed);
    return (sum - 3) / Math.sqrt(0.5);
  };
  return { ...s, name: `${s.name}, noise ${sigma}`, data: s.data.map((v, i) => v + sigma * gauss(i)) };
}
/** Grain: clumps about `size` pixels wide. */
export async function grainy(s: Subject, sigma: number, size = 1, seed = 5): Promise<Subject> {
  const flat = noisy({ ...s, data: new Float32Array(s.data.length).fill(128) }, 40, seed);
  const soft = await blurred(flat, size);
  let sum = 0;
  for (const v of soft.data) sum += (v - 128) ** 2;
  const k = sigma / Math.sqrt(sum / soft.data.length);
  return {
    ...s,
    name: `${s.name}, grain ${sigma}`,
    data: s.data.map((v, i) => v + k * (soft.data[i]! - 128)),
  };
}
export async function pressed(s: Subject, quality: number): Promise<Subject> {
  const jpeg = await toSharp(s).toColourspace('b-w').jpeg({ quality }).toBuffer();
  const { data, info } = await sharp(jpeg).extractChannel(0).raw().toBuffer({ resolveWithObject: true });
  return {
    name: `${s.name}, JPEG ${quality}`,
    width: info.width,
    height: info.height,
    data: Float32Array.from(data),
  };
}
/** A demo picture or any file, reduced so far that its own detail reaches the smaller grid's limit. */
export async function reduced(path: string, name: string, factor: number): Promise<Subject> {
  const m = await sharp(path).metadata();
  const wide = m.depth === 'ushort';
  const [colour, neutral] = wide ? (['rgb16', 'grey16'] as const) : (['srgb', 'b-w'] as const);
  const own = m.channels! > 2 ? colour : neutral;
  const { data, info } = await sharp(path, { ignoreIcc: true })
    .toColourspace(m.space === 'cmyk' ? 'cmyk' : own)
    .raw({ depth: wide ? 'ushort' : 'uchar' })
    .toBuffer({ resolveWithObject: true });
  const grey = new Float32Array(info.width * info.height);
  const all = wide ? new Uint16Array(data.buffer, data.byteOffset, data.length / 2) : data;
  for (let i = 0, at = info.channels > 1 ? 1 : 0; i < grey.length; i++, at += info.channels)
    grey[i] = wide ? all[at]! / 257 : all[at]!;
  const small = resample(
    { data: grey, width: info.width, height: info.height, channels: 1 },
    { width: Math.round(info.width * factor), height: Math.round(info.height * factor) },
    'lanczos3',
  );
  return { name, ...small };
}
