import { formatMoney, type Minor } from '../measure/money';
import type { Finding } from '../finding';

/** What one part of a set sells for alone and what it costs; nothing: it is not known. */
export type SetMember = { name: string; price: Minor | null; cost: Minor | null };

/**
 * Shares the price of a set among its parts by what each sells for alone, to the cent: the largest remainders get the cents
 * that are over, the first of equal ones first. Parts without a price alone count as much as the mean of the others.
 *
 * @param prices what each part sells for alone, in minor units
 * @param total what the set sells for, in minor units
 * @returns the share of each part; together exactly `total`
 *
 * @example splitSetPrice([10000, 5000, 5000], 17999) // [8999, 4500, 4500]
 */
export function splitSetPrice(prices: readonly (Minor | null)[], total: Minor): Minor[] {
  const known = prices.filter((price) => price !== null);
  const sum = known.reduce((all, price) => all + price, 0);
  const mean = sum > 0 ? sum / known.length : 1;
  const weights = prices.map((price) => (sum > 0 ? (price ?? mean) : mean));
  const all = weights.reduce((a, b) => a + b, 0);
  const exact = weights.map((weight) => (total * weight) / all);
  const shares = exact.map(Math.floor);
  const order = exact
    .map((_, i) => i)
    .sort((a, b) => exact[b]! - shares[b]! - (exact[a]! - shares[a]!) || a - b);
  const over = total - shares.reduce((a, b) => a + b, 0);
  for (let k = 0; k < over; k++) shares[order[k % order.length]!]!++;
  return shares;
}

export type JudgedSet = {
  /** What the parts sell for one by one; nothing: one of them has no price. */
  singles: Minor | null;
  shares: Minor[];
  /** What is left of the set's price when its parts are paid; nothing: a cost is not known. */
  left: Minor | null;
  finding: Finding;
};

/**
 * What a price for several prints together means: how much less it is than one by one, and what is left of it.
 *
 * @param members the parts, each once
 * @param total what the set sells for, in minor units
 * @param currency of all sums
 *
 * @example
 * const parts = [{ name: 'Kelp', price: 10000, cost: 3000 }, { name: 'Mole', price: 6000, cost: 2500 }];
 * judgeSet(parts, 14400, 'EUR').finding.word // 'less together'
 */
export function judgeSet(members: readonly SetMember[], total: Minor, currency: string): JudgedSet {
  const sumOf = (values: readonly (Minor | null)[]) =>
    values.includes(null) ? null : values.reduce<number>((all, value) => all + value!, 0);
  const singles = sumOf(members.map(({ price }) => price));
  const costs = sumOf(members.map(({ cost }) => cost));
  const left = costs === null ? null : total - costs;
  return {
    singles,
    shares: splitSetPrice(
      members.map(({ price }) => price),
      total,
    ),
    left,
    finding: findingOf({ singles, costs, left, total, currency }),
  };
}

function findingOf(q: {
  singles: Minor | null;
  costs: Minor | null;
  left: Minor | null;
  total: Minor;
  currency: string;
}): Finding {
  const { singles, costs, left, total, currency } = q;
  const money = (minor: Minor) => formatMoney(minor, currency);
  const percent = (part: number, whole: number) => `${Math.round((100 * part) / whole)} %`;
  const because = [
    { name: 'the set', value: total, unit: currency },
    ...(singles === null ? [] : [{ name: 'one by one', value: singles, unit: currency }]),
    ...(costs === null ? [] : [{ name: 'what its parts cost', value: costs, unit: currency }]),
  ];
  const kept =
    left === null
      ? 'What is left cannot be told: a cost is not known.'
      : left < 0
        ? `Its parts cost ${money(costs!)}, ${money(-left)} more than it brings.`
        : `${money(left)} are left of it, ${percent(left, total)}.`;
  const says = (beside: string) => `${beside} ${kept}`;
  if (left !== null && left < 0)
    return { verdict: 'fails', word: 'below its cost', says: says(`${money(total)} for all.`), because };
  if (singles === null)
    return {
      verdict: 'care',
      word: 'a price is missing',
      says: says('One of its parts has no price alone, so nobody can see what is saved.'),
      because,
    };
  if (total > singles)
    return {
      verdict: 'care',
      word: 'dearer together',
      says: says(`One by one they are ${money(singles)}, ${money(total - singles)} less than the set.`),
      because,
    };
  const saved = singles - total;
  return {
    verdict: 'holds',
    word: saved > 0 ? 'less together' : 'the same together',
    says: says(
      saved > 0
        ? `${money(saved)} less than one by one, ${percent(saved, singles)}.`
        : `As much as one by one, ${money(singles)}.`,
    ),
    because,
  };
}

/**
 * The numbers that are still to be had in every run of a set, the lowest first.
 *
 * @param free the free numbers of each run
 *
 * @example commonNumbers([[3, 4, 7], [4, 5, 7, 9]]) // [4, 7]
 */
export function commonNumbers(free: readonly (readonly number[])[]): number[] {
  const [first, ...others] = free;
  if (!first) return [];
  const sets = others.map((numbers) => new Set(numbers));
  return [...new Set(first)].filter((n) => sets.every((set) => set.has(n))).sort((a, b) => a - b);
}
