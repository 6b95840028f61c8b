import fc from 'fast-check';
import { InputError } from '../errors';
import { costOfProduct, costWorking, groupCosts, type CostQuestion } from './ofProduct';

const NOTHING: CostQuestion = { spoilRate: 0, shares: [], time: [], parts: [] };
const of = (more: Partial<CostQuestion>) => costOfProduct({ ...NOTHING, ...more });
const lines = (more: Partial<CostQuestion>) => of(more).lines.map(({ name, amount }) => [name, amount]);

describe('what one product costs, worked by hand', () => {
  test('nothing costs nothing', () => {
    expect(of({})).toEqual({ lines: [], total: 0, estimated: 0 });
  });

  // A sheet of 450 × 360 mm is 0.162 m²; at 19.40 a m² it is 3.1428.
  test('paper by the sheet that is used', () => {
    expect(lines({ paper: { area: 162_000, pricePerM2: 1_940, name: 'Harrow' } })).toEqual([
      ['paper, Harrow', 314],
    ]);
  });

  // 0.12 m² of ink at 7.55 a m² is 0.906; paper 3.14, ink 0.91: 4.05 ÷ 0.95 − 4.05 = 0.2132.
  test('one in twenty spoiled costs paper and ink once more in nineteen', () => {
    expect(
      lines({
        paper: { area: 162_000, pricePerM2: 1_940 },
        ink: { area: 120_000, pricePerM2: 755 },
        spoilRate: 0.05,
      }),
    ).toEqual([
      ['paper', 314],
      ['ink', 91],
      ['spoiled, 5 %', 21],
    ]);
  });

  test('wear counts among what is spoiled, what comes after printing does not', () => {
    const { lines, total } = of({
      wear: 50,
      spoilRate: 0.5,
      parts: [{ name: 'sleeve', price: 60, count: 1 }],
    });
    expect(lines.map((l) => l.amount)).toEqual([50, 50, 60]);
    expect(total).toBe(160);
  });

  test('a route’s print and its share of the carriage', () => {
    expect(lines({ route: { piece: 1_250, carriageShare: 138, name: 'Mole Lab' } })).toEqual([
      ['printing, Mole Lab', 1_250],
      ['its carriage, Mole Lab', 138],
    ]);
    expect(lines({ route: { piece: 1_250, carriageShare: 0 } })).toEqual([['printing', 1_250]]);
  });

  // 82.00 over 20 prints is 4.10.
  test('what is paid once is shared by the prints that are expected', () => {
    expect(lines({ shares: [{ name: 'capture', outlay: 8_200, expectedPrints: 20 }] })).toEqual([
      ['capture', 410],
    ]);
  });

  // 14 minutes at 30.00 an hour are 7.00.
  test('minutes at their rate', () => {
    expect(lines({ time: [{ name: 'trim, sign', minutes: 14, ratePerHour: 3_000 }] })).toEqual([
      ['trim, sign', 700],
    ]);
  });

  test('parts by their number, halves to the even cent', () => {
    expect(
      lines({
        parts: [
          { name: 'board', price: 45, count: 2 },
          { name: 'tape', price: 1, count: 0.5 },
          { name: 'tape', price: 3, count: 0.5 },
        ],
      }),
    ).toEqual([
      ['board', 90],
      ['tape', 0],
      ['tape', 2],
    ]);
  });

  test('lines that belong together are one, the finish apart from what wraps it, and nothing is lost', () => {
    const { lines, total } = of({
      wear: 10,
      spoilRate: 0.5,
      time: [
        { name: 'time to trim', minutes: 2, ratePerHour: 3_000 },
        { name: 'time to pack', minutes: 4, ratePerHour: 3_000, basis: 'estimated' },
      ],
      parts: [
        { name: 'frame', price: 9_000, count: 1, isFinish: true },
        { name: 'sleeve', price: 14, count: 1 },
        { name: 'mailer', price: 92, count: 1 },
      ],
    });
    const groups = groupCosts(lines);
    expect(groups.map((group) => [group.name, group.amount, group.isEstimated])).toEqual([
      ['wear and spoiled', 20, false],
      ['frame', 9_000, false],
      ['time to trim, pack', 300, true],
      ['sleeve, mailer', 106, false],
    ]);
    expect(groups.reduce((sum, group) => sum + group.amount, 0)).toBe(total);
  });

  test('an estimated line is counted and says so in the working', () => {
    const answer = of({
      ink: { area: 1e6, pricePerM2: 755, basis: 'estimated', because: 'no cartridge has run out yet' },
    });
    expect(answer.estimated).toBe(1);
    const working = costWorking(answer, 'EUR');
    expect(working.steps[0]).toEqual({
      sum: 'ink: 1 m² × 7.55 a m² (estimated)',
      result: '7.55',
    });
    expect(working.notes[0]).toContain('One line is estimated');
  });

  test('a currency without decimals is written without', () => {
    expect(
      of({ ...NOTHING, parts: [{ name: 'box', price: 180, count: 2 }], currency: 'JPY' }).lines[0]!.sum,
    ).toBe('2 × 180');
  });

  test.each<[Partial<CostQuestion>, string]>([
    [{ spoilRate: 1 }, 'spoilRate'],
    [{ spoilRate: -0.1 }, 'spoilRate'],
    [{ paper: { area: -1, pricePerM2: 10 } }, 'paper.area'],
    [{ shares: [{ name: 'x', outlay: 10, expectedPrints: 0 }] }, 'shares[0].expectedPrints'],
    [{ time: [{ name: 'x', minutes: -2, ratePerHour: 10 }] }, 'time[0].minutes'],
    [{ parts: [{ name: 'x', price: 10, count: -1 }] }, 'parts[0].count'],
  ])('%j is refused: %s', (wrong, field) => {
    expect(() => of(wrong)).toThrow(expect.objectContaining({ field }));
    expect(() => of(wrong)).toThrow(InputError);
  });

  test('the total is the sum of its lines, and grows with every figure', () => {
    const sum = fc.integer({ min: 0, max: 20_000 });
    fc.assert(
      fc.property(
        sum,
        sum,
        sum,
        fc.double({ min: 0, max: 0.6, noNaN: true }),
        (area, price, more, spoilRate) => {
          const asked = {
            paper: { area: area * 10, pricePerM2: price },
            spoilRate,
            parts: [{ name: 'mat', price, count: 1 }],
          };
          const once = of(asked);
          const dearer = of({ ...asked, paper: { ...asked.paper, pricePerM2: price + more } });
          const spoiled = of({ ...asked, spoilRate: spoilRate + 0.2 });
          return (
            once.total === once.lines.reduce((a, l) => a + l.amount, 0) &&
            dearer.total >= once.total &&
            spoiled.total >= once.total
          );
        },
      ),
    );
  });
});
