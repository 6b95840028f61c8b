import { InputError } from '../errors';
import { roundHalfEven, type Minor } from '../measure';

/** How many may be asked for: at the least, most likely, at the most. */
export type Demand = { few: number; likely: number; many: number };

export type BatchQuestion = {
  demand: Demand;
  /** What a sale brings in, fees already taken off. */
  price: Minor;
  /** Quantities on offer, and what all of each costs. */
  counts: readonly { count: number; cost: Minor }[];
  /** What one left over is still worth. */
  salvage: Minor;
  /** What one costs that is printed when it is sold. */
  perSaleCost: Minor;
  /** What keeping one left over costs. */
  storage?: Minor;
};

export type BatchOption = {
  count: number;
  cost: Minor;
  expectedProfit: Minor;
  /** That the batch brings in less than it costs, from 0 to 1. */
  chanceOfLoss: number;
  /** The most that can be lost: what it costs less what comes back when fewest are asked for. */
  atRisk: Minor;
  /** Of one more, between the count below and this one: what the next break truly costs. */
  marginal: Minor;
  /** From which sale on it is in profit; null: not even when all are sold. */
  profitFrom: number | null;
};

export type BatchAnswer = {
  options: BatchOption[];
  perSale: { expectedProfit: Minor };
  /** What is asked for on average. */
  expectedDemand: number;
  best: number | 'perSale';
};

const MOST = 100_000;

/**
 * How likely each whole number of sales is, from a guess in three: rising evenly up to the likely number, falling evenly after it.
 * The least and the most are possible, the numbers beyond them are not.
 *
 * @returns chances of `few`, `few + 1`, … `many`; they add up to 1
 * @throws InputError unless 0 ≤ few ≤ likely ≤ many
 * @example demandChances({ few: 0, likely: 1, many: 2 }) // [0.25, 0.5, 0.25]
 */
export function demandChances({ few, likely, many }: Demand): number[] {
  for (const [field, value] of Object.entries({ few, likely, many }))
    if (!Number.isInteger(value) || value < 0 || value > MOST)
      throw new InputError(`demand.${field}`, value, `a whole number from 0 to ${MOST}`);
  if (few > likely) throw new InputError('demand.few', few, `at most the likely number, ${likely}`);
  if (likely > many) throw new InputError('demand.many', many, `at least the likely number, ${likely}`);
  const weights = Array.from({ length: many - few + 1 }, (_, i) => {
    const d = few + i;
    return d <= likely ? (d - few + 1) / (likely - few + 1) : (many - d + 1) / (many - likely + 1);
  });
  const all = weights.reduce((a, b) => a + b, 0);
  return weights.map((w) => w / all);
}

/**
 * How many to make: for each quantity on offer what it brings in on average, the chance of losing money and the money at risk,
 * beside printing one whenever one is sold.
 *
 * `expected profit = Σ p(d)·price·min(d, Q) − cost(Q) + (salvage − storage)·Σ p(d)·(Q − d)⁺`. Of equal options the one with less at
 * risk is best: per sale before a batch, a small batch before a large one.
 *
 * @throws InputError for a demand out of order, no quantity, a quantity twice, or a sum below nothing
 * Source: handbook §11.
 * @example planBatch({ demand: { few: 2, likely: 6, many: 14 }, price: 4000, counts: [{ count: 5, cost: 6000 }, { count: 10, cost: 9000 }], salvage: 0, perSaleCost: 2000 }).best // 10
 */
export function planBatch(q: BatchQuestion): BatchAnswer {
  const chances = demandChances(q.demand);
  for (const [field, value] of Object.entries({
    price: q.price,
    salvage: q.salvage,
    perSaleCost: q.perSaleCost,
    storage: q.storage ?? 0,
  }))
    if (!(value >= 0)) throw new InputError(field, value, 'a sum not below nothing');
  if (!q.counts.length) throw new InputError('counts', q.counts, 'at least one quantity');
  const counts = [...q.counts].sort((a, b) => a.count - b.count);
  counts.forEach(({ count, cost }, i) => {
    if (!Number.isInteger(count) || count < 1 || count > MOST)
      throw new InputError(`counts[${i}].count`, count, `a whole number from 1 to ${MOST}`);
    if (!(cost >= 0)) throw new InputError(`counts[${i}].cost`, cost, 'a sum not below nothing');
    if (count === counts[i - 1]?.count)
      throw new InputError(`counts[${i}].count`, count, 'each quantity once');
  });

  const expectedDemand = chances.reduce((sum, p, i) => sum + p * (q.demand.few + i), 0);
  const perSale = { expectedProfit: roundHalfEven(expectedDemand * (q.price - q.perSaleCost)) };
  const options = counts.map(({ count, cost }, i) => optionOf(q, chances, count, cost, counts[i - 1]));
  let best: BatchAnswer['best'] = 'perSale';
  let most = perSale.expectedProfit;
  for (const option of options)
    if (option.expectedProfit > most) {
      best = option.count;
      most = option.expectedProfit;
    }
  return { options, perSale, expectedDemand, best };
}

function optionOf(
  q: BatchQuestion,
  chances: readonly number[],
  count: number,
  cost: Minor,
  below: { count: number; cost: Minor } | undefined,
): BatchOption {
  const left = q.salvage - (q.storage ?? 0);
  const profitAt = (d: number) => q.price * Math.min(d, count) - cost + left * Math.max(0, count - d);
  let expected = 0;
  let chanceOfLoss = 0;
  let worst = Infinity;
  chances.forEach((p, i) => {
    const profit = profitAt(q.demand.few + i);
    expected += p * profit;
    if (profit < 0) chanceOfLoss += p;
    worst = Math.min(worst, profit);
  });
  const gain = q.price - left;
  // price·n + left·(count − n) ≥ cost, solved for n; one sold must bring in more than one left over.
  const needed = gain > 0 ? Math.max(0, Math.ceil((cost - left * count) / gain)) : Infinity;
  return {
    count,
    cost,
    expectedProfit: roundHalfEven(expected),
    chanceOfLoss: Math.min(1, chanceOfLoss),
    atRisk: worst < 0 ? roundHalfEven(-worst) : 0,
    marginal: roundHalfEven((cost - (below?.cost ?? 0)) / (count - (below?.count ?? 0))),
    profitFrom: needed <= count ? needed : null,
  };
}
