import fc from 'fast-check';
import { InputError } from '../errors';
import { formatLength, formatRun, lengthOrNull, parseLength } from './length';

describe('lengths as people type them', () => {
  test.each([
    ['16 1/2 in', 419_100],
    ['16½"', 419_100],
    ['16.5in', 419_100],
    ['16-1/2 in', 419_100],
    ['420mm', 420_000],
    ['42 cm', 420_000],
    ['0.42 m', 420_000],
    ['42,5 mm', 42_500],
    ['1 ft 4 1/2 in', 419_100],
    ['1\' 4.5"', 419_100],
    ['½ in', 12_700],
    ['.5 in', 12_700],
    ['7 ⅞"', 200_025],
    ['12', 12_000],
    ['8 inches', 203_200],
    ['250 µm', 250],
    ['0 mm', 0],
    ['3\u202f mm', 3_000],
    ['8 in.', 203_200],
    ['20 cms', 200_000],
    ['5\' 6"', 1_676_400],
    ['5 ft. 6 in.', 1_676_400],
    ['0,125 m', 125_000],
    ['12,50 mm', 12_500],
    ['1 250,5 mm', 1_250_500],
  ])('%s is %i µm', (typed, um) => expect(parseLength(typed)).toBe(um));

  test.each([
    ['1,250 mm', '"1250 mm" or "1.250 mm"'],
    ['12,500', '"12500" or "12.500"'],
  ])('%s is asked about: it is a thousand to some and a fraction to others', (typed, either) =>
    expect(() => parseLength(typed)).toThrow(either),
  );

  test('a bare number takes the unit of the studio', () => {
    expect(parseLength('8', 'in')).toBe(203_200);
    expect(parseLength('8', 'cm')).toBe(80_000);
  });

  // 1/16 in is 1 587.5 µm: it is rounded once, to the even neighbour, never 1 587.
  test.each([
    ['1/16 in', 1_588],
    ['3/16 in', 4_762],
    ['5/16 in', 7_938],
    ['1/32 in', 794],
    ['1/64 in', 397],
  ])('%s rounds half to even: %i µm', (typed, um) => expect(parseLength(typed)).toBe(um));

  test.each([
    '',
    'twelve',
    '12 smoots',
    '1/0 in',
    '-3 mm',
    '3 mm 4',
    '1e3 mm',
    '5 km',
    '2000 m',
    '1 2 3 in',
  ])('%j is refused and named', (typed) => {
    const error = caught(() => parseLength(typed, 'mm', 'width'));
    expect(error).toMatchObject({ field: 'width', value: typed });
    expect(error.expected).toMatch(/length/);
  });

  test('micrometres given as a number must be whole and not negative', () => {
    expect(parseLength(1_587)).toBe(1_587);
    expect(() => parseLength(1.5)).toThrow(InputError);
    expect(() => parseLength(-1)).toThrow(InputError);
    expect(() => parseLength(Number.NaN)).toThrow(InputError);
  });

  test('half-typed text is no error while it is being typed', () => {
    expect(lengthOrNull('16 1/', 'in')).toBeNull();
    expect(lengthOrNull('16 1/2', 'in')).toBe(419_100);
  });
});

describe('lengths as they are written', () => {
  test.each([
    [419_100, 'in', 'fraction', '16 1/2 in'],
    [419_100, 'in', 'decimal', '16.5 in'],
    [1_588, 'in', 'fraction', '1/16 in'],
    [25_400, 'in', 'fraction', '1 in'],
    [420_000, 'mm', 'decimal', '420 mm'],
    [420_050, 'mm', 'decimal', '420 mm'],
    [420_150, 'mm', 'decimal', '420.2 mm'],
    [423_456, 'cm', 'decimal', '42.35 cm'],
    [-3_000, 'mm', 'decimal', '−3 mm'],
    [0, 'in', 'fraction', '0 in'],
  ] as const)('%i µm in %s, %s: %s', (um, unit, inches, text) =>
    expect(formatLength(um, unit, { inches })).toBe(text),
  );

  test('what is written in millimetres reads back to within 0.05 mm, and sixteenths exactly', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 5_000_000 }),
        (um) => Math.abs(parseLength(formatLength(um, 'mm')) - um) <= 50,
      ),
    );
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 3_000 }), (sixteenths) => {
        const um = parseLength(`${sixteenths}/16 in`);
        return parseLength(formatLength(um, 'in', { inches: 'fraction' })) === um;
      }),
    );
  });

  test('every whole and fraction typed apart or together is the same length', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 100 }),
        fc.integer({ min: 1, max: 15 }),
        (whole, top) => parseLength(`${whole} ${top}/16 in`) === parseLength(`${whole * 16 + top}/16 in`),
      ),
    );
  });
});

function caught(run: () => unknown): InputError {
  try {
    run();
  } catch (error) {
    if (error instanceof InputError) return error;
    throw error;
  }
  throw new Error('nothing was refused');
}

describe('a length of roll', () => {
  test.each([
    [21_408_000, 'mm', '21.4 m'],
    [999_999, 'mm', '1000 mm'],
    [1_000_000, 'mm', '1 m'],
    [-2_460_000, 'mm', '−2.46 m'],
    [0, 'mm', '0 mm'],
    [21_408_000, 'in', '70.2 ft'],
    [914_400, 'in', '3 ft'],
    [850_000, 'in', '33 7/16 in'],
  ] as const)('%d µm in %s is said as %s', (um, unit, said) => {
    expect(formatRun(um, unit)).toBe(said);
  });

  test('what is said reads back to within half of its last digit', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1_000_000, max: 200_000_000 }), (um) => {
        const metres = Number(formatRun(um, 'mm').replace(' m', ''));
        expect(Math.abs(metres * 1_000_000 - um)).toBeLessThanOrEqual(um < 10_000_000 ? 5_000 : 50_000);
      }),
    );
  });
});
