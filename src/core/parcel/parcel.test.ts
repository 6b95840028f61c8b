import fc from 'fast-check';
import { InputError } from '../errors';
import { packShortages, planPack, type PackedPrint, type Supply, type SupplyKind } from './pack';
import { chooseService } from './choose';
import { addDays, dayNumber, daysBetween } from '../measure/day';
import { shipBy } from './shipBy';
import { compareScale, expectedWeight, scaleBlindTo } from './weigh';

const supply = (
  kind: SupplyKind,
  width: number,
  height: number,
  onHand = 10,
  weight = 50_000,
): Supply => ({
  id: `${kind}${width}x${height}`,
  name: `${kind} ${width} × ${height}`,
  kind,
  width: width * 1_000,
  height: height * 1_000,
  weight,
  onHand,
});
const print = (width: number, height: number, more: Partial<PackedPrint> = {}): PackedPrint => ({
  name: 'print',
  sheet: { width: width * 1_000, height: height * 1_000 },
  gsm: 310,
  mayRoll: true,
  ...more,
});
const SHELF = [
  supply('board', 300, 240),
  supply('board', 470, 370),
  supply('sleeve', 320, 260),
  supply('sleeve', 500, 400),
  supply('mailer', 330, 270),
  supply('mailer', 520, 420),
  supply('tube', 50, 700),
  supply('tube', 76, 720),
  supply('tube', 100, 760),
  supply('interleaving', 900, 700),
  supply('sleeve', 120, 760),
  supply('card', 0, 0),
  supply('care sheet', 0, 0),
];
const need = (plan: ReturnType<typeof planPack>, kind: SupplyKind) =>
  plan.needs.find((n) => n.kind === kind)!;

describe('how a parcel is packed', () => {
  test('a small print goes flat: board 3 mm a side, sleeve 5 mm more, mailer 10 mm more than the board that is there', () => {
    const plan = planPack([print(290, 230)], SHELF);
    expect(plan.form).toBe('flat');
    expect(need(plan, 'board')).toMatchObject({
      least: { width: 296_000, height: 236_000 },
      count: 2,
      supply: { id: 'board300x240' },
    });
    expect(need(plan, 'sleeve').least).toEqual({ width: 305_000, height: 245_000 });
    expect(need(plan, 'mailer')).toMatchObject({
      least: { width: 310_000, height: 250_000 },
      supply: { id: 'mailer330x270' },
    });
  });
  test('up to A4 one board is enough', () =>
    expect(need(planPack([print(200, 150)], SHELF), 'board').count).toBe(1));
  test('what goes round a larger board fits that board, not the print', () => {
    const plan = planPack([print(250, 245)], SHELF); // 256 × 251 does not go on 300 × 240
    expect(need(plan, 'board').supply?.id).toBe('board470x370');
    expect(need(plan, 'mailer').supply?.id).toBe('mailer520x420');
  });
  test('over 600 mm it is rolled, along its long side, in a tube that its weight asks for', () => {
    const tubeFor = (gsm: number, more: Partial<PackedPrint> = {}) =>
      need(planPack([print(850, 650, { gsm, ...more })], SHELF), 'tube').least;
    expect(tubeFor(310)).toEqual({ width: 76_000, height: 700_000 });
    expect(tubeFor(190).width).toBe(50_000);
    expect(tubeFor(200).width).toBe(76_000);
    expect(tubeFor(321).width).toBe(100_000);
    expect(tubeFor(190, { canvas: true }).width).toBe(100_000);
  });
  test('a stiff paper is never rolled, and the reason is said', () => {
    const plan = planPack([print(850, 650, { mayRoll: false })], SHELF, { form: 'rolled' });
    expect(plan).toMatchObject({
      form: 'flat',
      finding: { verdict: 'care', says: expect.stringContaining('must not be rolled') },
    });
    expect(packShortages(plan.needs).join(' ')).toMatch(/No board of 856 × 656 mm/);
  });
  test('prints lie long side to long side, with a sheet between each two', () => {
    const plan = planPack([print(290, 230), print(230, 290)], SHELF);
    expect(need(plan, 'board').least).toEqual({ width: 296_000, height: 236_000 });
    expect(need(plan, 'interleaving').count).toBe(1);
  });
  test('what is used up is asked for by name and number', () => {
    const shelf = SHELF.map((s) => (s.kind === 'mailer' ? { ...s, onHand: 0 } : s));
    expect(packShortages(planPack([print(290, 230)], shelf).needs)).toEqual([
      'mailer 330 × 270: 1 needed, 0 on hand.',
    ]);
  });
  test('everything chosen is large enough, and the expected weight is that of the parts', () => {
    const side = fc.integer({ min: 80, max: 900 });
    fc.assert(
      fc.property(
        fc.array(fc.record({ w: side, h: side, roll: fc.boolean() }), { minLength: 1, maxLength: 5 }),
        (list) => {
          const plan = planPack(
            list.map((p) => print(p.w, p.h, { mayRoll: p.roll })),
            SHELF,
          );
          const fits = plan.needs.every(
            (n) =>
              !n.supply ||
              (n.supply.width >= n.least.width && n.supply.height >= n.least.height) ||
              (n.kind !== 'tube' && n.supply.width >= n.least.height && n.supply.height >= n.least.width),
          );
          const parts = plan.parts.reduce((a, p) => a + ('weight' in p ? p.weight * p.count : 0), 0);
          return (
            fits &&
            (plan.form === 'flat' || list.every((p) => p.roll)) &&
            expectedWeight(plan.parts).weight >= parts
          );
        },
      ),
    );
  });
});

