'use client';
import { useState } from 'react';
import { lengthOrNull, moneyOrNull } from '@/core/measure';
import { ChartBox } from '@/ui/ChartBox';
import { DataTable, figureColumn, type Column } from '@/ui/DataTable';
import { Field } from '@/ui/Field';
import { Row } from '@/ui/Button';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { useAsked } from '@/ui/useAsked';
import type { FairAnswer } from '@/studio/sales/batchPage';

/** What to take to a fair of each product, within a table and a budget, drawn as the table. */
export function FairPlan() {
  const { currency, money, withUnit, unit, length } = useUnits();
  const [budget, setBudget] = useState('300');
  const [table, setTable] = useState(unit === 'mm' ? '3000' : '120');
  const most = moneyOrNull(budget, currency);
  const wide = lengthOrNull(withUnit(table), unit);
  const wrong = wrongFigure(most, wide);
  const question = wrong === null ? `/api/orders/fair?budget=${most}&table=${wide}` : null;
  const { answer } = useAsked<FairAnswer>(question);
  // What was worked out last stays until what is typed is.
  const [plan, setPlan] = useState<FairAnswer | null>(null);
  if (answer && answer !== plan) setPlan(answer);
  const columns: readonly Column<FairAnswer['take'][number]>[] = [
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
      {wrong && (
        <div role="alert">
          <MarkedText kind="fails">{wrong}</MarkedText>
        </div>
      )}
      {!wrong && !plan && <Small>It is being worked out.</Small>}
      {!wrong && plan?.take.length === 0 && <Small>Nothing is expected to pay within that.</Small>}
      {!wrong && plan && plan.take.length > 0 && (
        <>
          <TableDrawing plan={plan} table={wide!} />
          <DataTable
            label="What to take"
            rows={plan.take}
            columns={columns}
            keyOf={(each) => each.id}
            isTight
          />
          <Small>
            {plan.take.reduce((sum, each) => sum + each.count, 0)} pieces tie up {money(plan.spent)} and
            are expected to bring in {money(plan.expectedProfit)} over that, before the stall. Left at
            home:{' '}
            {plan.left.length === 0
              ? 'nothing'
              : plan.left.map((each) => `${each.name} (${each.why})`).join('; ')}
            {plan.moreLeft > 0 && ` and ${plan.moreLeft} more`}.
          </Small>
        </>
      )}
    </Stack>
  );
}

/** What is typed and is no figure, in a sentence. */
function wrongFigure(budget: number | null, table: number | null): string | null {
  if (budget === null || budget < 0) return 'Expected a budget such as "300.00".';
  return table === null || table < 0 ? 'Expected the table’s length, such as "3 m".' : null;
}

const MOST = 1_000;
/** The table from the front, to scale: what is shown beside each other, copies behind. */
function TableDrawing({ plan, table }: { plan: FairAnswer; table: number }) {
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
