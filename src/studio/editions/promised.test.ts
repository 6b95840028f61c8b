import { findRow, findRows } from '@/store/rows';
import { freeOf } from '@/store/soundness';
import { recordRoute } from '@/studio/routes/routeActions';
import { setPrice } from '@/studio/prices/priceActions';
import { offerProducts, saveLine } from '@/studio/prices/productActions';
import {
  BUYER,
  furnished,
  numbersOf,
  order,
  PAPER,
  refused,
  ROUTE,
  withPrints,
  type Furnished,
} from '../../../tests/unit/helpers/house';
import { checkStudio } from '../care/studioCheck';
import { offerFormat } from '../formats/formatActions';
import { buyersFor, offersFor } from '../orders/catalogue';
import { readPaste } from '../orders/readList';
import { cancelOrder, pickOrder, placeOrder, recordBuyer } from '../orders/orderActions';
import { cartPrices } from '../orders/tiers';
import { listingOf } from '../prices/listing';
import { consignmentNote } from '../reports/editionDocuments';
import { consignPrints, settleConsignment } from './consignmentActions';
import { loadWorkPage } from '../works/workPage';
import { closeEdition, openEdition } from './editionActions';
import { impressionPage } from './editions';
import { editionAlerts, figuresOf } from './figures';
import { handleImpressions, printImpressions } from './impressionActions';
import { overpromised } from './promised';
import { recordPaper } from '../papers/paperActions';
import { benchLinesToday } from '../reports/bench';
import { changeSettings } from '../settings/settingActions';
import { forgetKeeper, noteKeeper } from './keeperActions';
import { openingQuestions } from './opening';
import { bringOver, readNotebook } from './paperActions';
import { endReservation, holdBack, reserveNumbers } from './reservationActions';
import { textOfPdf } from '../../../tests/unit/helpers/pdf';

const TODAY = '2026-11-24T10:00:00.000Z';
const house = (now = TODAY) => furnished({ withMaster: false, now: () => now });
const free = async (f: Furnished, editionId: string) =>
  freeOf(f.studio.db, editionId, await f.studio.today());
const hold = (f: Furnished, editionId: string, more: object = {}) =>
  reserveNumbers(f.studio, {
    editionId,
    impressionId: null,
    quantity: 1,
    forWhom: 'Oda Brennick',
    untilOn: '2026-12-01',
    note: '',
    ...more,
  });
const orderOf = (f: Furnished, editionId: string, more: object = {}) =>
  placeOrder(f.studio, {
    buyerId: f.buyerId,
    carriage: '',
    message: '',
    wantsSignature: false,
    paid: true,
    orderedOn: null,
    notes: '',
    lines: [{ editionId, formatId: f.formatId, quantity: 1, price: '', ...more }],
  });
const opening = (f: Furnished, more: object = {}) => ({
  workId: f.workId,
  kind: 'limited' as const,
  size: 10,
  proofs: { AP: 0, PP: 0, HC: 0 },
  run: 'all sizes' as const,
  formatId: null,
  signing: 'front' as const,
  ...more,
});

