'use client';
import { ActionSheet } from '@/app/ActionSheet';
import type { MachineModel } from '@/app/models';
import { wholeOrTyped } from '@/core/measure';
import type { ActionInput } from '@/studio/registry';
import type { Ask } from '@/ui/form/fields';
import { useUnits } from '@/ui/Units';

const USUAL_INKS = ['black', 'cyan', 'magenta', 'yellow'].map((colour) => ({
  colour,
  ml: 80,
  priceMinor: 0,
}));

/** Inks as they are written, a line each: colour, ml, price. */
export function readInks(text: string): ActionInput<'recordMachine'>['inks'] {
  const lines = text.split('\n').filter((line) => line.trim());
  return lines.map((line) => {
    const [colour = '', ml = '', ...price] = line.split(',');
    return {
      colour: colour.trim(),
      ml: wholeOrTyped(ml.replace(/ml/i, '')),
      price: price.join(',').trim(),
    };
  });
}

const asksIn = (currency: string): readonly Ask[] => [
  { kind: 'text', name: 'name', label: 'Name', required: true, autoFocus: true },
  { kind: 'length', name: 'width', label: 'Widest paper', required: true },
  { kind: 'text', name: 'feeds', label: 'Feeds', hint: 'roll, rear sheet' },
  { kind: 'money', name: 'outlay', label: `Cost, ${currency}`, required: true },
  { kind: 'day', name: 'boughtOn', label: 'Bought on', required: true },
  { kind: 'day', name: 'warrantyUntil', label: 'Warranty until' },
  { kind: 'whole', name: 'lifeHours', label: 'Meant to last, hours', required: true },
  { kind: 'whole', name: 'chargingMl', label: 'Charging drinks of each, ml', required: true },
  { kind: 'whole', name: 'deliveryDays', label: 'Ink comes in, days', required: true },
  { kind: 'text', name: 'notes', label: 'Notes' },
  {
    kind: 'prose',
    lines: 6,
    name: 'inks',
    label: 'Inks: colour, ml, price',
    hint: 'a line each: black, 80, 39.00',
    required: true,
  },
];

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
  const { bareMoney, currency, unit } = useUnits();
  const inks = machine?.inks ?? USUAL_INKS;
  return (
    <ActionSheet
      act="recordMachine"
      title={machine?.name ?? 'A printer'}
      label="Keep it"
      about={machine?.id ?? 'new'}
      width={640}
      asks={asksIn(currency)}
      first={{
        name: machine?.name ?? '',
        width: machine?.widthUm ?? (unit === 'mm' ? '610 mm' : '24 in'),
        feeds: machine?.feeds ?? '',
        outlay: machine?.outlayMinor ?? '',
        boughtOn: machine?.boughtOn ?? today,
        warrantyUntil: machine?.warrantyUntil ?? '',
        lifeHours: machine?.lifeHours ?? 3_000,
        chargingMl: machine?.chargingMl ?? 20,
        deliveryDays: machine?.deliveryDays ?? 5,
        notes: machine?.notes ?? '',
        inks: inks.map((i) => `${i.colour}, ${i.ml}, ${bareMoney(i.priceMinor)}`).join('\n'),
      }}
      input={(values) => ({
        ...values,
        id: machine?.id ?? null,
        inks: readInks(values.inks),
        warrantyUntil: values.warrantyUntil || null,
      })}
      onClose={onClose}
    />
  );
}
