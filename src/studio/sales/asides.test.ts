import { setCostRates, forgetMarketPrice, noteMarketPrice } from '../prices/productActions';
import { pricedProducts } from '../prices/products';
import { setPrice } from '../prices/priceActions';
import { placeOrder } from '../orders/orderActions';
import { recordService, recordSupply } from '../orders/shelfActions';
import { benchLinesToday, placeCounts } from '../reports/bench';
import { findRows } from '@/store/rows';
import { SERVICE, SHELF, furnished, order, refused, withPrints } from '../../../tests/unit/helpers/house';
import { forgetAttention, saveAttention } from './attentionActions';
import { payCause, setCauseTerms } from './causeActions';
import { channelsPage } from './channelsPage';
import { saveGoods } from './goodsActions';
import { incomePage } from './incomePage';

const QUESTION = {
  costs: [],
  fixedFees: [],
  shareFees: [],
  carriageCharged: 0,
  margin: 0.5,
  given: 0.05,
};
const RATES = {
  ratePerHour: '30',
  minutes: { trim: 4, sign: 2, inspect: 2, mount: 10, frame: 20, stretch: 30, pack: 6 },
  expectedPrints: 20,
  prepMinutes: 45,
  spoilRate: 0.05,
  minutesPerM2: 20,
  printsPerOrder: 5,
};

/** A clock that is put on by hand. */
function clock(start: string) {
  let at = start;
  return { now: () => at, put: (next: string) => (at = next) };
}

describe('attention', () => {
  test('stands beside the prints sold in its days and changes no figure of sales', async () => {
    const f = await furnished({ withMaster: false, now: () => '2026-11-24T10:00:00.000Z' });
    const { editionId } = await withPrints(f, 6, 4);
    await order(f, editionId, 2);
    const before = await incomePage(f.studio);
    const looks = {
      ...{ id: null, workId: f.workId, place: ' the harbour window ', kind: 'looks' as const },
      ...{ count: 412, from: '2026-11-01', until: '2026-11-24', notes: '' },
    };
    const { id, message } = await saveAttention(f.studio, looks);
    expect(message).toBe('Noted, apart from sales: 412 looks of Night Ferry, the harbour window.');
    const after = await incomePage(f.studio);
    expect(after.attention).toMatchObject([{ id, count: 412, sold: 2, place: 'the harbour window' }]);
    expect({ ...after, attention: [] }).toEqual(before);
    await saveAttention(f.studio, { ...looks, id: id!, count: 430, workId: null });
    expect((await incomePage(f.studio)).attention).toMatchObject([{ count: 430, workId: null }]);
    await forgetAttention(f.studio, { id: id! });
    expect(await incomePage(f.studio)).toEqual(before);
  });

  test.each([
    [{ until: '2026-10-31' }, 'until'],
    [{ until: '2027-01-01' }, 'until'],
    [{ workId: 'nothing' }, 'workId'],
  ])('%j is refused by its field', async (wrong, field) => {
    const f = await furnished({ withMaster: false, now: () => '2026-11-24T10:00:00.000Z' });
    const right = {
      ...{ id: null, workId: null, place: 'a fair', kind: 'questions' as const, count: 3, notes: '' },
      ...{ from: '2026-11-01', until: '2026-11-02' },
    };
    expect(await refused(saveAttention(f.studio, { ...right, ...wrong }))).toMatchObject({ field });
  });
});

describe('a share promised to a cause', () => {
  test('falls due by the span that was agreed, stands on the bench in time, and is gone once it is paid', async () => {
    const time = clock('2026-08-20T10:00:00.000Z');
    const f = await furnished({ withMaster: false, now: time.now });
    await setPrice(f.studio, { formatId: f.formatId, question: QUESTION, price: '50' });
    const { editionId } = await withPrints(f, 9, 6);
    await order(f, editionId, 2);
    const bench = async () =>
      (await benchLinesToday(f.studio)).filter(({ id }) => id.startsWith('cause:'));
    expect((await incomePage(f.studio)).cause).toMatchObject({ terms: null, due: [], promised: 500 });
    await setCauseTerms(f.studio, { terms: { name: 'the lifeboat', every: 'quarter', withinDays: 30 } });
    expect((await incomePage(f.studio)).cause.due).toEqual([
      {
        ...{ from: '2026-07-01', until: '2026-09-30', sum: 500, dueOn: '2026-10-30' },
        ...{ late: -71, isRunning: true },
      },
    ]);
    expect(await bench()).toEqual([]);
    const counted = (await placeCounts(f.studio)).bench;
    time.put('2026-10-25T10:00:00.000Z');
    expect(await bench()).toMatchObject([{ id: 'cause:2026-09-30', when: 'in 5 days' }]);
    expect((await placeCounts(f.studio)).bench).toBe(counted + 1);
    time.put('2026-11-02T10:00:00.000Z');
    expect(await bench()).toMatchObject([{ when: '3 days', whenNote: 'overdue' }]);
    await payCause(f.studio, {
      ...{ cause: 'the lifeboat', sum: 500, until: '2026-09-30', paidOn: null, proof: 'receipt 3' },
    });
    expect(await bench()).toEqual([]);
    expect((await incomePage(f.studio)).cause.due).toEqual([]);
    await setCauseTerms(f.studio, { terms: null });
    expect((await f.studio.settings()).causeTerms).toBeNull();
  });

  test('what was sold years ago and never paid is owed still', async () => {
    const time = clock('2024-02-20T10:00:00.000Z');
    const f = await furnished({ withMaster: false, now: time.now });
    await setPrice(f.studio, { formatId: f.formatId, question: QUESTION, price: '50' });
    const { editionId } = await withPrints(f, 9, 6);
    await order(f, editionId);
    time.put('2026-11-02T10:00:00.000Z');
    await setCauseTerms(f.studio, { terms: { name: 'the lifeboat', every: 'year', withinDays: 60 } });
    const { cause, months } = await incomePage(f.studio);
    expect(months.every(({ income }) => income === 0)).toBe(true);
    expect(cause).toMatchObject({ promised: 250, due: [{ from: '2024-01-01', sum: 250 }] });
  });
});

