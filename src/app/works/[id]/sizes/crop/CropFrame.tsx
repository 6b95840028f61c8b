'use client';
import { useId, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import styled from 'styled-components';
import type { Crop, CropPlace } from '@/core/crop/crop';
import type { Size } from '@/core/measure';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import type { Picture } from './CropView';

const SPACE = { width: 640, height: 470 };
const Frame = styled.figure`
  background: #cfcfcf;
  padding: 14px;
  line-height: 0;
  touch-action: none;
  max-width: 100%;
  svg {
    max-width: 100%;
    height: auto;
    user-select: none;
  }
  [role='group'] {
    cursor: move;
    outline: none;
  }
  [role='group']:focus-visible .edge {
    stroke-width: 3.5;
  }
`;

type Props = {
  picture: Picture;
  image: Size;
  place: CropPlace;
  crop: Crop;
  onMove: (place: CropPlace) => void;
  label: string;
};

/** The whole picture with the cut lying on it: dragged, or nudged as with a rule in hand. */
export function CropFrame({ picture, image, place, crop, onMove, label }: Props) {
  const { unit } = useUnits();
  const id = useId();
  const svg = useRef<SVGSVGElement>(null);
  const [grip, setGrip] = useState<{ x: number; y: number; from: CropPlace } | null>(null);
  const k = Math.min(SPACE.width / picture.width, SPACE.height / picture.height);
  const [w, h] = [picture.width * k, picture.height * k];
  const box = { x: crop.left * k, y: crop.top * k, width: crop.width * k, height: crop.height * k };
  const [cx, cy] = [box.x + box.width / 2, box.y + box.height / 2];
  const turn = crop.degrees ? `rotate(${crop.degrees} ${cx} ${cy})` : undefined;
  const at = (e: PointerEvent) => {
    const r = svg.current!.getBoundingClientRect();
    return { x: (e.clientX - r.left) / r.width, y: (e.clientY - r.top) / r.height };
  };
  const drag = (e: PointerEvent) => {
    if (!grip) return;
    const p = at(e);
    onMove({
      ...grip.from,
      x: Math.round(grip.from.x + (p.x - grip.x) * 1_000_000),
      y: Math.round(grip.from.y + (p.y - grip.y) * 1_000_000),
    });
  };
  const nudge = (e: KeyboardEvent) => {
    // Shift and alt make the step longer and shorter, as one slides a rule or taps it.
    const um = NUDGE_UM[unit][reachOf(e)];
    const step = {
      x: ((um * crop.width) / image.width / picture.width) * 1_000_000,
      y: ((um * crop.height) / image.height / picture.height) * 1_000_000,
    };
    const by: Record<string, Partial<CropPlace>> = {
      ArrowLeft: { x: Math.round(place.x - step.x) },
      ArrowRight: { x: Math.round(place.x + step.x) },
      ArrowUp: { y: Math.round(place.y - step.y) },
      ArrowDown: { y: Math.round(place.y + step.y) },
      '+': { fill: place.fill + 10_000 },
      '=': { fill: place.fill + 10_000 },
      '-': { fill: place.fill - 10_000 },
    };
    const change = by[e.key];
    if (!change) return;
    e.preventDefault();
    e.stopPropagation();
    onMove({ ...place, ...change });
  };
  return (
    <Frame>
      <svg ref={svg} width={w} height={h} viewBox={`0 0 ${w} ${h}`} aria-label={label}>
        <image
          href={`/api/pictures/${picture.sha}/view`}
          width={w}
          height={h}
          preserveAspectRatio="none"
        />
        <mask id={id}>
          <rect width={w} height={h} fill="#fff" />
          <rect {...box} transform={turn} fill="#000" />
        </mask>
        <rect width={w} height={h} fill="#cfcfcf" fillOpacity="0.72" mask={`url(#${id})`} />
        <g
          role="group"
          tabIndex={0}
          aria-label="The cut: arrows move it"
          transform={turn}
          onKeyDown={nudge}
          onPointerDown={(e) => {
            (e.currentTarget as Element).setPointerCapture(e.pointerId);
            setGrip({ ...at(e), from: place });
          }}
          onPointerMove={drag}
          onPointerUp={() => setGrip(null)}
          onPointerCancel={() => setGrip(null)}
        >
          <rect {...box} fill="transparent" />
          <rect className="edge" {...box} fill="none" stroke={t.ink} strokeWidth="1.6" />
          <rect
            x={box.x + 1.6}
            y={box.y + 1.6}
            width={Math.max(0, box.width - 3.2)}
            height={Math.max(0, box.height - 3.2)}
            fill="none"
            stroke={t.white}
            strokeWidth="1"
          />
          {crop.degrees !== 0 &&
            [1, 2, 3].map((n) => (
              <path
                key={n}
                d={`M${box.x} ${box.y + (box.height * n) / 4}h${box.width}`}
                stroke={t.white}
                strokeOpacity="0.7"
                strokeWidth="0.8"
              />
            ))}
        </g>
      </svg>
    </Frame>
  );
}

/** A round step in either unit: an inch, a sixteenth and a sixty-fourth of one stand beside the metric ones. */
const NUDGE_UM = {
  mm: { far: 10_000, usual: 1_000, near: 100 },
  in: { far: 25_400, usual: 1_588, near: 397 },
} as const;

function reachOf(e: KeyboardEvent): 'far' | 'usual' | 'near' {
  if (e.shiftKey) return 'far';
  return e.altKey ? 'near' : 'usual';
}
