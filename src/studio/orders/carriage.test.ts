import { eq } from 'drizzle-orm';
import { Readable } from 'node:stream';
import sharp from 'sharp';
import { keepEvidence } from '../evidence/evidence';
import { addDays } from '@/core/measure/day';
import { findRows, patchRow, rowById } from '@/store/rows';
import * as schema from '@/store/schema';
import { simulatedCarrier } from '@/simulators/carrier';
import { simulatedLabelPrinter } from '@/simulators/labelPrinter';
import { simulatedShop } from '@/simulators/shop';
import {
  acceptedProof,
  BUYER,
  furnished,
  order,
  refused,
  SERVICE,
  SHELF,
  withPrints,
} from '../../../tests/unit/helpers/house';
import { textOfPdf } from '../../../tests/unit/helpers/pdf';
import { openEdition } from '../editions/editionActions';
import { handleImpressions } from '../editions/impressionActions';
import { receiveLot } from '../papers/lotActions';
import { addEntry, saveAccount } from '../sales/accountActions';
import { offerProducts, quoteProduct } from '../prices/productActions';
import { saveGoods } from '../sales/goodsActions';
import {
  addressLabel,
  addressLabels,
  careSheet,
  customsStatement,
  envelope,
  giftSlip,
  handoverSheet,
  labelDots,
  manifest,
  packingSlip,
} from '../reports/documents';
import { addressLines, countryNames } from './address';
import { calendarFrom, publicHolidays } from './calendar';
import * as caseActs from './caseActions';
import { importOrders, saveMapping } from './importActions';
import { laneOf } from './lane';
import * as orderActs from './orderActions';
import { outgoingCalendar, outgoingOf } from './outgoing';
import { packingTable } from './packingTable';
import * as parcelActs from './parcelActions';
import { buyLabel, printLabel, whereItIs } from './post';
import * as postActs from './postActions';
import { promiseForCart, promiseToday } from './promise';
import { ratesCsv } from './ratesCsv';
import { readList, readPaste, readShop } from './readList';
import { runPage } from './run';
import { endRun, startRun } from './runActions';
import { recordService, recordSupply } from './shelfActions';
import { slippedPromises } from './slips';

const GOODS = {
  id: null,
  name: 'Lamp pin',
  kind: 'pin' as const,
  cost: '2',
  price: '8',
  onHand: 10,
  weight: '14 g',
  thickness: '9 mm',
  notes: '',
};
const RATES = `carrier,service,zone,countries,days,up to,price,tracked,insured to,max length,max width,max thickness
Coast Post,letter,home,Norrholm,3,500 g,3.60,no,0,540 mm,430 mm,8 mm
Coast Post,parcel,home,Norrholm,2,2 kg,7.80,yes,100,900 mm,500 mm,300 mm
Coast Post,parcel,away,Estmark,5,2 kg,13.90,,,,,
`;
const PLACED = {
  carriage: '',
  message: '',
  wantsSignature: false,
  paid: true,
  orderedOn: null,
  notes: '',
};

async function house(prints = 4) {
  const f = await furnished();
  for (const s of SHELF) await recordSupply(f.studio, s);
  await recordSupply(f.studio, {
    name: 'leaf',
    kind: 'interleaving',
    size: '300 x 240 mm',
    weight: '2 g',
    onHand: 50,
    reorderAt: 0,
    price: '0.05',
  });
  await postActs.importRates(f.studio, { text: RATES, readOn: '2026-10-01' });
  const goodsId = (await saveGoods(f.studio, GOODS)).id!;
  const run = await withPrints(f, 10, prints);
  return { ...f, ...run, goodsId };
}
type House = Awaited<ReturnType<typeof house>>;

const onHand = async (f: House) => (await rowById(f.studio.db, 'goods', f.goodsId)).onHand;
const stateOf = async (f: House, id: string) => (await rowById(f.studio.db, 'orders', id)).state;
const idsIn = async (f: House, id: string) => {
  const table = (await packingTable(f.studio, id))!;
  return [...table.prints.map((p) => p.id), ...table.goods.map((g) => g.line.id)];
};
async function pack(f: House, id: string, more: object = {}) {
  await orderActs.pickOrder(f.studio, { id });
  await parcelActs.packParcel(f.studio, { orderId: id, form: null, reason: '', ...more });
}
async function seal(f: House, id: string) {
  const parcel = (await findRows(f.studio.db, 'parcels', { orderId: id }))[0]!;
  await parcelActs.weighParcel(f.studio, { orderId: id, scale: parcel.expectedMg, by: 'typed' });
  await parcelActs.sealParcel(f.studio, { orderId: id, ticked: await idsIn(f, id), reason: '' });
}
async function send(f: House, id: string) {
  await pack(f, id);
  await seal(f, id);
  const { services } = (await packingTable(f.studio, id))!;
  const best = services.find((s) => s.fit.verdict !== 'fails')!;
  await parcelActs.dispatchOrder(f.studio, {
    orderId: id,
    serviceId: best.service.id,
    tracking: best.service.tracked ? 'CO700000017' : '',
  });
  return best;
}

