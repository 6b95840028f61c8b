import { ACTIONS } from '../registry';
import { acceptedProof, furnished, order, refused, withPrints } from '../../../tests/unit/helpers/house';
import { loadWorkPage } from '../works/workPage';
import { recordRoute } from '../routes/routeActions';
import { offerProducts, saveLine, setCostRates, showTax } from '../prices/productActions';
import { priceListCsv, priceListDocument, priceListRows } from '../prices/priceList';
import { pricePage } from '../prices/pricePage';
import { pricedProducts } from '../prices/products';
import { rungCosts, shownCosts } from '../prices/shownCosts';
import { packingTable } from '../orders/packingTable';
import { setPrice } from '../prices/priceActions';
import { wholeCost } from '@/core/price/whatIf';
import { ROUTE } from '../../../tests/unit/helpers/house';
import { accountsPage, oneAccount } from './accounts';
import { addEntry, saveAccount } from './accountActions';
import { batchPage, fairFor } from './batchPage';
import { forgetCausePayment, payCause } from './causeActions';
import { saveChannel } from './channelActions';
import { channelsPage, thingsFor } from './channelsPage';
import { incomePage } from './incomePage';

const QUESTION = {
  costs: [],
  fixedFees: [{ name: 'payment', amount: 30 }],
  shareFees: [{ name: 'market', share: 0.095 }],
  carriageCharged: 0,
  margin: 0.5,
  given: 0.02,
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

/** A house with a price of 48.00 on its one plain print. */
async function selling() {
  const f = await furnished();
  await acceptedProof(f);
  await setCostRates(f.studio, RATES);
  await setPrice(f.studio, { formatId: f.formatId, question: QUESTION, price: '48' });
  return f;
}

describe('one product’s cost', () => {
  test('is the same to the cent wherever it is asked', async () => {
    const f = await selling();
    const { studio, workId, formatId } = f;
    const { editionId } = await withPrints(f, 5, 3);
    const orderId = await order(f, editionId);
    const whole = (await loadWorkPage(studio, workId))!;
    const [product] = await pricedProducts(studio, { workIds: [workId] });
    const asked = product!.cost.total;
    const cell = (await pricePage(studio, whole)).cells.find((c) => c.productId === product!.product.id)!;
    const listed = await priceListRows(studio);
    const short = listed.works[0]!.products[0]!.cost;
    const ladder = await rungCosts(studio, whole, whole.rungs, () => whole.formats[0]);
    const at = { paperFactor: 1, paperId: null, feePoints: 0, keeps: 'prices' as const };
    const table = (await packingTable(studio, orderId))!;
    const channels = await channelsPage(studio);
    const everywhere = {
      price: cell.cost.total,
      listed: wholeCost(short, { ...at, ratePerHour: listed.ratePerHour }),
      routes: (await shownCosts(studio, [formatId]))[0]!.total,
      ladder: ladder[whole.rungs[0]!.key]![f.routeId]!.total,
      order: table.costs.find((cost) => cost.productId === product!.product.id)!.total,
      channels: channels.things[0]!.cost,
    };
    expect(everywhere).toEqual({
      price: asked,
      listed: asked,
      routes: asked,
      ladder: asked,
      order: asked,
      channels: asked,
    });
  });

  test('what a person added to it counts in the list, the channels and the batch alike', async () => {
    const f = await selling();
    const before = await priceListRows(f.studio);
    const [channel] = (await channelsPage(f.studio)).things;
    const { open } = await batchPage(f.studio, undefined);
    const costs = [{ name: 'ribbon', amount: 75, own: true }];
    await setPrice(f.studio, { formatId: f.formatId, question: { ...QUESTION, costs }, price: '48' });
    const after = await priceListRows(f.studio);
    const rest = (rows: typeof before) => rows.works[0]!.products[0]!.cost.rest;
    expect(rest(after) - rest(before)).toBe(75);
    expect((await channelsPage(f.studio)).things[0]!.cost - channel!.cost).toBe(75);
    expect(open!.net - (await batchPage(f.studio, undefined)).open!.net).toBe(75);
  });

  test('its working lists every line, and they add up', async () => {
    const f = await selling();
    const [shown] = await shownCosts(f.studio, [f.formatId]);
    const sums = shown!.working.steps.map((step) => Math.round(Number(step.result) * 100));
    expect(sums.slice(0, -1).reduce((a, b) => a + b, 0)).toBe(sums.at(-1));
    expect(sums.at(-1)).toBe(shown!.total);
    expect(await shownCosts(f.studio, [])).toEqual([]);
  });
});

describe('the price station and the list', () => {
  test('what is not made yet stands there with its cost; what the file cannot carry says so', async () => {
    const f = await selling();
    const line = (
      await saveLine(f.studio, {
        id: null,
        name: 'Satin',
        routeId: null,
        paperId: null,
        signing: 'certificate only',
        finePrint: false,
        goesIn: [],
        notes: '',
      })
    ).id!;
    const page = await pricePage(f.studio, (await loadWorkPage(f.studio, f.workId))!);
    const satin = page.cells.find((cell) => cell.lineId === line)!;
    expect(satin).toMatchObject({ state: 'not made', productId: null, price: null, sold: 0 });
    expect(satin.cost.lines.some((each) => each.name === 'time to sign')).toBe(false);
    expect(page.columns.map((column) => [column.lineName, column.finish])).toEqual([
      ['Prints', 'loose'],
      ['Satin', 'loose'],
    ]);
  });

  test('the published list holds what has a price, as CSV and as PDF', async () => {
    const f = await selling();
    const csv = await priceListCsv(f.studio);
    expect(csv.split('\r\n')[1] ?? csv.split('\n')[1]).toMatch(
      /^Night Ferry,100 × 75 mm,Prints,loose,Harrow Rag 310,48\.00,\d{4}-\d\d-\d\d$/,
    );
    const { name, bytes } = await priceListDocument(f.studio);
    expect(name).toMatch(/^prices_\d{4}-\d\d-\d\d\.pdf$/);
    expect(bytes.subarray(0, 5).toString()).toBe('%PDF-');
  });
});

describe('how many to make', () => {
  test('a lab’s breaks make a batch cheaper; what was paid once and what wraps it stay out', async () => {
    const f = await selling();
    const lab = (
      await recordRoute(f.studio, {
        ...ROUTE,
        name: 'Mole Lab',
        kind: 'lab',
        pricePerM2: '400',
        minimum: '9',
      })
    ).id!;
    const line = (
      await saveLine(f.studio, {
        id: null,
        name: 'Lab print',
        routeId: lab,
        paperId: null,
        signing: 'certificate only',
        finePrint: false,
        goesIn: [],
        notes: '',
      })
    ).id!;
    await offerProducts(f.studio, {
      workId: f.workId,
      formatIds: [f.formatId],
      lineIds: [line],
      finishes: ['loose'],
      inEdition: true,
    });
    await setPrice(f.studio, { formatId: f.formatId, lineId: line, question: QUESTION, price: '40' });
    const all = await batchPage(f.studio, undefined);
    const id = all.things.find((thing) => thing.name.includes('Lab print'))!.id;
    const { open } = await batchPage(f.studio, id);
    // A sheet of 150 × 125 mm at 400.00 a m² is 7.50; an order is 9.00 at the least.
    // One alone: 9.00, spoiled 0.47, trimming 2.00, inspecting 1.00: 12.47. Of two: 7.50, 0.39 and 3.00 each.
    expect([open!.costs[0], open!.costs[1]]).toEqual([1_247, 2_178]);
    // 40.00 − 0.30 − 3.80 − 0.80 given − packing 3.00.
    expect(open!.net).toBe(3_210);
  });

  test('nothing has a price: nothing is open', async () => {
    const f = await furnished();
    await ACTIONS.get('removePrice')!(f.studio, { formatId: f.formatId } as never);
    const page = await batchPage(f.studio, 'nothing');
    expect([page.open, page.things, page.means]).toEqual([
      null,
      [],
      { count: 0, sold: 0, material: null, leaves: null },
    ]);
    expect(await fairFor(f.studio, 30_000, 3_000_000)).toMatchObject({ take: [], left: [], moreLeft: 0 });
  });
});

describe('looking back', () => {
  test('what sold stands by month, work and product with what it left; what was cancelled does not', async () => {
    const f = await selling();
    const { studio } = f;
    const { editionId } = await withPrints(f, 6, 4);
    const kept = await order(f, editionId);
    const cancelled = await order(f, editionId);
    await ACTIONS.get('cancelOrder')!(studio, { id: cancelled, note: 'changed their mind' } as never);
    const page = await incomePage(studio);
    const table = (await packingTable(studio, kept))!;
    const income = table.lines.reduce((sum, each) => sum + each.line.quantity * each.line.priceMinor, 0);
    expect(page.months.at(-1)).toMatchObject({ income });
    expect(page.by.work).toMatchObject([{ name: 'Night Ferry', income }]);
    const count = page.by.product[0]!.count;
    const cost = table.costs[0]!.total;
    // Each sale leaves its price less costs, 0.30, 9.5 % and 2 %.
    const each = table.lines[0]!.line.priceMinor;
    const left = each - cost - 30 - Math.round(each * 0.095) - Math.round(each * 0.02);
    expect(Math.abs(page.by.product[0]!.left - count * left)).toBeLessThanOrEqual(count);
    expect(page.cause.promised).toBe(count * Math.round(each * 0.02));
    expect(page.by.channel).toMatchObject([{ name: 'not said', income }]);
    expect(page.weeks).toHaveLength(13);
  });

  test('what is promised to a cause is due until it is paid, with its proof; twice for the same days is refused', async () => {
    const f = await selling();
    const { editionId } = await withPrints(f, 6, 4);
    await order(f, editionId);
    const { promised, today } = (await incomePage(f.studio)).cause;
    expect(promised).toBeGreaterThan(0);
    const paid = { cause: 'sea rescue', sum: promised, until: today, paidOn: null, proof: 'receipt 14' };
    const { id } = await payCause(f.studio, paid);
    expect((await incomePage(f.studio)).cause).toMatchObject({
      promised: 0,
      since: today,
      payments: [{ cause: 'sea rescue', sum: promised, proof: 'receipt 14' }],
    });
    expect((await refused(payCause(f.studio, paid))).field).toBe('until');
    expect((await refused(payCause(f.studio, { ...paid, until: '2099-01-01' }))).field).toBe('until');
    await forgetCausePayment(f.studio, { id: id! });
    expect((await incomePage(f.studio)).cause.promised).toBe(promised);
  });

  test('tax is shown on papers beside sums that are kept without it', async () => {
    const f = await selling();
    const lines = async () => (await priceListDocument(f.studio)).bytes.length;
    const before = await lines();
    expect((await showTax(f.studio, { share: 0.21 })).message).toContain('tax at 21 %');
    expect(await lines()).not.toBe(before);
    expect((await priceListCsv(f.studio)).includes('58.08')).toBe(false);
    expect((await f.studio.settings()).taxShown).toBe(0.21);
  });

  test('what is held against channels is found by its name, the best sold first', async () => {
    const f = await selling();
    const [thing] = await thingsFor(f.studio, 'ferry');
    expect(thing).toMatchObject({ price: 4_800, name: expect.stringContaining('Night Ferry') });
    expect((await channelsPage(f.studio)).things).toEqual([thing]);
    expect(await thingsFor(f.studio, 'heron')).toEqual([]);
  });

  test('a channel whose rules were read long ago says so', async () => {
    const f = await selling();
    const channel = {
      id: null,
      kind: 'marketplace' as const,
      shareFees: [],
      fixedFees: [],
      shareOfRetail: 0,
      taxOnFees: 0,
      monthly: '',
      perListing: '',
      listings: 0,
      partner: null,
      stall: null,
      notes: '',
    };
    await saveChannel(f.studio, { ...channel, name: 'old', readOn: '2024-01-01' });
    await saveChannel(f.studio, { ...channel, name: 'site', kind: 'own site', readOn: null });
    const page = await channelsPage(f.studio);
    expect(page.channels.map((each) => [each.name, each.isOld])).toEqual([
      ['site', false],
      ['old', true],
    ]);
  });

  test('accounts, the open ones first, each with what it comes to', async () => {
    const f = await selling();
    const open = (name: string) =>
      saveAccount(f.studio, { id: null, name, workId: null, client: '', agreed: '100', notes: '' });
    const first = (await open('first')).id!;
    await open('second');
    await addEntry(f.studio, {
      accountId: first,
      kind: 'hours',
      says: 'driving',
      who: '',
      sum: '',
      minutes: 30,
      on: null,
    });
    await ACTIONS.get('closeAccount')!(f.studio, { id: first, closed: true } as never);
    const { accounts } = await accountsPage(f.studio);
    expect(accounts.map((each) => each.row.name)).toEqual(['second', 'first']);
    // Half an hour at 30.00.
    expect((await oneAccount(f.studio, first))!.account).toMatchObject({ total: 1_500, left: 8_500 });
    expect(await oneAccount(f.studio, 'nothing')).toBeNull();
  });
});
