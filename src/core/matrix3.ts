import { InputError } from './errors';

export type Vec3 = readonly [number, number, number];
/** Three rows. */
export type Mat3 = readonly [Vec3, Vec3, Vec3];

/** @example timesVector([[1, 0, 0], [0, 2, 0], [0, 0, 3]], [1, 1, 1]) // [1, 2, 3] */
export const timesVector = (m: Mat3, v: Vec3): Vec3 => [
  m[0][0] * v[0] + m[0][1] * v[1] + m[0][2] * v[2],
  m[1][0] * v[0] + m[1][1] * v[1] + m[1][2] * v[2],
  m[2][0] * v[0] + m[2][1] * v[1] + m[2][2] * v[2],
];

/** Rows for columns. @example transposed([[1, 2, 3], [4, 5, 6], [7, 8, 9]])[0] // [1, 4, 7] */
export const transposed = ([[a, b, c], [d, e, f], [g, h, i]]: Mat3): Mat3 => [
  [a, d, g],
  [b, e, h],
  [c, f, i],
];

/** @example timesMatrix([[0, 1, 0], [1, 0, 0], [0, 0, 1]], [[1, 2, 3], [4, 5, 6], [7, 8, 9]])[0] // [4, 5, 6] */
export function timesMatrix(a: Mat3, b: Mat3): Mat3 {
  const [x, y, z] = transposed(b);
  return transposed([timesVector(a, x), timesVector(a, y), timesVector(a, z)]);
}

/** @example determinant([[2, 0, 0], [0, 3, 0], [0, 0, 4]]) // 24 */
export const determinant = ([[a, b, c], [d, e, f], [g, h, i]]: Mat3): number =>
  a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);

/** The inverse, but for its scale: enough for maps of a plane, and there is always one. @example adjugate([[2, 0, 0], [0, 1, 0], [0, 0, 1]])[0] // [1, 0, 0] */
export const adjugate = ([[a, b, c], [d, e, f], [g, h, i]]: Mat3): Mat3 => [
  [e * i - f * h, c * h - b * i, b * f - c * e],
  [f * g - d * i, a * i - c * g, c * d - a * f],
  [d * h - e * g, b * g - a * h, a * e - b * d],
];

/**
 * The inverse.
 *
 * @throws InputError naming the field when there is none
 * @example inverseOf([[2, 0, 0], [0, 4, 0], [0, 0, 5]])[1] // [0, 0.25, 0]
 */
export function inverseOf(m: Mat3, field = 'matrix', expected = 'three independent rows'): Mat3 {
  const scale = determinant(m);
  if (Math.abs(scale) < 1e-15) throw new InputError(field, scale, expected);
  const [x, y, z] = adjugate(m);
  const over = ([a, b, c]: Vec3): Vec3 => [a / scale, b / scale, c / scale];
  return [over(x), over(y), over(z)];
}

/**
 * Solves m·x = v. Where the rows are not independent the answer is long rather than none: whoever steps by it damps it.
 *
 * @example solveFor([[2, 0, 0], [0, 4, 0], [0, 0, 5]], [2, 2, 5]) // [1, 0.5, 1]
 */
export function solveFor(m: Mat3, v: Vec3): Vec3 {
  const scale = determinant(m) || 1e-12;
  const [x, y, z] = timesVector(adjugate(m), v);
  return [x / scale, y / scale, z / scale];
}

/**
 * The matrix that takes `from` nearest to `to`, each pair counted by its weight.
 *
 * @throws InputError when the pairs do not tell three directions apart
 * @example leastSquares([[1, 0, 0], [0, 1, 0], [0, 0, 1]], [[2, 0, 0], [0, 2, 0], [0, 0, 2]], () => 1)[0] // [2, 0, 0]
 */
export function leastSquares(
  from: readonly Vec3[],
  to: readonly Vec3[],
  weightOf: (i: number) => number,
  field = 'from',
  expected = 'three independent directions',
): Mat3 {
  const sum = (f: (i: number) => number) => from.reduce((total, _, i) => total + weightOf(i) * f(i), 0);
  const each = <T>(make: (axis: 0 | 1 | 2) => T): [T, T, T] => [make(0), make(1), make(2)];
  const normal: Mat3 = each((r) => each((c) => sum((i) => from[i]![r] * from[i]![c])));
  const inverted = inverseOf(normal, field, expected);
  return each((k) =>
    timesVector(
      inverted,
      each((r) => sum((i) => from[i]![r] * to[i]![k])),
    ),
  );
}
