import type { Um } from '../measure';
import { CLEARANCE_UM, type HungPiece, type Obstacle, type WallPlan } from './plan';

/** Where a piece hangs: its left edge from the left corner of its face, its top from the floor. */
export type HungAt = { id: string; face: number; left: Um; top: Um; isByHand: boolean };
/** Clear wall between one frame and the next, or a frame and where its clear span ends. */
export type Gap = { face: number; from: Um; to: Um; y: Um; isEnd: boolean };
export type LaidWall = {
  at: HungAt[];
  gaps: Gap[];
  /** Even, or as given; none where nothing stands in a row. */ gap: Um | null;
};

type Span = { face: number; from: Um; to: Um };

/**
 * Where every picture of a wall hangs. Those moved by hand keep their places; the others stand in a row, in rows or in a grid
 * round the line of the eye, in their order, on what is clear between corners, doors and the like. Over several spans they are
 * divided so that the smallest gap is as large as can be.
 *
 * @returns places in the order of the pieces, and the gaps of what stands in rows
 */
export function layWall(plan: WallPlan): LaidWall {
  const free = plan.pieces.filter((p) => !p.place);
  const { arrangement: a } = plan;
  const rows =
    a.kind === 'row' ? [free] : a.kind === 'grid' ? chunks(free, a.columns) : shares(free, a.rows);
  const isGrid = a.kind === 'grid';
  const tall = rows.map((row) => Math.max(0, ...row.map((p) => p.outer.height)));
  const all = tall.reduce((sum, h) => sum + h, 0) + Math.max(0, rows.length - 1) * a.rowGap;
  // The cells of a grid are all as wide as its widest frame, so that columns stand under each other.
  const cell = isGrid ? Math.max(0, ...free.map((p) => p.outer.width)) : 0;
  const placed = new Map<string, HungAt>();
  const gaps: Gap[] = [];
  const sizes: Um[] = [];
  let top = a.centre + all / 2;
  rows.forEach((row, i) => {
    const centre = top - tall[i]! / 2;
    top -= tall[i]! + a.rowGap;
    if (!row.length) return;
    const widths = row.map((p) => (isGrid ? cell : p.outer.width));
    const columns = isGrid ? Math.min(a.columns, free.length) : row.length;
    const padded = [...widths, ...Array<Um>(columns - row.length).fill(cell)];
    const { spans, lefts, faces, gap } = roundObstacles(plan, row, padded, centre);
    sizes.push(gap);
    row.forEach((p, j) => {
      placed.set(p.id, {
        id: p.id,
        face: faces[j]!,
        left: Math.round(lefts[j]! + (widths[j]! - p.outer.width) / 2),
        top: Math.round(centre + p.outer.height / 2),
        isByHand: false,
      });
    });
    gaps.push(...gapsOfRow(row, placed, spans, centre));
  });
  return {
    at: plan.pieces.map((p) => (p.place ? { id: p.id, ...p.place, isByHand: true } : placed.get(p.id)!)),
    gaps,
    gap: sizes.length ? Math.round(Math.min(...sizes)) : null,
  };
}

/** The gaps of one row as they have come to lie, from one end of each span to the other. */
function gapsOfRow(
  row: readonly HungPiece[],
  placed: ReadonlyMap<string, HungAt>,
  spans: readonly Span[],
  y: Um,
): Gap[] {
  return spans.flatMap((span) => {
    const mine = row.filter((p) => {
      const at = placed.get(p.id)!;
      return at.face === span.face && at.left >= span.from - 1 && at.left < span.to;
    });
    if (!mine.length) return [];
    const edges = mine.flatMap((p) => [placed.get(p.id)!.left, placed.get(p.id)!.left + p.outer.width]);
    const marks = [span.from, ...edges, span.to];
    const count = mine.length + 1;
    return Array.from({ length: count }, (_, i) => ({
      face: span.face,
      from: marks[2 * i]!,
      to: marks[2 * i + 1]!,
      y: Math.round(y),
      isEnd: i === 0 || i === count - 1,
    }));
  });
}

/**
 * Lays a row round what is in its way and nothing else: first as if the wall were bare, then clear of whatever a frame came to
 * lie on or near, until none does.
 */
function roundObstacles(plan: WallPlan, row: readonly HungPiece[], widths: readonly Um[], centre: Um) {
  const inTheWay = new Set<Obstacle>();
  for (;;) {
    const spans = clearSpans(plan, [...inTheWay]);
    const along = alongSpans(spans, widths, plan.arrangement.gap);
    const met = plan.obstacles.filter(
      (o) =>
        !inTheWay.has(o) &&
        o.depth === 0 &&
        row.some((p, i) => meets(o, p, along, i, widths[i]!, centre)),
    );
    if (!met.length) return { spans, ...along };
    for (const o of met) inTheWay.add(o);
  }
}

