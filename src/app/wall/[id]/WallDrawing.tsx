'use client';
import { useId } from 'react';
import { mergeProps, useFocusRing } from 'react-aria';
import styled from 'styled-components';
import type { Um } from '@/core/measure';
import { faceLeft, wallHeight, wallWidth } from '@/core/wall/check';
import { hooksOf } from '@/core/wall/hooks';
import type { HungAt, LaidWall } from '@/core/wall/lay';
import type { HungPiece, Obstacle, WallPlan } from '@/core/wall/plan';
import { Dimension, ScaleDrawing, useScale } from '@/ui/ScaleDrawing';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { useHandMove } from '../useHandMove';

/** An arrow moves a picture by so much; with shift by a tenth of it. */
const STEP_UM = 10_000;
/** Half an arm of a hook's cross, px. */
const CROSS_PX = 5;

const Hung = styled.g`
  cursor: grab;
  outline: none;
  &[data-focused] > .edge {
    stroke: ${t.ink};
    stroke-width: 2;
  }
`;

export type Moved = { face: number; left: Um; top: Um };

/** A wall to scale: pictures in their frames that a hand or the arrows move, crosses at the hooks, gaps, and the line of the eye. */
export function WallDrawing({
  name,
  plan,
  laid,
  selectedId,
  onSelect,
  onMove,
  pdf,
}: {
  name: string;
  plan: WallPlan;
  laid: LaidWall;
  selectedId: string | null;
  onSelect: (id: string) => void;
  onMove: (id: string, to: Moved) => void;
  pdf: string;
}) {
  return (
    <ScaleDrawing
      width={wallWidth(plan)}
      height={wallHeight(plan)}
      space={{ width: 900, height: 560 }}
      room={{ left: 62, right: 34, top: 10, bottom: 64 }}
      label={`${name}, with ${plan.pieces.length} pictures`}
      name={name}
      pdf={pdf}
      hasHandles
    >
      <Ground plan={plan} />
      <Obstacles plan={plan} />
      <EyeLine plan={plan} />
      {plan.pieces.map((piece, i) => (
        <Picture
          key={piece.id}
          number={i + 1}
          {...{ plan, piece, onMove, onSelect }}
          at={laid.at[i]!}
          isSelected={piece.id === selectedId}
        />
      ))}
      <Gaps plan={plan} laid={laid} />
    </ScaleDrawing>
  );
}

/** A face of the wall, from the floor up to its slope. */
function outlineOf(plan: WallPlan, at: number, px: (um: Um) => number): string {
  const { width, leftHeight, rightHeight } = plan.faces[at]!;
  const high = wallHeight(plan);
  const x = px(faceLeft(plan, at));
  return `M${x} ${px(high)}V${px(high - leftHeight)}L${x + px(width)} ${px(high - rightHeight)}V${px(high)}Z`;
}

function Ground({ plan }: { plan: WallPlan }) {
  const px = useScale();
  const { length } = useUnits();
  const high = wallHeight(plan);
  const wide = wallWidth(plan);
  return (
    <>
      {plan.faces.map((face, i) => {
        const x = px(faceLeft(plan, i));
        const right = x + px(face.width);
        return (
          <g key={i}>
            <path d={outlineOf(plan, i, px)} fill={t.second} stroke={t.ink} />
            <Dimension
              x1={x}
              x2={right}
              y1={px(high) + 16}
              y2={px(high) + 16}
              label={`${face.name ? `${face.name}, ` : ''}${length(face.width)}`}
            />
          </g>
        );
      })}
      <Dimension
        x1={px(wide) + 18}
        x2={px(wide) + 18}
        y1={px(high - plan.faces.at(-1)!.rightHeight)}
        y2={px(high)}
        label={length(plan.faces.at(-1)!.rightHeight)}
      />
    </>
  );
}

