'use client';
import { ActionSheet } from '@/app/ActionSheet';

type Props = { id: string; number: number; onClose: () => void };

/** A posted order that came back, or never arrived. */
export function OutcomeSheet({ id, number, outcome, onClose }: Props & { outcome: 'returned' | 'lost' }) {
  const back = outcome === 'returned';
  return (
    <ActionSheet
      act="closeOrder"
      title={back ? `Order ${number} came back` : `Order ${number} is lost`}
      label={back ? 'It is back' : 'Record the loss'}
      about={`${id} ${outcome}`}
      width={480}
      columns="1fr"
      asks={[
        {
          kind: 'text',
          name: 'note',
          label: 'What happened',
          autoFocus: true,
          hint: back
            ? 'condition of wrapping and print; photos kept'
            : 'the carrier’s answer, claim number',
        },
      ]}
      first={{ note: '' }}
      input={({ note }) => ({ id, outcome, note })}
      onClose={onClose}
    >
      <p style={{ marginBottom: 12 }}>
        {back
          ? 'Its prints are inspected before they go into the drawer again, or are destroyed.'
          : 'Its numbers are recorded as lost; they may be made again where the edition says so.'}
      </p>
    </ActionSheet>
  );
}

/** An order that is not wanted any more. */
export function CancelSheet({ id, number, onClose }: Props) {
  return (
    <ActionSheet
      act="cancelOrder"
      title={`Cancel order ${number}`}
      label="Cancel the order"
      about={id}
      width={480}
      columns="1fr"
      asks={[{ kind: 'text', name: 'note', label: 'Why', autoFocus: true }]}
      first={{ note: '' }}
      input={({ note }) => ({ id, note })}
      onClose={onClose}
    >
      <p style={{ marginBottom: 12 }}>Numbers that were picked for it go back into the drawer.</p>
    </ActionSheet>
  );
}
