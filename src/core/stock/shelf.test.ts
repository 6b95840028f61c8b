import fc from 'fast-check';
import { promisedByLot, ROLL_CORE_UM, rollDiameter, shelfStanding } from './shelf';

test('an empty roll is as thick as its core; 12 m of 0.48 mm paper make 114.5 mm, by hand', () => {
  expect(rollDiameter(0, 480)).toBe(ROLL_CORE_UM);
  // 76.2² + 4 ÷ π × 12 000 × 0.48 = 5 806.44 + 7 333.86 = 13 140.30; its root is 114.63.
  expect(rollDiameter(12_000_000, 480) / 1_000).toBeCloseTo(
    Math.sqrt(76.2 ** 2 + (4 / Math.PI) * 5_760),
    2,
  );
});

test('unwinding a roll turn by turn leaves what the formula says', () => {
  // A roll is a spiral: each turn takes its circumference at the middle of the paper, and thins the roll by two thicknesses.
  const thickness = 300;
  let [diameter, length] = [ROLL_CORE_UM, 0];
  for (let turn = 0; turn < 60; turn++) {
    length += Math.PI * (diameter + thickness);
    diameter += 2 * thickness;
  }
  expect(Math.abs(rollDiameter(Math.round(length), thickness) - diameter)).toBeLessThanOrEqual(1);
});

test('what is promised is taken from the oldest first, never more than there is, and nothing of it is lost', () => {
  const lots = fc.array(fc.record({ onHand: fc.integer({ min: 0, max: 10_000 }) }), { maxLength: 8 });
  fc.assert(
    fc.property(lots, fc.integer({ min: 0, max: 40_000 }), (given, promised) => {
      const { byLot, short } = promisedByLot(given, promised);
      expect(byLot.reduce((a, b) => a + b, 0) + short).toBe(promised);
      byLot.forEach((taken, i) => expect(taken).toBeLessThanOrEqual(given[i]!.onHand));
      const firstSpared = byLot.findIndex((taken, i) => taken < given[i]!.onHand);
      if (firstSpared >= 0) expect(byLot.slice(firstSpared + 1).every((taken) => taken === 0)).toBe(true);
      if (short > 0) expect(byLot).toEqual(given.map(({ onHand }) => onHand));
    }),
  );
});

const FACTS = { onHand: 10, promised: 0, reorderPoint: 0, reorderOn: null, emptyOn: null };
test.each([
  [{ onHand: 3, promised: 5 }, 'fails', 'promised more than there is', null],
  [{ onHand: 0 }, 'fails', 'none left', null],
  [{ promised: 7, reorderPoint: 3 }, 'care', 'low: order now', null],
  [{ promised: 6, reorderPoint: 3, reorderOn: '2026-12-20' }, 'holds', 'order by', '2026-12-20'],
  [{ reorderOn: '2026-11-28' }, 'care', 'low: order now', null],
  [{}, 'holds', 'not used lately', null],
] as const)('%j stands as %s: %s', (given, mark, word, day) => {
  expect(shelfStanding({ ...FACTS, ...given }, '2026-11-28')).toEqual({ mark, word, day });
});
