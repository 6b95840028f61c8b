import { groupBy } from '../groups';
import type { Item, Place, Result } from './roll';

/** A stretch of the outline of what is laid: from x on, so wide, everything below y is taken or given up. */
type Step = { x: number; w: number; y: number };

/** Pieces that are all alike. */
type Kind = { items: Item[]; ways: Item['ways']; area: number };

export type Decision = { answer: 'yes'; result: Result } | { answer: 'no' } | { answer: 'not told' };

/** As many pieces as are searched to the end. */
export const MOST_EXACT = 14;
const MOST_STEPS = 60_000;

/**
 * Whether pieces fit in a width and a length at all, by a search that leaves nothing out.
 *
 * Pushed down and to the left as far as they go, pieces can be laid one after the other into the lowest gap of the outline. Of that
 * gap's floor either nothing is used: then all of it up to the lower of its walls is given up. Or the leftmost piece on it stands
 * against the left wall; or it stands further right, held off by a piece that hangs over the left wall: then it is taller than that
 * wall, and what lies between is given up. What is given up may not come to more than there is to spare, and an outline that was
 * looked at once with the same pieces left is not looked at again.
 *
 * @param items each with its gap, as `checkedItems` gives them
 * @param mostSteps outlines that are looked at before it says that it cannot tell
 * Source: after the staircase placement of S. Martello, M. Monaci and D. Vigo, An exact approach to the strip-packing problem, 2003.
 */
export function decideFit(
  items: readonly Item[],
  width: number,
  height: number,
  mostSteps: number = MOST_STEPS,
): Decision {
  return new Search(items, width, height, mostSteps).decide();
}

class Search {
  private readonly kinds: Kind[];
  private readonly left: number[];
  /** Where a left edge can come to lie: sums of widths. */
  private readonly edges: number[];
  private readonly laid: { kind: number; way: Item['ways'][number]; x: number; y: number }[] = [];
  private readonly seen = new Set<string>();
  private steps = 0;

  constructor(
    items: readonly Item[],
    private readonly width: number,
    private readonly height: number,
    private readonly mostSteps: number,
  ) {
    this.kinds = [...groupBy(items, ({ type }) => type).values()]
      .map((alike): Kind => {
        const ways = alike[0]!.ways.filter(({ w, h }) => w <= width && h <= height);
        return { items: alike, ways, area: alike[0]!.ways[0]!.w * alike[0]!.ways[0]!.h };
      })
      .sort((a, b) => b.area - a.area);
    this.left = this.kinds.map((kind) => kind.items.length);
    this.edges = edgesOf(items, width);
  }

  decide(): Decision {
    const area = this.kinds.reduce((sum, kind) => sum + kind.area * kind.items.length, 0);
    const spare = this.width * this.height - area;
    if (spare < 0 || this.kinds.some(({ ways }) => ways.length === 0)) return { answer: 'no' };
    if (this.lay([{ x: 0, w: this.width, y: 0 }], spare)) return { answer: 'yes', result: this.result() };
    return { answer: this.steps > this.mostSteps ? 'not told' : 'no' };
  }

  private result(): Result {
    const next = this.kinds.map(() => 0);
    const places = this.laid.map(({ kind, way, x, y }): Place => {
      const item = this.kinds[kind]!.items[next[kind]!++]!;
      return { item, way, x, y };
    });
    return { places, height: Math.max(...places.map(({ y, way }) => y + way.h)) };
  }

  /** Lays what is left above an outline; true where it fits. */
  private lay(outline: readonly Step[], spare: number): boolean {
    if (this.left.every((count) => count === 0)) return true;
    if (++this.steps > this.mostSteps) return false;
    const key = `${outline.map(({ x, y }) => `${x},${y}`).join(' ')}|${this.left.join(',')}`;
    if (this.seen.has(key)) return false;
    const found = this.isTopUsable(outline, spare) && this.fillLowest(outline, spare);
    if (!found) this.seen.add(key);
    return found;
  }

  /** Above a step that is too high for every piece nothing can lie: it must be spared. And each piece must fit above the lowest. */
  private isTopUsable(outline: readonly Step[], spare: number): boolean {
    const lowest = Math.min(...outline.map(({ y }) => y));
    let least = Infinity;
    for (const [k, kind] of this.kinds.entries()) {
      if (this.left[k] === 0) continue;
      const shortest = Math.min(...kind.ways.map(({ h }) => h));
      if (lowest + shortest > this.height) return false;
      least = Math.min(least, shortest);
    }
    const lost = outline
      .filter(({ y }) => this.height - y < least)
      .reduce((sum, { w, y }) => sum + w * (this.height - y), 0);
    return lost <= spare;
  }

  private fillLowest(outline: readonly Step[], spare: number): boolean {
    let at = 0;
    for (const [i, step] of outline.entries()) if (step.y < outline[at]!.y) at = i;
    const gap = outline[at]!;
    const wall = { left: outline[at - 1]?.y ?? this.height, right: outline[at + 1]?.y ?? this.height };
    for (const [kind, { ways }] of this.kinds.entries()) {
      if (this.left[kind] === 0) continue;
      for (const way of ways) {
        if (way.w > gap.w || gap.y + way.h > this.height) continue;
        if (this.put({ outline, at, kind, way, off: 0, spare })) return true;
        if (at === 0 || gap.y + way.h <= wall.left) continue;
        for (const edge of this.edges) {
          const off = edge - gap.x;
          if (off <= 0) continue;
          const givenUp = off * (wall.left - gap.y);
          if (off + way.w > gap.w || givenUp > spare) break;
          if (this.put({ outline, at, kind, way, off, spare: spare - givenUp })) return true;
        }
      }
    }
    const floor = Math.min(wall.left, wall.right, this.height);
    const givenUp = gap.w * (floor - gap.y);
    if (givenUp > spare || floor >= this.height) return false;
    return this.lay(levelled(outline.with(at, { ...gap, y: floor })), spare - givenUp);
  }

  /** Lays a piece in a gap, so far off its left wall; what lies between is given up to the wall's height. */
  private put(q: {
    outline: readonly Step[];
    at: number;
    kind: number;
    way: Item['ways'][number];
    off: number;
    spare: number;
  }): boolean {
    const { outline, at, kind, way, off, spare } = q;
    const gap = outline[at]!;
    const x = gap.x + off;
    const next = [
      ...outline.slice(0, at),
      ...(off > 0 ? [{ x: gap.x, w: off, y: outline[at - 1]!.y }] : []),
      { x, w: way.w, y: gap.y + way.h },
      ...(off + way.w < gap.w ? [{ x: x + way.w, w: gap.w - off - way.w, y: gap.y }] : []),
      ...outline.slice(at + 1),
    ];
    this.left[kind]!--;
    this.laid.push({ kind, way, x, y: gap.y });
    if (this.lay(levelled(next), spare)) return true;
    this.laid.pop();
    this.left[kind]!++;
    return false;
  }
}

/** Neighbours of one height are one step. */
function levelled(outline: readonly Step[]): Step[] {
  const level: Step[] = [];
  for (const step of outline) {
    const last = level.at(-1);
    if (last?.y === step.y) level[level.length - 1] = { ...last, w: last.w + step.w };
    else level.push(step);
  }
  return level;
}

/** Sums of widths, one way round each, below a width, the least first. */
function edgesOf(items: readonly Item[], width: number): number[] {
  let sums = new Set([0]);
  for (const { ways } of items) {
    const next = new Set(sums);
    for (const sum of sums) for (const { w } of ways) if (sum + w < width) next.add(sum + w);
    sums = next;
  }
  return [...sums].sort((a, b) => a - b);
}
