import { InputError } from '@/core/errors';
import { parseMoney, readNumber } from '@/core/measure';
import type { PriceQuestion } from './solve';

/** A line as it is typed: what for, and an amount of money or a percentage. */
export type TypedLine = { name: string; amount: string };

export type TypedQuestion = {
  costs: readonly TypedLine[];
  fixedFees: readonly TypedLine[];
  /** Percentages of all the buyer pays. */
  shareFees: readonly TypedLine[];
  carriageCharged: string;
  margin: string;
  given: string;
};

/**
 * What is typed for a price, read. Lines with neither a name nor an amount are left out; a line without a name is "unnamed".
 *
 * @returns amounts in minor units, shares from 0
 * @throws InputError naming the line whose amount or percentage cannot be read
 */
export function readPriceQuestion(typed: TypedQuestion, currency: string): PriceQuestion {
  const amounts = (list: readonly TypedLine[], field: string) =>
    written(list).map(({ name, amount }, i) => ({
      name,
      amount: parseMoney(amount || '0', currency, `${field}[${i}].amount`),
    }));
  return {
    costs: amounts(typed.costs, 'costs'),
    fixedFees: amounts(typed.fixedFees, 'fixedFees'),
    shareFees: written(typed.shareFees).map(({ name, amount }, i) => ({
      name,
      share: readPercent(amount || '0', `shareFees[${i}].share`),
    })),
    carriageCharged: parseMoney(typed.carriageCharged || '0', currency, 'carriageCharged'),
    margin: readPercent(typed.margin, 'margin'),
    given: readPercent(typed.given || '0', 'given'),
  };
}

const written = (list: readonly TypedLine[]): TypedLine[] =>
  list
    .filter(({ name, amount }) => name.trim() || amount.trim())
    .map(({ name, amount }) => ({ name: name.trim() || 'unnamed', amount }));

/** A share typed as a percentage. @example readPercent('9.5 %', 'margin') // 0.095 */
export function readPercent(text: string, field: string): number {
  const percent = readNumber(text.replace('%', ''));
  if (percent === null || percent < 0) throw new InputError(field, text, 'a percentage such as "9.5"');
  return percent / 100;
}
