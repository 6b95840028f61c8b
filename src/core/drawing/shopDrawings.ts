import { formatLength, formatSize, type Size, type Um, type UnitSystem } from '../measure';
import type { Crop } from '../crop/crop';
import { DIMENSION_ROOM, type Drawing, type Stroke } from './strokes';
import { finishSheet, type Finish } from '../crop/finish';
import { matOuter, type MatPlan, type Mounting } from '../mounting/mount';
import type { Cut, Laid, LaidPiece } from '../sheets/pieces';
import type { Borders } from '../crop/border';
import { PAST_EDGE_UM, wrapCanvas, type Panel, type WrapQuestion } from '../mounting/wrap';

/** A part of a picture, in shares of it. */
export type From = { left: number; top: number; width: number; height: number };
export const WHOLE: From = { left: 0, top: 0, width: 1, height: 1 };

/** The part of the picture that a crop keeps, as shares of it. @example shareOfCrop({ width: 200, height: 100 }, { left: 50, top: 0, width: 100, height: 100, degrees: 0 }).left // 0.25 */
export const shareOfCrop = (picture: { width: number; height: number }, c: Crop): From => ({
  left: c.left / picture.width,
  top: c.top / picture.height,
  width: c.width / picture.width,
  height: c.height / picture.height,
});

const across = (x1: Um, x2: Um, y: Um, says: string, off = 7): Stroke => ({
  kind: 'dimension',
  x1,
  y1: y,
  x2,
  y2: y,
  off,
  says,
});
const down = (y1: Um, y2: Um, x: Um, says: string, off = -7): Stroke => ({
  kind: 'dimension',
  x1: x,
  y1,
  x2: x,
  y2,
  off,
  says,
});

/** A sheet with its image, border, title line, strip to tear off, or bleed. */
export function drawSheet(q: {
  title: string;
  image: Size;
  borders: Borders;
  finish: Finish;
  unit: UnitSystem;
  picture: string | null;
  from: From;
  number: string;
}): Drawing {
  const { image, borders: b, finish, unit } = q;
  const f = finishSheet(image, b, finish, unit);
  const length = (um: Um) => formatLength(um, unit, { inches: 'fraction' });
  const edge = Math.max(finish.deckle, finish.bleed);
  const [ox, oy] = [edge, edge];
  const at = { x: ox + b.left, y: oy + b.top };
  const [w, h] = [f.sheet.width + 2 * edge, f.sheet.height + 2 * edge];
  const strokes: Stroke[] = [];
  if (finish.deckle)
    strokes.push({ kind: 'rect', x: 0, y: 0, width: w, height: h, pen: 'fine', fill: 'waste' });
  strokes.push({
    kind: 'rect',
    x: ox,
    y: oy,
    ...f.sheet,
    pen: finish.deckle ? 'cut' : 'edge',
    fill: 'paper',
  });
  if (finish.bleed)
    strokes.push({
      kind: 'rect',
      x: at.x - finish.bleed,
      y: at.y - finish.bleed,
      ...f.printed,
      pen: 'hidden',
      fill: 'picture',
    });
  strokes.push(
    q.picture
      ? { kind: 'picture', ...at, ...image, picture: q.picture, from: q.from }
      : { kind: 'rect', ...at, ...image, pen: 'fine', fill: 'picture' },
  );
  if (finish.bleed)
    strokes.push(
      { kind: 'rect', x: ox, y: oy, ...f.sheet, pen: 'cut' },
      {
        kind: 'rect',
        x: at.x + finish.bleed,
        y: at.y + finish.bleed,
        width: image.width - 2 * finish.bleed,
        height: image.height - 2 * finish.bleed,
        pen: 'hidden',
      },
    );
  if (f.lineAt !== null && b.bottom >= 8_000) {
    const y = at.y + image.height + f.lineAt;
    strokes.push(
      { kind: 'text', x: at.x, y, says: q.number, high: finish.type },
      {
        kind: 'line',
        x1: at.x + image.width * 0.72,
        y1: y,
        x2: at.x + image.width,
        y2: y,
        pen: 'hidden',
      },
    );
    if (finish.title)
      strokes.push({
        kind: 'text',
        x: at.x + image.width / 2,
        y,
        says: finish.title,
        anchor: 'middle',
        title: true,
        high: finish.type,
      });
  }
  strokes.push(
    across(at.x, at.x + image.width, h, length(image.width), 4),
    down(at.y, at.y + image.height, 0, length(image.height), -4),
  );
  if (b.left + b.right + edge > 0) strokes.push(across(0, w, h, length(w), 10));
  if (b.top + b.bottom + edge > 0) strokes.push(down(0, h, 0, length(h), -11));
  return {
    title: q.title,
    width: w,
    height: h,
    room: { ...DIMENSION_ROOM, left: 18, bottom: 18 },
    strokes,
  };
}

