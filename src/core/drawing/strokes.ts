import type { Size, Um } from '../measure';

/** How a line is drawn: an edge, a finer one, a cut, a fold, something out of sight, or a part filled with white or grey. */
export type Pen = 'edge' | 'fine' | 'cut' | 'fold' | 'hidden';
export type Fill = 'none' | 'paper' | 'board' | 'picture' | 'waste' | 'frame';

export type Stroke =
  | {
      kind: 'rect';
      x: Um;
      y: Um;
      width: Um;
      height: Um;
      pen: Pen;
      fill?: Fill;
      id?: string;
      says?: string;
    }
  | { kind: 'line'; x1: Um; y1: Um; x2: Um; y2: Um; pen: Pen }
  /** A part of a picture, given in shares of it; mirrored where it is folded over. */
  | {
      kind: 'picture';
      x: Um;
      y: Um;
      width: Um;
      height: Um;
      picture: string;
      from: { left: number; top: number; width: number; height: number };
      flip?: 'x' | 'y' | 'both';
    }
  | {
      kind: 'text';
      x: Um;
      y: Um;
      says: string;
      anchor?: 'start' | 'middle' | 'end';
      upright?: boolean;
      title?: boolean;
      /** Capitals this high, to scale; else as small as can be read. */ high?: Um;
    }
  /** From one point to another, set off to the side by so many paper millimetres (negative: above or to the left). */
  | { kind: 'dimension'; x1: Um; y1: Um; x2: Um; y2: Um; off: number; says: string };

/** A drawing to scale, in micrometres of the thing drawn. Screen, SVG and PDF are three ways to show one of these. */
export type Drawing = {
  title: string;
  width: Um;
  height: Um;
  /** Left for dimensions, in paper millimetres. */ room: {
    left: number;
    right: number;
    top: number;
    bottom: number;
  };
  strokes: Stroke[];
};

export const DIMENSION_ROOM = { left: 16, right: 6, top: 6, bottom: 16 };
const WEIGHT_MM: Record<Pen, number> = { edge: 0.35, fine: 0.15, cut: 0.25, fold: 0.2, hidden: 0.15 };
const DASH_MM: Partial<Record<Pen, string>> = { cut: '4 1.5 0.5 1.5', fold: '2.5 1.2', hidden: '1 1' };
const GREY: Record<Fill, string> = {
  none: 'none',
  paper: '#ffffff',
  board: '#e6e6e6',
  picture: '#c9c9c9',
  waste: '#f1f1f1',
  frame: '#4a4a4a',
};
export const INK = '#17202b';

export const weightMm = (pen: Pen): number => WEIGHT_MM[pen];
export const dashMm = (pen: Pen): number[] | null => DASH_MM[pen]?.split(' ').map(Number) ?? null;
export const greyOf = (fill: Fill | undefined): string => GREY[fill ?? 'none'];

const escape = (text: string) => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);
const mm = (um: Um) => Math.round(um) / 1_000;

/** Where a dimension's line lies and its text stands, in millimetres of paper. */
export function dimensionAt(
  d: Extract<Stroke, { kind: 'dimension' }>,
  k: number,
): { x1: number; y1: number; x2: number; y2: number; upright: boolean; textX: number; textY: number } {
  const upright = d.x1 === d.x2;
  const [dx, dy] = upright ? [d.off, 0] : [0, d.off];
  const [x1, y1, x2, y2] = [d.x1 * k + dx, d.y1 * k + dy, d.x2 * k + dx, d.y2 * k + dy];
  return {
    x1,
    y1,
    x2,
    y2,
    upright,
    textX: (x1 + x2) / 2 + (upright ? -1.2 : 0),
    textY: (y1 + y2) / 2 + (upright ? 0 : d.off < 0 ? -1.2 : 3.6),
  };
}

/**
 * The drawing as SVG whose user unit is a millimetre of paper: at a scale of one, a 100 mm line is 100 mm.
 *
 * @param scale paper over thing, 1 for true size
 * @param link address of a picture, or its data; null draws a grey part in its place
 * @example drawingSvg({ title: 'a line', width: 100000, height: 10000, room: { left: 0, right: 0, top: 0, bottom: 0 }, strokes: [{ kind: 'line', x1: 0, y1: 0, x2: 100000, y2: 0, pen: 'edge' }] }).includes('width="100mm"') // true
 */
