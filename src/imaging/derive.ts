import { randomUUID } from 'node:crypto';
import { mkdir, readdir, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import sharp, { type Sharp } from 'sharp';
import { RefusedError } from '@/core/errors';
import { plainReason } from './facts';
import { ownNumbers } from './pixels';

export const TILE_PX = 512;
/** Longest side of the picture shown whole, and of the small one in lists. */
export const VIEW_PX = 1600;
export const THUMB_PX = 360;

/**
 * Makes what the interface shows of a master, with the orientation flag applied: a pyramid of tiles down from 1:1, the
 * whole picture, and a small one. The file is decoded once, from end to end, so a file that is cut short is found here.
 * The folder appears whole or not at all.
 *
 * Tiles of an RGB master keep its own numbers and carry its profile, which every browser reads: converting all of a large
 * master would take longer than everything else together. The whole picture and the small one are in sRGB.
 *
 * @param path the master, which is only read
 * @param into the folder to make
 * @throws RefusedError when the file cannot be decoded to its end
 */
export async function derive(
  path: string,
  into: string,
  fileName: string,
  onStep: (step: string) => void = () => {},
): Promise<void> {
  // A name of its own: another process may be making the same folder.
  const partly = `${into}.${randomUUID()}.part`;
  await mkdir(partly, { recursive: true });
  try {
    onStep('reading the pixels');
    await (
      await inTileSpace(path)
    )
      .jpeg({ quality: 86, chromaSubsampling: '4:4:4' })
      .tile({ size: TILE_PX, overlap: 0, layout: 'dz', depth: 'onetile' })
      .toFile(join(partly, 'tiles.dz'));
  } catch (error) {
    await rm(partly, { recursive: true, force: true });
    if (isOfTheDisk(error)) throw new Error('ENOSPC: the disk is full', { cause: error });
    throw new RefusedError(
      `“${fileName}” cannot be read to its end (${plainReason(error)}): it was probably cut short before it came. Copy it again from where it came and bring it in.`,
    );
  }
  try {
    onStep('making the view');
    await makeViews(partly);
    await rm(into, { recursive: true, force: true });
    await rename(partly, into);
  } catch (error) {
    await rm(partly, { recursive: true, force: true });
    throw error;
  }
}

/** The folder of a picture's inks, beside its tiles. */
export const INKS = 'inks';
const INK_CHANNELS = [0, 1, 2, 3] as const;

/**
 * Makes tiles of each ink of a CMYK master, in its own numbers: a browser would take a tile of all four to RGB by itself. Made
 * when somebody looks through a paper's profile, not with every file that comes in.
 *
 * @param folder where what is shown of the master is; the inks appear in it whole or not at all
 */
export async function deriveInks(path: string, folder: string): Promise<void> {
  const partly = join(folder, `${INKS}.${randomUUID()}.part`);
  await mkdir(partly, { recursive: true });
  try {
    for (const ink of INK_CHANNELS) {
      const { image } = await ownNumbers(path);
      await image
        .extractChannel(ink)
        .jpeg({ quality: 90 })
        .tile({ size: TILE_PX, overlap: 0, layout: 'dz', depth: 'onetile' })
        .toFile(join(partly, `${ink}.dz`));
    }
    await rm(join(folder, INKS), { recursive: true, force: true });
    await rename(partly, join(folder, INKS));
  } catch (error) {
    await rm(partly, { recursive: true, force: true });
    throw error;
  }
}

/** A disk that took no more, or would not be written to: no fault of the file. */
const isOfTheDisk = (error: unknown): boolean =>
  /ENOSPC|EROFS|EDQUOT|EIO|No space left|disk full|quota|write failed|unable to write|Read-only file/i.test(
    String(error),
  );

async function makeViews(folder: string): Promise<void> {
  const view = join(folder, 'view.jpg');
  const whole = await fromPyramid(join(folder, 'tiles_files'), VIEW_PX);
  await whole
    .resize({ width: VIEW_PX, height: VIEW_PX, fit: 'inside', withoutEnlargement: true })
    .jpeg({ quality: 88, chromaSubsampling: '4:4:4' })
    .toFile(view);
  await sharp(view)
    .resize({ width: THUMB_PX, height: THUMB_PX, fit: 'inside', withoutEnlargement: true })
    .jpeg({ quality: 84 })
    .toFile(join(folder, 'thumb.jpg'));
}

/** The master upright on white: RGB in its own space with its profile, anything else in sRGB. */
async function inTileSpace(path: string): Promise<Sharp> {
  const options = { limitInputPixels: false, failOn: 'error', page: 0 } as const;
  const { space } = await sharp(path, options).metadata();
  return space === 'srgb' || space === 'rgb' || space === 'rgb16'
    ? sharp(path, { ...options, ignoreIcc: true })
        .autoOrient()
        .flatten({ background: '#ffffff' })
        .keepIccProfile()
    : sharp(path, options).autoOrient().flatten({ background: '#ffffff' }).toColourspace('srgb');
}

/** The smallest level of a tile pyramid that is at least so large, put together again in sRGB. */
async function fromPyramid(folder: string, atLeast: number): Promise<Sharp> {
  const levels = (await readdir(folder))
    .map(Number)
    .filter(Number.isInteger)
    .sort((a, b) => a - b);
  for (const level of levels) {
    const inside = join(folder, String(level));
    const tiles = (await readdir(inside))
      .map((name) => ({ name, at: /^(\d+)_(\d+)\./.exec(name) }))
      .filter((t) => t.at)
      .map(({ name, at }) => ({ name, col: +at![1]!, row: +at![2]! }));
    const [cols, rows] = [Math.max(...tiles.map((t) => t.col)), Math.max(...tiles.map((t) => t.row))];
    const last = await sharp(join(inside, `${cols}_${rows}.jpeg`)).metadata();
    const [width, height] = [cols * TILE_PX + last.width!, rows * TILE_PX + last.height!];
    if (Math.max(width, height) < atLeast && level !== levels.at(-1)) continue;
    // Each tile is taken from the space of its profile to sRGB on the way.
    const placed = await Promise.all(
      tiles.map(async (t) => {
        const { data, info } = await sharp(join(inside, t.name))
          .toColourspace('srgb')
          .raw()
          .toBuffer({ resolveWithObject: true });
        return {
          input: data,
          raw: { width: info.width, height: info.height, channels: info.channels },
          left: t.col * TILE_PX,
          top: t.row * TILE_PX,
        };
      }),
    );
    // Laying pictures over each other adds an alpha channel; it is taken off again before the bytes are read as RGB.
    const { data, info } = await sharp({ create: { width, height, channels: 3, background: '#ffffff' } })
      .composite(placed)
      .removeAlpha()
      .toColourspace('srgb')
      .raw()
      .toBuffer({ resolveWithObject: true });
    return sharp(data, { raw: { width, height, channels: info.channels } });
  }
  throw new Error(`no tiles in ${folder}`);
}
