import { InputError } from '../errors';
import { UM_PER_INCH, type Size } from '../measure';
import type { Pixels } from './check';
import { requiredPpi, type School } from './school';

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
    if (!(Number.isInteger(px) && px > 0))
      throw new InputError(`pixels.${name}`, px, 'a whole number of pixels above zero');
    return Math.floor((px * UM_PER_INCH) / ppi);
  };
  return { width: side(pixels.width, 'width'), height: side(pixels.height, 'height') };
}

/** Larger than this nobody frames at home; under the distance school there is else no largest. */
const MOST_LONG_MM = 1_200;

/**
 * The largest print of a file's own shape that holds under a school, its long side in whole millimetres up to 1.2 m.
 *
 * @returns null where not even 50 mm hold
 * @example largestFor({ width: 9449, height: 7087 }, { kind: 'flat', ppi: 300 }) // { width: 800000, height: 600021 }
 */
export function largestFor(pixels: Pixels, school: School): Size | null {
  const long = Math.max(pixels.width, pixels.height),
    short = Math.min(pixels.width, pixels.height);
  for (let mm = MOST_LONG_MM; mm >= 50; mm--) {
    const sides = [mm * 1_000, Math.round((mm * 1_000 * short) / long)] as const;
    const size =
      pixels.width >= pixels.height
        ? { width: sides[0], height: sides[1] }
        : { width: sides[1], height: sides[0] };
    if ((long * UM_PER_INCH) / sides[0] >= requiredPpi(school, size)) return size;
  }
  return null;
}
