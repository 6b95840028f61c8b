import { handleImpressions, printImpressions, takeBackHandling } from '../editions/impressionActions';
import { InputError, RefusedError } from '@/core/errors';
import { addDays } from '@/core/measure/day';
import type { ProfileFacts } from '@/core/colour/profileFacts';
import { INSPECTION } from '@/core/proof/inspection';
import { newestChange } from '@/store/changes';
import { insertRow, findRows, rowById } from '@/store/rows';
import * as schema from '@/store/schema';
import { impressions, orders } from '@/store/schema';
import { recordService, recordSupply, useSupply } from '@/studio/orders/shelfActions';
import { eq } from 'drizzle-orm';
import {
  acceptedProof,
  BUYER,
  furnished,
  numbersOf,
  order,
  refused,
  ROUTE,
  withPrints,
  WORK,
} from '../../../tests/unit/helpers/house';
import { inPieces, picture } from '../../../tests/unit/helpers/files';
import { dice, dumpOf, inputFor, poolsOf } from '../../../tests/unit/helpers/randomActs';
import type { ActionAnswer } from '../action';
import { checkStudio } from '../care/studioCheck';
import * as editions from '../editions/editionActions';
import { loadImpression } from '../editions/editions';
import * as orderActs from '../orders/orderActions';
import { dispatchOrder, packParcel, sealParcel } from '../orders/parcelActions';
import { offerFormat } from '../formats/formatActions';
import { listingOf } from '../prices/listing';
import { judgeAgain, takeBackProof } from '../proofs/roundActions';
import { ACTIONS, performByName } from '../registry';
import { benchLinesToday } from '../reports/bench';
import type { Studio } from '../studio';
import { loadWorkPage } from '../works/workPage';
import { often } from '../../../tests/unit/helpers/trials';

const SUPPLY = {
  name: 'Board A4',
  kind: 'board' as const,
  size: '220 x 307 mm',
  weight: '60 g',
  onHand: 40,
  reorderAt: 5,
  price: '0.40',
};
const SERVICE = {
  carrier: 'Coastline',
  name: 'Tracked',
  tracked: false,
  insured: '',
  days: 3,
  maxLength: '1000 mm',
  maxWeight: '5 kg',
  price: '6',
  readOn: '2026-11-01',
};

const SPECK = { x: 1, y: 1, size: 4, contrast: 9, done: false };
const PROFILE_FACTS: ProfileFacts = {
  label: 'Harrow Rag 310',
  version: '2.1',
  bytes: 512_000,
  made: null,
  describes: 'a printer’s paper',
  model: 'RGB',
  works: 'by tables',
  intents: [],
  white: [96, 0, 1],
};

/** Takes an order as far as the post. */
async function posted(f: Awaited<ReturnType<typeof furnished>>, editionId: string): Promise<string> {
  const id = await order(f, editionId);
  await orderActs.pickOrder(f.studio, { id });
  await packParcel(f.studio, { orderId: id, form: 'flat', reason: 'nothing on the shelf' });
  const held = (await numbersOf(f.studio, editionId)).filter((i) => i.orderLineId).map((i) => i.id);
  await sealParcel(f.studio, { orderId: id, ticked: held, reason: 'not weighed in this test' });
  const serviceId = (await recordService(f.studio, SERVICE)).id!;
  await dispatchOrder(f.studio, { orderId: id, serviceId, tracking: 'X1' });
  return id;
}

describe('sent twice, done once', () => {
  test('the same key gives the same answer and one record; another input under it is refused', async () => {
    const { studio } = await furnished({ withMaster: false });
    const key = 'a-key-of-its-own';
    const first = await performByName(studio, 'recordWork', WORK, { key });
    const again = await performByName(studio, 'recordWork', WORK, { key });
    expect(again).toEqual(first);
    expect((await findRows(studio.db, 'works')).filter((w) => w.id === first.id)).toHaveLength(1);
    const other = refused(performByName(studio, 'recordWork', { ...WORK, title: 'Another' }, { key }));
    expect(await other).toMatchObject({ field: 'key' });
  });

  test('ten at once under one key are one; and the answer outlasts a restart', async () => {
    const f = await furnished({ withMaster: false });
    const { editionId } = await withPrints(f, 5, 0);
    const input = {
      buyerId: f.buyerId,
      lines: [{ editionId, formatId: f.formatId, quantity: 1, price: '' }],
      carriage: '',
      message: '',
      wantsSignature: false,
      paid: true,
      orderedOn: null,
      notes: '',
    };
    const key = 'one-order-and-no-more';
    const answers = await Promise.all(
      Array.from({ length: 10 }, () => performByName(f.studio, 'placeOrder', input, { key })),
    );
    expect(new Set(answers.map((a) => a.id)).size).toBe(1);
    const { emptyStudio } = await import('../../../tests/unit/helpers/house');
    const restarted = await emptyStudio({ dataDir: f.studio.options.dataDir });
    expect(await performByName(restarted, 'placeOrder', input, { key })).toEqual(answers[0]);
    expect(await f.studio.db.select().from(orders)).toHaveLength(1);
  });

  test('a refused act keeps no key: what was put right is done under it', async () => {
    const { studio } = await furnished({ withMaster: false });
    const key = 'first-wrong-then-right';
    await expect(
      performByName(studio, 'recordBuyer', { ...BUYER, address: '' }, { key }),
    ).rejects.toBeInstanceOf(InputError);
    expect((await performByName(studio, 'recordBuyer', BUYER, { key })).id).toBeTruthy();
  });
});

