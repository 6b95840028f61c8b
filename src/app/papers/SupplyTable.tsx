'use client';
import type { SupplyModel } from '@/app/models';
import { Button } from '@/ui/Button';
import { DataTable, type Column } from '@/ui/DataTable';
import { Small } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';

/** What lies against a print. */
const TOUCHES: readonly string[] = ['board', 'sleeve', 'interleaving', 'tape', 'corner', 'mat', 'tube'];

/** What wraps and stiffens a parcel, and how much of it there is. */
export function SupplyTable({
  supplies,
  onOpen,
}: {
  supplies: SupplyModel[];
  onOpen: (s: SupplyModel) => void;
}) {
  const { size, weight, money } = useUnits();
  const columns: Column<SupplyModel>[] = [
    {
      key: 'name',
      head: 'Supply',
      isName: true,
      by: (s) => s.name,
      cell: (s) => (
        <Button quiet onPress={() => onOpen(s)}>
          {s.name}
        </Button>
      ),
    },
    {
      key: 'size',
      head: 'Inside size',
      by: (s) => s.widthUm * s.heightUm || null,
      cell: (s) => (s.widthUm ? size({ width: s.widthUm, height: s.heightUm }) : ''),
    },
    { key: 'acid', head: 'Acid-free', cell: (s) => <AcidFree supply={s} /> },
    {
      key: 'weight',
      head: 'Weight of one',
      isFigure: true,
      by: (s) => s.weightMg,
      cell: (s) => weight(s.weightMg),
    },
    {
      key: 'price',
      head: 'Price of one',
      isFigure: true,
      by: (s) => s.priceMinor,
      cell: (s) => money(s.priceMinor),
    },
    { key: 'onHand', head: 'On hand', isFigure: true, by: (s) => s.onHand, cell: (s) => s.onHand },
    {
      key: 'reorderAt',
      head: 'Order at',
      isFigure: true,
      by: (s) => s.reorderAt,
      cell: (s) => s.reorderAt,
    },
    {
      key: 'standing',
      head: 'Standing',
      by: (s) => s.onHand - s.reorderAt,
      cell: (s) => <Standing supply={s} />,
    },
  ];
  return (
    <DataTable
      label="Packing shelf"
      rows={supplies}
      columns={columns}
      keyOf={(s) => s.id}
      groupOf={(s) => s.kind}
    />
  );
}

function AcidFree({ supply: { acidFree, kind } }: { supply: SupplyModel }) {
  if (acidFree === null) return <Small>{TOUCHES.includes(kind) ? 'not said' : ''}</Small>;
  return acidFree ? 'yes' : <MarkedText kind="care">no: keep it off prints</MarkedText>;
}

function Standing({ supply: { onHand, reorderAt } }: { supply: SupplyModel }) {
  if (onHand === 0) return <MarkedText kind="fails">none left</MarkedText>;
  if (onHand <= reorderAt) return <MarkedText kind="care">running low</MarkedText>;
  return <Small>enough</Small>;
}
