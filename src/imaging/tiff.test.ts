import { execFileSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { open, readFile, stat, truncate } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { OPRGB_GAMMA, OPRGB_PRIMARIES, writeMatrixProfile } from '@/core/colour/icc';
import { folder } from '../../tests/unit/helpers/files';
import { TiffWriter, writeTiff, type TiffSpec } from './tiff';

const PROFILE = writeMatrixProfile('opRGB (IEC 61966-2-5)', OPRGB_PRIMARIES, OPRGB_GAMMA);
const spec = (more: Partial<TiffSpec> = {}): TiffSpec => ({
  ...{ width: 301, height: 97, bits: 16, channels: 3, ppi: 317 },
  ...{ taken: '2026:11:02 09:30:00', description: 'A stair of tones' },
  ...more,
});
/** A tone of its own for every sample. */
const tones =
  ({ width, channels, bits }: TiffSpec) =>
  (from: number, rows: number) => {
    const size = rows * width * channels;
    const samples = bits === 16 ? new Uint16Array(size) : new Uint8Array(size);
    const top = bits === 16 ? 65_536 : 256;
    return samples.map((_, i) => ((from * width * channels + i) * 7) % top);
  };

/** The list of tags as the format's own words have them, read here without the writer. */
async function tagsOf(path: string) {
  const file = await open(path);
  const read = async (at: number, length: number) =>
    (await file.read(Buffer.alloc(length), 0, length, at)).buffer;
  try {
    const first = await read(0, 16);
    const isBig = first.readUInt16LE(2) === 43;
    const wide = (b: Buffer, at: number) => (isBig ? Number(b.readBigUInt64LE(at)) : b.readUInt32LE(at));
    const at = isBig ? wide(first, 8) : first.readUInt32LE(4);
    const count = isBig ? wide(await read(at, 8), 0) : (await read(at, 2)).readUInt16LE(0);
    const [head, entry, inside] = isBig ? [8, 20, 8] : [2, 12, 4];
    const list = await read(at + head, entry * count);
    const tags = new Map<number, { type: number; values: number[] }>();
    for (let i = 0; i < count; i++) {
      const k = entry * i;
      const [id, type, n] = [list.readUInt16LE(k), list.readUInt16LE(k + 2), wide(list, k + 4)];
      const bytes = ({ 2: 1, 3: 2, 4: 4, 5: 8, 7: 1, 16: 8 } as Record<number, number>)[type]!;
      const data =
        n * bytes <= inside
          ? list.subarray(k + entry - inside)
          : await read(wide(list, k + entry - inside), n * bytes);
      const readers: Record<number, (j: number) => number> = {
        3: (j) => data.readUInt16LE(2 * j),
        4: (j) => data.readUInt32LE(4 * j),
        16: (j) => Number(data.readBigUInt64LE(8 * j)),
      };
      const value = readers[type] ?? ((j) => data[j]!);
      if (type !== 5) tags.set(id, { type, values: Array.from({ length: n }, (_, j) => value(j)) });
    }
    return { isBig, tags };
  } finally {
    await file.close();
  }
}

describe.each([false, true])('a TIFF with long addresses: %s', (isBig) => {
  test.each([
    [8, 1],
    [8, 3],
    [16, 3],
    [8, 4],
  ] as const)('%i bit of %i channels come back sample by sample', async (bits, channels) => {
    const path = join(await folder(), 'tones.tif');
    const asked = spec({ bits, channels, isBig });
    await writeTiff(path, asked, tones(asked));
    const whole = Buffer.from(tones(asked)(0, 97).buffer);
    const { tags } = await tagsOf(path);
    const [first] = tags.get(273)!.values;
    // Equal or not: a difference of so many numbers takes minutes to print.
    expect((await readFile(path)).subarray(first).equals(whole)).toBe(true);
    expect(tags.get(258)!.values).toEqual(Array(channels).fill(bits));
    const { width, height, channels: seen } = await sharp(path).metadata();
    expect([width, height, seen]).toEqual([301, 97, channels]);
    if (channels === 4) return;
    const { data } = await sharp(path, { ignoreIcc: true })
      .toColourspace(bits === 16 ? 'rgb16' : channels === 1 ? 'b-w' : 'srgb')
      .raw({ depth: bits === 16 ? 'ushort' : 'uchar' })
      .toBuffer({ resolveWithObject: true });
    expect(data.equals(whole)).toBe(true);
    expect(await sharp(path).metadata()).toMatchObject({ density: 317 });
  });

  test('a second reader finds no fault in it, and what was written about it', async () => {
    const path = join(await folder(), 'tones.tif');
    const asked = spec({ isBig, profile: PROFILE });
    await writeTiff(path, asked, tones(asked));
    expect((await tagsOf(path)).isBig).toBe(isBig);
    if (!existsSync('/usr/bin/exiftool')) return;
    const [says] = JSON.parse(
      execFileSync('/usr/bin/exiftool', ['-j', '-n', path], { encoding: 'utf8' }),
    ) as Record<string, unknown>[];
    expect(says).toMatchObject({
      ...{ ImageWidth: 301, ImageHeight: 97, XResolution: 317, YResolution: 317 },
      ...{ ImageDescription: 'A stair of tones', ModifyDate: '2026:11:02 09:30:00' },
    });
    expect(says!.Warning).toBeUndefined();
  });

  test('its strips lie one behind the other to the end of the file', async () => {
    const path = join(await folder(), 'tones.tif');
    // Rows of a megabyte and a bit: one to a strip.
    const asked = spec({ width: 180_000, height: 5, isBig });
    await writeTiff(path, asked, tones(asked));
    const { tags } = await tagsOf(path);
    const [offsets, sizes] = [tags.get(273)!.values, tags.get(279)!.values];
    expect(sizes).toEqual(Array(5).fill(180_000 * 6));
    offsets.forEach((offset, i) => expect(offset).toBe(offsets[0]! + i * 180_000 * 6));
    expect((await stat(path)).size).toBe(offsets.at(-1)! + sizes.at(-1)!);
    expect(offsets[0]! % 16).toBe(0);
  });
});

test('what four bytes cannot count is written with eight, without being asked', async () => {
  const path = join(await folder(), 'wall.tif');
  // 9 m × 4.5 m at 150 ppi in 16 bit: 8.5 GB, of which only the head is written; the rest is a hole in the file.
  const asked = spec({ width: 53_150, height: 26_575, ppi: 150 });
  await (await TiffWriter.create(path, asked)).close();
  const { isBig, tags } = await tagsOf(path);
  expect(isBig).toBe(true);
  const [offsets, sizes] = [tags.get(273)!.values, tags.get(279)!.values];
  const bytes = 53_150 * 26_575 * 6;
  expect(sizes.reduce((a, b) => a + b, 0)).toBe(bytes);
  expect(offsets.at(-1)!).toBeGreaterThan(2 ** 32);
  await truncate(path, offsets.at(-1)! + sizes.at(-1)!);
  expect(await sharp(path, { limitInputPixels: false }).metadata()).toMatchObject({
    ...{ width: 53_150, height: 26_575, depth: 'ushort', density: 150 },
  });
  if (existsSync('/usr/bin/tiffinfo')) {
    const says = execFileSync('/usr/bin/tiffinfo', [path], { encoding: 'utf8' });
    expect(says).toMatch(/Image Width: 53150 Image Length: 26575/);
  }
  // Just under, it stays as every program reads it.
  const small = join(await folder(), 'small.tif');
  await (await TiffWriter.create(small, spec({ width: 20_000, height: 30_000 }))).close();
  expect((await tagsOf(small)).isBig).toBe(false);
});
