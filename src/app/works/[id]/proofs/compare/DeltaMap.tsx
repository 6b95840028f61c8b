'use client';
import { Small } from '@/ui/Layout';
import { t } from '@/ui/tokens';

/** ΔE00 by cell: white is none, black ten and more; hatched where the paper cannot show what was asked. */
export function DeltaMap({
  columns,
  rows,
  cells,
}: {
  columns: number;
  rows: number;
  cells: { x: number; y: number; delta: number; out: boolean }[];
}) {
  const k = Math.min(340 / columns, 300 / rows);
  return (
    <figure>
      <svg
        width={columns * k}
        height={rows * k}
        viewBox={`0 0 ${columns} ${rows}`}
        role="img"
        aria-label="Map of differences"
        style={{ display: 'block', background: '#e6e6e6', outline: `1px solid ${t.line}` }}
        shapeRendering="crispEdges"
      >
        {cells.map((c) => (
          <g key={`${c.x} ${c.y}`}>
            <rect x={c.x} y={c.y} width={1.02} height={1.02} fill="#fff" />
            <rect
              x={c.x}
              y={c.y}
              width={1.02}
              height={1.02}
              fill="#000"
              opacity={Math.min(1, c.delta / 10)}
            />
            {c.out && (
              <path
                d={`M${c.x} ${c.y + 1}L${c.x + 1} ${c.y}`}
                stroke={c.delta > 5 ? '#fff' : '#000'}
                strokeWidth={0.12}
                shapeRendering="auto"
              />
            )}
          </g>
        ))}
      </svg>
      <figcaption style={{ display: 'flex', gap: 8, alignItems: 'center', paddingTop: 4 }}>
        <Small>0</Small>
        <svg width={90} height={9} aria-hidden="true">
          {Array.from({ length: 10 }, (_, i) => (
            <g key={i}>
              <rect x={9 * i} width={9} height={9} fill="#fff" />
              <rect x={9 * i} width={9} height={9} fill="#000" opacity={i / 9} />
            </g>
          ))}
        </svg>
        <Small>10 ΔE00</Small>
      </figcaption>
    </figure>
  );
}