describe('two windows', () => {
  const asked = async (studio: Awaited<ReturnType<typeof furnished>>['studio'], tab: string) => ({
    tab,
    asOf: await newestChange(studio.db),
  });

  test('what another window changed is not written over: who, when and which fields are said, and nothing is lost', async () => {
    const { studio, buyerId } = await furnished({ withMaster: false, who: 'Ilse' });
    const [one, two] = [await asked(studio, 'window-one'), await asked(studio, 'window-two')];
    await performByName(studio, 'recordBuyer', { ...BUYER, id: buyerId, address: 'Upper Mole 3' }, one);
    const late = performByName(
      studio,
      'recordBuyer',
      { ...BUYER, id: buyerId, address: 'Lower Mole 99', notes: 'rings twice' },
      two,
    );
    await expect(late).rejects.toMatchObject({
      name: 'ChangedError',
      changed: {
        who: 'Ilse',
        fields: [{ field: 'address', now: 'Upper Mole 3', yours: 'Lower Mole 99' }],
      },
    });
    const { buyers } = await import('@/store/schema');
    const [buyer] = await studio.db.select().from(buyers).where(eq(buyers.id, buyerId));
    expect(buyer).toMatchObject({ address: ['Upper Mole 3'], notes: '' });
  });

  test('two windows may change two things of one record, and one window the same thing twice', async () => {
    const { studio, buyerId } = await furnished({ withMaster: false });
    const [one, two] = [await asked(studio, 'window-one'), await asked(studio, 'window-two')];
    await performByName(studio, 'recordBuyer', { ...BUYER, id: buyerId, notes: 'a' }, one);
    await performByName(studio, 'recordBuyer', { ...BUYER, id: buyerId, notes: 'b' }, one);
    await performByName(
      studio,
      'recordBuyer',
      { ...BUYER, id: buyerId, notes: 'b', email: 'o@example.org' },
      two,
    );
  });

  test('a count typed into a form does not pass over what was used meanwhile; the shelf is what its moves add up to', async () => {
    const { studio } = await furnished({ withMaster: false });
    const id = (await recordSupply(studio, SUPPLY)).id!;
    const two = await asked(studio, 'window-two');
    await useSupply(studio, { id, count: 3, why: '' });
    const late = performByName(studio, 'recordSupply', { ...SUPPLY, id, onHand: 38 }, two);
    await expect(late).rejects.toMatchObject({
      changed: { fields: [{ field: 'on hand', now: '37', yours: '38' }] },
    });
    const [shelf] = await findRows(studio.db, 'supplies', { id });
    expect(shelf!.onHand).toBe(37);
    expect((await checkStudio(studio)).faults).toEqual([]);
  });

  test('an undo is refused when the thing was changed since, and says by whom', async () => {
    const { studio, workId } = await furnished({ withMaster: false, who: 'Ilse' });
    const done = await performByName(studio, 'recordWork', {
      ...WORK,
      id: workId,
      title: 'Night Ferry II',
    });
    await performByName(studio, 'recordWork', { ...WORK, id: workId, title: 'Night Ferry III' });
    expect((await refused(performByName(studio, 'undo', done.undo!.input))).message).toMatch(
      /Ilse changed title since/,
    );
    const [work] = await findRows(studio.db, 'works', { id: workId });
    expect(work!.title).toBe('Night Ferry III');
  });

  test('taken back twice is taken back once', async () => {
    const { studio, workId } = await furnished({ withMaster: false });
    const done = await performByName(studio, 'recordWork', { ...WORK, id: workId, title: 'Other' });
    await performByName(studio, 'undo', done.undo!.input);
    expect((await refused(performByName(studio, 'undo', done.undo!.input))).message).toBe(
      'That was taken back already.',
    );
  });
});

const ACTS = often(6_000, 350);

