import type { Metadata } from 'next';
import { seen } from '@/app/seen';
import { queryOf } from '@/app/query';
import { localDay } from '@/core/measure';
import { screenFinding, USUAL_SCREEN } from '@/core/colour/screen';
import { gamutCountsOf } from '@/studio/proofs/softProof';
import { profilesAtHand } from '@/studio/proofs/profiles';
import { viewedPixels } from '@/studio/works/workPage';
import { wholeOf, type Params } from '../../workPage';
import { Needs } from '../needs';
import { SoftProofView } from './SoftProofView';

export const metadata: Metadata = { title: 'Soft proof' };

async function SoftProofPage({
  params,
  searchParams,
}: Params & { searchParams: Promise<Record<string, string>> }) {
  const { work, current, settings, studio } = await wholeOf(params);
  const all = (await profilesAtHand(studio.db)).filter(
    (p) => !p.profile.archivedAt && p.profile.facts.model !== 'grey',
  );
  if (!current || current.state !== 'ready') return <Needs workId={work.id} lacks={['file']} />;
  if (!all.length) return <Needs workId={work.id} lacks={['profile']} />;
  const screen = settings.screen ?? USUAL_SCREEN;
  const counts = await gamutCountsOf(studio.db, current.sha256);
  return (
    <SoftProofView
      key={current.id}
      workId={work.id}
      title={work.title}
      master={{
        id: current.id,
        sha256: current.sha256,
        fileName: current.fileName,
        untagged: !current.profileLabel && current.channels === 3,
        isInks: current.channels === 4,
        ...viewedPixels(current),
      }}
      papers={all.map(({ profile: p, paper, machine, route }) => ({
        id: p.id,
        paper,
        by: machine ?? route ?? 'any route',
        setting: p.setting,
        intents: p.facts.intents,
        white: p.facts.white,
        black: p.gamut.black,
        volume: p.gamut.volume,
      }))}
      counts={counts.map((c) => ({
        profileId: c.profileId,
        at: c.at,
        statistics: c.body,
        advice: c.advice,
      }))}
      screen={screen}
      screenSays={screenFinding(screen, localDay(studio.now(), settings.timeZone))}
      start={(await queryOf(searchParams)).profile ?? null}
    />
  );
}

export default seen(SoftProofPage);
