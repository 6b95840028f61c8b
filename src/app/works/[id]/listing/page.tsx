import { seen } from '@/app/seen';
import { listingOf } from '@/studio/listing';
import { wholeOf, type Params } from '../whole';
import { ListingView } from './ListingView';

async function ListingPage({ params }: Params) {
  const whole = await wholeOf(params);
  return <ListingView listing={await listingOf(whole.studio, whole)} />;
}

export default seen(ListingPage);
