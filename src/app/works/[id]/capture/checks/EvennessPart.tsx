'use client';
import type { MasterModel } from '@/app/models';
import type { CaptureCheck } from '@/core/capture/checks';

import { Button, Row } from '@/ui/Button';
import { PanelTitle, Stack } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { MarkedText, Verdict } from '@/ui/Verdict';
import { useRouter } from 'next/navigation';
import styled from 'styled-components';
import { usePractice } from './checkParts';
import { LightMap } from './LightMap';
import { SendFile } from './SendFile';
import { useJob } from './useCheckJob';

const Falloff = styled.svg`
  width: 100%;
  max-width: 280px;
  border: 1px solid ${t.line};
  background: #fff;
  display: block;
`;

export function EvennessPart({
  workId,
  master,
  check,
}: {
  workId: string;
  master: MasterModel;
  check?: Extract<CaptureCheck, { kind: 'evenness' }>;
}) {
  const router = useRouter();
  const job = useJob();
  const practise = usePractice(workId);
  const c = check?.reading.corners;
  return (
    <section>
      <PanelTitle>Evenness of light</PanelTitle>
      <Stack $gap={8}>
        {check ? (
          <Verdict finding={check.reading} />
        ) : (
          <MarkedText kind="none">
            Bring in a frame of blank board, taken in the same place under the same lamps. Its light map
            is kept, the frame is not.
          </MarkedText>
        )}
        {check && c && (
          <Falloff
            viewBox="0 0 240 132"
            role="img"
            aria-label="Stops each corner lies under the centre, and the light over the frame"
          >
            <LightMap grid={check.grid} x={44} y={14} width={152} height={104} />
            {(
              [
                ['topLeft', 40, 22, 'end'],
                ['topRight', 200, 22, 'start'],
                ['bottomRight', 200, 116, 'start'],
                ['bottomLeft', 40, 116, 'end'],
              ] as const
            ).map(([k, x, y, anchor]) => (
              <text key={k} x={x} y={y} fontSize="11" textAnchor={anchor} fill={t.ink}>
                {c[k] >= 0 ? '−' : '+'}
                {Math.abs(c[k]).toFixed(2)}
              </text>
            ))}
            <text x="200" y="70" fontSize="11" fill={t.ink2}>
              stops
            </text>
          </Falloff>
        )}
        <Row>
          <SendFile
            url={`/api/check/${master.id}/board`}
            label="Bring in the blank frame"
            onSaid={() => router.refresh()}
          />
          {check && check.reading.verdict === 'care' && !check.madeMasterId && (
            <Button
              onPress={() => void job.begin('makeCopy', { id: master.id, of: 'evenness' })}
              isDisabled={job.busy}
            >
              Make a corrected copy
            </Button>
          )}
          <Button quiet onPress={() => void practise.begin('camera', 'blank board')}>
            Practise with the simulated camera
          </Button>
        </Row>
        {job.line}
        {practise.line}
      </Stack>
    </section>
  );
}
