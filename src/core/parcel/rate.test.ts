import fc from 'fast-check';
import { InputError } from '../errors';
import { rateParcel, type PostNeeds, type RatedParcel, type RateRow } from './rate';
import { rateRowFor, readRateTable, RATE_COLUMNS } from './rateTable';

const mm = (v: number) => v * 1_000;
const LETTER: RateRow = {
  name: 'Large letter',
  maxLength: mm(353),
  maxWidth: mm(250),
  maxHeight: mm(25),
  tracked: false,
  insuredTo: 0,
  days: 3,
  steps: [
    { upToGrams: 250, price: 320 },
    { upToGrams: 500, price: 460 },
  ],
  rigidSurcharge: 40,
};
const PARCEL: RateRow = {
  name: 'Parcel',
  maxLength: mm(900),
  maxWidth: mm(500),
  maxHeight: mm(300),
  maxGirth: mm(1_800),
  divisor: 5_000,
  tracked: true,
  insuredTo: 10_000,
  days: 2,
  steps: [
    { upToGrams: 2_000, price: 780 },
    { upToGrams: 5_000, price: 960 },
  ],
  fuelShare: 0.04,
};
const parcel = (more: Partial<RatedParcel> = {}): RatedParcel => ({
  length: mm(330),
  width: mm(240),
  height: mm(14),
  weightGrams: 441,
  value: 9_000,
  rigid: false,
  ...more,
});
const NONE: PostNeeds = { tracked: false, insured: false, days: null };
const of = (p: RatedParcel, row: RateRow, needs = NONE) => rateParcel(p, needs, [row]).services[0]!;

describe('what a service asks', () => {
  test.each([
    ['a step counts up to and with its grams', { weightGrams: 250 }, LETTER, 320],
    ['a gram more is the next step', { weightGrams: 250.1 }, LETTER, 460],
    ['what is stiff pays more', { weightGrams: 250, rigid: true }, LETTER, 360],
    // 7.80 × 1.04 = 8.112
    ['fuel is on the step', { weightGrams: 441 }, PARCEL, 811],
    // 9.60 × 1.04 = 9.984: 500 × 400 × 75 mm ÷ 5 000 = 3 000 g, more than the scale's 441
    ['room counts where it is more', { length: mm(500), width: mm(400), height: mm(75) }, PARCEL, 998],
    // (7.80 + 3.00) × 1.07 = 11.556, thicker than 120 mm
    [
      'what is thick pays more, and fuel is on that too',
      { length: mm(300), width: mm(200), height: mm(121) },
      { ...PARCEL, divisor: undefined, fuelShare: 0.07, thickSurcharge: { over: mm(120), price: 300 } },
      1_156,
    ],
    // 2.50 × 1.01 = 2.525: half-even, 2.52
    [
      'half a cent goes to the even one',
      { weightGrams: 10 },
      { ...LETTER, steps: [{ upToGrams: 10, price: 250 }], fuelShare: 0.01 },
      252,
    ],
  ])('%s', (_, more, row, price) => {
    expect(of(parcel(more), row as RateRow)).toMatchObject({ price, fits: true });
  });

  test.each([
    ['too long', { length: mm(354) }, LETTER, NONE, /354 mm long; it takes up to 353 mm/],
    ['too wide, however it lies', { width: mm(251), length: mm(252) }, LETTER, NONE, /251 mm wide/],
    ['too thick', { height: mm(26) }, LETTER, NONE, /26 mm thick; it takes up to 25 mm/],
    ['too heavy', { weightGrams: 501 }, LETTER, NONE, /501 g; it takes up to 500 g/],
    // 900 + 2 × (300 + 200) = 1900
    [
      'too much girth',
      { length: mm(900), width: mm(300), height: mm(200) },
      { ...PARCEL, divisor: undefined },
      NONE,
      /girth are 1900 mm; it takes up to 1800 mm/,
    ],
    [
      'too much room',
      { length: mm(500), width: mm(400), height: mm(300) },
      { ...PARCEL, maxGirth: undefined, maxVolume: 50_000_000 },
      NONE,
      /60 l of room; it takes up to 50 l/,
    ],
    ['not tracked', {}, LETTER, { ...NONE, tracked: true }, /not tracked/],
    ['not insured', {}, LETTER, { ...NONE, insured: true }, /not insured; 90.00.EUR is asked/],
    ['insured to less', {}, PARCEL, { ...NONE, insured: 10_001 }, /insured to 100.00.EUR/],
    ['too slow', {}, LETTER, { ...NONE, days: 2 }, /3 days; 2 promised/],
  ])('%s: it falls out and says why', (_, more, row, needs, why) => {
    const rated = of(parcel(more), row as RateRow, needs as PostNeeds);
    expect(rated.fits).toBe(false);
    expect(rated.why).toMatch(why);
  });

  test('insurance is bought in steps above what is included, and is not under the fuel', () => {
    const row = {
      ...PARCEL,
      insurance: [
        { upTo: 50_000, price: 350 },
        { upTo: 20_000, price: 150 },
      ],
    };
    expect(of(parcel({ value: 15_000 }), row, { ...NONE, insured: true }).price).toBe(811 + 150);
    expect(of(parcel({ value: 20_001 }), row, { ...NONE, insured: true }).price).toBe(811 + 350);
    expect(of(parcel({ value: 9_000 }), row, { ...NONE, insured: true }).price).toBe(811);
  });

  test('the best is the cheapest that meets what is asked; of two alike the quicker', () => {
    const quick = { ...LETTER, name: 'Quick letter', days: 1 };
    expect(rateParcel(parcel(), NONE, [PARCEL, LETTER, quick]).best).toBe('Quick letter');
    expect(rateParcel(parcel(), { ...NONE, tracked: true }, [PARCEL, LETTER]).best).toBe('Parcel');
    expect(rateParcel(parcel({ length: mm(2_000) }), NONE, [PARCEL, LETTER]).best).toBeNull();
  });

  test('however a parcel is turned, it costs the same; heavier never costs less', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 10, max: 900 }), { minLength: 3, maxLength: 3 }),
        fc.integer({ min: 1, max: 6_000 }),
        (sides, grams) => {
          const [a, b, c] = sides.map(mm) as [number, number, number];
          const base = { weightGrams: grams, value: 0, rigid: true };
          const one = of({ ...base, length: a, width: b, height: c }, PARCEL);
          const other = of({ ...base, length: c, width: a, height: b }, PARCEL);
          expect(other).toEqual(one);
          const heavier = of({ ...base, length: a, width: b, height: c, weightGrams: grams + 1 }, PARCEL);
          if (one.price !== null && heavier.price !== null)
            expect(heavier.price).toBeGreaterThanOrEqual(one.price);
        },
      ),
    );
  });

  test.each([
    ['parcel.length', { length: 0 }],
    ['parcel.weightGrams', { weightGrams: 0 }],
    ['parcel.value', { value: -1 }],
  ])('%s is named', (field, more) =>
    expect(() => of(parcel(more), LETTER)).toThrow(expect.objectContaining({ field })),
  );
  test('a service without a step is refused', () =>
    expect(() => of(parcel(), { ...LETTER, steps: [] })).toThrow(InputError));
});