function Obstacles({ plan }: { plan: WallPlan }) {
  const px = useScale();
  const high = wallHeight(plan);
  return plan.obstacles.map((o) => {
    const [x, y] = [px(faceLeft(plan, o.face) + o.left), px(high - o.bottom - o.height)];
    const [w, h] = [px(o.width), px(o.height)];
    return (
      <g key={o.id}>
        <rect
          x={x}
          y={y}
          width={w}
          height={h}
          fill={o.kind === 'window' ? t.white : t.pressed}
          stroke={t.line}
        />
        <Inside kind={o.kind} x={x} y={y} w={w} h={h} />
        {w > 44 && h > 22 && (
          <text x={x + w / 2} y={y + h / 2 + 4} textAnchor="middle" fontSize="11" fill={t.ink2}>
            {o.kind}
          </text>
        )}
        <title>{o.kind}</title>
      </g>
    );
  });
}

/** What tells a radiator from a door at a glance. */
function Inside({
  kind,
  x,
  y,
  w,
  h,
}: {
  kind: Obstacle['kind'];
  x: number;
  y: number;
  w: number;
  h: number;
}) {
  if (kind === 'radiator') {
    const ribs = Math.max(3, Math.floor(w / 16));
    const d = Array.from(
      { length: ribs },
      (_, i) => `M${x + ((i + 0.5) * w) / ribs} ${y + 4}V${y + h - 4}`,
    ).join('');
    return <path d={d} stroke={t.line} />;
  }
  if (kind === 'window')
    return <path d={`M${x + w / 2} ${y}V${y + h}M${x} ${y + h / 2}H${x + w}`} stroke={t.line} />;
  if (kind === 'door') return <circle cx={x + w * 0.88} cy={y + h / 2} r="2" fill={t.ink3} />;
  return null;
}

function EyeLine({ plan }: { plan: WallPlan }) {
  const px = useScale();
  const { length } = useUnits();
  const id = useId();
  const high = wallHeight(plan);
  const y = px(high - plan.arrangement.centre);
  const outline = plan.faces.map((_, i) => outlineOf(plan, i, px));
  return (
    <g>
      {/* Where a slope comes under it, there is no wall to look at. */}
      <clipPath id={id}>
        <path d={outline.join('')} />
      </clipPath>
      <path
        d={`M0 ${y}H${px(wallWidth(plan))}`}
        stroke={t.holds}
        strokeDasharray="6 4"
        fill="none"
        clipPath={`url(#${id})`}
      />
      <text x="-5" y={y + 4} textAnchor="end" fontSize="11" fill={t.holds}>
        {length(plan.arrangement.centre)}
      </text>
    </g>
  );
}

