'use client';
import { ActionSheet } from '@/app/ActionSheet';
import type { LotModel } from '@/app/models';
import type { Ask } from '@/ui/form/fields';
import { useUnits } from '@/ui/Units';

type Props = { lot: LotModel; onClose: () => void };

/** Counting, spoiling or cutting some of a lot. */
export function LotSheet({ what, ...props }: Props & { what: 'count' | 'spoil' | 'cut' }) {
  if (what === 'count') return <CountSheet {...props} />;
  return what === 'spoil' ? <SpoilSheet {...props} /> : <CutSheet {...props} />;
}

/** How much of a lot: metres of a roll, or sheets. */
function amountAsk(
  lot: LotModel,
  ask: { name: string; label: string; hint: string },
): Ask & { kind: 'length' | 'whole' } {
  return { ...ask, kind: lot.form === 'roll' ? 'length' : 'whole', required: true, autoFocus: true };
}

function CountSheet({ lot, onClose }: Props) {
  const { length } = useUnits();
  const now = lot.form === 'roll' ? length(lot.onHand) : String(lot.onHand);
  return (
    <ActionSheet
      act="countLot"
      title={`Count ${lot.name}`}
      label="Note it"
      about={lot.id}
      asks={[
        amountAsk(lot, { name: 'counted', label: 'There are', hint: `by the record ${now}` }),
        { kind: 'text', name: 'why', label: 'Why', hint: 'if it is not what the record says' },
      ]}
      first={{ counted: now, why: '' }}
      input={({ counted, why }) => ({ id: lot.id, counted: String(counted), why })}
      onClose={onClose}
    />
  );
}

function SpoilSheet({ lot, onClose }: Props) {
  const { length } = useUnits();
  const now = lot.form === 'roll' ? length(lot.onHand) : String(lot.onHand);
  return (
    <ActionSheet
      act="spoilLot"
      title={`Spoil some of ${lot.name}`}
      label="Note it"
      about={lot.id}
      asks={[
        amountAsk(lot, { name: 'amount', label: 'Spoiled', hint: `by the record ${now}` }),
        {
          kind: 'text',
          name: 'why',
          label: 'Why',
          hint: 'head strike, crease, wrong side',
          required: true,
        },
      ]}
      first={{ amount: '', why: '' }}
      input={({ amount, why }) => ({ id: lot.id, amount: String(amount), why })}
      onClose={onClose}
    />
  );
}

const CUT_ASKS: readonly Ask[] = [
  { kind: 'whole', name: 'sheets', label: 'Sheets to cut', required: true },
  {
    kind: 'size',
    name: 'size',
    label: 'Into',
    hint: 'A5, 148 x 210 mm',
    required: true,
    autoFocus: true,
  },
  { kind: 'whole', name: 'each', label: 'Out of each', required: true },
  { kind: 'size', name: 'offcut', label: 'Offcut that is kept', hint: 'empty if it is thrown away' },
];

function CutSheet({ lot, onClose }: Props) {
  return (
    <ActionSheet
      act="cutLot"
      title={`Cut ${lot.name}`}
      label="Cut them"
      about={lot.id}
      asks={CUT_ASKS}
      first={{ sheets: 1, size: '', each: 2, offcut: '' }}
      input={(values) => ({ id: lot.id, ...values })}
      onClose={onClose}
    />
  );
}