describe('a carrier’s table as a file', () => {
  const HEADS = [...RATE_COLUMNS];
  const line = (cells: Record<string, string>) => HEADS.map((head) => cells[head] ?? '');
  const FIRST = {
    carrier: 'Coast Post',
    service: 'parcel',
    zone: 'home',
    countries: 'Norrholm',
    days: '2',
    'up to': '2 kg',
    price: '7.80',
    tracked: 'yes',
    'insured to': '100',
    'max length': '900 mm',
    'max width': '500 mm',
    'max thickness': '300 mm',
    'mm3 per gram': '5000',
    'fuel %': '4',
  };
  test('lines of one service are one table; steps are put in order; what stands once need not stand again', () => {
    const { services, faults } = readRateTable(
      [
        HEADS,
        line({ ...FIRST, 'up to': '5 kg', price: '9.60' }),
        line(FIRST),
        line({
          carrier: 'Coast Post',
          service: 'parcel',
          zone: 'away',
          countries: 'Estmark; Polderland',
          days: '5',
          'up to': '2000 g',
          price: '13,90',
        }),
      ],
      { currency: 'EUR' },
    );
    expect(faults).toEqual([]);
    expect(services).toHaveLength(1);
    const service = services[0]!;
    expect(service.rates.zones.map(({ zone, steps }) => [zone, steps])).toEqual([
      [
        'home',
        [
          { upToGrams: 2_000, price: 780 },
          { upToGrams: 5_000, price: 960 },
        ],
      ],
      ['away', [{ upToGrams: 2_000, price: 1_390 }]],
    ]);
    expect(rateRowFor(service, 'polderland')).toMatchObject({ days: 5, divisor: 5_000, fuelShare: 0.04 });
    expect(rateRowFor(service, 'Elsewhere')).toBeNull();
  });

  test('room and steps of insurance stand in one cell each', () => {
    const of = (insurance: string) =>
      readRateTable([HEADS, line({ ...FIRST, 'max litres': '60', insurance })], { currency: 'EUR' });
    expect(of('200=1.50; 500 = 3,50').services[0]!.rates).toMatchObject({
      maxVolume: 60_000_000,
      insurance: [
        { upTo: 20_000, price: 150 },
        { upTo: 50_000, price: 350 },
      ],
    });
    expect(of('200').faults).toEqual([
      { line: 2, says: 'insurance is “200”, expected a value and its price, such as "200=1.50"' },
    ]);
  });

  test('a line that cannot be read is named and kept out, the others come in', () => {
    const { services, faults } = readRateTable(
      [
        HEADS,
        line(FIRST),
        line({ ...FIRST, 'up to': 'a lot' }),
        line({ ...FIRST, 'up to': '3 kg', price: 'free' }),
        line({ ...FIRST, 'up to': '2 kg' }),
        line({ ...FIRST, carrier: '' }),
        line({}),
        line({ ...FIRST, 'up to': '5 kg', price: '9.60' }),
      ],
      { currency: 'EUR' },
    );
    expect(faults.map((f) => f.line)).toEqual([3, 4, 5, 6]);
    expect(faults[0]!.says).toMatch(/up to is “a lot”, expected a weight such as/);
    expect(services[0]!.rates.zones[0]!.steps).toHaveLength(2);
  });

  test('a table without the columns it needs is refused', () =>
    expect(() => readRateTable([['service', 'price']], { currency: 'EUR' })).toThrow(
      /a column “carrier” in the first line/,
    ));
});