const meets = (
  o: Obstacle,
  { outer }: HungPiece,
  along: { lefts: Um[]; faces: number[] },
  i: number,
  cell: Um,
  centre: Um,
): boolean => {
  const left = along.lefts[i]! + (cell - outer.width) / 2;
  return (
    o.face === along.faces[i] &&
    o.left - CLEARANCE_UM < left + outer.width &&
    left < o.left + o.width + CLEARANCE_UM &&
    o.bottom < centre + outer.height / 2 &&
    o.bottom + o.height > centre - outer.height / 2
  );
};

/** What of a wall is clear between its corners, less what is in the way with room beside it. */
export function clearSpans(plan: WallPlan, obstacles: readonly Obstacle[]): Span[] {
  return plan.faces.flatMap(({ width }, face) => {
    const inTheWay = obstacles.filter((o) => o.face === face).sort((a, b) => a.left - b.left);
    const spans: Span[] = [];
    let from = 0;
    for (const o of inTheWay) {
      if (o.left - CLEARANCE_UM > from) spans.push({ face, from, to: o.left - CLEARANCE_UM });
      from = Math.max(from, o.left + o.width + CLEARANCE_UM);
    }
    if (width > from) spans.push({ face, from, to: width });
    return spans;
  });
}

/**
 * Frames along several clear spans, in their order: divided so that the smallest gap (or, with a given gap, the smallest rest
 * beside a group) is as large as can be.
 *
 * @param given the gap between frames; null for even gaps
 * @returns the left edge and face of each frame, and the smallest gap; below nothing where they do not fit
 * @example alongSpans([{ face: 0, from: 0, to: 1000 }], [200, 300], null) // { lefts: [167, 533], faces: [0, 0], gap: 167 }
 */
export function alongSpans(
  spans: readonly Span[],
  widths: readonly Um[],
  given: Um | null,
): { lefts: Um[]; faces: number[]; gap: Um } {
  const ground = spans.length ? spans : [{ face: 0, from: 0, to: 0 }];
  const room = (s: number, from: number, to: number): number => {
    if (from === to) return Infinity;
    const wide = widths.slice(from, to).reduce((sum, w) => sum + w, 0);
    const clear = ground[s]!.to - ground[s]!.from - wide;
    return given === null ? clear / (to - from + 1) : (clear - (to - from - 1) * given) / 2;
  };
  const n = widths.length;
  // best[s][i]: the largest smallest room with the first i frames on the first s spans.
  const best = Array.from({ length: ground.length + 1 }, () => Array<number>(n + 1).fill(-Infinity));
  const cut = Array.from({ length: ground.length + 1 }, () => Array<number>(n + 1).fill(0));
  best[0]![0] = Infinity;
  for (let s = 1; s <= ground.length; s += 1)
    for (let i = 0; i <= n; i += 1)
      for (let from = 0; from <= i; from += 1) {
        const least = Math.min(best[s - 1]![from]!, room(s - 1, from, i));
        if (least > best[s]![i]! || (from === 0 && best[s]![i] === -Infinity)) {
          best[s]![i] = least;
          cut[s]![i] = from;
        }
      }
  const lefts: Um[] = Array<Um>(n);
  const faces: number[] = Array<number>(n);
  let end = n;
  for (let s = ground.length; s >= 1; s -= 1) {
    const from = cut[s]![end]!;
    const span = ground[s - 1]!;
    const gap = given ?? room(s - 1, from, end);
    let left = given === null ? span.from + gap : span.from + room(s - 1, from, end);
    for (let i = from; i < end; i += 1) {
      lefts[i] = Math.round(left);
      faces[i] = span.face;
      left += widths[i]! + gap;
    }
    end = from;
  }
  const least = best[ground.length]![n]!;
  return {
    lefts,
    faces,
    gap: Math.round(given === null ? least : Math.min(given, least < 0 ? least : given)),
  };
}

const chunks = <T>(list: readonly T[], size: number): T[][] =>
  Array.from({ length: Math.ceil(list.length / size) }, (_, i) => list.slice(i * size, (i + 1) * size));

/** A list in so many runs as like in length as can be, the longer ones first. */
const shares = <T>(list: readonly T[], count: number): T[][] => {
  const rows = Math.max(1, Math.min(count, list.length || 1));
  const short = Math.floor(list.length / rows);
  const longer = list.length % rows;
  let from = 0;
  return Array.from({ length: rows }, (_, i) => {
    const to = from + short + (i < longer ? 1 : 0);
    const row = list.slice(from, to);
    from = to;
    return row;
  });
};