describe('goods in orders', () => {
  test('a pin beside a print is promised, ticked, weighed, makes the letter a parcel, leaves its shelf, and comes back when opened', async () => {
    const f = await house();
    const { id } = await orderActs.placeOrder(f.studio, {
      ...PLACED,
      buyerId: f.buyerId,
      lines: [{ editionId: f.editionId, formatId: f.formatId, quantity: 1, price: '' }],
      goods: [{ goodsId: f.goodsId, quantity: 2, price: '' }],
    });
    const orderId = id!;
    await pack(f, orderId);
    const [parcel] = await findRows(f.studio.db, 'parcels', { orderId });
    // A sheet of 150 × 125 mm at 310 g/m², a board, a sleeve, a mailer, two pins.
    expect(parcel!.expectedMg).toBe(5_812 + 52_000 + 9_000 + 105_000 + 28_000);
    const table = (await packingTable(f.studio, orderId))!;
    // Two pins of 9 mm on each other are too thick for the letter's 8 mm.
    expect(table.services.map((s) => [s.service.name, s.fit.verdict])).toEqual([
      ['parcel', 'holds'],
      ['letter', 'fails'],
    ]);
    expect(table.services[1]!.fit.says).toMatch(/thick; it takes up to 8 mm/);
    const print = table.prints[0]!.id;
    await parcelActs.weighParcel(f.studio, { orderId, scale: parcel!.expectedMg, by: 'typed' });
    expect(
      (await refused(parcelActs.sealParcel(f.studio, { orderId, ticked: [print], reason: '' }))).message,
    ).toMatch(/2 × Lamp pin is not/);
    await seal(f, orderId);
    expect(await onHand(f)).toBe(8);
    await parcelActs.unpackParcel(f.studio, { orderId });
    expect(await onHand(f)).toBe(10);
    const moves = await findRows(f.studio.db, 'goodsMoves', { goodsId: f.goodsId });
    // What was sold and came back out of the parcel is not counted as sold.
    expect(moves.filter(({ kind }) => kind === 'sold').map(({ amount }) => amount)).toEqual([-2, 2]);
  });

  test('goods alone are an order; more than are there are not promised, a voucher always is', async () => {
    const f = await house(0);
    const place = (quantity: number, goodsId = f.goodsId) =>
      orderActs.placeOrder(f.studio, {
        ...PLACED,
        buyerId: f.buyerId,
        lines: [],
        goods: [{ goodsId, quantity, price: '' }],
      });
    await place(7);
    expect(await refused(place(4))).toMatchObject({
      field: 'goods[0].quantity',
      message: expect.stringContaining('at most 3'),
    });
    const voucher = (await saveGoods(f.studio, { ...GOODS, kind: 'voucher', name: 'Voucher', onHand: 0 }))
      .id!;
    await place(3, voucher);
    expect(
      await refused(orderActs.placeOrder(f.studio, { ...PLACED, buyerId: f.buyerId, lines: [] })),
    ).toMatchObject({ field: 'lines' });
  });

  test('a friend’s price comes off the sum, and never more than it', async () => {
    const f = await house();
    const place = (discount: string) =>
      orderActs.placeOrder(f.studio, {
        ...PLACED,
        buyerId: f.buyerId,
        lines: [{ editionId: f.editionId, formatId: f.formatId, quantity: 1, price: '' }],
        discount,
        discountWhy: 'a friend',
        giftNote: 'For Runa',
        kind: 'pre-order',
        notBeforeOn: '2027-06-01',
        insure: '80',
        needsDays: 3,
        needsTracked: true,
        accountId: null,
        stages: [{ name: 'half', dueOn: null, amount: '20' }],
      });
    expect(await refused(place('53.11'))).toMatchObject({ field: 'discount' });
    const { id } = await place('3.10');
    const placed = await rowById(f.studio.db, 'orders', id!);
    expect(placed).toMatchObject({ discountMinor: 310, shipBy: '2027-06-01', insureMinor: 8_000 });
    const text = await textOfPdf((await packingSlip(f.studio, id!)).bytes);
    expect(text).toMatch(/a friend.*−3\.10/);
    expect(text).toContain('50.00');
    expect(await textOfPdf((await giftSlip(f.studio, id!)).bytes)).toMatch(/For Runa/);
    expect(await textOfPdf((await careSheet(f.studio, id!)).bytes)).toMatch(/by its edges/);
    const [stage] = await findRows(f.studio.db, 'orderStages', { orderId: id! });
    await orderActs.markStage(f.studio, { id: stage!.id, done: true, paid: false });
    expect(await rowById(f.studio.db, 'orderStages', stage!.id)).toMatchObject({
      doneAt: expect.any(String),
      paidAt: null,
    });
  });
});

