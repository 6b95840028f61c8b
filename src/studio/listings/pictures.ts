import { createHash } from 'node:crypto';
import { access, mkdir, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { RefusedError } from '@/core/errors';
import type { PictureKind } from '@/core/listing/listing';
import { fileWords } from '@/core/words';
import type { ListingPictureTask } from '@/imaging/listingPicture';
import { findRows, rowById } from '@/store/rows';
import { currentMaster } from '@/store/works';
import type { Follow } from '../jobs';
import { pictureFor } from '../reports/shopDrawings';
import type { Studio } from '../studio';
import { framingOfFormat } from '../walls/walls';
import type { CheckedListing } from './listings';

const FILE_OF: Record<PictureKind, string> = {
  whole: 'whole',
  detail: 'detail',
  'in its frame': 'in-its-frame',
  'on a wall': 'on-a-wall',
};

/** What each picture is drawn as: another number where the drawing changes, so that old ones are not taken for it. */
const DRAWN_AS = 1;

/** A picture of a listing: what it is called, and where it lies once it is made. */
export type ListingPicture = {
  name: string;
  kind: PictureKind;
  path: string;
  isMade: boolean;
  ask: Pick<ListingPictureTask, 'kind' | 'from' | 'framing'>;
};

/** The names of a listing's pictures, the featured one first. */
export const pictureNames = ({ work, listing }: CheckedListing): string[] =>
  listing.body.pictures.map((kind, i) => `${fileWords(work.title)}_${i + 1}_${FILE_OF[kind]}.jpg`);

/**
 * The pictures of a listing in their order. Each lies beside the picture it is made of under what it was made by: one that is
 * asked for again, in another order or by another listing, is there.
 */
export async function picturesOf(studio: Studio, one: CheckedListing): Promise<ListingPicture[]> {
  const { work, listing, facts } = one;
  const master = await currentMaster(studio.db, work.id);
  if (master?.state !== 'ready') return [];
  const { framing, from } = await largestHung(studio, facts);
  const names = pictureNames(one);
  const folder = join(studio.objects.derivedDir(master.sha256), 'listing');
  const pictures: ListingPicture[] = [];
  for (const [i, kind] of listing.body.pictures.entries()) {
    const isHung = kind === 'in its frame' || kind === 'on a wall';
    if (isHung && !framing) continue;
    const ask = { kind, from, framing: isHung ? framing : null };
    const made = createHash('sha256')
      .update(JSON.stringify([DRAWN_AS, ask]))
      .digest('hex');
    const path = join(folder, `${made}.jpg`);
    pictures.push({ name: names[i]!, kind, path, isMade: await isThere(path), ask });
  }
  return pictures;
}

const isThere = (path: string): Promise<boolean> =>
  access(path).then(
    () => true,
    () => false,
  );

/**
 * Makes the pictures of a listing that are not there yet.
 *
 * @param follow of the job it goes on in, so that its progress is seen and it can be stopped
 * @throws RefusedError where there is no picture to make them of
 */
export async function makePictures(
  studio: Studio,
  one: CheckedListing,
  follow: Follow = (start) => start(() => {}).done,
): Promise<ListingPicture[]> {
  const master = await currentMaster(studio.db, one.work.id);
  const pictures = await picturesOf(studio, one);
  const missing = pictures.filter(({ isMade }) => !isMade);
  if (master?.state !== 'ready' || missing.length === 0) return pictures;
  const path = await studio.objects.soundPath(master.sha256, master.fileName);
  for (const [i, picture] of missing.entries()) {
    const [out, scratch] = [await studio.objects.passing(), await studio.objects.passing()];
    try {
      await follow((onStep) => {
        onStep(`making ${picture.kind}, ${i + 1} of ${missing.length}`, i / missing.length);
        const view = join(studio.objects.derivedDir(master.sha256), 'view.jpg');
        return studio.imaging.do('listingPicture', [
          { ...picture.ask, out, scratch, master: path, view },
        ]);
      });
      await mkdir(join(picture.path, '..'), { recursive: true });
      // Renamed when it is whole: what lies there is never half of a picture.
      await rename(out, picture.path);
    } finally {
      await Promise.all([out, scratch].map((file) => rm(file, { force: true })));
    }
  }
  return pictures.map((picture) => ({ ...picture, isMade: true }));
}

/** One picture of a listing by its place, from 1. */
export async function pictureAt(
  studio: Studio,
  one: CheckedListing,
  place: number,
): Promise<ListingPicture> {
  const picture = (await picturesOf(studio, one))[place - 1];
  if (!picture?.isMade) throw new RefusedError('That picture is not made yet: make the pictures first.');
  return picture;
}

/** How the largest size on offer hangs, and the part of the picture that it shows. */
async function largestHung(studio: Studio, { offered }: CheckedListing['facts']) {
  const formats = await Promise.all(
    [...new Set(offered.map((o) => o.formatId))].map((formatId) =>
      rowById(studio.db, 'formats', formatId),
    ),
  );
  const [largest] = formats.sort(
    (a, b) => b.imageWidthUm * b.imageHeightUm - a.imageWidthUm * a.imageHeightUm,
  );
  if (!largest) return { framing: null, from: { left: 0, top: 0, width: 1, height: 1 } };
  const [mount] = await findRows(
    studio.db,
    'mounts',
    { formatId: largest.id, kind: 'mat' },
    { limit: 1 },
  );
  const { from } = pictureFor(largest, await currentMaster(studio.db, largest.workId));
  return {
    framing: await framingOfFormat(studio, { formatId: largest.id, mount: mount ? 'mat' : null }),
    from,
  };
}
