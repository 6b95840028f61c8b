'use client';
import { ChartBox, labelEvery } from '@/ui/ChartBox';
import { bandScale, linearScale } from '@/ui/chartScale';
import type { IncomeMonth } from '@/core/sales/income';
import { MoneyAxis } from '../MoneyAxis';
import { PanelTitle } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';

const MOST = 1_200;
const HEIGHT = 230;
const EDGE = { left: 66, right: 6, top: 18, bottom: 30 };
const NAMES = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** What a month's name, and a sum over its bar, take of the width. */
const NAME_PX = 54;
const SUM_PX = 38;

/** What came in each month, and the dark part of it that stayed. */
export function MonthsChart({ months }: { months: readonly IncomeMonth[] }) {
  const { money, currency } = useUnits();
  if (months.every(({ income, left }) => income === 0 && left === 0))
    return (
      <section>
        <PanelTitle>By month</PanelTitle>
        <p style={{ paddingTop: 8 }}>Nothing came in yet.</p>
      </section>
    );
  return (
    <section>
      <PanelTitle>
        By month <span>{currency}; the dark part stayed with you</span>
      </PanelTitle>
      <ChartBox
        most={MOST}
        height={HEIGHT}
        label={months
          .map((month) => `${month.month}: ${money(month.income)}, of which ${money(month.left)} stayed`)
          .join('; ')}
      >
        {(width) => <Bars months={months} width={width} />}
      </ChartBox>
    </section>
  );
}

function Bars({ months, width }: { months: readonly IncomeMonth[]; width: number }) {
  const { bareMoney } = useUnits();
  const most = Math.max(1, ...months.map((month) => month.income));
  const least = Math.min(0, ...months.map((month) => month.left));
  const x = bandScale(months.length, [EDGE.left, width - EDGE.right], 0.28);
  const y = linearScale([least, most], [HEIGHT - EDGE.bottom, EDGE.top], 4);
  const step = x.at(1) - x.at(0);
  const every = labelEvery(NAME_PX, step);
  const middle = (i: number) => x.at(i) + x.width / 2;
  return (
    <>
      <MoneyAxis y={y} count={4} left={EDGE.left} right={width - EDGE.right} />
      {months.map((month, i) => (
        <g key={month.month}>
          <rect
            x={x.at(i)}
            y={y(month.income)}
            width={x.width}
            height={y(0) - y(month.income)}
            fill="#b9c0c6"
          />
          <rect
            x={x.at(i)}
            y={Math.min(y(month.left), y(0))}
            width={x.width}
            height={Math.abs(y(0) - y(month.left))}
            fill={month.left < 0 ? t.fails : t.ink}
          />
          {/* Where sums would lie over each other, the highest bar alone has its own. */}
          {month.income > 0 && (step >= SUM_PX || month.income === most) && (
            <text x={middle(i)} y={y(month.income) - 5} textAnchor="middle">
              {bareMoney(month.income).replace(/\.\d\d$/, '')}
            </text>
          )}
          {i % every === 0 && (
            <text x={middle(i)} y={HEIGHT - 10} textAnchor="middle">
              {NAMES[Number(month.month.slice(5)) - 1]}
              {month.month.endsWith('-01') ? ` ${month.month.slice(0, 4)}` : ''}
            </text>
          )}
        </g>
      ))}
    </>
  );
}
