import fc from 'fast-check';
import { formatMoney, parseLength, parseMoney, parseSize, parseWeight } from '@/core/measure';
import { faultOf, FIGURE_KINDS, sentFigure, shownFigure } from './figures';

const MM = { unit: 'mm', currency: 'EUR' } as const;
const INCH = { unit: 'in', currency: 'JPY' } as const;

test.each([
  ['length', 203_200, '203.2 mm', '8 in'],
  ['size', { width: 406_400, height: 304_800 }, '406.4 × 304.8 mm', '16 × 12 in'],
  ['thickness', 487, '0.487 mm', '0.487 mm'],
  ['money', 1_840, '18.40', formatMoney(1_840, 'JPY', { bare: true })],
  ['weight', 141_748, '142 g', '5 oz'],
  ['share', 0.125, '12.5 %', '12.5 %'],
  ['whole', 24, '24', '24'],
] as const)('a %s is shown as the studio measures and pays', (kind, figure, mm, inch) => {
  expect([shownFigure(kind, figure, MM), shownFigure(kind, figure, INCH)]).toEqual([mm, inch]);
});

test.each([
  ['length', '40', '40 mm', '40 in'],
  ['length', '16 1/2 in', '16 1/2 in', '16 1/2 in'],
  ['size', '8 x 10', '8 x 10 mm', '8 x 10 in'],
  ['size', 'A3', 'A3', 'A3'],
  ['thickness', '0.5', '0.5 mm', '0.5 mm'],
  ['whole', '1 200', 1_200, 1_200],
  ['number', '80,5', 80.5, 80.5],
  ['share', '12.3 %', 0.123, 0.123],
  ['share', '12,5', 0.125, 0.125],
  ['money', '18.40', '18.40', '18.40'],
  ['length', '  ', '', ''],
] as const)('a %s typed as "%s" goes with its unit, or as the number it is', (kind, typed, mm, inch) => {
  expect([sentFigure(kind, typed, MM), sentFigure(kind, typed, INCH)]).toEqual([mm, inch]);
});

test.each([
  ['length', '12 smoots', /a length such as "420 mm"/],
  ['size', '400', /a size such as/],
  ['stockSize', 'large', /a size such as/],
  ['weight', 'heavy', /a weight such as/],
  ['money', 'ten', /an amount in EUR such as "18.40"/],
  ['whole', '3.5', /^Expected a whole number\.$/],
  ['share', 'half', /a share in per cent/],
  ['number', 'some', /^Expected a number\.$/],
] as const)('a %s typed as "%s" is said to be none', (kind, typed, words) => {
  expect(faultOf(kind, typed, MM)).toMatch(words);
});

test('a roll has a width, a sheet two sides: both are sizes of stock', () => {
  for (const typed of ['24 in', '610 mm', 'A2', '17x22 in'])
    expect(faultOf('stockSize', typed, MM)).toBeNull();
});

test.each(FIGURE_KINDS)('an empty %s is nothing wrong by itself', (kind) => {
  expect(faultOf(kind, '  ', MM)).toBeNull();
});

const lengths = fc.integer({ min: 5_000, max: 5_000_000 });
test('what is shown is read back as what it shows, in both systems', () => {
  fc.assert(
    fc.property(lengths, lengths, fc.constantFrom(MM, INCH), (width, height, reading) => {
      const again = parseLength(shownFigure('length', width, reading), reading.unit);
      expect(Math.abs(again - width)).toBeLessThanOrEqual(800);
      const size = parseSize(shownFigure('size', { width, height }, reading), reading.unit);
      expect(Math.abs(size.height - height)).toBeLessThanOrEqual(800);
    }),
  );
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 1e9 }), fc.constantFrom(MM, INCH), (minor, reading) => {
      expect(parseMoney(shownFigure('money', minor, reading), reading.currency)).toBe(minor);
    }),
  );
  fc.assert(
    fc.property(fc.integer({ min: 1_000, max: 900_000 }), (mg) => {
      expect(Math.abs(parseWeight(shownFigure('weight', mg, MM)) - mg)).toBeLessThanOrEqual(500);
    }),
  );
});

test('a share goes as exactly as it was typed', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 100_000 }), (thousandths) => {
      expect(sentFigure('share', String(thousandths / 1_000), MM)).toBeCloseTo(thousandths / 1e5, 12);
    }),
  );
});