describe('an order in parts, planned, and sent again', () => {
  test('a part goes first: nothing is lost, nothing is twice, and something has to go now', async () => {
    const f = await house();
    const id = await order(f, f.editionId, 3);
    const [l] = await findRows(f.studio.db, 'orderLines', { orderId: id });
    const split = (quantity: number) =>
      orderActs.splitOrder(f.studio, {
        id,
        lines: [{ lineId: l!.id, quantity }],
        shipBy: '2027-01-15',
      });
    expect(await refused(split(3))).toMatchObject({ field: 'lines' });
    const { id: later } = await split(2);
    const lines = await findRows(f.studio.db, 'orderLines');
    expect(lines.map((each) => [each.orderId, each.quantity])).toEqual([
      [id, 1],
      [later, 2],
    ]);
    expect(await rowById(f.studio.db, 'orders', later!)).toMatchObject({
      partOfId: id,
      shipBy: '2027-01-15',
      carriageMinor: 0,
    });
    expect((await packingTable(f.studio, id))!.parts).toHaveLength(1);
  });

  test('the plan moves, the promise stays', async () => {
    const f = await house();
    const id = await order(f, f.editionId);
    const { shipBy } = await rowById(f.studio.db, 'orders', id);
    const day = addDays(shipBy, 2);
    await orderActs.planOrder(f.studio, { id, plannedOn: day });
    expect(await rowById(f.studio.db, 'orders', id)).toMatchObject({ shipBy, plannedOn: day });
    const lane = await laneOf(f.studio);
    const column = lane.find((c) => c.orders.some((o) => o.id === id))!;
    expect([column.day, column.kind === 'later']).toContain(column.kind === 'later' ? true : day);
    expect(column.orders[0]).toMatchObject({ pieces: 1, ready: 1, form: 'flat' });
    await send(f, id);
    expect((await refused(orderActs.planOrder(f.studio, { id, plannedOn: null }))).message).toMatch(
      /nothing is left to plan/,
    );
  });

  test('one print that lies ready is ready for one order on the lane: for whoever is promised first', async () => {
    const f = await house(1);
    const [a, b] = [await order(f, f.editionId), await order(f, f.editionId)];
    const orders = (await laneOf(f.studio)).flatMap((column) => column.orders);
    expect(orders.map(({ id, ready, pieces }) => [id, ready, pieces])).toEqual([
      [a, 1, 1],
      [b, 0, 1],
    ]);
  });

  test('lost in the post: a case with its deadline, the claim, the loss in the job’s account, and never the same number twice', async () => {
    const f = await house();
    const accountId = (
      await saveAccount(f.studio, {
        ...{ id: null, name: 'A job', workId: null, client: '', agreed: '', notes: '' },
      })
    ).id!;
    const { id } = await orderActs.placeOrder(f.studio, {
      ...PLACED,
      buyerId: f.buyerId,
      lines: [{ editionId: f.editionId, formatId: f.formatId, quantity: 1, price: '' }],
      accountId,
    });
    const orderId = id!;
    const open = (kind: 'late' | 'returned' | 'damaged' | 'lost') =>
      caseActs.openCase(f.studio, {
        ...{ orderId, kind, says: 'never scanned', condition: '', claim: '' },
        photos: [],
      });
    expect((await refused(open('lost'))).message).toMatch(/has not left the house/);
    await send(f, orderId);
    await orderActs.closeOrder(f.studio, { id: orderId, outcome: 'lost', note: 'never scanned' });
    const { id: caseId } = await open('lost');
    const move = (to: 'claimed' | 'paid' | 'refused' | 'closed', claim: string, got: string) =>
      caseActs.moveCase(f.studio, { id: caseId!, to, claim, got, refund: '', condition: '' });
    expect(await refused(move('claimed', '', ''))).toMatchObject({ field: 'claim' });
    await move('claimed', '53.10', '');
    expect(await refused(move('paid', '', ''))).toMatchObject({ field: 'got' });
    await move('paid', '', '50.00');
    expect(await findRows(f.studio.db, 'accountEntries', { accountId })).toMatchObject([
      { kind: 'loss', sumMinor: 310 },
    ]);
    expect((await refused(move('closed', '', ''))).message).toMatch(/closed before/);
    const again = await caseActs.resendOrder(f.studio, { id: orderId, why: 'lost', shipBy: null });
    expect(again.message).toMatch(/takes the next number of the run: what is lost may still arrive/);
    const [l] = await findRows(f.studio.db, 'orderLines', { orderId: again.id! });
    expect(l).toMatchObject({ priceMinor: 0, wanted: null });
    expect(
      (await refused(caseActs.resendOrder(f.studio, { id: orderId, why: 'x', shipBy: null }))).message,
    ).toMatch(/is sent again already/);
    await caseActs.noteHandover(f.studio, {
      ...{ orderId, from: 'the studio', to: 'Coast Post', condition: 'sound', bears: 'Coast Post' },
      photos: [],
    });
    expect((await packingTable(f.studio, orderId))!).toMatchObject({
      cases: [{ state: 'paid', gotMinor: 5_000 }],
      handovers: [{ bears: 'Coast Post' }],
    });
    await addEntry(f.studio, {
      ...{ accountId, kind: 'hours' as const, says: 'calls', who: '', sum: '', minutes: 20, on: null },
    });
  });
});

