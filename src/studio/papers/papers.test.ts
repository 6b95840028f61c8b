import { recordSupply } from '@/studio/orders/shelfActions';
import { recordPaper } from '@/studio/papers/paperActions';
import {
  acceptedProof,
  emptyStudio,
  furnished,
  order,
  PAPER,
  withPrints,
} from '../../../tests/unit/helpers/house';
import { changeBorder } from '../formats/formatActions';
import { performByName } from '../registry';
import * as routes from '../routes/routeActions';
import { receiveLot, spoilLot } from './lotActions';
import { lotsOnHand } from './lots';
import * as desk from './paperActions';
import {
  jobSheet,
  heldByPaper,
  loadPaperPage,
  orderList,
  orderListCsv,
  orderListDocument,
  papersBeside,
} from './papers';

const NOW = '2026-11-25T10:00:00.000Z';

describe('the desk of a paper', () => {
  test('a sample is liked with a word, and undone; who delivers decides when to order', async () => {
    const studio = await emptyStudio({ now: () => NOW });
    const paperId = (await recordPaper(studio, PAPER)).id!;
    const supplierId = (
      await desk.recordSupplier(studio, {
        id: null,
        name: 'The Mill',
        deliveryDays: 20,
        carriage: '8',
        freeFrom: '100',
        notes: '',
      })
    ).id!;
    const base = { id: paperId, sampleNotes: '', supplierId: null, gasOutHours: 0, storage: '' };
    await expect(desk.keepPaperDesk(studio, { ...base, sample: 'liked' })).rejects.toMatchObject({
      field: 'sampleNotes',
    });
    await expect(
      desk.keepPaperDesk(studio, { ...base, sample: 'asked', supplierId: 'nobody' }),
    ).rejects.toMatchObject({ field: 'supplierId' });
    const done = await desk.keepPaperDesk(studio, {
      ...base,
      sample: 'not liked',
      sampleNotes: 'bleeds',
      supplierId,
      gasOutHours: 48,
    });
    expect((await loadPaperPage(studio, paperId))!.paper).toMatchObject({
      sample: 'not liked',
      gasOutHours: 48,
      supplierId,
    });
    await performByName(studio, done.undo!.act, done.undo!.input);
    expect((await loadPaperPage(studio, paperId))!.paper).toMatchObject({
      sample: 'none',
      gasOutHours: 0,
    });
    await desk.keepPaperDesk(studio, { ...base, sample: 'asked', supplierId });
    const lotId = (
      await receiveLot(studio, {
        paperId,
        name: 'a',
        form: 'sheet',
        size: 'A3',
        amount: '30',
        price: '60',
        receivedOn: '2026-11-01',
      })
    ).id!;
    for (let i = 0; i < 6; i++) await spoilLot(studio, { id: lotId, amount: '2', why: 'x' });
    const [held] = (await loadPaperPage(studio, paperId))!.held;
    // Twelve on one day, all the days there are: twelve a day over twenty days of delivery.
    expect(held!.forecast).toMatchObject({ perDay: 12, reorderOn: '2026-11-25' });
    const lines = await orderList(studio);
    expect(lines).toMatchObject([
      {
        what: expect.stringContaining('Harrow Rag 310'),
        supplier: { name: 'The Mill' },
        why: expect.stringContaining('18 sheets free'),
      },
    ]);
    expect(await orderListCsv(studio)).toContain('The Mill');
    expect((await orderListDocument(studio)).bytes.subarray(0, 5).toString()).toBe('%PDF-');
  });

  test('what open orders want of a paper is promised, less what lies ready', async () => {
    const f = await furnished();
    await changeBorder(f.studio, { id: f.formatId, top: '0', right: '0', bottom: '0', left: '0' });
    await acceptedProof(f);
    const { editionId } = await withPrints(f, 10, 2);
    await receiveLot(f.studio, {
      paperId: f.paperId,
      name: 'a',
      form: 'roll',
      size: '610 mm',
      amount: '10000 mm',
      price: '100',
      receivedOn: '2026-11-01',
    });
    const promised = async () => (await loadPaperPage(f.studio, f.paperId))!.held[0]!.forecast.promised;
    expect(await promised()).toBe(0);
    await order(f, editionId, 2);
    expect(await promised()).toBe(0);
    await order(f, editionId, 3);
    // Three of 100 × 75 mm on 610 mm, a tenth for what is cut away: 3 × 7 500 × 1.1 ÷ 610 = 40.57 mm.
    expect(await promised()).toBe(40_574);
    // All drawers at once say of each what its own page says.
    const { held } = (await loadPaperPage(f.studio, f.paperId))!;
    expect((await heldByPaper(f.studio)).get(f.paperId)).toEqual(held);
  });

  test('discontinued, its running edition and its reference proof are listed', async () => {
    const f = await furnished();
    await acceptedProof(f);
    await withPrints(f, 10, 1);
    const { consequences, passed } = (await loadPaperPage(f.studio, f.paperId))!;
    expect(consequences.map((c) => c.says)).toEqual([
      expect.stringContaining('limited edition of 10'),
      expect.stringContaining('reference proof at 100 × 75 mm'),
    ]);
    expect(passed).toMatchObject([{ title: 'Night Ferry', round: 1 }]);
  });

  test('side by side, a piece is priced by the lot that would be used, else by the list', async () => {
    const studio = await emptyStudio();
    const a = (await recordPaper(studio, PAPER)).id!,
      b = (await recordPaper(studio, { ...PAPER, name: 'Other', pricePerM2: '10' })).id!;
    await receiveLot(studio, {
      paperId: a,
      name: 'dear',
      form: 'roll',
      size: '610 mm',
      amount: '10000 mm',
      price: '183',
      receivedOn: '2026-11-01',
    });
    const [one, two] = await papersBeside(studio, [a, b], { width: 500_000, height: 400_000 });
    // 183.00 for 6.1 m² is 30.00 a square metre; 0.2 m² of it.
    expect([one!.pieceMinor, one!.from, two!.pieceMinor, two!.from]).toEqual([
      600,
      'lot dear',
      200,
      'list price',
    ]);
  });

  test('a job sheet goes out with the work; a mat taken from the shelf is one less, never below none', async () => {
    const f = await furnished();
    const { id } = await routes.sendOut(f.studio, {
      routeId: f.routeId,
      lines: [{ formatId: f.formatId, quantity: 3 }],
      sentOn: '2026-11-20',
      expectedOn: null,
    });
    expect(await jobSheet(f.studio, id!)).toMatchObject({
      name: 'job_2026-11-20_the-back-room.pdf',
    });
    const supply = (
      await recordSupply(f.studio, {
        kind: 'mat',
        name: 'Mat',
        size: '400 x 300 mm',
        window: '280 x 220 mm',
        weight: '160 g',
        onHand: 1,
        reorderAt: 4,
        price: '4.20',
      })
    ).id!;
    const done = await performByName(f.studio, 'useSupply', { id: supply, count: 1, why: 'Night Ferry' });
    expect(done.message).toBe('Mat: 0 left, to be ordered.');
    await expect(
      performByName(f.studio, 'useSupply', { id: supply, count: 1, why: '' }),
    ).rejects.toMatchObject({
      message: expect.stringContaining('0 of Mat are on hand'),
    });
    await performByName(f.studio, done.undo!.act, done.undo!.input);
    await expect(
      recordSupply(f.studio, {
        kind: 'board',
        name: 'Board',
        size: 'A4',
        window: 'A5',
        weight: '50 g',
        onHand: 1,
        reorderAt: 0,
        price: '',
      }),
    ).rejects.toMatchObject({ field: 'window' });
    expect(await lotsOnHand(f.studio.db)).toEqual([]);
  });
});
