'use client';
import type { MasterModel } from '@/app/models';
import { useAction } from '@/app/useAction';
import type { CaptureCheck } from '@/core/capture/checks';
import type { Quad } from '@/core/capture/quad';

import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { MarkedText, Verdict } from '@/ui/Verdict';
import { useState } from 'react';
import styled from 'styled-components';
import { useJob } from './useCheckJob';

const Patches = styled.div`
  display: grid;
  grid-template-columns: repeat(6, 1fr);
  gap: 3px;
  div {
    display: grid;
    grid-template-columns: 1fr 1fr;
    height: 26px;
  }
  small {
    grid-column: 1 / -1;
    font-size: 11px;
    line-height: 13px;
    color: ${t.ink2};
    text-align: center;
  }
`;

const css = ([L, a, b]: readonly [number, number, number]) => `lab(${L} ${a} ${b})`;

export function TargetPart({
  master,
  quad,
  check,
  practice,
}: {
  master: MasterModel;
  quad: Quad;
  check?: Extract<CaptureCheck, { kind: 'target' }>;
  practice: string;
}) {
  const [reference, setReference] = useState(practice);
  const [chart, setChart] = useState('the practice chart');
  const action = useAction();
  const job = useJob();
  const r = check?.reading;
  return (
    <section>
      <PanelTitle>Target of 24 patches</PanelTitle>
      <Stack $gap={8}>
        {r ? (
          <Verdict
            finding={{
              verdict: r.mean <= 3 ? 'holds' : r.after.mean <= 3 ? 'care' : 'fails',
              word: '',
              says: `Mean ΔE00 ${r.mean.toFixed(1)}, worst ${r.worst.delta.toFixed(1)} (${r.worst.id}). A 3 × 3 fit brings it to ${r.after.mean.toFixed(1)}, worst ${r.after.worst.toFixed(1)}.`,
            }}
          />
        ) : (
          <MarkedText kind="none">
            Lay the grid over the target, then read it against its reference.
          </MarkedText>
        )}
        {r && (
          <>
            <Small>
              White balance from its neutral row: red × {r.gains[0].toFixed(3)}, green × 1.000, blue ×{' '}
              {r.gains[2].toFixed(3)}, in linear light.
            </Small>
            <Patches role="img" aria-label="Patches: captured left, reference right, ΔE00 under each">
              {r.patches.map((p) => (
                <div key={p.id} title={p.id}>
                  <span style={{ background: css(p.lab) }} />
                  <span style={{ background: css(p.reference) }} />
                  <small>{p.delta.toFixed(1)}</small>
                </div>
              ))}
            </Patches>
          </>
        )}
        <Field label="The chart is called" value={chart} onChange={setChart} />
        <Field
          label="Its reference, a CGATS text"
          value={reference}
          onChange={setReference}
          lines={5}
          wrong={action.fieldError('reference')}
          hint="Lab or XYZ under D50; the made-up practice chart stands here until you put in your own"
        />
        <Row>
          <Button
            onPress={() =>
              void action.run('checkTarget', { id: master.id, corners: quad, chart, reference })
            }
            isDisabled={action.isPending}
          >
            Read the target
          </Button>
          {r && (
            <Button
              onPress={() => void job.begin('makeCopy', { id: master.id, of: 'target' })}
              isDisabled={job.busy}
            >
              Make a fitted copy
            </Button>
          )}
        </Row>
        {job.line}
        <ErrorCallout error={action.error} fields={['reference']} />
      </Stack>
    </section>
  );
}
