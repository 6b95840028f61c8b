'use client';
import { useState } from 'react';
import type { Cutter } from '@/studio/mounting';
import { TroubleNote, useAct } from '@/ui/Acts';
import { Button, Row } from '@/ui/Button';
import { Field, Fields } from '@/ui/Field';
import { SheetDialog, SheetEnd } from '@/ui/Slip';
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
  cutter: Cutter | null;
  today: string;
  onClose: () => void;
}) {
  const act = useAct();
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
      KEYS.map((k) => [k, cutter && f[k] === first[k] ? `${um[k]} um` : withUnit(f[k])]),
    );
    if (
      await act.run('recordCutter', {
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
    <SheetDialog title={cutter?.name ?? 'Who cuts'} isOpen onClose={onClose}>
      <Fields $columns="1fr 1fr">
        <Field
          label="Name"
          value={f.name}
          onChange={set('name')}
          required
          autoFocus
          wrong={act.wrong('name')}
        />
        <Field
          label="Said on"
          value={f.readOn}
          onChange={set('readOn')}
          type="date"
          wrong={act.wrong('readOn')}
        />
        {KEYS.map((k) => (
          <Field
            key={k}
            label={NAMES[k]}
            value={f[k]}
            onChange={set(k)}
            wrong={act.wrong(k)}
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
              void act
                .run('putAwayCutter', { id: cutter.id, away: true })
                .then((done) => done && onClose())
            }
          >
            Put away
          </Button>
        </Row>
      )}
      <TroubleNote trouble={act.trouble} fields={['name', 'readOn', ...KEYS]} />
      <SheetEnd label="Keep it" busy={act.busy} onDo={() => void save()} onClose={onClose} />
    </SheetDialog>
  );
}
