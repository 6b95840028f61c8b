import { InputError } from '../errors';
import type { Minor } from '../measure';

/** Stamps of one value that lie in the drawer. A permanent one counts at what its service costs today. */
export type StampStock = { value: Minor; count: number };
export type StampPlan = { combination: StampStock[]; overspend: Minor };

/** A postage above this is paid at the counter, not in stamps; the search would only be slow. */
const MOST = 1_000_000;

/**
 * The stamps on hand that pay a postage with the least overspend, and among those the fewest stamps.
 *
 * A bounded knapsack over every sum that could still be the least: no sum a whole stamp above the postage can be, for one stamp
 * less would do. Each value takes one pass over the sums, with a sliding minimum for its count.
 *
 * @throws InputError when all stamps together do not make the postage
 * Source: handbook §12.
 * @example payInStamps(460, [{ value: 100, count: 3 }, { value: 85, count: 4 }]) // { combination: [{ value: 100, count: 3 }, { value: 85, count: 2 }], overspend: 10 }
 */
export function payInStamps(postage: Minor, stock: readonly StampStock[]): StampPlan {
  if (!(Number.isInteger(postage) && postage > 0 && postage <= MOST))
    throw new InputError('postage', postage, `a sum in whole minor units from 1 to ${MOST}`);
  stock.forEach(({ value, count }, i) => {
    if (!(Number.isInteger(value) && value > 0))
      throw new InputError(`stock[${i}].value`, value, 'a sum in whole minor units, above nothing');
    if (!(Number.isInteger(count) && count >= 0))
      throw new InputError(`stock[${i}].count`, count, 'a whole number, not below nothing');
  });
  const usable = byValue(stock);
  const total = usable.reduce((sum, { value, count }) => sum + value * count, 0);
  if (total < postage)
    throw new InputError('stock', total, `stamps worth at least ${postage}, the postage`);
  const small = usable.filter(({ value }) => value < postage);
  // Of those that pay it alone only the least can be the best, and only alone.
  const alone = usable.findLast(({ value }) => value >= postage) ?? null;
  const together = inSmallStamps(postage, small, alone?.value ?? Infinity);
  if (together) return together;
  return { combination: [{ value: alone!.value, count: 1 }], overspend: alone!.value - postage };
}

/** Paid in stamps of less than the postage each; null where one stamp that pays it alone does as well. */
function inSmallStamps(postage: Minor, small: readonly StampStock[], alone: Minor): StampPlan | null {
  const total = small.reduce((sum, { value, count }) => sum + value * count, 0);
  if (total < postage) return null;
  const most = Math.min(total, alone, postage + small[0]!.value - 1);
  const { fewest, taken } = fewestStamps(small, most);
  let sum = postage;
  while (sum <= most && fewest[sum] === NEVER) sum++;
  if (sum > most || sum >= alone) return null;
  const overspend = sum - postage;
  const combination: StampStock[] = [];
  for (let i = small.length - 1; i >= 0; i--) {
    const count = taken[i]![sum]!;
    if (count) combination.unshift({ value: small[i]!.value, count });
    sum -= count * small[i]!.value;
  }
  return { combination, overspend };
}

const NEVER = 0x3fff_ffff;

/** Stamps of one value together, the dearest first. */
function byValue(stock: readonly StampStock[]): StampStock[] {
  const counts = new Map<Minor, number>();
  for (const { value, count } of stock) counts.set(value, (counts.get(value) ?? 0) + count);
  return [...counts]
    .filter(([, count]) => count > 0)
    .map(([value, count]) => ({ value, count }))
    .sort((a, b) => b.value - a.value);
}

/** For every sum the fewest stamps that make it, and for each value how many of it were taken to get there. */
function fewestStamps(stock: readonly StampStock[], most: Minor) {
  let before = new Int32Array(most + 1).fill(NEVER);
  before[0] = 0;
  const taken: Int32Array[] = [];
  const places = new Int32Array(most + 1);
  for (const { value, count } of stock) {
    const now = new Int32Array(most + 1).fill(NEVER);
    const used = new Int32Array(most + 1);
    for (let rest = 0; rest < value && rest <= most; rest++) {
      let [head, tail] = [0, 0];
      // `cost(j)` is what the sum `rest + j·value` costs if all of this value were taken from there on.
      const cost = (j: number) => before[rest + j * value]! - j;
      for (let j = 0; rest + j * value <= most; j++) {
        while (tail > head && cost(places[tail - 1]!) >= cost(j)) tail--;
        places[tail++] = j;
        while (places[head]! < j - count) head++;
        const from = places[head]!;
        const stamps = cost(from) + j;
        if (stamps >= NEVER - most) continue;
        now[rest + j * value] = stamps;
        used[rest + j * value] = j - from;
      }
    }
    taken.push(used);
    before = now;
  }
  return { fewest: before, taken };
}