/** The face of a mat: outer, window, what of the sheet lies under it, what of the image is seen. */
export function drawMatFace(q: {
  title: string;
  plan: MatPlan;
  sheet: Size;
  image: Size;
  unit: UnitSystem;
  picture: string | null;
  from: From;
}): Drawing {
  const { plan, sheet, image, unit } = q;
  const outer = matOuter(plan.window, plan.side, plan.bottom),
    length = (um: Um) => formatLength(um, unit);
  const win = { x: plan.side, y: plan.side, ...plan.window };
  const centred = (s: Size) => ({
    x: win.x + (win.width - s.width) / 2,
    y: win.y + (win.height - s.height) / 2,
    ...s,
  });
  const [s, i] = [centred(sheet), centred(image)];
  const seen = {
    left: Math.max(i.x, win.x),
    top: Math.max(i.y, win.y),
    right: Math.min(i.x + i.width, win.x + win.width),
    bottom: Math.min(i.y + i.height, win.y + win.height),
  };
  const part: From = {
    left: q.from.left + ((seen.left - i.x) / i.width) * q.from.width,
    top: q.from.top + ((seen.top - i.y) / i.height) * q.from.height,
    width: ((seen.right - seen.left) / i.width) * q.from.width,
    height: ((seen.bottom - seen.top) / i.height) * q.from.height,
  };
  const box = {
    x: seen.left,
    y: seen.top,
    width: seen.right - seen.left,
    height: seen.bottom - seen.top,
  };
  return {
    title: q.title,
    ...outer,
    room: { ...DIMENSION_ROOM, left: 18, bottom: 18 },
    strokes: [
      { kind: 'rect', x: 0, y: 0, ...outer, pen: 'edge', fill: 'board' },
      { kind: 'rect', ...win, pen: 'edge', fill: 'paper' },
      q.picture
        ? { kind: 'picture', ...box, picture: q.picture, from: part }
        : { kind: 'rect', ...box, pen: 'fine', fill: 'picture' },
      { kind: 'rect', ...win, pen: 'cut' },
      { kind: 'rect', ...s, pen: 'hidden' },
      across(win.x, win.x + win.width, outer.height, length(win.width), 4),
      across(0, outer.width, outer.height, length(outer.width), 10),
      across(0, win.x, outer.height, length(plan.side), 4),
      down(win.y, win.y + win.height, 0, length(win.height), -4),
      down(0, outer.height, 0, length(outer.height), -11),
      down(win.y + win.height, outer.height, 0, length(plan.bottom), -4),
    ],
  };
}

/** Thin things are drawn thicker across than along; the figures beside them say what they are. */
export const THICKEN = 8;

/** How the layers of a section are filled; what is not named is board. */
const FILL_OF_LAYER: Readonly<Record<string, 'picture' | 'none' | 'paper'>> = {
  print: 'picture',
  glazing: 'none',
  mat: 'paper',
};

