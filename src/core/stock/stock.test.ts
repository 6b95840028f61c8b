import fc from 'fast-check';
import { enoughInk, fitInk, forecastInk, inkLevel, inkWeights, type InkSpan } from './ink';
import { FINE_PRINT, finePrintFinding } from './finePrint';
import { forecastStock } from './forecast';
import { advisePaper, nearestPapers, paperDistance, type PaperFacts } from './papers';

/** Even numbers from 0 to 1, the same every time. */
function even(seed: number): () => number {
  let s = seed >>> 0;
  return () => {
    s = (Math.imul(s, 1_664_525) + 1_013_904_223) >>> 0;
    return s / 4_294_967_296;
  };
}
const normal = (roll: () => number) =>
  Math.sqrt(-2 * Math.log(1 - roll())) * Math.cos(2 * Math.PI * roll());
const addDays = (day: string, n: number) =>
  new Date(Date.parse(`${day}T00:00:00Z`) + n * 86_400_000).toISOString().slice(0, 10);

describe('ink that is learned from cartridges running out', () => {
  test('worked by hand: 80 ml over 40 m² and no cleaning is 2 ml on a square metre', () => {
    expect(fitInk([{ ml: 80, area: 40, cleanings: 0 }])).toMatchObject({
      coverage: 2,
      coverageError: null,
    });
    // Two spans, 2.0 and 2.2 ml/m²: Σ a·m ÷ Σ a² = (40·80 + 40·88) ÷ 3200 = 2.1.
    expect(
      fitInk([
        { ml: 80, area: 40, cleanings: 0 },
        { ml: 88, area: 40, cleanings: 0 },
      ]).coverage,
    ).toBeCloseTo(2.1, 12);
  });
  test('known coverages come back within 5 % from simulated refills, with cleanings and noise in them, in 95 of 100 studios', () => {
    let near = 0;
    for (let studio = 0; studio < 100; studio++) {
      const roll = even(studio * 97 + 5);
      const [truth, wash] = [0.8 + 2 * roll(), 0.4 + 1.2 * roll()];
      const spans = Array.from({ length: 10 }, (): InkSpan => {
        // A cartridge of 80 ml; how much was printed till it ran out is off by what nobody measures, about 4 %.
        const cleanings = Math.floor(2 + 14 * roll());
        const area = ((80 - wash * cleanings) / truth) * (1 + 0.04 * normal(roll));
        return { ml: 80, area, cleanings };
      });
      if (Math.abs(fitInk(spans).coverage / truth - 1) <= 0.05) near++;
    }
    expect(near).toBeGreaterThanOrEqual(95);
  });
  test('the day it runs out is forecast within a week, in the simulation', () => {
    for (let studio = 0; studio < 20; studio++) {
      const roll = even(studio * 31 + 7),
        truth = 1 + roll(),
        full = 80;
      const spans = Array.from({ length: 6 }, (): InkSpan => ({
        ml: full,
        area: (full / truth) * (1 + 0.04 * normal(roll)),
        cleanings: 0,
      }));
      const fit = fitInk(spans);
      // Half a cartridge is gone; about 0.9 m² a day, some days more, some less.
      const used = full / 2 / truth,
        daily = () => 0.9 * (0.4 + 1.2 * roll());
      let left = full / 2,
        day = 0;
      while (left > 0) {
        left -= truth * daily();
        day++;
      }
      const said = forecastInk(
        inkLevel(full, { area: used, cleanings: 0 }, fit),
        fit.coverage * 0.9,
        10,
        0,
        full,
      );
      expect(Math.abs(said.days! - day)).toBeLessThanOrEqual(7);
      expect(said.orderIn!).toBeLessThanOrEqual(said.days!);
    }
  });
  test('a level that is unsure lasts from any day on; with a spare on the shelf it is the spare that lasts', () => {
    // 5.1 ml give or take 40.1 at 0.5 ml a day, and one of 80 ml on the shelf.
    const unsure = { ml: 5.1, error: 40.1, share: 0.06 };
    expect(forecastInk(unsure, 0.5, 7, 1, 80)).toEqual({
      days: 170,
      earliest: 90,
      inPlace: { days: 10, earliest: 0 },
      orderIn: 83,
    });
    const alone = forecastInk(unsure, 0.5, 7, 0, 80);
    expect(alone).toMatchObject({ days: 10, earliest: 0, inPlace: { days: 10, earliest: 0 } });
    expect(forecastInk(unsure, 0, 7, 1, 80).inPlace).toBeNull();
  });
  test('a picture asks ink by its darkness: white asks little of all, pure yellow only of yellow, a grey picture of all alike', () => {
    const flat = (step: number) => Array.from({ length: 256 }, (_, i) => (i === step ? 1 : 0));
    expect(inkWeights([flat(255), flat(255), flat(255)], ['matte black', 'cyan'])).toEqual({
      'matte black': 0.1,
      cyan: 0.1,
    });
    expect(inkWeights([flat(255), flat(255), flat(0)], ['cyan', 'yellow', 'grey'])).toEqual({
      cyan: 0.1,
      yellow: 2,
      grey: 0.67,
    });
    expect(inkWeights([flat(128)], ['cyan', 'yellow'])).toEqual({ cyan: 1, yellow: 1 });
  });
  test('the level and its error, and whether a queue can be printed', () => {
    const fit = { coverage: 2, perCleaning: 1, coverageError: 0.2, cleaningError: null, spans: 4 };
    // 80 − 2 × 20 − 5 = 35; √((0.2 × 20)² + (0.4 × 5)²) = 4.47.
    const level = inkLevel(80, { area: 20, cleanings: 5 }, fit);
    expect([level.ml, Math.round(level.error * 100) / 100]).toEqual([35, 4.47]);
    expect(['a', 'b', 'c'].map((c, i) => enoughInk(c, level, [30, 33, 36][i]!).verdict)).toEqual([
      'holds',
      'care',
      'fails',
    ]);
    expect(inkLevel(80, { area: 100, cleanings: 0 }, fit).ml).toBe(0);
  });
  test('never more than was in it, never below nothing, whatever was learned', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            ml: fc.double({ min: 1, max: 400, noNaN: true }),
            area: fc.double({ min: 0.1, max: 300, noNaN: true }),
            cleanings: fc.integer({ min: 0, max: 40 }),
          }),
          { maxLength: 9 },
        ),
        fc.double({ min: 0, max: 500, noNaN: true }),
        fc.integer({ min: 0, max: 50 }),
        (spans, area, cleanings) => {
          const fit = fitInk(spans),
            level = inkLevel(80, { area, cleanings }, fit);
          return (
            fit.coverage >= 0 &&
            fit.perCleaning >= 0 &&
            level.ml >= 0 &&
            level.ml <= 80 &&
            level.error >= 0 &&
            level.share >= 0 &&
            level.share <= 1
          );
        },
      ),
    );
  });
  test.each([
    [{ ml: 0, area: 1, cleanings: 0 }, 'spans[0].ml'],
    [{ ml: 80, area: 0, cleanings: 0 }, 'spans[0].area'],
  ])('%j is refused by name', (span, field) =>
    expect(() => fitInk([span])).toThrow(expect.objectContaining({ field })),
  );
});

