import sharp, { type OverlayOptions } from 'sharp';
import { labOfXyz, type Lab } from '@/core/colour/difference';
import { adaptedColumns } from '@/core/colour/icc';
import { srgbCurve, SRGB_PRIMARIES } from '@/core/colour/space';
import { hangAslant, quadOf, type KnownRectangle } from '@/core/wall/aslant';
import { placeInPhotograph, type PixelBox, type PixelPoint } from '@/core/wall/buyerWall';
import type { Framing } from '@/core/wall/plan';
import type { LabPicture } from '@/core/wall/traits';
import { layAslant, type Raster } from './aslant';

/** Long side of the small picture that the order of a wall is proposed from. */
const SMALL_PX = 72;
const COLUMNS = adaptedColumns(SRGB_PRIMARIES);

/** A picture as a small one in CIE Lab. */
export async function smallLab(path: string): Promise<LabPicture> {
  const { data, info } = await sharp(path)
    .rotate()
    .toColourspace('srgb')
    .removeAlpha()
    .resize({ width: SMALL_PX, height: SMALL_PX, fit: 'inside', withoutEnlargement: true })
    .raw()
    .toBuffer({ resolveWithObject: true });
  const at = (i: number, c: number) =>
    srgbCurve(data[i * info.channels + (info.channels < 3 ? 0 : c)]! / 255);
  const lab = Array.from({ length: info.width * info.height }, (_, i): Lab => {
    const rgb = [at(i, 0), at(i, 1), at(i, 2)] as const;
    const xyz = (row: 0 | 1 | 2) => COLUMNS.reduce((sum, column, c) => sum + column[row] * rgb[c]!, 0);
    return labOfXyz([xyz(0), xyz(1), xyz(2)]);
  });
  return { width: info.width, height: info.height, lab };
}

type Dressed = {
  /** The picture as it is seen, and the part of it that shows; null for one that has none. */
  picture: { path: string; from: { left: number; top: number; width: number; height: number } } | null;
  /** A canvas has no frame. */
  isFramed: boolean;
};
type Boxes = { outer: PixelBox; inner: PixelBox; window: PixelBox };
export type HungInPhotograph = Dressed & Boxes;
/** The same on a wall that is seen aslant. */
export type HungAslant = Dressed & {
  framing: Pick<Framing, 'outer' | 'moulding' | 'window'>;
  middle: PixelPoint;
  known: KnownRectangle;
};

const FRAME = { r: 34, g: 34, b: 34 };
const MAT = { r: 246, g: 246, b: 246 };
const EMPTY = { r: 200, g: 200, b: 200 };
/** The light of a room falls from above: a little dark below and beside. Of the frame's smaller side. */
const SHADOW = 0.03;

/**
 * Hangs framed pictures in a photograph of a wall, to the pixel, with a soft shadow.
 *
 * @param q.out a PNG in sRGB, as large as the photograph
 */
export async function hangInPhotograph(q: {
  /** Its file, or its bytes. */
  photograph: string | Buffer;
  hung: readonly HungInPhotograph[];
  out: string;
}): Promise<void> {
  const photograph = await sharp(q.photograph)
    .rotate()
    .toColourspace('srgb')
    .removeAlpha()
    .png()
    .toBuffer();
  const { width, height } = await sharp(photograph).metadata();
  const layers: OverlayOptions[] = [];
  for (const piece of q.hung) {
    layers.push(await shadowOf(piece.outer), ...(await layersOf(piece)));
  }
  const within = await Promise.all(layers.map((layer) => cutTo(layer, width, height)));
  await sharp(photograph)
    .composite(within.filter((layer) => layer !== null))
    .removeAlpha()
    .withIccProfile('srgb')
    .png()
    .toFile(q.out);
}

/** The frame, the mat and what shows of the print, without their shadow. */
async function layersOf(piece: HungInPhotograph): Promise<OverlayOptions[]> {
  const seen = piece.picture
    ? await seenOf(piece.picture, piece.window)
    : await flat(piece.window, EMPTY);
  if (!piece.isFramed) return [seen];
  return [await flat(piece.outer, FRAME), await flat(piece.inner, MAT), seen];
}

/** No piece is drawn finer than this before it is laid into the photograph. */
const MOST_PX = 4_000;

/**
 * Hangs framed pictures on a wall that was photographed aslant: each is drawn straight, as fine as it is seen, and laid in.
 *
 * @param q.out a PNG in sRGB, as large as the photograph
 */
