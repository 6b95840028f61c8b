'use client';
import type { MasterModel } from '@/app/models';

import { Button, Row } from '@/ui/Button';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { useJob } from './useCheckJob';

export function FitHere({ master }: { master: MasterModel }) {
  const job = useJob();
  return (
    <section>
      <PanelTitle>Colours fitted to a target</PanelTitle>
      <Stack $gap={8}>
        <Small>
          A target was read in another capture of this work. If that was taken in the same light, its fit
          serves here too.
        </Small>
        <Row>
          <Button
            onPress={() => void job.begin('makeCopy', { id: master.id, of: 'target' })}
            isDisabled={job.busy}
          >
            Make a fitted copy of this one
          </Button>
        </Row>
        {job.line}
      </Stack>
    </section>
  );
}