describe('when a paper has to be ordered', () => {
  test('one sheet a day without fail: no spread, so the point is the delivery’s seven, and the day is plain', () => {
    const uses = Array.from({ length: 30 }, (_, i) => ({ day: addDays('2026-11-25', -i), amount: 1 }));
    // 40 on hand fall to 7 after 33 days and to 0 after 40. To last 60 days and the delivery: 67 + 7 − 40.
    expect(
      forecastStock({ onHand: 40, uses, today: '2026-11-25', deliveryDays: 7, promised: 0, cover: 60 }),
    ).toEqual({
      perDay: 1,
      promised: 0,
      reorderPoint: 7,
      reorderOn: '2026-12-28',
      emptyOn: '2027-01-04',
      order: 34,
    });
  });
  test('what is promised counts as gone; uneven use asks for a safety', () => {
    const uses = Array.from({ length: 6 }, (_, i) => ({ day: addDays('2026-11-25', -5 * i), amount: 5 }));
    const f = forecastStock({
      onHand: 30,
      uses,
      today: '2026-11-25',
      deliveryDays: 9,
      promised: 12,
      cover: 30,
    });
    // 30 in 26 days: 1.154 a day; spread √((6 × 3.846² + 20 × 1.154²) ÷ 26) = 2.107; 1.65 × 2.107 × 3 = 10.4; 10.4 + 10.4 → 21.
    expect(f.perDay).toBeCloseTo(30 / 26, 9);
    expect(f.reorderPoint).toBe(21);
    expect(f.reorderOn).toBe('2026-11-25');
  });
  test('what nobody uses is never ordered, unless it is promised', () => {
    expect(
      forecastStock({
        onHand: 5,
        uses: [],
        today: '2026-11-25',
        deliveryDays: 7,
        promised: 0,
        cover: 60,
      }),
    ).toMatchObject({ reorderOn: null, emptyOn: null, order: 0 });
    expect(
      forecastStock({
        onHand: 5,
        uses: [],
        today: '2026-11-25',
        deliveryDays: 7,
        promised: 8,
        cover: 60,
      }),
    ).toMatchObject({ reorderOn: '2026-11-25', order: 3 });
  });
  test('more on hand is never ordered sooner, a longer delivery never later', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({ ago: fc.integer({ min: 0, max: 120 }), amount: fc.integer({ min: 1, max: 20 }) }),
          { maxLength: 40 },
        ),
        fc.integer({ min: 0, max: 200 }),
        fc.integer({ min: 0, max: 40 }),
        fc.integer({ min: 1, max: 60 }),
        (list, onHand, deliveryDays, more) => {
          const uses = list.map((u) => ({ day: addDays('2026-11-25', -u.ago), amount: u.amount }));
          const at = (h: number, d: number) =>
            forecastStock({
              onHand: h,
              uses,
              today: '2026-11-25',
              deliveryDays: d,
              promised: 0,
              cover: 30,
            });
          const [one, richer, slower] = [
            at(onHand, deliveryDays),
            at(onHand + more, deliveryDays),
            at(onHand, deliveryDays + more),
          ];
          if (one.reorderOn === null) return richer.reorderOn === null;
          return (
            richer.reorderOn! >= one.reorderOn &&
            slower.reorderOn! <= one.reorderOn &&
            slower.reorderPoint >= one.reorderPoint
          );
        },
      ),
    );
  });
});

