import { InputError } from '../errors';
import { divideHalfEven, roundHalfEven } from './round';
import { exactFraction } from './length';
import { refuseTooLong } from './typed';

/** An amount in whole minor units (cents, pence, yen) of an ISO 4217 currency. */
export type Minor = number;

/** ISO 4217 currencies whose minor unit is not a hundredth. */
const DIGITS: Record<string, number> = {
  JPY: 0,
  KRW: 0,
  ISK: 0,
  CLP: 0,
  VND: 0,
  KWD: 3,
  BHD: 3,
  TND: 3,
  OMR: 3,
  JOD: 3,
};

/** How many decimals the currency's minor unit has. Source: ISO 4217. */
export const currencyDigits = (currency: string): number => DIGITS[currency] ?? 2;

/** No sum is larger: ten thousand million of most currencies. */
const MOST_MINOR = 1e12;

/**
 * Reads an amount of money, rounding once, half-even, to the minor unit. A comma or a point may stand before the
 * decimals; spaces and apostrophes between thousands are passed over; the currency's code may stand beside it.
 *
 * @throws InputError when it cannot be read
 * @example parseMoney('1 250.50', 'EUR') // 125050
 */
export function parseMoney(typed: string | number, currency: string, field = 'amount'): Minor {
  const expected = `an amount in ${currency} such as "${currencyDigits(currency) === 0 ? '1800' : '18.40'}"`;
  if (typeof typed === 'number') {
    if (!Number.isSafeInteger(typed))
      throw new InputError(field, typed, `whole minor units of ${currency}`);
    return typed;
  }
  refuseTooLong(typed, field, expected);
  let text = typed
    .trim()
    .replace(new RegExp(currency, 'i'), '')
    .replace(/[€£$¥\s'’\u00a0\u202f]/gu, '');
  const negative = /^[-−]/u.test(text);
  text = text.replace(/^[-−]/u, '');
  // With both signs present the later one stands before the decimals: 1,250.50 and 1.250,50 are the same sum.
  const [comma, point] = [text.lastIndexOf(','), text.lastIndexOf('.')];
  if (comma >= 0 && point >= 0)
    text = comma > point ? text.replaceAll('.', '') : text.replaceAll(',', '');
  else if (/^\d{1,3}(,\d{3})+$/.test(text)) text = text.replaceAll(',', '');
  const fraction = /^[\d.,]+$/.test(text) ? exactFraction(text) : null;
  if (!fraction) throw new InputError(field, typed, expected);
  const minor = Number(
    divideHalfEven(fraction.top * 10n ** BigInt(currencyDigits(currency)), fraction.bottom),
  );
  if (!Number.isSafeInteger(minor) || minor > MOST_MINOR) throw new InputError(field, typed, expected);
  return negative ? -minor + 0 : minor;
}

/**
 * Reads a price, a cost or a fee: an amount that is never below nothing, nor beyond what anybody pays.
 *
 * @throws InputError when it cannot be read, or is below nothing
 * @example parseSum('18.40', 'EUR') // 1840
 */
export function parseSum(typed: string | number, currency: string, field = 'amount'): Minor {
  const minor = parseMoney(typed, currency, field);
  if (minor < 0 || minor > MOST_MINOR)
    throw new InputError(field, typed, `an amount in ${currency} from 0 on`);
  return minor;
}

/** An amount while it is still being typed: null as long as it cannot be read. @example moneyOrNull('18.', 'EUR') // null */
export function moneyOrNull(typed: string, currency: string): Minor | null {
  try {
    return typed.trim() ? parseMoney(typed, currency) : null;
  } catch {
    return null;
  }
}

/**
 * Writes an amount with its currency's code, thousands set apart by a thin space.
 *
 * @example formatMoney(125050, 'EUR') // '1\u2009250.50\u00a0EUR'
 */
export function formatMoney(minor: Minor, currency: string, style: { bare?: boolean } = {}): string {
  const digits = currencyDigits(currency);
  const text = String(Math.abs(minor)).padStart(digits + 1, '0');
  const whole = text.slice(0, text.length - digits).replace(/\B(?=(\d{3})+$)/g, '\u2009');
  const sum = `${minor < 0 ? '−' : ''}${whole}${digits ? `.${text.slice(-digits)}` : ''}`;
  return style.bare ? sum : `${sum}\u00a0${currency}`;
}

/**
 * A share of a sum, to the minor unit, half-even.
 *
 * @example shareOf(5310, 0.095) // 504
 */
export const shareOf = (minor: Minor, share: number): Minor => roundHalfEven(minor * share);

/**
 * Divides a sum by weights so that the parts add up to the sum: whole units first, then one each to the largest rests,
 * earlier parts first.
 *
 * @throws InputError when the weights are negative or all nothing
 * @example allocate(100, [1, 1, 1]) // [34, 33, 33]
 */
export function allocate(minor: Minor, weights: readonly number[]): Minor[] {
  const total = weights.reduce((a, b) => a + b, 0);
  if (weights.some((w) => !(w >= 0)) || !(total > 0))
    throw new InputError('weights', weights, 'shares of which at least one is above nothing');
  const exact = weights.map((w) => (minor * w) / total);
  const parts = exact.map((x) => Math.floor(x));
  let left = minor - parts.reduce((a, b) => a + b, 0);
  const order = exact
    .map((x, i) => ({ i, rest: x - Math.floor(x) }))
    .sort((a, b) => b.rest - a.rest || a.i - b.i);
  for (let k = 0; left > 0; k = (k + 1) % order.length, left--) parts[order[k]!.i]!++;
  return parts;
}