describe('how many are free: one answer, wherever it is asked', () => {
  test('what is never printed of a closed run is not for sale, at an order or anywhere else', async () => {
    const f = await house();
    const { editionId } = await withPrints(f, 5, 2);
    await closeEdition(f.studio, { id: editionId, reason: 'enough' });
    expect(await free(f, editionId)).toBe(2);
    expect(await refused(orderOf(f, editionId, { quantity: 3 }))).toMatchObject({
      field: 'lines[0].quantity',
      message: expect.stringContaining('at most 2'),
    });
    await orderOf(f, editionId, { quantity: 2 });
    expect(await free(f, editionId)).toBe(0);
    const figures = await figuresOf(f.studio, await findRows(f.studio.db, 'editions'), new Map());
    expect(figures.get(editionId)).toMatchObject({ free: 0, promised: 2 });
  });

  test('a destroyed number counts where it is made again, and not where it is retired', async () => {
    for (const [remake, left] of [
      ['remake', 3],
      ['retire', 2],
    ] as const) {
      const f = await house();
      const { editionId, ids } = await (async () => {
        const { id } = await openEdition(f.studio, opening(f, { size: 3, remake }));
        return { editionId: id!, ids: (await numbersOf(f.studio, id!)).map((i) => i.id) };
      })();
      const { printImpressions } = await import('./impressionActions');
      await printImpressions(f.studio, {
        editionId,
        impressionIds: [ids[0]!],
        count: null,
        formatId: f.formatId,
        paperId: f.paperId,
        reason: 'test',
      });
      await handleImpressions(f.studio, {
        editionId,
        impressionIds: [ids[0]!],
        act: 'destroyed',
        note: 'torn',
      });
      expect(await free(f, editionId)).toBe(left);
    }
  });

  test('orders, reservations and what is kept back all hold numbers; the listing says the same', async () => {
    const f = await house();
    const { editionId } = await withPrints(f, 6, 2);
    await order(f, editionId);
    await hold(f, editionId, { quantity: 2 });
    const numbers = await numbersOf(f.studio, editionId);
    await holdBack(f.studio, { impressionId: numbers[5]!.id, why: 'the last one' });
    expect(await free(f, editionId)).toBe(2);
    const listing = await listingOf(f.studio, (await loadWorkPage(f.studio, f.workId))!);
    expect(JSON.stringify(listing.paragraphs)).toContain('2 ');
    expect(await refused(hold(f, editionId, { quantity: 3 }))).toMatchObject({ field: 'quantity' });
    expect(await refused(orderOf(f, editionId, { quantity: 3 }))).toMatchObject({
      message: expect.stringContaining('at most 2'),
    });
    expect((await checkStudio(f.studio)).faults).toEqual([]);
  });
});

describe('reservations', () => {
  test('hold their number through their last day, and nothing after it', async () => {
    let now = TODAY;
    const f = await furnished({ withMaster: false, now: () => now });
    const { editionId, ids } = await withPrints(f, 3, 3);
    await hold(f, editionId, { impressionId: ids[0]! });
    expect(await free(f, editionId)).toBe(2);
    const one = await orderOf(f, editionId);
    expect((await pickOrder(f.studio, { id: one.id! })).numbers).toEqual(['2/3']);
    now = '2026-12-01T20:00:00.000Z';
    expect(await free(f, editionId)).toBe(1);
    now = '2026-12-02T09:00:00.000Z';
    expect(await free(f, editionId)).toBe(2);
    const two = await orderOf(f, editionId);
    expect((await pickOrder(f.studio, { id: two.id! })).numbers).toEqual(['1/3']);
  });

  test('a number is held for one person only, and for nobody once it is gone', async () => {
    const f = await house();
    const { editionId, ids } = await withPrints(f, 3, 3);
    await hold(f, editionId, { impressionId: ids[0]! });
    expect((await refused(hold(f, editionId, { impressionId: ids[0]! }))).message).toMatch(/spoken for/);
    await handleImpressions(f.studio, { editionId, impressionIds: [ids[1]!], act: 'gifted', note: 'x' });
    expect((await refused(hold(f, editionId, { impressionId: ids[1]! }))).message).toMatch(/is given/);
    expect(await refused(hold(f, editionId, { untilOn: '2026-11-23' }))).toMatchObject({
      field: 'untilOn',
    });
  });

  test('become an order with their number; let go, it is free again', async () => {
    const f = await house();
    const { editionId, ids } = await withPrints(f, 4, 4);
    const { id: first } = await hold(f, editionId, { impressionId: ids[2]! });
    const { id: second } = await hold(f, editionId, { quantity: 2 });
    expect(await free(f, editionId)).toBe(1);
    const placed = await orderOf(f, editionId, { reservationId: first });
    expect(await free(f, editionId)).toBe(1);
    expect((await pickOrder(f.studio, { id: placed.id! })).numbers).toEqual(['3/4']);
    await endReservation(f.studio, { id: second! });
    expect(await free(f, editionId)).toBe(3);
    expect((await refused(endReservation(f.studio, { id: second! }))).message).toMatch(/has ended/);
    const names = JSON.stringify(await findRows(f.studio.db, 'register'));
    expect(names).not.toContain('Brennick');
  });
});

