import { furnished, order, withPrints } from '../../../tests/unit/helpers/house';
import { handleImpressions } from '../editions/impressionActions';
import { placeOrder } from '../orders/orderActions';
import { lookBack } from './lookBack';

jest.setTimeout(60_000);

const NOW = '2026-11-20T10:00:00.000Z';

describe('looking back on a year', () => {
  test('what was sold, printed, spoiled and promised, by what it was made with', async () => {
    const f = await furnished({ withMaster: false, now: () => NOW });
    const { editionId, ids } = await withPrints(f, 10, 4);
    await handleImpressions(f.studio, {
      editionId,
      impressionIds: [ids[3]!],
      act: 'spoiled',
      note: 'a scratch',
    });
    await order(f, editionId);
    await placeOrder(f.studio, {
      ...{ buyerId: f.buyerId, carriage: '', message: '', wantsSignature: false, paid: true, notes: '' },
      orderedOn: '2026-10-01',
      lines: [{ editionId, formatId: f.formatId, quantity: 2, price: '60' }],
    });
    const back = await lookBack(f.studio, '2026');
    expect(back.totals).toMatchObject({
      count: 3,
      income: 5_310 + 2 * 6_000,
      printed: 4,
      spoiled: 1,
      sent: 0,
    });
    expect(back.spoiled.paper).toMatchObject([{ of: 4, bad: 1, share: 0.25 }]);
    // Ordered in October, promised for October, and still here.
    expect(back.promises).toMatchObject({ of: 1, kept: 0 });
    expect(back.promises.late[0]!.days).toBeGreaterThan(30);
    expect(back.months).toHaveLength(11);
    expect(back.months.find(({ month }) => month === '2026-10')).toMatchObject({
      count: 2,
      income: 12_000,
    });
    expect(back.works[0]).toMatchObject({ count: 3, income: 17_310 });
    const answer = (question: string) => back.answers.find((each) => each.question === question)!.answer;
    expect(answer('What sold most?')).toMatch(/: 3 for 173\.10/);
    expect(answer('Which paper spoils most?')).toMatch(/^Too few to say: 1 of 4 printed/);
    expect(answer('Which sizes never sold?')).toBe('None: each was asked for.');
  });

  test('another year is empty and says so; one that was none is the present one', async () => {
    const f = await furnished({ withMaster: false, now: () => NOW });
    const { editionId } = await withPrints(f, 5, 0);
    await placeOrder(f.studio, {
      ...{ buyerId: f.buyerId, carriage: '', message: '', wantsSignature: false, paid: true, notes: '' },
      orderedOn: '2025-03-01',
      lines: [{ editionId, formatId: f.formatId, quantity: 1, price: '' }],
    });
    const now = await lookBack(f.studio, 'no year');
    expect(now).toMatchObject({ year: '2026', isWhole: false, totals: { count: 0 } });
    expect(now.years).toEqual(['2026', '2025']);
    expect(now.answers.find((a) => a.question === 'Which sizes never sold?')!.answer).toMatch(/^1: /);
    const before = await lookBack(f.studio, '2025');
    expect(before).toMatchObject({ isWhole: true, totals: { count: 1 } });
    expect(before.months.map(({ month }) => month)).toEqual(
      Array.from({ length: 12 }, (_, i) => `2025-${String(i + 1).padStart(2, '0')}`),
    );
  });
});
