import fc from 'fast-check';
import { InputError } from '../errors';
import {
  allocate,
  areaMm2,
  currencyDigits,
  divideHalfEven,
  formatMoney,
  formatSize,
  formatWeight,
  isTimeZone,
  laidLike,
  localDay,
  NAMED_SIZES,
  orientationOf,
  parseMoney,
  parseSize,
  parseWeight,
  roundHalfEven,
  shareOf,
  sheetWeight,
  toDecimals,
} from '.';

describe('sizes', () => {
  test.each([
    ['8x10 in', 203_200, 254_000],
    ['12×12 in', 304_800, 304_800],
    ['A3', 297_000, 420_000],
    ['a3+', 329_000, 483_000],
    ['A4 landscape', 297_000, 210_000],
    ['400 x 300 mm', 400_000, 300_000],
    ['16 1/2 x 11 3/4 in', 419_100, 298_450],
    ['40 cm x 300', 400_000, 3_000_000],
    ['400 by 300', 400_000, 300_000],
    ['8" x 10"', 203_200, 254_000],
    ['203200 um x 254000 um', 203_200, 254_000],
  ])('%s', (typed, width, height) => expect(parseSize(typed)).toEqual({ width, height }));

  test.each(['', '400', '400 x', 'A9', '400 x 300 x 2', '0 x 300 mm', 'x'])(
    '%j is refused as a size',
    (typed) => {
      expect(() => parseSize(typed, 'mm', 'print')).toThrow(
        expect.objectContaining({ field: 'print', value: typed }),
      );
    },
  );

  test('ISO 216: each A size is the next one folded', () => {
    for (let n = 0; n < 6; n++) {
      const [large, small] = [NAMED_SIZES[`A${n}`]!, NAMED_SIZES[`A${n + 1}`]!];
      expect(small.height).toBe(large.width);
      expect(small.width).toBe(Math.floor(large.height / 2_000) * 1_000);
    }
  });

  test('written width first, the unit once', () => {
    expect(formatSize({ width: 203_200, height: 254_000 }, 'in', { inches: 'fraction' })).toBe(
      '8 × 10 in',
    );
    expect(formatSize({ width: 400_000, height: 297_500 }, 'mm')).toBe('400 × 297.5 mm');
  });

  test('a size is laid the way the picture lies; squares lie as they are', () => {
    expect(laidLike({ width: 300, height: 400 }, { width: 9, height: 7 })).toEqual({
      width: 400,
      height: 300,
    });
    expect(laidLike({ width: 300, height: 400 }, { width: 5, height: 5 })).toEqual({
      width: 300,
      height: 400,
    });
    expect(orientationOf({ width: 1, height: 2 })).toBe('portrait');
    expect(areaMm2({ width: 200_000, height: 100_000 })).toBe(20_000);
  });
});

describe('rounding', () => {
  test.each([
    [0.5, 0],
    [1.5, 2],
    [2.5, 2],
    [-0.5, 0],
    [-1.5, -2],
    [1.005 * 100, 100],
    [2.675 * 100, 268],
  ])('%d rounds to %d', (x, n) => expect(roundHalfEven(x)).toBe(n));
  test('exact fractions agree with bigint arithmetic, whichever sign', () => {
    fc.assert(
      fc.property(fc.bigInt(-10_000n, 10_000n), fc.bigInt(1n, 97n), (n, d) => {
        const rounded = divideHalfEven(n, d);
        const twice = 2n * (n - rounded * d);
        const off = twice < 0n ? -twice : twice;
        return off < d || (off === d && rounded % 2n === 0n);
      }),
    );
  });
  test('figures that are shown', () => expect(toDecimals(349.27, 1)).toBe(349.3));
});

