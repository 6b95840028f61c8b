import type { Metadata } from 'next';
import { proofLine } from './proofLine';
import { formatModel, paperChoice, routeModel } from '@/app/models';
import { seen } from '@/app/seen';
import { limitsHeld, USUAL_LIMITS } from '@/core/proof/compare';
import { papersAndRoutes } from '@/store/proofs';
import { adviceFor } from '@/studio/papers/papers';
import { comparisonsOf } from '@/studio/proofs/comparisons';
import { proofStates } from '@/studio/proofs/rounds';
import { wholeOf, type Params } from '../workPage';
import { ProofsView } from './ProofsView';

export const metadata: Metadata = { title: 'Proofs' };

async function ProofsPage({ params }: Params) {
  const { work, formats, proofs, current, studio } = await wholeOf(params);
  const [{ papers, routes }, lines] = await Promise.all([
    papersAndRoutes(studio.db),
    proofStates(studio, proofs),
  ]);
  const advice = (await adviceFor(studio, work.id)).slice(0, 3);
  const compared = await comparisonsOf(
    studio.db,
    proofs.map((p) => p.proof.id),
  );
  const short = Object.fromEntries(
    [...compared].reverse().flatMap((c) =>
      c.body.way === 'scan'
        ? [
            [
              c.proofId,
              {
                verdict: c.body.finding.verdict,
                word: c.body.finding.word,
                mean: c.body.mean,
                p95: c.body.p95,
                limits: limitsHeld(c.body.finding.because) ?? USUAL_LIMITS,
              },
            ],
          ]
        : [],
    ),
  );
  return (
    <ProofsView
      key={work.id}
      workId={work.id}
      compared={short}
      advice={advice.map((a) => ({ id: a.paper.id, name: a.paper.name, reasons: a.reasons }))}
      formats={formats.map(formatModel)}
      papers={papers.map(paperChoice)}
      routes={routes.map(routeModel)}
      lines={lines.map(proofLine)}
      hasMaster={current !== null}
    />
  );
}

export default seen(ProofsPage);
