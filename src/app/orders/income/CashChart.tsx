'use client';
import { ChartBox, labelEvery } from '@/ui/ChartBox';
import { bandScale, linearScale } from '@/ui/chartScale';
import { line } from 'd3-shape';
import type { CashWeek } from '@/core/sales/income';
import { MoneyAxis } from '../MoneyAxis';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';

const MOST = 1_200;
const HEIGHT = 220;
const EDGE = { left: 66, right: 6, top: 14, bottom: 30 };
/** What a day takes of the width. */
const DAY_PX = 54;

/** Cash by week: up what came in, down what was paid, and the balance that runs through. */
export function CashChart({ weeks }: { weeks: readonly CashWeek[] }) {
  const { money, currency, date } = useUnits();
  const lowest = weeks.reduce((low, week) => (week.balance < low.balance ? week : low), weeks[0]!);
  return (
    <Stack $gap={6}>
      <PanelTitle>
        Cash by week <span>{currency}; up what came in, down what was paid, the line their balance</span>
      </PanelTitle>
      <ChartBox
        most={MOST}
        height={HEIGHT}
        label={weeks
          .map((week) => `week of ${week.from}: in ${money(week.inflow)}, out ${money(week.outflow)}`)
          .join('; ')}
      >
        {(width) => <Weeks weeks={weeks} width={width} />}
      </ChartBox>
      <Small>
        {lowest.balance < 0
          ? `Suppliers were paid before what came in: in the week of ${date(lowest.from)} ${money(-lowest.balance)} more had gone out than come in.`
          : 'In no week of these had more gone out than come in.'}
      </Small>
    </Stack>
  );
}

function Weeks({ weeks, width }: { weeks: readonly CashWeek[]; width: number }) {
  const { date } = useUnits();
  const all = weeks.flatMap((week) => [week.inflow, -week.outflow, week.balance]);
  const x = bandScale(weeks.length, [EDGE.left, width - EDGE.right], 0.3);
  const y = linearScale([Math.min(0, ...all), Math.max(1, ...all)], [HEIGHT - EDGE.bottom, EDGE.top], 4);
  const middle = (i: number) => x.at(i) + x.width / 2;
  const every = labelEvery(DAY_PX, x.at(1) - x.at(0));
  const balance = line<CashWeek>()
    .x((_, i) => middle(i))
    .y((week) => y(week.balance));
  return (
    <>
      <MoneyAxis y={y} count={4} left={EDGE.left} right={width - EDGE.right} />
      {weeks.map((week, i) => (
        <g key={week.from}>
          <rect
            x={x.at(i)}
            y={y(week.inflow)}
            width={x.width}
            height={y(0) - y(week.inflow)}
            fill={t.ink}
          />
          <rect
            x={x.at(i)}
            y={y(0)}
            width={x.width}
            height={y(-week.outflow) - y(0)}
            fill="#b9c0c6"
            stroke={t.ink3}
            strokeWidth="0.5"
          />
          {i % every === 0 && (
            <text x={middle(i)} y={HEIGHT - 10} textAnchor="middle">
              {date(week.from).replace(/^\w+ /, '')}
            </text>
          )}
        </g>
      ))}
      <path d={balance(weeks)!} fill="none" stroke={t.care} strokeWidth="2" strokeDasharray="5 3" />
    </>
  );
}
