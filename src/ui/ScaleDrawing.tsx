'use client';
import { createContext, useContext, useId, useRef, type ReactNode } from 'react';
import styled from 'styled-components';
import type { Um } from '@/core/measure';
import { Button } from './Button';
import { narrow, t } from './tokens';
import { useUnits } from './Units';
import { useWidth } from './useWidth';

type Scale = { /** Screen units to the micrometre. */ k: number };
const Context = createContext<Scale>({ k: 0.001 });
/** Screen units for a length in the drawing that holds this. */
export const useScale = () => {
  const { k } = useContext(Context);
  return (um: Um) => um * k;
};

const Frame = styled.figure`
  position: relative;
  svg {
    display: block;
    max-width: 100%;
    height: auto;
    font-family: ${t.sans};
  }
  > div {
    position: absolute;
    right: 0;
    bottom: 0;
    display: flex;
    align-items: baseline;
    gap: 10px;
    a {
      text-underline-offset: 3px;
      text-decoration: underline dotted;
    }
  }
  ${narrow} {
    /* A finger's row has its own place: it would lie over the figures. */
    > div {
      position: static;
      justify-content: flex-end;
    }
  }
`;

/** A window being drawn smaller gives no room for a moment: a drawing is never turned inside out. */
const LEAST_PX = 24;
const LENGTHS_MM = [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000];
const LENGTHS_IN = [0.5, 1, 2, 4, 6, 12, 24, 36];

/**
 * A drawing to scale. What lies in it is given in micrometres; it fits the space, says its scale by a bar, and leaves as
 * SVG in true millimetres. Where there is less room than the space asked for, the thing is drawn smaller and its figures are not.
 */
export function ScaleDrawing({
  width,
  height,
  space,
  room = { left: 44, right: 10, top: 12, bottom: 56 },
  label,
  name,
  pdf,
  hasHandles = false,
  children,
}: {
  width: Um;
  height: Um;
  space: { width: number; height: number };
  room?: { left: number; right: number; top: number; bottom: number };
  label: string;
  name: string;
  /** Address of the same drawing as a page at true size. */ pdf?: string;
  /** What lies in it can be taken hold of: a group of things, not one image. */ hasHandles?: boolean;
  children: ReactNode;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const id = useId();
  const [frame, across] = useWidth<HTMLElement>(space.width);
  const k = Math.min(
    Math.max(LEAST_PX, across - room.left - room.right) / width,
    Math.max(LEAST_PX, space.height - room.top - room.bottom) / height,
  );
  const w = Math.max(LEAST_PX + room.left + room.right, across);
  const h = height * k + room.top + room.bottom;
  const save = async () => {
    const copy = svg.current!.cloneNode(true) as SVGSVGElement;
    // One unit of the view box is so many millimetres of the thing drawn: the file opens at true size.
    copy.setAttribute('width', `${w / k / 1000}mm`);
    copy.setAttribute('height', `${h / k / 1000}mm`);
    copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
    // The picture goes into the file: an address of this server would mean nothing to whoever opens it.
    await Promise.all(
      [...copy.querySelectorAll('image')].map(async (image) =>
        image.setAttribute('href', await asDataUrl(image.getAttribute('href')!)),
      ),
    );
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([copy.outerHTML], { type: 'image/svg+xml' }));
    link.download = `${name}.svg`;
    link.click();
    URL.revokeObjectURL(link.href);
  };
  return (
    <Frame ref={frame}>
      <svg
        ref={svg}
        viewBox={`0 0 ${w} ${h}`}
        width={w}
        height={h}
        role={hasHandles ? 'group' : 'img'}
        aria-labelledby={id}
      >
        <title id={id}>{label}</title>
        <Context value={{ k }}>
          <g transform={`translate(${room.left} ${room.top})`}>{children}</g>
          <ScaleBar k={k} x={w - room.right - (pdf ? 38 : 0)} y={h - 8} />
        </Context>
      </svg>
      <div>
        {pdf && (
          <a href={pdf} target="_blank" rel="noreferrer" aria-label={`PDF at true size: ${label}`}>
            PDF
          </a>
        )}
        <Button quiet onPress={() => void save()} aria-label={`Save the drawing as SVG: ${label}`}>
          Save as SVG
        </Button>
      </div>
    </Frame>
  );
}

async function asDataUrl(address: string): Promise<string> {
  const blob = await (await fetch(address)).blob();
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => reject(reader.error);
    reader.readAsDataURL(blob);
  });
}

function ScaleBar({ k, x, y }: { k: number; x: number; y: number }) {
  const { unit } = useUnits();
  const step = unit === 'mm' ? 1_000 : 25_400;
  const list = unit === 'mm' ? LENGTHS_MM : LENGTHS_IN;
  const n = list.filter((l) => l * step * k <= 130).at(-1) ?? list[0]!;
  const w = n * step * k;
  // Left of the button that saves the drawing.
  const left = x - 96 - w;
  return (
    <g stroke={t.ink} fill="none">
      <path d={`M${left} ${y - 6}V${y}H${left + w}V${y - 6}M${left + w / 2} ${y - 3}V${y}`} />
      <text x={left - 6} y={y} textAnchor="end" fontSize="11" fill={t.ink2} stroke="none">
        {n} {unit}
      </text>
    </g>
  );
}

/** A dimension line with short strokes at its ends and the figure in its middle. */
export function Dimension({
  x1,
  y1,
  x2,
  y2,
  label,
}: {
  x1: number;
  y1: number;
  x2: number;
  y2: number;
  label: string;
}) {
  const upright = Math.abs(x1 - x2) < 0.01;
  const [mx, my] = [(x1 + x2) / 2, (y1 + y2) / 2];
  const ends = upright ? `M${x1 - 4} ${y1}h8M${x2 - 4} ${y2}h8` : `M${x1} ${y1 - 4}v8M${x2} ${y2 - 4}v8`;
  return (
    <g fontSize="11">
      <path d={`M${x1} ${y1}L${x2} ${y2}${ends}`} stroke={t.ink} fill="none" />
      {upright ? (
        <text transform={`translate(${mx - 7} ${my}) rotate(-90)`} textAnchor="middle" fill={t.ink}>
          {label}
        </text>
      ) : (
        <text x={mx} y={my + 15} textAnchor="middle" fill={t.ink}>
          {label}
        </text>
      )}
    </g>
  );
}
