'use client';
import { useId, useRef, type RefObject } from 'react';
import { mergeProps, useFocusRing, useMove } from 'react-aria';
import styled from 'styled-components';
import type { BuyerWallModel } from '@/app/models';
import type { Quad } from '@/core/capture/quad';
import { hangAslant, quadOf, type AslantPiece, type KnownRectangle } from '@/core/wall/aslant';
import type { Framing } from '@/core/wall/plan';
import {
  pixelsPerMm,
  placeInPhotograph,
  type HungAtBuyers,
  type PixelPoint,
} from '@/core/wall/buyerWall';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { useHandMove } from '../../useHandMove';

/** An arrow moves by so many pixels of the photograph; with shift by one. */
const STEP_PX = 10;

const Photograph = styled.svg`
  display: block;
  width: 100%;
  max-height: 74vh;
  touch-action: none;
  [role='button'] {
    cursor: grab;
    outline: none;
  }
  [data-focused] .ring {
    stroke: ${t.ink};
  }
`;

export type Ends = { from: PixelPoint; to: PixelPoint };

/** What is known of the wall, as it is being marked: a length, or a rectangle where it was taken aslant. */
export type Marked =
  { by: 'length'; ends: Ends } | { by: 'rectangle'; corners: KnownRectangle['corners'] };

const CORNERS = ['top left', 'top right', 'bottom right', 'bottom left'] as const;

/** The photograph with the line of the known length over it and what hangs there, each moved by a hand or by the arrows. */
export function PhotographedWall({
  wall,
  marked,
  onMarked,
  onMove,
}: {
  wall: BuyerWallModel;
  marked: Marked;
  onMarked: (marked: Marked) => void;
  onMove: (pieceId: string, middle: PixelPoint) => void;
}) {
  const { widthPx, heightPx, sha256, hung, name } = wall;
  const svg = useRef<SVGSVGElement>(null);
  const scale = hung.known && pixelsPerMm(hung.known);
  const line = widthPx / 400;
  return (
    <Photograph
      ref={svg}
      viewBox={`0 0 ${widthPx} ${heightPx}`}
      aria-label={`The wall of ${name}`}
      role="group"
    >
      <image
        href={`/api/pictures/${sha256}/view`}
        width={widthPx}
        height={heightPx}
        preserveAspectRatio="none"
      />
      {hung.rectangle
        ? hung.pieces.map((each) => (
            <AslantPicture key={each.id} {...{ svg, each, known: hung.rectangle!, onMove, line }} />
          ))
        : scale !== null &&
          hung.pieces.map((each) => <Piece key={each.id} {...{ svg, each, scale, onMove, line }} />)}
      <Outline
        points={marked.by === 'length' ? [marked.ends.from, marked.ends.to] : marked.corners}
        line={line}
      />
      {marked.by === 'length' ? (
        <>
          <End
            {...{ svg, line }}
            at={marked.ends.from}
            label="One end of the known length"
            onMove={(from) => onMarked({ by: 'length', ends: { ...marked.ends, from } })}
          />
          <End
            {...{ svg, line }}
            at={marked.ends.to}
            label="Its other end"
            onMove={(to) => onMarked({ by: 'length', ends: { ...marked.ends, to } })}
          />
        </>
      ) : (
        marked.corners.map((corner, i) => (
          <End
            key={CORNERS[i]}
            {...{ svg, line }}
            at={corner}
            label={`The ${CORNERS[i]} corner of the known rectangle`}
            onMove={(to) =>
              onMarked({
                by: 'rectangle',
                corners: marked.corners.map((p, k) => (k === i ? to : p)) as typeof marked.corners,
              })
            }
          />
        ))
      )}
    </Photograph>
  );
}

/** A line, or round four corners, seen on dark and on light. */
function Outline({ points, line }: { points: readonly PixelPoint[]; line: number }) {
  const path = `M${points.map(({ x, y }) => `${x} ${y}`).join('L')}${points.length > 2 ? 'Z' : ''}`;
  return (
    <>
      <path d={path} fill="none" stroke={t.white} strokeWidth={line * 2.6} />
      <path d={path} fill="none" stroke={t.holds} strokeWidth={line} />
    </>
  );
}

