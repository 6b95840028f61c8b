import { readFile } from 'node:fs/promises';
import { zipSync, type Zippable } from 'fflate';
import { RefusedError } from '@/core/errors';
import { currencyDigits } from '@/core/measure/money';
import { channelRows, USUAL_LISTING_RULES, type ListingRow } from '@/core/listing/channelSheet';
import { listingTextOf } from '@/core/listing/listing';
import { fileWords } from '@/core/words';
import { csv } from '@/paperwork/csv';
import { findRows, rowById } from '@/store/rows';
import type { Document } from '../reports/documents';
import type { Studio } from '../studio';
import { checkedListings, checkedListing, type CheckedListing } from './listings';
import { makePictures, pictureAt, pictureNames } from './pictures';

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
  for (const { name, path } of await makePictures(studio, one))
    files[name] = [await readFile(path), { level: 0 }];
  return {
    name: `listing_${fileWords(work.title)}.zip`,
    bytes: Buffer.from(zipSync(files, { mtime: new Date(studio.now()) })),
    type: 'application/zip',
  };
}

/** One picture of a listing, as it is made: `<work>.<its place, from 1>`. */
export async function listingPicture(studio: Studio, id: string): Promise<Document> {
  const [workId, place] = id.split('.');
  const one = await checkedListing(studio, workId!);
  if (!one) throw new RefusedError('This work has no listing yet: write it first.');
  const { name, path } = await pictureAt(studio, one, Number(place));
  return { name, bytes: await readFile(path), type: 'image/jpeg' };
}
