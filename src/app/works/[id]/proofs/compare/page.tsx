import type { Metadata } from 'next';
import { seen } from '@/app/seen';
import { queryOf } from '@/app/query';
import { USUAL_LIMITS } from '@/core/proof/compare';
import { comparisonsOf } from '@/studio/proofs/comparisons';
import { profilesAtHand } from '@/studio/proofs/profiles';
import { wholeOf, type Params } from '../../workPage';
import { Needs } from '../needs';
import { CompareView } from './CompareView';

export const metadata: Metadata = { title: 'Proof compared' };

async function ComparePage({
  params,
  searchParams,
}: Params & { searchParams: Promise<Record<string, string>> }) {
  const { work, current, proofs, settings, studio } = await wholeOf(params);
  if (!current) return <Needs workId={work.id} lacks={['file']} />;
  const [rows, profiles] = await Promise.all([
    comparisonsOf(
      studio.db,
      proofs.map((p) => p.proof.id),
    ),
    profilesAtHand(studio.db),
  ]);
  const practice = new Set(profiles.filter((p) => p.profile.practice).map((p) => p.profile.id));
  return (
    <CompareView
      key={work.id}
      workId={work.id}
      aim={work.aim}
      limits={settings.proofLimits ?? USUAL_LIMITS}
      untagged={!current.profileLabel && current.channels === 3}
      start={(await queryOf(searchParams)).proof ?? null}
      proofs={proofs.map((p) => ({
        id: p.proof.id,
        round: p.proof.round,
        kind: p.proof.kind,
        format: p.format.name,
        paper: p.paper.name,
        state: p.proof.state,
        sheet: p.proof.printFileSha !== null,
        practice: p.proof.printFileSha !== null && practice.has(p.proof.formula.profileId ?? ''),
      }))}
      comparisons={rows.map((r) => ({
        id: r.id,
        proofId: r.proofId,
        at: r.at,
        fileNames: r.captures.map((c) => c.fileName),
        body: r.body,
      }))}
    />
  );
}

export default seen(ComparePage);
