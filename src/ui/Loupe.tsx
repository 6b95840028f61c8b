'use client';
import { useCallback, useEffect, useRef, useState, type ReactNode } from 'react';
import styled from 'styled-components';
import { t } from './tokens';
import { screenSpace } from './screenSpace';
import type { Box } from './useBox';

const TILE = 512;

/** A picture that can be looked into: its tiles, its pixels, and where those lie in what is looked at. */
export type Source = {
  sha256: string;
  width: number;
  height: number;
  /** Its edges in the common measure; its own pixels where it stands alone. */ frame?: {
    left: number;
    top: number;
    width: number;
    height: number;
  };
};
/** What is looked at: the middle, in the common measure, and screen units to one of it. */
export type View = { x: number; y: number; zoom: number };

const Frame = styled.div`
  position: relative;
  max-width: 100%;
  background: #bfbfbf;
  overflow: hidden;
  touch-action: none;
  cursor: grab;
  outline-offset: 2px;
  &:active {
    cursor: grabbing;
  }
  canvas {
    display: block;
  }
  > svg {
    position: absolute;
    inset: 0;
    pointer-events: none;
    overflow: visible;
  }
`;

export const frameOf = (s: Source) => s.frame ?? { left: 0, top: 0, width: s.width, height: s.height };
/** The view that shows a whole source. */
export function wholeView(s: Source, box: Box): View {
  const f = frameOf(s);
  return {
    x: f.left + f.width / 2,
    y: f.top + f.height / 2,
    zoom: Math.min(box.width / f.width, box.height / f.height) * 0.98,
  };
}
export const toScreen = (v: View, box: Box, x: number, y: number) => ({
  x: (x - v.x) * v.zoom + box.width / 2,
  y: (y - v.y) * v.zoom + box.height / 2,
});
export const fromScreen = (v: View, box: Box, x: number, y: number) => ({
  x: (x - box.width / 2) / v.zoom + v.x,
  y: (y - box.height / 2) / v.zoom + v.y,
});

const images = new Map<string, HTMLImageElement | 'coming' | 'none'>();
const MOST_TILES = 400;

function tileAt(
  sha256: string,
  level: number,
  col: number,
  row: number,
  onCome: () => void,
): HTMLImageElement | null {
  const key = `${sha256}/${level}/${col}_${row}`;
  const have = images.get(key);
  if (have instanceof HTMLImageElement) return have;
  if (have) return null;
  if (images.size > MOST_TILES) for (const old of [...images.keys()].slice(0, 100)) images.delete(old);
  images.set(key, 'coming');
  const image = new Image();
  image.onload = () => {
    images.set(key, image);
    onCome();
  };
  image.onerror = () => {
    images.set(key, 'none');
  };
  image.src = `/api/pictures/${sha256}/tiles/${level}/${col}_${row}`;
  return null;
}

/** Draws what of a source lies in the view: the level of its pyramid that is just fine enough, coarser ones until that has come. */
export function drawSource(
  ctx: CanvasRenderingContext2D,
  s: Source,
  v: View,
  box: Box,
  onCome: () => void,
) {
  const f = frameOf(s);
  const own = f.width / s.width;
  // The pyramid begins where the whole fits into one tile.
  const most = Math.max(0, Math.ceil(Math.log2(Math.max(s.width, s.height) / TILE)));
  const dpr = typeof devicePixelRatio === 'number' ? devicePixelRatio : 1;
  const want = Math.min(
    most,
    Math.max(0, most + Math.ceil(Math.log2(Math.max(1e-6, v.zoom * own * dpr)) - 0.01)),
  );
  ctx.imageSmoothingEnabled = v.zoom * own < 2.5;
  for (const level of new Set([0, Math.max(0, want - 2), want])) {
    const k = 2 ** (most - level) * own;
    const from = fromScreen(v, box, 0, 0),
      to = fromScreen(v, box, box.width, box.height);
    const cols = Math.ceil(s.width / 2 ** (most - level) / TILE),
      rows = Math.ceil(s.height / 2 ** (most - level) / TILE);
    const clamp = (n: number, top: number) => Math.min(top - 1, Math.max(0, n));
    for (
      let row = clamp(Math.floor((from.y - f.top) / k / TILE), rows);
      row <= clamp(Math.floor((to.y - f.top) / k / TILE), rows);
      row++
    ) {
      for (
        let col = clamp(Math.floor((from.x - f.left) / k / TILE), cols);
        col <= clamp(Math.floor((to.x - f.left) / k / TILE), cols);
        col++
      ) {
        const tile = tileAt(s.sha256, level, col, row, onCome);
        if (!tile) continue;
        const a = toScreen(v, box, f.left + col * TILE * k, f.top + row * TILE * k);
        ctx.drawImage(tile, a.x, a.y, tile.naturalWidth * k * v.zoom, tile.naturalHeight * k * v.zoom);
      }
    }
  }
}

