import { formatMoney, type Minor } from '@/core/measure';
import { packShortages, type PackForm, type PackPlan } from '@/core/parcel/pack';
import { expectedWeight } from '@/core/parcel/weigh';
import type { Db } from '@/store/db';
import { findRows, type Row } from '@/store/rows';
import type { Choice } from './carriage';
import { planOf, type PackFacts } from './parcels';

/** What a form would cost and risk, or why it cannot be. */
export type PackWay = {
  form: PackForm;
  possible: boolean;
  says: string;
  materialMinor: Minor | null;
  postageMinor: Minor | null;
  service: string | null;
  risk: string;
};

const RISKS: Record<PackForm, string> = {
  flat: 'corners, if it is dropped on one; nothing to flatten again',
  rolled: 'crushed across, and it must be laid flat again; scuffs if pulled tight',
  boxed: 'weight, and glue and corners if it is dropped',
};

/** Every service held against a parcel of a form, the cheapest that will do first. */
export type Rate = (
  form: PackForm,
  outer: { length: number; width: number; height: number },
  weight: number,
) => Choice[];
export const cheapest = (choices: readonly Choice[]) =>
  choices.find(({ fit }) => fit.verdict !== 'fails');

/** One form of packing against the others: what it takes from the shelf, what the post asks, what can happen to it. */
export function wayOf(form: PackForm, facts: PackFacts, prices: Map<string, Minor>, rate: Rate): PackWay {
  const plan = planOf(facts, { form });
  const none = { form, materialMinor: null, postageMinor: null, service: null, risk: RISKS[form] };
  if (plan.form !== form) return { ...none, possible: false, says: plan.finding.says };
  const best = cheapest(rate(form, plan.outer, expectedWeight(plan.parts).weight));
  return {
    form,
    possible: true,
    says: packShortages(plan.needs).join(' ') || plan.finding.says,
    materialMinor: materialOf(plan, prices),
    postageMinor: best?.price ?? null,
    service: best ? `${best.service.carrier} ${best.service.name}` : null,
    risk: RISKS[form],
  };
}

/** Framed here and boxed, against rolled and framed near the buyer: each as one sum, with its parts. */
export type Instead = {
  boxed: { materialMinor: Minor; postageMinor: Minor; service: string } | null;
  rolled: { materialMinor: Minor; postageMinor: Minor; service: string } | null;
  framer: {
    name: string;
    place: string;
    country: string;
    priceMinor: Minor;
    days: number;
    isNear: boolean;
  } | null;
  /** How many want a frame: each is asked for. */
  frames: number;
  /** What the frames were quoted at here, together; nothing: somebody has not said. */
  framesHereMinor: Minor | null;
  /** What rolled and framed there costs more; below nothing: less. Nothing: one of the two cannot be reckoned. */
  moreMinor: Minor | null;
};

/** What the frames of an order were quoted at; nothing where one was not. */
export async function framesQuoted(
  db: Db,
  lines: readonly { line: { productId: string | null; quantity: number } }[],
): Promise<Minor | null> {
  const wanted = lines.flatMap(({ line }) => line.productId ?? []);
  const framed = wanted.length ? await findRows(db, 'products', { id: wanted, finish: 'framed' }) : [];
  let sum = 0;
  for (const { line } of lines) {
    const product = framed.find(({ id }) => id === line.productId);
    if (!product) continue;
    if (product.quoteMinor === null) return null;
    sum += product.quoteMinor * line.quantity;
  }
  return sum;
}

/** @returns nothing where no print of it is framed */
export function insteadOf(
  facts: PackFacts,
  prices: Map<string, Minor>,
  rate: Rate,
  now: { plan: PackPlan; outer: PackPlan['outer']; weight: number },
  { helpers, buyer }: { helpers: readonly Row<'craftspeople'>[]; buyer: { country: string } },
  framesHereMinor: Minor | null,
): Instead | null {
  const frames = facts.prints.filter(({ made }) => made?.as === 'framed').length;
  if (frames === 0) return null;
  const sums = (plan: PackPlan, outer: PackPlan['outer'], weight: number) => {
    const best = cheapest(rate(plan.form, outer, weight));
    return best?.price
      ? {
          materialMinor: materialOf(plan, prices),
          postageMinor: best.price,
          service: `${best.service.carrier} ${best.service.name}`,
        }
      : null;
  };
  const bare = planOf({ ...facts, prints: facts.prints.map(({ made: _, ...print }) => print) }, {});
  const boxed = sums(now.plan, now.outer, now.weight);
  const rolled = sums(bare, bare.outer, expectedWeight(bare.parts).weight);
  const framers = helpers.filter(({ craft }) => craft === 'framer');
  const framer = framers.find(({ country }) => country === buyer.country) ?? framers[0] ?? null;
  const there =
    framer && rolled && rolled.materialMinor + rolled.postageMinor + frames * framer.priceMinor;
  return {
    ...{ boxed, rolled, frames, framesHereMinor },
    framer: framer && {
      ...{ name: framer.name, place: framer.place, country: framer.country },
      ...{ priceMinor: framer.priceMinor, days: framer.days },
      isNear: framer.country === buyer.country,
    },
    moreMinor:
      boxed && there && framesHereMinor !== null
        ? there - boxed.materialMinor - boxed.postageMinor - framesHereMinor
        : null,
  };
}

const materialOf = (plan: PackPlan, prices: Map<string, Minor>): Minor =>
  plan.needs.reduce(
    (sum, { supply, count }) => sum + (supply ? (prices.get(supply.id) ?? 0) * count : 0),
    0,
  );

/** What each thing that goes in beside the prints does to the postage, said before it is added. */
export function giftDifferences(
  facts: PackFacts,
  wishes: Parameters<typeof planOf>[1],
  rate: Rate,
  currency: string,
): { name: string; says: string }[] {
  const bestOf = (inserts: PackFacts['inserts']) => {
    const plan = planOf({ ...facts, inserts }, wishes);
    return cheapest(rate(plan.form, plan.outer, expectedWeight(plan.parts).weight));
  };
  const withAll = bestOf(facts.inserts);
  return facts.inserts.flatMap((insert) => {
    const without = bestOf(facts.inserts.filter((each) => each !== insert));
    const more = (withAll?.price ?? 0) - (without?.price ?? 0);
    if (!withAll || !without || more <= 0) return [];
    const change =
      without.service.id === withAll.service.id
        ? 'is a step of weight more'
        : `makes it a ${withAll.service.carrier} ${withAll.service.name} instead of ${without.service.name}`;
    return [{ name: insert.name, says: `${insert.name} ${change}: +${formatMoney(more, currency)}.` }];
  });
}