/** A cut through frame, glazing, mat, print and backing at the lower edge, front to the left. */
export function drawSection(q: {
  title: string;
  mounting: Mounting;
  plan: { kind: string; frameLip?: Um; side?: Um; bottom?: Um };
  sheet: Size;
  unit: UnitSystem;
}): Drawing {
  const { mounting: m, unit } = q;
  const length = (um: Um) => formatLength(um, unit);
  const tall = 76_000,
    lip = q.plan.frameLip ?? 0,
    wall = 16_000;
  const depth = m.depth * THICKEN;
  const strokes: Stroke[] = [];
  const bottom = tall;
  // The frame: a lip in front of what lies in the rabbet, a wall under it, with half the play between.
  strokes.push(
    {
      kind: 'rect',
      x: 8_000,
      y: bottom - lip - 1_500,
      width: 6_000,
      height: lip + 1_500 + wall,
      pen: 'edge',
      fill: 'board',
    },
    {
      kind: 'rect',
      x: 14_000,
      y: bottom + 1_500,
      width: depth + 12_000,
      height: wall - 1_500,
      pen: 'edge',
      fill: 'board',
    },
  );
  let x = 14_000;
  const matSeen = q.plan.kind === 'mat' ? (q.plan.bottom ?? 0) : 0;
  m.layers.forEach((l, n) => {
    const width = l.thickness * THICKEN;
    const under =
      q.plan.kind === 'mat' && l.name === 'print' ? (m.rabbet.height - 3_000 - q.sheet.height) / 2 : 0;
    // A mat ends at its window; what lies behind it goes on upwards.
    const top =
      l.name === 'mat'
        ? Math.max(6_000, bottom - Math.min(matSeen, 52_000))
        : l.name === 'spacer'
          ? bottom - Math.max(lip, 6_000)
          : 0;
    const foot = bottom - Math.max(0, Math.min(40_000, under));
    strokes.push({
      kind: 'rect',
      x,
      y: top,
      width: Math.max(width, 300),
      height: foot - top,
      pen: l.name === 'print' ? 'edge' : 'fine',
      fill: FILL_OF_LAYER[l.name] ?? 'board',
    });
    const middle = x + width / 2,
      y = 4_000 + n * 9_000;
    strokes.push(
      { kind: 'line', x1: middle, y1: y, x2: 14_000 + depth + 16_000, y2: y, pen: 'fine' },
      {
        kind: 'text',
        x: 14_000 + depth + 18_000,
        y: y + 1_000,
        says: `${l.name}, ${length(l.thickness)}: ${l.says}`,
      },
    );
    x += width;
  });
  strokes.push(
    {
      kind: 'line',
      x1: 11_000,
      y1: bottom + 10_000,
      x2: 14_000 + depth + 16_000,
      y2: bottom - 12_000,
      pen: 'fine',
    },
    {
      kind: 'text',
      x: 14_000 + depth + 18_000,
      y: bottom - 11_000,
      says: `frame, rabbet ${formatSize(m.rabbet, unit)}`,
    },
  );
  strokes.push({
    kind: 'dimension',
    x1: 14_000,
    y1: bottom + wall,
    x2: 14_000 + depth,
    y2: bottom + wall,
    off: 5,
    says: `${length(m.depth)} deep`,
  });
  return {
    title: q.title,
    width: 14_000 + depth + 120_000,
    height: bottom + wall,
    room: { left: 4, right: 4, top: 4, bottom: 14 },
    strokes,
  };
}

