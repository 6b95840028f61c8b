import type { Um } from '../measure';
import { areaOf, type Piece, type Placement } from './pieces';
import { checkedItems, crossCutsOf, type RollLayout, type RollQuestion } from './roll';

type Lying = { id: string; w: Um; h: Um; turned: boolean };

/**
 * Lays pieces on a roll so that it can be cut by hand along a rule: bands that one cut across the roll frees, in each band
 * columns, in each column pieces one under the other. Longer than the tight layout, and said beside it.
 *
 * The deepest piece left opens a band; columns are filled with the piece that takes most of the width that is open and of
 * the depth. Tried with every piece lying, standing and as it came, and the shortest kept.
 *
 * @throws InputError as `nestRoll` does
 * Source: handbook §7: straight cross-cuts are preferred when trimming by hand.
 * @example nestStraight({ width: 610000, margin: 5000, gap: 4000, pieces: [{ id: 'a', width: 290000, height: 230000, count: 2, rotate: false }] }).length // 240000
 */
export function nestStraight(q: RollQuestion): RollLayout {
  checkedItems(q);
  const room = q.width - 2 * q.margin + q.gap;
  const each = q.pieces.flatMap((p) =>
    Array.from({ length: p.count }, (_, i) => ({ p, id: p.count === 1 ? p.id : `${p.id}#${i + 1}` })),
  );
  const ways = (p: Piece) =>
    [
      { w: p.width + q.gap, h: p.height + q.gap, turned: false },
      ...(p.rotate && p.width !== p.height
        ? [{ w: p.height + q.gap, h: p.width + q.gap, turned: true }]
        : []),
    ].filter((x) => x.w <= room);
  let best: Placement[] = [],
    height = Infinity;
  for (const prefer of [(a: Lying, b: Lying) => a.h - b.h, (a: Lying, b: Lying) => b.h - a.h, () => 0]) {
    const lying = each
      .map(({ p, id }) => ({
        id,
        others: ways(p),
        ...[...ways(p)].sort((a, b) => prefer({ id, ...a }, { id, ...b }))[0]!,
      }))
      .sort((a, b) => b.h - a.h || b.w - a.w);
    const laid = bands(lying, room);
    if (laid.height < height) {
      height = laid.height;
      best = laid.placements;
    }
  }
  const placements = best
    .map((p) => ({
      ...p,
      x: p.x + q.margin,
      y: p.y + q.margin,
      width: p.width - q.gap,
      height: p.height - q.gap,
    }))
    .sort((a, b) => a.y - b.y || a.x - b.x);
  if (!placements.length) return { length: 0, placements, wasteShare: 0, crossCuts: [] };
  const length = height - q.gap + 2 * q.margin;
  return {
    length,
    placements,
    wasteShare: 1 - areaOf(placements) / ((q.width / 1_000) * (length / 1_000)),
    crossCuts: crossCutsOf(placements),
  };
}

function bands(
  pieces: (Lying & { others: Omit<Lying, 'id'>[] })[],
  room: number,
): { height: number; placements: Placement[] } {
  const left = [...pieces],
    placements: Placement[] = [];
  let y = 0;
  const put = (p: Lying, x: number, at: number) =>
    placements.push({ id: p.id, x, y: at, width: p.w, height: p.h, turned: p.turned });
  while (left.length) {
    const first = left.shift()!,
      deep = first.h;
    let x = 0;
    for (let next: Lying | null = first; next;) {
      put(next, x, y);
      // Under a piece, whatever is no wider and still has room.
      for (let down = next.h; ;) {
        const under = take(left, next.w, deep - down);
        if (!under) break;
        put(under, x, y + down);
        down += under.h;
      }
      x += next.w;
      next = take(left, room - x, deep);
    }
    y += deep;
  }
  return { height: y, placements };
}

/** The piece that fills most of a part, taken out of the list; turned where that fits better. */
function take(
  left: (Lying & { others: Omit<Lying, 'id'>[] })[],
  width: number,
  depth: number,
): Lying | null {
  let at = -1,
    best: Lying | null = null;
  for (const [i, p] of left.entries())
    for (const way of p.others) {
      if (
        way.w <= width &&
        way.h <= depth &&
        (!best || way.h > best.h || (way.h === best.h && way.w > best.w))
      ) {
        at = i;
        best = { id: p.id, ...way };
      }
    }
  if (at >= 0) left.splice(at, 1);
  return best;
}