test('goods are income by month and channel, and no prints', async () => {
  const f = await furnished({ withMaster: false, now: () => '2026-11-24T10:00:00.000Z' });
  const goods = await saveGoods(f.studio, {
    ...{ id: null, name: 'Ferry card', kind: 'card', cost: '0.60', price: '3.50', onHand: 40 },
    ...{ weight: '12 g', thickness: '1 mm', notes: '' },
  });
  await placeOrder(f.studio, {
    ...{ buyerId: f.buyerId, lines: [], carriage: '', message: '', wantsSignature: false, paid: true },
    ...{ orderedOn: null, notes: '', goods: [{ goodsId: goods.id!, quantity: 6, price: '' }] },
  });
  const page = await incomePage(f.studio);
  expect(page.months.at(-1)).toEqual({ month: '2026-11', income: 2_100, left: 1_740, count: 6 });
  expect(page.goods).toBe(6);
  expect(page.by.work).toMatchObject([{ name: 'Ferry card', income: 2_100, left: 1_740 }]);
});

test('what a year says could be done is about what is offered, with what lies ready and what the file holds', async () => {
  const time = clock('2025-01-10T10:00:00.000Z');
  const f = await furnished({ withMaster: false, now: time.now });
  const { editionId } = await withPrints(f, 12, 5);
  time.put('2026-10-20T10:00:00.000Z');
  await order(f, editionId, 3);
  const kinds = async () =>
    (await incomePage(f.studio)).advice.flatMap(({ kind, shown }) =>
      shown.map(({ says }) => `${kind}: ${says}`),
    );
  // Three in twelve months are 0.5 in two: at most one, nine times in ten. Five lie ready, three of them are promised.
  expect(await kinds()).toEqual([]);
  await order(f, editionId, 2);
  // Five in a year are 0.83 in two: at most two, and all that lies there is promised.
  expect(await kinds()).toEqual([
    'reprint: 2 more: 5 ready, 5 promised in open orders; 5 sold in 12 months, so the next 2 months could well ask for 2.',
  ]);
});

describe('carriage in the price', () => {
  test('where nobody carries it is said, not passed over: the cost is not whole', async () => {
    const f = await furnished({ withMaster: false });
    const asked = async () => (await pricedProducts(f.studio, { workIds: [f.workId] }))[0]!.cost;
    await setCostRates(f.studio, { ...RATES, carriageIn: 'Norrholm' });
    expect((await asked()).lacks).toBe('a service that carries it within Norrholm');
    await recordService(f.studio, SERVICE);
    expect((await asked()).lacks).toBeNull();
  });

  test('is a line of its own by the cheapest service, everywhere the cost is asked', async () => {
    const f = await furnished({ withMaster: false });
    for (const supply of SHELF) await recordSupply(f.studio, supply);
    await recordService(f.studio, SERVICE);
    const asked = async () => (await pricedProducts(f.studio, { workIds: [f.workId] }))[0]!.cost;
    await setCostRates(f.studio, RATES);
    const apart = await asked();
    await setCostRates(f.studio, { ...RATES, carriageIn: ' Norrholm ' });
    const within = await asked();
    const line = within.lines.find(({ name }) => name === 'carriage within the price')!;
    expect(line).toMatchObject({ kind: 'part' });
    expect(line.because).toContain('the cheapest within Norrholm');
    expect(within.total - apart.total).toBe(line.amount);
    expect(line.amount).toBeGreaterThan(0);
    const { things } = await channelsPage(f.studio);
    expect(things[0]!.cost).toBe(within.total);
    await setCostRates(f.studio, { ...RATES, carriageIn: '' });
    expect((await asked()).total).toBe(apart.total);
  });
});

test('what others ask is noted by its size as it is typed, and taken away again', async () => {
  const f = await furnished({ withMaster: false });
  const note = { workId: f.workId, says: 'a ferry, unsigned', price: '38', seenOn: null };
  const { id } = await noteMarketPrice(f.studio, { ...note, size: '12 x 8 in' });
  expect(await findRows(f.studio.db, 'marketNotes')).toMatchObject([
    { id, widthUm: 304_800, heightUm: 203_200 },
  ]);
  expect(await refused(noteMarketPrice(f.studio, note))).toMatchObject({ field: 'size' });
  expect(await refused(noteMarketPrice(f.studio, { ...note, size: 'large' }))).toMatchObject({
    field: 'size',
  });
  await forgetMarketPrice(f.studio, { id: id! });
  expect(await findRows(f.studio.db, 'marketNotes')).toEqual([]);
});
