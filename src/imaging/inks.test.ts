import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { folder } from '../../tests/unit/helpers/files';
import { derive, deriveInks, INKS } from './derive';
import { openPixels, ownNumbers } from './pixels';
import { ImagingPool } from './pool';
import { writeTiff } from './tiff';

const pool = new ImagingPool();
afterAll(() => pool.end());
/** Of a CMYK file its inks' profile, else that of its tiles. */
const profileAt = async (path: string, of: 'tiles' | 'inks') =>
  new Uint8Array(Buffer.from(await pool.do('tileProfile', [path, 'sRGB', of]).done, 'base64'));

const [WIDTH, HEIGHT] = [700, 520];
/** Four fields of plain inks, told apart by each of them. */
const inkAt = (x: number, y: number): [number, number, number, number] => [
  x < 350 ? 10 : 200,
  y < 260 ? 30 : 180,
  77,
  x < 350 ? 0 : 120,
];

/** A CMYK file, with a profile or none. */
async function inkFile(profile?: Uint8Array): Promise<string> {
  const path = join(await folder(), 'inks.tif');
  const spec = { width: WIDTH, height: HEIGHT, bits: 8 as const, channels: 4 as const };
  await writeTiff(path, { ...spec, ...(profile && { profile }) }, (from, rows) => {
    const band = new Uint8Array(rows * WIDTH * 4);
    for (let y = 0; y < rows; y++)
      for (let x = 0; x < WIDTH; x++) band.set(inkAt(x, from + y), (y * WIDTH + x) * 4);
    return band;
  });
  return path;
}

describe.each([
  ['untagged', async () => undefined],
  // What an untagged file is taken for serves as the profile of one that has one.
  ['with its profile', async () => profileAt(await inkFile(), 'inks')],
])('a CMYK file %s', (_what, profile) => {
  test('gives its own numbers, to the last: nothing is taken to RGB and back', async () => {
    const path = await inkFile(await profile());
    const { image } = await ownNumbers(path);
    const { data, info } = await image.raw().toBuffer({ resolveWithObject: true });
    expect([info.width, info.height, info.channels]).toEqual([WIDTH, HEIGHT, 4]);
    for (const [x, y] of [
      [0, 0],
      [600, 10],
      [10, 500],
      [699, 519],
    ] as const)
      expect([...data.subarray(4 * (y * WIDTH + x), 4 * (y * WIDTH + x) + 4)]).toEqual(inkAt(x, y));

    const pixels = await openPixels(path, join(await folder(), 'scratch'));
    const rows = await pixels.rows(300, 1);
    expect([...rows.subarray(0, 4)]).toEqual(inkAt(0, 300));
    await pixels.close();
  });
});

test('each ink has tiles of its own, grey as it is strong, beside those that are shown', async () => {
  const path = await inkFile(await profileAt(await inkFile(), 'inks'));
  const shown = join(await folder(), 'shown');
  await derive(path, shown, 'inks.tif');
  await deriveInks(path, shown);
  expect((await readdir(join(shown, INKS))).filter((name) => name.endsWith('_files'))).toHaveLength(4);
  for (const ink of [0, 1, 2, 3]) {
    // 700 px are two tiles across at the finest level: the second, the first is one tile.
    const tile = (at: string) => join(shown, INKS, `${ink}_files`, '1', `${at}.jpeg`);
    const first = await sharp(tile('0_0')).metadata();
    expect([first.space, first.width]).toEqual(['b-w', 512]);
    const strength = async (at: string, x: number, y: number) => {
      const { data, info } = await sharp(tile(at)).raw().toBuffer({ resolveWithObject: true });
      return data[(y * info.width + x) * info.channels]!;
    };
    expect(Math.abs((await strength('0_0', 20, 20)) - inkAt(20, 20)[ink]!)).toBeLessThanOrEqual(2);
    expect(Math.abs((await strength('1_1', 100, 4)) - inkAt(612, 516)[ink]!)).toBeLessThanOrEqual(2);
  }
  // The profile of the inks is the file's own, that of what is shown is sRGB.
  const { icc } = await sharp(path).metadata();
  expect(Buffer.from(await profileAt(path, 'inks')).equals(icc!)).toBe(true);
  expect(Buffer.from(await profileAt(path, 'tiles')).equals(icc!)).toBe(false);
});
