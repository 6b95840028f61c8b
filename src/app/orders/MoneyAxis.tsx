import type { LinearScale } from '@/ui/chartScale';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';

/** What a chart's height stands for: a line and a sum at each round figure, nothing drawn darker. */
export function MoneyAxis({
  y,
  count,
  left,
  right,
}: {
  y: LinearScale;
  count: number;
  left: number;
  right: number;
}) {
  const { bareMoney } = useUnits();
  // A sum is whole cents: where an axis spans only a few, there are fewer lines.
  return y
    .ticks(count)
    .filter(Number.isInteger)
    .map((tick) => (
      <g key={tick}>
        <path d={`M${left} ${y(tick)}H${right}`} stroke={tick === 0 ? t.ink2 : t.hair} />
        <text x={left - 8} y={y(tick) + 4} textAnchor="end">
          {bareMoney(tick).replace(/\.00$/, '')}
        </text>
      </g>
    ));
}
