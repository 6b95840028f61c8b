import fc from 'fast-check';
import { NO_ADJUSTMENT } from '../colour/adjust';
import { adjustmentSteps, threadsOf } from './threads';

const rounds = fc.array(fc.record({ id: fc.nat(), key: fc.constantFrom('a', 'b', 'c') }));
test('every round is in the thread of its size and paper, in its order; the thread that moved last comes first', () => {
  fc.assert(
    fc.property(rounds, (all) => {
      const threads = threadsOf(all, (round) => round.key);
      for (const { key, rounds: own } of threads)
        expect(own).toEqual(all.filter((round) => round.key === key));
      expect(threads.map(({ key }) => key)).toEqual([...new Set(all.map((round) => round.key))]);
    }),
  );
});

test('what moved between two rounds is said with both figures; what stayed is not', () => {
  const was = { ...NO_ADJUSTMENT, lightness: 4, saturation: 1.1 };
  const now = {
    ...was,
    lightness: -2.5,
    contrast: 1.05,
    warmth: 0.4,
    curve: [
      [0, 0],
      [50, 54],
    ] as const,
  };
  expect(adjustmentSteps(was, now)).toEqual([
    { what: 'L*', was: '+4.0', now: '−2.5' },
    { what: 'contrast', was: '× 1.00', now: '× 1.05' },
    { what: 'b*, yellow', was: '0', now: '+0.4' },
    { what: 'curve on L*', was: 'none', now: '0→0, 50→54' },
  ]);
  expect(adjustmentSteps(now, now)).toEqual([]);
});

test('an adjustment that was taken off again is a step back to nothing', () => {
  expect(adjustmentSteps({ ...NO_ADJUSTMENT, tint: 1 }, null)).toEqual([
    { what: 'a*, red', was: '+1.0', now: '0' },
  ]);
  expect(adjustmentSteps(null, null)).toEqual([]);
});
