import fc from 'fast-check';
import { addDays } from '../measure/day';
import { leftOf } from '../price/whatIf';
import { inLetterOrder, voucherLeaves } from './letter';
import { mayBeWrittenTo, permissionFinding } from './permission';

const TODAY = '2026-11-24';

describe('permission to write', () => {
  test.each([
    // 730 days hold, 731 do not.
    [addDays(TODAY, -730), null, 'holds'],
    [addDays(TODAY, -731), null, 'care'],
    // An order since then is a sign; one before it is none.
    [addDays(TODAY, -900), addDays(TODAY, -100), 'holds'],
    [addDays(TODAY, -900), addDays(TODAY, -1000), 'care'],
    [null, TODAY, 'fails'],
  ] as const)('since %s, last order %s: %s', (since, lastOrderOn, verdict) => {
    const permission = { since, how: '', lastOrderOn };
    expect(permissionFinding(permission, TODAY).verdict).toBe(verdict);
    expect(mayBeWrittenTo(permission, TODAY)).toBe(verdict === 'holds');
  });

  test('what is stale says since when and for how long', () => {
    const { says } = permissionFinding(
      { since: '2021-03-01', how: 'at the spring fair', lastOrderOn: null },
      TODAY,
    );
    expect(says).toBe(
      'Agreed on 2021-03-01, at the spring fair; no sign of them for 5 years. Ask again before writing.',
    );
  });
});

test('a letter goes first to who bought most, and last to who has the work already', () => {
  const person = (id: string, orders: number, lastOrderOn: string | null, hasWork = false) => ({
    ...{ id, name: id, orders, lastOrderOn, hasWork },
  });
  const order = inLetterOrder([
    person('new', 0, null),
    person('owner', 9, '2026-11-01', true),
    person('old', 2, '2025-01-01'),
    person('late', 2, '2026-10-01'),
  ]);
  expect(order.map(({ id }) => id)).toEqual(['late', 'old', 'new', 'owner']);
});

describe('a voucher', () => {
  const terms = { fixed: 30, shares: [0.029, 0.05], carriageCharged: 700, given: 0 };

  test('worked by hand: 53.10 less a tenth, costs 21.80, fees of 2.9 % and 5 % of price and carriage, 0.30 fixed', () => {
    const { pays, off, left, finding } = voucherLeaves({ price: 5310, cost: 2180, terms }, 0.1, 'EUR');
    // Fees are of 47.79 + 7.00 = 54.79: 1.59 and 2.74. 47.79 − 21.80 − 0.30 − 1.59 − 2.74 = 21.36.
    expect([pays, off, left]).toEqual([4779, 531, 2136]);
    expect(finding).toMatchObject({ verdict: 'holds', word: 'holds' });
    expect(finding.says.replaceAll('\u00a0', ' ')).toMatch(/leaves .*21\.36.*, 45 % of what is paid\.$/);
  });

  test('what it loses is said to be a loss, what it hardly leaves to be thin', () => {
    const at = (share: number) =>
      voucherLeaves({ price: 5310, cost: 2180, terms }, share, 'EUR').finding.word;
    expect([at(0), at(0.45), at(0.6)]).toEqual(['holds', 'thin', 'a loss']);
  });

  test('takes nothing where nothing is off, and never leaves more for a larger one', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 100_000 }),
        fc.integer({ min: 0, max: 60_000 }),
        fc.integer({ min: 0, max: 99 }),
        (price, cost, percent) => {
          const product = { price, cost, terms };
          expect(voucherLeaves(product, 0, 'EUR').left).toBe(leftOf(price, cost, terms, 0));
          const [less, more] = [percent, percent + 1].map((p) => voucherLeaves(product, p / 100, 'EUR'));
          expect(more!.left).toBeLessThanOrEqual(less!.left + 1);
          expect(less!.pays + less!.off).toBe(price);
        },
      ),
    );
  });
});
