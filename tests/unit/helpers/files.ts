import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { writeTiff, type TiffSpec } from '@/imaging/tiff';

const made: string[] = [];

/** A folder of its own for one test file; gone when it ends. */
export async function folder(): Promise<string> {
  const dir = await mkdtemp(join(tmpdir(), 'glassine-test-'));
  made.push(dir);
  return dir;
}
afterAll(async () => {
  for (const dir of made.splice(0)) await rm(dir, { recursive: true, force: true });
});

/** A small picture with something in it: left half red to dark, right half green, a white corner. */
export function pixels(width: number, height: number, channels: 1 | 3 | 4 = 3): Buffer {
  const data = Buffer.alloc(width * height * channels);
  const paint = (y: number, from: number, to: number, r: number, g: number, b: number) => {
    const dot = channels === 1 ? [Math.round((r + g + b) / 3)] : [r, g, b, 255].slice(0, channels);
    data.fill(
      Buffer.from(dot),
      (y * width + Math.floor(from)) * channels,
      (y * width + Math.floor(to)) * channels,
    );
  };
  for (let y = 0; y < height; y++) {
    paint(y, 0, width / 2, 200 - Math.round((150 * y) / height), 20, 20);
    paint(y, width / 2, width, 20, 160, 40);
    if (y < height / 8) paint(y, 0, width / 8, 255, 255, 255);
  }
  return data;
}

export const picture = (width: number, height: number, channels: 1 | 3 | 4 = 3) =>
  sharp(pixels(width, height, channels), { raw: { width, height, channels } });

/** A TIFF written strip by strip by the demo's own writer. */
export async function tiff(
  spec: Partial<TiffSpec> & { width: number; height: number },
  shown?: Buffer,
): Promise<Buffer> {
  const path = join(await folder(), 'made.tif');
  const whole: TiffSpec = { bits: 16, channels: 3, ...spec };
  const eight = shown ?? pixels(spec.width, spec.height, whole.channels);
  await writeTiff(path, whole, (from, rows) => {
    const part = eight.subarray(
      from * spec.width * whole.channels,
      (from + rows) * spec.width * whole.channels,
    );
    if (whole.bits === 8) return part;
    const wide = new Uint16Array(part.length);
    for (let i = 0; i < part.length; i++) wide[i] = part[i]! * 257;
    return wide;
  });
  return readFile(path);
}

export async function saved(dir: string, name: string, bytes: Uint8Array): Promise<string> {
  const path = join(dir, name);
  await writeFile(path, bytes);
  return path;
}

/** Bytes as they would arrive, in pieces. */
export async function* inPieces(bytes: Uint8Array, piece = 50_000): AsyncGenerator<Uint8Array> {
  for (let i = 0; i < bytes.length || i === 0; i += piece) yield bytes.subarray(i, i + piece);
}
