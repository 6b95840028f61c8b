'use client';
import { useMemo, useState } from 'react';
import { InputError } from '@/core/errors';
import { lengthOrNull, moneyOrNull } from '@/core/measure';
import { planFair, type FairPlan as Plan } from '@/core/price/fair';
import { ChartBox } from '@/ui/ChartBox';
import { DataTable, figureColumn, type Column } from '@/ui/DataTable';
import { Field } from '@/ui/Field';
import { Row } from '@/ui/Button';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import type { BatchPage } from '@/studio/sales/batchPage';

type Thing = BatchPage['things'][number];

/** A fair sees a share of a year's buyers in a day: from own sales, at the least one of what has sold. */
const demandAtFair = (sold: number) => ({
  few: 0,
  likely: Math.max(sold > 0 ? 1 : 0, Math.round(sold / 8)),
  many: Math.max(1, Math.ceil(sold / 3)),
});

/** What to take to a fair of each product, within a table and a budget, drawn as the table. */
export function FairPlan({ things }: { things: Thing[] }) {
  const { currency, money, withUnit, unit, length } = useUnits();
  const [budget, setBudget] = useState('300');
  const [table, setTable] = useState(unit === 'mm' ? '3000' : '120');
  const worked = useMemo((): Plan | { wrong: string } => {
    const most = moneyOrNull(budget, currency);
    const wide = lengthOrNull(withUnit(table), unit);
    if (most === null) return { wrong: 'Expected a budget such as "300.00".' };
    if (wide === null) return { wrong: 'Expected the table’s length, such as "3 m".' };
    try {
      return planFair(
        things.map((thing) => ({
          id: thing.id,
          name: thing.name,
          price: Math.max(0, thing.net),
          cost: thing.making,
          // Brought home it can still be sold; a little is lost in the bin.
          salvage: Math.round(thing.making * 0.9),
          width: thing.width,
          demand: demandAtFair(thing.sold),
        })),
        most,
        wide,
      );
    } catch (error) {
      if (error instanceof InputError) return { wrong: error.message };
      throw error;
    }
  }, [things, budget, table, currency, unit, withUnit]);
  const columns: readonly Column<Plan['take'][number]>[] = [
    figureColumn('take', 'Take', (each) => each.count, String),
    { key: 'what', head: 'What', cell: (each) => each.name, by: (each) => each.name, isName: true },
    figureColumn('cost', `Ties up, ${currency}`, (each) => each.cost, money),
    figureColumn('gain', `Expected, ${currency}`, (each) => each.gain, money),
    figureColumn('width', 'On the table', (each) => each.width, length),
  ];
  return (
    <Stack $gap={12}>
      <PanelTitle>
        For a fair: what to take <span>within a table and a budget</span>
      </PanelTitle>
      <Row style={{ alignItems: 'flex-start' }}>
        <Field
          label={`Budget, ${currency}`}
          value={budget}
          onChange={setBudget}
          width={120}
          inputMode="decimal"
        />
        <Field label={`Length of the table, ${unit}`} value={table} onChange={setTable} width={170} />
      </Row>
      {'wrong' in worked ? (
        <div role="alert">
          <MarkedText kind="fails">{worked.wrong}</MarkedText>
        </div>
      ) : worked.take.length === 0 ? (
        <Small>Nothing is expected to pay within that.</Small>
      ) : (
        <>
          <TableDrawing plan={worked} table={lengthOrNull(withUnit(table), unit)!} />
          <DataTable
            label="What to take"
            rows={worked.take}
            columns={columns}
            keyOf={(each) => each.id}
            isTight
          />
          <Small>
            {worked.take.reduce((sum, each) => sum + each.count, 0)} pieces tie up {money(worked.spent)}{' '}
            and are expected to bring in {money(worked.expectedProfit)} over that, before the stall. Left
            at home:{' '}
            {worked.left.length === 0
              ? 'nothing'
              : worked.left
                  .slice(0, 4)
                  .map((each) => `${each.name} (${each.why})`)
                  .join('; ')}
            {worked.left.length > 4 && ` and ${worked.left.length - 4} more`}.
          </Small>
        </>
      )}
    </Stack>
  );
}

const MOST = 1_000;
/** The table from the front, to scale: what is shown beside each other, copies behind. */
function TableDrawing({ plan, table }: { plan: Plan; table: number }) {
  const { length } = useUnits();
  const starts = plan.take.map((_, i) =>
    plan.take.slice(0, i).reduce((sum, each) => sum + each.width, 0),
  );
  return (
    <ChartBox
      most={MOST}
      height={84}
      label={`${length(plan.width)} of the table of ${length(table)} are taken`}
    >
      {(width) => {
        const scale = (width - 2) / Math.max(1, table);
        return (
          <>
            {plan.take.map((each, i) => (
              <g key={each.id}>
                {Array.from({ length: Math.min(4, each.count) }, (_, k) => (
                  <rect
                    key={k}
                    x={1 + starts[i]! * scale + 2 + (Math.min(4, each.count) - 1 - k) * 2}
                    y={6 + k * 2}
                    width={Math.max(4, each.width * scale - 12)}
                    height="46"
                    fill={t.white}
                    stroke={t.ink}
                  />
                ))}
                <text
                  x={1 + starts[i]! * scale + (each.width * scale) / 2}
                  y="36"
                  textAnchor="middle"
                  fontWeight="600"
                >
                  {each.count}
                </text>
              </g>
            ))}
            <path d={`M1 64H${width - 1}M1 60V68M${width - 1} 60V68`} stroke={t.ink} strokeWidth="2" />
            <text x={width / 2} y="80" textAnchor="middle">
              {length(plan.width)} of {length(table)}
            </text>
          </>
        );
      }}
    </ChartBox>
  );
}
