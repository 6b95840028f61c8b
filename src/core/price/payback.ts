import { InputError } from '../errors';
import type { Minor } from '../measure';

export type PaybackQuestion = {
  outlay: Minor;
  /** What others ask for one. */
  labPrice: Minor;
  /** What one costs made by oneself. */
  ownCost: Minor;
  perMonth: number;
};
export type PaybackAnswer = {
  count: number;
  /** At the present rate; null: nothing is made in a month, so it never pays back. */
  months: number | null;
};

/**
 * After how many prints an own printer, an own frame shop, a bought capture has paid for itself.
 * `n = ceil(outlay ÷ (lab price − own cost))`; months are that number over the prints of a month.
 *
 * @throws InputError when one's own costs as much as the lab's, or a figure is below nothing
 * Source: handbook §11.
 * @example payback({ outlay: 128000, labPrice: 2400, ownCost: 900, perMonth: 8 }) // { count: 86, months: 10.75 }
 */
export function payback(q: PaybackQuestion): PaybackAnswer {
  for (const field of ['outlay', 'labPrice', 'ownCost', 'perMonth'] as const)
    if (!(q[field] >= 0)) throw new InputError(field, q[field], 'a figure not below nothing');
  const saved = q.labPrice - q.ownCost;
  if (!(saved > 0))
    throw new InputError(
      'ownCost',
      q.ownCost,
      `one’s own print for less than the ${q.labPrice} others ask: otherwise the outlay never comes back`,
    );
  const count = Math.ceil(q.outlay / saved);
  return { count, months: q.perMonth > 0 ? count / q.perMonth : null };
}

/** A figure of the question that may be other than it is thought to be. */
export type Assumption = 'outlay' | 'labPrice' | 'ownCost' | 'perMonth';
export type PaybackRange = {
  assumption: Assumption;
  /** Months with that figure alone a fifth lower, and a fifth higher; null: never. */
  low: number | null;
  high: number | null;
};

/** By how much each assumption is moved to see what hangs on it. */
export const MOVED_BY = 0.2;

/**
 * What hangs on each assumption: the months to pay back with one figure at a time a fifth lower and higher, the one that moves
 * them most first.
 *
 * @example paybackRanges({ outlay: 128000, labPrice: 2400, ownCost: 900, perMonth: 8 })[0].assumption // 'labPrice'
 */
export function paybackRanges(q: PaybackQuestion): PaybackRange[] {
  const monthsWith = (change: Partial<PaybackQuestion>): number | null => {
    try {
      return payback({ ...q, ...change }).months;
    } catch (error) {
      if (error instanceof InputError) return null;
      throw error;
    }
  };
  const spread = ({ low, high }: PaybackRange) =>
    low === null || high === null ? Infinity : Math.abs(high - low);
  return (['outlay', 'labPrice', 'ownCost', 'perMonth'] as const)
    .map((assumption) => ({
      assumption,
      low: monthsWith({ [assumption]: q[assumption] * (1 - MOVED_BY) }),
      high: monthsWith({ [assumption]: q[assumption] * (1 + MOVED_BY) }),
    }))
    .sort((a, b) => spread(b) - spread(a));
}