function Picture({
  plan,
  piece,
  at,
  number,
  isSelected,
  onSelect,
  onMove,
}: {
  plan: WallPlan;
  piece: HungPiece;
  at: HungAt;
  number: number;
  isSelected: boolean;
  onSelect: (id: string) => void;
  onMove: (id: string, to: Moved) => void;
}) {
  const px = useScale();
  const { length } = useUnits();
  const high = wallHeight(plan);
  const k = px(1);
  const { by, moveProps } = useHandMove({
    perScreenPx: () => 1 / k,
    step: STEP_UM,
    fine: STEP_UM / 10,
    onStart: () => onSelect(piece.id),
    onEnd: (moved) => onMove(piece.id, placeFor(plan, piece, at, moved)),
  });
  const { focusProps, isFocusVisible } = useFocusRing();
  const x = px(faceLeft(plan, at.face) + at.left + by.x);
  const y = px(high - at.top + by.y);
  const [w, h] = [px(piece.outer.width), px(piece.outer.height)];
  const { from, window: seen } = piece;
  const hooks = hooksOf(piece, at);
  return (
    <Hung
      {...mergeProps(moveProps, focusProps)}
      tabIndex={0}
      role="button"
      aria-pressed={isSelected}
      aria-label={`${number}, ${piece.title}: left edge ${length(at.left)} from the corner, top ${length(at.top)} from the floor. Arrows move it by ${length(STEP_UM)}, with shift by a tenth of that`}
      data-focused={isFocusVisible || undefined}
      onFocus={() => onSelect(piece.id)}
      onClick={() => onSelect(piece.id)}
    >
      <rect className="edge" x={x - 3} y={y - 3} width={w + 6} height={h + 6} fill="none" stroke="none" />
      <rect x={x} y={y} width={w} height={h} fill={piece.moulding > 0 ? t.ink : t.white} />
      <rect
        x={x + px(piece.moulding)}
        y={y + px(piece.moulding)}
        width={Math.max(0, w - 2 * px(piece.moulding))}
        height={Math.max(0, h - 2 * px(piece.moulding))}
        fill={t.white}
      />
      <svg
        x={x + px(seen.left)}
        y={y + px(seen.top)}
        width={px(seen.width)}
        height={px(seen.height)}
        viewBox={`${from.left} ${from.top} ${from.width} ${from.height}`}
        preserveAspectRatio="none"
      >
        {piece.picture ? (
          <image
            href={`/api/pictures/${piece.picture}/view`}
            width="1"
            height="1"
            preserveAspectRatio="none"
          />
        ) : (
          <rect width="1" height="1" fill={t.line} />
        )}
      </svg>
      {hooks.map((hook, i) => {
        const hx = px(faceLeft(plan, at.face) + hook.x + by.x);
        const hy = px(high - hook.y + by.y);
        return (
          <path
            key={i}
            d={`M${hx - CROSS_PX} ${hy}h${2 * CROSS_PX}M${hx} ${hy - CROSS_PX}v${2 * CROSS_PX}`}
            stroke={t.fails}
            strokeWidth="1.2"
          />
        );
      })}
      <text x={x + w / 2} y={y + h + 15} textAnchor="middle" fontSize="13" fontWeight="600" fill={t.ink}>
        {number}
      </text>
      {isSelected && <path d={`M${x + w / 2 - 7} ${y + h + 19}h14`} stroke={t.ink} strokeWidth="2" />}
    </Hung>
  );
}

/** Where a picture comes to hang that was moved: on the face its middle lies on, within the wall. */
function placeFor(plan: WallPlan, piece: HungPiece, at: HungAt, moved: { x: number; y: number }): Moved {
  const left = faceLeft(plan, at.face) + at.left + moved.x;
  const middle = left + piece.outer.width / 2;
  const face = Math.max(
    0,
    plan.faces.findLastIndex((_, i) => faceLeft(plan, i) <= middle),
  );
  const { width } = plan.faces[face]!;
  const most = Math.max(0, width - piece.outer.width);
  return {
    face,
    left: Math.round(Math.min(most, Math.max(0, left - faceLeft(plan, face)))),
    top: Math.round(Math.min(wallHeight(plan), Math.max(piece.outer.height, at.top - moved.y))),
  };
}

function Gaps({ plan, laid }: { plan: WallPlan; laid: LaidWall }) {
  const px = useScale();
  const { length } = useUnits();
  const high = wallHeight(plan);
  return laid.gaps
    .filter((gap) => !gap.isEnd && px(gap.to - gap.from) > 6)
    .map((gap, i) => {
      const lows = plan.pieces.flatMap((p, j) => {
        const at = laid.at[j]!;
        const isInRow = at.face === gap.face && at.top > gap.y && at.top - p.outer.height < gap.y;
        return isInRow && !at.isByHand ? [at.top - p.outer.height] : [];
      });
      const y = px(high - Math.min(...lows)) + 26;
      const x = faceLeft(plan, gap.face);
      return (
        <Dimension
          key={i}
          x1={px(x + gap.from)}
          x2={px(x + gap.to)}
          y1={y}
          y2={y}
          label={length(gap.to - gap.from)}
        />
      );
    });
}
