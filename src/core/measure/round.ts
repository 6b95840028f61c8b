/**
 * Rounds to a whole number, halves to the even neighbour.
 *
 * @example roundHalfEven(2.5) // 2
 */
export function roundHalfEven(x: number): number {
  const floor = Math.floor(x);
  const rest = x - floor;
  // A product such as 1.005 × 100 lands a hair off the half it stands for; within a few ulps it counts as the half.
  const slack = Math.max(1, Math.abs(x)) * 4 * Number.EPSILON;
  if (Math.abs(rest - 0.5) <= slack) return (floor % 2 === 0 ? floor : floor + 1) + 0;
  return Math.round(x) + 0;
}

/**
 * Rounds to a number of decimals, halves to even; for figures that are shown, never for figures that are kept.
 *
 * @example toDecimals(0.125, 2) // 0.12
 */
export function toDecimals(x: number, decimals: number): number {
  const scale = 10 ** decimals;
  return roundHalfEven(x * scale) / scale;
}

/**
 * Rounds the exact fraction `numerator ÷ denominator` to a whole number, halves to even, without floating point.
 *
 * @example divideHalfEven(3175n, 2n) // 1588n
 */
export function divideHalfEven(numerator: bigint, denominator: bigint): bigint {
  if (denominator < 0n) return divideHalfEven(-numerator, -denominator);
  const negative = numerator < 0n;
  const n = negative ? -numerator : numerator;
  const whole = n / denominator;
  const twice = 2n * (n % denominator);
  const up = twice > denominator || (twice === denominator && whole % 2n === 1n);
  const rounded = up ? whole + 1n : whole;
  return negative ? -rounded : rounded;
}
