import type { Metadata } from 'next';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { priceListRows } from '@/studio/prices/priceList';
import { PriceListView } from './PriceListView';

export const metadata: Metadata = { title: 'Price list' };

async function PriceListPage() {
  const s = await studio();
  return <PriceListView {...await priceListRows(s)} />;
}

export default seen(PriceListPage);
