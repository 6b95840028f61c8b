import type { Um } from '../measure';
import { areaOf, type Piece, type Placement } from './pieces';
import { checkedItems, crossCutsOf, type RollLayout, type RollQuestion } from './roll';
import { dice } from './turns';

type Lying = { id: string; w: Um; h: Um; turned: boolean };

/**
 * Lays pieces on a roll so that it can be cut by hand along a rule: bands that one cut across the roll frees, in each band
 * columns, in each column pieces one under the other. Longer than the tight layout, and said beside it.
 *
 * The next piece of an order opens a band; columns are filled with the piece that takes most of the width that is open and of
 * the depth. Tried from the deepest on with every piece lying, standing and as it came; the shortest of those is then improved by
 * other orders and turnings. Same question, same layout.
 *
 * @throws InputError as `nestRoll` does
 * Source: handbook §7: straight cross-cuts are preferred when trimming by hand.
 * @example nestStraight({ width: 610000, margin: 5000, gap: 4000, pieces: [{ id: 'a', width: 290000, height: 230000, count: 2, rotate: false }] }).length // 240000
 */
export function nestStraight(q: RollQuestion): RollLayout {
  checkedItems(q);
  const room = q.width - 2 * q.margin + q.gap;
  const each = q.pieces.flatMap((p) =>
    Array.from({ length: p.count }, (_, i) => ({
      id: p.count === 1 ? p.id : `${p.id}#${i + 1}`,
      ways: waysOf(p, q.gap, room),
    })),
  );
  const starts = PREFERENCES.map((prefer) =>
    each
      .map(({ id, ways }): Choice => ({ id, others: ways, ...[...ways].sort(prefer)[0]! }))
      .sort((a, b) => b.h - a.h || b.w - a.w),
  );
  const found = starts
    .map((order) => ({ order, ...bands(order, room) }))
    .reduce((best, next) => (next.height < best.height ? next : best));
  const best = otherOrders(found, room);
  const placements = best.placements
    .map((p) => ({
      ...p,
      x: p.x + q.margin,
      y: p.y + q.margin,
      width: p.width - q.gap,
      height: p.height - q.gap,
    }))
    .sort((a, b) => a.y - b.y || a.x - b.x);
  if (!placements.length) return { length: 0, placements, wasteShare: 0, crossCuts: [] };
  const length = best.height - q.gap + 2 * q.margin;
  return {
    length,
    placements,
    wasteShare: 1 - areaOf(placements) / ((q.width / 1_000) * (length / 1_000)),
    crossCuts: crossCutsOf(placements),
  };
}

type Way = { w: Um; h: Um; turned: boolean };
/** A piece as it lies, and the ways round in which it may. */
type Choice = Lying & { others: Way[] };
type Bands = { order: Choice[]; height: number; placements: Placement[] };

/** Every piece lying, standing, and as it came. */
const PREFERENCES: readonly ((a: Way, b: Way) => number)[] = [
  (a, b) => a.h - b.h,
  (a, b) => b.h - a.h,
  () => 0,
];

const waysOf = (p: Piece, gap: Um, room: Um): Way[] =>
  [
    { w: p.width + gap, h: p.height + gap, turned: false },
    ...(p.rotate && p.width !== p.height ? [{ w: p.height + gap, h: p.width + gap, turned: true }] : []),
  ].filter((way) => way.w <= room);

/** Other orders and turnings that are tried: a tenth of a second's worth, fewer of longer lists. */
const MOST_TRIES = 12_000;
const COMPARISONS = 4_000_000;

/** The order in which pieces open bands, and which way round, changed one at a time; a little longer is borne at first. */
function otherOrders(found: Bands, room: number): Bands {
  const n = found.order.length;
  if (n < 2) return found;
  const roll = dice(5);
  const tries = Math.min(MOST_TRIES, Math.floor(COMPARISONS / n ** 2));
  let best = found;
  let now = found;
  for (let tried = 0; tried < tries; tried++) {
    const order = [...now.order];
    const [i, k] = [roll(n), roll(n)];
    if (roll(3) === 0) {
      const { id, others } = order[i]!;
      order[i] = { id, others, ...others[roll(others.length)]! };
    } else order.splice(k, 0, ...order.splice(i, 1));
    const next = { order, ...bands(order, room) };
    const bear = now.height * (1 + 0.02 * (1 - tried / tries) ** 2 * (roll(1_000) / 1_000));
    if (next.height > bear) continue;
    now = next;
    if (now.height < best.height) best = now;
  }
  return best;
}

function bands(pieces: readonly Choice[], room: number): { height: number; placements: Placement[] } {
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
function take(left: Choice[], width: number, depth: number): Lying | null {
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