test('what is promised is not given away, kept or sent to a shop; what is free is', async () => {
  const f = await house();
  const { editionId, ids } = await withPrints(f, 4, 4);
  await orderOf(f, editionId, { quantity: 2 });
  await hold(f, editionId, { impressionId: ids[3]! });
  const give = (n: number, act: 'kept' | 'gifted') =>
    handleImpressions(f.studio, { editionId, impressionIds: [ids[n]!], act, note: 'a friend' });
  expect((await refused(give(3, 'kept'))).message).toMatch(/^4\/4 is reserved/);
  await give(0, 'gifted');
  expect((await refused(give(1, 'gifted'))).message).toMatch(/^0 of this run are free/);
  const toShop = consignPrints(f.studio, {
    buyerId: f.buyerId,
    channelId: null,
    sinceOn: '2026-11-01',
    dueOn: '2026-12-01',
    theirShare: 0.4,
    bearsDamage: 'the shop',
    notes: '',
    items: [{ impressionId: ids[1]!, price: '95' }],
  });
  expect((await refused(toShop)).message).toMatch(/^0 of this run are free/);
  expect((await checkStudio(f.studio)).faults).toEqual([]);
});

describe('numbers a buyer chooses, and tiers', () => {
  test('the chosen number is picked for its buyer and for nobody else', async () => {
    const f = await house();
    const { editionId, ids } = await withPrints(f, 4, 4);
    const chosen = await orderOf(f, editionId, { numbers: [ids[0]!] });
    const other = await orderOf(f, editionId);
    expect((await pickOrder(f.studio, { id: other.id! })).numbers).toEqual(['2/4']);
    expect((await pickOrder(f.studio, { id: chosen.id! })).numbers).toEqual(['1/4']);
    expect(await refused(orderOf(f, editionId, { numbers: [ids[1]!] }))).toMatchObject({
      field: 'lines[0].numbers',
    });
  });

  test('a chosen number that is not ready is said, and nothing else is taken for it', async () => {
    const f = await house();
    const { editionId } = await withPrints(f, 4, 2);
    const numbers = await numbersOf(f.studio, editionId);
    const placed = await orderOf(f, editionId, { numbers: [numbers[3]!.id] });
    expect((await refused(pickOrder(f.studio, { id: placed.id! }))).message).toMatch(
      /^4\/4 was asked for and is to print/,
    );
  });

  test('an order over two tiers has two prices; those promised before it come first', async () => {
    const f = await house();
    const { id: editionId } = await openEdition(f.studio, opening(f, { tiers: '4 50 %' }));
    await orderOf(f, editionId!, { quantity: 2 });
    const second = await orderOf(f, editionId!, { quantity: 3 });
    const lines = await findRows(f.studio.db, 'orderLines', { orderId: second.id! });
    // Number 3 at 53.10, numbers 4 and 5 at 79.65, to the whole unit 80.00.
    expect(lines.map((l) => [l.quantity, l.priceMinor]).sort()).toEqual([
      [1, 5_310],
      [2, 8_000],
    ]);
    await cancelOrder(f.studio, { id: second.id!, note: '' });
    const figures = await figuresOf(f.studio, await findRows(f.studio.db, 'editions'), new Map());
    // Free are 3 to 10: one at 53.10, seven at 80.
    expect(figures.get(editionId!)).toMatchObject({
      next: { number: 3, priceMinor: 5_310 },
      tier: { from: 4, in: 1, priceMinor: 8_000 },
      leftMinor: 5_310 + 7 * 8_000,
      incomeMinor: 2 * 5_310,
    });
  });
});

