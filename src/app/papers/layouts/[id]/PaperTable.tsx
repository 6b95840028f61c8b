'use client';
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Cut, Laid } from '@/core/sheets/pieces';
import { snapPiece, turnedPiece } from '@/core/sheets/snap';
import { isRoll as liesOnItsSide, type LaidOut } from './layoutProps';
import { Dimension, ScaleDrawing, useScale } from '@/ui/ScaleDrawing';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import type { PieceFace } from '@/studio/layouts/faces';

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

/** The moving of pieces, by hand and by key, in the sheet's own lengths. */
function useMoving({ layout, placements, onMove }: Props) {
  const isRoll = liesOnItsSide(layout.ground);
  const k = useScale()(1);
  const [grip, setGrip] = useState<{ id: string; x: number; y: number; from: Laid } | null>(null);
  const g = useRef<SVGGElement>(null);
  const point = (e: PointerEvent) => {
    const m = g.current!.getScreenCTM()!.inverse();
    const q = new DOMPoint(e.clientX, e.clientY).matrixTransform(m);
    return isRoll ? { x: q.y / k, y: q.x / k } : { x: q.x / k, y: q.y / k };
  };
  const replace = (id: string, next: (was: Laid) => Laid) =>
    onMove?.(placements.map((p) => (p.id === id ? next(p) : p)));
  const drag = (e: PointerEvent) => {
    if (!grip) return;
    const q = point(e);
    const next = {
      ...grip.from,
      x: Math.round(grip.from.x + q.x - grip.x),
      y: Math.round(grip.from.y + q.y - grip.y),
    };
    const others = placements.filter((each) => each.id !== grip.id);
    replace(grip.id, () => snapPiece(next, others, layout.ground, SNAP_PX / k));
  };
  const press = (p: Laid) => (e: KeyboardEvent) => {
    const turns = e.key === 't' && pieceOf(layout, p.id)?.rotate;
    const move = turns ? null : stepOf(e, isRoll);
    if (!turns && !move) return;
    e.preventDefault();
    e.stopPropagation();
    replace(p.id, (was) =>
      move ? { ...was, x: was.x + move[0], y: was.y + move[1] } : turnedPiece(was),
    );
  };
  const letGo = () => setGrip(null);
  return {
    g,
    held: grip?.id ?? null,
    handlers: (p: Laid) => ({
      onKeyDown: onMove ? press(p) : undefined,
      onPointerDown: onMove
        ? (e: PointerEvent) => {
            e.currentTarget.setPointerCapture(e.pointerId);
            setGrip({ id: p.id, ...point(e), from: p });
          }
        : undefined,
      onPointerMove: drag,
      onPointerUp: letGo,
      onPointerCancel: letGo,
    }),
  };
}

/** Copies of a piece are told apart by what stands after the sign. */
const pieceOf = (layout: LaidOut, id: string) => layout.pieces.find((p) => p.id === id.split('#')[0]);
const faceOf = (layout: LaidOut, id: string): PieceFace | undefined => layout.faces[id.split('#')[0]!];

/** By a millimetre, or a centimetre with Shift; across and along the roll are up and across on the screen. */
function stepOf(e: KeyboardEvent, isRoll: boolean): [number, number] | undefined {
  const step = e.shiftKey ? 10_000 : 1_000;
  const by: Record<string, [number, number]> = isRoll
    ? { ArrowLeft: [0, -step], ArrowRight: [0, step], ArrowUp: [-step, 0], ArrowDown: [step, 0] }
    : { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] };
  return by[e.key];
}

function Pieces(props: Props & { w: number; h: number }) {
  const { layout, placements, cuts, onMove, clash, w, h } = props;
  const px = useScale();
  const { length, bareSize } = useUnits();
  const isRoll = liesOnItsSide(layout.ground);
  const { g, ...moving } = useMoving(props);
  return (
    <g ref={g}>
      <rect width={px(w)} height={px(h)} fill={t.second} stroke={t.ink} />
      {placements.map((p) => {
        const isBad = clash.has(p.id);
        const name = pieceOf(layout, p.id)?.says ?? p.id;
        const size = bareSize({ width: p.width, height: p.height });
        return (
          <g
            key={p.id}
            role="group"
            tabIndex={onMove ? 0 : -1}
            aria-label={`${name} ${size}${isBad ? ', too near another' : ''}`}
            style={{ cursor: onMove ? 'move' : undefined, touchAction: 'none' }}
            {...moving.handlers(p)}
            data-piece={p.id}
          >
            <PieceDrawn
              box={onScreen(p, isRoll, px)}
              face={faceOf(layout, p.id)}
              // A roll lies on its side: what lies as it came stands across it.
              isRotated={isRoll !== p.turned}
              name={name}
              size={size}
              isBad={isBad}
              isHeld={moving.held === p.id}
            />
          </g>
        );
      })}
      {cuts
        .filter((c) => !c.trim)
        .map((c, i) => (
          <CutLine key={i} cut={c} at={i + 1} isRoll={isRoll} />
        ))}
      <Dimension x1={0} y1={px(h) + 14} x2={px(w)} y2={px(h) + 14} label={length(w)} />
      <Dimension x1={-14} y1={px(h)} x2={-14} y2={0} label={length(h)} />
    </g>
  );
}

