import type { Finding } from '../finding';
import { areaMm2, formatMoney, shareOf, type Minor, type Size } from '../measure';
import type { ProductFinish } from '../product/words';
import { keeperFinding, sharesOf, type PriceQuestion } from './solve';

/** One product of a work, as its prices are held against each other. */
export type PricedThing = {
  name: string;
  image: Size;
  line: string;
  finish: ProductFinish;
  /** Numbered in a limited run. */
  isLimited: boolean;
  price: Minor;
  /** What it costs today. */
  cost: Minor;
  question: PriceQuestion;
};

/** What a shop usually keeps of what it sells on sale or return. Source: handbook §11. */
export const CONSIGNED_SHARE = 0.5;

/**
 * What is odd about the prices of a work, each in a sentence with its figures: the artist not the largest share, a loss, larger
 * cheaper than smaller, more work cheaper than less, limited under open, a shop's half under what it costs.
 *
 * @param run the limited run: how many there are, and what the original is offered or was sold for
 * Source: handbook §11, §17 money.
 */
export function priceFindings(
  things: readonly PricedThing[],
  currency: string,
  run: { size: number; original: Minor | null } | null = null,
): Finding[] {
  const money = (x: Minor) => formatMoney(x, currency);
  return [
    ...things.flatMap((thing) => ownFindings(thing, currency)),
    ...pairs(things).flatMap(([a, b]) => pairFinding(a, b, money)),
    ...runFinding(things, run, money),
  ];
}

function ownFindings(thing: PricedThing, currency: string): Finding[] {
  const money = (x: Minor) => formatMoney(x, currency);
  const question = { ...thing.question, costs: [{ name: 'what it costs', amount: thing.cost }] };
  const shares = sharesOf(thing.price, question);
  const keeps = shares.at(-1)!.amount;
  if (keeps < 0)
    return [
      {
        verdict: 'fails',
        word: 'a loss',
        says: `${thing.name} sells for ${money(thing.price)} and loses ${money(-keeps)}: where that is meant, to be tried out or for a friend, it is a gift of that sum.`,
        because: [{ name: 'costs', value: thing.cost, unit: currency }],
      },
    ];
  const keeper = keeperFinding(shares, currency);
  const findings: Finding[] =
    keeper.verdict === 'holds' ? [] : [{ ...keeper, says: `${thing.name}: ${keeper.says}` }];
  const consigned = thing.price - shareOf(thing.price, CONSIGNED_SHARE) - thing.cost;
  if (consigned < 0)
    findings.push({
      verdict: 'care',
      word: 'not for a shop',
      says: `${thing.name}: half of ${money(thing.price)} to a shop leaves ${money(-consigned)} less than the ${money(thing.cost)} it costs.`,
      because: [{ name: 'left after half and costs', value: consigned, unit: currency }],
    });
  return findings;
}

const pairs = <T>(list: readonly T[]): [T, T][] =>
  list.flatMap((a, i) => list.slice(i + 1).map((b): [T, T] => [a, b]));

/** From bare to most done to it. */
const WORK_IN: Record<ProductFinish, number> = {
  loose: 0,
  sleeved: 1,
  mounted: 2,
  'on a panel': 3,
  'on bars': 3,
  framed: 4,
};

function pairFinding(a: PricedThing, b: PricedThing, money: (x: Minor) => string): Finding[] {
  const found = (word: string, cheap: PricedThing, dear: PricedThing, why: string): Finding[] =>
    cheap.price < dear.price
      ? [
          {
            verdict: 'care',
            word,
            says: `${cheap.name} sells for ${money(cheap.price)}, ${dear.name} for ${money(dear.price)}: ${why}.`,
            because: [],
          },
        ]
      : [];
  const isSameSize = a.image.width === b.image.width && a.image.height === b.image.height;
  const isAlike = a.finish === b.finish && a.isLimited === b.isLimited;
  if (!isSameSize && a.line === b.line && isAlike) {
    const [large, small] = areaMm2(a.image) > areaMm2(b.image) ? [a, b] : [b, a];
    return areaMm2(large.image) > areaMm2(small.image)
      ? found('larger is cheaper', large, small, 'a larger print is usually not the cheaper one')
      : [];
  }
  if (isSameSize && a.line === b.line && WORK_IN[a.finish] !== WORK_IN[b.finish]) {
    const [more, less] = WORK_IN[a.finish] > WORK_IN[b.finish] ? [a, b] : [b, a];
    return found(
      'more work is cheaper',
      more,
      less,
      `${more.finish} takes more work than ${less.finish}`,
    );
  }
  if (isSameSize && a.finish === b.finish && a.isLimited !== b.isLimited) {
    const [limited, open] = a.isLimited ? [a, b] : [b, a];
    return found('limited is cheaper', limited, open, 'a numbered print is usually not the cheaper one');
  }
  return [];
}

function runFinding(
  things: readonly PricedThing[],
  run: { size: number; original: Minor | null } | null,
  money: (x: Minor) => string,
): Finding[] {
  const limited = things.filter((thing) => thing.isLimited).map((thing) => thing.price);
  if (!run || !run.original || limited.length === 0) return [];
  const [least, most] = [Math.min(...limited) * run.size, Math.max(...limited) * run.size];
  const income = least === most ? money(least) : `${money(least)} to ${money(most)}`;
  return [
    {
      verdict: 'holds',
      word: 'the whole run',
      says: `The whole run of ${run.size} brings in ${income}; the original ${money(run.original)}.`,
      because: [{ name: 'run', value: run.size }],
    },
  ];
}
