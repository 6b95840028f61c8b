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
import { DraftSlip } from '@/ui/form/DraftSlip';
import { useKeptValues } from '@/ui/form/useKeptValues';
import { PanelTitle, Small, Stack } from '@/ui/Layout';

/** The screen proofs are looked at on, and what a proof may differ by. */
export function ScreenPart({ settings: s }: { settings: SettingsModel }) {
  const screen = s.screen ?? USUAL_SCREEN,
    limits = s.proofLimits ?? USUAL_LIMITS;
  const [values, setValues] = useState({
    on: screen.calibratedOn ?? '',
    every: String(screen.everyDays),
    white: String(screen.whiteK),
    bright: String(screen.luminance),
    mean: String(limits.mean),
    p95: String(limits.p95),
    again: s.referenceDays ? String(s.referenceDays) : '',
  });
  const { on, every, white, bright, mean, p95, again } = values;
  const set = (key: keyof typeof values) => (value: string) =>
    setValues((was) => ({ ...was, [key]: value }));
  const draft = useKeptValues('setScreen:studio', values, setValues);
  const action = useAction();
  const save = async () => {
    const done = await action.run('setScreen', {
      calibratedOn: on || null,
      everyDays: numberOrTyped(every),
      whiteK: numberOrTyped(white),
      luminance: numberOrTyped(bright),
      surround: screen.surround,
      limits: { mean: numberOrTyped(mean), p95: numberOrTyped(p95) },
      referenceDays: again ? numberOrTyped(again) : null,
    });
    if (done) draft.end();
  };
  return (
    <section id="screen">
      <PanelTitle>Screen and proofs</PanelTitle>
      <Stack $gap={10} style={{ paddingTop: 8 }}>
        <DraftSlip {...draft.slip} />
        <Fields $columns="1fr 1fr">
          <Field
            label="Screen calibrated on"
            value={on}
            onChange={set('on')}
            type="date"
            wrong={action.fieldError('calibratedOn')}
          />
          <Field
            label="due every, days"
            value={every}
            onChange={set('every')}
            wrong={action.fieldError('everyDays')}
          />
          <Field
            label="to a white of, K"
            value={white}
            onChange={set('white')}
            wrong={action.fieldError('whiteK')}
          />
          <Field
            label="and, cd/m²"
            value={bright}
            onChange={set('bright')}
            wrong={action.fieldError('luminance')}
          />
          <Field
            label="A proof may differ, mean ΔE00"
            value={mean}
            onChange={set('mean')}
            wrong={action.fieldError('mean')}
          />
          <Field
            label="95th percentile"
            value={p95}
            onChange={set('p95')}
            wrong={action.fieldError('limits')}
          />
          <Field
            label="Prints beside the reference again after, days"
            value={again}
            onChange={set('again')}
            hint="empty: never asked"
            wrong={action.fieldError('referenceDays')}
          />
        </Fields>
        <Small>
          Prints are judged under D50 (ISO 3664). The reminder stands on the bench and at the soft proof.
        </Small>
        <Row>
          <Button onPress={() => void save()} isDisabled={action.isPending}>
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
