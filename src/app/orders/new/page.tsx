import { seen } from '@/app/seen';
import type { Metadata } from 'next';
import { countriesOfBuyers } from '@/store/orders';
import { findColumns } from '@/store/rows';
import { studio } from '@/app/server';
import { countryNames } from '@/studio/orders/address';
import { buyersFor, offersFor } from '@/studio/orders/catalogue';
import { setOffers } from '@/studio/prices/sets';
import { NewOrder } from './NewOrder';

export const metadata: Metadata = { title: 'A new order' };

async function NewOrderPage() {
  const s = await studio();
  const settings = await s.settings();
  const [buyers, offers, sets, channels, goods, countries] = await Promise.all([
    buyersFor(s, ''),
    offersFor(s, ''),
    setOffers(s),
    findColumns(s.db, 'channels', ['id', 'name'], { archivedAt: null }),
    findColumns(s.db, 'goods', ['id', 'name', 'priceMinor', 'onHand'], { archivedAt: null }),
    countriesOfBuyers(s.db),
  ]);
  return (
    <NewOrder
      buyers={buyers}
      offers={offers}
      sets={sets}
      channels={channels}
      goods={goods}
      countries={[...new Set([...countries, ...countryNames()])]}
      handlingDays={settings.handlingDays}
    />
  );
}

export default seen(NewOrderPage);
