'use client';
import { ChartBox } from '@/ui/ChartBox';
import { linearScale } from '@/ui/chartScale';
import { area, curveStepAfter, line } from 'd3-shape';
import { shareSays, type Readings } from '@/core/capture/readings';
import { Small } from '@/ui/Layout';
import { t } from '@/ui/tokens';

const NAMES: Record<number, string[]> = {
  1: ['grey'],
  3: ['red', 'green', 'blue'],
  4: ['cyan', 'magenta', 'yellow', 'black'],
};
const STROKES = ['', '5 2.5', '1.5 2', '8 2 1.5 2'];
const [MOST, H] = [380, 104];

/** Counts of tones of each channel; told apart by their strokes, not by colour alone. */
export function Histogram({ readings }: { readings: Readings }) {
  const { histogram } = readings;
  const names = NAMES[histogram.length] ?? histogram.map((_, i) => `channel ${i + 1}`);
  const inner = histogram.map((c) => c.slice(1, 255));
  const most = Math.max(1, ...inner.flat());
  // By their square roots: few of a tone are seen beside many. What stands at either end may be more than is drawn.
  const root = linearScale([0, Math.sqrt(most)], [H, 4]);
  const y = (count: number) => root(Math.sqrt(Math.min(count, most)));
  const sum = histogram[0]!.map((_, i) => histogram.reduce((a, c) => a + c[i]!, 0) / histogram.length);
  return (
    <figure>
      <ChartBox
        most={MOST}
        height={H + 17}
        label={`Tones of ${names.join(', ')}, dark left, light right`}
      >
        {(width) => {
          const x = linearScale([0, 256], [0, width]);
          const over = area<number>(
            (_, i) => x(i),
            H,
            (d) => y(d),
          ).curve(curveStepAfter);
          const stroke = line<number>(
            (_, i) => x(i),
            (d) => y(d),
          ).curve(curveStepAfter);
          return (
            <>
              <path d={over(sum)!} fill="#dedede" />
              {histogram.map((c, i) => (
                <path
                  key={i}
                  d={stroke(c)!}
                  fill="none"
                  stroke={t.ink}
                  strokeWidth="1"
                  strokeDasharray={STROKES[i]}
                />
              ))}
              <path
                d={`M0 ${H}H${width}M0 ${H}v4M${width / 4} ${H}v3M${width / 2} ${H}v4M${(3 * width) / 4} ${H}v3M${width} ${H}v4`}
                stroke={t.ink}
                fill="none"
              />
              <text x="0" y={H + 15}>
                0
              </text>
              <text x={width / 2} y={H + 15} textAnchor="middle">
                128 of 255
              </text>
              <text x={width} y={H + 15} textAnchor="end">
                255
              </text>
            </>
          );
        }}
      </ChartBox>
      <figcaption>
        <table>
          <tbody>
            {names.map((n, i) => (
              <tr key={n}>
                <td style={{ paddingRight: 8 }}>
                  <svg width="28" height="8" aria-hidden="true">
                    <path d="M0 4H28" stroke={t.ink} strokeDasharray={STROKES[i]} />
                  </svg>
                </td>
                <td style={{ paddingRight: 16 }}>
                  <Small>{n}</Small>
                </td>
                <td>
                  <Small>
                    {shareSays(readings.clipped.high[i]!)} at{' '}
                    {histogram.length === 4 ? 'full ink' : 'its lightest'},{' '}
                    {shareSays(readings.clipped.low[i]!)} at{' '}
                    {histogram.length === 4 ? 'no ink' : 'its darkest'}
                  </Small>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </figcaption>
    </figure>
  );
}