describe('undo restores every column', () => {
  const UNDONE = new Map<string, number>();

  /** Does an act, takes it back, holds every table against what it was, and does it again. */
  async function thereAndBack(studio: Studio, name: string, input: unknown): Promise<ActionAnswer> {
    const before = await dumpOf(studio);
    const done = await performByName(studio, name, input);
    if (done.undo?.act !== 'undo') return done;
    await performByName(studio, 'undo', done.undo.input);
    expect({ name, input, dump: await dumpOf(studio) }).toEqual({ name, input, dump: before });
    UNDONE.set(name, (UNDONE.get(name) ?? 0) + 1);
    return performByName(studio, name, input);
  }

  test('of an order on its way to the post and back again', async () => {
    const f = await furnished({ withMaster: false });
    const { studio } = f;
    const { editionId, ids } = await withPrints(f, 5, 3);
    const go = (name: string, input: unknown) => thereAndBack(studio, name, input);
    await recordSupply(studio, { ...SUPPLY, kind: 'mailer', size: '260 x 350 mm', name: 'Mailer A4' });
    const orderId = await order(f, editionId);
    await go('pickOrder', { id: orderId });
    await go('unpickOrder', { id: orderId });
    await go('pickOrder', { id: orderId });
    await go('packParcel', { orderId, form: 'flat', reason: 'no boards' });
    await go('weighParcel', { orderId, scale: '300 g', by: 'typed' });
    await go('unpackParcel', { orderId });
    await go('packParcel', { orderId, form: 'flat', reason: 'no boards' });
    await go('sealParcel', { orderId, ticked: ids, reason: 'not weighed' });
    const serviceId = (await recordService(studio, SERVICE)).id!;
    await go('dispatchOrder', { orderId, serviceId, tracking: 'X1' });
    await go('closeOrder', { id: orderId, outcome: 'delivered', note: '' });
    await go('closeOrder', { id: orderId, outcome: 'returned', note: 'not at home' });
    await go('handleImpressions', { editionId, impressionIds: ids.slice(0, 1), act: 'passed', note: '' });
    await go('handleImpressions', { editionId, impressionIds: ids.slice(0, 1), act: 'signed', note: '' });
    await go('handleImpressions', {
      editionId,
      impressionIds: ids.slice(1, 2),
      act: 'certified',
      note: '',
    });
    await go('takeBackHandling', { editionId, impressionIds: ids.slice(0, 1) });
    const [line] = (await benchLinesToday(studio)).filter(({ group }) => group !== 'Promised');
    const untilOn = addDays(await studio.today(), 3);
    await go('putOff', { line: line!.id, untilOn, why: 'no light' });
    await go('takeUp', { line: line!.id });
    await go('planTask', { task: line!.id, plannedOn: untilOn });
    await go('setDayHours', { day: untilOn, hours: '2 h' });
    await go('setDayHours', { day: untilOn, hours: '' });
    const fair = { says: 'The fair', fromOn: untilOn, untilOn: addDays(untilOn, 1), takesHours: true };
    const dateId = (await go('noteDate', fair)).id!;
    await go('dropDate', { id: dateId });
    const noted = { subject: 'order', subjectId: orderId, text: 'the porter rings twice' };
    const noteId = (await go('addNote', { ...noted, isLesson: false })).id!;
    await go('setLesson', { id: noteId, isLesson: true });
    await go('removeNote', { id: noteId });
    await go('setWeekManner', { starts: '8:15', trip: '30 min' });
    const again = await order(f, editionId);
    await go('planTask', { task: `pack:${again}`, plannedOn: untilOn });
    await go('markPaid', { id: again, paid: false });
    await go('cancelOrder', { id: again, note: 'changed their mind' });
    const checked = await checkStudio(studio);
    expect(checked.faults).toEqual([]);
  });

  test('of carriage, goods, parts, runs, and what went wrong after the door', async () => {
    const f = await furnished({ withMaster: false });
    const { studio, buyerId, formatId } = f;
    const { editionId } = await withPrints(f, 9, 8);
    const go = (name: string, input: unknown) => thereAndBack(studio, name, input);
    await go('importRates', {
      text: 'carrier,service,up to,price,max length\nCoast,letter,2 kg,3.60,900 mm\n',
      readOn: '2026-11-01',
    });
    const supply = { ...SUPPLY, thickness: '2 mm', packOf: 25 };
    for (const each of [supply, { ...supply, kind: 'mailer', size: '260 x 350 mm', name: 'Mailer A4' }])
      await go('recordSupply', each);
    const goods = { name: 'Pin', kind: 'pin', cost: '1', price: '3', onHand: 9, weight: '9 g' };
    const goodsId = (await go('saveGoods', { id: null, ...goods, thickness: '9 mm', notes: '' })).id!;
    const larger = (await offerFormat(studio, { workId: f.workId, size: '200 x 150 mm', family: 'own' }))
      .id!;
    const question = {
      costs: [],
      fixedFees: [],
      shareFees: [],
      carriageCharged: 0,
      margin: 0.5,
      given: 0,
    };
    await performByName(studio, 'setPrice', { formatId: larger, price: '80', question });
    const sold = await findRows(studio.db, 'products', { formatId: [formatId, larger] });
    const members = sold.map((each) => ({ editionId, formatId: each.formatId, productId: each.id }));
    const pair = { id: null, name: 'Pair', members, price: '99', sameNumber: false, notes: '' };
    const setId = (await go('keepSet', pair)).id!;
    await go('keepSet', { ...pair, id: setId, price: '95' });
    await go('endSet', { id: setId, ended: true });
    const insert = { id: null, name: 'gift', rule: 'gift in turn', supplyId: null, goodsId };
    const insertId = (await go('saveInsert', { ...insert, weight: '9 g', thickness: '9 mm' })).id!;
    const stamp = { id: null, name: 'Gull', value: '1.20', permanent: true, onHand: 9 };
    await go('saveStamp', { ...stamp, readOn: '2026-11-01' });
    const opening = { id: null, name: 'van', kind: 'vehicle', width: '1 m', height: '1 m' };
    const van = { ...opening, length: '2 m', mayTilt: true, orderId: null, place: 0 };
    const openingId = (
      await go('saveOpening', { ...van, width: '1000 mm', height: '1000 mm', length: '2000 mm' })
    ).id!;
    const who = { id: null, name: 'Ada', craft: 'framer', place: 'Vell', country: 'Estmark' };
    await go('saveCraftsperson', { ...who, contact: '', price: '90', days: 9, notes: '' });
    await go('setPermission', { buyerId, since: '2026-11-02', how: 'at the fair' });
    await go('setPostPolicy', {
      ...{ countries: ['Norrholm'], trackedFrom: '', insuredFrom: '', returnDays: 14, claimDays: 14 },
      ...{ minutesADay: 100, holidayPlace: '' },
    });
    await go('saveMapping', { source: 'fair', columns: [{ field: 'name', heads: ['Who'] }] });
    const placed = {
      ...{
        buyerId,
        carriage: '',
        message: '',
        wantsSignature: false,
        paid: true,
        orderedOn: null,
        notes: '',
      },
      lines: [{ editionId, formatId, quantity: 3, price: '' }],
      goods: [{ goodsId, quantity: 1, price: '' }],
      stages: [{ name: 'half', dueOn: null, amount: '20' }],
    };
    const orderId = (await performByName(studio, 'placeOrder', placed)).id!;
    const [stage] = await findRows(studio.db, 'orderStages', { orderId });
    await go('markStage', { id: stage!.id, done: true, paid: true });
    await go('planOrder', { id: orderId, plannedOn: '2099-01-05' });
    const [line] = await findRows(studio.db, 'orderLines', { orderId });
    await go('splitOrder', {
      id: orderId,
      lines: [{ lineId: line!.id, quantity: 1 }],
      shipBy: '2099-02-01',
    });
    const runId = (await go('startRun', { orderIds: [orderId] })).id!;
    await go('pickOrder', { id: orderId });
    await go('packParcel', {
      orderId,
      form: 'flat',
      reason: 'no sleeve',
      without: ['sleeve'],
      weather: 'rain',
      runId,
    });
    const [{ number } = { number: 0 }] = await findRows(studio.db, 'orders', { id: orderId });
    await go('matchLabel', { orderId, code: `ORDER-${number}` });
    const picked = (await findRows(studio.db, 'impressions', { state: 'allocated' })).map((i) => i.id);
    const [pin] = await findRows(studio.db, 'orderGoods', { orderId });
    await go('sealParcel', { orderId, ticked: [...picked, pin!.id], reason: 'not weighed' });
    const [service] = await findRows(studio.db, 'services');
    await go('dispatchOrder', { orderId, serviceId: service!.id, tracking: '', stamps: true });
    await go('endRun', { id: runId });
    const wrong = { orderId, kind: 'damaged', says: 'a corner', condition: '', claim: '', photos: [] };
    const caseId = (await go('openCase', wrong)).id!;
    await go('moveCase', {
      id: caseId,
      to: 'paid',
      claim: '50',
      got: '40',
      refund: '10',
      condition: 'torn',
    });
    const hands = { orderId, from: 'us', to: 'the post', condition: 'sound', bears: 'the post' };
    await go('noteHandover', { ...hands, photos: [] });
    await go('resendOrder', { id: orderId, why: 'damaged', shipBy: null });
    await go('importOrders', {
      source: 'fair',
      orders: [
        {
          ...{
            reference: 'F1',
            day: null,
            name: 'Oda',
            address: ['Mole 1'],
            country: 'Norrholm',
            email: '',
          },
          ...{ carriageMinor: 0, message: '', giftNote: '' },
          items: [
            { editionId: null, formatId: null, productId: null, goodsId, quantity: 1, priceMinor: null },
          ],
        },
      ],
    });
    await go('removeOpening', { id: openingId });
    await go('archiveInsert', { id: insertId });
    expect((await checkStudio(studio)).faults).toEqual([]);
  });

  test('of certificates, what is held for somebody, what a shop has, and who has a print now', async () => {
    const f = await furnished({ withMaster: false });
    const { studio, buyerId, paperId } = f;
    const { editionId, ids } = await withPrints(f, 6, 3);
    const go = (name: string, input: unknown) => thereAndBack(studio, name, input);
    await go('writeCertificates', { editionId, impressionIds: ids.slice(0, 2) });
    const held = { editionId, impressionId: ids[2]!, quantity: 1, forWhom: 'Oda', untilOn: '2099-01-01' };
    const reservationId = (await go('reserveNumbers', { ...held, note: '' })).id!;
    await go('endReservation', { id: reservationId });
    const numbers = await numbersOf(studio, editionId);
    await go('holdBack', { impressionId: numbers[4]!.id, why: 'for the archive' });
    const terms = { channelId: null, sinceOn: '2026-11-01', dueOn: '2027-02-01', theirShare: 0.4 };
    const given = {
      ...terms,
      buyerId,
      bearsDamage: 'the shop',
      notes: '',
      items: ids.slice(0, 2).map((impressionId) => ({ impressionId, price: '95' })),
    };
    const noteId = (await go('consignPrints', given)).id!;
    const items = await findRows(studio.db, 'consignmentItems', { consignmentId: noteId });
    const outcome = (itemId: string, what: string) => ({ itemId, outcome: what, note: '' });
    await go('settleConsignment', {
      id: noteId,
      on: '2026-11-20',
      paid: 'paid',
      items: [outcome(items[0]!.id, 'sold'), outcome(items[1]!.id, 'back')],
    });
    const sold = { impressionId: items[0]!.impressionId, how: 'resold', sinceOn: '2026-11-22', note: '' };
    const keeperId = (await go('noteKeeper', { ...sold, name: 'Ruve Tallis' })).id!;
    await go('forgetKeeper', { id: keeperId });
    await go('notePen', { paperId, pen: 'pencil 2B', worked: true, note: '' });
    await go('setCertificateWords', { certificate: 'Print {number} of {title}', care: 'Keep it dry.' });
    expect((await checkStudio(studio)).faults).toEqual([]);
  });

  test('of listings and how channels want them', async () => {
    const f = await furnished();
    const { studio, workId, formatId } = f;
    await withPrints(f, 5, 0);
    const go = (name: string, input: unknown) => thereAndBack(studio, name, input);
    const listingId = (await go('writeListing', { workId })).id!;
    await go('editParagraph', { listingId, key: 'original', says: 'Painted on the mole.' });
    await go('addParagraph', { listingId, says: 'Ask me.' });
    await go('removeParagraph', { listingId, key: 'returns' });
    const question = {
      costs: [],
      fixedFees: [],
      shareFees: [],
      carriageCharged: 0,
      margin: 0.5,
      given: 0,
    };
    await performByName(studio, 'setPrice', { formatId, price: '70', question });
    const { paragraphs } = (await rowById(studio.db, 'listings', listingId)).body;
    const { key } = paragraphs.find((p) => p.key.startsWith('size:'))!;
    await go('settleListing', { listingId, key, how: 'facts' });
    const channel = {
      ...{ id: null, name: 'the market', kind: 'marketplace', shareFees: [], fixedFees: [] },
      ...{ shareOfRetail: 0, taxOnFees: 0, monthly: '', perListing: '', listings: 0 },
      ...{ partner: null, stall: null, readOn: null, notes: '' },
    };
    const channelId = (await performByName(studio, 'saveChannel', channel)).id!;
    await go('setListingRules', { channelId, mostTags: 3, titleLength: null, columns: 'title' });
    await go('dressListing', { listingId, tags: 'a, b', pictures: ['detail'], channelIds: [channelId] });
    await go('removeListing', { listingId });
    expect((await checkStudio(studio)).faults).toEqual([]);
  });

  test('of walls, and what hangs on them', async () => {
    const f = await furnished();
    const { studio, formatId } = f;
    const go = (name: string, input: unknown) => thereAndBack(studio, name, input);
    const face = { name: '', width: '4200 mm', leftHeight: '2600 mm', rightHeight: '2600 mm' };
    const facts = { name: 'The long wall', kind: 'wall', surface: 'wood', isPublic: true, faces: [face] };
    const wallId = (await go('recordWall', facts)).id!;
    await go('recordWall', { ...facts, id: wallId, surface: 'concrete' });
    await go('addObstacle', {
      ...{ wallId, kind: 'switch', face: 0, left: '90 mm', bottom: '1060 mm' },
      ...{ width: '85 mm', height: '85 mm', depth: 0 },
    });
    const plan = async () => (await rowById(studio.db, 'walls', wallId)).plan;
    await go('removeObstacle', { wallId, obstacleId: (await plan()).obstacles[0]!.id });
    const typed = { wallId, formatId: null, mount: null, title: 'A mirror', size: '500 x 400 mm' };
    const pieceId = (await go('hangPiece', { ...typed, moulding: '20 mm' })).id!;
    for (const moulding of ['20 mm', '30 mm'])
      await go('hangPiece', { ...typed, formatId, title: '', size: '', moulding });
    await go('measurePiece', {
      ...{ wallId, pieceId, size: '500 x 400 mm', weight: '3 kg', drop: '45 mm', hooks: 2 },
    });
    await go('movePiece', { wallId, pieceId, place: { face: 0, left: '100 mm', top: '2000 mm' } });
    await go('arrangeWall', {
      ...{ wallId, kind: 'grid', rows: 1, columns: 2, centre: '1500 mm', gap: '50 mm', rowGap: '60 mm' },
    });
    const pieceIds = (await plan()).pieces.map((p) => p.id).reverse();
    await go('orderPieces', { wallId, pieceIds });
    await go('proposeWallOrder', { wallId, school: 'differ' });
    await go('lightWall', { wallId, light: { lux: 200, hoursADay: 8, kelvin: 4_000, hasSun: false } });
    await go('takeMeasure', { wallId, key: `left:${pieceId}`, value: '102 mm' });
    await go('takeDown', { wallId, pieceId });
    await go('archiveWall', { wallId });
    const { keepBuyerWall } = await import('../walls/buyerWallActions');
    const received = await studio.objects.receive(
      inPieces(await picture(800, 600).jpeg().toBuffer()),
      'wall.jpg',
      { known: () => true },
    );
    const kept = await keepBuyerWall(studio, { name: 'Marta', fileName: 'wall.jpg', received });
    const buyerWallId = kept.id!;
    await go('renameBuyerWall', { buyerWallId, name: 'Marta Ilves' });
    const [from, to] = [
      { x: 100, y: 500 },
      { x: 600, y: 500 },
    ];
    const at = (x: number, y: number) => ({ x, y });
    const corners = [at(10, 10), at(90, 14), at(90, 80), at(10, 90)];
    await go('knowRectangle', { buyerWallId, corners, size: '900 x 800 mm' });
    await go('knowLength', { buyerWallId, from, to, length: '1000 mm' });
    const hung = await go('hangAtBuyers', { buyerWallId, formatId, mount: null, moulding: '20 mm' });
    await go('moveAtBuyers', { buyerWallId, pieceId: hung.id!, middle: { x: 300, y: 200 } });
    await go('takeAwayAtBuyers', { buyerWallId, pieceId: hung.id! });
    await go('archiveBuyerWall', { buyerWallId });
    expect((await checkStudio(studio)).faults).toEqual([]);
  });

  test('of layouts, mounts, crops and finishes', async () => {
    const f = await furnished();
    const { studio, workId, formatId, paperId } = f;
    const go = (name: string, input: unknown) => thereAndBack(studio, name, input);
    await go('placeCrop', {
      id: formatId,
      place: { x: 450_000, y: 500_000, fill: 900_000, turn: 0 },
    });
    await go('changeFinish', { id: formatId, title: 'Night Ferry', type: '3 mm', deckle: '', bleed: '' });
    await go('changeFinish', { id: formatId, title: '', type: '', deckle: '', bleed: '' });
    const roll = { name: 'Friday', kind: 'roll', paperId, size: '610 mm', margin: '5 mm', gap: '5 mm' };
    const layout = (await go('beginLayout', roll)).id!;
    await go('addPieces', { id: layout, formatId, size: '', says: '', count: 3, rotate: true });
    await go('countPieces', { id: layout, piece: 'p1', count: 2, rotate: true });
    const { layouts } = await import('@/store/schema');
    const [laid] = await studio.db.select().from(layouts).where(eq(layouts.id, layout));
    const moved = laid!.placements.map((p) => ({ ...p, y: p.y + 20_000 }));
    await go('arrangeLayout', { id: layout, placements: moved });
    await go('setLayout', { id: layout, pieces: laid!.pieces, placements: laid!.placements });
    await performByName(studio, 'receiveLot', {
      paperId,
      name: 'lot 1',
      form: 'roll',
      size: '610 mm',
      amount: '12000 mm',
      price: '96',
      receivedOn: '2026-11-02',
    });
    const onRoll = { paper: { width: 610_000, height: null }, placements: laid!.placements };
    const { changedAt } = await rowById(studio.db, 'layouts', layout, 'layout');
    await go('layOnStock', { id: layout, seen: changedAt, uses: [onRoll] });
    await performByName(studio, 'receiveLot', {
      paperId,
      name: 'lot 2',
      form: 'sheet',
      size: 'A3+',
      amount: '10',
      price: '31',
      receivedOn: '2026-11-02',
    });
    const [sheets] = await studio.db.select().from(schema.lots).where(eq(schema.lots.form, 'sheet'));
    await go('cutLot', { id: sheets!.id, sheets: 2, size: '148 x 210 mm', each: 4, offcut: '' });
    const prep = (
      await go('beginPrep', { masterId: f.masterId, formatId, name: 'first', copyFrom: null })
    ).id!;
    await go('logStep', { id: prep, line: 'sharpen 60 % 0.8 px' });
    await go('dropStep', { id: prep, at: 0 });
    await go('putStep', {
      id: prep,
      at: 0,
      step: { by: 'hand', kind: 'note', says: 'as it was', figures: {} },
    });
    await go('queueLayout', { id: layout, queued: true });
    await go('misprintLayout', { id: layout, why: 'a head strike', bears: 'the studio' });
    await go('printQueued', { id: layout, advance: false, reason: '' });
    await go('unprintLayout', { id: layout });
    await go('printLayout', { id: layout });
    await go('recordCutter', {
      id: null,
      name: 'Marren',
      sheet: '1 mm',
      image: '1 mm',
      window: '2 mm',
      placing: '1 mm',
      readOn: '2026-11-02',
      notes: '',
    });
    const { cutters } = await import('@/store/schema');
    const [cutter] = await studio.db.select().from(cutters);
    await go('putAwayCutter', { id: cutter!.id, away: true });
    const float = {
      kind: 'float',
      formatId,
      gap: '5 mm',
      spacer: '10 mm',
      glazing: '2 mm',
      backing: '3 mm',
      print: '1 mm',
    };
    const mount = (await go('keepMount', float)).id!;
    await go('keepMount', { ...float, gap: '8 mm' });
    await go('dropMount', { id: mount });
    await go('setCare', { folder: '/media/disk/backup', everyDays: 7 });
    await go('recordWork', { ...WORK, id: workId, notes: 'varnished' });
  });

  test('of what is kept of proofs, profiles, specks and print files', async () => {
    const f = await furnished();
    const { studio, workId, formatId, paperId, masterId } = f;
    const go = (name: string, input: unknown) => thereAndBack(studio, name, input);
    const proofId = await acceptedProof(f);
    const text = 'id;L;a;b\nkelp;38;4;21\ntar;30;0;1\nsail;90;1;6\n';
    await go('compareReadingTexts', { proofId, fileName: 'r.csv', readings: text, reference: text });
    const [comparison] = await studio.db.select().from(schema.comparisons);
    await go('removeComparison', { id: comparison!.id });
    const asked = {
      formatId,
      paperId,
      routeId: f.routeId,
      kind: 'snippet',
      changed: '',
      cost: '',
      made: false,
    };
    const second = (await go('askProof', asked)).id!;
    await go('proofMade', { id: second });
    const at = '2026-11-20T10:00:00Z';
    await studio.store.write(async (tx) => {
      await tx.insert(schema.captureChecks).values({
        id: 'specks',
        workId,
        masterId,
        at,
        body: { kind: 'dust', specks: [SPECK], total: 1 },
      });
      await tx.insert(schema.printFiles).values({
        id: 'file',
        workId,
        formatId,
        fileName: '100x75mm_night-ferry_v1.tif',
        sha256: 'a'.repeat(64),
        bytes: 1,
        state: 'ready',
        madeAt: at,
      });
      await tx.insert(schema.profiles).values({
        id: 'profile',
        sha256: 'b'.repeat(64),
        fileName: 'rag.icc',
        paperId,
        facts: PROFILE_FACTS,
        gamut: { black: [12, 0, 0], volume: 480_000, slices: [] },
        receivedAt: at,
      });
    });
    await go('tickSpeck', { id: 'specks', at: 0, done: true });
    await go('putAwayProfile', { id: 'profile', away: true });
    await go('removePrintFile', { id: 'file' });
    const other = (await performByName(studio, 'recordWork', { ...WORK, title: 'Kelp Line' })).id!;
    await performByName(studio, 'offerFormat', { workId: other, size: '200 x 150 mm', family: 'own' });
    await studio.store.write(async (tx) => {
      const [master] = await tx.select().from(schema.masters).limit(1);
      await tx.insert(schema.masters).values({ ...master!, id: 'other', workId: other });
    });
    await go('useAgain', { proofId, workId: other });
    await go('sendToClient', { id: proofId, to: 'the client' });
    await go('clientAnswered', { id: proofId, answer: 'accepted', words: 'as it is' });
    const sheet = { width: 100_000, height: 75_000 };
    const planned = {
      plan: { sheet, ppi: 300, pictures: [], texts: [] },
      printFileSha: 'c'.repeat(64),
      state: 'asked' as const,
    };
    await studio.store.write((tx) => tx.update(schema.proofs).set(planned));
    const strip = { name: 'Proofs', kind: 'roll', paperId, size: '610 mm', margin: '5 mm', gap: '5 mm' };
    const layoutId = (await performByName(studio, 'beginLayout', strip)).id!;
    await go('gangProof', { id: proofId, layoutId });
    await go('removeLayout', { id: layoutId });
    const prep = (await go('beginPrep', { masterId, formatId, name: 'again', copyFrom: null })).id!;
    await go('removePrep', { id: prep });
  });

  test('of hands, proofs and sendings, step by step', async () => {
    const f = await furnished();
    const { studio, workId, formatId, paperId, routeId } = f;
    const go = (name: string, input: unknown) => thereAndBack(studio, name, input);
    const left = { workId, leftOn: '2026-11-02', who: 'the framers', place: '', why: 'to be framed' };
    await go('handOver', { ...left, conditionOut: 'sound', dueOn: null });
    const [move] = await studio.db.select().from(schema.originalMoves);
    await go('takeBack', { id: move!.id, backOn: '2026-11-09', conditionBack: 'sound' });
    await go('stillAway', { id: move!.id });
    await go('forgetMove', { id: move!.id });
    await studio.store.write((tx) =>
      insertRow(tx, 'photographs', {
        id: 'photo',
        workId,
        sha256: 'a'.repeat(64),
        bytes: 9,
        fileName: 'back.jpg',
        shows: 'back',
        takenOn: '2026-11-01',
        keptAt: studio.now(),
      }),
    );
    await go('describePhotograph', {
      id: 'photo',
      shows: 'damage',
      words: 'a rub',
      takenOn: '2026-11-02',
    });
    await go('removePhotograph', { id: 'photo' });
    const noted = { subject: 'paper', subjectId: paperId, text: 'scuffs', isLesson: false };
    const noteId = (await go('addNote', noted)).id!;
    await studio.store.write((tx) =>
      insertRow(tx, 'evidence', {
        ...{ id: 'seen', subject: 'note', subjectId: noteId, sha256: 'c'.repeat(64), bytes: 9 },
        ...{ fileName: 'scuff.jpg', words: '', at: studio.now() },
      }),
    );
    await go('describeEvidence', { id: 'seen', words: 'the lower edge' });
    await go('removeEvidence', { id: 'seen' });
    const asked = { formatId, paperId, routeId, kind: 'whole', changed: '', cost: '', made: true };
    const proof = (await go('askProof', asked)).id!;
    const judged = {
      id: proof,
      verdict: 'accept',
      light: 'D50',
      distance: '',
      words: '',
      reason: 'dry enough',
    };
    await go('judgeProof', judged);
    // A second judgement takes the reference from the first, and gives it back.
    const second = (await performByName(studio, 'askProof', asked)).id!;
    await go('judgeProof', { ...judged, id: second });
    await go('judgeAgain', { id: second });
    await go('setClient', { id: proof, client: null });
    await go('sendToClient', { id: proof, to: 'the client' });
    await go('setClient', { id: proof, client: null });
    await go('takeBackProof', { id: second });
    const lab = (await performByName(studio, 'recordRoute', { ...ROUTE, name: 'the lab', kind: 'lab' }))
      .id!;
    const quote = (await go('keepQuote', { routeId: lab, formatId, quantity: 2 })).id!;
    await go('dropQuote', { id: quote });
    await go('sendOut', {
      routeId,
      lines: [{ formatId, quantity: 2 }],
      sentOn: '2026-11-02',
      expectedOn: null,
    });
    const [sent] = await studio.db.select().from(schema.sentJobs);
    await go('cameBack', { id: sent!.id, backOn: '2026-11-09', inspection: 'sound' });
    const { editionId } = await withPrints(f, 3, 0);
    const [first] = await numbersOf(studio, editionId);
    await performByName(studio, 'printImpressions', {
      editionId,
      impressionIds: [first!.id],
      count: null,
      formatId,
      paperId,
      reason: 'test',
    });
    const points = Object.fromEntries(INSPECTION.map((p) => [p, 'right']));
    await go('inspectPrint', { impressionId: first!.id, points, measured: '', words: '', bears: null });
  });

  test('of products and their prices, channels, goods and a job’s account', async () => {
    const f = await furnished();
    const { studio, workId, formatId } = f;
    const go = (name: string, input: unknown) => thereAndBack(studio, name, input);
    const line = { id: null, name: 'Cotton', routeId: null, paperId: null, signing: 'front' };
    const lineId = (await go('saveLine', { ...line, finePrint: true, goesIn: [], notes: '' })).id!;
    const grid = { workId, formatIds: [formatId], lineIds: [lineId], finishes: ['loose', 'framed'] };
    await go('offerProducts', { ...grid, inEdition: true });
    const [product] = await findRows(studio.db, 'products', { lineId, finish: 'framed' });
    await go('quoteProduct', { id: product!.id, quote: '90', from: 'Pell', on: null, inEdition: false });
    const question = {
      costs: [{ name: 'print', amount: 900 }],
      fixedFees: [],
      shareFees: [],
      carriageCharged: 0,
      margin: 0.5,
      given: 0,
    };
    await go('setPrice', { formatId, lineId, finish: 'framed', question, price: '' });
    const raised = { productId: product!.id, price: '200', question: null };
    await go('keepPrices', { validFrom: null, changes: [raised] });
    await go('removePrice', { formatId, lineId, finish: 'framed' });
    await go('withdrawProduct', { id: product!.id });
    await go('archiveLine', { id: lineId });
    const minutes = { trim: 1, sign: 1, inspect: 1, mount: 1, frame: 1, stretch: 1, pack: 1 };
    await go('setCostRates', {
      ratePerHour: '30',
      minutes,
      expectedPrints: 10,
      prepMinutes: 30,
      spoilRate: 0.1,
      minutesPerM2: 20,
      printsPerOrder: 2,
    });
    await go('noteOutlays', { workId, capture: '80', expectedPrints: 12, askingPrice: '900' });
    const goods = { name: 'Card', kind: 'card', cost: '1', price: '3', onHand: 9, weight: '9 g' };
    const card = (await go('saveGoods', { id: null, ...goods, thickness: '1 mm', notes: '' })).id!;
    await go('moveGoods', { id: card, kind: 'sold', count: 2, why: '' });
    await go('archiveGoods', { id: card });
    const accountId = (
      await go('saveAccount', {
        id: null,
        name: 'Canvas',
        workId: null,
        client: '',
        agreed: '',
        notes: '',
      })
    ).id!;
    const entry = { accountId, kind: 'cost', says: 'bars', who: '', sum: '4', minutes: 0, on: null };
    const entryId = (await go('addEntry', entry)).id!;
    await go('removeEntry', { id: entryId });
    await go('closeAccount', { id: accountId, closed: true });
    const paid = { cause: 'sea rescue', sum: '12', until: '2026-11-01', paidOn: null, proof: 'no. 14' };
    const paymentId = (await go('payCause', paid)).id!;
    await go('forgetCausePayment', { id: paymentId });
    await go('showTax', { share: 0.21 });
  });

  test('of all that is simply recorded', async () => {
    const f = await furnished();
    const { studio } = f;
    await recordSupply(studio, SUPPLY);
    const roll = dice(11);
    const left = () => [...ACTIONS.keys()].filter((name) => wantsTrial(name) && !UNDONE.has(name));
    // Several rounds, because some wait for what others record.
    for (let round = 0; round < 12 && left().length; round++) {
      for (const name of left()) {
        const pools = await poolsOf(studio);
        for (let n = 0; n < 25 && !UNDONE.has(name); n++) {
          try {
            await thereAndBack(studio, name, inputFor(name, pools, roll, false));
          } catch (error) {
            if (!(error instanceof InputError || error instanceof RefusedError)) throw error;
          }
        }
      }
    }
    expect(left()).toEqual([]);
  });

  test('of whatever was done, in whatever order; and no input, however wild, is answered by a fault of ours', async () => {
    const f = await furnished();
    const { studio } = f;
    await withPrints(f, 6, 4, 'on request');
    await recordService(studio, SERVICE);
    await recordSupply(studio, SUPPLY);
    const names = [...ACTIONS.keys()].filter((n) => !BESIDE.has(n));
    const roll = dice(20261128);
    const faults: string[] = [];
    let pools = await poolsOf(studio);
    for (let n = 0; n < ACTS; n++) {
      if (n % 40 === 0) pools = await poolsOf(studio);
      const name = names[roll(names.length)]!;
      const input = inputFor(name, pools, roll, n % 3 === 2);
      const probes = n % 3 !== 2 && (UNDONE.get(name) ?? 0) < 2;
      try {
        await (probes ? thereAndBack(studio, name, input) : performByName(studio, name, input));
      } catch (error) {
        const isOurs = error instanceof RefusedError && /fault of Glassine/.test(error.message);
        if (!isOurs && (error instanceof InputError || error instanceof RefusedError)) continue;
        if ((error as { matcherResult?: unknown }).matcherResult) throw error;
        faults.push(`${name} ${JSON.stringify(input)?.slice(0, 200)}: ${String(error).slice(0, 200)}`);
      }
    }
    expect(faults).toEqual([]);
    expect((await checkStudio(studio)).faults).toEqual([]);
  });
});