describe('lists and shops', () => {
  const LIST = (rows: string[]) => `No,Customer,Street,Town,Country,What,Qty\n${rows.join('\n')}\n`;
  const openOf = (f: House) =>
    openEdition(f.studio, {
      ...{ workId: f.workId, kind: 'open' as const, size: 0, proofs: { AP: 0, PP: 0, HC: 0 } },
      ...{ run: 'all sizes' as const, formatId: null, signing: 'certificate only' as const },
      name: 'plain',
    });
  const inputOf = (orders: Awaited<ReturnType<typeof readList>>['orders']) =>
    orders.map(({ items, lines: _, postcode: _p, town: _t, ...o }) => ({
      ...o,
      items: items.map(({ item: _i, is: _s, ...each }) => each),
    }));

  test('read, looked over, taken; brought in twice it is one list; what nobody knows is named by line', async () => {
    const f = await house();
    const text = LIST([
      'A1,Oda Brennick,Lower Mole 12,Haldenness,Norrholm,Night Ferry 100 x 75 mm,2',
      'A2,Tomas,Lamp Street 3,Karrvik,Norrholm,Heron,1',
      'A3,Ελένη,Οδός 12,Αλμύρα,Estmark,lamp pin,1',
      'A4,Tomas,Lamp Street 3,Karrvik,Norrholm,Lamp pin,many',
    ]);
    const read = () => readList(f.studio, { text, source: 'the fair', mapping: null });
    const list = await read();
    expect(list.faults.map(({ line, says }) => [line, says.slice(0, 30)])).toEqual([
      [3, '“Heron” is nothing that is sol'],
      [5, 'quantity is “many”, expected a'],
    ]);
    expect(list.isKnown).toBe(false);
    await saveMapping(f.studio, {
      source: 'the fair',
      columns: Object.entries(list.mapping.columns).map(([field, heads]) => ({ field, heads })),
    });
    expect((await read()).isKnown).toBe(true);
    const blind = await readList(f.studio, { text: 'x,y\n1,2\n', source: 'new', mapping: null });
    expect(blind).toMatchObject({
      heads: ['x', 'y'],
      orders: [],
      faults: [{ line: 1, says: 'choose a column that says the reference' }],
    });
    const bring = () => importOrders(f.studio, { source: 'the fair', orders: inputOf(list.orders) });
    expect(await bring()).toMatchObject({ taken: 2, passed: 0 });
    expect(await bring()).toMatchObject({ taken: 0, passed: 2 });
    const orders = await findRows(f.studio.db, 'orders', undefined, { orderBy: ['number'] });
    expect(orders.map((o) => [o.source, o.sourceRef])).toEqual([
      ['the fair', 'A1'],
      ['the fair', 'A3'],
    ]);
    // Oda lives at the same address in the same words: she is known, and not recorded again.
    expect(await findRows(f.studio.db, 'buyers', { name: 'Oda Brennick' })).toHaveLength(1);
    expect(
      (
        await refused(
          orderActs.placeOrder(f.studio, {
            ...PLACED,
            buyerId: f.buyerId,
            lines: [{ editionId: f.editionId, formatId: f.formatId, quantity: 1, price: '' }],
            source: 'the fair',
            sourceRef: 'A1',
          }),
        )
      ).message,
    ).toMatch(/A1 of the fair is here already, as order/);
  });

  test('a long list of an open edition goes in quickly, one transaction a piece, every order with its line and promise day', async () => {
    const f = await house(0);
    await openOf(f);
    const rows = Array.from(
      { length: 400 },
      (_, i) => `B${i},Buyer ${i % 40},Street ${i % 40},Town,Norrholm,Night Ferry 100 x 75 mm plain,1`,
    );
    const list = await readList(f.studio, { text: LIST(rows), source: 'big', mapping: null });
    expect(list.faults).toEqual([]);
    await importOrders(f.studio, { source: 'big', orders: inputOf(list.orders) });
    const orders = await findRows(f.studio.db, 'orders', { source: 'big' });
    const lines = await findRows(f.studio.db, 'orderLines');
    expect([orders.length, lines.length]).toEqual([400, 400]);
    expect(new Set(orders.map((o) => o.number)).size).toBe(400);
    expect(lines.every((l) => l.priceMinor === 5_310)).toBe(true);
    // Forty people, however many orders each gave.
    expect((await findRows(f.studio.db, 'buyers')).length).toBe(41);
    expect(orders.every((o) => o.shipBy > o.orderedOn)).toBe(true);
  });

  test('a run that has not enough keeps the whole piece out, as an order typed by hand would be', async () => {
    const f = await house();
    const text = LIST([
      'C1,A,S 1,T,Norrholm,Night Ferry 100 x 75 mm,9',
      'C2,B,S 2,T,Norrholm,Night Ferry 100 x 75 mm,2',
    ]);
    const list = await readList(f.studio, { text, source: 'x', mapping: null });
    expect(
      await refused(importOrders(f.studio, { source: 'x', orders: inputOf(list.orders) })),
    ).toMatchObject({ message: expect.stringContaining('at most 1') });
    expect(await findRows(f.studio.db, 'orders')).toHaveLength(0);
  });

  test('the simulated shop has the same orders for a day, and a pasted text fills the form', async () => {
    const f = await house();
    const shop = simulatedShop(['Night Ferry 100 x 75 mm']);
    const first = await readShop(f.studio, shop);
    expect(first.orders.length).toBeGreaterThan(0);
    expect(await readShop(f.studio, shop)).toEqual(first);
    expect(await simulatedShop([]).orders('2026-11-29')).toEqual([]);
    const pasted = await readPaste(
      f.studio,
      'Oda\nMole 12\nNorrholm\n\n2 x Night Ferry 100 x 75 mm\nHeron',
    );
    expect(pasted.items.map(({ quantity, is }) => [quantity, is])).toEqual([
      [2, 'Night Ferry, 100 × 75 mm'],
      [1, null],
    ]);
  });
});

