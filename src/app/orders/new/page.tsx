import { seen } from '@/app/seen';
import type { Metadata } from 'next';
import { allBuyers, sellable } from '@/store/orders';
import { findColumns } from '@/store/rows';
import { studio } from '@/app/server';
import { localDay } from '@/core/measure';
import { countryNames } from '@/studio/orders/address';
import { NewOrder } from './NewOrder';

export const metadata: Metadata = { title: 'A new order' };

async function NewOrderPage() {
  const s = await studio();
  const settings = await s.settings();
  const [buyers, offers, channels, goods] = await Promise.all([
    allBuyers(s.db),
    sellable(s.db, localDay(s.now(), settings.timeZone)),
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
