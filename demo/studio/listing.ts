import { RefusedError } from '@/core/errors';
import { findRows } from '@/store/rows';
import * as listings from '@/studio/listings/listingActions';
import { catalogueOf } from '@/studio/orders/catalogue';
import { keepSet } from '@/studio/prices/setActions';
import type { Studio } from '@/studio/studio';
import type { DemoClock } from './clock';
import type { Known } from './fill';

const TAGS: Record<string, string> = {
  ferry: 'ferry, night, harbour, gouache, fine print, blue',
  kiln: 'kiln, frost, winter, oil, brick',
  pans: 'salt, pastel, low sun, pink',
  lamp: 'lighthouse, ink, signal',
  boat: 'boat, neap tide, oil',
};

/** Listings written at one time and true at another: prices, numbers and papers have moved since. */
export function scheduleListings(studio: Studio, clock: DemoClock, known: Known): void {
  clock.at({ days: 34, hour: 16 }, () => write(studio, known, ['ferry', 'kiln', 'pans', 'lamp']));
  clock.at({ days: 33, hour: 9 }, () => inOwnWords(studio, known));
  clock.at({ days: 1, hour: 16 }, () => write(studio, known, ['boat']));
  clock.at({ days: 2, hour: 11 }, () => putSetsTogether(studio, known));
}

async function write(studio: Studio, known: Known, works: readonly string[]): Promise<void> {
  const channels = await findRows(studio.db, 'channels', { archivedAt: null });
  for (const key of works) {
    const workId = known.works.get(key)!;
    try {
      const { id } = await listings.writeListing(studio, { workId });
      await listings.dressListing(studio, {
        listingId: id!,
        tags: TAGS[key] ?? '',
        pictures: ['whole', 'on a wall', 'in its frame', 'detail'],
        channelIds: channels.slice(0, key === 'ferry' ? 3 : 1).map((channel) => channel.id),
      });
    } catch (error) {
      // A work that is not ready to be listed is one of the states the demo shows.
      if (!(error instanceof RefusedError)) throw error;
    }
  }
}

async function inOwnWords(studio: Studio, known: Known): Promise<void> {
  const [listing] = await findRows(studio.db, 'listings', { workId: known.works.get('ferry')! });
  if (!listing) return;
  const listingId = listing.id;
  await listings.editParagraph(studio, {
    ...{ listingId, key: 'original' },
    says: 'A print after the gouache of 2025, painted in one night on the mole.',
  });
  await listings.addParagraph(studio, {
    listingId,
    says: 'The moon was there; the second funnel was not.',
  });
  const [marketplace] = await findRows(studio.db, 'channels', { archivedAt: null, kind: 'marketplace' });
  if (marketplace)
    await listings.setListingRules(studio, {
      channelId: marketplace.id,
      mostTags: 8,
      titleLength: 60,
      columns:
        'Name = title\nDescription = text\nPrice = price\nStock = left\nKeywords = tags\nImages = pictures',
    });
}

/** Prints sold together: one pair a tenth below its prints, one that would bring less than it costs. */
async function putSetsTogether(studio: Studio, known: Known): Promise<void> {
  const offers = (await catalogueOf(studio)).filter(
    ({ productId, priceMinor }) => productId !== null && priceMinor !== null,
  );
  const partOf = async (key: string) => {
    const formats = await findRows(studio.db, 'formats', { workId: known.works.get(key)! });
    const offer = offers.find(({ formatId }) => formats.some(({ id }) => id === formatId));
    return offer && { ...offer, productId: offer.productId! };
  };
  const sets = [
    { name: 'The Mole, a pair', keys: ['ferry', 'lamp'], share: 0.9 },
    { name: 'Low Water, three together', keys: ['ferry', 'pans', 'boat'], share: 0.25 },
  ];
  for (const { name, keys, share } of sets) {
    const parts = (await Promise.all(keys.map(partOf))).filter((part) => part !== undefined);
    if (parts.length < 2) continue;
    const sum = parts.reduce((all, { priceMinor }) => all + priceMinor!, 0);
    await keepSet(studio, {
      ...{ id: null, name, sameNumber: false, notes: '' },
      members: parts.map(({ editionId, formatId, productId }) => ({ editionId, formatId, productId })),
      price: String(Math.round((sum * share) / 100)),
    });
  }
}