describe('rates, policy, stamps, labels', () => {
  test('a table brought in again is read anew; as a file it is read back the same', async () => {
    const f = await house(0);
    const again = await postActs.importRates(f.studio, {
      text: `${RATES}Coast Post,letter,home,Norrholm,3,x,1\n`,
      readOn: '2026-11-01',
    });
    expect(again.faults).toMatchObject([{ line: 5 }]);
    const services = await findRows(f.studio.db, 'services', undefined, { orderBy: ['name'] });
    expect(services.map(({ name, readOn }) => [name, readOn])).toEqual([
      ['letter', '2026-11-01'],
      ['parcel', '2026-11-01'],
    ]);
    const before = services.map(({ rates }) => rates);
    await postActs.importRates(f.studio, { text: await ratesCsv(f.studio), readOn: '2026-11-02' });
    const after = await findRows(f.studio.db, 'services', undefined, { orderBy: ['name'] });
    expect(after.map(({ rates }) => rates)).toEqual(before);
    expect(
      await refused(postActs.importRates(f.studio, { text: 'carrier\n', readOn: '2026-11-01' })),
    ).toMatchObject({
      field: 'text',
    });
  });

  test('what falls out is not sent by without a reason; abroad pays its own zone', async () => {
    const f = await house();
    await postActs.setPostPolicy(f.studio, {
      ...{ countries: ['Norrholm'], trackedFrom: '50', insuredFrom: '', returnDays: 14, claimDays: 21 },
      ...{ minutesADay: 120, holidayPlace: '' },
    });
    const id = await order(f, f.editionId);
    await pack(f, id);
    await seal(f, id);
    const table = (await packingTable(f.studio, id))!;
    const letter = table.services.find((s) => s.service.name === 'letter')!;
    expect(letter.fit).toMatchObject({ verdict: 'fails', says: 'Not tracked, and that is asked.' });
    expect(table.served).toBeNull();
    const away = { orderId: id, serviceId: letter.service.id, tracking: '' };
    expect(await refused(parcelActs.dispatchOrder(f.studio, away))).toMatchObject({
      overridable: true,
      message: expect.stringContaining('Not tracked'),
    });
    await parcelActs.dispatchOrder(f.studio, { ...away, reason: 'the buyer asked for the letter' });
    expect((await findRows(f.studio.db, 'parcels', { orderId: id }))[0]).toMatchObject({
      postageMinor: 360,
      overrideReason: 'the buyer asked for the letter',
    });
    const abroad = (
      await orderActs.recordBuyer(f.studio, { ...BUYER, name: 'Ysolde', country: 'Estmark' })
    ).id!;
    const other = await order({ ...f, buyerId: abroad }, f.editionId);
    await pack(f, other);
    const far = (await packingTable(f.studio, other))!;
    expect(far.served?.says).toMatch(/Estmark is not among the countries/);
    expect(far.services.map((s) => [s.service.name, s.price, s.fit.word])).toEqual([
      ['parcel', 1_390, 'fits'],
      ['letter', null, 'does not go there'],
    ]);
  });

  test('stamps are used up with the least overspend and leave the drawer', async () => {
    const f = await house();
    const stamp = (name: string, value: string, onHand: number) =>
      postActs.saveStamp(f.studio, {
        id: null,
        name,
        value,
        onHand,
        permanent: false,
        readOn: '2026-11-01',
      });
    await stamp('big', '2.00', 2);
    await stamp('small', '0.90', 4);
    await stamp('other', '2.00', 1);
    const id = await order(f, f.editionId);
    await pack(f, id);
    await seal(f, id);
    const table = (await packingTable(f.studio, id))!;
    // 3.60 for the letter: four small ones, to the cent.
    expect(table.stamps).toEqual({ combination: [{ value: 90, count: 4 }], overspend: 0 });
    await parcelActs.dispatchOrder(f.studio, {
      orderId: id,
      serviceId: table.services[0]!.service.id,
      tracking: '',
      stamps: true,
    });
    const left = await findRows(f.studio.db, 'stamps', undefined, { orderBy: ['name'] });
    expect(left.map(({ name, onHand: n }) => [name, n])).toEqual([
      ['big', 2],
      ['other', 1],
      ['small', 0],
    ]);
    expect((await refused(stamp('none', '0', 1))).field).toBe('value');
  });

  test('the label of another order is refused, and in a run no parcel goes without its own', async () => {
    const f = await house();
    const [a, b] = [await order(f, f.editionId), await order(f, f.editionId)];
    expect((await runPage(f.studio)).groups.flatMap((group) => group.orders)).toHaveLength(2);
    const { id: runId } = await startRun(f.studio, { orderIds: [a, b] });
    expect((await refused(startRun(f.studio, { orderIds: [a] }))).message).toMatch(/open already/);
    const numberOf = async (id: string) => (await rowById(f.studio.db, 'orders', id)).number;
    const match = (orderId: string, code: string) => parcelActs.matchLabel(f.studio, { orderId, code });
    expect((await refused(match(a, 'XYZ'))).message).toMatch(
      /no print of order \d+, which is not packed/,
    );
    await pack(f, a, { runId });
    await pack(f, b, { runId });
    await seal(f, a);
    expect((await refused(match(a, `ORDER-${await numberOf(b)}`))).message).toMatch(
      /That is the label of order \d+, and this is the parcel of order \d+/,
    );
    expect((await refused(match(a, 'XYZ'))).message).toMatch(/is not on the label/);
    const { services } = (await packingTable(f.studio, a))!;
    const letter = { orderId: a, serviceId: services[0]!.service.id, tracking: '' };
    expect(await refused(parcelActs.dispatchOrder(f.studio, letter))).toMatchObject({
      overridable: true,
      message: expect.stringContaining('Nobody has held the label'),
    });
    await match(a, `order-${await numberOf(a)}`);
    await parcelActs.dispatchOrder(f.studio, letter);
    expect(await runPage(f.studio)).toMatchObject({ gone: 1 });
    await endRun(f.studio, { id: runId! });
    expect((await refused(endRun(f.studio, { id: runId! }))).message).toMatch(/has ended/);
    expect((await refused(startRun(f.studio, { orderIds: [a] }))).message).toMatch(/needs no packing/);
  });

  test('papers of a packed order, and the stand-ins that buy, print and follow', async () => {
    const f = await house();
    const id = await order(f, f.editionId);
    expect((await refused(addressLabel(f.studio, id))).message).toMatch(/is not packed/);
    expect((await refused(manifest(f.studio, 'today'))).message).toMatch(/Nothing is sealed/);
    expect((await refused(whereItIs(f.studio, simulatedCarrier, id))).message).toMatch(/has not left/);
    await pack(f, id);
    await seal(f, id);
    const [service] = await findRows(f.studio.db, 'services', { name: 'parcel' });
    const { tracking } = await buyLabel(f.studio, simulatedCarrier, id, { serviceId: service!.id });
    expect(tracking).toMatch(/^CO\d{9}$/);
    expect((await refused(buyLabel(f.studio, simulatedCarrier, id, {}))).field).toBe('serviceId');
    expect((await printLabel(f.studio, simulatedLabelPrinter, id)).says).toBe(
      'Printed 800 × 1200 dots at 203 to the inch.',
    );
    expect(
      (await simulatedLabelPrinter.print({ png: Buffer.alloc(0), width: 900, height: 10 })).says,
    ).toMatch(/^Not printed/);
    for (const paper of [addressLabel, addressLabels, envelope, customsStatement])
      expect(await textOfPdf((await paper(f.studio, id)).bytes)).toContain('Oda Brennick');
    expect((await labelDots(f.studio, id)).type).toBe('image/png');
    expect(await textOfPdf((await manifest(f.studio, 'today')).bytes)).toMatch(
      /no carrier chosen yet: 1 parcel/,
    );
    await parcelActs.dispatchOrder(f.studio, { orderId: id, serviceId: service!.id, tracking });
    const today = await f.studio.today();
    expect((await outgoingOf(f.studio, today)).carriers).toMatchObject([
      { carrier: 'Coast Post', where: 'to the counter', parcels: [{ isGone: true }] },
    ]);
    const { steps } = await whereItIs(f.studio, simulatedCarrier, id);
    expect(steps[0]!.says).toBe('handed over');
    const later = await simulatedCarrier.track({
      tracking: 'CO000000001',
      dispatchedAt: '2026-11-20T10:00:00Z',
      days: 2,
      now: '2026-11-29T10:00:00Z',
    });
    expect(later.at(-1)!.says).toBe('delivered');
    expect((await packingTable(f.studio, id))!.arrival).toMatchObject({ daysLate: expect.any(Number) });
    // A code that no bars can say, or too long a one, leaves the order's own in the bars.
    for (const wild of ['№ 12', 'X'.repeat(60)]) {
      await f.studio.db.update(schema.parcels).set({ tracking: wild });
      const text = await textOfPdf((await addressLabel(f.studio, id)).bytes);
      expect(text).toMatch(/ORDER-\d+/);
    }
    // A letter no font has is named, and nothing is printed.
    await f.studio.db.update(schema.buyers).set({ name: '𓀀' }).where(eq(schema.buyers.id, f.buyerId));
    expect((await refused(addressLabel(f.studio, id))).message).toMatch(/No font here has “𓀀”/);
  });

  test('what must leave when, as a calendar that is read elsewhere', async () => {
    const f = await house();
    const id = await order(f, f.editionId);
    const text = await outgoingCalendar(f.studio);
    const { shipBy, number } = await rowById(f.studio.db, 'orders', id);
    expect(text).toMatch(/^BEGIN:VCALENDAR/);
    expect(text).toContain(`DTSTART;VALUE=DATE:${shipBy.replaceAll('-', '')}`);
    expect(text.replace(/\r\n /g, '')).toContain(`SUMMARY:Order ${number}\\, Oda Brennick`);
  });

  test('openings and hands elsewhere: a framed work against door and van, mended near its buyer', async () => {
    const f = await house();
    const opening = (more: object) =>
      postActs.saveOpening(f.studio, {
        ...{ id: null, name: 'van', kind: 'vehicle' as const, width: '1180 mm', height: '1120 mm' },
        ...{ length: '1750 mm', mayTilt: false, orderId: null, place: 0 },
        ...more,
      });
    expect((await refused(opening({ length: '' }))).field).toBe('length');
    const { id } = await opening({});
    await opening({ id, name: 'the van' });
    const who = {
      ...{ id: null, name: 'Ada', craft: 'framer' as const, place: 'Vell', country: 'Estmark' },
      ...{ contact: '', price: '112', days: 9, notes: '' },
    };
    await postActs.saveCraftsperson(f.studio, who);
    await postActs.saveCraftsperson(f.studio, { ...who, name: 'Pell', country: 'Norrholm' });
    const orderId = await order(f, f.editionId);
    await orderActs.pickOrder(f.studio, { id: orderId });
    await parcelActs.packParcel(f.studio, { orderId, form: 'boxed', reason: 'glass', weather: 'rain' });
    const table = (await packingTable(f.studio, orderId))!;
    expect(table.plan!.form).toBe('boxed');
    expect(table.passages).toMatchObject([{ name: 'the van', passes: true }]);
    expect(table.helpers.map(({ name }) => name)).toEqual(['Pell', 'Ada']);
    await caseActs.noteHandover(f.studio, {
      ...{ orderId, from: 'Pell', to: 'the studio', condition: 'corners sound', bears: 'the studio' },
      photos: [],
    });
    const bare = (await handoverSheet(f.studio, orderId)).bytes;
    const [hands] = await findRows(f.studio.db, 'handovers', { orderId });
    const taken = await sharp({ create: { width: 90, height: 60, channels: 3, background: '#555' } })
      .jpeg()
      .toBuffer();
    const received = await f.studio.objects.receive(Readable.from([taken]), 'corner.jpg', {
      known: () => true,
    });
    await keepEvidence(f.studio, {
      ...{
        subject: 'handover',
        subjectId: hands!.id,
        words: 'a corner',
        fileName: 'corner.jpg',
        received,
      },
    });
    const shown = (await handoverSheet(f.studio, orderId)).bytes;
    expect([bare, shown].map((pdf) => pdf.includes('/Subtype /Image'))).toEqual([false, true]);
    const sheet = await textOfPdf(shown);
    expect(sheet).toMatch(
      /Night Ferry.*from Pell to the studio.*corners sound.*the studio bears damage from here/,
    );
    expect(sheet).toMatch(/One carries it\..*and signs/);
    await postActs.removeOpening(f.studio, { id: id! });
    expect(await findRows(f.studio.db, 'openings')).toEqual([]);
  });

  test('framed and boxed stands against rolled and framed there, each as one sum with its parts', async () => {
    const f = await house();
    const [line] = await findRows(f.studio.db, 'printLines');
    await offerProducts(f.studio, {
      ...{ workId: f.workId, formatIds: [f.formatId], lineIds: [line!.id], finishes: ['framed'] },
      inEdition: true,
    });
    const [product] = await findRows(f.studio.db, 'products', { finish: 'framed' });
    const placed = await orderActs.placeOrder(f.studio, {
      ...PLACED,
      buyerId: f.buyerId,
      lines: [
        {
          editionId: f.editionId,
          formatId: f.formatId,
          productId: product!.id,
          quantity: 1,
          price: '150',
        },
      ],
    });
    const orderId = placed.id!;
    await orderActs.pickOrder(f.studio, { id: orderId });
    const instead = async () => (await packingTable(f.studio, orderId))!.instead!;
    expect(await instead()).toMatchObject({ framer: null, framesHereMinor: null, moreMinor: null });
    await quoteProduct(f.studio, {
      ...{ id: product!.id, quote: '80', from: 'Ada', on: null, inEdition: true, foreign: null },
    });
    await postActs.saveCraftsperson(f.studio, {
      ...{ id: null, name: 'Pell', craft: 'framer', place: 'Vell', country: 'Norrholm' },
      ...{ contact: '', price: '95', days: 9, notes: '' },
    });
    const { boxed, rolled, framer, moreMinor, framesHereMinor, frames } = await instead();
    expect({ frames, framesHereMinor, framer }).toMatchObject({
      ...{ frames: 1, framesHereMinor: 8_000, framer: { name: 'Pell', isNear: true } },
    });
    const sum = (way: typeof boxed) => way!.materialMinor + way!.postageMinor;
    expect(rolled!.service).toBeTruthy();
    if (boxed) expect(moreMinor).toBe(sum(rolled) + 9_500 - (sum(boxed) + 8_000));
    else expect(moreMinor).toBeNull();
    const plain = await order(f, f.editionId);
    await orderActs.pickOrder(f.studio, { id: plain });
    expect((await packingTable(f.studio, plain))!.instead).toBeNull();
  });

  test.each([
    ['back in the drawer', 'inspected', 'passed'],
    ['destroyed', 'destroyed', 'destroyed'],
    ['looked at later', 'returned', 'returned'],
  ] as const)('what came back is settled in its case: %s', async (prints, state, act) => {
    const f = await house();
    const orderId = await order(f, f.editionId, 2);
    await send(f, orderId);
    await orderActs.closeOrder(f.studio, { id: orderId, outcome: 'delivered', note: '' });
    await orderActs.closeOrder(f.studio, { id: orderId, outcome: 'returned', note: 'a bent corner' });
    const opened = await caseActs.openCase(f.studio, {
      ...{ orderId, kind: 'returned', says: 'came back', condition: 'a bent corner', claim: '' },
      photos: [],
    });
    const table = async () => (await packingTable(f.studio, orderId))!;
    expect((await table()).cameBack).toEqual(['Night Ferry 1/10', 'Night Ferry 2/10']);
    const move = {
      id: opened.id!,
      to: 'closed' as const,
      claim: '',
      got: '',
      refund: '106.20',
      condition: '',
    };
    const done = await caseActs.moveCase(f.studio, { ...move, prints });
    const all = await findRows(
      f.studio.db,
      'impressions',
      { editionId: f.editionId, state },
      { orderBy: ['number'] },
    );
    expect(all.filter(({ kind }) => kind === 'run').map(({ number }) => number)).toEqual([1, 2]);
    const lines = await findRows(
      f.studio.db,
      'register',
      { impressionId: all[0]!.id },
      { orderBy: ['-seq'] },
    );
    expect(lines[0]!.act).toBe(act);
    if (prints === 'looked at later') return;
    expect(done.message).toContain(`1–2 of 10: ${act}`);
    // A destroyed sheet is not taken back, here as little as at the register.
    expect(done.undo === undefined).toBe(prints === 'destroyed');
    expect(lines[0]!.body).toMatchObject({ note: expect.stringContaining('a bent corner') });
    expect((await table()).cameBack).toEqual([]);
    const again = await caseActs.openCase(f.studio, {
      ...{ orderId, kind: 'returned', says: 'once more', condition: '', claim: '', photos: [] },
    });
    const twice = caseActs.moveCase(f.studio, { ...move, id: again.id!, prints });
    expect((await refused(twice)).field).toBe('prints');
  });

  test('rules of what goes in: a card for all, a gift in turn from the goods, and its own postage said', async () => {
    const f = await house();
    const insert = (more: object) =>
      postActs.saveInsert(f.studio, {
        ...{ id: null, name: 'pin', rule: 'gift in turn' as const, supplyId: null, goodsId: f.goodsId },
        ...{ weight: '14 g', thickness: '9 mm' },
        ...more,
      });
    const { id: pin } = await insert({});
    await insert({ name: 'card', rule: 'all', goodsId: null, weight: '6 g', thickness: '0.4 mm' });
    const orderId = await order(f, f.editionId);
    await pack(f, orderId);
    const table = (await packingTable(f.studio, orderId))!;
    // The letter for 3.60 is 8 mm thick at most; with the pin it is a parcel for 7.80.
    expect(table.gifts).toEqual([
      {
        name: 'pin',
        says: expect.stringMatching(/^pin makes it a Coast Post parcel instead of letter: \+4\.20/),
      },
    ]);
    await seal(f, orderId);
    expect(await onHand(f)).toBe(9);
    expect(await findRows(f.studio.db, 'goodsMoves', { kind: 'gave' })).toMatchObject([{ amount: -1 }]);
    await postActs.archiveInsert(f.studio, { id: pin! });
    expect((await refused(postActs.archiveInsert(f.studio, { id: pin! }))).message).toMatch(/any more/);
    expect((await refused(insert({ supplyId: 'x' }))).field).toBe('goodsId');
  });
});