describe('money', () => {
  test.each([
    ['18.40', 1_840],
    ['1 250.50', 125_050],
    ['1.250,50', 125_050],
    ['1,250.50', 125_050],
    ['1,250', 125_000],
    ['12,5', 1_250],
    ['EUR 3', 300],
    ['€9.99', 999],
    ['-4.20', -420],
    ['0.005', 0],
    ['0.015', 2],
  ])('%s EUR is %i cents', (typed, minor) => expect(parseMoney(typed, 'EUR')).toBe(minor));
  test('currencies without cents, and with three decimals', () => {
    expect(parseMoney('1800', 'JPY')).toBe(1_800);
    expect(parseMoney('1.234', 'KWD')).toBe(1_234);
    expect([currencyDigits('JPY'), currencyDigits('KWD'), currencyDigits('EUR')]).toEqual([0, 3, 2]);
    expect(formatMoney(1_800, 'JPY')).toBe('1\u2009800\u00a0JPY');
    expect(formatMoney(5, 'KWD', { bare: true })).toBe('0.005');
  });
  test.each(['', 'nine', '1.2.3', '1/2', '--3'])('%j is no amount', (typed) =>
    expect(() => parseMoney(typed, 'EUR', 'price')).toThrow(expect.objectContaining({ field: 'price' })),
  );
  test('written money reads back as itself', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -1e9, max: 1e9 }),
        fc.constantFrom('EUR', 'JPY', 'KWD'),
        (minor, currency) => parseMoney(formatMoney(minor, currency), currency) === minor,
      ),
    );
  });
  test('shares of a sum add up to the sum, and none is off by more than one', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1_000_000 }),
        fc
          .array(fc.integer({ min: 0, max: 1_000 }), { minLength: 1, maxLength: 12 })
          .filter((w) => w.some((x) => x > 0)),
        (sum, weights) => {
          const parts = allocate(sum, weights);
          const total = weights.reduce((a, b) => a + b, 0);
          return (
            parts.reduce((a, b) => a + b, 0) === sum &&
            parts.every((p, i) => Math.abs(p - (sum * weights[i]!) / total) < 1)
          );
        },
      ),
    );
    expect(() => allocate(10, [0, 0])).toThrow(InputError);
    expect(shareOf(5_310, 0.095)).toBe(504);
  });
});

describe('weights', () => {
  test.each([
    ['142 g', 142_000],
    ['1.2 kg', 1_200_000],
    ['5 oz', 141_748],
    ['2 lb 3 oz', 992_233],
    ['1/2 oz', 14_175],
    ['850 mg', 850],
    ['96', 96_000],
  ])('%s is %i mg', (typed, mg) => expect(parseWeight(typed)).toBe(mg));
  test.each(['', 'heavy', '3 stone', '-1 g', '1/0 g'])('%j is no weight', (typed) =>
    expect(() => parseWeight(typed, 'g', 'scale')).toThrow(expect.objectContaining({ field: 'scale' })),
  );
  test('ounces are rounded once, at the end: sixteen of them are a pound', () =>
    expect(parseWeight('16 oz')).toBe(parseWeight('1 lb')));
  test.each([
    [38_669, 'mm', '38.7 g'],
    [142_400, 'mm', '142 g'],
    [1_240_000, 'mm', '1.24 kg'],
    [99_960, 'mm', '100 g'],
    [999_700, 'mm', '1 kg'],
    [141_748, 'in', '5 oz'],
    [992_233, 'in', '2 lb 3 oz'],
  ] as const)('%i mg in %s: %s', (mg, system, text) => expect(formatWeight(mg, system)).toBe(text));
  // The handbook's own figure: A3 at 310 g/m² is 38.7 g.
  test('a sheet weighs its area times its weight', () =>
    expect(sheetWeight(NAMED_SIZES.A3!, 310)).toBe(38_669));
});

describe('days', () => {
  test('midnight falls where the studio is', () => {
    expect(localDay('2026-11-23T23:30:00Z', 'Europe/Berlin')).toBe('2026-11-24');
    expect(localDay('2026-11-24T03:30:00Z', 'America/New_York')).toBe('2026-11-23');
    expect(isTimeZone('Europe/Lisbon')).toBe(true);
    expect(isTimeZone('Mole/Head')).toBe(false);
  });
});
