import type { Metadata } from 'next';
import { seen } from '@/app/seen';
import { USUAL_LISTING_RULES } from '@/core/listing/channelSheet';
import { findRows } from '@/store/rows';
import { checkedListing } from '@/studio/listings/listings';
import { picturesOf } from '@/studio/listings/pictures';
import { listingOf } from '@/studio/prices/listing';
import { wholeOf, type Params } from '../workPage';
import { ListingView } from './ListingView';

export const metadata: Metadata = { title: 'Listing' };

async function ListingPage({ params }: Params) {
  const whole = await wholeOf(params);
  const { studio, work } = whole;
  const [checked, channels] = await Promise.all([
    checkedListing(studio, work.id),
    findRows(studio.db, 'channels', { archivedAt: null }, { orderBy: ['name'] }),
  ]);
  const pictures = checked ? await picturesOf(studio, checked) : [];
  return (
    <ListingView
      workId={work.id}
      facts={checked?.facts ?? (await listingOf(studio, whole))}
      kept={
        checked && {
          id: checked.listing.id,
          body: checked.listing.body,
          states: checked.states,
          untrue: checked.untrue,
          pictures: pictures.map(({ name, kind, isMade }) => ({ name, kind, isMade })),
        }
      }
      channels={channels.map(({ id, name, listing }) => ({
        id,
        name,
        mostTags: (listing ?? USUAL_LISTING_RULES).mostTags,
      }))}
    />
  );
}

export default seen(ListingPage);