export async function hangAslantInPhotograph(q: {
  photograph: string | Buffer;
  hung: readonly HungAslant[];
  out: string;
}): Promise<void> {
  const { data, info } = await sharp(q.photograph)
    .rotate()
    .toColourspace('srgb')
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const photograph = { data, width: info.width, height: info.height };
  for (const piece of q.hung) await layPiece(photograph, piece);
  await sharp(photograph.data, { raw: { width: info.width, height: info.height, channels: 3 } })
    .withIccProfile('srgb')
    .png()
    .toFile(q.out);
}

async function layPiece(photograph: Raster, { framing, middle, known, ...dressed }: HungAslant) {
  const hung = hangAslant(framing, middle, known);
  const { width, height } = framing.outer;
  const [a, b, c, d] = quadOf(hung, { left: 0, top: 0, width, height });
  const side = (p: PixelPoint, r: PixelPoint) => Math.hypot(r.x - p.x, r.y - p.y);
  const fine = Math.max(side(a, b), side(d, c)) / width;
  const high = Math.max(side(a, d), side(b, c)) / height;
  const perUm = Math.min(Math.max(fine, high), MOST_PX / Math.max(width, height));
  const middleOf = { x: (width * perUm) / 2, y: (height * perUm) / 2 };
  const boxes = placeInPhotograph(framing, middleOf, perUm * 1_000);
  const layers = [await shadowOf(boxes.outer), ...(await layersOf({ ...dressed, ...boxes }))];
  for (const layer of layers) {
    const { data, info } = await sharp(layer.input as Buffer)
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const box = { left: layer.left!, top: layer.top!, width: info.width, height: info.height };
    const um = (px: number) => px / perUm;
    const quad = quadOf(hung, {
      left: um(box.left),
      top: um(box.top),
      width: um(box.width),
      height: um(box.height),
    });
    layAslant(photograph, { data, width: info.width, height: info.height }, quad);
  }
}

/** One that hangs past the edge of the photograph is cut there. */
async function cutTo(
  layer: OverlayOptions,
  width: number,
  height: number,
): Promise<OverlayOptions | null> {
  const [left, top] = [layer.left!, layer.top!];
  const image = layer.input as Buffer;
  const size = await sharp(image).metadata();
  const [x, y] = [Math.max(0, -left), Math.max(0, -top)];
  const [w, h] = [Math.min(size.width, width - left) - x, Math.min(size.height, height - top) - y];
  if (w <= 0 || h <= 0) return null;
  return {
    ...layer,
    input: await sharp(image).extract({ left: x, top: y, width: w, height: h }).png().toBuffer(),
    left: Math.max(0, left),
    top: Math.max(0, top),
  };
}

async function flat(box: PixelBox, colour: { r: number; g: number; b: number }): Promise<OverlayOptions> {
  const { left, top, width, height } = box;
  const input = await sharp({ create: { width, height, channels: 3, background: colour } })
    .png()
    .toBuffer();
  return { input, left, top };
}

async function shadowOf({ left, top, width, height }: PixelBox): Promise<OverlayOptions> {
  const soft = Math.max(2, Math.round(Math.min(width, height) * SHADOW));
  const dark = await sharp({
    create: { width, height, channels: 4, background: { r: 0, g: 0, b: 0, alpha: 0.35 } },
  })
    .png()
    .toBuffer();
  const input = await sharp({
    create: {
      width: width + 4 * soft,
      height: height + 4 * soft,
      channels: 4,
      background: { r: 0, g: 0, b: 0, alpha: 0 },
    },
  })
    .composite([{ input: dark, left: 2 * soft, top: 2 * soft }])
    .blur(soft / 2 + 0.3)
    .png()
    .toBuffer();
  return { input, left: left - 2 * soft, top: top - soft };
}

async function seenOf(
  { path, from }: NonNullable<HungInPhotograph['picture']>,
  { left, top, width, height }: PixelBox,
): Promise<OverlayOptions> {
  const image = sharp(path).rotate();
  const size = await image.metadata();
  const turned = (size.orientation ?? 1) >= 5;
  const [w, h] = turned ? [size.height, size.width] : [size.width, size.height];
  const cut = {
    left: Math.min(w - 1, Math.round(from.left * w)),
    top: Math.min(h - 1, Math.round(from.top * h)),
  };
  const input = await image
    .extract({
      ...cut,
      width: Math.max(1, Math.min(w - cut.left, Math.round(from.width * w))),
      height: Math.max(1, Math.min(h - cut.top, Math.round(from.height * h))),
    })
    .toColourspace('srgb')
    .removeAlpha()
    .resize({ width, height, fit: 'fill' })
    .png()
    .toBuffer();
  return { input, left, top };
}
