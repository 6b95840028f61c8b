import fc from 'fast-check';
import { middleRegion, movedWithin, wholePixels } from './snippetRegion';

const CROP = { left: 200, top: 100, width: 4_000, height: 3_000 };
const IMAGE = { width: 400_000, height: 300_000 };

test('a snippet is so large as asked, in the middle of the cut, and never larger than it', () => {
  // 4 000 px on 400 mm: 10 px a millimetre.
  expect(middleRegion(CROP, IMAGE, { width: 80_500, height: 60_000 })).toEqual({
    left: 200 + (4_000 - 805 + 1) / 2,
    top: 100 + (3_000 - 600) / 2,
    width: 805,
    height: 600,
  });
  expect(middleRegion(CROP, IMAGE, { width: 900_000, height: 300 })).toEqual({
    left: 200,
    top: 1_592,
    width: 4_000,
    height: 16,
  });
});

test('wherever it is moved, it stays on whole pixels inside the cut', () => {
  const place = fc.double({ min: -10_000, max: 10_000, noNaN: true });
  const side = fc.integer({ min: 16, max: 3_000 });
  fc.assert(
    fc.property(place, place, side, side, (left, top, width, height) => {
      const at = movedWithin(CROP, { left: 0, top: 0, width, height }, left, top);
      expect(Number.isInteger(at.left) && Number.isInteger(at.top)).toBe(true);
      expect(at.left).toBeGreaterThanOrEqual(CROP.left);
      expect(at.top).toBeGreaterThanOrEqual(CROP.top);
      expect(at.left + width).toBeLessThanOrEqual(CROP.left + CROP.width);
      expect(at.top + height).toBeLessThanOrEqual(CROP.top + CROP.height);
    }),
  );
});

test('what is said of a region is not sent with it', () => {
  const said = { left: 1.4, top: 2.5, width: 10, height: 10.2, says: 'the sky' };
  expect(wholePixels(said)).toEqual({ left: 1, top: 3, width: 10, height: 10 });
});