type Props = {
  box: Box;
  view: View;
  onView: (v: View) => void;
  label: string;
  draw: (ctx: CanvasRenderingContext2D, onCome: () => void) => void;
  onPoint?: (at: { x: number; y: number } | null) => void;
  children?: ReactNode;
  /** Nothing behind it: the surround is somebody else's. */
  clear?: boolean;
};

/** A window on a picture: drag to move, wheel or + and − to zoom, 0 for the whole, 1 for one to one. */
export function Loupe({ box, view, onView, label, draw, onPoint, children, clear }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const frame = useRef<HTMLDivElement>(null);
  const [come, setCome] = useState(0);
  const held = useRef<{ x: number; y: number; view: View } | null>(null);
  const waiting = useRef(false);
  useEffect(() => {
    const c = canvas.current!;
    const ratio = devicePixelRatio || 1;
    c.width = box.width * ratio;
    c.height = box.height * ratio;
    const ctx = c.getContext('2d', { colorSpace: screenSpace() })!;
    ctx.scale(ratio, ratio);
    if (clear) ctx.clearRect(0, 0, box.width, box.height);
    else {
      ctx.fillStyle = '#bfbfbf';
      ctx.fillRect(0, 0, box.width, box.height);
    }
    // Tiles asked for by an earlier drawing come in too: one drawing anew serves all that came since the last.
    draw(ctx, () => {
      if (waiting.current) return;
      waiting.current = true;
      requestAnimationFrame(() => {
        waiting.current = false;
        setCome((n) => n + 1);
      });
    });
  }, [box, view, draw, come, clear]);
  const zoomAt = useCallback(
    (k: number, x = box.width / 2, y = box.height / 2) => {
      const zoom = Math.min(32, Math.max(0.005, view.zoom * k));
      const at = fromScreen(view, box, x, y);
      onView({ x: at.x - (x - box.width / 2) / zoom, y: at.y - (y - box.height / 2) / zoom, zoom });
    },
    [box, view, onView],
  );
  useEffect(() => {
    // React listens to wheels without being able to stop the page from scrolling.
    const el = frame.current!;
    const onWheel = (e: WheelEvent) => {
      e.preventDefault();
      const r = el.getBoundingClientRect();
      zoomAt(Math.exp(-e.deltaY / 300), e.clientX - r.left, e.clientY - r.top);
    };
    el.addEventListener('wheel', onWheel, { passive: false });
    return () => el.removeEventListener('wheel', onWheel);
  }, [zoomAt]);
  const onKey = (e: React.KeyboardEvent) => {
    const step = 60 / view.zoom;
    const moves: Record<string, () => void> = {
      '+': () => zoomAt(1.4),
      '=': () => zoomAt(1.4),
      '-': () => zoomAt(1 / 1.4),
      ArrowLeft: () => onView({ ...view, x: view.x - step }),
      ArrowRight: () => onView({ ...view, x: view.x + step }),
      ArrowUp: () => onView({ ...view, y: view.y - step }),
      ArrowDown: () => onView({ ...view, y: view.y + step }),
    };
    if (moves[e.key] && e.target === e.currentTarget) {
      e.preventDefault();
      e.stopPropagation();
      moves[e.key]!();
    }
  };
  return (
    <Frame
      ref={frame}
      tabIndex={0}
      role="group"
      aria-label={label}
      style={{ width: box.width, height: box.height, ...(clear && { background: 'none' }) }}
      onKeyDown={onKey}
      onPointerDown={(e) => {
        held.current = { x: e.clientX, y: e.clientY, view };
        e.currentTarget.setPointerCapture(e.pointerId);
      }}
      onPointerMove={(e) => {
        const r = e.currentTarget.getBoundingClientRect();
        if (held.current)
          onView({
            ...view,
            x: held.current.view.x - (e.clientX - held.current.x) / view.zoom,
            y: held.current.view.y - (e.clientY - held.current.y) / view.zoom,
          });
        else onPoint?.(fromScreen(view, box, e.clientX - r.left, e.clientY - r.top));
      }}
      onPointerUp={() => {
        held.current = null;
      }}
      onPointerCancel={() => {
        held.current = null;
      }}
      onPointerLeave={() => onPoint?.(null)}
    >
      <canvas ref={canvas} style={{ width: box.width, height: box.height }} aria-hidden="true" />
      {children}
    </Frame>
  );
}

