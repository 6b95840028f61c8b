import type { Um } from '../measure';
import { decideFit, MOST_EXACT } from './exact';
import { checkedItems, type RollQuestion } from './roll';
import { rollBound, sumsFrom } from './rollBound';

/**
 * A length that no layout of these pieces can be shorter than: the bound, or a layout's own length where a search that leaves
 * nothing out finds that the next shorter one there could be does not hold them.
 *
 * @param length of a layout of them, with both end margins
 * @throws InputError as `nestRoll` does
 * @example provenBound({ width: 100, margin: 0, gap: 0, pieces: [{ id: 'a', width: 60, height: 30, count: 2, rotate: false }, { id: 'b', width: 40, height: 40, count: 2, rotate: false }] }, 70) // 70
 */
export function provenBound(q: RollQuestion, length: Um): Um {
  const bound = rollBound(q);
  if (length <= bound) return bound;
  const items = checkedItems(q);
  if (items.length > MOST_EXACT) return bound;
  // Gaps count with the pieces, and one with the width and the length.
  const ends = 2 * q.margin - q.gap;
  const lengths = sumsFrom(items, bound - ends, length - ends);
  if (lengths?.length === 0) return length;
  const next = lengths?.at(-1) ?? length - ends - 1;
  return decideFit(items, q.width - ends, next).answer === 'no' ? length : bound;
}