/** Whether an act offers to be taken back, and so has to be tried. */
const wantsTrial = (name: string): boolean =>
  !BESIDE.has(name) && !NOT_TAKEN_BACK.has(name) && !ACTIONS.get(name)!.options.final;

/** Begin a piece of work in a worker, or need one: tried in their own tests. */
const BESIDE = new Set([
  'makePrintFile',
  'viewPrintFile',
  'makeProofSheet',
  'countGamut',
  'makeListingPictures',
  'lookForDust',
  'makeCopy',
  'compareCaptures',
  'checkTarget',
  'guessCorners',
  'proposeSnippets',
  'layAnew',
  'proposeStock',
  'measureAgain',
  'readAgain',
  'cancelReading',
  'stopJob',
  'backUpNow',
  'checkNow',
  'undo',
]);
/** Answered by what they are called, or by a row that only pictures bring. */
const NOT_TAKEN_BACK = new Set([
  // Cancelling is its answer.
  'placeOrder',
  // Leads to the next proof sheet, and changes nothing by itself.
  'takeAdvice',
  // Clears a note of a refusal; what was refused was never here.
  'dismissRefusal',
]);

describe('no number twice', () => {
  const limited = (f: { workId: string }, more: Record<string, unknown> = {}) => ({
    workId: f.workId,
    kind: 'limited' as const,
    size: 10,
    proofs: { AP: 0, PP: 0, HC: 0 },
    run: 'all sizes' as const,
    formatId: null,
    signing: 'front' as const,
    ...more,
  });

  test('a closed run keeps its numbers for ever; a later one needs a name, and bears it', async () => {
    const f = await furnished({ withMaster: false });
    const first = (await editions.openEdition(f.studio, limited(f))).id!;
    await editions.closeEdition(f.studio, { id: first, reason: 'enough' });
    expect(await refused(editions.openEdition(f.studio, limited(f)))).toMatchObject({
      field: 'name',
      message: expect.stringContaining('its numbers exist once for ever'),
    });
    const perSize = limited(f, { run: 'per size', formatId: f.formatId });
    expect((await refused(editions.openEdition(f.studio, perSize))).field).toBe('name');
    const second = (await editions.openEdition(f.studio, limited(f, { name: 'Second run' }))).id!;
    const [one] = await numbersOf(f.studio, second);
    const shown = await loadImpression(f.studio, one!.id);
    expect(shown.label).toBe('1/10, Second run');
    await editions.closeEdition(f.studio, { id: second, reason: 'enough' });
    const sameName = editions.openEdition(f.studio, limited(f, { name: ' second RUN ' }));
    expect((await refused(sameName)).field).toBe('name');
  });

  test('the database itself refuses a second number, a loosened edition and a renumbered print', async () => {
    const f = await furnished({ withMaster: false });
    await withPrints(f, 3, 0);
    const run = (text: string) => f.studio.store.client.execute(text);
    const { rows } = await run(`SELECT name FROM pragma_table_info('editions')`);
    const columns = rows.map((r) => String(r.name));
    const copy = `INSERT INTO editions (${columns.join(', ')}) SELECT ${columns.map((c) => (c === 'id' ? "'twin'" : c)).join(', ')} FROM editions`;
    await expect(run(copy)).rejects.toThrow(/once for ever/);
    await expect(run('UPDATE editions SET size = 300')).rejects.toThrow(/cannot be changed/);
    await expect(run('UPDATE impressions SET number = number + 1')).rejects.toThrow(/keeps its number/);
  });

  test('a print lost in the post stays with its order, is not made again, and may still arrive', async () => {
    const f = await furnished({ withMaster: false });
    const { editionId, ids } = await withPrints(f, 3, 1);
    const id = await posted(f, editionId);
    await orderActs.closeOrder(f.studio, { id, outcome: 'lost', note: 'nobody knows' });
    const remake = handleImpressions(f.studio, {
      editionId,
      impressionIds: ids,
      act: 'remade',
      note: '',
    });
    expect((await refused(remake)).message).toMatch(/is lost: it cannot be remade now/);
    await orderActs.closeOrder(f.studio, { id, outcome: 'delivered', note: 'it turned up' });
    const [print] = await f.studio.db.select().from(impressions).where(eq(impressions.id, ids[0]!));
    expect(print).toMatchObject({ state: 'delivered', orderLineId: expect.any(String) });
    expect((await checkStudio(f.studio)).faults).toEqual([]);
  });

  test('only what is destroyed is made again under its number', async () => {
    const f = await furnished({ withMaster: false });
    const { editionId, ids } = await withPrints(f, 3, 1);
    const handle = (act: 'spoiled' | 'destroyed' | 'remade') =>
      handleImpressions(f.studio, { editionId, impressionIds: ids, act, note: 'torn' });
    await handle('spoiled');
    expect((await refused(handle('remade'))).message).toMatch(/spoiled: it cannot be remade/);
    await handle('destroyed');
    expect((await handle('remade')).undo).toBeUndefined();
    expect((await checkStudio(f.studio)).faults).toEqual([]);
  });

  test('how many are free is one figure: for orders, the list of a new order, the listing and the edition', async () => {
    const f = await furnished({ withMaster: false });
    const { editionId } = await withPrints(f, 5, 2);
    await order(f, editionId, 2);
    const { sellable } = await import('@/store/orders');
    const { freeOf } = await import('@/store/soundness');
    const listed = async () => {
      const whole = (await loadWorkPage(f.studio, f.workId))!;
      return (await listingOf(f.studio, whole)).paragraphs.join(' ');
    };
    expect(await freeOf(f.studio.db, editionId, await f.studio.today())).toBe(3);
    expect((await sellable(f.studio.db, '2026-12-01'))[0]!.free).toBe(3);
    expect(await listed()).toContain('3 are still to be had');
    expect((await refused(order(f, editionId, 4))).message).toMatch(/at most 3/);
    await editions.closeEdition(f.studio, { id: editionId, reason: 'enough' });
    // Two were made and are promised; what was never printed never will be.
    expect(await freeOf(f.studio.db, editionId, await f.studio.today())).toBe(0);
    expect(await sellable(f.studio.db, '2026-12-01')).toEqual([]);
    expect((await refused(order(f, editionId))).message).toMatch(/at most 0.*the edition is closed/);
  });

  test('numbers of a run that retires what is destroyed do not count as free', async () => {
    const f = await furnished({ withMaster: false });
    const { studio: table } = await import('@/store/schema');
    await f.studio.store.write((tx) => tx.update(table).set({ remake: 'retire' }));
    const { editionId, ids } = await withPrints(f, 2, 1);
    await handleImpressions(f.studio, {
      editionId,
      impressionIds: ids,
      act: 'destroyed',
      note: 'torn',
    });
    expect((await refused(order(f, editionId, 2))).message).toMatch(/at most 1/);
  });

  test('open editions of a work count on where a closed one ended', async () => {
    const f = await furnished({ withMaster: false });
    const openOne = async () =>
      (await editions.openEdition(f.studio, { ...limited(f), kind: 'open', size: null })).id!;
    const print = (editionId: string) =>
      printImpressions(f.studio, {
        editionId,
        impressionIds: null,
        count: 2,
        formatId: f.formatId,
        paperId: f.paperId,
        reason: 'test',
      });
    const first = await openOne();
    await print(first);
    await editions.closeEdition(f.studio, { id: first, reason: 'enough' });
    const second = await openOne();
    await print(second);
    const numbers = await f.studio.db.select().from(impressions).where(eq(impressions.editionId, second));
    expect(numbers.map((i) => i.number).sort()).toEqual([3, 4]);
  });

  test('a handling is taken back to what the register says it was, not to what the caller claims', async () => {
    const f = await furnished({ withMaster: false });
    const { editionId, ids } = await withPrints(f, 2, 1, 'on request');
    const back = (states: ('signed' | 'printed')[]) =>
      takeBackHandling(f.studio, { editionId, impressionIds: ids, states });
    expect(await refused(back(['signed']))).toMatchObject({
      field: 'states',
      message: expect.stringContaining('which the register says it was'),
    });
    await back(['printed']);
    expect((await numbersOf(f.studio, editionId))[0]!.state).toBe('printed');
    expect((await checkStudio(f.studio)).faults).toEqual([]);
  });

  test('a proof that prints were made from keeps its judgement', async () => {
    const f = await furnished();
    const proofId = await acceptedProof(f);
    await withPrints(f, 3, 2);
    expect((await refused(judgeAgain(f.studio, { id: proofId }))).message).toMatch(
      /2 prints were made from round 1/,
    );
    expect((await refused(takeBackProof(f.studio, { id: proofId }))).message).toMatch(/stays on record/);
  });
});