describe('the scale', () => {
  test('the handbook’s A3 print', () =>
    expect(
      expectedWeight([{ name: 'A3', count: 1, size: { width: 297_000, height: 420_000 }, gsm: 310 }])
        .weight,
    ).toBe(38_669));
  test.each([
    [142_000, 181_000, 'fails', 'too heavy'],
    [181_000, 142_000, 'fails', 'too light'],
    [142_000, 156_200, 'holds', 'weight agrees'],
    [142_000, 156_201, 'fails', 'too heavy'],
    [50_000, 58_000, 'holds', 'weight agrees'],
    [50_000, 58_001, 'fails', 'too heavy'],
    [50_000, 41_999, 'fails', 'too light'],
  ] as const)('%i mg expected, %i mg shown: %s', (expected, shown, verdict, word) =>
    expect(compareScale(expected, shown)).toMatchObject({ verdict, word }),
  );
  test('nothing on the scale is refused', () => expect(() => compareScale(1_000, 0)).toThrow(InputError));
  test('a light print in a heavy parcel cannot be missed by weight, and that is said', () => {
    expect(scaleBlindTo(445_000, [18_000, 18_000])?.says).toBe(
      'A print here weighs 18 g and the scale may differ by 44.5 g: it cannot find one missing. Count them.',
    );
    expect(scaleBlindTo(200_000, [60_000])).toBeNull();
  });
});

describe('the day an order leaves by', () => {
  // 2026-11-20 is a Friday.
  test.each([
    ['2026-11-20', 3, [], '2026-11-25'],
    ['2026-11-20', 3, ['2026-11-24'], '2026-11-26'],
    ['2026-11-21', 0, [], '2026-11-23'],
    ['2026-11-20', 0, [], '2026-11-20'],
    ['2026-12-23', 2, ['2026-12-24', '2026-12-25', '2026-12-26'], '2026-12-29'],
  ])('%s and %i days, closed %j: %s', (ordered, handlingDays, holidays, by) =>
    expect(shipBy({ ordered, handlingDays, holidays })).toBe(by),
  );
  test('a studio that works on Sundays', () =>
    expect(shipBy({ ordered: '2026-11-20', handlingDays: 1, workdays: [0] })).toBe('2026-11-22'));
  test('it is always a working day, never before the order, and one more day never comes sooner', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 4_000 }),
        fc.integer({ min: 0, max: 20 }),
        fc.array(fc.integer({ min: 0, max: 60 }), { maxLength: 8 }),
        (start, handlingDays, closed) => {
          const ordered = addDays('2024-01-01', start);
          const holidays = closed.map((d) => addDays(ordered, d));
          const by = shipBy({ ordered, handlingDays, holidays });
          const weekday = new Date(`${by}T00:00:00Z`).getUTCDay();
          const next = shipBy({ ordered, handlingDays: handlingDays + 1, holidays });
          // An order that comes on a closed day is begun on the next open one: no days and one day are then the same day.
          const begunLater = handlingDays === 0 && by > ordered;
          return (
            by >= ordered &&
            weekday >= 1 &&
            weekday <= 5 &&
            !holidays.includes(by) &&
            (begunLater ? next === by : next > by)
          );
        },
      ),
    );
  });
  test.each([
    ['2026-02-30', 1, 'ordered'],
    ['tomorrow', 1, 'ordered'],
    ['2026-11-20', 1.5, 'handlingDays'],
    ['2026-11-20', -1, 'handlingDays'],
  ])('%s with %d is refused: %s', (ordered, handlingDays, field) =>
    expect(() => shipBy({ ordered, handlingDays })).toThrow(expect.objectContaining({ field })),
  );
  test('a week without working days is refused', () =>
    expect(() => shipBy({ ordered: '2026-11-20', handlingDays: 1, workdays: [] })).toThrow(
      expect.objectContaining({ field: 'workdays' }),
    ));
  test('days between', () => {
    expect(daysBetween('2026-02-27', '2026-03-01')).toBe(2);
    expect(dayNumber('1970-01-02')).toBe(1);
  });
});

describe('which service takes it', () => {
  const service = {
    carrier: 'Coast',
    name: 'letter',
    tracked: false,
    insuredMinor: 5_000,
    days: 2,
    maxLengthUm: 540_000,
    maxWeightMg: 1_000_000,
    priceMinor: 460,
    rates: null,
  };
  test.each([
    [540_000, 1_000_000, 5_000, 'holds'],
    [540_001, 1_000, 1, 'fails'],
    [100_000, 1_000_001, 1, 'fails'],
    [100_000, 1_000, 5_001, 'care'],
  ] as const)('%i µm, %i mg, worth %i: %s', (length, weight, value, verdict) => {
    const parcel = {
      length,
      width: 90_000,
      height: 10_000,
      weightGrams: weight / 1_000,
      value,
      rigid: false,
    };
    const needs = { tracked: false, insured: false, days: null };
    const [choice] = chooseService([service], { parcel, needs, country: 'Norrholm', currency: 'EUR' });
    expect(choice!.fit.verdict).toBe(verdict);
  });
});
