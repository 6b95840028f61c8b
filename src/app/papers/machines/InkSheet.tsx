'use client';
import { ActionSheet } from '@/app/ActionSheet';
import type { MachineModel } from '@/app/models';
import type { InkReport } from '@/studio/machines/machines';
import type { Ask } from '@/ui/form/fields';

const KINDS = [
  { key: 'in', name: 'a new cartridge went in' },
  { key: 'bought', name: 'cartridges were bought' },
  { key: 'out', name: 'it was taken out' },
  { key: 'display', name: 'the display says' },
] as const;
type InkMove = (typeof KINDS)[number]['key'];
type Values = { kind: InkMove; day: string; amount: number | string; cost: string };

/** What the figure means, and what an empty field stands for. */
function amountAsk(kind: InkMove, ink: InkReport): { label: string; hint: string } {
  switch (kind) {
    case 'in':
      return { label: 'ml it holds', hint: `empty: ${ink.full} ml` };
    case 'bought':
      return { label: 'How many', hint: 'empty: one' };
    case 'out':
      return { label: 'ml left in it', hint: 'empty: none' };
    default:
      return { label: 'Per cent shown', hint: '60' };
  }
}

/** What happened to one ink of a printer. */
export function InkSheet({
  machine,
  ink,
  first,
  today,
  onClose,
}: {
  machine: MachineModel;
  ink: InkReport;
  first: InkMove;
  today: string;
  onClose: () => void;
}) {
  const asksOf = ({ kind }: Values): readonly Ask[] => [
    { kind: 'choice', name: 'kind', label: 'What happened', options: KINDS },
    { kind: 'day', name: 'day', label: 'On', required: true },
    { kind: 'whole', name: 'amount', ...amountAsk(kind, ink) },
    ...(kind === 'bought'
      ? ([
          { kind: 'money', name: 'cost', label: 'For, all together', hint: 'empty: the usual price' },
        ] as const)
      : []),
  ];
  return (
    <ActionSheet<'moveInk', Values>
      act="moveInk"
      title={`${ink.colour}, ${machine.name}`}
      label="Note it"
      about={`${machine.id} ${ink.colour}`}
      asks={asksOf}
      first={{ kind: first, day: today, amount: '', cost: '' }}
      input={({ amount, ...values }) => ({
        machineId: machine.id,
        colour: ink.colour,
        ...values,
        amount: amount === '' ? null : (amount as number),
      })}
      onClose={onClose}
    />
  );
}
