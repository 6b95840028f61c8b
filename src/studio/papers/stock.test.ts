import { discontinuePaper } from './paperActions';
import { findRow as rowOf, findRows } from '@/store/rows';
import { recordPaper } from '@/studio/papers/paperActions';
import { performByName } from '../registry';
import { emptyStudio, PAPER } from '../../../tests/unit/helpers/house';
import { lotsOnHand } from './lots';
import type { Studio } from '../studio';
import { countLot, cutLot, receiveLot, spoilLot } from './lotActions';
import fc from 'fast-check';

let studio: Studio, paperId: string;
beforeAll(async () => {
  studio = await emptyStudio();
  paperId = (await recordPaper(studio, PAPER)).id!;
});

const receive = async (amount: number, price: string, size = 'A3+') =>
  (
    await receiveLot(studio, {
      paperId,
      name: `lot ${amount}`,
      form: 'sheet',
      size,
      amount: String(amount),
      price,
      receivedOn: '2026-05-01',
    })
  ).id!;
const on = async (id: string) => (await lotsOnHand(studio.db)).find((l) => l.id === id)!;
const moves = (id: string) => findRows(studio.db, 'stockMoves', { lotId: id });

describe('what is done to a lot', () => {
  test('counted, the difference wants a reason and is a move of its own', async () => {
    const id = await receive(25, '78.00');
    await expect(countLot(studio, { id, counted: '23', why: '' })).rejects.toMatchObject({
      field: 'why',
      expected: expect.stringContaining('2 sheets that are missing'),
    });
    await countLot(studio, { id, counted: '23 sheets', why: 'two creased in the box' });
    // 78.00 ÷ 25 × 2 = 6.24.
    expect((await moves(id)).at(-1)).toMatchObject({ kind: 'corrected', amount: -2, costMinor: -624 });
    expect((await countLot(studio, { id, counted: '23', why: '' })).message).toContain('as it should');
    await expect(countLot(studio, { id, counted: 'many', why: 'x' })).rejects.toMatchObject({
      field: 'counted',
    });
  });
  test('more is never spoiled than is there; what is says how much that is', async () => {
    const id = await receive(3, '10.00');
    await expect(spoilLot(studio, { id, amount: '4', why: 'dropped' })).rejects.toMatchObject({
      message: expect.stringContaining('has 3 sheets'),
    });
    const done = await spoilLot(studio, { id, amount: '2', why: 'head strike' });
    expect((await on(id)).onHand).toBe(1);
    await performByName(studio, done.undo!.act, done.undo!.input);
    expect((await on(id)).onHand).toBe(3);
  });
  test('two A3+ cut into four A5 each, with an offcut: the cost goes with the area, to the cent', async () => {
    const id = await receive(10, '31.20');
    await cutLot(studio, { id, sheets: 2, size: '148 x 210 mm', each: 4, offcut: '60 x 329 mm' });
    const made = (await lotsOnHand(studio.db)).filter((l) => l.name.startsWith('lot 10,'));
    expect(made.map((l) => [l.name, l.onHand])).toEqual([
      ['lot 10, cut', 8],
      ['lot 10, offcuts', 2],
    ]);
    // 6.24 left the lot; 8 × 31 080 mm² and 2 × 19 740 mm² share it.
    expect(made.map((l) => l.priceMinor)).toEqual([538, 86]);
    expect(made.reduce((a, l) => a + l.priceMinor, 0)).toBe(624);
    await expect(
      cutLot(studio, { id, sheets: 1, size: 'A4', each: 5, offcut: '' }),
    ).rejects.toMatchObject({ field: 'each', expected: expect.stringContaining('at most 2') });
    await expect(
      cutLot(studio, { id, sheets: 1, size: '148 x 210 mm', each: 4, offcut: '200 x 329 mm' }),
    ).rejects.toMatchObject({ field: 'offcut' });
    await expect(
      cutLot(studio, { id, sheets: 9, size: 'A4', each: 1, offcut: '' }),
    ).rejects.toMatchObject({ message: expect.stringContaining('has 8 sheets') });
  });
});

describe('whatever happens to a lot', () => {
  const step = fc.oneof(
    fc.record({ do: fc.constant('spoil' as const), n: fc.integer({ min: 0, max: 12 }) }),
    fc.record({ do: fc.constant('count' as const), n: fc.integer({ min: 0, max: 30 }) }),
    fc.record({ do: fc.constant('cut' as const), n: fc.integer({ min: 1, max: 6 }) }),
  );
  const run = (id: string, s: { do: 'spoil' | 'count' | 'cut'; n: number }) =>
    s.do === 'spoil'
      ? spoilLot(studio, { id, amount: String(s.n), why: 'x' })
      : s.do === 'count'
        ? countLot(studio, { id, counted: String(s.n), why: 'x' })
        : cutLot(studio, { id, sheets: s.n, size: 'A5', each: 4, offcut: '' });
  test('on hand is the sum of its moves and never below zero; what left cost what came, down to the last sheet', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 1, max: 25 }),
        fc.integer({ min: 1, max: 20_000 }),
        fc.array(step, { maxLength: 8 }),
        async (sheets, price, steps) => {
          const id = await receive(sheets, (price / 100).toFixed(2));
          for (const s of steps) {
            await run(id, s).catch(() => {});
            const list = await moves(id),
              lot = await on(id);
            expect(list.reduce((a, m) => a + m.amount, 0)).toBe(lot.onHand);
            expect(lot.onHand).toBeGreaterThanOrEqual(0);
            // Nothing that leaves costs less than nothing, and what is left has its share of the price.
            expect(list.every((m) => m.costMinor * m.amount >= 0)).toBe(true);
            expect(list.reduce((a, m) => a + m.costMinor, 0)).toBe(
              Math.round((lot.priceMinor * lot.onHand) / lot.received),
            );
          }
          const left = (await on(id)).onHand;
          if (left) await spoilLot(studio, { id, amount: String(left), why: 'the rest' });
          // Nothing is left, and nothing of its price.
          expect((await moves(id)).reduce((a, m) => a + m.costMinor, 0)).toBe(0);
        },
      ),
      { numRuns: 25 },
    );
  });
  test('two windows at once never take more than there is', async () => {
    const id = await receive(5, '15.00');
    const results = await Promise.allSettled(
      Array.from({ length: 8 }, () => spoilLot(studio, { id, amount: '1', why: 'at once' })),
    );
    expect(results.filter((r) => r.status === 'fulfilled')).toHaveLength(5);
    expect((await on(id)).onHand).toBe(0);
    expect((await moves(id)).reduce((a, m) => a + m.costMinor, 0)).toBe(0);
    expect(await findRows(studio.db, 'lots', { id })).toHaveLength(1);
  });
});

test('a paper that is no longer made stays, marked as such, and may be made again', async () => {
  const done = await discontinuePaper(studio, { id: paperId, discontinued: true });
  expect(done.message).toBe('Harrow Rag 310 is discontinued.');
  expect((await rowOf(studio.db, 'papers', paperId))!.discontinued).toBe(true);
  expect((await discontinuePaper(studio, { id: paperId, discontinued: false })).message).toBe(
    'Harrow Rag 310 is made again.',
  );
  await expect(discontinuePaper(studio, { id: 'none', discontinued: true })).rejects.toMatchObject({
    field: 'id',
  });
});
