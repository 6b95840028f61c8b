'use client';
import { useState } from 'react';
import type { Equipment } from '@/core/capture/equipment';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Check, Field, Fields, Select } from '@/ui/Field';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { FormDialog, DialogActions } from '@/ui/Callout';
import { useUnits } from '@/ui/Units';

type Thing = { id: string; name: string; spec: Equipment };
const KINDS = [
  { key: 'scanner', name: 'a flatbed or film scanner' },
  { key: 'camera', name: 'a camera' },
  { key: 'lens', name: 'a lens' },
  { key: 'professional', name: 'a professional' },
] as const;
const BLANK = {
  id: null as string | null,
  kind: 'scanner' as Equipment['kind'],
  name: '',
  size: '',
  pixels: '',
  ppi: '',
  steps: '',
  seconds: '',
  film: false,
  focal: '',
  price: '',
  days: '',
  readOn: null as string | null,
};

/** What there is to capture with. */
export function EquipmentSheet({ things, currency }: { things: Thing[]; currency: string }) {
  const [open, setOpen] = useState(false);
  const { size, length, money } = useUnits();
  const action = useAction();
  const says = (s: Equipment): string => {
    switch (s.kind) {
      case 'scanner': {
        const film = s.film ? ', film only' : '';
        return `bed ${size(s.bed)}, ${s.opticalPpi} ppi optical, ${s.secondsAt600} s at 600 ppi${film}`;
      }
      case 'camera':
        return `${s.sensor.width} × ${s.sensor.height} px on ${size(s.sensorSize)}`;
      case 'lens':
        return `focal length ${length(s.focal)}`;
      default:
        return `${money(s.price)}, ${s.days} working days, ${s.pixels.width} × ${s.pixels.height} px, read ${s.readOn}`;
    }
  };
  return (
    <section>
      <PanelTitle>
        To capture with <span>{things.length}</span>
      </PanelTitle>
      <Stack $gap={8}>
        {things.map((x) => (
          <Row key={x.id} $gap={6} style={{ justifyContent: 'space-between', flexWrap: 'nowrap' }}>
            <div>
              <strong>{x.name}</strong>
              <br />
              <Small>{says(x.spec)}</Small>
            </div>
            <Button
              quiet
              onPress={() => void action.run('putAwayEquipment', { id: x.id, away: true })}
              isDisabled={action.isPending}
              aria-label={`Put ${x.name} away`}
            >
              Put away
            </Button>
          </Row>
        ))}
        {!things.length && (
          <Small>
            Nothing recorded yet: own scanners, cameras and lenses, and what a professional asks.
          </Small>
        )}
        <Row>
          <Button onPress={() => setOpen(true)}>Record another</Button>
        </Row>
        <ErrorCallout error={action.error} />
      </Stack>
      {open && <NewThing currency={currency} onClose={() => setOpen(false)} />}
    </section>
  );
}

function NewThing({ currency, onClose }: { currency: string; onClose: () => void }) {
  const [q, setQ] = useState(BLANK);
  const set =
    <K extends keyof typeof q>(key: K) =>
    (value: (typeof q)[K]) =>
      setQ((was) => ({ ...was, [key]: value }));
  const action = useAction();
  const { withUnit } = useUnits();
  const save = async () => {
    if (
      await action.run('recordEquipment', {
        ...q,
        size: withUnit(q.size),
        focal: q.focal && !/[a-z]/i.test(q.focal) ? `${q.focal} mm` : q.focal,
      })
    )
      onClose();
  };
  const field = (
    key: 'size' | 'pixels' | 'ppi' | 'steps' | 'seconds' | 'focal' | 'price' | 'days',
    label: string,
    hint?: string,
  ) => (
    <Field label={label} value={q[key]} onChange={set(key)} hint={hint} wrong={action.fieldError(key)} />
  );
  return (
    <FormDialog title="Something to capture with" isOpen onClose={onClose}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void save();
        }}
      >
        <Fields>
          <Select label="What it is" value={q.kind} onChange={set('kind')} options={KINDS} />
          <Field
            label="Called"
            value={q.name}
            onChange={set('name')}
            wrong={action.fieldError('name')}
            autoFocus
          />
          {q.kind === 'scanner' && (
            <>
              {field('size', 'Its glass', 'such as 216 x 297 mm')}
              {field('ppi', 'Optical pixels per inch')}
              {field('steps', 'Steps it can be set to', 'such as 300 600 1200')}
              {field('seconds', 'Seconds of one pass at 600 ppi', 'over the whole glass')}
              <Check checked={q.film} onChange={set('film')}>
                It scans film only
              </Check>
            </>
          )}
          {q.kind === 'camera' && (
            <>
              {field('pixels', 'Pixels', 'such as 6000 x 4000')}
              {field('size', 'Its sensor', 'such as 36 x 24 mm')}
            </>
          )}
          {q.kind === 'lens' && field('focal', 'Focal length', 'such as 60 mm')}
          {q.kind === 'professional' && (
            <>
              {field('price', `Price of one work, ${currency}`)}
              {field('days', 'Working days')}
              {field('pixels', 'Pixels of the file', 'such as 14000 x 10500')}
            </>
          )}
        </Fields>
        <ErrorCallout
          error={action.error}
          fields={['name', 'size', 'pixels', 'ppi', 'steps', 'seconds', 'focal', 'price', 'days']}
        />
        <DialogActions
          label="Record it"
          busy={action.isPending}
          onDo={() => void save()}
          onClose={onClose}
        />
      </form>
    </FormDialog>
  );
}
