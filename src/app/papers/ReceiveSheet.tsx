'use client';
import type { PaperModel } from '@/app/models';
import { useState } from 'react';

import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Field, Fields, Select } from '@/ui/Field';
import { FormDialog, DialogActions } from '@/ui/Callout';
import { useUnits } from '@/ui/Units';

/** A delivery of a paper, as it is unpacked. */
export function ReceiveSheet({
  paper,
  today,
  onClose,
}: {
  paper: PaperModel;
  today: string;
  onClose: () => void;
}) {
  const action = useAction();
  const { unit, currency, withUnit } = useUnits();
  const [form, setForm] = useState<'sheet' | 'roll'>('roll');
  const [f, setF] = useState({
    name: '',
    size: unit === 'mm' ? '610 mm' : '24 in',
    amount: '',
    price: '',
    receivedOn: today,
  });
  const set = (key: keyof typeof f) => (value: string) => setF((was) => ({ ...was, [key]: value }));
  const change = (to: 'sheet' | 'roll') => {
    setForm(to);
    setF((was) => ({
      ...was,
      size: to === 'roll' ? (unit === 'mm' ? '610 mm' : '24 in') : 'A3+',
      amount: '',
    }));
  };
  const save = async () => {
    if (
      await action.run('receiveLot', {
        paperId: paper.id,
        form,
        ...f,
        size: withUnit(f.size),
        amount: form === 'roll' ? withUnit(f.amount) : f.amount,
      })
    )
      onClose();
  };
  return (
    <FormDialog title={`${paper.name} came`} isOpen onClose={onClose}>
      <Fields $columns="1fr 1fr">
        <Select<'sheet' | 'roll'>
          label="As"
          value={form}
          onChange={change}
          options={[
            { key: 'roll', name: 'a roll' },
            { key: 'sheet', name: 'sheets' },
          ]}
        />
        <Field
          label="Lot"
          value={f.name}
          onChange={set('name')}
          hint="what stands on the box"
          required
          autoFocus
          wrong={action.fieldError('name')}
        />
        <Field
          label={form === 'roll' ? 'Width of the roll' : 'Size of a sheet'}
          value={f.size}
          onChange={set('size')}
          wrong={action.fieldError('size')}
        />
        <Field
          label={form === 'roll' ? 'Its length' : 'How many sheets'}
          value={f.amount}
          onChange={set('amount')}
          hint={form === 'roll' ? '12 m is 12000 mm' : '25'}
          wrong={action.fieldError('amount')}
        />
        <Field
          label={`What all of it cost, ${currency}`}
          value={f.price}
          onChange={set('price')}
          wrong={action.fieldError('price')}
        />
        <Field
          label="Came on"
          value={f.receivedOn}
          onChange={set('receivedOn')}
          type="date"
          wrong={action.fieldError('receivedOn')}
        />
      </Fields>
      <ErrorCallout error={action.error} fields={['name', 'size', 'amount', 'price', 'receivedOn']} />
      <DialogActions
        label="Put it in the drawer"
        busy={action.isPending}
        onDo={() => void save()}
        onClose={onClose}
      />
    </FormDialog>
  );
}