describe('the promise before yes', () => {
  test('what is ready only wants packing; what is short wants proof, paper, print, drying, hands', async () => {
    const f = await house(1);
    const line = { editionId: f.editionId, formatId: f.formatId, quantity: 1 };
    const ask = (quantity: number) =>
      promiseForCart(f.studio, { lines: [{ ...line, quantity }], country: 'Norrholm', notBefore: null });
    const ready = await ask(1);
    expect(ready.steps.map(({ name }) => name)).toEqual(['pack and weigh']);
    const short = await ask(3);
    expect(short.steps.map(({ name }) => name.replace(/^.*: /, ''))).toEqual([
      'proof',
      'print 2',
      'dry',
      'inspect, sign',
      'pack and weigh',
    ]);
    expect(short.leavesOn > ready.leavesOn).toBe(true);
    await acceptedProof(f);
    const proofed = await ask(3);
    expect(proofed.steps.map(({ name }) => name.replace(/^.*: /, ''))).toEqual([
      'Harrow Rag 310 to come',
      'print 2',
      'dry',
      'inspect, sign',
      'pack and weigh',
    ]);
    expect(proofed.steps[0]!.why).toMatch(/^0 of 2 on hand: 7 days said/);
    const lot = (orderedOn: string, receivedOn: string) =>
      receiveLot(f.studio, {
        ...{ paperId: f.paperId, name: `lot ${receivedOn}`, form: 'sheet' as const, size: 'A3' },
        ...{ amount: '1', price: '4', receivedOn, orderedOn },
      });
    expect(await refused(lot('2026-11-12', '2026-11-02'))).toMatchObject({ field: 'orderedOn' });
    await lot('2026-11-02', '2026-11-12');
    // A sheet of A3 takes two of 150 × 125 mm and more: nothing is waited for any more.
    expect((await ask(3)).steps[0]!.name).toMatch(/print 2/);
    expect(proofed.arrivesOn! > proofed.leavesOn).toBe(true);
  });

  test('what was promised is kept, and a slip is seen; orders before this one want the same hands', async () => {
    const f = await house(1);
    const first = await order(f, f.editionId);
    const second = await order(f, f.editionId);
    const kept = (await rowById(f.studio.db, 'orders', second)).promise!;
    expect(kept.steps.map(({ name }) => name)).toContain('orders before this one');
    // The one print that is ready was promised to the first.
    expect(kept.steps.some(({ name }) => name.includes('print 1'))).toBe(true);
    const now = await promiseToday(f.studio, await rowById(f.studio.db, 'orders', second));
    expect(now!.leavesOn).toBe(kept.leavesOn);
    await send(f, first);
    expect(await promiseToday(f.studio, await rowById(f.studio.db, 'orders', first))).toBeNull();
    expect(await stateOf(f, first)).toBe('dispatched');
  });

  test('a slip is told with what grew; what is taken after an order takes neither its print nor its hands', async () => {
    const f = await house(1);
    const first = await order(f, f.editionId);
    const second = await order(f, f.editionId);
    const kept = (await rowById(f.studio.db, 'orders', second)).promise!;
    expect(await slippedPromises(f.studio)).toMatchObject({ slipped: [], lookedAt: 2, open: 2 });
    // What is taken after it neither takes its print nor its hands.
    for (let i = 0; i < 6; i++) await order(f, f.editionId);
    const later = await promiseToday(f.studio, await rowById(f.studio.db, 'orders', second));
    expect(later!.leavesOn).toBe(kept.leavesOn);
    expect((await slippedPromises(f.studio)).slipped).toEqual([]);
    // The print that was promised to the first is spoiled: now it has to be printed too.
    const [ready] = await findRows(f.studio.db, 'impressions', {
      editionId: f.editionId,
      state: 'signed',
    });
    await handleImpressions(f.studio, {
      ...{ editionId: f.editionId, impressionIds: [ready!.id], act: 'spoiled', note: 'a crease' },
    });
    const now = await promiseToday(f.studio, await rowById(f.studio.db, 'orders', first));
    const { number, promise } = await rowById(f.studio.db, 'orders', first);
    expect(now!.leavesOn > promise!.leavesOn).toBe(true);
    // Said on the bench where it no longer keeps the day the buyer was told, and only there.
    const tellOf = async (shipBy: string) => {
      await f.studio.store.write((tx) => patchRow(tx, 'orders', first, { shipBy }));
      return (await slippedPromises(f.studio)).slipped.find((each) => each.number === number);
    };
    expect(await tellOf(addDays(now!.leavesOn, -2))).toMatchObject({
      ...{ leavesOn: now!.leavesOn, days: 2, because: expect.stringMatching(/proof|print|dry/) },
    });
    expect(await tellOf(now!.leavesOn)).toBeUndefined();
  });

  test('public holidays of a place are kept beside the studio’s own days; a place nobody knows is refused', async () => {
    const f = await house(0);
    expect(await publicHolidays('PT', 2026)).toContain('2026-12-25');
    const calendar = await calendarFrom(
      { workdays: [1, 2, 3, 4, 5], holidays: ['2026-11-02'], holidayPlace: 'PT' },
      '2026-11-01',
    );
    expect(calendar.holidays).toEqual(expect.arrayContaining(['2026-11-02', '2026-12-08', '2027-01-01']));
    const policy = {
      ...{
        countries: [],
        trackedFrom: '',
        insuredFrom: '',
        returnDays: 14,
        claimDays: 14,
        minutesADay: 90,
      },
    };
    expect(
      await refused(postActs.setPostPolicy(f.studio, { ...policy, holidayPlace: 'Atlantis' })),
    ).toMatchObject({ field: 'holidayPlace' });
    await postActs.setPostPolicy(f.studio, { ...policy, holidayPlace: 'pt' });
    const placed = await orderActs.placeOrder(f.studio, {
      ...PLACED,
      buyerId: f.buyerId,
      lines: [],
      goods: [{ goodsId: f.goodsId, quantity: 1, price: '' }],
      orderedOn: '2026-12-23',
    });
    // Three working days from a Wednesday, Friday 25 December and Friday 1 January passed over.
    expect((await rowById(f.studio.db, 'orders', placed.id!)).shipBy).toBe('2026-12-29');
  });

  test('an address in its parts is written as its country writes it; nothing of it is lost', () => {
    const parts = { address: ['Weg 1'], postcode: '53111', town: 'Bonn' };
    expect(addressLines({ ...parts, country: 'Germany' })).toEqual(['Weg 1', '53111 Bonn']);
    expect(
      addressLines({
        address: ['10 Quay'],
        postcode: 'HU1 1AA',
        town: 'Hull',
        country: 'United Kingdom',
      }),
    ).toEqual(['10 Quay', 'Hull', 'HU1 1AA']);
    expect(addressLines({ ...parts, country: 'Norrholm' })).toEqual(['Weg 1', '53111 Bonn']);
    expect(
      addressLines({ address: ['1-2-3'], postcode: '100-0001', town: 'Chiyoda', country: 'Japan' }).join(
        ' ',
      ),
    ).toContain('Chiyoda');
    expect(countryNames()).toContain('Portugal');
  });
});

test('flat, rolled and boxed stand beside each other with what each costs', async () => {
  const f = await house(1);
  await recordService(f.studio, SERVICE);
  const id = await order(f, f.editionId);
  await orderActs.pickOrder(f.studio, { id });
  const { ways } = (await packingTable(f.studio, id))!;
  expect(ways.map(({ form, possible }) => [form, possible])).toEqual([
    ['flat', true],
    ['rolled', true],
    ['boxed', true],
  ]);
  // A board at 0.38, a sleeve at 0.14, a mailer at 0.92; the letter of 3.60.
  expect(ways[0]).toMatchObject({ materialMinor: 144, postageMinor: 360, service: 'Coast Post letter' });
  expect(ways[1]!.says).toMatch(/No tube of/);
});
