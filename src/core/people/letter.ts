import type { Finding, Mark } from '../finding';
import { formatMoney, shareOf, type Minor } from '../measure';
import type { Day } from '../measure/day';
import { leftOf, type CompactTerms } from '../price/whatIf';

/** Somebody who may be written to, with what they bought. */
export type LetterPerson = {
  id: string;
  name: string;
  orders: number;
  lastOrderOn: Day | null;
  /** They have a print of the work that is announced. */
  hasWork: boolean;
};

/**
 * Who a letter goes to, the likeliest first: who has a print of this very work already wants another one least, so they come
 * last; before them whoever bought most often, and most lately.
 *
 * @example inLetterOrder([{ id: 'a', name: 'A', orders: 1, lastOrderOn: null, hasWork: false }, { id: 'b', name: 'B', orders: 3, lastOrderOn: null, hasWork: false }]).map((p) => p.id) // ['b', 'a']
 */
export const inLetterOrder = <P extends LetterPerson>(people: readonly P[]): P[] =>
  [...people].sort(
    (a, b) =>
      Number(a.hasWork) - Number(b.hasWork) ||
      b.orders - a.orders ||
      (b.lastOrderOn ?? '').localeCompare(a.lastOrderOn ?? '') ||
      a.name.localeCompare(b.name),
  );

/** A product a voucher may be spent on. */
export type VoucherProduct = { price: Minor; cost: Minor; terms: CompactTerms };
export type VoucherAnswer = { pays: Minor; off: Minor; left: Minor; share: number; finding: Finding };

/** Less than this of what is paid is thin: one parcel sent again eats it. */
const THIN = 0.15;

/**
 * What a voucher leaves of a price: what the buyer pays, and of that what stays once every cost and fee is paid. What is taken
 * off the price is taken off before shares are.
 *
 * @param share of the price, 0.1: a tenth off
 * @example voucherLeaves({ price: 5000, cost: 2000, terms: { fixed: 0, shares: [0.1], carriageCharged: 0, given: 0 } }, 0.1, 'EUR').left // 2050
 */
export function voucherLeaves(
  { price, cost, terms }: VoucherProduct,
  share: number,
  currency: string,
): VoucherAnswer {
  const off = shareOf(price, share);
  const pays = price - off;
  const left = leftOf(pays, cost, terms, 0);
  const part = pays === 0 ? 0 : left / pays;
  const verdict: Mark = left < 0 ? 'fails' : part < THIN ? 'care' : 'holds';
  const word = { holds: 'holds', care: 'thin', fails: 'a loss' }[verdict];
  const leaves =
    left < 0
      ? `loses ${formatMoney(-left, currency)} on each`
      : `leaves ${formatMoney(left, currency)}, ${Math.round(part * 100)}\u00a0% of what is paid`;
  return {
    pays,
    off,
    left,
    share: part,
    finding: {
      verdict,
      word,
      says: `${formatMoney(price, currency)} less ${formatMoney(off, currency)} is ${formatMoney(pays, currency)}: ${leaves}.`,
      because: [
        { name: 'cost', value: formatMoney(cost, currency) },
        { name: 'voucher', value: `${Math.round(share * 1000) / 10} %` },
      ],
    },
  };
}

/** What stands in a list in the place of somebody who asked to be forgotten. */
export const REMOVED_NAME = 'somebody who asked to be forgotten';
