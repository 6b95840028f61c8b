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

/** A part goes first; what is to wait becomes an order of its own. */
export function SplitSheet({
  id,
  number,
  shipBy,
  lines,
  onClose,
}: Props & { shipBy: string; lines: { lineId: string; name: string; quantity: number }[] }) {
  return (
    <ActionSheet
      act="splitOrder"
      title={`A part of order ${number} first`}
      label="Send a part first"
      about={`split ${id}`}
      columns="1fr"
      asks={[
        ...lines.map(({ lineId, name, quantity }) => ({
          kind: 'whole' as const,
          name: lineId,
          label: `${name}: how many wait`,
          hint: `of ${quantity}`,
        })),
        { kind: 'day' as const, name: 'shipBy', label: 'The rest leaves by', required: true },
      ]}
      first={{ ...Object.fromEntries(lines.map(({ lineId }) => [lineId, 0 as FigureValue])), shipBy }}
      input={(values: Record<string, FigureValue>) => ({
        id,
        shipBy: String(values.shipBy ?? shipBy),
        lines: lines
          .map(({ lineId }) => ({ lineId, quantity: Number(values[lineId] ?? 0) }))
          .filter(({ quantity }) => quantity > 0),
      })}
      onClose={onClose}
    >
      <p style={{ marginBottom: 12 }}>
        What waits keeps its price and its buyer, and goes as an order of its own; this one’s promise
        stays.
      </p>
    </ActionSheet>
  );
}

type FigureValue = string | number | null;
