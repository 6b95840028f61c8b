'use client';
import { ChartBox } from '@/ui/ChartBox';
import { linearScale } from '@/ui/chartScale';
import type { BatchAnswer, BatchOption } from '@/core/price/batch';
import { MoneyAxis } from '../MoneyAxis';
import { PanelTitle } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';

const MOST = 760;
const HEIGHT = 240;
const LOSS = 54;
const EDGE = { left: 62, right: 16, top: 22, bottom: 28 };

/** The profit expected of each quantity, beside printing per sale; under it the chance of losing money. */
export function ProfitChart({ answer }: { answer: BatchAnswer }) {
  const { money, currency } = useUnits();
  const { options, perSale, best } = answer;
  const chosen = options.find((option) => option.count === best);
  return (
    <section>
      <PanelTitle>
        Profit expected, by how many are made <span>{currency}</span>
      </PanelTitle>
      <ChartBox
        most={MOST}
        height={HEIGHT + LOSS + 22}
        label={`Per sale ${money(perSale.expectedProfit)} are expected${chosen ? `; best is ${chosen.count}: ${money(chosen.expectedProfit)}` : '; no quantity is expected to bring in more'}`}
      >
        {(width) => <Curve answer={answer} chosen={chosen} width={width} />}
      </ChartBox>
    </section>
  );
}

function Curve({
  answer: { options, perSale },
  chosen,
  width,
}: {
  answer: BatchAnswer;
  chosen: BatchOption | undefined;
  width: number;
}) {
  const { bareMoney } = useUnits();
  const right = width - EDGE.right;
  const all = [perSale.expectedProfit, 0, ...options.map((option) => option.expectedProfit)];
  const x = linearScale([0, options.at(-1)!.count], [EDGE.left, right]);
  const y = linearScale([Math.min(...all), Math.max(...all)], [HEIGHT - EDGE.bottom, EDGE.top], 5);
  const loss = linearScale([0, 1], [HEIGHT + LOSS, HEIGHT + 6]);
  const curve = options.map((option) => `${x(option.count)},${y(option.expectedProfit)}`).join(' ');
  const bar = Math.min(8, Math.max(2, (right - EDGE.left) / options.length - 1));
  return (
    <>
      <MoneyAxis y={y} count={5} left={EDGE.left} right={right} />
      <path
        d={`M${EDGE.left} ${y(perSale.expectedProfit)}H${right}`}
        stroke={t.ink}
        strokeDasharray="6 4"
      />
      <text
        x={right}
        y={y(perSale.expectedProfit) - 6}
        textAnchor="end"
        paintOrder="stroke"
        stroke={t.sheet}
        strokeWidth="4"
      >
        per sale {bareMoney(perSale.expectedProfit)}
      </text>
      <polyline points={curve} fill="none" stroke={t.ink} strokeWidth="2" />
      {chosen && (
        <g>
          <circle cx={x(chosen.count)} cy={y(chosen.expectedProfit)} r="4.5" fill={t.ink} />
          <text x={x(chosen.count)} y={y(chosen.expectedProfit) - 9} textAnchor="middle">
            {chosen.count}: {bareMoney(chosen.expectedProfit)}
          </text>
        </g>
      )}
      {options.map((option) => (
        <rect
          key={option.count}
          x={x(option.count) - bar / 2}
          y={loss(option.chanceOfLoss)}
          width={bar}
          height={Math.max(0, loss(0) - loss(option.chanceOfLoss))}
          fill={option.chanceOfLoss > 0.2 ? t.care : '#b8b8b8'}
        />
      ))}
      <path d={`M${EDGE.left} ${loss(0)}H${right}`} stroke={t.ink2} />
      <text x={EDGE.left} y={HEIGHT + 2}>
        chance of losing money
      </text>
      {x.ticks(width / 60).map((tick) => (
        <text key={tick} x={x(tick)} y={HEIGHT + LOSS + 16} textAnchor="middle">
          {tick}
        </text>
      ))}
    </>
  );
}
