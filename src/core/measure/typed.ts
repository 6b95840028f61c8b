import { InputError } from '../errors';

/** No length, weight, sum or size is longer than this when a person types it. */
const MOST_LETTERS = 120;

/**
 * Refuses what is too long to be a figure before anything looks into it: the patterns that read figures go back and forth.
 *
 * @throws InputError with the beginning of what was typed
 */
export function refuseTooLong(typed: string, field: string, expected: string): void {
  if (typed.length > MOST_LETTERS) throw new InputError(field, `${typed.slice(0, 40)}…`, expected);
}

/**
 * Reads a whole number as people write it: digits, which spaces may part. No hexadecimal, no exponents.
 *
 * @throws InputError when it is not one, or not within the limits
 * @example parseWhole('1 200', 'amount', 0, 5000) // 1200
 */
export function parseWhole(
  typed: string,
  field: string,
  least: number,
  most: number,
  expected?: string,
): number {
  const wanted = expected ?? `a whole number from ${least} to ${most}`;
  refuseTooLong(typed, field, wanted);
  const text = typed.replace(/[\s\u00a0\u202f]/gu, '');
  const value = /^\d{1,15}$/.test(text) ? Number(text) : NaN;
  if (!(value >= least && value <= most)) throw new InputError(field, typed, wanted);
  return value;
}

/**
 * Reads a figure above zero that may have decimals after a point or a comma. No hexadecimal, no exponents.
 *
 * @throws InputError when it is not one
 * @example parseFigure('1,5', 'factor', 'a factor') // 1.5
 */
export function parseFigure(typed: string, field: string, expected: string, most = 1e9): number {
  refuseTooLong(typed, field, expected);
  const text = typed.replace(/[\s\u00a0\u202f_]/gu, '').replace(',', '.');
  const value = /^\d{1,12}(\.\d{1,12})?$/.test(text) ? Number(text) : NaN;
  if (!(value > 0 && value <= most)) throw new InputError(field, typed, expected);
  return value;
}

/**
 * The whole number in a field. What is none goes on as it was typed, so that the check that refuses it can name it: the type is
 * what the field is for, not what was written into it.
 *
 * @example wholeOrTyped(' 12 ') // 12
 * @example wholeOrTyped('a dozen') // 'a dozen'
 */
export function wholeOrTyped(text: string): number {
  const digits = text.replace(/[\s\u00a0\u202f]/gu, '');
  return /^\d{1,15}$/.test(digits) ? Number(digits) : (text as unknown as number);
}
