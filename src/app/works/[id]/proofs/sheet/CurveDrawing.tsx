import type { Adjustment } from '@/core/colour/adjust';
import { Small } from '@/ui/Layout';
import { t } from '@/ui/tokens';

/** A curve on lightness, against the straight. */
export function CurveDrawing({
  curve,
  label = 'Lightness in, across; out, up',
}: {
  curve: Adjustment['curve'];
  label?: string;
}) {
  const first = curve[0]![0] > 0 ? [[0, 0] as const, ...curve] : curve;
  const points = first.at(-1)![0] < 100 ? [...first, [100, 100] as const] : first;
  return (
    <figure>
      <svg
        width={150}
        height={150}
        viewBox="-2 -2 104 104"
        role="img"
        aria-label={`Curve: ${curve.map(([x, y]) => `${x} to ${y}`).join(', ')}`}
        style={{ background: '#fff', outline: `1px solid ${t.line}` }}
      >
        {[25, 50, 75].map((v) => (
          <path key={v} d={`M${v} 0V100M0 ${v}H100`} stroke={t.hair} strokeWidth={0.5} />
        ))}
        <path d="M0 100L100 0" stroke={t.line} strokeDasharray="3 2" />
        <path
          d={`M${points.map(([x, y]) => `${x} ${100 - y}`).join('L')}`}
          fill="none"
          stroke={t.ink}
          strokeWidth={1.6}
        />
      </svg>
      <figcaption>
        <Small>{label}, L* 0 to 100</Small>
      </figcaption>
    </figure>
  );
}
