import type { PriceQuestion } from './solve';

/**
 * A kept question asked again with what a product costs today: what a person added by hand stays, what was reckoned is reckoned anew.
 *
 * @example liveQuestion({ costs: [{ name: 'paper', amount: 300 }, { name: 'ribbon', amount: 20, own: true }], fixedFees: [], shareFees: [], carriageCharged: 0, margin: 0.5, given: 0 }, [{ name: 'paper', amount: 314 }]).costs // [{ name: 'paper', amount: 314 }, { name: 'ribbon', amount: 20, own: true }]
 */
export function liveQuestion(
  kept: PriceQuestion,
  lines: readonly { name: string; amount: number }[],
): PriceQuestion {
  return {
    ...kept,
    costs: [
      ...lines.map(({ name, amount }) => ({ name, amount })),
      ...kept.costs.filter((cost) => cost.own),
    ],
  };
}

/** What a person added by hand to what is reckoned. @example ownCosts({ costs: [{ name: 'a', amount: 2 }, { name: 'b', amount: 3, own: true }] }) // 3 */
export const ownCosts = (question: Pick<PriceQuestion, 'costs'>): number =>
  costsOf({ costs: question.costs.filter((cost) => cost.own) });

/** What a question's costs come to. @example costsOf({ costs: [{ name: 'a', amount: 2 }, { name: 'b', amount: 3 }] }) // 5 */
export const costsOf = (question: Pick<PriceQuestion, 'costs'>): number =>
  question.costs.reduce((sum, cost) => sum + cost.amount, 0);
