import fc from 'fast-check';
import { drawBars } from './shopDrawings';

const sides = fc.integer({ min: 20_000, max: 2_500_000 });
const wrapOf = (width: number, height: number, barWidth: number) => ({
  face: { width, height },
  depth: 20_000,
  foldOver: 20_000,
  edge: 'plain' as const,
  barWidth,
  maxUnbraced: 800_000,
});
const rectsOf = (width: number, height: number, barWidth: number) =>
  drawBars({ title: 'Bars', wrap: wrapOf(width, height, barWidth), unit: 'mm' }).strokes.flatMap((s) =>
    s.kind === 'rect' ? [s] : [],
  );

test('bars of 40 mm leave 520 × 320 mm of a face of 600 × 400 mm open', () => {
  expect(rectsOf(600_000, 400_000, 40_000)[1]).toMatchObject({
    x: 40_000,
    y: 40_000,
    width: 520_000,
    height: 320_000,
  });
});

test('on a face of 100 × 75 mm the same bars meet: nothing is open, and nothing is braced', () => {
  expect(rectsOf(100_000, 75_000, 40_000)).toHaveLength(1);
});

test('however small the face and wide the bars, no part of the drawing is turned inside out', () => {
  fc.assert(
    fc.property(sides, sides, fc.integer({ min: 10_000, max: 120_000 }), (width, height, bar) => {
      for (const rect of rectsOf(width, height, bar)) {
        expect(rect.width).toBeGreaterThan(0);
        expect(rect.height).toBeGreaterThan(0);
        expect(rect.x + rect.width).toBeLessThanOrEqual(width);
        expect(rect.y + rect.height).toBeLessThanOrEqual(height);
      }
    }),
  );
});