describe('a sheet that is gone after its number was sold', () => {
  test('is a fact: the run then owes more than it has, and says so at once, on the bench and with the runs', async () => {
    const f = await house();
    const { id: editionId } = await openEdition(f.studio, opening(f, { size: 2, remake: 'retire' }));
    const ids = (await numbersOf(f.studio, editionId!)).map((i) => i.id);
    await printImpressions(f.studio, {
      ...{ editionId: editionId!, impressionIds: ids, count: null, formatId: f.formatId },
      ...{ paperId: f.paperId, reason: 'no proof in this test' },
    });
    const placed = await orderOf(f, editionId!, { quantity: 2 });
    const { number } = (await findRow(f.studio.db, 'orders', placed.id!))!;
    const gone = await handleImpressions(f.studio, {
      ...{ editionId: editionId!, impressionIds: [ids[1]!], act: 'destroyed', note: 'torn through' },
    });
    const says = `Night Ferry: 1 more is promised than the run can still give. Open orders ${number} wait for it: offer another print or the money back, before it is due.`;
    expect(gone.message).toBe(`2/2: destroyed. ${says}`);
    expect((await benchLinesToday(f.studio)).find(({ id }) => id === `owed:${editionId}`)).toMatchObject({
      reason: says,
    });
    const editions = await findRows(f.studio.db, 'editions');
    const alerts = await editionAlerts(
      f.studio,
      editions.map((edition) => ({ edition, title: 'Night Ferry' })),
    );
    expect(alerts[0]).toMatchObject({ verdict: 'fails', word: 'promised too many', says });
    await cancelOrder(f.studio, { id: placed.id!, note: 'they took the money back' });
    expect(await overpromised(f.studio.db, await f.studio.today())).toEqual([]);
  });
});

describe('what a run is made as, where that is declared', () => {
  test('nothing else is numbered in it by accident: the reason of who does it all the same is kept', async () => {
    const f = await house();
    const line = (await findRows(f.studio.db, 'printLines'))[0]!;
    await saveLine(f.studio, {
      ...{ id: line.id, name: line.name, routeId: f.routeId, paperId: f.paperId, signing: 'front' },
      ...{ finePrint: true, goesIn: [], notes: '' },
    });
    const { id: editionId } = await openEdition(f.studio, opening(f, { saysMade: true }));
    const edition = (await findRow(f.studio.db, 'editions', editionId!))!;
    const [paper, route, format] = await Promise.all([
      findRow(f.studio.db, 'papers', f.paperId),
      findRow(f.studio.db, 'routes', f.routeId),
      findRow(f.studio.db, 'formats', f.formatId),
    ]);
    expect(edition.covers).toContain(
      `for all of this together; made at ${format!.name}, on ${paper!.name}, by ${route!.process}`,
    );
    const other = (await recordPaper(f.studio, { ...PAPER, name: 'Pell Satin' })).id!;
    const [first] = await numbersOf(f.studio, editionId!);
    const print = (more: object) =>
      printImpressions(f.studio, {
        ...{ editionId: editionId!, impressionIds: [first!.id], count: null, formatId: f.formatId },
        ...{ paperId: other, reason: '', ...more },
      });
    const says = `The run was declared on ${paper!.name}, and Pell Satin is not it.`;
    expect(await refused(print({}))).toMatchObject({
      overridable: true,
      message: expect.stringContaining(says),
    });
    await print({ reason: 'the last sheet of it, agreed with the buyer' });
    const lines = await findRows(f.studio.db, 'register', { impressionId: first!.id, act: 'printed' });
    expect(lines.at(-1)!.body).toMatchObject({
      because: expect.stringContaining(says),
      override: 'the last sheet of it, agreed with the buyer',
    });
    // A size that came later is not of it either.
    const later = (await offerFormat(f.studio, { workId: f.workId, size: '80 x 60 mm', family: 'own' }))
      .id!;
    const again = (await numbersOf(f.studio, editionId!))[1]!.id;
    expect(
      (await refused(print({ impressionIds: [again], formatId: later, paperId: f.paperId }))).message,
    ).toContain(`The run was declared at ${format!.name}`);
  });

  test('what stands outside the run is not named, and where nothing is said numbers follow the studio’s way', async () => {
    const f = await house();
    await changeSettings(f.studio, {
      ...{ name: 'x', artist: 'x', address: '', unit: 'mm', currency: 'EUR', timeZone: 'UTC' },
      ...{ school: { kind: 'distance' }, families: ['squares'], handlingDays: 3, workdays: [1] },
      ...{ holidays: '', remake: 'retire', border: '20 mm' },
      runSchool: { numbers: 'buyer chooses', signing: 'back' },
    });
    const { offered } = await openingQuestions(f.studio, f.workId);
    expect(offered).toMatchObject([{ formatId: f.formatId, finish: 'loose' }]);
    const line = (await findRows(f.studio.db, 'printLines'))[0]!;
    const outside = { kind: 'line' as const, id: line.id, name: line.name, place: 'outside it' as const };
    const { id } = await openEdition(f.studio, opening(f, { saysMade: true, placed: [outside] }));
    const { terms, remake } = (await findRow(f.studio.db, 'editions', id!))!;
    expect(terms).toMatchObject({ numbers: 'buyer chooses', made: { sizes: [], papers: [] } });
    expect(remake).toBe('retire');
  });
});

