'use client';
import { tilesLaid, type Way } from '@/core/capture/plan';
import type { Size } from '@/core/measure';
import { ScaleDrawing, useScale } from '@/ui/ScaleDrawing';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';

type Rect = { x: number; y: number; width: number; height: number };

/** The passes of a scan, or the frames of a camera, over the original, to scale. */
export function WayDrawing({
  way,
  original,
  picture,
  overlap,
  title,
}: {
  way: Way;
  original: Size;
  picture: string | null;
  overlap: number;
  title: string;
}) {
  const { size } = useUnits();
  const rects = rectsOf(way, original, overlap);
  if (!rects.length) return null;
  const left = Math.min(0, ...rects.map((r) => r.x)),
    top = Math.min(0, ...rects.map((r) => r.y));
  const right = Math.max(original.width, ...rects.map((r) => r.x + r.width)),
    bottom = Math.max(original.height, ...rects.map((r) => r.y + r.height));
  const what = way.scan ? 'on the bed' : 'in the frame';
  return (
    <ScaleDrawing
      width={right - left}
      height={bottom - top}
      space={{ width: 720, height: 380 }}
      room={{ left: 10, right: 10, top: 12, bottom: 44 }}
      label={`${title}, ${size(original)}, ${rects.length} ${rects.length === 1 ? 'pass' : 'passes'} ${what}`}
      name={`capture_${way.kind.replace(' ', '-')}`}
    >
      <Drawn original={original} rects={rects} picture={picture} dx={-left} dy={-top} />
    </ScaleDrawing>
  );
}

function rectsOf(way: Way, original: Size, overlap: number): Rect[] {
  if (way.scan) {
    if (!way.bed) return [];
    const { tile, at } = tilesLaid(original, way.bed, way.scan.tiles, overlap);
    return at.map((p) => ({ ...p, ...tile }));
  }
  if (way.camera) {
    const { columns, rows } = way.camera.shots;
    const step = (side: number, n: number) =>
      n === 1
        ? { tile: side, at: [0] }
        : (() => {
            const tile = side / (1 + (n - 1) * (1 - overlap));
            return { tile, at: Array.from({ length: n }, (_, i) => i * tile * (1 - overlap)) };
          })();
    const [x, y] = [step(original.width, columns), step(original.height, rows)];
    return y.at.flatMap((top) =>
      x.at.map((left) => ({ x: left, y: top, width: x.tile, height: y.tile })),
    );
  }
  return [];
}

function Drawn({
  original,
  rects,
  picture,
  dx,
  dy,
}: {
  original: Size;
  rects: Rect[];
  picture: string | null;
  dx: number;
  dy: number;
}) {
  const k = useScale();
  return (
    <g transform={`translate(${k(dx)} ${k(dy)})`}>
      <rect width={k(original.width)} height={k(original.height)} fill="#fff" stroke={t.ink} />
      {picture && (
        <image
          href={`/api/pictures/${picture}/view`}
          width={k(original.width)}
          height={k(original.height)}
          preserveAspectRatio="xMidYMid slice"
          opacity={0.75}
        />
      )}
      {rects.map((r, i) => (
        <g key={i}>
          <rect
            x={k(r.x)}
            y={k(r.y)}
            width={k(r.width)}
            height={k(r.height)}
            fill={t.ink}
            fillOpacity={0.07}
            stroke={t.ink}
            strokeDasharray="7 3"
          />
          <rect
            x={k(r.x) + 5}
            y={k(r.y) + 5}
            width="19"
            height="17"
            fill="#fff"
            stroke={t.ink}
            strokeWidth="0.7"
          />
          <text x={k(r.x) + 14.5} y={k(r.y) + 17.5} fontSize="12" textAnchor="middle" fill={t.ink}>
            {i + 1}
          </text>
        </g>
      ))}
    </g>
  );
}
