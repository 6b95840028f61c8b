import { InputError } from '../errors';
import { currencyDigits, roundHalfEven, type Minor } from '../measure';

/**
 * A sum asked in another currency, at a rate that a person read on a day: so much of one's own for one of theirs.
 *
 * @param minor of the other currency, in its own minor units
 * @returns minor units of one's own, half-even
 * @throws InputError for a rate not above nothing
 * @example convertSum(9800, 'USD', 'EUR', 0.92) // 9016
 */
export function convertSum(minor: Minor, from: string, to: string, rate: number): Minor {
  if (!(rate > 0) || !Number.isFinite(rate)) throw new InputError('rate', rate, 'a rate above nothing');
  return roundHalfEven(minor * rate * 10 ** (currencyDigits(to) - currencyDigits(from)));
}
