import { cashByWeek, incomeBy, incomeByMonth, monthBefore, promised, type SoldLine } from './income';

const line = (orderedOn: string, more: Partial<SoldLine> = {}): SoldLine => ({
  orderedOn,
  workId: 'w1',
  work: 'Night Ferry',
  productId: 'p1',
  product: '400 × 300 mm',
  edition: 'of 40',
  quantity: 1,
  price: 9_500,
  leaves: 6_000,
  given: 0.02,
  ...more,
});

test('a month without a sale stands there too, and the year turns', () => {
  const lines = [line('2026-01-31'), line('2025-11-02', { quantity: 2, leaves: null })];
  expect(incomeByMonth(lines, '2026-01-31', 3)).toEqual([
    { month: '2025-11', income: 19_000, left: 0, count: 2 },
    { month: '2025-12', income: 0, left: 0, count: 0 },
    { month: '2026-01', income: 9_500, left: 6_000, count: 1 },
  ]);
  expect(monthBefore('2026-03-01', 15)).toBe('2024-12');
});

test('by work and product, best first, with how sure that is', () => {
  const kiln = { workId: 'w2', work: 'Kiln', productId: 'p2', product: '240 × 180 mm', price: 5_200 };
  const lines = [line('2026-01-02', kiln), line('2026-01-03'), line('2026-01-04', { quantity: 3 })];
  const [first, second] = incomeBy(lines, 'work');
  expect(first).toMatchObject({ name: 'Night Ferry', count: 4, income: 38_000, left: 24_000 });
  expect(second).toMatchObject({ name: 'Kiln', count: 1 });
  expect(second!.range[0]).toBeLessThan(1);
  expect(incomeBy(lines, 'edition')).toHaveLength(1);
});

test('what is promised is taken of each price and rounded once', () => {
  expect(promised([line('2026-01-01'), line('2026-01-02', { quantity: 3, price: 4_825 })])).toBe(
    190 + 3 * 97,
  );
});

test('cash by week: what is paid before what comes in', () => {
  const moves = [
    { on: '2026-01-06', amount: -12_000, what: 'paper' },
    { on: '2026-01-12', amount: 9_500, what: 'order 1' },
    { on: '2026-01-18', amount: 9_500, what: 'order 2' },
    { on: '2026-01-02', amount: 500, what: 'before' },
  ];
  expect(cashByWeek(moves, ['2026-01-05', '2026-01-12', '2026-01-19'])).toEqual([
    { from: '2026-01-05', inflow: 0, outflow: 12_000, balance: -12_000 },
    { from: '2026-01-12', inflow: 19_000, outflow: 0, balance: 7_000 },
    { from: '2026-01-19', inflow: 0, outflow: 0, balance: 7_000 },
  ]);
});
