'use client';
import { bandScale, linearScale } from '@/ui/chartScale';
import styled from 'styled-components';
import type { IncomeMonth } from '@/core/sales/income';
import { MoneyAxis } from '../MoneyAxis';
import { PanelTitle } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';

const WIDTH = 1_000;
const HEIGHT = 230;
const EDGE = { left: 66, right: 6, top: 18, bottom: 30 };
export const Chart = styled.svg`
  width: 100%;
  height: auto;
  text {
    font-size: 12px;
    fill: ${t.ink2};
  }
`;
const NAMES = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** What came in each month, and the dark part of it that stayed. */
export function MonthsChart({ months }: { months: readonly IncomeMonth[] }) {
  const { bareMoney, money, currency } = useUnits();
  const most = Math.max(1, ...months.map((month) => month.income));
  const least = Math.min(0, ...months.map((month) => month.left));
  const x = bandScale(months.length, [EDGE.left, WIDTH - EDGE.right], 0.28);
  const y = linearScale([least, most], [HEIGHT - EDGE.bottom, EDGE.top], 4);
  return (
    <section>
      <PanelTitle>
        By month <span>{currency}; the dark part stayed with you</span>
      </PanelTitle>
      <Chart
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={months
          .map((month) => `${month.month}: ${money(month.income)}, of which ${money(month.left)} stayed`)
          .join('; ')}
      >
        <MoneyAxis y={y} count={4} left={EDGE.left} right={WIDTH - EDGE.right} />
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
            {month.income > 0 && (
              <text x={x.at(i) + x.width / 2} y={y(month.income) - 5} textAnchor="middle">
                {bareMoney(month.income).replace(/\.\d\d$/, '')}
              </text>
            )}
            <text x={x.at(i) + x.width / 2} y={HEIGHT - 10} textAnchor="middle">
              {NAMES[Number(month.month.slice(5)) - 1]}
              {month.month.endsWith('-01') ? ` ${month.month.slice(0, 4)}` : ''}
            </text>
          </g>
        ))}
      </Chart>
    </section>
  );
}