const Handle = styled.button`
  position: absolute;
  width: 28px;
  height: 28px;
  margin: -14px 0 0 -14px;
  padding: 0;
  border: 0;
  background: none;
  cursor: move;
  touch-action: none;
  svg {
    display: block;
  }
  &:focus-visible {
    outline: 2px solid ${t.ink};
  }
`;

/** A point on a picture that can be dragged, or moved by the arrow keys; nothing under it is hidden. */
export function DragPoint({
  at,
  view,
  box,
  label,
  onMove,
}: {
  at: { x: number; y: number };
  view: View;
  box: Box;
  label: string;
  onMove: (at: { x: number; y: number }) => void;
}) {
  const p = toScreen(view, box, at.x, at.y);
  const held = useRef<{ x: number; y: number; at: { x: number; y: number } } | null>(null);
  return (
    <Handle
      type="button"
      aria-label={`${label}: ${Math.round(at.x)}, ${Math.round(at.y)} px`}
      style={{ left: p.x, top: p.y }}
      onPointerDown={(e) => {
        e.stopPropagation();
        held.current = { x: e.clientX, y: e.clientY, at };
        e.currentTarget.setPointerCapture(e.pointerId);
      }}
      onPointerMove={(e) => {
        if (held.current) {
          e.stopPropagation();
          onMove({
            x: held.current.at.x + (e.clientX - held.current.x) / view.zoom,
            y: held.current.at.y + (e.clientY - held.current.y) / view.zoom,
          });
        }
      }}
      onPointerUp={(e) => {
        e.stopPropagation();
        held.current = null;
      }}
      onKeyDown={(e) => {
        const d = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key];
        if (!d) return;
        e.preventDefault();
        e.stopPropagation();
        const k = e.shiftKey ? 10 : 1;
        onMove({ x: at.x + d[0]! * k, y: at.y + d[1]! * k });
      }}
    >
      <svg width="28" height="28" viewBox="0 0 28 28">
        <circle cx="14" cy="14" r="9" fill="none" stroke="#fff" strokeWidth="3" />
        <circle cx="14" cy="14" r="9" fill="none" stroke={t.ink} strokeWidth="1.4" />
        <path d="M14 2v7M14 19v7M2 14h7M19 14h7" stroke={t.ink} strokeWidth="1.4" />
      </svg>
    </Handle>
  );
}