describe('what a cart would be taken for', () => {
  test('is what the order then says, line by line, tiers and lines before it counted', async () => {
    const f = await house();
    const { id: editionId } = await openEdition(f.studio, opening(f, { tiers: '4 50 %, 7 80 %' }));
    await orderOf(f, editionId!, { quantity: 1 });
    const line = (quantity: number) => ({ editionId: editionId!, formatId: f.formatId, quantity });
    // Number 1 is promised: two at 53.10 (2, 3), three at 80 (4 to 6), then 7 on at 96.
    const cart = [line(3), line(3)];
    const prices = await cartPrices(f.studio, { lines: cart });
    expect(prices).toEqual([
      [
        { priceMinor: 5_310, quantity: 2 },
        { priceMinor: 8_000, quantity: 1 },
      ],
      [
        { priceMinor: 8_000, quantity: 2 },
        { priceMinor: 9_600, quantity: 1 },
      ],
    ]);
    const placed = await placeOrder(f.studio, {
      ...{ buyerId: f.buyerId, carriage: '', message: '', wantsSignature: false, paid: true },
      ...{ orderedOn: null, notes: '', lines: cart.map((each) => ({ ...each, price: '' })) },
    });
    const lines = await findRows(f.studio.db, 'orderLines', { orderId: placed.id! });
    const sum = (list: readonly { priceMinor: number; quantity: number }[]) =>
      list.reduce((all, each) => all + each.priceMinor * each.quantity, 0);
    expect(sum(lines)).toBe(prices.reduce((all, each) => all + sum(each!), 0));
  });

  test('what can be sold is found by words in any order, twenty at a time, and buyers by name and country', async () => {
    const f = await house();
    const { id: editionId } = await openEdition(f.studio, opening(f, {}));
    for (let i = 0; i < 25; i++)
      await offerFormat(f.studio, { workId: f.workId, size: `${80 + i} x 60 mm`, family: 'own' });
    expect(await offersFor(f.studio, '')).toHaveLength(20);
    const found = await offersFor(f.studio, '100 ferry 75');
    expect(found).toMatchObject([{ editionId, formatId: f.formatId, title: 'Night Ferry' }]);
    expect(await offersFor(f.studio, 'ferry heron')).toEqual([]);
    await recordBuyer(f.studio, { ...BUYER, name: 'Åse Brønn', country: 'Estmark' });
    expect(await buyersFor(f.studio, 'estmark ase')).toMatchObject([{ name: 'Åse Brønn' }]);
    expect((await buyersFor(f.studio, '')).length).toBe(2);
    const pasted = await readPaste(
      f.studio,
      `Ida\nRow 1\nEstmark\n\n2 x ${found[0]!.title} ${found[0]!.formatName}`,
    );
    expect(pasted.offers).toMatchObject([{ editionId, formatId: f.formatId }]);
  });

  test('a size that has no price has none here; what is no cart is refused by its field', async () => {
    const f = await house();
    const { id: editionId } = await openEdition(f.studio, opening(f, {}));
    const other = (await offerFormat(f.studio, { workId: f.workId, size: '80 x 60 mm', family: 'own' }))
      .id!;
    const lines = [
      { editionId: editionId!, formatId: other, quantity: 1 },
      { editionId: 'none', formatId: f.formatId, quantity: 1 },
    ];
    expect(await cartPrices(f.studio, { lines })).toEqual([null, null]);
    const wrong = { lines: [{ editionId: editionId!, formatId: f.formatId, quantity: 0 }] };
    expect((await refused(cartPrices(f.studio, wrong))).field).toBe('lines[0].quantity');
  });
});

