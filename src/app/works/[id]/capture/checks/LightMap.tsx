'use client';
import { t } from '@/ui/tokens';

/** The light over a frame as a few grey steps, a quarter of a stop each at most. */
export function LightMap({
  grid,
  x,
  y,
  width,
  height,
}: {
  grid: { width: number; height: number; light: ArrayLike<number> };
  x: number;
  y: number;
  width: number;
  height: number;
}) {
  const most = Math.max(...Array.from(grid.light));
  const [cols, rows] = [24, Math.max(8, Math.round((24 * grid.height) / grid.width))];
  return (
    <g>
      {Array.from({ length: cols * rows }, (_, i) => {
        const [cx, cy] = [i % cols, Math.floor(i / cols)];
        const light =
          grid.light[
            Math.min(grid.height - 1, Math.floor(((cy + 0.5) * grid.height) / rows)) * grid.width +
              Math.min(grid.width - 1, Math.floor(((cx + 0.5) * grid.width) / cols))
          ]!;
        const stops = Math.min(0.5, Math.log2(most / Math.max(1e-6, light)));
        return (
          <rect
            key={i}
            x={x + (cx * width) / cols}
            y={y + (cy * height) / rows}
            width={width / cols + 0.3}
            height={height / rows + 0.3}
            fill={t.ink}
            fillOpacity={1.6 * stops}
          />
        );
      })}
      <rect x={x} y={y} width={width} height={height} fill="none" stroke={t.ink} />
    </g>
  );
}
