import { InputError } from '../errors';

/**
 * A correction of a whole picture in the terms an eye uses, the same for every pixel. Lightness and the two axes of colour are
 * added to; contrast turns lightness about L* 50; saturation multiplies chroma; a curve on lightness comes first.
 */
export type Adjustment = {
  /** Added to L*, full at mid-tones, nothing at black and white. */
  lightness: number;
  /** 1 leaves it. */
  contrast: number;
  /** 1 leaves it. */
  saturation: number;
  /** Added to b*: warmer above nought. */
  warmth: number;
  /** Added to a*: redder above nought. */
  tint: number;
  /** Points of L* in and out, rising; none leaves it. */
  curve: readonly (readonly [number, number])[];
};

export const NO_ADJUSTMENT: Adjustment = {
  lightness: 0,
  contrast: 1,
  saturation: 1,
  warmth: 0,
  tint: 0,
  curve: [],
};

/** @example isNone(NO_ADJUSTMENT) // true */
export const isNone = (a: Adjustment): boolean =>
  a.lightness === 0 &&
  a.contrast === 1 &&
  a.saturation === 1 &&
  a.warmth === 0 &&
  a.tint === 0 &&
  a.curve.length === 0;

/**
 * Checks that an adjustment can be carried out.
 *
 * @throws InputError for figures out of bounds or a curve that falls
 * @example checkedAdjustment({ ...NO_ADJUSTMENT, lightness: 4 }).lightness // 4
 */
export function checkedAdjustment(a: Adjustment): Adjustment {
  const within = (field: keyof Adjustment, low: number, high: number) => {
    const v = a[field] as number;
    if (!Number.isFinite(v) || v < low || v > high)
      throw new InputError(field, v, `a figure from ${low} to ${high}`);
  };
  within('lightness', -40, 40);
  within('contrast', 0.4, 2);
  within('saturation', 0, 2.5);
  within('warmth', -40, 40);
  within('tint', -40, 40);
  a.curve.forEach(([x, y], i) => {
    const before = a.curve[i - 1];
    if (!(x >= 0 && x <= 100 && y >= 0 && y <= 100) || (before && (x <= before[0] || y < before[1])))
      throw new InputError(`curve[${i}]`, [x, y], 'rising points of L* between 0 and 100');
  });
  return a;
}

/** How much of a lightness step applies at an L*: none at black and white, all from 20 to 80. */
const weight = (L: number): number => Math.min(1, Math.max(0, Math.min(L / 20, (100 - L) / 20)));

/** Where a curve leads one L*; straight between its points, and to black and white beyond them. @example curveAt([[50, 55]], 25) // 27.5 */
export function curveAt(curve: Adjustment['curve'], L: number): number {
  if (!curve.length) return L;
  let [x0, y0] = [0, Math.min(curve[0]![1], curve[0]![0] === 0 ? curve[0]![1] : 0)];
  for (const [x, y] of curve) {
    if (L <= x) return x === x0 ? y : y0 + ((y - y0) * (L - x0)) / (x - x0);
    [x0, y0] = [x, y];
  }
  return x0 >= 100 ? y0 : y0 + ((100 - y0) * (L - x0)) / (100 - x0);
}

/** Lightness after an adjustment, for every tenth of L* from 0 to 100. */
export function lightnessTable(a: Adjustment): Float32Array {
  return Float32Array.from({ length: 1_001 }, (_, i) => {
    const curved = curveAt(a.curve, i / 10);
    const steeper = 50 + (curved - 50) * a.contrast;
    return Math.min(100, Math.max(0, steeper + a.lightness * weight(curved)));
  });
}

/** Added colour fades out over so many steps of L* towards white and towards black. */
const FADE_L = 5;

/** Carries an adjustment out, in place. @param lab three figures to a pixel @example adjustLab(Float32Array.from([50, 0, 0]), { ...NO_ADJUSTMENT, lightness: 4 })[0] // 54 */
export function adjustLab(lab: Float32Array, a: Adjustment): Float32Array {
  const table = lightnessTable(a),
    { saturation, tint, warmth } = a;
  for (let i = 0; i < lab.length; i += 3) {
    const L = lab[i]!,
      at = Math.min(1_000, Math.max(0, L * 10)),
      k = Math.min(999, at | 0);
    // Bare paper stays bare paper: colour added fades out at white and black.
    const w = Math.max(0, Math.min(1, (100 - L) / FADE_L, L / FADE_L));
    lab[i] = table[k]! + (table[k + 1]! - table[k]!) * (at - k);
    lab[i + 1] = lab[i + 1]! * saturation + tint * w;
    lab[i + 2] = lab[i + 2]! * saturation + warmth * w;
  }
  return lab;
}

/** An adjustment in words, one part after the other; "none" where it changes nothing. @example sayAdjustment({ ...NO_ADJUSTMENT, lightness: 2.1, warmth: -1.4 }) // 'lift L* by 2.1, pull b* by −1.4' */
export function sayAdjustment(a: Adjustment): string {
  const fixed = (v: number) => Math.abs(v).toFixed(1);
  const moved = (name: string, v: number) =>
    Math.abs(v) >= 0.05 && `${v > 0 ? 'push' : 'pull'} ${name} by ${v > 0 ? '+' : '−'}${fixed(v)}`;
  const parts = [
    Math.abs(a.lightness) >= 0.05 && `${a.lightness > 0 ? 'lift' : 'lower'} L* by ${fixed(a.lightness)}`,
    moved('a*', a.tint),
    moved('b*', a.warmth),
    Math.abs(a.contrast - 1) >= 0.005 && `contrast × ${a.contrast.toFixed(2)}`,
    Math.abs(a.saturation - 1) >= 0.005 && `saturation × ${a.saturation.toFixed(2)}`,
    a.curve.length > 0 && `a curve on L* of ${a.curve.length} points`,
  ].filter((x) => x !== false);
  return parts.length ? parts.join(', ') : 'none';
}

/** Which parts differ between two adjustments, in words: a proof that changes two things at once cannot say which helped. @example partsChanged(NO_ADJUSTMENT, { ...NO_ADJUSTMENT, warmth: 2 }) // ['warmth'] */
export function partsChanged(a: Adjustment, b: Adjustment): string[] {
  const names: (keyof Adjustment)[] = ['lightness', 'contrast', 'saturation', 'warmth', 'tint', 'curve'];
  return names.filter((k) => JSON.stringify(a[k]) !== JSON.stringify(b[k]));
}