describe('what was declared', () => {
  test('is kept: outside the run is not numbered in it, and what is not made is not offered', async () => {
    const f = await house();
    const line = {
      id: null,
      routeId: null,
      paperId: null,
      signing: 'front' as const,
      finePrint: true,
      goesIn: [],
      notes: '',
    };
    const satin = (await saveLine(f.studio, { ...line, name: 'Satin' })).id!;
    const cotton = (await saveLine(f.studio, { ...line, name: 'Cotton' })).id!;
    await openEdition(
      f.studio,
      opening(f, {
        placed: [
          { kind: 'line', id: satin, name: 'Satin', place: 'outside it' },
          { kind: 'finish', id: 'framed', name: 'framed', place: 'not made' },
        ],
      }),
    );
    const offered = await offerProducts(f.studio, {
      workId: f.workId,
      formatIds: [f.formatId],
      lineIds: [satin, cotton],
      finishes: ['loose', 'framed'],
      inEdition: true,
    });
    expect(offered.message).toMatch(
      /^2 products are offered\. Left out: framed was declared as not made at all/,
    );
    const question = {
      costs: [],
      fixedFees: [],
      shareFees: [],
      carriageCharged: 0,
      margin: 0.5,
      given: 0,
    };
    const framed = setPrice(f.studio, {
      formatId: f.formatId,
      lineId: cotton,
      finish: 'framed',
      question,
      price: '200',
    });
    expect((await refused(framed)).message).toMatch(/^It is not offered: framed was declared/);
    const made = await findRows(f.studio.db, 'products', { workId: f.workId, archivedAt: null });
    const of = (lineId: string) => made.find((product) => product.lineId === lineId);
    expect([of(satin)!.inEdition, of(cotton)!.inEdition]).toEqual([false, true]);
  });

  test('what is printed on demand by somebody else is in no limited run', async () => {
    const f = await house();
    const routeId = (
      await recordRoute(f.studio, { ...ROUTE, name: 'Pod', kind: 'print-on-demand house' })
    ).id!;
    const lineId = (
      await saveLine(f.studio, {
        id: null,
        name: 'Posted',
        routeId,
        paperId: null,
        signing: 'certificate only',
        finePrint: false,
        goesIn: [],
        notes: '',
      })
    ).id!;
    const grid = {
      workId: f.workId,
      formatIds: [f.formatId],
      lineIds: [lineId],
      finishes: ['loose' as const],
      inEdition: true,
    };
    await offerProducts(f.studio, grid);
    expect(await refused(openEdition(f.studio, opening(f)))).toMatchObject({
      field: 'placed',
      message: expect.stringContaining('Pod prints it on demand'),
    });
    const { placeable } = await openingQuestions(f.studio, f.workId);
    expect(placeable.find((each) => each.id === lineId)!.onDemand).toBe('Pod');
    await openEdition(
      f.studio,
      opening(f, { placed: [{ kind: 'line', id: lineId, name: 'Posted', place: 'outside it' }] }),
    );
    const [product] = await findRows(f.studio.db, 'products', { lineId });
    expect(product!.inEdition).toBe(false);
  });

  test('cannot be loosened, by any hand; numbers kept back stay in the run and out of the sale', async () => {
    const f = await house();
    const { id } = await openEdition(f.studio, opening(f, { heldBack: '1, 9–10', tiers: '5 10%' }));
    expect(await free(f, id!)).toBe(7);
    const numbers = await numbersOf(f.studio, id!);
    expect(numbers.filter((i) => i.heldBack).map((i) => i.number)).toEqual([1, 9, 10]);
    for (const set of [`terms = '{"version":1,"body":{}}'`, "remake = 'retire'", 'size = 11'])
      await expect(f.studio.store.client.execute(`UPDATE editions SET ${set}`)).rejects.toThrow(
        /what an edition declared cannot be changed/,
      );
    await closeEdition(f.studio, { id: id!, reason: 'enough' });
    expect(
      await refused(openEdition(f.studio, opening(f, { name: 'second', heldBack: '11' }))),
    ).toMatchObject({
      field: 'heldBack',
    });
  });
});

