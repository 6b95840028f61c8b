import { InputError } from '../errors';
import type { Minor, Um } from '../measure';
import { demandChances, type Demand } from './batch';

/** Something that could be taken to a fair. */
export type FairThing = {
  id: string;
  name: string;
  /** What a sale brings in there, fees taken off. */
  price: Minor;
  /** What making one costs, or is tied up in it. */
  cost: Minor;
  /** What one brought home again is still worth. */
  salvage: Minor;
  /** What of the table it takes to be seen; copies lie behind the first. */
  width: Um;
  demand: Demand;
};
/** A product with a price, as the records have it. */
export type ProductToTake = Pick<FairThing, 'id' | 'name' | 'width'> & {
  /** What a sale brings in but for making it, and what making it costs. */
  net: Minor;
  making: Minor;
  /** So many were sold in a year. */
  sold: number;
};

/** Brought home it can still be sold; a little is lost in the bin. */
const BROUGHT_HOME = 0.9;

/**
 * A product as something to take: a fair sees a share of a year's buyers in a day, at the least one of what has sold.
 *
 * @example thingToTake({ id: 'a', name: 'ferry', width: 400000, net: 4000, making: 900, sold: 24 }).demand // { few: 0, likely: 3, many: 8 }
 */
export const thingToTake = ({ id, name, width, net, making, sold }: ProductToTake): FairThing => ({
  ...{ id, name, width, price: Math.max(0, net), cost: making },
  salvage: Math.round(making * BROUGHT_HOME),
  demand: {
    few: 0,
    likely: Math.max(sold > 0 ? 1 : 0, Math.round(sold / 8)),
    many: Math.max(1, Math.ceil(sold / 3)),
  },
});

export type FairPlan = {
  take: { id: string; name: string; count: number; gain: Minor; cost: Minor; width: Um }[];
  left: { id: string; name: string; why: string }[];
  spent: Minor;
  width: Um;
  expectedProfit: Minor;
};

/**
 * What to take to a fair: one more of whatever is expected to bring in most for what it ties up, as long as the budget and the table
 * last. A thing's first copy takes its width of the table; each further one is asked for less surely, so it brings in less.
 *
 * A good plan, found step by step; where budget and table are both tight another may be a little better.
 *
 * @throws InputError for a budget, a table or a sum below nothing
 * @example planFair([{ id: 'a', name: 'ferry', price: 5000, cost: 1000, salvage: 1000, width: 400000, demand: { few: 0, likely: 1, many: 2 } }], 5000, 1000000).take[0].count // 2
 */
export function planFair(things: readonly FairThing[], budget: Minor, table: Um): FairPlan {
  if (!(budget >= 0)) throw new InputError('budget', budget, 'a sum not below nothing');
  if (!(table >= 0)) throw new InputError('table', table, 'a length not below nothing');
  const open = things.map((thing, i) => {
    for (const field of ['price', 'cost', 'salvage'] as const)
      if (!(thing[field] >= 0))
        throw new InputError(`things[${i}].${field}`, thing[field], 'a sum not below nothing');
    return { thing, asked: askedBeyond(thing.demand), count: 0, gain: 0 };
  });
  let spent = 0;
  let width = 0;
  for (;;) {
    const next = open
      .map((each) => ({ each, gain: gainOfNext(each) }))
      .filter(({ each, gain }) => {
        const more = each.count === 0 ? each.thing.width : 0;
        return gain > 0 && spent + each.thing.cost <= budget && width + more <= table;
      })
      .sort(
        (a, b) => b.gain / Math.max(1, b.each.thing.cost) - a.gain / Math.max(1, a.each.thing.cost),
      )[0];
    if (!next) break;
    const { each, gain } = next;
    if (each.count === 0) width += each.thing.width;
    spent += each.thing.cost;
    each.count++;
    each.gain += gain;
  }
  const take = open
    .filter((each) => each.count > 0)
    .map(({ thing, count, gain }) => ({
      id: thing.id,
      name: thing.name,
      count,
      gain: Math.round(gain),
      cost: thing.cost * count,
      width: thing.width,
    }));
  return {
    take,
    left: open
      .filter((each) => each.count === 0)
      .map((each) => ({
        id: each.thing.id,
        name: each.thing.name,
        why:
          gainOfNext(each) <= 0
            ? 'not expected to bring in what it costs'
            : spent + each.thing.cost > budget
              ? 'the budget is used up'
              : 'no room on the table',
      })),
    spent,
    width,
    expectedProfit: take.reduce((sum, each) => sum + each.gain, 0),
  };
}

/** The chance that more than so many are asked for, for each count from `few` to `many`. */
function askedBeyond(demand: Demand): Float64Array {
  const chances = demandChances(demand);
  const beyond = new Float64Array(chances.length);
  for (let i = chances.length - 2; i >= 0; i--) beyond[i] = beyond[i + 1]! + chances[i + 1]!;
  return beyond;
}

/** What one more is expected to bring in: its price where it is asked for, what it is still worth where not, less its cost. */
function gainOfNext({
  thing: { demand, price, salvage, cost },
  asked,
  count,
}: {
  thing: FairThing;
  asked: Float64Array;
  count: number;
}): number {
  const chance = count < demand.few ? 1 : (asked[count - demand.few] ?? 0);
  // Nobody asks for more than the most: beyond it nothing is taken, even where it loses nothing.
  if (chance <= 0) return 0;
  return chance * price + (1 - chance) * salvage - cost;
}
