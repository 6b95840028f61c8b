import { seen } from '@/app/seen';
import type { Metadata } from 'next';
import { allBuyers, sellable } from '@/store/orders';
import { studio } from '@/app/server';
import { NewOrder } from './NewOrder';

export const metadata: Metadata = { title: 'A new order' };

async function NewOrderPage() {
  const s = await studio();
  const [buyers, offers, settings] = await Promise.all([allBuyers(s.db), sellable(s.db), s.settings()]);
  return (
    <NewOrder
      buyers={buyers.map(({ id, name, country }) => ({ id, name, country }))}
      offers={offers}
      handlingDays={settings.handlingDays}
    />
  );
}

export default seen(NewOrderPage);
