'use client';
import { ChartBox } from '@/ui/ChartBox';
import { linearScale } from '@/ui/chartScale';
import type { ChannelAnswer, Crossing } from '@/core/price/channels';
import { MoneyAxis } from '../MoneyAxis';
import { PanelTitle } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';

const MOST = 760;
const HEIGHT = 250;
const EDGE = { left: 62, right: 150, top: 10, bottom: 30 };
/** Lines are told apart by their dashes and their names at the end, never by colour alone. */
const DASHES = ['', '7 3', '2 3', '12 4 2 4', '1 5', '5 2 1 2'];
const TONES = [t.ink, t.holds, t.care, t.fails, t.ink2, t.ink3];

/** What a month leaves by how much is sold in it, a line for each channel; where two cross, one overtakes the other. */
export function MonthChart({
  answers,
  perMonth,
  crossings,
}: {
  answers: readonly ChannelAnswer[];
  perMonth: number;
  crossings: readonly Crossing[];
}) {
  const { currency, money } = useUnits();
  const near = crossings.map((crossing) => crossing.perMonth).filter((rate) => rate < 60);
  const most = Math.max(8, perMonth * 1.5, ...near.map((rate) => rate * 1.3));
  const at = (answer: ChannelAnswer, n: number) => answer.perSale * n - answer.fixedPerMonth;
  const all = answers.flatMap((answer) => [at(answer, 0), at(answer, most)]);
  const y = linearScale([Math.min(0, ...all), Math.max(1, ...all)], [HEIGHT - EDGE.bottom, EDGE.top], 5);
  const ends = spread(answers.map((answer) => y(at(answer, most))));
  return (
    <section>
      <PanelTitle>
        A month, by how many are sold in it <span>{currency}</span>
      </PanelTitle>
      <ChartBox
        most={MOST}
        height={HEIGHT}
        label={`At ${perMonth} sales a month: ${answers.map((answer) => `${answer.name} ${money(answer.perMonth)}`).join(', ')}`}
      >
        {(width) => {
          const x = linearScale([0, most], [EDGE.left, width - EDGE.right]);
          return (
            <>
              <MoneyAxis y={y} count={5} left={EDGE.left} right={width - EDGE.right} />
              {x
                .ticks(width / 95)
                .filter(Number.isInteger)
                .map((tick) => (
                  <text key={tick} x={x(tick)} y={HEIGHT - 10} textAnchor="middle">
                    {tick}
                    {tick === 0 ? ' sold' : ''}
                  </text>
                ))}
              <path
                d={`M${x(perMonth)} ${EDGE.top}V${HEIGHT - EDGE.bottom}`}
                stroke={t.ink}
                strokeDasharray="1 3"
              />
              {answers.map((answer, i) => (
                <g key={answer.name}>
                  <path
                    d={`M${x(0)} ${y(at(answer, 0))}L${x(most)} ${y(at(answer, most))}`}
                    stroke={TONES[i % TONES.length]}
                    strokeWidth="2"
                    strokeDasharray={DASHES[i % DASHES.length]}
                    fill="none"
                  />
                  <path
                    d={`M${x(most)} ${y(at(answer, most))}L${x(most) + 8} ${ends[i]}`}
                    stroke={t.ink3}
                    fill="none"
                  />
                  <text x={x(most) + 12} y={ends[i]! + 4}>
                    {answer.name}
                  </text>
                </g>
              ))}
              {crossings
                .filter((crossing) => crossing.perMonth <= most)
                .map(({ a, b, perMonth: rate }) => {
                  const over = answers.find((answer) => answer.name === a)!;
                  return (
                    <circle
                      key={`${a}${b}`}
                      cx={x(rate)}
                      cy={y(at(over, rate))}
                      r="4"
                      fill={t.white}
                      stroke={t.ink}
                      strokeWidth="1.5"
                    >
                      <title>{`${a} overtakes ${b}`}</title>
                    </circle>
                  );
                })}
            </>
          );
        }}
      </ChartBox>
    </section>
  );
}

/** Heights of names moved apart until none covers another, in their order. */
function spread(heights: readonly number[]): number[] {
  const order = heights.map((height, i) => ({ height, i })).sort((a, b) => a.height - b.height);
  const placed: number[] = [];
  let last = -Infinity;
  for (const { height, i } of order) {
    last = Math.max(height, last + 15);
    placed[i] = last;
  }
  return placed;
}
