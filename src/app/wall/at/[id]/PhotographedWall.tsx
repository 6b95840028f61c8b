'use client';
import { useRef, type RefObject } from 'react';
import { mergeProps, useFocusRing, useMove } from 'react-aria';
import styled from 'styled-components';
import type { BuyerWallModel } from '@/app/models';
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

/** The photograph with the line of the known length over it and what hangs there, each moved by a hand or by the arrows. */
export function PhotographedWall({
  wall,
  ends,
  onEnds,
  onMove,
}: {
  wall: BuyerWallModel;
  ends: Ends;
  onEnds: (ends: Ends) => void;
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
      {scale !== null &&
        hung.pieces.map((each) => <Piece key={each.id} {...{ svg, each, scale, onMove, line }} />)}
      <path
        d={`M${ends.from.x} ${ends.from.y}L${ends.to.x} ${ends.to.y}`}
        stroke={t.white}
        strokeWidth={line * 2.6}
      />
      <path
        d={`M${ends.from.x} ${ends.from.y}L${ends.to.x} ${ends.to.y}`}
        stroke={t.holds}
        strokeWidth={line}
      />
      <End
        {...{ svg, line }}
        at={ends.from}
        label="One end of the known length"
        onMove={(from) => onEnds({ ...ends, from })}
      />
      <End
        {...{ svg, line }}
        at={ends.to}
        label="Its other end"
        onMove={(to) => onEnds({ ...ends, to })}
      />
    </Photograph>
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
