import { difference, labOfXyz, xyzOfLab, type Lab } from '../colour/difference';
import { adaptedColumns } from '../colour/icc';
import { SRGB_PRIMARIES } from '../colour/space';
import { inverseOf, timesVector, transposed, type Vec3 } from '../matrix3';
import { lightFrom, type Bare } from './light';

const TO_XYZ = transposed(adaptedColumns(SRGB_PRIMARIES));
const FROM_XYZ = inverseOf(TO_XYZ);
/** A lamp at the left, a lens that loses towards the corners, and a white balance that is off. */
const factors = (x: number, y: number): Vec3 => {
  const light = 2 ** (-0.25 * x - 0.06 * (x * x + y * y));
  return [0.94 * light, 0.86 * light, 0.66 * light];
};
const lit = (lab: Lab, x: number, y: number): Lab => {
  const rgb = timesVector(FROM_XYZ, xyzOfLab(lab));
  const by = factors(x, y);
  return labOfXyz([...timesVector(TO_XYZ, [rgb[0] * by[0], rgb[1] * by[1], rgb[2] * by[2]])]);
};
/** The border of a page. */
const border: Bare[] = Array.from({ length: 41 }, (_, i) => -1 + i / 20).flatMap((t) =>
  [
    [t, -0.94],
    [t, 0.94],
    [-0.95, t],
    [0.95, t],
  ].map(([x, y]) => ({ x: x!, y: y!, lab: lit([100, 0, 0], x!, y!) })),
);

test('light that falls off, and a white balance that is off, are taken out of a colour wherever it lies', () => {
  const light = lightFrom(border)!;
  for (const lab of [
    [62, 40, 28],
    [35, -20, -30],
    [81, -2, 60],
    [20, 3, 1],
  ] as Lab[])
    for (const [x, y] of [
      [0, 0],
      [-0.7, 0.4],
      [0.8, -0.8],
    ] as const)
      expect(difference(...light.evened(lit(lab, x, y), x, y), ...lab)).toBeLessThan(0.05);
  // Half a stop across, and up to 0.12 more into a corner.
  expect(light.stops).toBeGreaterThan(0.5);
  expect(light.stops).toBeLessThan(0.65);
  expect(light.left.p95).toBeLessThan(0.05);
});

test('a thumb on the border is no light; what is left of the paper’s differences is its floor', () => {
  const noisy = border.map((b, i) => ({
    ...b,
    lab: [b.lab[0] + (i % 3) - 1, b.lab[1], b.lab[2]] as Lab,
  }));
  const withThumb = noisy.map((b) => (b.x > 0.9 && b.y > 0.5 ? { ...b, lab: [55, 18, 20] as Lab } : b));
  const light = lightFrom(withThumb)!;
  expect(difference(...light.evened(lit([62, 40, 28], 0, 0), 0, 0), 62, 40, 28)).toBeLessThan(0.4);
  expect(light.left.mean).toBeGreaterThan(0.2);
  expect(light.left.mean).toBeLessThan(1);
});

test('of bare paper on three sides of the page only, nothing is said', () => {
  expect(lightFrom(border.filter(({ x, y }) => x < 0 || y < 0))).toBeNull();
});
