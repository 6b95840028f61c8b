import { InputError } from '../errors';
import { exactFraction, type Um, type UnitSystem } from './length';
import { divideHalfEven, roundHalfEven, toDecimals } from './round';
import { refuseTooLong } from './typed';

/** A weight in whole milligrams. */
export type Mg = number;

/** Numerator and denominator of mg for each unit; 1 oz = 28 349.523125 mg, the avoirdupois ounce. */
const UNITS: Record<string, [bigint, bigint]> = {
  mg: [1n, 1n],
  g: [1_000n, 1n],
  kg: [1_000_000n, 1n],
  oz: [28_349_523_125n, 1_000_000n],
  lb: [28_349_523_125n * 16n, 1_000_000n],
  lbs: [28_349_523_125n * 16n, 1_000_000n],
};

export const EXPECTED_WEIGHT = 'a weight such as "142 g", "1.2 kg", "5 oz" or "2 lb 3 oz"';

/**
 * Reads a weight, rounding once, half-even, to a whole milligram.
 *
 * @param unit taken when none is typed
 * @throws InputError when it cannot be read
 * @example parseWeight('5 oz') // 141748
 */
export function parseWeight(typed: string | number, unit: 'g' | 'oz' = 'g', field = 'weight'): Mg {
  if (typeof typed === 'number') {
    if (!Number.isSafeInteger(typed) || typed < 0) throw new InputError(field, typed, 'whole milligrams');
    return typed;
  }
  refuseTooLong(typed, field, EXPECTED_WEIGHT);
  const text = typed
    .trim()
    .toLowerCase()
    .replace(/\u00a0|\u202f|\u2009/g, ' ');
  const poundsAndOunces = /^([\d.,]+)\s*lbs?\s+([\d.,\s/]+?)\s*(?:oz)?$/.exec(text);
  const parts = poundsAndOunces ? [`${poundsAndOunces[1]} lb`, `${poundsAndOunces[2]} oz`] : [text];
  let [top, bottom] = [0n, 1n];
  for (const part of parts) {
    const split = /^([\d\s.,/]+?)\s*([a-z]*)$/.exec(part);
    const factor = split && UNITS[split[2] || unit];
    const fraction = split && exactFraction(split[1]!.trim());
    if (!factor || !fraction) throw new InputError(field, typed, EXPECTED_WEIGHT);
    const [n, d] = [fraction.top * factor[0], fraction.bottom * factor[1]];
    [top, bottom] = [top * d + n * bottom, bottom * d];
  }
  const mg = Number(divideHalfEven(top, bottom));
  if (!Number.isSafeInteger(mg) || mg > 1e12) throw new InputError(field, typed, EXPECTED_WEIGHT);
  return mg;
}

/**
 * Writes a weight: g to 0.1 under 100 g, whole g under 1 kg, kg to 0.01; or oz to 0.1, lb and oz from a pound.
 *
 * @example formatWeight(38700) // '38.7 g'
 */
export function formatWeight(mg: Mg, system: UnitSystem = 'mm'): string {
  if (system === 'in') {
    const tenths = Number(divideHalfEven(BigInt(mg) * 10_000_000n, 28_349_523_125n));
    const pounds = Math.floor(tenths / 160);
    return pounds ? `${pounds} lb ${(tenths % 160) / 10} oz` : `${tenths / 10} oz`;
  }
  const grams = mg / 1_000;
  if (toDecimals(grams, 1) < 100) return `${toDecimals(grams, 1)} g`;
  if (roundHalfEven(grams) < 1_000) return `${roundHalfEven(grams)} g`;
  return `${toDecimals(grams / 1_000, 2)} kg`;
}

/**
 * What a sheet weighs: area × g/m², to the milligram, half-even once.
 *
 * @example sheetWeight({ width: 297000, height: 420000 }, 310) // 38669
 */
export function sheetWeight(sheet: { width: Um; height: Um }, gsm: number): Mg {
  return roundHalfEven((sheet.width / 1e6) * (sheet.height / 1e6) * gsm * 1_000);
}
