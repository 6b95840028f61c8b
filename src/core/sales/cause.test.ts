import fc from 'fast-check';
import { addDays } from '../measure/day';
import { causesDue, spanOf, CAUSE_PERIODS, type CauseTerms } from './cause';
import { besideSales } from './attention';
import { promised } from './income';

const sale = (orderedOn: string, price = 10_000, quantity = 1, given = 0.05) => ({
  orderedOn,
  price,
  quantity,
  given,
});
const QUARTERLY: CauseTerms = { name: 'the lifeboat', every: 'quarter', withinDays: 30 };

test('spans end where the month, the quarter and the year end, leap years too', () => {
  expect(spanOf('2028-02-10', 'month')).toEqual({ from: '2028-02-01', until: '2028-02-29' });
  expect(spanOf('2026-12-31', 'quarter')).toEqual({ from: '2026-10-01', until: '2026-12-31' });
  expect(spanOf('2026-06-01', 'year')).toEqual({ from: '2026-01-01', until: '2026-12-31' });
});

test('each span owes its own sum by its own day; the one that runs is told apart, and what is paid is past', () => {
  const lines = [
    sale('2026-01-15'),
    sale('2026-02-03', 4_825, 3),
    sale('2026-05-20'),
    sale('2026-07-02'),
    sale('2026-07-03', 9_000, 1, 0),
  ];
  // 500 + 3 × 241 = 1 223 (48.25 at 5 % is 2.4125).
  expect(causesDue(lines, null, QUARTERLY, '2026-07-10')).toEqual([
    {
      from: '2026-01-01',
      until: '2026-03-31',
      sum: 1_223,
      dueOn: '2026-04-30',
      late: 71,
      isRunning: false,
    },
    {
      from: '2026-04-01',
      until: '2026-06-30',
      sum: 500,
      dueOn: '2026-07-30',
      late: -20,
      isRunning: false,
    },
    {
      from: '2026-07-01',
      until: '2026-09-30',
      sum: 500,
      dueOn: '2026-10-30',
      late: -112,
      isRunning: true,
    },
  ]);
  expect(causesDue(lines, '2026-06-30', QUARTERLY, '2026-07-10').map(({ sum }) => sum)).toEqual([500]);
  expect(causesDue([sale('2026-01-15', 5_000, 1, 0)], null, QUARTERLY, '2026-07-10')).toEqual([]);
  expect(() => causesDue(lines, null, { ...QUARTERLY, withinDays: -1 }, '2026-07-10')).toThrow(
    'withinDays',
  );
});

test('property: the spans together owe what is promised in all, none overlaps, and each day lies in its own', () => {
  const lines = fc.array(
    fc.record({
      orderedOn: fc.integer({ min: 0, max: 900 }).map((days) => addDays('2025-01-01', days)),
      price: fc.integer({ min: 0, max: 90_000 }),
      quantity: fc.integer({ min: 1, max: 6 }),
      given: fc.constantFrom(0, 0.02, 0.1),
    }),
    { maxLength: 40 },
  );
  fc.assert(
    fc.property(lines, fc.constantFrom(...CAUSE_PERIODS), (sold, every) => {
      const due = causesDue(sold, null, { name: 'x', every, withinDays: 14 }, '2027-07-01');
      expect(due.reduce((sum, each) => sum + each.sum, 0)).toBe(promised(sold));
      due.forEach((each, i) => {
        expect(spanOf(each.from, every)).toEqual({ from: each.from, until: each.until });
        if (i > 0) expect(each.from > due[i - 1]!.until).toBe(true);
      });
    }),
  );
});

test('attention stands beside the prints sold in its days, of its work or of all', () => {
  const seen = (workId: string | null, from: string, until: string) => ({
    ...{ id: from, workId, place: 'a window', kind: 'looks' as const, count: 90, from, until, notes: '' },
  });
  const lines = [
    { orderedOn: '2026-05-01', workId: 'w', quantity: 2 },
    { orderedOn: '2026-05-31', workId: 'v', quantity: 1 },
    { orderedOn: '2026-06-01', workId: 'w', quantity: 4 },
  ];
  const all = [seen('w', '2026-05-01', '2026-05-31'), seen(null, '2026-05-01', '2026-05-31')];
  expect(besideSales(all, lines).map(({ sold, count }) => [count, sold])).toEqual([
    [90, 2],
    [90, 3],
  ]);
});
