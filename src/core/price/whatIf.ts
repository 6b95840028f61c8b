import type { CostQuestion } from '../cost/ofProduct';
import { costOfProduct } from '../cost/ofProduct';
import { roundHalfEven, shareOf, type Minor } from '../measure';
import type { PriceQuestion } from './solve';

/** A product's cost in the few figures that a what-if moves: thousands of them fit on one page. */
export type CompactCost = {
  paper: Minor;
  paperId: string | null;
  /** Ink, wear, the route: printed, but not paper. */
  printed: Minor;
  spoilRate: number;
  /** Of each act; rounded each by itself, as everywhere. */
  minutes: number[];
  /** Preparing the file, shared. */
  prep: { minutes: number; over: number } | null;
  /** Whatever no what-if moves. */
  rest: Minor;
};
/** The terms of a price that a what-if needs. */
export type CompactTerms = Pick<PriceQuestion, 'carriageCharged' | 'given'> & {
  fixed: Minor;
  shares: number[];
};

/** What to look at: everything as it is, but for these. */
export type WhatIf = {
  ratePerHour: Minor;
  /** 1.1: papers cost a tenth more; one paper alone where it is named. */
  paperFactor: number;
  paperId: string | null;
  /** Added to the fees by share, 0.02: two points more. */
  feePoints: number;
  /** Keeps what share of the price is left, and moves the price; or keeps prices, and moves what is left. */
  keeps: 'prices' | 'margins';
  /** Where margins are kept: this share of each price instead of the one it leaves now; nothing: as now. */
  margin?: number | null;
};

/** The name under which preparing a file stands among a cost's shares. */
export const PREPARING = 'preparing the file';

/**
 * A cost in short. `prepMinutes` are those of preparing a file, whose share moves with the hour.
 */
export function compactCost(
  question: CostQuestion,
  paperId: string | null,
  prepMinutes: number,
): CompactCost {
  const { lines } = costOfProduct(question);
  const sum = (kinds: readonly string[]) =>
    lines.filter((line) => kinds.includes(line.kind)).reduce((all, line) => all + line.amount, 0);
  const prep = question.shares.find((share) => share.name === PREPARING);
  const otherShares = lines
    .filter((line) => line.kind === 'share' && line.name !== PREPARING)
    .reduce((all, line) => all + line.amount, 0);
  return {
    paper: sum(['paper']),
    paperId,
    printed: sum(['ink', 'wear', 'route']),
    spoilRate: question.spoilRate,
    minutes: question.time.map((act) => act.minutes),
    prep: prep ? { minutes: prepMinutes, over: prep.expectedPrints } : null,
    rest: otherShares + sum(['finish', 'part']),
  };
}

/**
 * What a product costs under a what-if; with nothing changed, to the cent what `cost.ofProduct` says.
 *
 * @example wholeCost({ paper: 300, paperId: null, printed: 100, spoilRate: 0, minutes: [6], prep: null, rest: 50 }, { ratePerHour: 2000, paperFactor: 1.1, paperId: null, feePoints: 0, keeps: 'prices' }) // 680
 */
export function wholeCost(cost: CompactCost, what: WhatIf): Minor {
  const isMoved = what.paperId === null || what.paperId === cost.paperId;
  const paper = isMoved ? roundHalfEven(cost.paper * what.paperFactor) : cost.paper;
  const printed = paper + cost.printed;
  const spoils = roundHalfEven(printed / (1 - cost.spoilRate) - printed);
  const time = cost.minutes.reduce((all, m) => all + roundHalfEven((m / 60) * what.ratePerHour), 0);
  const prep = cost.prep
    ? roundHalfEven(((cost.prep.minutes / 60) * what.ratePerHour) / cost.prep.over)
    : 0;
  return printed + spoils + time + prep + cost.rest;
}

/** What stays of a price. @example leftOf(1000, 400, { fixed: 30, shares: [0.02], carriageCharged: 0, given: 0 }, 0) // 550 */
export function leftOf(price: Minor, cost: Minor, terms: CompactTerms, feePoints: number): Minor {
  const pays = price + terms.carriageCharged;
  const fees = terms.shares.reduce((all, share) => all + shareOf(pays, share), 0);
  const more = feePoints === 0 ? 0 : shareOf(pays, feePoints);
  return price - cost - terms.fixed - fees - more - shareOf(price, terms.given);
}

export type WhatIfAnswer = { price: Minor; left: Minor; share: number };

/**
 * A product under a what-if: at the price it has, or at the price that leaves the same share of it as now.
 *
 * @returns the price, what it leaves, and that as a share of it; where no price could leave as much, the price it has
 */
export function whatIf(
  price: Minor,
  cost: CompactCost,
  terms: CompactTerms,
  now: WhatIf,
  then: WhatIf,
): WhatIfAnswer {
  const moved = wholeCost(cost, then);
  const answer = (at: Minor): WhatIfAnswer => {
    const left = leftOf(at, moved, terms, then.feePoints);
    return { price: at, left, share: at > 0 ? left / at : 0 };
  };
  if (then.keeps === 'prices') return answer(price);
  const before = leftOf(price, wholeCost(cost, now), terms, now.feePoints);
  const share = then.margin ?? before / price;
  const fees = terms.shares.reduce((all, each) => all + each, 0) + then.feePoints;
  const divisor = 1 - fees - share - terms.given;
  if (divisor <= 1e-9) return answer(price);
  return answer(roundHalfEven((moved + terms.fixed + fees * terms.carriageCharged) / divisor));
}

/**
 * A sum brought up to a price point: whole units, or ending where a shop's sums end.
 *
 * @param step minor units; 1 leaves it as it is
 * @example toPricePoint(5310, 100) // 5400
 */
export const toPricePoint = (price: Minor, step: Minor): Minor => Math.ceil(price / step) * step;
