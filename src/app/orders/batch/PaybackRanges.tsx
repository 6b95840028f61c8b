import { toDecimals } from '@/core/measure';
import type { Assumption, PaybackRange } from '@/core/price/payback';
import { ChartBox } from '@/ui/ChartBox';
import { t } from '@/ui/tokens';

const MOST = 640;
/** The names take so much of the width, at the most so many pixels. */
const NAMES = { share: 0.5, most: 190 };
const FIGURES_PX = 76;

/** Months by each assumption a fifth lower and higher, on one scale. */
export function PaybackRanges({
  ranges,
  months,
  words,
}: {
  ranges: readonly PaybackRange[];
  months: number;
  words: Record<Assumption, string>;
}) {
  const finite = ranges.flatMap(({ low, high }) => [low, high]).filter((m): m is number => m !== null);
  const most = Math.max(1, months, ...finite) * 1.08;
  return (
    <ChartBox
      most={MOST}
      height={ranges.length * 26 + 8}
      label={ranges
        .map(
          ({ assumption, low, high }) => `${words[assumption]}: ${shown(low)} to ${shown(high)} months`,
        )
        .join('; ')}
    >
      {(width) => {
        const names = Math.min(NAMES.most, width * NAMES.share);
        const x = (m: number) => names + (m / most) * (width - names - FIGURES_PX);
        return (
          <>
            {ranges.map(({ assumption, low, high }, i) => {
              const ends = [low ?? most, high ?? most].sort((a, b) => a - b) as [number, number];
              return (
                <g key={assumption} transform={`translate(0 ${i * 26})`}>
                  <text x="0" y="17" fontSize="13" fill={t.ink}>
                    {words[assumption]}
                  </text>
                  <rect
                    x={x(ends[0])}
                    y="6"
                    width={Math.max(2, x(ends[1]) - x(ends[0]))}
                    height="14"
                    fill="#b9c0c6"
                  />
                  <text x={x(ends[1]) + 6} y="17" fontSize="12" fill={t.ink2}>
                    {shown(Math.min(low ?? Infinity, high ?? Infinity))}–
                    {low === null || high === null ? 'never' : shown(Math.max(low, high))}
                  </text>
                </g>
              );
            })}
            <path d={`M${x(months)} 0V${ranges.length * 26}`} stroke={t.ink} />
          </>
        );
      }}
    </ChartBox>
  );
}

const shown = (months: number | null): string =>
  months === null || !Number.isFinite(months) ? 'never' : String(toDecimals(months, 1));
