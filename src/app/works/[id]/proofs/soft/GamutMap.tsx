'use client';
import { t } from '@/ui/tokens';

/** A coarse map over a picture: paper where a value is nought, ink where it is one. */
export function GamutMap({
  columns,
  rows,
  values,
  label,
}: {
  columns: number;
  rows: number;
  values: number[];
  label: string;
}) {
  const w = 286,
    cell = w / columns;
  return (
    <figure>
      <svg
        width={w}
        height={cell * rows}
        viewBox={`0 0 ${columns} ${rows}`}
        role="img"
        aria-label={label}
        style={{ display: 'block', background: '#fff', outline: `1px solid ${t.line}` }}
        shapeRendering="crispEdges"
      >
        {values.map((v, i) =>
          v > 0.02 ? (
            <rect
              key={i}
              x={i % columns}
              y={Math.floor(i / columns)}
              width={1.02}
              height={1.02}
              fill="#000"
              opacity={Math.min(1, v)}
            />
          ) : null,
        )}
      </svg>
      <figcaption style={{ fontSize: 12, lineHeight: '15px', color: t.ink2, paddingTop: 3 }}>
        {label}.
      </figcaption>
    </figure>
  );
}
