'use client';
import type { MasterModel } from '@/app/models';
import { useAction } from '@/app/useAction';
import type { CaptureCheck } from '@/core/capture/checks';
import type { Quad } from '@/core/capture/quad';

import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { PanelTitle, Stack } from '@/ui/Layout';
import { MarkedText } from '@/ui/Verdict';
import { useJob } from './useCheckJob';

const SQUARE_MARKS = { square: 'holds', 'slightly off': 'care', tilted: 'fails' } as const;

export function Squareness({
  master,
  quad,
  mids,
  check,
}: {
  master: MasterModel;
  quad: Quad;
  mids: Quad | null;
  check?: Extract<CaptureCheck, { kind: 'keystone' }>;
}) {
  const action = useAction();
  const job = useJob();
  const mark = check ? SQUARE_MARKS[check.reading.word] : 'none';
  return (
    <section>
      <PanelTitle>Squareness</PanelTitle>
      <Stack $gap={8}>
        <MarkedText kind={mark}>
          {check
            ? check.reading.says
            : 'Set the four corners of the work, then read how far the camera was off.'}
        </MarkedText>
        {check?.bow !== null && check?.bow !== undefined && (
          <MarkedText
            kind={Math.abs(check.bow) > 0.003 ? 'care' : 'holds'}
          >{`Edges bow by ${(100 * check.bow).toFixed(2)} % of their length${Math.abs(check.bow) > 0.003 ? ': a lens too wide, too near' : ''}.`}</MarkedText>
        )}
        <Row>
          <Button
            onPress={() => void action.run('checkSquare', { id: master.id, corners: quad, mids })}
            isDisabled={action.isPending}
          >
            Read the corners
          </Button>
          {check && check.reading.word !== 'square' && !check.madeMasterId && (
            <Button
              onPress={() => void job.begin('makeCopy', { id: master.id, of: 'keystone' })}
              isDisabled={job.busy}
            >
              Make a squared copy, {check.reading.squared.width} × {check.reading.squared.height} px
            </Button>
          )}
        </Row>
        {job.line}
        <ErrorCallout error={action.error} />
      </Stack>
    </section>
  );
}
