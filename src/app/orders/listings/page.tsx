import type { Metadata } from 'next';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { USUAL_LISTING_RULES } from '@/core/listing/channelSheet';
import { findRows } from '@/store/rows';
import { checkedListings } from '@/studio/listings/listings';
import { ListingsView } from './ListingsView';

export const metadata: Metadata = { title: 'Listings' };

async function ListingsPage() {
  const s = await studio();
  const [checked, channels] = await Promise.all([
    checkedListings(s),
    findRows(s.db, 'channels', { archivedAt: null }, { orderBy: ['name'] }),
  ]);
  return (
    <ListingsView
      listings={checked.map(({ listing, work, states, untrue }) => ({
        id: listing.id,
        work,
        paragraphs: states.filter(({ said }) => said !== null).length,
        tags: listing.body.tags.length,
        channelIds: listing.body.channelIds,
        untrue,
      }))}
      channels={channels.map(({ id, name, listing }) => ({
        ...{ id, name },
        rules: listing ?? USUAL_LISTING_RULES,
      }))}
    />
  );
}

export default seen(ListingsPage);
