import { InputError } from '../errors';
import { UM_PER_INCH, type Size } from '../measure';
import type { Pixels } from './check';

/**
 * The largest print a file carries at a resolution: `side = pixels ÷ ppi`, rounded down to the micrometre so that the
 * ppi is still reached.
 *
 * @returns sides in micrometres
 * @throws InputError for pixels or a ppi not above zero
 * @example largestPrint({ width: 9449, height: 7087 }, 300) // { width: 800015, height: 600032 }
 */
export function largestPrint(pixels: Pixels, ppi: number): Size {
  if (!(ppi > 0)) throw new InputError('ppi', ppi, 'pixels per inch above zero');
  const side = (px: number, name: string) => {
    if (!(Number.isInteger(px) && px > 0)) throw new InputError(`pixels.${name}`, px, 'a whole number of pixels above zero');
    return Math.floor((px * UM_PER_INCH) / ppi);
  };
  return { width: side(pixels.width, 'width'), height: side(pixels.height, 'height') };
}
