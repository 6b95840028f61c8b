import { listingOf } from '@/studio/listing';
import { wholeOf, type Params } from '../whole';
import { ListingView } from './ListingView';

export default async function ListingPage({ params }: Params) {
  const whole = await wholeOf(params);
  return <ListingView listing={await listingOf(whole.studio, whole)} />;
}
