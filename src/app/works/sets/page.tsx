import type { Metadata } from 'next';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { offersFor } from '@/studio/orders/catalogue';
import { soldSets } from '@/studio/prices/sets';
import { SetsView } from './SetsView';

export const metadata: Metadata = { title: 'Sets · Works' };

async function SetsPage() {
  const s = await studio();
  const [sets, offers] = await Promise.all([soldSets(s), offersFor(s, '')]);
  return (
    <SetsView
      offers={offers}
      sets={sets.map(({ set, ...shown }) => ({
        ...shown,
        id: set.id,
        name: set.name,
        priceMinor: set.priceMinor,
        sameNumber: set.sameNumber,
        notes: set.notes,
      }))}
    />
  );
}

export default seen(SetsPage);
