'use client';
import { useState } from 'react';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Field } from '@/ui/Field';
import { Stack } from '@/ui/Layout';
import { FormDialog, DialogActions } from '@/ui/Callout';

/** A posted order that came back, or never arrived. */
export function OutcomeSheet({
  id,
  number,
  outcome,
  onClose,
}: {
  id: string;
  number: number;
  outcome: 'returned' | 'lost';
  onClose: () => void;
}) {
  const [note, setNote] = useState('');
  const action = useAction();
  const save = async () => {
    if (await action.run('closeOrder', { id, outcome, note })) onClose();
  };
  const back = outcome === 'returned';
  return (
    <FormDialog
      title={back ? `Order ${number} came back` : `Order ${number} is lost`}
      isOpen
      onClose={onClose}
      width={480}
    >
      <Stack>
        <p>
          {back
            ? 'Its prints are inspected before they go into the drawer again, or are destroyed.'
            : 'Its numbers are recorded as lost; they may be made again where the edition says so.'}
        </p>
        <Field
          label="What happened"
          value={note}
          onChange={setNote}
          autoFocus
          hint={
            back ? 'condition of wrapping and print; photos kept' : 'the carrier’s answer, claim number'
          }
          wrong={action.fieldError('note')}
        />
        <ErrorCallout error={action.error} fields={['note']} />
      </Stack>
      <DialogActions
        label={back ? 'It is back' : 'Record the loss'}
        busy={action.isPending}
        onDo={() => void save()}
        onClose={onClose}
      />
    </FormDialog>
  );
}

export function CancelSheet({
  id,
  number,
  onClose,
}: {
  id: string;
  number: number;
  onClose: () => void;
}) {
  const [note, setNote] = useState('');
  const action = useAction();
  const save = async () => {
    if (await action.run('cancelOrder', { id, note })) onClose();
  };
  return (
    <FormDialog title={`Cancel order ${number}`} isOpen onClose={onClose} width={480}>
      <Stack>
        <p>Numbers that were picked for it go back into the drawer.</p>
        <Field label="Why" value={note} onChange={setNote} autoFocus wrong={action.fieldError('note')} />
        <ErrorCallout error={action.error} fields={['note']} />
      </Stack>
      <DialogActions
        label="Cancel the order"
        busy={action.isPending}
        onDo={() => void save()}
        onClose={onClose}
      />
    </FormDialog>
  );
}