describe('with shops', () => {
  const given = (f: Furnished, ids: string[], more: object = {}) =>
    consignPrints(f.studio, {
      buyerId: f.buyerId,
      channelId: null,
      sinceOn: '2026-10-01',
      dueOn: '2026-11-20',
      theirShare: 0.4,
      bearsDamage: 'the shop',
      notes: '',
      items: ids.map((impressionId) => ({ impressionId, price: '95' })),
      ...more,
    });

  test('given, overdue, settled: what is sold becomes an order, what comes back is inspected again', async () => {
    const f = await house();
    const { editionId, ids } = await withPrints(f, 5, 3);
    const { id } = await given(f, ids);
    const editions = await findRows(f.studio.db, 'editions');
    const alerts = await editionAlerts(
      f.studio,
      editions.map((edition) => ({ edition, title: 'Night Ferry' })),
    );
    expect(alerts[0]).toMatchObject({
      word: 'overdue',
      says: expect.stringContaining('3 prints by 2026-11-20, 4 days ago'),
    });
    expect(await textOfPdf((await consignmentNote(f.studio, id!)).bytes)).toContain(
      '40 % of what each sells for',
    );
    const items = await findRows(
      f.studio.db,
      'consignmentItems',
      { consignmentId: id! },
      { orderBy: ['id'] },
    );
    const [a, b, c] = items.map((item) => item.id) as [string, string, string];
    expect(
      (
        await refused(
          handleImpressions(f.studio, { editionId, impressionIds: [ids[0]!], act: 'lost', note: 'x' }),
        )
      ).message,
    ).toMatch(/on consignment note 1/);
    const settled = await settleConsignment(f.studio, {
      id: id!,
      on: '2026-11-22',
      paid: 'paid',
      items: [
        { itemId: a, outcome: 'sold', note: '' },
        { itemId: b, outcome: 'back', note: 'a bent corner' },
      ],
    });
    // 95.00 less 40 %.
    expect(settled).toMatchObject({ owedMinor: 5_700 });
    const soldPage = await impressionPage(f.studio, items[0]!.impressionId);
    expect(soldPage).toMatchObject({
      word: 'delivered',
      order: { state: 'delivered' },
      priceMinor: 9_500,
    });
    expect((await impressionPage(f.studio, items[1]!.impressionId)).word).toBe('returned');
    const again = settleConsignment(f.studio, {
      id: id!,
      on: '2026-11-22',
      paid: 'paid',
      items: [{ itemId: a, outcome: 'back', note: '' }],
    });
    expect((await refused(again)).message).toMatch(/was settled on 2026-11-22: sold/);
    await settleConsignment(f.studio, {
      id: id!,
      on: '2026-11-23',
      paid: 'owed',
      items: [{ itemId: c, outcome: 'lost', note: '' }],
    });
    expect((await findRow(f.studio.db, 'consignments', id!))!.settledAt).not.toBeNull();
    expect((await checkStudio(f.studio)).faults).toEqual([]);
  });

  test('only what lies ready and is promised to nobody', async () => {
    const f = await house();
    const { editionId, ids } = await withPrints(f, 5, 2);
    await hold(f, editionId, { impressionId: ids[0]! });
    expect((await refused(given(f, [ids[0]!]))).message).toMatch(/is reserved/);
    const unprinted = (await numbersOf(f.studio, editionId))[4]!.id;
    expect((await refused(given(f, [unprinted]))).message).toMatch(/only what lies ready/);
    expect(await refused(given(f, [ids[1]!], { dueOn: '2026-09-01' }))).toMatchObject({ field: 'dueOn' });
    expect(await findRows(f.studio.db, 'consignments')).toEqual([]);
  });
});

