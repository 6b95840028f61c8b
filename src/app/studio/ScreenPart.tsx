'use client';
import { numberOrTyped } from '@/core/measure';
import { useState } from 'react';
import { USUAL_SCREEN } from '@/core/colour/screen';
import { USUAL_LIMITS } from '@/core/proof/compare';
import type { SettingsModel } from '@/app/models';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Field, Fields } from '@/ui/Field';
import { PanelTitle, Small, Stack } from '@/ui/Layout';

/** The screen proofs are looked at on, and what a proof may differ by. */
export function ScreenPart({ settings: s }: { settings: SettingsModel }) {
  const screen = s.screen ?? USUAL_SCREEN,
    limits = s.proofLimits ?? USUAL_LIMITS;
  const [on, setOn] = useState(screen.calibratedOn ?? ''),
    [every, setEvery] = useState(String(screen.everyDays)),
    [white, setWhite] = useState(String(screen.whiteK)),
    [bright, setBright] = useState(String(screen.luminance));
  const [mean, setMean] = useState(String(limits.mean)),
    [p95, setP95] = useState(String(limits.p95)),
    [again, setAgain] = useState(s.referenceDays ? String(s.referenceDays) : '');
  const action = useAction();
  const save = () =>
    void action.run('setScreen', {
      calibratedOn: on || null,
      everyDays: numberOrTyped(every),
      whiteK: numberOrTyped(white),
      luminance: numberOrTyped(bright),
      surround: screen.surround,
      limits: { mean: numberOrTyped(mean), p95: numberOrTyped(p95) },
      referenceDays: again ? numberOrTyped(again) : null,
    });
  return (
    <section id="screen">
      <PanelTitle>Screen and proofs</PanelTitle>
      <Stack $gap={10} style={{ paddingTop: 8 }}>
        <Fields $columns="1fr 1fr">
          <Field
            label="Screen calibrated on"
            value={on}
            onChange={setOn}
            type="date"
            wrong={action.fieldError('calibratedOn')}
          />
          <Field
            label="due every, days"
            value={every}
            onChange={setEvery}
            wrong={action.fieldError('everyDays')}
          />
          <Field
            label="to a white of, K"
            value={white}
            onChange={setWhite}
            wrong={action.fieldError('whiteK')}
          />
          <Field
            label="and, cd/m²"
            value={bright}
            onChange={setBright}
            wrong={action.fieldError('luminance')}
          />
          <Field
            label="A proof may differ, mean ΔE00"
            value={mean}
            onChange={setMean}
            wrong={action.fieldError('mean')}
          />
          <Field
            label="95th percentile"
            value={p95}
            onChange={setP95}
            wrong={action.fieldError('limits')}
          />
          <Field
            label="Prints beside the reference again after, days"
            value={again}
            onChange={setAgain}
            hint="empty: never asked"
            wrong={action.fieldError('referenceDays')}
          />
        </Fields>
        <Small>
          Prints are judged under D50 (ISO 3664). The reminder stands on the bench and at the soft proof.
        </Small>
        <Row>
          <Button onPress={save} isDisabled={action.isPending}>
            Keep
          </Button>
        </Row>
        <ErrorCallout
          error={action.error}
          fields={['calibratedOn', 'everyDays', 'whiteK', 'luminance', 'limits', 'referenceDays']}
        />
      </Stack>
    </section>
  );
}
