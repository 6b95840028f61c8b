'use client';
import { haloFinding } from '@/core/printfile/halo';
import { Small, Stack } from '@/ui/Layout';
import { Verdict } from '@/ui/Verdict';
import { EdgeLine } from './EdgeLine';
import type { PrintFileForm } from './usePrintFileForm';
import type { StepPictures } from './useStepPictures';

/** The edge it does most to, and whether its halo is seen. */
export function EdgeSaid({
  form,
  pictures,
}: {
  form: PrintFileForm;
  pictures: Omit<StepPictures, 'ref'>;
}) {
  const { shown } = pictures;
  if (!shown?.edge || !shown.halo)
    return <Small>No edge in what is shown: move to one to see what sharpening does to it.</Small>;
  const judged = form.chosen.check?.judgedDistance;
  return (
    <Stack $gap={10}>
      {judged && <Verdict finding={haloFinding(shown.halo, form.ppi, judged)} />}
      <EdgeLine edge={shown.edge} />
    </Stack>
  );
}
