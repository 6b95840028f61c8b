// Pieces of a picture in its own numbers, for the workers that show it.
import type { Picture } from '@/core/printfile/sharpen';

export const TILE = 512;
const MOST_TILES = 220;

/** A picture that workers can look into. */
export type PictureSource = {
  sha256: string;
  width: number;
  height: number;
  /** Where the profile of its tiles is. */
  profileUrl: string;
  /** Its tiles are of single inks, in the numbers of its own CMYK. */
  isInks?: boolean;
};

const tiles = new Map<string, Promise<ImageBitmap | null>>();
/** One tile, in the picture's own numbers; null where there is none. Of a picture in inks, one ink of it. */
export function tileAt(
  sha256: string,
  level: number,
  col: number,
  row: number,
  ink?: number,
): Promise<ImageBitmap | null> {
  const of = ink === undefined ? 'tiles' : `inks/${ink}`;
  const key = `${sha256}/${of}/${level}/${col}_${row}`;
  let tile = tiles.get(key);
  if (!tile) {
    if (tiles.size > MOST_TILES) for (const old of [...tiles.keys()].slice(0, 60)) tiles.delete(old);
    // Its own numbers: the browser must not convert them.
    tile = fetch(`/api/pictures/${key}`)
      .then(async (r) =>
        r.ok
          ? createImageBitmap(await r.blob(), { colorSpaceConversion: 'none', premultiplyAlpha: 'none' })
          : null,
      )
      .catch(() => null);
    tiles.set(key, tile);
  }
  return tile;
}

/** A part of a picture, pixel for pixel, three samples each, 0 to 65 535. */
export async function regionOf(
  source: PictureSource,
  box: { left: number; top: number; width: number; height: number },
): Promise<Picture> {
  const canvas = new OffscreenCanvas(box.width, box.height);
  const ctx = canvas.getContext('2d', { willReadFrequently: true })!;
  const finest = Math.max(0, Math.ceil(Math.log2(Math.max(source.width, source.height) / TILE)));
  const wanted: Promise<void>[] = [];
  for (let row = Math.floor(box.top / TILE); row * TILE < box.top + box.height; row++)
    for (let col = Math.floor(box.left / TILE); col * TILE < box.left + box.width; col++)
      wanted.push(
        tileAt(source.sha256, finest, col, row).then((tile) => {
          if (tile) ctx.drawImage(tile, col * TILE - box.left, row * TILE - box.top);
        }),
      );
  await Promise.all(wanted);
  const { data: rgba } = ctx.getImageData(0, 0, box.width, box.height);
  const data = new Float32Array(box.width * box.height * 3);
  for (let i = 0, o = 0; i < rgba.length; i += 4)
    for (let c = 0; c < 3; c++) data[o++] = rgba[i + c]! * 257;
  return { data, width: box.width, height: box.height, channels: 3 };
}
