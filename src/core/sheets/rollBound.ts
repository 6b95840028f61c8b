import type { Um } from '../measure';
import { crossingBound } from './crossingBound';
import { checkedItems, type Item, type RollQuestion } from './roll';

/** More sums of heights than this are not listed: the bound is then not raised to one of them. */
const MOST_SUMS = 60_000;

/**
 * A length that no layout of these pieces can be shorter than, with both end margins: the best of several arguments, raised to the
 * next length that heights of pieces standing on each other can add up to.
 *
 * - No layout has less area than its pieces.
 * - Pieces wider than half the roll stand above each other; so do, more generally, pieces whose widths count for more than they are
 *   by a function that no set of them beside each other can outwit (dual feasible functions; Fekete and Schepers, 2004).
 * - Whatever lies beside each other across the roll fits its width: the cheapest mix of such crossings that passes over every
 *   piece (`crossingBound`).
 * - Pushed down as far as it goes, the highest piece of any layout stands on a chain of others down to the edge: its top is a sum
 *   of their heights.
 *
 * @throws InputError as `nestRoll` does
 * @example rollBound({ width: 610000, margin: 5000, gap: 4000, pieces: [{ id: 'a', width: 400000, height: 230000, count: 2, rotate: false }] }) // 474000
 */
export function rollBound(q: RollQuestion): Um {
  const items = checkedItems(q);
  if (items.length === 0) return 0;
  return heightBound(items, q.width - 2 * q.margin + q.gap) - q.gap + 2 * q.margin;
}

/** The same of pieces with their gaps, in a width with one. */
export function heightBound(items: readonly Item[], width: number): number {
  const tallest = Math.max(...items.map(({ ways }) => Math.min(...ways.map(({ h }) => h))));
  const byWidth = widthFunctions(items, width).map((counts) =>
    items.reduce((sum, { ways }) => sum + Math.min(...ways.map(({ w, h }) => counts(w) * h)), 0),
  );
  // A micrometre is given away, so that no rounding ever calls a layout shorter than it can be.
  const bounds = [...byWidth, crossingBound(items, width)].map((sum) => Math.ceil(sum - 1));
  const bound = Math.max(tallest, ...bounds);
  return nextSum(items, bound);
}

type WidthFunction = (w: number) => number;

/** How much of the roll's width a piece counts for: functions under which no pieces that lie beside each other exceed it. */
function widthFunctions(items: readonly Item[], width: number): WidthFunction[] {
  const widths = [...new Set(items.flatMap(({ ways }) => ways.map(({ w }) => w)))];
  const edges = [...new Set(widths.flatMap((w) => [w, width - w + 1]))].filter(
    (edge) => edge > 0 && edge <= width / 2,
  );
  const cut: WidthFunction[] = edges.map(
    (edge) => (w) => (w > width - edge ? 1 : w < edge ? 0 : w / width),
  );
  const step: WidthFunction[] = [1, 2, 3, 4, 5].map((k) => (w) => {
    const share = ((k + 1) * w) / width;
    return Number.isInteger(share) ? w / width : Math.floor(share) / k;
  });
  return [(w) => w / width, (w) => (w > width / 2 ? 1 : 0), ...cut, ...step];
}

/** The least sum of heights, one way round each, that is not under a bound; the bound itself where there are too many sums. */
const nextSum = (items: readonly Item[], bound: number): number =>
  sumsFrom(items, bound, Infinity)?.[0] ?? bound;

/**
 * The sums of heights, one way round each, from a bound up to below a length, the least first: the lengths there can be. Nothing
 * where there are too many.
 */
export function sumsFrom(items: readonly Item[], bound: number, below: number): number[] | null {
  const found = new Set<number>();
  // Where only the least is asked for, nothing is built on a sum that is enough.
  const limit = Number.isFinite(below) ? below : bound;
  let sums = new Set([0]);
  for (const { ways } of items) {
    const next = new Set(sums);
    for (const sum of sums)
      for (const { h } of ways) {
        const taller = sum + h;
        if (taller >= below) continue;
        if (taller >= bound) found.add(taller);
        if (taller < limit) next.add(taller);
      }
    if (next.size > MOST_SUMS) return null;
    sums = next;
  }
  return [...found].sort((a, b) => a - b);
}
