import fc from 'fast-check';
import {
  adjugate,
  determinant,
  inverseOf,
  leastSquares,
  solveFor,
  timesMatrix,
  timesVector,
  transposed,
  type Mat3,
  type Vec3,
} from './matrix3';

const figure = fc.double({ min: -9, max: 9, noNaN: true });
const vector: fc.Arbitrary<Vec3> = fc.tuple(figure, figure, figure);
const matrix: fc.Arbitrary<Mat3> = fc.tuple(vector, vector, vector);
const regular = matrix.filter((m) => Math.abs(determinant(m)) > 0.5);
const near = (got: readonly number[], wanted: readonly number[]) =>
  got.forEach((v, i) => expect(v).toBeCloseTo(wanted[i]!, 6));

const A: Mat3 = [
  [2, -1, 0],
  [1, 3, 4],
  [0, 5, -2],
];

test('of a matrix worked by hand', () => {
  // 2·(3·−2 − 4·5) − (−1)·(1·−2 − 4·0) + 0 = −52 − 2
  expect(determinant(A)).toBe(-54);
  expect(timesVector(A, [1, 2, 3])).toEqual([0, 19, 4]);
  expect(transposed(A)).toEqual([
    [2, 1, 0],
    [-1, 3, 5],
    [0, 4, -2],
  ]);
  expect(adjugate(A)[0]).toEqual([-26, -2, -4]);
});

test('a matrix times its inverse leaves a vector as it is; and so does solving', () => {
  fc.assert(
    fc.property(regular, vector, (m, v) => {
      near(timesVector(timesMatrix(m, inverseOf(m)), v), v);
      near(timesVector(m, solveFor(m, v)), v);
    }),
  );
});

test('a product does one after the other; turned round, it is the product of the turned the other way', () => {
  fc.assert(
    fc.property(matrix, matrix, vector, (a, b, v) => {
      near(timesVector(timesMatrix(a, b), v), timesVector(a, timesVector(b, v)));
      const [left, right] = [transposed(timesMatrix(a, b)), timesMatrix(transposed(b), transposed(a))];
      left.forEach((row, i) => near(row, right[i]!));
      const product = determinant(a) * determinant(b);
      expect(Math.abs(determinant(timesMatrix(a, b)) - product)).toBeLessThan(
        1e-6 * (1 + Math.abs(product)),
      );
    }),
  );
});

test('least squares finds the matrix the pairs were made by, whatever they weigh', () => {
  fc.assert(
    fc.property(regular, fc.array(vector, { minLength: 6, maxLength: 20 }), (m, more) => {
      const from: Vec3[] = [[1, 0, 0], [0, 1, 0], [0, 0, 1], ...more];
      const found = leastSquares(
        from,
        from.map((v) => timesVector(m, v)),
        (i) => 1 + (i % 3),
      );
      found.forEach((row, i) => row.forEach((v, k) => expect(v).toBeCloseTo(m[i]![k]!, 4)));
    }),
  );
});

test('of pairs that contradict each other, the heavier counts more', () => {
  const from: Vec3[] = [
    [1, 0, 0],
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ];
  const to: Vec3[] = [
    [1, 0, 0],
    [2, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ];
  expect(leastSquares(from, to, () => 1)[0][0]).toBeCloseTo(1.5, 12);
  expect(leastSquares(from, to, (i) => (i === 1 ? 3 : 1))[0][0]).toBeCloseTo(1.75, 12);
});

test('without an inverse the field is named', () => {
  const flat: Mat3 = [
    [1, 2, 3],
    [2, 4, 6],
    [0, 0, 1],
  ];
  expect(() => inverseOf(flat, 'patches', 'patches of different colours')).toThrow(
    'patches: got 0, expected patches of different colours',
  );
});
