import { InputError } from '../errors';
import type { Finding, Working } from '../finding';
import { formatWeight, roundHalfEven, sheetWeight, type Mg, type Size } from '../measure';

/** A part of a parcel: a sheet of known weight per area, or a thing of known weight. */
export type WeighedPart = { name: string; count: number } & (
  { size: Size; gsm: number } | { weight: Mg }
);

/** The scale may differ by this share before something is missing or extra, and never by less than the least. */
export const SCALE_TOLERANCE = 0.1;
export const SCALE_LEAST_MG = 8_000;

export type Weighing = {
  weight: Mg;
  parts: { name: string; count: number; weight: Mg }[];
  working: Working;
};

/**
 * What a parcel should weigh: `Σ area × g/m²` and the parts, rounded once each.
 *
 * @throws InputError for a count or weight below nothing
 * Source: handbook §12.
 * @example expectedWeight([{ name: 'A3 print', count: 1, size: { width: 297000, height: 420000 }, gsm: 310 }]).weight // 38669
 */
export function expectedWeight(parts: readonly WeighedPart[]): Weighing {
  const weighed = parts.map((p, i) => {
    if (!(Number.isInteger(p.count) && p.count >= 0))
      throw new InputError(`parts[${i}].count`, p.count, 'a whole number, not below nothing');
    const one = 'weight' in p ? p.weight : sheetWeight(p.size, p.gsm);
    if (!(one >= 0)) throw new InputError(`parts[${i}].weight`, one, 'a weight not below nothing');
    return { name: p.name, count: p.count, weight: one * p.count };
  });
  const weight = weighed.reduce((a, p) => a + p.weight, 0);
  const sumOf = (p: WeighedPart) =>
    'weight' in p
      ? `${p.count} × ${p.name}`
      : `${p.count} × ${p.name}: ${p.size.width / 1e6} m × ${p.size.height / 1e6} m × ${p.gsm} g/m²`;
  return {
    weight,
    parts: weighed,
    working: {
      title: 'What it should weigh',
      steps: parts.map((p, i) => ({ sum: sumOf(p), result: formatWeight(weighed[i]!.weight) })),
      notes: [`Together ${formatWeight(weight)}. The scale may differ by 10 %, at least 8 g.`],
      source: 'Area × g/m², and the parts as weighed',
    },
  };
}

/** What the scale may differ by before something is missing or extra. @example scaleAllowance(445000) // 44500 */
export const scaleAllowance = (expected: Mg): Mg =>
  Math.max(SCALE_LEAST_MG, roundHalfEven(expected * SCALE_TOLERANCE));

/**
 * Whether the scale could find one print missing at all: a light print in a heavy parcel is lost in what it may differ by.
 *
 * @example scaleBlindTo(445000, [18000])?.verdict // 'care'
 */
export function scaleBlindTo(expected: Mg, prints: readonly Mg[]): Finding | null {
  const lightest = Math.min(...prints);
  const allowed = scaleAllowance(expected);
  if (!(lightest <= allowed)) return null;
  return {
    verdict: 'care',
    word: 'too light to find',
    says: `A print here weighs ${formatWeight(lightest)} and the scale may differ by ${formatWeight(allowed)}: it cannot find one missing. Count them.`,
    because: [
      { name: 'lightest print', value: lightest / 1_000, unit: 'g' },
      { name: 'allowed either way', value: allowed / 1_000, unit: 'g' },
    ],
  };
}

/**
 * The scale's figure against the expected one: more than 10 % (and more than 8 g) away means something is missing or
 * extra.
 *
 * @example compareScale(181000, 142000).verdict // 'fails'
 */
export function compareScale(expected: Mg, scale: Mg): Finding {
  if (!(scale > 0)) throw new InputError('scale', scale, 'the weight the scale shows, above nothing');
  if (!(expected > 0))
    throw new InputError('expected', expected, 'a weight above nothing: nothing is in the parcel yet');
  const allowed = scaleAllowance(expected);
  const off = scale - expected;
  const because = [
    { name: 'expected', value: expected / 1_000, unit: 'g' },
    { name: 'scale', value: scale / 1_000, unit: 'g' },
    { name: 'allowed either way', value: allowed / 1_000, unit: 'g' },
  ];
  const said = `The scale says ${formatWeight(scale)}; ${formatWeight(expected)} expected`;
  if (Math.abs(off) <= allowed)
    return {
      verdict: 'holds',
      word: 'weight agrees',
      says: `${said}, within ${formatWeight(allowed)}.`,
      because,
    };
  return {
    verdict: 'fails',
    word: off < 0 ? 'too light' : 'too heavy',
    says: `${said}: ${formatWeight(Math.abs(off))} too ${off < 0 ? 'little. Something is missing' : 'much. Something extra is in it'}. Open it and count before sealing.`,
    because,
  };
}
