import fc from 'fast-check';
import { parseSize } from '../measure';
import { ratioOf } from './ratio';
import { NO_BORDER, sheetOf, signingRoom } from './border';

describe('a picture in a frame of another shape', () => {
  test('3:2 in 5:4 loses a sixth when it fills, and fits with white above and below', () => {
    const r = ratioOf({ width: 3, height: 2 }, parseSize('500x400 mm'));
    expect(r.exact).toBe(false);
    expect(r.fill.lostShare).toBeCloseTo(1 / 6, 10);
    expect(r.fit).toEqual({ left: 0, right: 0, top: 33_333, bottom: 33_334 });
  });
  test('half a percent away still counts as exact, more does not', () => {
    expect(ratioOf({ width: 1005, height: 1000 }, { width: 1_000, height: 1_000 }).exact).toBe(true);
    expect(ratioOf({ width: 1006, height: 1000 }, { width: 1_000, height: 1_000 }).exact).toBe(false);
  });
  test('what fitting leaves white and the picture itself make up the frame; filling and fitting agree on which side', () => {
    const side = fc.integer({ min: 10_000, max: 2_000_000 });
    fc.assert(
      fc.property(side, side, side, side, (pw, ph, fw, fh) => {
        const { fit, fill } = ratioOf({ width: pw, height: ph }, { width: fw, height: fh });
        const w = fw - fit.left - fit.right,
          h = fh - fit.top - fit.bottom;
        return (
          w > 0 &&
          h > 0 &&
          (w === fw || h === fh) &&
          Math.abs(w * ph - h * pw) <= Math.max(pw, ph) &&
          fill.lostShare >= 0 &&
          fill.lostShare < 1 &&
          Math.abs(fit.left - fit.right) <= 1
        );
      }),
    );
  });
  test('a side of nothing is refused by name', () =>
    expect(() => ratioOf({ width: 0, height: 1 }, parseSize('A4'))).toThrow(
      expect.objectContaining({ field: 'picture' }),
    ));
});

describe('the sheet', () => {
  test('is the image and its four borders', () => {
    expect(
      sheetOf(parseSize('400x300 mm'), { top: 25_000, right: 30_000, bottom: 40_000, left: 20_000 }),
    ).toEqual({
      width: 450_000,
      height: 365_000,
    });
    expect(sheetOf(parseSize('A4'), NO_BORDER)).toEqual(parseSize('A4'));
  });
  test.each([
    [0, 'fails', 'nowhere to sign'],
    [15_000, 'care', 'tight to sign'],
    [24_999, 'care', 'tight to sign'],
    [25_000, 'holds', 'room to sign'],
  ] as const)('%i µm under the image: %s', (bottom, verdict, word) => {
    expect(signingRoom({ ...NO_BORDER, bottom })).toMatchObject({ verdict, word });
  });
});