type InPhotograph = { svg: RefObject<SVGSVGElement | null>; line: number };

/** Pixels of the photograph to one of the screen. */
const perScreenPx = (svg: SVGSVGElement | null): number => {
  const matrix = svg?.getScreenCTM();
  return matrix ? 1 / matrix.a : 1;
};

function End({
  svg,
  line,
  at,
  label,
  onMove,
}: InPhotograph & { at: PixelPoint; label: string; onMove: (to: PixelPoint) => void }) {
  const { moveProps } = useMove({
    onMove: ({ deltaX, deltaY, pointerType, shiftKey }) => {
      const k = pointerType === 'keyboard' ? (shiftKey ? 1 : STEP_PX) : perScreenPx(svg.current);
      onMove({ x: Math.max(0, at.x + deltaX * k), y: Math.max(0, at.y + deltaY * k) });
    },
  });
  const { focusProps, isFocusVisible } = useFocusRing();
  return (
    <g
      {...mergeProps(moveProps, focusProps)}
      role="button"
      tabIndex={0}
      aria-label={`${label}, at ${Math.round(at.x)}, ${Math.round(at.y)} px. Arrows move it`}
      data-focused={isFocusVisible || undefined}
    >
      <circle
        className="ring"
        cx={at.x}
        cy={at.y}
        r={line * 7}
        fill={t.white}
        fillOpacity="0.6"
        strokeWidth={line}
      />
      <path
        d={`M${at.x - line * 5} ${at.y}h${line * 10}M${at.x} ${at.y - line * 5}v${line * 10}`}
        stroke={t.holds}
        strokeWidth={line}
      />
    </g>
  );
}

function Piece({
  svg,
  line,
  each: { id, piece, middle },
  scale,
  onMove,
}: InPhotograph & {
  each: HungAtBuyers;
  scale: number;
  onMove: (pieceId: string, middle: PixelPoint) => void;
}) {
  const { size } = useUnits();
  const { by, moveProps } = useHandMove({
    perScreenPx: () => perScreenPx(svg.current),
    step: STEP_PX,
    fine: 1,
    onEnd: ({ x, y }) => onMove(id, { x: Math.max(0, middle.x + x), y: Math.max(0, middle.y + y) }),
  });
  const { focusProps, isFocusVisible } = useFocusRing();
  const {
    outer,
    inner,
    window: seen,
  } = placeInPhotograph(piece, { x: middle.x + by.x, y: middle.y + by.y }, scale);
  const rect = (box: typeof outer) => ({ x: box.left, y: box.top, width: box.width, height: box.height });
  return (
    <g
      {...mergeProps(moveProps, focusProps)}
      role="button"
      tabIndex={0}
      aria-label={`${piece.title}, ${size(piece.outer)} with its frame. Arrows move it`}
      data-focused={isFocusVisible || undefined}
    >
      {piece.moulding > 0 && <rect {...rect(outer)} fill="#222222" />}
      {piece.moulding > 0 && <rect {...rect(inner)} fill="#f6f6f6" />}
      <svg
        {...rect(seen)}
        viewBox={`${piece.from.left} ${piece.from.top} ${piece.from.width} ${piece.from.height}`}
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
          <rect width="1" height="1" fill="#c8c8c8" />
        )}
      </svg>
      <rect className="ring" {...rect(outer)} fill="none" strokeWidth={line * 1.5} />
    </g>
  );
}

/** So many parts a picture is drawn in, each way: within one of them the slant is not seen. */
const PARTS = 5;
const polygon = (quad: Quad): string => quad.map(({ x, y }) => `${x},${y}`).join(' ');

