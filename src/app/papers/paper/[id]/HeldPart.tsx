'use client';
import type { LotModel } from '@/app/models';
import type { HeldModel } from './paperProps';
import { UM_PER_MM } from '@/core/measure';
import { shelfStanding } from '@/core/stock/shelf';
import { Button, Row } from '@/ui/Button';
import { Working } from '@/ui/Callout';
import { DataTable, figureColumn, type Column } from '@/ui/DataTable';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { StockChart } from './StockChart';

export function HeldPart({
  held: h,
  today,
  name,
  shown,
  onDo,
}: {
  held: HeldModel;
  today: string;
  name: string;
  shown: (form: 'sheet' | 'roll', v: number) => string;
  onDo: (lot: LotModel, what: 'count' | 'spoil' | 'cut') => void;
}) {
  const { length, size, money, date, run } = useUnits();
  const f = h.forecast,
    free = h.onHand - f.promised;
  const late = f.reorderOn !== null && f.reorderOn <= today;
  const unitPrice = (lot: LotModel) =>
    Math.round(
      (lot.priceMinor * (h.form === 'roll' ? 1_000 * UM_PER_MM : 1)) / Math.max(1, lot.received),
    );
  const columns: readonly Column<LotModel>[] = [
    { key: 'lot', head: 'Lot', cell: (lot) => lot.name, by: (lot) => lot.name, isName: true },
    {
      key: 'came',
      head: 'Came',
      cell: (lot) => date(lot.receivedOn),
      by: (lot) => lot.receivedOn,
    },
    figureColumn(
      'left',
      'Left',
      (lot) => lot.onHand,
      (onHand) => shown(h.form, onHand),
    ),
    figureColumn('price', h.form === 'roll' ? 'A metre' : 'A sheet', unitPrice, money),
    {
      key: 'acts',
      head: 'What to do',
      cell: (lot) => <LotActs lot={lot} onDo={onDo} />,
      isUnheaded: true,
    },
  ];
  const standing = shelfStanding({ onHand: h.onHand, ...f }, today);
  return (
    <section>
      <p>
        <strong>
          {h.form === 'roll' ? `${length(h.width)} roll` : size({ width: h.width, height: h.height! })}
        </strong>
        , {shown(h.form, h.onHand)} on hand
        {f.promised > 0 &&
          `, ${shown(h.form, f.promised)} of it promised to the queue and to open orders`}
      </p>
      <StockChart held={h} today={today} name={name} />
      <MarkedText kind={standing.mark}>
        {f.perDay > 0 ? (
          <Working
            working={{
              title: 'reorder day',
              steps: [
                {
                  sum: 'left in the last 90 days, a day',
                  result: h.form === 'roll' ? run(Math.round(f.perDay)) : `${f.perDay.toFixed(2)} sheets`,
                },
                { sum: 'use during delivery + 1.65 × its spread', result: shown(h.form, f.reorderPoint) },
                { sum: `${shown(h.form, free)} free, falling to that`, result: date(f.reorderOn) },
              ],
              notes: ['What the print queue and open orders want is counted as gone.'],
              source: 'Reorder point = expected use during delivery + safety.',
            }}
          >
            {late
              ? `Order now: ${shown(h.form, free)} free, ordered at ${shown(h.form, f.reorderPoint)}`
              : `Order by ${date(f.reorderOn)}; empty about ${date(f.emptyOn)}`}
          </Working>
        ) : late ? (
          'The queue wants more than there is: order now'
        ) : (
          'Not used lately: nothing to order'
        )}
      </MarkedText>
      <DataTable
        label={`Lots of ${h.form === 'roll' ? 'roll' : 'sheets'}`}
        rows={h.lots}
        columns={columns}
        keyOf={(lot) => lot.id}
        isMiddle
      />
    </section>
  );
}

function LotActs({
  lot,
  onDo,
}: {
  lot: LotModel;
  onDo: (lot: LotModel, what: 'count' | 'spoil' | 'cut') => void;
}) {
  return (
    <Row $gap={4} style={{ flexWrap: 'nowrap' }}>
      <Button quiet onPress={() => onDo(lot, 'count')} aria-label={`Count ${lot.name}`}>
        Count
      </Button>
      {lot.onHand > 0 && (
        <Button quiet onPress={() => onDo(lot, 'spoil')} aria-label={`Spoil some of ${lot.name}`}>
          Spoil
        </Button>
      )}
      {lot.onHand > 0 && lot.form === 'sheet' && (
        <Button quiet onPress={() => onDo(lot, 'cut')} aria-label={`Cut ${lot.name}`}>
          Cut
        </Button>
      )}
    </Row>
  );
}