type Box = { x: number; y: number; width: number; height: number };

/** Across and along the roll become up and across on the screen. */
const onScreen = (p: Laid, isRoll: boolean, px: (um: number) => number): Box =>
  isRoll
    ? { x: px(p.y), y: px(p.x), width: px(p.height), height: px(p.width) }
    : { x: px(p.x), y: px(p.y), width: px(p.width), height: px(p.height) };

/** Letters on a picture stand on paper of their own. */
const ON_PICTURE = {
  paintOrder: 'stroke',
  stroke: t.white,
  strokeWidth: 5,
  strokeLinejoin: 'round',
} as const;

/** About what a letter of the labels is wide. */
const LETTER_PX = 6;

/** The picture of a piece, where it lies on it, as it is cut: a piece that lies on its side is drawn on its side. */
function Face({ face, box, isRotated }: { face: PieceFace; box: Box; isRotated: boolean }) {
  const px = useScale();
  const { at, cut, pixels, picture } = face;
  const [across, down] = [cut.left + cut.width / 2, cut.top + cut.height / 2];
  return (
    <g
      transform={
        isRotated ? `translate(${box.x + box.width} ${box.y}) rotate(90)` : `translate(${box.x} ${box.y})`
      }
      pointerEvents="none"
    >
      <svg
        x={px(at.x)}
        y={px(at.y)}
        width={px(at.width)}
        height={px(at.height)}
        viewBox={`${cut.left} ${cut.top} ${cut.width} ${cut.height}`}
        preserveAspectRatio="xMidYMid slice"
      >
        <image
          href={`/api/pictures/${picture}/thumb`}
          width={pixels.width}
          height={pixels.height}
          preserveAspectRatio="none"
          transform={`rotate(${cut.degrees} ${across} ${down})`}
        />
      </svg>
    </g>
  );
}

/** One piece with its picture, and as much of its name as there is room for along its longer side. */
function PieceDrawn({
  box,
  face,
  isRotated,
  name,
  size,
  isBad,
  isHeld,
}: {
  box: Box;
  face: PieceFace | undefined;
  isRotated: boolean;
  name: string;
  size: string;
  isBad: boolean;
  isHeld: boolean;
}) {
  const isUpright = box.height > box.width * 1.4;
  const room = isUpright ? box.height : box.width;
  const letters = Math.max(3, Math.floor((room - 14) / LETTER_PX));
  const shown = name.length * LETTER_PX > room - 8 ? `${name.slice(0, letters)}…` : name;
  const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  const hasSize = Math.min(box.width, box.height) > 44 && size.length * LETTER_PX < room;
  return (
    <>
      <rect
        {...box}
        fill={isBad ? '#fff' : t.white}
        stroke={isBad ? t.fails : t.ink}
        strokeWidth={isBad || isHeld ? 2 : 1}
        strokeDasharray={isBad ? '5 3' : undefined}
      />
      {face && <Face face={face} box={box} isRotated={isRotated} />}
      {room > 34 && (
        <text
          {...(isUpright
            ? { transform: `translate(${middle.x + 4} ${middle.y}) rotate(-90)` }
            : { x: middle.x, y: middle.y + 4 })}
          textAnchor="middle"
          fontSize="11"
          fill={t.ink}
          pointerEvents="none"
          style={face && ON_PICTURE}
        >
          {shown}
          {hasSize && (
            <tspan x={isUpright ? 0 : middle.x} dy={13} fill={face ? t.ink : t.ink2}>
              {size}
            </tspan>
          )}
        </text>
      )}
    </>
  );
}

/** A cut, and which it is in the order they are made. */
function CutLine({ cut, at: order, isRoll }: { cut: Cut; at: number; isRoll: boolean }) {
  const px = useScale();
  const isAcross = isRoll ? cut.along === 'down' : cut.along === 'across';
  const [a, b, at] = [px(cut.from), px(cut.to), px(cut.at)];
  return (
    <g pointerEvents="none">
      <path
        d={isAcross ? `M${a} ${at}H${b}` : `M${at} ${a}V${b}`}
        stroke={t.ink}
        strokeWidth="0.8"
        strokeDasharray="8 3 2 3"
      />
      <text
        {...(isAcross ? { x: a + 3, y: at - 2 } : { x: at + 2, y: a + 10 })}
        fontSize="11"
        fill={t.ink2}
      >
        {order}
      </text>
    </g>
  );
}
