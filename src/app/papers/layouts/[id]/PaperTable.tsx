'use client';
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Cut, Laid } from '@/core/sheets/pieces';
import { snapPiece, turnedPiece } from '@/core/sheets/snap';
import { isRoll as liesOnItsSide, type LaidOut } from './layoutProps';
import { Dimension, ScaleDrawing, useScale } from '@/ui/ScaleDrawing';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';

type Props = {
  layout: LaidOut;
  placements: Laid[];
  taken: number;
  cuts: readonly Cut[];
  onMove: ((all: Laid[]) => void) | null;
  clash: ReadonlySet<string>;
};

/** The sheet or the roll with its pieces to scale. A roll lies on its side, so that its length runs across the screen. */
export function PaperTable(props: Props) {
  const { layout, taken } = props;
  const { size, length } = useUnits();
  const isRoll = liesOnItsSide(layout.ground);
  const [w, h] = isRoll ? [taken, layout.ground.width] : [layout.ground.width, layout.ground.height!];
  return (
    <ScaleDrawing
      width={w}
      height={h}
      space={{ width: 800, height: isRoll ? 420 : 560 }}
      room={{ left: 44, right: 12, top: 12, bottom: 58 }}
      label={`${layout.name}: ${props.placements.length} pieces on ${isRoll ? `${length(taken)} of roll` : size({ width: w, height: h })}`}
      name={layout.name}
    >
      <Pieces {...props} w={w} h={h} />
    </ScaleDrawing>
  );
}

/** A piece comes to lie against its neighbours when it is let go near them. */
const SNAP_PX = 7;

function Pieces({ layout, placements, cuts, onMove, clash, w, h }: Props & { w: number; h: number }) {
  const px = useScale();
  const { length, bareSize } = useUnits();
  const isRoll = liesOnItsSide(layout.ground);
  const [grip, setGrip] = useState<{ id: string; x: number; y: number; from: Laid } | null>(null);
  const g = useRef<SVGGElement>(null);
  const of = (id: string) => layout.pieces.find((p) => p.id === id.split('#')[0]);
  /** Across and along the roll become up and across on the screen. */
  const box = (p: Laid) =>
    isRoll
      ? { x: px(p.y), y: px(p.x), width: px(p.height), height: px(p.width) }
      : { x: px(p.x), y: px(p.y), width: px(p.width), height: px(p.height) };
  const k = px(1);
  const point = (e: PointerEvent) => {
    const m = g.current!.getScreenCTM()!.inverse();
    const q = new DOMPoint(e.clientX, e.clientY).matrixTransform(m);
    return isRoll ? { x: q.y / k, y: q.x / k } : { x: q.x / k, y: q.y / k };
  };
  const put = (id: string, next: Laid) =>
    onMove?.(
      placements.map((p) =>
        p.id === id
          ? snapPiece(
              next,
              placements.filter((q) => q.id !== id),
              layout.ground,
              SNAP_PX / k,
            )
          : p,
      ),
    );
  const drag = (e: PointerEvent) => {
    if (!grip) return;
    const q = point(e);
    put(grip.id, {
      ...grip.from,
      x: Math.round(grip.from.x + q.x - grip.x),
      y: Math.round(grip.from.y + q.y - grip.y),
    });
  };
  const key = (p: Laid) => (e: KeyboardEvent) => {
    const step = e.shiftKey ? 10_000 : 1_000;
    const by: Record<string, [number, number]> = isRoll
      ? { ArrowLeft: [0, -step], ArrowRight: [0, step], ArrowUp: [-step, 0], ArrowDown: [step, 0] }
      : { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] };
    if (e.key === 't' && of(p.id)?.rotate) {
      e.preventDefault();
      e.stopPropagation();
      onMove?.(placements.map((q) => (q.id === p.id ? turnedPiece(q) : q)));
      return;
    }
    const move = by[e.key];
    if (!move) return;
    e.preventDefault();
    e.stopPropagation();
    onMove?.(placements.map((q) => (q.id === p.id ? { ...q, x: q.x + move[0], y: q.y + move[1] } : q)));
  };
  return (
    <g ref={g}>
      <rect width={px(w)} height={px(h)} fill={t.second} stroke={t.ink} />
      {placements.map((p) => {
        const b = box(p),
          bad = clash.has(p.id),
          piece = of(p.id);
        const upright = b.height > b.width * 1.4;
        const room = upright ? b.height : b.width;
        const name = piece?.says ?? p.id;
        const shown =
          name.length * 6 > room - 8
            ? `${name.slice(0, Math.max(3, Math.floor((room - 14) / 6)))}…`
            : name;
        return (
          <g
            key={p.id}
            role="group"
            tabIndex={onMove ? 0 : -1}
            aria-label={`${name} ${bareSize({ width: p.width, height: p.height })}${bad ? ', too near another' : ''}`}
            style={{ cursor: onMove ? 'move' : undefined, touchAction: 'none' }}
            onKeyDown={onMove ? key(p) : undefined}
            onPointerDown={
              onMove
                ? (e) => {
                    (e.currentTarget as Element).setPointerCapture(e.pointerId);
                    setGrip({ id: p.id, ...point(e), from: p });
                  }
                : undefined
            }
            onPointerMove={drag}
            onPointerUp={() => setGrip(null)}
            onPointerCancel={() => setGrip(null)}
            data-piece={p.id}
          >
            <rect
              {...b}
              fill={bad ? '#fff' : t.white}
              stroke={bad ? t.fails : t.ink}
              strokeWidth={bad || grip?.id === p.id ? 2 : 1}
              strokeDasharray={bad ? '5 3' : undefined}
            />
            {room > 34 && (
              <text
                {...(upright
                  ? { transform: `translate(${b.x + b.width / 2 + 4} ${b.y + b.height / 2}) rotate(-90)` }
                  : { x: b.x + b.width / 2, y: b.y + b.height / 2 + 4 })}
                textAnchor="middle"
                fontSize="11"
                fill={t.ink}
                pointerEvents="none"
              >
                {shown}
                {Math.min(b.width, b.height) > 44 &&
                  bareSize({ width: p.width, height: p.height }).length * 6 < room && (
                    <tspan
                      {...(upright ? { x: 0, dy: 13 } : { x: b.x + b.width / 2, dy: 13 })}
                      fill={t.ink2}
                    >
                      {bareSize({ width: p.width, height: p.height })}
                    </tspan>
                  )}
              </text>
            )}
          </g>
        );
      })}
      {cuts
        .filter((c) => !c.trim)
        .map((c, i) => {
          const across = isRoll ? c.along === 'down' : c.along === 'across';
          const [a, b, at] = [px(c.from), px(c.to), px(c.at)];
          return (
            <g key={i} pointerEvents="none">
              <path
                d={across ? `M${a} ${at}H${b}` : `M${at} ${a}V${b}`}
                stroke={t.ink}
                strokeWidth="0.8"
                strokeDasharray="8 3 2 3"
              />
              <text
                {...(across ? { x: a + 3, y: at - 2 } : { x: at + 2, y: a + 9 })}
                fontSize="9"
                fill={t.ink2}
              >
                {i + 1}
              </text>
            </g>
          );
        })}
      <Dimension x1={0} y1={px(h) + 14} x2={px(w)} y2={px(h) + 14} label={length(w)} />
      <Dimension x1={-14} y1={px(h)} x2={-14} y2={0} label={length(h)} />
    </g>
  );
}
