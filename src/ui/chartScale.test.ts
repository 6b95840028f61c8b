import fc from 'fast-check';
import { bandScale, linearScale } from './chartScale';

test('the ends of the domain stand at the ends of the range, whichever way either runs', () => {
  const scale = linearScale([110, -110], [0, 440]);
  expect([scale(110), scale(0), scale(-110)]).toEqual([0, 220, 440]);
});

test('widened to round figures, what is in the domain still stands in the range, and a line at each end', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -1e6, max: 1e6, noNaN: true }),
      fc.double({ min: 0.01, max: 1e6, noNaN: true }),
      (from, span) => {
        const scale = linearScale([from, from + span], [200, 10], 5);
        expect(scale(from)).toBeLessThanOrEqual(200.000001);
        expect(scale(from + span)).toBeGreaterThanOrEqual(9.999999);
        const marks = scale.ticks(5).map(scale);
        expect(Math.max(...marks)).toBeCloseTo(200, 3);
        expect(Math.min(...marks)).toBeCloseTo(10, 3);
      },
    ),
  );
});

test('a span of nothing stands in the middle, not nowhere', () => {
  expect(linearScale([3, 3], [0, 100])(3)).toBe(50);
});

test('bands fill the range with the same room between them and at either end', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 40 }),
      fc.double({ min: 0, max: 0.9, noNaN: true }),
      (n, padding) => {
        const { at, width } = bandScale(n, [50, 650], padding);
        const room = n > 1 ? at(1) - at(0) - width : at(0) - 50;
        expect(at(0) - 50).toBeCloseTo(room, 6);
        expect(650 - at(n - 1) - width).toBeCloseTo(room, 6);
        expect(width).toBeGreaterThan(0);
      },
    ),
  );
});