/** A canvas laid flat, face in the middle: edges, folds, staple line, corners. */
export function drawWrap(q: {
  title: string;
  wrap: WrapQuestion;
  unit: UnitSystem;
  picture: string | null;
  from: From;
}): Drawing {
  const { wrap, unit, picture } = q;
  const plan = wrapCanvas(wrap),
    length = (um: Um) => formatLength(um, unit);
  const edge = wrap.depth + wrap.foldOver,
    { face, depth } = wrap;
  const f = { x: edge, y: edge, ...face };
  const strokes: Stroke[] = [{ kind: 'rect', x: 0, y: 0, ...plan.sheet, pen: 'edge', fill: 'paper' }];
  const put = (x: Um, y: Um, width: Um, height: Um, from: From, flip?: 'x' | 'y' | 'both') =>
    strokes.push(
      picture
        ? { kind: 'picture', x, y, width, height, picture, from, ...(flip && { flip }) }
        : { kind: 'rect', x, y, width, height, pen: 'fine', fill: 'picture' },
    );
  if (wrap.edge === 'carried over')
    put(f.x - depth, f.y - depth, face.width + 2 * depth, face.height + 2 * depth, q.from);
  else put(f.x, f.y, face.width, face.height, q.from);
  if (wrap.edge === 'mirrored') {
    const m = depth + PAST_EDGE_UM;
    const [sw, sh] = [(m / face.width) * q.from.width, (m / face.height) * q.from.height];
    const { left, top, width, height } = q.from;
    for (const [dx, fromX] of [
      [-1, left],
      [0, left],
      [1, left + width - sw],
    ] as const)
      for (const [dy, fromY] of [
        [-1, top],
        [0, top],
        [1, top + height - sh],
      ] as const) {
        if (dx === 0 && dy === 0) continue;
        put(
          dx < 0 ? f.x - m : dx > 0 ? f.x + face.width : f.x,
          dy < 0 ? f.y - m : dy > 0 ? f.y + face.height : f.y,
          dx ? m : face.width,
          dy ? m : face.height,
          { left: fromX, top: fromY, width: dx ? sw : width, height: dy ? sh : height },
          dx && dy ? 'both' : dx ? 'x' : 'y',
        );
      }
  }
  const [w, h] = [plan.sheet.width, plan.sheet.height];
  for (const at of [edge, wrap.foldOver])
    strokes.push({ kind: 'rect', x: at, y: at, width: w - 2 * at, height: h - 2 * at, pen: 'fold' });
  const staple = wrap.foldOver / 2;
  strokes.push({
    kind: 'rect',
    x: staple,
    y: staple,
    width: w - 2 * staple,
    height: h - 2 * staple,
    pen: 'hidden',
  });
  // The corners fold at 45°, from the face's corner outwards.
  for (const [x, y, sx, sy] of [
    [edge, edge, -1, -1],
    [w - edge, edge, 1, -1],
    [edge, h - edge, -1, 1],
    [w - edge, h - edge, 1, 1],
  ] as const)
    strokes.push({ kind: 'line', x1: x, y1: y, x2: x + sx * edge, y2: y + sy * edge, pen: 'fold' });
  strokes.push(
    across(f.x, f.x + face.width, h, length(face.width), 4),
    across(0, w, h, length(w), 10),
    down(f.y, f.y + face.height, 0, length(face.height), -4),
    down(0, h, 0, length(h), -11),
    across(0, wrap.foldOver, h, length(wrap.foldOver), 4),
  );
  return {
    title: q.title,
    width: w,
    height: h,
    room: { ...DIMENSION_ROOM, left: 18, bottom: 18 },
    strokes,
  };
}

