import type { Metadata } from 'next';
import { seen } from '@/app/seen';
import { listingOf } from '@/studio/prices/listing';
import { wholeOf, type Params } from '../workPage';
import { ListingView } from './ListingView';

export const metadata: Metadata = { title: 'Listing' };

async function ListingPage({ params }: Params) {
  const whole = await wholeOf(params);
  return <ListingView listing={await listingOf(whole.studio, whole)} />;
}

export default seen(ListingPage);
