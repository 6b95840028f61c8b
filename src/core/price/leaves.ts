import type { Minor } from '../measure';
import { liveQuestion } from './live';
import { keeperFinding, sharesOf, type Keeper, type PriceQuestion } from './solve';

export type Leaves = {
  shares: Keeper[];
  /** What stays with the artist, and its share of all the buyer pays. */
  keeps: Minor;
  share: number;
  isLargest: boolean;
};

/**
 * What a price leaves with what the product costs today.
 *
 * @param lines of the product's cost
 * @example priceLeaves(1000, { costs: [], fixedFees: [], shareFees: [], carriageCharged: 0, margin: 0, given: 0 }, [{ name: 'paper', amount: 400 }]).keeps // 600
 */
export function priceLeaves(
  price: Minor,
  kept: PriceQuestion,
  lines: readonly { name: string; amount: number }[],
): Leaves {
  const shares = sharesOf(price, liveQuestion(kept, lines));
  const keeps = shares.at(-1)!.amount;
  const total = price + kept.carriageCharged;
  return {
    shares,
    keeps,
    share: total > 0 ? keeps / total : 0,
    isLargest: keeperFinding(shares, 'EUR').verdict === 'holds',
  };
}
