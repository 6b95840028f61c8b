'use client';
import type { CutterModel } from '@/app/models';
import { useState } from 'react';

import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Field, Fields } from '@/ui/Field';
import { FormDialog, DialogActions } from '@/ui/Callout';
import { useUnits } from '@/ui/Units';

const KEYS = ['sheet', 'image', 'window', 'placing'] as const;
const NAMES = {
  sheet: 'Sheet, widest to narrowest',
  image: 'Image, widest to narrowest',
  window: 'Window, widest to narrowest',
  placing: 'Laid off the middle by up to',
};

/** Someone who cuts, and by how much their parts vary. */
export function CutterSheet({
  cutter,
  today,
  onClose,
}: {
  cutter: CutterModel | null;
  today: string;
  onClose: () => void;
}) {
  const action = useAction();
  const { length, withUnit, unit } = useUnits();
  const um = {
    sheet: cutter?.toleranceSheetUm,
    image: cutter?.toleranceImageUm,
    window: cutter?.toleranceWindowUm,
    placing: cutter?.placingUm,
  };
  const [first] = useState(
    () =>
      Object.fromEntries(
        KEYS.map((k) => [k, um[k] === undefined ? (unit === 'mm' ? '1 mm' : '1/32 in') : length(um[k]!)]),
      ) as Record<(typeof KEYS)[number], string>,
  );
  const [f, setF] = useState({
    name: cutter?.name ?? '',
    readOn: cutter?.readOn ?? today,
    notes: cutter?.notes ?? '',
    ...first,
  });
  const set = (key: keyof typeof f) => (value: string) => setF((was) => ({ ...was, [key]: value }));
  const save = async () => {
    const lengths = Object.fromEntries(
      KEYS.map((k) => [k, cutter && f[k] === first[k] ? um[k]! : withUnit(f[k])]),
    ) as Record<(typeof KEYS)[number], string | number>;
    if (
      await action.run('recordCutter', {
        id: cutter?.id ?? null,
        name: f.name,
        readOn: f.readOn,
        notes: f.notes,
        ...lengths,
      })
    )
      onClose();
  };
  return (
    <FormDialog title={cutter?.name ?? 'Who cuts'} isOpen onClose={onClose}>
      <Fields $columns="1fr 1fr">
        <Field
          label="Name"
          value={f.name}
          onChange={set('name')}
          required
          autoFocus
          wrong={action.fieldError('name')}
        />
        <Field
          label="Said on"
          value={f.readOn}
          onChange={set('readOn')}
          type="date"
          wrong={action.fieldError('readOn')}
        />
        {KEYS.map((k) => (
          <Field
            key={k}
            label={NAMES[k]}
            value={f[k]}
            onChange={set(k)}
            wrong={action.fieldError(k)}
            hint={k === 'placing' ? 'either way' : 'the full width: ± 1 mm is 2 mm'}
          />
        ))}
        <Field label="Notes" value={f.notes} onChange={set('notes')} />
      </Fields>
      {cutter && (
        <Row style={{ marginTop: 10 }}>
          <Button
            quiet
            onPress={() =>
              void action
                .run('putAwayCutter', { id: cutter.id, away: true })
                .then((done) => done && onClose())
            }
          >
            Put away
          </Button>
        </Row>
      )}
      <ErrorCallout error={action.error} fields={['name', 'readOn', ...KEYS]} />
      <DialogActions label="Keep it" busy={action.isPending} onDo={() => void save()} onClose={onClose} />
    </FormDialog>
  );
}
