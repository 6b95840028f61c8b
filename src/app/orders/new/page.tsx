import { seen } from '@/app/seen';
import type { Metadata } from 'next';
import { allBuyers } from '@/store/orders';
import { findColumns } from '@/store/rows';
import { studio } from '@/app/server';
import { countryNames } from '@/studio/orders/address';
import { catalogueOf } from '@/studio/orders/catalogue';
import { NewOrder } from './NewOrder';

export const metadata: Metadata = { title: 'A new order' };

async function NewOrderPage() {
  const s = await studio();
  const settings = await s.settings();
  const [buyers, offers, channels, goods] = await Promise.all([
    allBuyers(s.db),
    catalogueOf(s),
    findColumns(s.db, 'channels', ['id', 'name'], { archivedAt: null }),
    findColumns(s.db, 'goods', ['id', 'name', 'priceMinor', 'onHand'], { archivedAt: null }),
  ]);
  return (
    <NewOrder
      buyers={buyers.map(({ id, name, country }) => ({ id, name, country }))}
      offers={offers}
      channels={channels}
      goods={goods}
      countries={[...new Set([...buyers.map(({ country }) => country), ...countryNames()])]}
      handlingDays={settings.handlingDays}
    />
  );
}

export default seen(NewOrderPage);
