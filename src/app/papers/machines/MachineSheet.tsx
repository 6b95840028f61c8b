'use client';
import { exactOr } from '@/app/exact';
import type { MachineModel } from '@/app/models';
import { useState } from 'react';
import { wholeOrTyped } from '@/core/measure';

import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Field, Fields } from '@/ui/Field';
import { FormDialog, DialogActions } from '@/ui/Callout';
import { useUnits } from '@/ui/Units';

/** A printer, its inks a line each: colour, ml, price. */
export function MachineSheet({
  machine,
  today,
  onClose,
}: {
  machine: MachineModel | null;
  today: string;
  onClose: () => void;
}) {
  const action = useAction();
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
  const [shownWidth] = useState(f.width);
  const set = (key: keyof typeof f) => (value: string) => setF((was) => ({ ...was, [key]: value }));
  const save = async () => {
    const exact = exactOr(f.width, shownWidth, machine?.widthUm);
    const width = typeof exact === 'number' ? exact : withUnit(exact);
    const inks = f.inks
      .split('\n')
      .map((l) => l.trim())
      .filter(Boolean)
      .map((l) => {
        const [colour = '', ml = '', ...price] = l.split(',');
        return {
          colour: colour.trim(),
          ml: wholeOrTyped(ml.replace(/ml/i, '')),
          price: price.join(',').trim(),
        };
      });
    if (
      await action.run('recordMachine', {
        id: machine?.id ?? null,
        ...f,
        width,
        inks,
        lifeHours: wholeOrTyped(f.lifeHours),
        chargingMl: wholeOrTyped(f.chargingMl),
        deliveryDays: wholeOrTyped(f.deliveryDays),
        warrantyUntil: f.warrantyUntil || null,
      })
    )
      onClose();
  };
  return (
    <FormDialog title={machine?.name ?? 'A printer'} isOpen onClose={onClose} width={640}>
      <Fields $columns="1fr 1fr">
        <Field
          label="Name"
          value={f.name}
          onChange={set('name')}
          autoFocus
          wrong={action.fieldError('name')}
        />
        <Field
          label="Widest paper"
          value={f.width}
          onChange={set('width')}
          wrong={action.fieldError('width')}
        />
        <Field label="Feeds" value={f.feeds} onChange={set('feeds')} hint="roll, rear sheet" />
        <Field
          label={`Cost, ${currency}`}
          value={f.outlay}
          onChange={set('outlay')}
          wrong={action.fieldError('outlay')}
        />
        <Field
          label="Bought on"
          value={f.boughtOn}
          onChange={set('boughtOn')}
          type="date"
          wrong={action.fieldError('boughtOn')}
        />
        <Field
          label="Warranty until"
          value={f.warrantyUntil}
          onChange={set('warrantyUntil')}
          type="date"
          wrong={action.fieldError('warrantyUntil')}
        />
        <Field
          label="Meant to last, hours"
          value={f.lifeHours}
          onChange={set('lifeHours')}
          wrong={action.fieldError('lifeHours')}
        />
        <Field
          label="Charging drinks of each, ml"
          value={f.chargingMl}
          onChange={set('chargingMl')}
          wrong={action.fieldError('chargingMl')}
        />
        <Field
          label="Ink comes in, days"
          value={f.deliveryDays}
          onChange={set('deliveryDays')}
          wrong={action.fieldError('deliveryDays')}
        />
        <Field label="Notes" value={f.notes} onChange={set('notes')} />
        <Field
          label="Inks: colour, ml, price"
          value={f.inks}
          onChange={set('inks')}
          lines={6}
          hint="a line each: black, 80, 39.00"
          wrong={
            action.fieldError('inks') ??
            (action.error?.field?.startsWith('inks') ? `Expected ${action.error.expected}.` : null)
          }
        />
      </Fields>
      <ErrorCallout
        error={action.error}
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
      <DialogActions label="Keep it" busy={action.isPending} onDo={() => void save()} onClose={onClose} />
    </FormDialog>
  );
}
