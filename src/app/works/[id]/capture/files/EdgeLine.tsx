'use client';
import { linearScale } from '@/ui/chartScale';
import type { EdgeProfile } from '@/core/printfile/halo';
import { Small } from '@/ui/Layout';
import { t } from '@/ui/tokens';

const SPACE = { width: 336, height: 84 };

/** Lightness across the strongest edge: dashed before, whole after. */
export function EdgeLine({ edge }: { edge: EdgeProfile }) {
  const all = [...edge.before, ...edge.after];
  const x = linearScale([0, edge.before.length - 1], [2, SPACE.width - 2]);
  const [least, most] = [Math.min(...all), Math.max(...all)];
  const y = linearScale([least, most], [SPACE.height - 6, 4]);
  const points = (values: readonly number[]) => values.map((v, i) => `${x(i)},${y(v)}`).join(' ');
  const [low, high] = [Math.round(least), Math.round(most)];
  return (
    <div>
      <Small>
        The strongest edge shown, across {edge.before.length} pixels: from {low} to {high} of 255
      </Small>
      <svg
        viewBox={`0 0 ${SPACE.width} ${SPACE.height}`}
        width="100%"
        role="img"
        aria-label={`Lightness across the edge, from ${low} to ${high} of 255; dashed before sharpening`}
      >
        <path d={`M1 0V${SPACE.height - 1}H${SPACE.width}`} fill="none" stroke={t.line} />
        <polyline points={points(edge.before)} fill="none" stroke={t.ink3} strokeDasharray="4 3" />
        <polyline points={points(edge.after)} fill="none" stroke={t.ink} strokeWidth="1.6" />
      </svg>
    </div>
  );
}
