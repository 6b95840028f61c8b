import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { zipSync, type Zippable } from 'fflate';
import { RefusedError } from '@/core/errors';
import { currencyDigits } from '@/core/measure/money';
import { channelRows, USUAL_LISTING_RULES, type ListingRow } from '@/core/listing/channelSheet';
import { listingTextOf, type PictureKind } from '@/core/listing/listing';
import { fileWords } from '@/core/words';
import { csv } from '@/paperwork/csv';
import { findRows, rowById } from '@/store/rows';
import { currentMaster } from '@/store/works';
import type { Document } from '../reports/documents';
import { pictureFor } from '../reports/shopDrawings';
import type { Studio } from '../studio';
import { framingOfFormat } from '../walls/walls';
import { checkedListings, checkedListing, type CheckedListing } from './listings';

const FILE_OF: Record<PictureKind, string> = {
  whole: 'whole',
  detail: 'detail',
  'in its frame': 'in-its-frame',
  'on a wall': 'on-a-wall',
};

/** The names of a listing's pictures, the featured one first. */
const pictureNames = ({ work, listing }: CheckedListing): string[] =>
  listing.body.pictures.map((kind, i) => `${fileWords(work.title)}_${i + 1}_${FILE_OF[kind]}.jpg`);

/** A line of a channel's list for each product that is offered. */
async function rowsOf(studio: Studio, one: CheckedListing): Promise<ListingRow[]> {
  const { currency, handlingDays } = await studio.settings();
  const digits = currencyDigits(currency);
  const { listing, work, facts } = one;
  const title = listing.body.paragraphs.find((p) => p.key === 'title')?.says ?? work.title;
  const text = listingTextOf(listing.body.paragraphs.filter((p) => p.key !== 'title'));
  return facts.offered.map((product) => ({
    title,
    text,
    product: product.productId,
    size: product.size,
    finish: product.finish,
    price: (product.priceMinor / 10 ** digits).toFixed(digits),
    currency,
    left: facts.free === null ? '' : String(Math.max(0, facts.free)),
    tags: listing.body.tags.join(', '),
    pictures: pictureNames(one).join(' '),
    'days to leave': String(handlingDays),
  }));
}

/** All listings of a channel as its own list. */
export async function channelList(studio: Studio, channelId: string): Promise<Document> {
  const channel = await rowById(studio.db, 'channels', channelId, 'channelId');
  const listed = (await checkedListings(studio)).filter(({ listing }) =>
    listing.body.channelIds.includes(channelId),
  );
  const rows = (await Promise.all(listed.map((one) => rowsOf(studio, one)))).flat();
  return {
    name: `listings_${fileWords(channel.name)}.csv`,
    bytes: Buffer.from(csv(channelRows(channel.listing ?? USUAL_LISTING_RULES, rows))),
    type: 'text/csv; charset=utf-8',
  };
}

/** Everything a listing takes: its text, its pictures, and its lines in the list of each channel it stands in. */
export async function listingZip(studio: Studio, workId: string): Promise<Document> {
  const one = await checkedListing(studio, workId);
  if (!one) throw new RefusedError('This work has no listing yet: write it first.');
  const { listing, work } = one;
  const rows = await rowsOf(studio, one);
  const channels = await findRows(studio.db, 'channels', { archivedAt: null });
  const at = channels.filter(({ id }) => listing.body.channelIds.includes(id));
  const files: Zippable = {
    [`${fileWords(work.title)}.txt`]: Buffer.from(`${listingTextOf(listing.body.paragraphs)}\n`),
    'listing.csv': Buffer.from(csv(channelRows(USUAL_LISTING_RULES, rows))),
  };
  for (const channel of at)
    files[`${fileWords(channel.name)}.csv`] = Buffer.from(
      csv(channelRows(channel.listing ?? USUAL_LISTING_RULES, rows)),
    );
  // Pictures are packed as they are: they are as small as they get.
  for (const [name, bytes] of await listingPictures(studio, one)) files[name] = [bytes, { level: 0 }];
  return {
    name: `listing_${fileWords(work.title)}.zip`,
    bytes: Buffer.from(zipSync(files, { mtime: new Date(studio.now()) })),
    type: 'application/zip',
  };
}

/** The pictures of a listing, made now, by their names. */
async function listingPictures(studio: Studio, one: CheckedListing): Promise<[string, Buffer][]> {
  const { work, listing, facts } = one;
  const master = await currentMaster(studio.db, work.id);
  if (master?.state !== 'ready') return [];
  const { framing, from } = await largestHung(studio, facts);
  const folder = await mkdtemp(join(tmpdir(), 'glassine-listing-'));
  try {
    const path = await studio.objects.soundPath(master.sha256, master.fileName);
    const names = pictureNames(one);
    const pictures: [string, Buffer][] = [];
    for (const [i, kind] of listing.body.pictures.entries()) {
      if (!framing && (kind === 'in its frame' || kind === 'on a wall')) continue;
      const out = join(folder, `${i}.jpg`);
      await studio.imaging.do('listingPicture', [
        {
          ...{ kind, from, framing, out, master: path },
          view: join(studio.objects.derivedDir(master.sha256), 'view.jpg'),
          scratch: join(folder, `${i}.png`),
        },
      ]).done;
      pictures.push([names[i]!, await readFile(out)]);
    }
    return pictures;
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
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
