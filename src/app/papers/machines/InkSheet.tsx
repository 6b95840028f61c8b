'use client';
import type { MachineModel } from '@/app/models';
import { useAction } from '@/app/useAction';
import { wholeOrTyped } from '@/core/measure';
import type { InkReport } from '@/studio/machines/machines';
import { ErrorCallout } from '@/ui/Actions';
import { DialogActions, FormDialog } from '@/ui/Callout';
import { Field, Fields, Select } from '@/ui/Field';
import { useState } from 'react';

const KINDS = [
  { key: 'in', name: 'a new cartridge went in' },
  { key: 'bought', name: 'cartridges were bought' },
  { key: 'out', name: 'it was taken out' },
  { key: 'display', name: 'the display says' },
] as const;

export function InkSheet({
  machine,
  ink,
  first,
  today,
  onClose,
}: {
  machine: MachineModel;
  ink: InkReport;
  first: 'bought' | 'in' | 'out' | 'display';
  today: string;
  onClose: () => void;
}) {
  const action = useAction();
  const [kind, setKind] = useState(first);
  const [f, setF] = useState({ day: today, amount: '', cost: '' });
  const asks = {
    in: ['ml it holds', `empty: ${ink.full} ml`],
    bought: ['How many', 'empty: one'],
    out: ['ml left in it', 'empty: none'],
    display: ['Per cent shown', '60'],
  }[kind];
  const save = async () => {
    if (
      await action.run('moveInk', {
        machineId: machine.id,
        colour: ink.colour,
        kind,
        day: f.day,
        amount: f.amount.trim() ? wholeOrTyped(f.amount) : null,
        cost: f.cost,
      })
    )
      onClose();
  };
  return (
    <FormDialog title={`${ink.colour}, ${machine.name}`} isOpen onClose={onClose}>
      <Fields $columns="1fr 1fr">
        <Select<'bought' | 'in' | 'out' | 'display'>
          label="What happened"
          value={kind}
          onChange={setKind}
          options={KINDS}
        />
        <Field
          label="On"
          value={f.day}
          onChange={(day) => setF({ ...f, day })}
          type="date"
          wrong={action.fieldError('day')}
        />
        <Field
          label={asks![0]!}
          value={f.amount}
          onChange={(amount) => setF({ ...f, amount })}
          hint={asks![1]}
          wrong={action.fieldError('amount')}
        />
        {kind === 'bought' && (
          <Field
            label="For, all together"
            value={f.cost}
            onChange={(cost) => setF({ ...f, cost })}
            hint="empty: the usual price"
            wrong={action.fieldError('cost')}
          />
        )}
      </Fields>
      <ErrorCallout error={action.error} fields={['day', 'amount', 'cost']} />
      <DialogActions label="Note it" busy={action.isPending} onDo={() => void save()} onClose={onClose} />
    </FormDialog>
  );
}