/** A framed picture on a wall that is seen aslant. */
function AslantPicture({
  svg,
  line,
  each: { id, piece, middle },
  known,
  onMove,
}: InPhotograph & {
  each: HungAtBuyers;
  known: KnownRectangle;
  onMove: (pieceId: string, middle: PixelPoint) => void;
}) {
  const { size } = useUnits();
  const name = useId();
  const { by, moveProps } = useHandMove({
    perScreenPx: () => perScreenPx(svg.current),
    step: STEP_PX,
    fine: 1,
    onEnd: ({ x, y }) => onMove(id, { x: Math.max(0, middle.x + x), y: Math.max(0, middle.y + y) }),
  });
  const { focusProps, isFocusVisible } = useFocusRing();
  const hung = aslantOrNull(piece, { x: middle.x + by.x, y: middle.y + by.y }, known);
  if (!hung) return null;
  const { outer, moulding: m, window: seen } = piece;
  const whole = quadOf(hung, { left: 0, top: 0, ...outer });
  const glass = { left: m, top: m, width: outer.width - 2 * m, height: outer.height - 2 * m };
  return (
    <g
      {...mergeProps(moveProps, focusProps)}
      role="button"
      tabIndex={0}
      aria-label={`${piece.title}, ${size(outer)} with its frame. Arrows move it`}
      data-focused={isFocusVisible || undefined}
    >
      {m > 0 && <polygon points={polygon(whole)} fill="#222222" />}
      {m > 0 && <polygon points={polygon(quadOf(hung, glass))} fill="#f6f6f6" />}
      <polygon points={polygon(quadOf(hung, seen))} fill="#c8c8c8" />
      {piece.picture &&
        Array.from({ length: PARTS * PARTS }, (_, k) => (
          <Part
            key={k}
            clip={`${name}${k}`}
            {...{ hung, piece }}
            column={k % PARTS}
            row={Math.floor(k / PARTS)}
          />
        ))}
      <polygon className="ring" points={polygon(whole)} fill="none" strokeWidth={line * 1.5} />
    </g>
  );
}

/** While it is dragged it may be past the end of the wall: it is not drawn there. */
function aslantOrNull(piece: Framing, middle: PixelPoint, known: KnownRectangle): AslantPiece | null {
  try {
    return hangAslant(piece, middle, known);
  } catch {
    return null;
  }
}

/** One part of a picture, laid between its own four corners. */
function Part({
  clip,
  hung,
  piece: { window: seen, from, picture },
  column,
  row,
}: {
  clip: string;
  hung: AslantPiece;
  piece: Framing;
  column: number;
  row: number;
}) {
  const [width, height] = [seen.width / PARTS, seen.height / PARTS];
  const corners = quadOf(hung, {
    ...{ left: seen.left + column * width, top: seen.top + row * height },
    ...{ width, height },
  });
  // Each reaches a little under the next, so that no line of the wall is seen between them.
  const reach = (k: number) => (k < PARTS - 1 ? 1.06 : 1);
  const shown = quadOf(hung, {
    ...{ left: seen.left + column * width, top: seen.top + row * height },
    ...{ width: width * reach(column), height: height * reach(row) },
  });
  const [a, b, , d] = corners;
  // From shares of the picture to the photograph: right along the upper edge, down along the left one.
  const [du, dv] = [from.width / PARTS, from.height / PARTS];
  const [u, v] = [from.left + column * du, from.top + row * dv];
  const right = { x: (b.x - a.x) / du, y: (b.y - a.y) / du };
  const down = { x: (d.x - a.x) / dv, y: (d.y - a.y) / dv };
  const matrix = [
    ...[right.x, right.y, down.x, down.y],
    a.x - u * right.x - v * down.x,
    a.y - u * right.y - v * down.y,
  ];
  return (
    <g clipPath={`url(#${clip})`}>
      <clipPath id={clip}>
        <polygon points={polygon(shown)} />
      </clipPath>
      <image
        href={`/api/pictures/${picture}/view`}
        width="1"
        height="1"
        preserveAspectRatio="none"
        transform={`matrix(${matrix.join(' ')})`}
      />
    </g>
  );
}
