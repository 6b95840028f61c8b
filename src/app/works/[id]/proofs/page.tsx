import { papersAndRoutes } from '@/store/proofs';
import { adviceFor } from '@/studio/paperDesk';
import { proofStates } from '@/studio/proofs';
import { wholeOf, type Params } from '../whole';
import { ProofsView } from './ProofsView';

export default async function ProofsPage({ params }: Params) {
  const { work, formats, proofs, current, studio } = await wholeOf(params);
  const [{ papers, routes }, lines] = await Promise.all([papersAndRoutes(studio.db), proofStates(studio, proofs)]);
  const advice = (await adviceFor(studio, work.id)).slice(0, 3);
  return <ProofsView key={work.id} advice={advice.map((a) => ({ id: a.paper.id, name: a.paper.name, reasons: a.reasons }))} formats={formats} papers={papers} routes={routes} lines={lines} hasMaster={current !== null} />;
}
