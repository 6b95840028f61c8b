import type { Minor } from '../measure';

/** What was sold in an order, and what one of it costs today; nothing: nobody knows. */
export type SoldLine = { quantity: number; priceMinor: Minor; costMinor: Minor | null };

export type OrderLeaves = {
  /** What the buyer pays for the things, less what is taken off, less what they cost; before fees and carriage. */
  leaves: Minor;
  /** Of what is paid for the things, from below nothing to 1. */
  share: number;
  /** How many things have no cost, and count as costing nothing. */
  unknown: number;
};

/**
 * What an order leaves of what is paid for the things in it, the friend's price and the voucher counted: they come out of the margin.
 *
 * @example orderLeaves([{ quantity: 2, priceMinor: 9500, costMinor: 1840 }], 1000).leaves // 14320
 */
export function orderLeaves(lines: readonly SoldLine[], discountMinor: Minor): OrderLeaves {
  const paid = lines.reduce((sum, l) => sum + l.quantity * l.priceMinor, 0) - discountMinor;
  const cost = lines.reduce((sum, l) => sum + l.quantity * (l.costMinor ?? 0), 0);
  return {
    leaves: paid - cost,
    share: paid > 0 ? (paid - cost) / paid : 0,
    unknown: lines.filter(({ costMinor }) => costMinor === null).length,
  };
}
