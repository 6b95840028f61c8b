'use client';
import { useId, type ReactNode } from 'react';
import { dashMm, greyOf, type Drawing, type Stroke } from '@/core/drawing/strokes';
import { ScaleDrawing, useScale, Dimension } from './ScaleDrawing';
import { Small } from './Layout';
import { t } from './tokens';

type Props = {
  drawing: Drawing;
  name: string;
  space: { width: number; height: number };
  /** Address of the same drawing at true size. */ pdf?: string;
  children?: ReactNode;
};

/** A shop drawing on the screen. */
export function DrawingView({ drawing: d, name, space, pdf, children }: Props) {
  const dims = d.strokes.filter((s) => s.kind === 'dimension');
  const room = {
    left: dims.some((s) => s.x1 === s.x2) ? 58 : 8,
    right: 10,
    top: 12,
    bottom: dims.some((s) => s.y1 === s.y2) ? 76 : 40,
  };
  return (
    <div>
      <Small>{d.title}</Small>
      <ScaleDrawing
        width={d.width}
        height={d.height}
        space={space}
        room={room}
        label={d.title}
        name={name}
        pdf={pdf}
      >
        <Strokes strokes={d.strokes} />
        {children}
      </ScaleDrawing>
    </div>
  );
}

const DASH_PX = 2.6;
/** Paper millimetres of a dimension's offset, on the screen. */
const OFF_PX = 3.4;

function Strokes({ strokes }: { strokes: readonly Stroke[] }) {
  const px = useScale();
  const id = useId().replace(/[^a-z0-9]/gi, '');
  const pen = (p: 'edge' | 'fine' | 'cut' | 'fold' | 'hidden') => ({
    stroke: p === 'hidden' || p === 'fine' ? t.ink3 : t.ink,
    strokeWidth: p === 'edge' ? 1.2 : 0.8,
    strokeDasharray: dashMm(p)
      ?.map((v) => v * DASH_PX)
      .join(' '),
  });
  return (
    <>
      {strokes.map((s, i) => {
        switch (s.kind) {
          case 'rect':
            return (
              <rect
                key={i}
                x={px(s.x)}
                y={px(s.y)}
                width={px(s.width)}
                height={px(s.height)}
                fill={greyOf(s.fill)}
                {...pen(s.pen)}
              />
            );
          case 'line':
            return (
              <line key={i} x1={px(s.x1)} y1={px(s.y1)} x2={px(s.x2)} y2={px(s.y2)} {...pen(s.pen)} />
            );
          case 'text': {
            // What stands to scale keeps its scale, but is never smaller than can be read as a mark.
            const high = s.high ? Math.max(3, px(s.high) / 0.7) : 11;
            return (
              <text
                key={i}
                data-on-paper={s.high ? true : undefined}
                {...(s.upright
                  ? { transform: `translate(${px(s.x)} ${px(s.y)}) rotate(-90)` }
                  : { x: px(s.x), y: px(s.y) })}
                textAnchor={s.anchor ?? 'start'}
                fontSize={high}
                fill={t.ink}
                fontFamily={s.title ? t.serif : undefined}
                fontStyle={s.title ? 'italic' : undefined}
              >
                {s.says}
              </text>
            );
          }
          case 'dimension': {
            const upright = s.x1 === s.x2,
              off = s.off * OFF_PX;
            return (
              <Dimension
                key={i}
                x1={px(s.x1) + (upright ? off : 0)}
                x2={px(s.x2) + (upright ? off : 0)}
                y1={px(s.y1) + (upright ? 0 : off)}
                y2={px(s.y2) + (upright ? 0 : off)}
                label={s.says}
              />
            );
          }
          case 'picture': {
            const [x, y, w, h] = [px(s.x), px(s.y), px(s.width), px(s.height)];
            const [fw, fh] = [w / s.from.width, h / s.from.height];
            const flip = s.flip
              ? `translate(${s.flip === 'y' ? 0 : 2 * x + w} ${s.flip === 'x' ? 0 : 2 * y + h}) scale(${s.flip === 'y' ? 1 : -1} ${s.flip === 'x' ? 1 : -1})`
              : undefined;
            return (
              <g key={i}>
                <clipPath id={`${id}${i}`}>
                  <rect x={x} y={y} width={w} height={h} />
                </clipPath>
                <g clipPath={`url(#${id}${i})`}>
                  <g transform={flip}>
                    <image
                      href={`/api/pictures/${s.picture}/view`}
                      x={x - s.from.left * fw}
                      y={y - s.from.top * fh}
                      width={fw}
                      height={fh}
                      preserveAspectRatio="none"
                    />
                  </g>
                </g>
              </g>
            );
          }
        }
      })}
    </>
  );
}
