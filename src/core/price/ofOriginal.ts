import { InputError } from '../errors';
import { areaMm2, roundHalfEven, type Minor, type Size } from '../measure';

/** A same-size fine print is often asked at a third of the original's price. */
export const SHARE_OF_ORIGINAL = 1 / 3;

/**
 * What a print would cost as a share of the original: a third for the same size, scaled by area with exponent ½ for others.
 *
 * @param originalPrice minor units
 * @returns minor units, half-even
 * @throws InputError for a price or a side not above nothing
 * Source: handbook §11.
 * @example priceOfOriginal(90000, { width: 400000, height: 300000 }, { width: 200000, height: 150000 }) // 15000
 */
export function priceOfOriginal(originalPrice: Minor, original: Size, print: Size): Minor {
  if (!(originalPrice > 0)) throw new InputError('originalPrice', originalPrice, 'a price above nothing');
  const [a, b] = [areaMm2(original), areaMm2(print)];
  if (!(a > 0 && b > 0)) throw new InputError('size', { original, print }, 'two sides above zero');
  return roundHalfEven(originalPrice * SHARE_OF_ORIGINAL * Math.sqrt(b / a));
}
