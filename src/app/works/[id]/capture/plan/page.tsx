import type { Metadata } from 'next';
import { seen } from '@/app/seen';
import { equipmentAtHand } from '@/studio/capture/equipment';
import { wholeOf, type Params } from '../../workPage';
import { PlannerView } from './PlannerView';

export const metadata: Metadata = { title: 'Plan of the capture' };

async function PlanPage({ params }: Params) {
  const { work, settings, formats, current, studio } = await wholeOf(params);
  const largest = [...formats].sort(
    (a, b) => b.imageWidthUm * b.imageHeightUm - a.imageWidthUm * a.imageHeightUm,
  )[0];
  return (
    <PlannerView
      key={work.id}
      workId={work.id}
      title={work.title}
      picture={current?.state === 'ready' ? current.sha256 : null}
      equipment={await equipmentAtHand(studio.db)}
      currency={settings.currency}
      start={{
        kind: work.kind,
        original: work.widthUm && work.heightUm ? { width: work.widthUm, height: work.heightUm } : null,
        smears: work.smears,
        thick: /thick|ridge|impasto|collage/i.test(work.surface),
        gloss: /gloss/i.test(`${work.varnish} ${work.surface}`),
        print: largest ? { width: largest.imageWidthUm, height: largest.imageHeightUm } : null,
      }}
    />
  );
}

export default seen(PlanPage);
