'use client';
import { useState } from 'react';
import { TroubleNote, useAct } from '@/ui/Acts';
import { Field } from '@/ui/Field';
import { Stack } from '@/ui/Layout';
import { SheetDialog, SheetEnd } from '@/ui/Slip';

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
  const act = useAct();
  const save = async () => {
    if (await act.run('closeOrder', { id, outcome, note })) onClose();
  };
  const back = outcome === 'returned';
  return (
    <SheetDialog
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
          wrong={act.wrong('note')}
        />
        <TroubleNote trouble={act.trouble} fields={['note']} />
      </Stack>
      <SheetEnd
        label={back ? 'It is back' : 'Record the loss'}
        busy={act.busy}
        onDo={() => void save()}
        onClose={onClose}
      />
    </SheetDialog>
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
  const act = useAct();
  const save = async () => {
    if (await act.run('cancelOrder', { id, note })) onClose();
  };
  return (
    <SheetDialog title={`Cancel order ${number}`} isOpen onClose={onClose} width={480}>
      <Stack>
        <p>Numbers that were picked for it go back into the drawer.</p>
        <Field label="Why" value={note} onChange={setNote} autoFocus wrong={act.wrong('note')} />
        <TroubleNote trouble={act.trouble} fields={['note']} />
      </Stack>
      <SheetEnd label="Cancel the order" busy={act.busy} onDo={() => void save()} onClose={onClose} />
    </SheetDialog>
  );
}
