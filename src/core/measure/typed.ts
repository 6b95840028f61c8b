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
 * Whether a field was left empty. A figure never is, and neither is a size.
 *
 * @example isBlank('  ') // true
 * @example isBlank(0) // false
 */
export const isBlank = (typed: unknown): boolean =>
  typed === undefined || typed === null || (typeof typed === 'string' && typed.trim() === '');

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

/** Thousands set off by a comma look like three decimals: "1,250" is a thousand to some and one and a quarter to others. */
export const isAmbiguous = (text: string): boolean => /^[-−+]?[1-9]\d{0,2},\d{3}$/.test(text.trim());

/**
 * Reads a number as people write it: a comma or a point before the decimals, spaces between thousands, either minus sign. No
 * hexadecimal, no exponents, nothing that can be read in two ways.
 *
 * @returns null for what is no number
 * @example readNumber('−1,5') // -1.5
 * @example readNumber('1,250') // null
 */
export function readNumber(typed: string): number | null {
  const text = typed.replace(/[\s\u00a0\u202f_]/gu, '').replace('−', '-');
  if (text.length > MOST_LETTERS || isAmbiguous(text)) return null;
  return /^[-+]?\d{1,12}([.,]\d{1,12})?$/.test(text) ? Number(text.replace(',', '.')) : null;
}

/**
 * Reads a figure above zero that may have decimals after a point or a comma.
 *
 * @throws InputError when it is not one
 * @example parseFigure('1,5', 'factor', 'a factor') // 1.5
 */
export function parseFigure(typed: string, field: string, expected: string, most = 1e9): number {
  refuseTooLong(typed, field, expected);
  const value = readNumber(typed) ?? NaN;
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

/**
 * The number in a field, decimals and all; what is none goes on as it was typed, as above.
 *
 * @example numberOrTyped('80,5') // 80.5
 */
export function numberOrTyped(text: string): number {
  return readNumber(text) ?? (text as unknown as number);
}

/**
 * What was typed, with a unit added where none was written: a letter, an inch or foot mark at the end says one, and so does the
 * name of a sheet.
 *
 * @example withUnit('40 x 30', 'mm') // '40 x 30 mm'
 * @example withUnit('A3', 'mm') // 'A3'
 */
export function withUnit(typed: string, unit: 'mm' | 'in'): string {
  const text = typed.trim();
  return !text || /[a-zµ"'″′”+]$/iu.test(text) || /^a\d/i.test(text) ? typed : `${typed} ${unit}`;
}
