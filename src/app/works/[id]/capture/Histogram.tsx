'use client';
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
const [W, H] = [348, 104];

/** Counts of tones of each channel; told apart by their strokes, not by colour alone. */
export function Histogram({ readings }: { readings: Readings }) {
  const { histogram } = readings;
  const names = NAMES[histogram.length] ?? histogram.map((_, i) => `channel ${i + 1}`);
  const inner = histogram.map((c) => c.slice(1, 255));
  const most = Math.max(1, ...inner.flat());
  const x = linearScale([0, 256], [0, W]);
  // By their square roots: few of a tone are seen beside many. What stands at either end may be more than is drawn.
  const root = linearScale([0, Math.sqrt(most)], [H, 4]);
  const y = (count: number) => root(Math.sqrt(Math.min(count, most)));
  const over = area<number>(
    (_, i) => x(i),
    H,
    (d) => y(d),
  ).curve(curveStepAfter);
  const stroke = line<number>(
    (_, i) => x(i),
    (d) => y(d),
  ).curve(curveStepAfter);
  const sum = histogram[0]!.map((_, i) => histogram.reduce((a, c) => a + c[i]!, 0) / histogram.length);
  return (
    <figure>
      <svg
        viewBox={`0 0 ${W} ${H + 17}`}
        width="100%"
        role="img"
        aria-label={`Tones of ${names.join(', ')}, dark left, light right`}
      >
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
          d={`M0 ${H}H${W}M0 ${H}v4M${W / 4} ${H}v3M${W / 2} ${H}v4M${(3 * W) / 4} ${H}v3M${W} ${H}v4`}
          stroke={t.ink}
          fill="none"
        />
        <text x="0" y={H + 15} fontSize="11" fill={t.ink2}>
          0
        </text>
        <text x={W / 2} y={H + 15} fontSize="11" textAnchor="middle" fill={t.ink2}>
          128 of 255
        </text>
        <text x={W} y={H + 15} fontSize="11" textAnchor="end" fill={t.ink2}>
          255
        </text>
      </svg>
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