describe('papers that are alike, and papers that suit', () => {
  const paper = (
    id: string,
    base: string,
    surface: string,
    gsm: number,
    brightener = 'none',
    discontinued = false,
  ): PaperFacts => ({ id, name: id, base, surface, gsm, brightener, mayRoll: true, discontinued });
  const ALL = [
    paper('rag', 'cotton', 'matte', 310),
    paper('kelp', 'cotton', 'textured matte', 285, 'little'),
    paper('lantern', 'resin-coated', 'satin', 260, 'much'),
    paper('sound', 'alpha cellulose', 'gloss', 300, 'little'),
    paper('tin', 'resin-coated', 'metallic', 290, 'little'),
    paper('ledger', 'alpha cellulose', 'matte', 230, 'little', true),
  ];
  test('the nearest to a matte alpha cellulose that is gone is matte cotton, not coated paper of the same weight', () => {
    expect(nearestPapers(ALL[5]!, ALL).map((n) => n.paper.id)).toEqual(['kelp', 'rag', 'sound']);
    expect(nearestPapers(ALL[5]!, ALL)[1]!.differs).toBe(
      'cotton instead of alpha cellulose, 80 g/m² heavier, brightener none',
    );
  });
  test('distance is the same both ways and none to itself', () => {
    for (const a of ALL)
      for (const b of ALL) expect(paperDistance(a, b)).toBeCloseTo(paperDistance(b, a), 12);
    expect(ALL.every((p) => paperDistance(p, p) === 0)).toBe(true);
  });
  test('ink lines go on smooth matte, not on a texture; a photograph on a coated surface; what is gone is not advised', () => {
    const line = advisePaper({ kind: 'drawing', medium: 'ink and wash on paper', surface: '' }, ALL);
    expect(line[0]!.paper.id).toBe('rag');
    expect(line.find((a) => a.paper.id === 'kelp')!.reasons).toContain('a texture softens fine lines');
    expect(advisePaper({ kind: 'digital photograph', medium: '', surface: '' }, ALL)[0]!.paper.id).toBe(
      'sound',
    );
    expect(line.map((a) => a.paper.id)).not.toContain('ledger');
  });
});

describe('what is called a fine print', () => {
  const good = { base: 'cotton', brightener: 'none', process: 'pigment inkjet (giclée)', ppi: 300 };
  test.each([
    [{}, 'holds', 'pigment inkjet (giclée) on cotton, 300 ppi'],
    [{ base: 'resin-coated' }, 'care', 'its paper is resin-coated'],
    [{ brightener: 'much' }, 'care', 'brightener much, at most little'],
    [{ process: 'laser on card' }, 'care', 'it is laser on card, not pigment'],
    [{ ppi: 239 }, 'care', '239 ppi, 240 asked'],
    [{ ppi: null }, 'care', 'there is no file'],
    [{ base: null, brightener: null, process: null }, 'care', 'no accepted proof says'],
  ])('%j: %s', (part, verdict, says) => {
    const f = finePrintFinding(FINE_PRINT, '300 × 400 mm', { ...good, ...part });
    expect(f.verdict).toBe(verdict);
    expect(f.says).toContain(says);
  });
});
