'use client';

/** Borderless prints on pre-cut sheets, or ganged on larger paper and cut after: both worked out from the lots on hand. */
import type { PaperChoice, LotModel } from '@/app/models';
import { lengthOrNull, moneyOrNull, numberOrTyped, parseSize, wholeOrTyped } from '@/core/measure';
import { gangFinding, waysToCut, type PaperLot } from '@/core/sheets/gang';
import { useState } from 'react';
import { Select } from '@/ui/Choices';
import { Field, Fields } from '@/ui/Field';
import { DataTable, figureColumn, type Column } from '@/ui/DataTable';
import { PanelTitle, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText, Verdict } from '@/ui/Verdict';
export function CutOrGang({ papers, lots }: { papers: PaperChoice[]; lots: LotModel[] }) {
  const { unit, withUnit, money, currency, length, bareMoney } = useUnits();
  const stocked = papers.filter((p) => lots.some((l) => l.paperId === p.id && l.onHand > 0));
  const [paperId, setPaper] = useState(stocked[0]?.id ?? '');
  const [f, setF] = useState({
    piece: unit === 'mm' ? '150 x 100 mm' : '6 x 4 in',
    count: '16',
    bleed: unit === 'mm' ? '3 mm' : '1/8 in',
    minutes: '0.5',
    rate: '30',
  });
  const set = (key: keyof typeof f) => (value: string) => setF((was) => ({ ...was, [key]: value }));
  if (!stocked.length) return null;
  const of: PaperLot[] = lots
    .filter((l) => l.paperId === paperId && l.onHand > 0)
    .map((l) => ({
      id: l.id,
      name: `lot ${l.name}`,
      form: l.form,
      width: l.widthUm,
      height: l.heightUm,
      price:
        l.form === 'sheet'
          ? Math.round(l.priceMinor / Math.max(1, l.received))
          : Math.round((l.priceMinor * 1e6) / Math.max(1, l.received)),
    }));
  let ways = null,
    says = '';
  try {
    const piece = parseSize(withUnit(f.piece), unit, 'piece'),
      bleed = lengthOrNull(withUnit(f.bleed), unit),
      rate = moneyOrNull(f.rate, currency);
    if (bleed === null) says = 'The bleed should be a length such as "3 mm".';
    else if (rate === null) says = 'The rate should be a sum such as "30".';
    else
      ways = waysToCut({
        piece,
        bleed,
        count: wholeOrTyped(f.count),
        lots: of,
        margin: 5_000,
        gutter: 0,
        minutesPerCut: numberOrTyped(f.minutes),
        ratePerHour: rate,
      });
  } catch (error) {
    says = (error as Error).message;
  }
  const columns: readonly Column<NonNullable<typeof ways>[number]>[] = [
    {
      key: 'paper',
      head: 'Paper',
      cell: ({ lot }) => `${lot.name}, ${lot.form}`,
      by: ({ lot }) => lot.name,
      isName: true,
    },
    { key: 'way', head: 'Way', cell: (way) => way.way, by: (way) => way.way },
    {
      key: 'takes',
      head: 'Takes',
      cell: ({ lot, uses }) =>
        lot.form === 'sheet' ? `${uses} ${uses === 1 ? 'sheet' : 'sheets'}` : length(uses),
      by: ({ lot, uses }) => `${lot.form} ${uses}`,
      isFigure: true,
    },
    {
      key: 'up',
      head: 'Up',
      cell: ({ lot, up }) => (lot.form === 'sheet' ? up : ''),
      by: ({ lot, up }) => (lot.form === 'sheet' ? up : null),
      isFigure: true,
    },
    figureColumn('cuts', 'Cuts', (way) => way.cuts, String),
    figureColumn('minutes', 'Minutes', (way) => way.minutes, Math.round),
    figureColumn('price', `Paper, ${currency}`, (way) => way.paper, bareMoney),
    figureColumn('cost', 'In all', (way) => way.cost, money),
  ];
  return (
    <section>
      <PanelTitle>
        Pre-cut, or ganged and cut? <span>prints without a border, from the lots on hand</span>
      </PanelTitle>
      <Stack $gap={10} style={{ paddingTop: 6 }}>
        <Fields $columns="repeat(6, minmax(0, 1fr))">
          <Select
            label="Paper"
            value={paperId}
            onChange={setPaper}
            options={stocked.map((p) => ({ key: p.id, name: p.name }))}
          />
          <Field label="Print" value={f.piece} onChange={set('piece')} />
          <Field label="How many" value={f.count} onChange={set('count')} />
          <Field label="Bleed, each side" value={f.bleed} onChange={set('bleed')} />
          <Field label="Minutes a cut" value={f.minutes} onChange={set('minutes')} />
          <Field label={`An hour costs, ${currency}`} value={f.rate} onChange={set('rate')} />
        </Fields>
        {ways ? (
          <Verdict finding={gangFinding(ways, currency)} />
        ) : (
          <MarkedText kind="fails">{says}</MarkedText>
        )}
        {ways && ways.length > 0 && (
          <DataTable label="Ways to cut" rows={ways} columns={columns} keyOf={(way) => way.lot.id} />
        )}
      </Stack>
    </section>
  );
}
