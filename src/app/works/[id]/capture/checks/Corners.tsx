'use client';
import type { MasterModel } from '@/app/models';
import type { Point, Quad } from '@/core/capture/quad';

import { DragPoint, drawSource, Loupe, toScreen, wholeView, type Source, type View } from '@/ui/Loupe';
import { useBox } from '@/ui/useBox';
import { t } from '@/ui/tokens';
import { useCallback, useMemo, useState } from 'react';

const CORNERS = ['top left corner', 'top right corner', 'bottom right corner', 'bottom left corner'];

const EDGES = [
  'middle of the top edge',
  'middle of the right edge',
  'middle of the lower edge',
  'middle of the left edge',
];

export function Corners({
  master,
  size,
  quad,
  mids,
  grid,
  onMove,
  onMid,
}: {
  master: MasterModel;
  size: { width: number; height: number };
  quad: Quad;
  mids: Quad | null;
  grid: boolean;
  onMove: (i: number) => (p: Point) => void;
  onMid: (i: number) => (p: Point) => void;
}) {
  const [ref, box] = useBox(0.66, 600);
  const source = useMemo<Source>(
    () => ({ sha256: master.sha256, width: size.width, height: size.height }),
    [master.sha256, size.width, size.height],
  );
  const [own, setOwn] = useState<View | null>(null);
  const view = useMemo(() => own ?? wholeView(source, box), [own, source, box]);
  const draw = useCallback(
    (ctx: CanvasRenderingContext2D, onCome: () => void) => drawSource(ctx, source, view, box, onCome),
    [source, view, box],
  );
  const at = (p: Point) => toScreen(view, box, p.x, p.y);
  const mix = (a: Point, b: Point, k: number) => ({ x: a.x + (b.x - a.x) * k, y: a.y + (b.y - a.y) * k });
  const lines = grid
    ? [
        ...[1, 2, 3, 4, 5].map((i) => [mix(quad[0], quad[1], i / 6), mix(quad[3], quad[2], i / 6)]),
        ...[1, 2, 3].map((i) => [mix(quad[0], quad[3], i / 4), mix(quad[1], quad[2], i / 4)]),
      ]
    : [];
  const path = (points: readonly Point[]) =>
    points.map((p, i) => `${i ? 'L' : 'M'}${at(p).x} ${at(p).y}`).join('');
  return (
    <div ref={ref}>
      <Loupe
        box={box}
        view={view}
        onView={setOwn}
        label={`${master.fileName}, with the corners to set`}
        draw={draw}
      >
        <svg width={box.width} height={box.height} aria-hidden="true">
          {[3, 1.2].map((w) => (
            <g key={w} fill="none" stroke={w === 3 ? '#fff' : t.ink} strokeWidth={w}>
              <path d={`${path(quad)}Z`} />
              {lines.map((l, i) => (
                <path key={i} d={path(l as Point[])} strokeDasharray="4 3" />
              ))}
            </g>
          ))}
        </svg>
        {quad.map((p, i) => (
          <DragPoint key={i} at={p} view={view} box={box} label={CORNERS[i]!} onMove={onMove(i)} />
        ))}
        {mids?.map((p, i) => (
          <DragPoint key={`m${i}`} at={p} view={view} box={box} label={EDGES[i]!} onMove={onMid(i)} />
        ))}
      </Loupe>
    </div>
  );
}