/** Bars of a wrap from behind, with braces and the diagonals to measure. */
export function drawBars(q: { title: string; wrap: WrapQuestion; unit: UnitSystem }): Drawing {
  const { face, barWidth = 0 } = q.wrap,
    plan = wrapCanvas(q.wrap),
    length = (um: Um) => formatLength(um, q.unit);
  const { width: w, height: h } = face;
  // On a small face wide bars meet in the middle: there is no opening, and nothing to brace.
  const bar = Math.min(barWidth || 40_000, Math.floor(Math.min(w, h) / 2));
  const opening = { width: w - 2 * bar, height: h - 2 * bar };
  const hasOpening = opening.width > 0 && opening.height > 0;
  const strokes: Stroke[] = [
    { kind: 'rect', x: 0, y: 0, width: w, height: h, pen: 'edge', fill: 'board' },
  ];
  if (hasOpening) strokes.push({ kind: 'rect', x: bar, y: bar, ...opening, pen: 'edge', fill: 'paper' });
  for (const [x, y, sx, sy] of [
    [0, 0, 1, 1],
    [w, 0, -1, 1],
    [0, h, 1, -1],
    [w, h, -1, -1],
  ] as const)
    strokes.push({ kind: 'line', x1: x, y1: y, x2: x + sx * bar, y2: y + sy * bar, pen: 'fine' });
  const max = q.wrap.maxUnbraced ?? 800_000;
  const braces = (side: Um) => (hasOpening ? Math.max(0, Math.ceil(side / max) - 1) : 0);
  const [up, lying] = [braces(w), braces(h)];
  for (let i = 1; i <= up; i++)
    strokes.push({
      kind: 'rect',
      x: (w * i) / (up + 1) - bar / 2,
      y: bar,
      width: bar,
      height: h - 2 * bar,
      pen: 'edge',
      fill: 'board',
    });
  for (let i = 1; i <= lying; i++)
    strokes.push({
      kind: 'rect',
      x: bar,
      y: (h * i) / (lying + 1) - bar / 2,
      width: w - 2 * bar,
      height: bar,
      pen: 'edge',
      fill: 'board',
    });
  strokes.push(
    { kind: 'line', x1: 0, y1: 0, x2: w, y2: h, pen: 'hidden' },
    { kind: 'line', x1: w, y1: 0, x2: 0, y2: h, pen: 'hidden' },
    {
      kind: 'text',
      x: w / 2,
      y: h / 2 - 8_000,
      anchor: 'middle',
      says: `both diagonals ${length(plan.diagonal)}`,
    },
    across(0, w, h, length(w), 4),
    down(0, h, 0, length(h), -4),
  );
  return { title: q.title, width: w, height: h, room: DIMENSION_ROOM, strokes };
}

/** Panels as they hang, gaps between them. */
export function drawPanels(q: {
  title: string;
  panels: readonly Panel[];
  gap: Um;
  unit: UnitSystem;
  picture: string | null;
  from: From;
}): Drawing {
  const face = q.panels[0]!.face,
    columns = 1 + Math.max(...q.panels.map((p) => p.column)),
    rows = 1 + Math.max(...q.panels.map((p) => p.row));
  const length = (um: Um) => formatLength(um, q.unit);
  const strokes = q.panels.flatMap((p): Stroke[] => {
    const at = { x: p.column * (face.width + q.gap), y: p.row * (face.height + q.gap), ...face };
    const from = {
      left: q.from.left + p.from.left * q.from.width,
      top: q.from.top + p.from.top * q.from.height,
      width: p.from.width * q.from.width,
      height: p.from.height * q.from.height,
    };
    return [
      q.picture
        ? { kind: 'picture', ...at, picture: q.picture, from }
        : { kind: 'rect', ...at, pen: 'fine', fill: 'picture' },
      { kind: 'rect', ...at, pen: 'edge' },
    ];
  });
  const [w, h] = [columns * face.width + (columns - 1) * q.gap, rows * face.height + (rows - 1) * q.gap];
  strokes.push(
    across(0, face.width, h, length(face.width), 4),
    across(0, w, h, length(w), 10),
    down(0, face.height, 0, length(face.height), -4),
  );
  return { title: q.title, width: w, height: h, room: { ...DIMENSION_ROOM, bottom: 18 }, strokes };
}

