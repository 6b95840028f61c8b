import { papersAndRoutes } from '@/store/proofs';
import { proofStates } from '@/studio/proofs';
import { wholeOf, type Params } from '../whole';
import { ProofsView } from './ProofsView';

export default async function ProofsPage({ params }: Params) {
  const { work, formats, proofs, current, studio } = await wholeOf(params);
  const [{ papers, routes }, lines] = await Promise.all([papersAndRoutes(studio.db), proofStates(studio, proofs)]);
  return <ProofsView key={work.id} formats={formats} papers={papers} routes={routes} lines={lines} hasMaster={current !== null} />;
}
