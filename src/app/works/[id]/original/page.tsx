import { WorkForm } from '@/app/works/WorkForm';
import { wholeOf, type Params } from '../whole';

export default async function OriginalPage({ params }: Params) {
  const { work } = await wholeOf(params);
  return <WorkForm key={work.id} work={work} />;
}
