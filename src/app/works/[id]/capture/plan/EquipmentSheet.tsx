'use client';
import { useState } from 'react';
import type { Equipment } from '@/core/capture/equipment';
import { ActionSheet } from '@/app/ActionSheet';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import type { Ask } from '@/ui/form/fields';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
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
  const { date, size, length, money } = useUnits();
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
        return `${money(s.price)}, ${s.days} working days, ${s.pixels.width} × ${s.pixels.height} px, read ${date(s.readOn)}`;
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

type Values = typeof BLANK;

/** What is asked of each kind. */
function asksOf(kind: Equipment['kind'], currency: string): readonly Ask[] {
  switch (kind) {
    case 'scanner':
      return [
        { kind: 'size', name: 'size', label: 'Its glass', hint: 'such as 216 x 297 mm' },
        { kind: 'text', name: 'ppi', label: 'Optical pixels per inch' },
        { kind: 'text', name: 'steps', label: 'Steps it can be set to', hint: 'such as 300 600 1200' },
        {
          kind: 'text',
          name: 'seconds',
          label: 'Seconds of one pass at 600 ppi',
          hint: 'over the whole glass',
        },
        { kind: 'tick', name: 'film', label: 'It scans film only' },
      ];
    case 'camera':
      return [
        { kind: 'text', name: 'pixels', label: 'Pixels', hint: 'such as 6000 x 4000' },
        { kind: 'size', name: 'size', label: 'Its sensor', hint: 'such as 36 x 24 mm' },
      ];
    case 'lens':
      return [{ kind: 'thickness', name: 'focal', label: 'Focal length', hint: 'such as 60 mm' }];
    default:
      return [
        { kind: 'money', name: 'price', label: `Price of one work, ${currency}` },
        { kind: 'text', name: 'days', label: 'Working days' },
        { kind: 'text', name: 'pixels', label: 'Pixels of the file', hint: 'such as 14000 x 10500' },
      ];
  }
}

function NewThing({ currency, onClose }: { currency: string; onClose: () => void }) {
  return (
    <ActionSheet<'recordEquipment', Values>
      act="recordEquipment"
      title="Something to capture with"
      label="Record it"
      about="new"
      asks={({ kind }) => [
        { kind: 'choice', name: 'kind', label: 'What it is', options: KINDS },
        { kind: 'text', name: 'name', label: 'Called', required: true, autoFocus: true },
        ...asksOf(kind, currency),
      ]}
      first={BLANK}
      input={(values) => values}
      onClose={onClose}
    />
  );
}