export function drawingSvg(
  d: Drawing,
  scale = 1,
  link: (picture: string) => string | null = () => null,
): string {
  const k = scale / 1_000;
  const [w, h] = [
    mm(d.width) * scale + d.room.left + d.room.right,
    mm(d.height) * scale + d.room.top + d.room.bottom,
  ];
  const clips: string[] = [];
  const body = d.strokes.map((s, i) => strokeSvg(s, k, i, link, clips)).join('\n');
  const sheet = attributes({
    xmlns: 'http://www.w3.org/2000/svg',
    width: `${w}mm`,
    height: `${h}mm`,
    viewBox: `0 0 ${w} ${h}`,
    'font-family': 'Archivo, sans-serif',
    'font-size': 2.8,
    fill: INK,
  });
  return `<svg ${sheet}>
<title>${escape(d.title)}</title>
<defs>${clips.join('')}</defs>
<g transform="translate(${d.room.left} ${d.room.top})">
${body}
</g>
</svg>
`;
}

/** Attributes of an element, those that are nothing left out. */
const attributes = (of: Record<string, string | number | undefined>): string =>
  Object.entries(of)
    .filter(([, value]) => value !== undefined)
    .map(([name, value]) => `${name}="${value}"`)
    .join(' ');

type Box = { x: number; y: number; width: number; height: number };
const boxAt = ({ x, y, width, height }: Box, k: number): Box => ({
  ...{ x: x * k, y: y * k },
  ...{ width: width * k, height: height * k },
});

function strokeSvg(
  s: Stroke,
  k: number,
  i: number,
  link: (picture: string) => string | null,
  clips: string[],
): string {
  const pen = (p: Pen) =>
    `stroke="${INK}" stroke-width="${WEIGHT_MM[p]}"${DASH_MM[p] ? ` stroke-dasharray="${DASH_MM[p]}"` : ''}`;
  switch (s.kind) {
    case 'rect':
      return `<rect ${attributes({ ...boxAt(s, k), fill: greyOf(s.fill) })} ${pen(s.pen)}/>`;
    case 'line':
      return `<line x1="${s.x1 * k}" y1="${s.y1 * k}" x2="${s.x2 * k}" y2="${s.y2 * k}" ${pen(s.pen)}/>`;
    case 'text': {
      const at = s.upright
        ? `transform="translate(${s.x * k} ${s.y * k}) rotate(-90)"`
        : `x="${s.x * k}" y="${s.y * k}"`;
      const type = attributes({
        'text-anchor': s.anchor ?? 'start',
        'font-size': s.high ? (s.high * k) / 0.7 : undefined,
        ...(s.title && { 'font-family': 'Newsreader, serif', 'font-style': 'italic' }),
      });
      return `<text ${at} ${type}>${escape(s.says)}</text>`;
    }
    case 'dimension': {
      const at = dimensionAt(s, k);
      const ends = at.upright
        ? `M${at.x1 - 1} ${at.y1}h2M${at.x2 - 1} ${at.y2}h2`
        : `M${at.x1} ${at.y1 - 1}v2M${at.x2} ${at.y2 - 1}v2`;
      const text = at.upright
        ? `transform="translate(${at.textX} ${at.textY}) rotate(-90)"`
        : `x="${at.textX}" y="${at.textY}"`;
      const path = attributes({
        d: `M${at.x1} ${at.y1}L${at.x2} ${at.y2}${ends}`,
        fill: 'none',
        stroke: INK,
        'stroke-width': 0.15,
      });
      return `<path ${path}/><text ${text} text-anchor="middle">${escape(s.says)}</text>`;
    }
    case 'picture': {
      const href = link(s.picture);
      const box = boxAt(s, k);
      const { x, y, width, height } = box;
      if (!href) return `<rect ${attributes({ ...box, fill: GREY.picture })}/>`;
      clips.push(`<clipPath id="c${i}"><rect ${attributes(box)}/></clipPath>`);
      const [fw, fh] = [width / s.from.width, height / s.from.height];
      const whole = attributes({
        href: escape(href),
        x: x - s.from.left * fw,
        y: y - s.from.top * fh,
        width: fw,
        height: fh,
        preserveAspectRatio: 'none',
      });
      const image = `<image ${whole}/>`;
      const flips = { x: [-1, 1], y: [1, -1], both: [-1, -1] } as const;
      if (!s.flip) return `<g clip-path="url(#c${i})">${image}</g>`;
      const [sx, sy] = flips[s.flip];
      const about = `${sx < 0 ? 2 * x + width : 0} ${sy < 0 ? 2 * y + height : 0}`;
      return `<g clip-path="url(#c${i})"><g transform="translate(${about}) scale(${sx} ${sy})">${image}</g></g>`;
    }
  }
}

/** A scale from those draughtsmen use at which a drawing fits a space in millimetres. @example niceScale({ width: 800000, height: 600000 }, { width: 180, height: 120 }) // 0.2 */
export function niceScale(size: Size, space: { width: number; height: number }): number {
  const most = Math.min(space.width / mm(size.width), space.height / mm(size.height));
  return [2, 1, 0.5, 0.2, 0.1, 0.05, 0.02, 0.01, 0.005, 0.002, 0.001].find((s) => s <= most) ?? most;
}