/** Pieces on a sheet or a roll, with the cuts that free them. A roll runs down the page. */
export function drawLayout(q: {
  title: string;
  width: Um;
  length: Um;
  margin: Um;
  pieces: readonly LaidPiece[];
  placements: readonly Laid[];
  cuts: readonly Cut[];
  unit: UnitSystem;
}): Drawing {
  const of = (id: string) => q.pieces.find((p) => p.id === id.split('#')[0])!;
  const length = (um: Um) => formatLength(um, q.unit);
  const strokes: Stroke[] = [
    { kind: 'rect', x: 0, y: 0, width: q.width, height: q.length, pen: 'edge', fill: 'waste' },
  ];
  if (q.margin > 0)
    strokes.push({
      kind: 'rect',
      x: q.margin,
      y: q.margin,
      width: q.width - 2 * q.margin,
      height: q.length - 2 * q.margin,
      pen: 'hidden',
    });
  for (const p of q.placements) {
    const piece = of(p.id);
    strokes.push({
      kind: 'rect',
      x: p.x,
      y: p.y,
      width: p.width,
      height: p.height,
      pen: 'edge',
      fill: 'paper',
      id: p.id,
    });
    if (piece.picture && !p.turned)
      strokes.push({
        kind: 'picture',
        x: p.x,
        y: p.y,
        width: p.width,
        height: p.height,
        picture: piece.picture,
        from: WHOLE,
      });
    strokes.push({
      kind: 'text',
      x: p.x + p.width / 2,
      y: p.y + p.height / 2,
      anchor: 'middle',
      says: `${piece.says} ${formatSize({ width: p.width, height: p.height }, q.unit, { bare: true })}`,
    });
  }
  q.cuts
    .filter((c) => !c.trim)
    .forEach((c, i) => {
      strokes.push(
        c.along === 'across'
          ? { kind: 'line', x1: c.from, y1: c.at, x2: c.to, y2: c.at, pen: 'cut' }
          : { kind: 'line', x1: c.at, y1: c.from, x2: c.at, y2: c.to, pen: 'cut' },
      );
      strokes.push({
        kind: 'text',
        x: c.along === 'across' ? c.from + 1_000 : c.at + 500,
        y: c.along === 'across' ? c.at - 500 : c.from + 3_500,
        says: String(i + 1),
      });
    });
  strokes.push(
    across(0, q.width, q.length, length(q.width), 4),
    down(0, q.length, 0, length(q.length), -4),
  );
  return { title: q.title, width: q.width, height: q.length, room: DIMENSION_ROOM, strokes };
}

export type Mockup = {
  /** Seen inside the frame: the mat, or the sheet. */ outer: Size;
  window: Size;
  /** Of the mat; where it is weighted, its foot is the rest. */ top: Um;
  picture: string | null;
  from: From;
  says: string;
};

/**
 * Framed prints side by side to one scale, all in a frame of one width: what looks slim round a large print looks heavy
 * round a small one.
 *
 * Source: handbook §17, sizes.
 */
export function drawMockups(q: {
  title: string;
  prints: readonly Mockup[];
  frame: Um;
  unit: UnitSystem;
}): Drawing {
  const gap = 60_000,
    strokes: Stroke[] = [];
  const high = Math.max(...q.prints.map((p) => p.outer.height)) + 2 * q.frame;
  let x = 0;
  for (const p of q.prints) {
    const w = p.outer.width + 2 * q.frame,
      h = p.outer.height + 2 * q.frame,
      y = high - h;
    strokes.push(
      { kind: 'rect', x, y, width: w, height: h, pen: 'edge', fill: 'frame' },
      { kind: 'rect', x: x + q.frame, y: y + q.frame, ...p.outer, pen: 'fine', fill: 'paper' },
    );
    const win = {
      x: x + q.frame + (p.outer.width - p.window.width) / 2,
      y: y + q.frame + p.top,
      ...p.window,
    };
    strokes.push(
      p.picture
        ? { kind: 'picture', ...win, picture: p.picture, from: p.from }
        : { kind: 'rect', ...win, pen: 'fine', fill: 'picture' },
    );
    strokes.push(
      across(
        x,
        x + w,
        high,
        `${p.says}, framed ${formatSize({ width: w, height: h }, q.unit, { bare: true })}`,
        4,
      ),
    );
    x += w + gap;
  }
  return { title: q.title, width: x - gap, height: high, room: DIMENSION_ROOM, strokes };
}
