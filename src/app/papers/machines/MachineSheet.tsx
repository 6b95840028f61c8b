'use client';
import { useState } from 'react';
import type { Machine } from '@/studio/machines';
import { TroubleNote, useAct } from '@/ui/Acts';
import { Field, Fields } from '@/ui/Field';
import { SheetDialog, SheetEnd } from '@/ui/Slip';
import { useUnits } from '@/ui/Units';

/** A printer, its inks a line each: colour, ml, price. */
export function MachineSheet({
  machine,
  today,
  onClose,
}: {
  machine: Machine | null;
  today: string;
  onClose: () => void;
}) {
  const act = useAct();
  const { length, bareMoney, withUnit, currency, unit } = useUnits();
  const [f, setF] = useState({
    name: machine?.name ?? '',
    width: machine ? length(machine.widthUm) : unit === 'mm' ? '610 mm' : '24 in',
    feeds: machine?.feeds ?? '',
    inks: (
      machine?.inks ?? [
        { colour: 'black', ml: 80, priceMinor: 0 },
        { colour: 'cyan', ml: 80, priceMinor: 0 },
        { colour: 'magenta', ml: 80, priceMinor: 0 },
        { colour: 'yellow', ml: 80, priceMinor: 0 },
      ]
    )
      .map((i) => `${i.colour}, ${i.ml}, ${bareMoney(i.priceMinor)}`)
      .join('\n'),
    boughtOn: machine?.boughtOn ?? today,
    outlay: machine ? bareMoney(machine.outlayMinor) : '',
    lifeHours: String(machine?.lifeHours ?? 3000),
    warrantyUntil: machine?.warrantyUntil ?? '',
    chargingMl: String(machine?.chargingMl ?? 20),
    deliveryDays: String(machine?.deliveryDays ?? 5),
    notes: machine?.notes ?? '',
  });
  const set = (key: keyof typeof f) => (value: string) => setF((was) => ({ ...was, [key]: value }));
  const whole = (text: string) => (/^\s*\d+\s*$/.test(text) ? Number(text) : text);
  const save = async () => {
    const inks = f.inks
      .split('\n')
      .map((l) => l.trim())
      .filter(Boolean)
      .map((l) => {
        const [colour = '', ml = '', ...price] = l.split(',');
        return { colour: colour.trim(), ml: whole(ml.replace(/ml/i, '')), price: price.join(',').trim() };
      });
    if (
      await act.run('recordMachine', {
        id: machine?.id ?? null,
        ...f,
        width: withUnit(f.width),
        inks,
        lifeHours: whole(f.lifeHours),
        chargingMl: whole(f.chargingMl),
        deliveryDays: whole(f.deliveryDays),
        warrantyUntil: f.warrantyUntil || null,
      })
    )
      onClose();
  };
  return (
    <SheetDialog title={machine?.name ?? 'A printer'} isOpen onClose={onClose} width={640}>
      <Fields $columns="1fr 1fr">
        <Field label="Name" value={f.name} onChange={set('name')} autoFocus wrong={act.wrong('name')} />
        <Field label="Widest paper" value={f.width} onChange={set('width')} wrong={act.wrong('width')} />
        <Field label="Feeds" value={f.feeds} onChange={set('feeds')} hint="roll, rear sheet" />
        <Field
          label={`Cost, ${currency}`}
          value={f.outlay}
          onChange={set('outlay')}
          wrong={act.wrong('outlay')}
        />
        <Field
          label="Bought on"
          value={f.boughtOn}
          onChange={set('boughtOn')}
          type="date"
          wrong={act.wrong('boughtOn')}
        />
        <Field
          label="Warranty until"
          value={f.warrantyUntil}
          onChange={set('warrantyUntil')}
          type="date"
          wrong={act.wrong('warrantyUntil')}
        />
        <Field
          label="Meant to last, hours"
          value={f.lifeHours}
          onChange={set('lifeHours')}
          wrong={act.wrong('lifeHours')}
        />
        <Field
          label="Charging drinks of each, ml"
          value={f.chargingMl}
          onChange={set('chargingMl')}
          wrong={act.wrong('chargingMl')}
        />
        <Field
          label="Ink comes in, days"
          value={f.deliveryDays}
          onChange={set('deliveryDays')}
          wrong={act.wrong('deliveryDays')}
        />
        <Field label="Notes" value={f.notes} onChange={set('notes')} />
        <Field
          label="Inks: colour, ml, price"
          value={f.inks}
          onChange={set('inks')}
          lines={6}
          hint="a line each: black, 80, 39.00"
          wrong={
            act.wrong('inks') ??
            (act.trouble?.field?.startsWith('inks') ? `Expected ${act.trouble.expected}.` : null)
          }
        />
      </Fields>
      <TroubleNote
        trouble={act.trouble}
        fields={[
          'name',
          'width',
          'outlay',
          'boughtOn',
          'warrantyUntil',
          'lifeHours',
          'chargingMl',
          'deliveryDays',
          'inks',
        ]}
      />
      <SheetEnd label="Keep it" busy={act.busy} onDo={() => void save()} onClose={onClose} />
    </SheetDialog>
  );
}