test('who has a print now is told beside the register, and taken out at their wish', async () => {
  const f = await house();
  const { editionId, ids } = await withPrints(f, 3, 1);
  const note = {
    impressionId: ids[0]!,
    name: 'Dorte Hallen',
    how: 'resold' as const,
    sinceOn: '2026-11-20',
    note: '',
  };
  expect((await refused(noteKeeper(f.studio, note))).message).toMatch(/has a keeper once/);
  await handleImpressions(f.studio, { editionId, impressionIds: ids, act: 'gifted', note: 'x' });
  expect(await refused(noteKeeper(f.studio, { ...note, sinceOn: '2026-12-20' }))).toMatchObject({
    field: 'sinceOn',
  });
  const { id } = await noteKeeper(f.studio, note);
  expect((await impressionPage(f.studio, ids[0]!)).keepers.map((each) => each.name)).toEqual([
    'Dorte Hallen',
  ]);
  await forgetKeeper(f.studio, { id: id! });
  const page = await impressionPage(f.studio, ids[0]!);
  expect(page.keepers).toEqual([]);
  expect(page.history[0]).toMatchObject({ act: 'changed hands' });
  expect(JSON.stringify(page.history)).not.toContain('Hallen');
});

test('a run begun on paper comes into the register, each line saying so; what has a history here is left alone', async () => {
  const f = await house();
  const { id: editionId } = await openEdition(f.studio, opening(f));
  const lines = await readNotebook(
    f.studio,
    editionId!,
    'no,state,buyer,date\n1,sold,Ane,2024-05-17\n2,signed,,\n3,destroyed,,\n4,free,,\n',
  );
  expect(lines.every((line) => line.doubts.length === 0)).toBe(true);
  const bring = () =>
    bringOver(f.studio, {
      editionId: editionId!,
      formatId: f.formatId,
      paperId: f.paperId,
      lines: lines.map(({ number, state, buyer, on }) => ({ number: number!, state: state!, buyer, on })),
    });
  expect((await bring()).message).toMatch(/^3 numbers are brought over/);
  expect((await refused(bring())).message).toMatch(/has a history here already/);
  const [one, two] = await numbersOf(f.studio, editionId!);
  expect(one).toMatchObject({ state: 'delivered', asPrinted: { reconstructed: true, process: null } });
  expect(two).toMatchObject({ state: 'signed' });
  const figures = await figuresOf(f.studio, await findRows(f.studio.db, 'editions'), new Map());
  expect(figures.get(editionId!)).toMatchObject({ sold: 1, growth: [['2024-05-17', 1]] });
  const placed = await orderOf(f, editionId!);
  expect((await pickOrder(f.studio, { id: placed.id! })).numbers).toEqual(['2/10']);
  expect((await checkStudio(f.studio)).faults).toEqual([]);
});
