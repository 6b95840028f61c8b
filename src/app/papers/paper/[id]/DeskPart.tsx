'use client';
import { useAction } from '@/app/useAction';
import { wholeOrTyped } from '@/core/measure';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { Field, Fields } from '@/ui/Field';
import { PanelTitle, Stack } from '@/ui/Layout';
import { useState } from 'react';
import { type Props } from './paperProps';

const SAMPLES = [
  ['none', 'none asked for'],
  ['asked', 'asked for'],
  ['came', 'came'],
  ['printed', 'swatch printed'],
  ['liked', 'liked'],
  ['not liked', 'not liked'],
] as const;

export function DeskPart({ paper, suppliers }: Pick<Props, 'paper' | 'suppliers'>) {
  const action = useAction();
  const [f, setF] = useState({
    sample: paper.sample,
    sampleNotes: paper.sampleNotes,
    supplierId: paper.supplierId ?? '',
    gasOutHours: String(paper.gasOutHours),
    storage: paper.storage,
  });
  const set =
    <K extends keyof typeof f>(key: K) =>
    (value: (typeof f)[K]) =>
      setF((was) => ({ ...was, [key]: value }));
  const save = () =>
    action.run('keepPaperDesk', {
      id: paper.id,
      ...f,
      supplierId: f.supplierId || null,
      gasOutHours: wholeOrTyped(f.gasOutHours),
    });
  return (
    <section>
      <PanelTitle>Sample and supplier</PanelTitle>
      <Stack $gap={10} style={{ paddingTop: 6 }}>
        <Fields $columns="1fr 1fr">
          <Select<string>
            label="Sample"
            value={f.sample}
            onChange={set('sample') as (v: string) => void}
            options={SAMPLES.map(([key, name]) => ({ key, name }))}
          />
          <Select
            label="Comes from"
            value={f.supplierId}
            onChange={set('supplierId')}
            options={[
              { key: '', name: 'nobody on record' },
              ...suppliers.map((s) => ({ key: s.id, name: `${s.name}, ${s.deliveryDays} d` })),
            ]}
          />
          <Field
            label="What was thought of it"
            value={f.sampleNotes}
            onChange={set('sampleNotes')}
            wrong={action.fieldError('sampleNotes')}
          />
          <Field
            label="Gasses out, hours"
            value={f.gasOutHours}
            onChange={set('gasOutHours')}
            wrong={action.fieldError('gasOutHours')}
            hint="before glazing"
          />
          <Field label="Stored" value={f.storage} onChange={set('storage')} />
        </Fields>
        <Row>
          <Button onPress={() => void save()} isDisabled={action.isPending}>
            Keep it
          </Button>
        </Row>
        <ErrorCallout error={action.error} fields={['sampleNotes', 'gasOutHours']} />
      </Stack>
    </section>
  );
}
