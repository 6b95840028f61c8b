import { rm } from 'node:fs/promises';
import sharp from 'sharp';
import { placeInPhotograph } from '@/core/wall/buyerWall';
import type { Framing } from '@/core/wall/plan';
import { hangInPhotograph } from './showing';

/** Long side of a picture that goes with a listing. Source: handbook §14. */
export const LISTING_PX = 2_000;
/** Side of the detail, in the master's own pixels. */
const DETAIL_PX = 1_400;
/** Parts looked at for the one with most to see, each way. */
const LOOKED_AT = 5;

export type ListingPictureTask = {
  kind: 'whole' | 'detail' | 'in its frame' | 'on a wall';
  master: string;
  view: string;
  /** The part that is printed, in shares of the picture. */
  from: { left: number; top: number; width: number; height: number };
  /** How the largest size hangs; none: only whole and detail can be made. */
  framing: Framing | null;
  scratch: string;
  out: string;
};

const OPTIONS = { limitInputPixels: false, failOn: 'error' } as const;

/**
 * Makes one picture of a listing: sRGB with its profile, at most 2 000 px long. The detail is cut at the master's own pixels, never
 * enlarged, where there is most to see; on the wall and in the frame all is to scale.
 *
 * @returns its size, px
 */
export async function makeListingPicture(
  q: ListingPictureTask,
): Promise<{ width: number; height: number }> {
  const made =
    q.kind === 'whole'
      ? await whole(q)
      : q.kind === 'detail'
        ? await detail(q)
        : await hung(q, q.kind === 'on a wall');
  const info = await made
    .toColourspace('srgb')
    .withIccProfile('srgb')
    .jpeg({ quality: 90, chromaSubsampling: '4:4:4' })
    .toFile(q.out);
  await rm(q.scratch, { force: true });
  return { width: info.width, height: info.height };
}

/** The printed part of a picture in its pixels, upright. */
async function partOf(path: string, from: ListingPictureTask['from']) {
  const { width, height } = (await sharp(path, OPTIONS).metadata()).autoOrient;
  const left = Math.min(width - 1, Math.round(from.left * width));
  const top = Math.min(height - 1, Math.round(from.top * height));
  return {
    left,
    top,
    width: Math.max(1, Math.min(width - left, Math.round(from.width * width))),
    height: Math.max(1, Math.min(height - top, Math.round(from.height * height))),
  };
}

const upright = (path: string) => sharp(path, OPTIONS).autoOrient().flatten({ background: '#ffffff' });

async function whole({ master, from }: ListingPictureTask) {
  return upright(master)
    .extract(await partOf(master, from))
    .resize({ width: LISTING_PX, height: LISTING_PX, fit: 'inside', withoutEnlargement: true });
}

async function detail(q: ListingPictureTask) {
  const part = await partOf(q.master, q.from);
  const [width, height] = [Math.min(DETAIL_PX, part.width), Math.min(DETAIL_PX, part.height)];
  const { x, y } = await mostToSee(q.view, q.from);
  const within = (middle: number, side: number, start: number, room: number) =>
    Math.round(Math.min(start + room - side, Math.max(start, start + middle * room - side / 2)));
  return upright(q.master).extract({
    left: within(x, width, part.left, part.width),
    top: within(y, height, part.top, part.height),
    width,
    height,
  });
}

/** Where in a picture lightness changes most, in shares of its printed part. */
async function mostToSee(
  view: string,
  from: ListingPictureTask['from'],
): Promise<{ x: number; y: number }> {
  const part = await partOf(view, from);
  const [w, h] = [Math.floor(part.width / LOOKED_AT), Math.floor(part.height / LOOKED_AT)];
  let best = { x: 0.5, y: 0.5, spread: -1 };
  if (w < 2 || h < 2) return best;
  for (let row = 0; row < LOOKED_AT; row += 1)
    for (let column = 0; column < LOOKED_AT; column += 1) {
      const cut = { left: part.left + column * w, top: part.top + row * h, width: w, height: h };
      const grey = await sharp(view).extract(cut).greyscale().toBuffer();
      const spread = (await sharp(grey).stats()).channels[0]!.stdev;
      if (spread > best.spread)
        best = { x: (column + 0.5) / LOOKED_AT, y: (row + 0.5) / LOOKED_AT, spread };
    }
  return best;
}

/** A room as high as rooms are, with things of known size before the wall: a door of 2 m, a chair whose seat is at 450 mm. */
const ROOM_MM = { width: 3_600, height: 2_600, floor: 220, eye: 1_500 } as const;

const roomSvg = (scale: number) => {
  const { width, height, floor } = ROOM_MM;
  const y = (fromFloor: number) => height - floor - fromFloor;
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${Math.round(width * scale)}" height="${Math.round(height * scale)}" viewBox="0 0 ${width} ${height}">
<rect width="${width}" height="${height}" fill="#e4e4e4"/>
<rect y="${y(0)}" width="${width}" height="${floor}" fill="#b9b9b9"/><rect y="${y(80)}" width="${width}" height="80" fill="#f2f2f2"/>
<rect x="2950" y="${y(2_000)}" width="820" height="2000" fill="#f0f0f0" stroke="#9c9c9c" stroke-width="12"/><circle cx="3020" cy="${y(1_040)}" r="22" fill="#8a8a8a"/>
<g fill="none" stroke="#6d6d6d" stroke-width="26"><path d="M330 ${y(860)}V${y(0)}M330 ${y(450)}H760V${y(0)}"/></g><rect x="320" y="${y(462)}" width="450" height="34" fill="#6d6d6d"/><rect x="318" y="${y(860)}" width="26" height="200" fill="#6d6d6d"/>
</svg>`;
};

/** The picture in its frame, alone on neutral or on the wall of a room, all of it to scale. */
async function hung({ framing, view, scratch, from }: ListingPictureTask, onWall: boolean) {
  if (!framing) throw new Error('nothing hangs without a size');
  const { outer } = framing;
  const aloneMm = Math.max(outer.width, outer.height) / 1_000 / 0.8;
  const scale = onWall ? LISTING_PX / ROOM_MM.width : LISTING_PX / aloneMm;
  const ground = onWall
    ? await sharp(Buffer.from(roomSvg(scale)))
        .png()
        .toBuffer()
    : await sharp({
        create: {
          width: Math.round((outer.width / 1_000) * scale * 1.25),
          height: Math.round((outer.height / 1_000) * scale * 1.25),
          channels: 3,
          background: '#e4e4e4',
        },
      })
        .png()
        .toBuffer();
  const { width, height } = await sharp(ground).metadata();
  const middle = onWall
    ? { x: (width * 1.75) / 3.6, y: height - (ROOM_MM.floor + ROOM_MM.eye) * scale }
    : { x: width / 2, y: height / 2 };
  await hangInPhotograph({
    photograph: ground,
    hung: [
      {
        ...placeInPhotograph(framing, middle, scale),
        isFramed: framing.moulding > 0,
        picture: { path: view, from },
      },
    ],
    out: scratch,
  });
  return sharp(scratch);
}
