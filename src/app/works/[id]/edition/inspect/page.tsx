import type { Metadata } from 'next';
import { seen } from '@/app/seen';
import { toInspect } from '@/studio/editions/inspections';
import { wholeOf, type Params } from '../../workPage';
import { InspectView } from './InspectView';

export const metadata: Metadata = { title: 'Inspection' };

async function InspectPage({ params }: Params) {
  const { work, current, studio } = await wholeOf(params);
  const { waiting, done } = await toInspect(studio.db, work.id);
  return (
    <InspectView
      key={waiting[0]?.impression.id ?? 'none'}
      workId={work.id}
      title={work.title}
      sha256={current?.sha256 ?? null}
      waiting={waiting.map((w) => ({
        id: w.impression.id,
        label: w.label,
        format: w.format.name,
        image: { width: w.format.imageWidthUm, height: w.format.imageHeightUm },
        paper: w.paper,
        printedAt: w.impression.printedAt,
        reference: w.proof
          ? {
              id: w.proof.id,
              round: w.proof.round,
              words: w.proof.words,
              light: w.proof.light,
              photo: w.proof.photoSha !== null,
              distanceUm: w.proof.distanceUm,
            }
          : null,
      }))}
      done={done.map((d) => ({
        id: d.inspection.id,
        label: d.label,
        at: d.inspection.at,
        body: d.inspection.body,
      }))}
    />
  );
}

export default seen(InspectPage);
