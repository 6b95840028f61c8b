'use client';
import { ActionSheet } from '@/app/ActionSheet';
import type { PaperModel } from '@/app/models';
import type { Ask } from '@/ui/form/fields';
import { useUnits } from '@/ui/Units';

type Values = {
  form: 'sheet' | 'roll';
  name: string;
  size: string;
  amount: string;
  price: string;
  receivedOn: string;
  orderedOn: string | null;
};

const FORMS = [
  { key: 'roll', name: 'a roll' },
  { key: 'sheet', name: 'sheets' },
] as const;
const OF_ROLL: readonly Ask[] = [
  { kind: 'length', name: 'size', label: 'Width of the roll', required: true },
  { kind: 'length', name: 'amount', label: 'Its length', hint: '12 m, 40 ft', required: true },
];
const OF_SHEETS: readonly Ask[] = [
  { kind: 'size', name: 'size', label: 'Size of a sheet', required: true },
  { kind: 'whole', name: 'amount', label: 'How many sheets', hint: '25', required: true },
];

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
  const { unit, currency } = useUnits();
  const usualRoll = unit === 'mm' ? '610 mm' : '24 in';
  const asksOf = ({ form }: Values): readonly Ask[] => [
    { kind: 'choice', name: 'form', label: 'As', options: FORMS },
    {
      kind: 'text',
      name: 'name',
      label: 'Lot',
      hint: 'what stands on the box',
      required: true,
      autoFocus: true,
    },
    ...(form === 'roll' ? OF_ROLL : OF_SHEETS),
    { kind: 'money', name: 'price', label: `What all of it cost, ${currency}`, required: true },
    { kind: 'day', name: 'receivedOn', label: 'Came on', required: true },
    { kind: 'day', name: 'orderedOn', label: 'Asked for on', hint: 'so that its days are known' },
  ];
  return (
    <ActionSheet<'receiveLot', Values>
      act="receiveLot"
      title={`${paper.name} came`}
      label="Put it in the drawer"
      about={paper.id}
      asks={asksOf}
      first={{
        form: 'roll',
        name: '',
        size: usualRoll,
        amount: '',
        price: '',
        receivedOn: today,
        orderedOn: null,
      }}
      follow={(changed, { form }): Partial<Values> =>
        changed === 'form' ? { size: form === 'roll' ? usualRoll : 'A3+', amount: '' } : {}
      }
      // A count of sheets comes as a number, the length of a roll as it was typed.
      input={(values) => ({
        paperId: paper.id,
        ...values,
        orderedOn: values.orderedOn || null,
        amount: String(values.amount),
      })}
      onClose={onClose}
    />
  );
}
