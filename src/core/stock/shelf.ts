import type { Mark } from '../finding';
import type { Um } from '../measure';

/** The core most rolls come on, three inches. Makers say when theirs is two. */
export const ROLL_CORE_UM = 76_200;

/**
 * How thick a roll is with so much paper on it: the paper seen from its end is the ring between core and rim, π ÷ 4 × (D² − core²)
 * = length × thickness.
 *
 * @returns the diameter in µm
 * @example rollDiameter(12_000_000, 480) // 114631
 */
export function rollDiameter(length: Um, thickness: Um, core: Um = ROLL_CORE_UM): Um {
  return Math.round(Math.sqrt(core ** 2 + (4 / Math.PI) * Math.max(0, length) * thickness));
}

/**
 * What is promised, laid on the lots it will be taken from: the oldest first, none beyond what it holds. What no lot can give is
 * left over.
 *
 * @param lots the oldest first, in sheets or µm of roll
 * @example promisedByLot([{ onHand: 5 }, { onHand: 10 }], 8) // { byLot: [5, 3], short: 0 }
 */
export function promisedByLot(
  lots: readonly { onHand: number }[],
  promised: number,
): { byLot: number[]; short: number } {
  let left = promised;
  const byLot = lots.map(({ onHand }) => {
    const taken = Math.min(Math.max(0, onHand), left);
    left -= taken;
    return taken;
  });
  return { byLot, short: left };
}

export type ShelfFacts = {
  onHand: number;
  promised: number;
  reorderPoint: number;
  reorderOn: string | null;
  emptyOn: string | null;
};
export type ShelfStanding = { mark: Mark; word: string; day: string | null };

/**
 * How one size of a paper stands: whether what is promised is there, and when more has to be ordered.
 *
 * @param today the studio's day
 * @example
 * shelfStanding({ onHand: 3, promised: 5, reorderPoint: 2, reorderOn: null, emptyOn: null }, '2026-11-28')
 * // { mark: 'fails', word: 'promised more than there is', day: null }
 */
export function shelfStanding(f: ShelfFacts, today: string): ShelfStanding {
  if (f.promised > f.onHand) return { mark: 'fails', word: 'promised more than there is', day: null };
  if (f.onHand === 0) return { mark: 'fails', word: 'none left', day: null };
  const isLow = f.onHand - f.promised <= f.reorderPoint && f.reorderPoint > 0;
  if (isLow || (f.reorderOn !== null && f.reorderOn <= today))
    return { mark: 'care', word: 'low: order now', day: null };
  if (f.reorderOn !== null) return { mark: 'holds', word: 'order by', day: f.reorderOn };
  return { mark: 'holds', word: 'not used lately', day: null };
}
