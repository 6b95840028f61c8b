import { proofStates } from './proofs/rounds';
import { checkRegister, loadImpression } from './editions/editions';
import { findRows } from '@/store/rows';
import {
  editions as editionRows,
  formats,
  impressions,
  journal,
  masters,
  orders,
  parcels,
  register,
  supplies,
} from '@/store/schema';
import { eq, sql } from 'drizzle-orm';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { folder, inPieces, picture, tiff } from '../../tests/unit/helpers/files';
import {
  acceptedProof,
  BUYER,
  emptyStudio,
  furnished,
  numbersOf,
  order,
  refused,
  ROUTE,
  withPrints,
  WORK,
  type Furnished,
} from '../../tests/unit/helpers/house';
import { takeInMaster, titleFrom } from './capture/intake';
import { cancelReading, chooseMaster } from './capture/masterActions';
import { reading } from './capture/reading';
import * as editions from './editions/editionActions';
import * as formatActs from './formats/formatActions';
import * as orderActs from './orders/orderActions';
import { packingTable } from './orders/packingTable';
import * as parcelActs from './orders/parcelActions';
import * as stock from './papers/stockActions';
import { costSuggestion } from './prices/costs';
import { listingOf } from './prices/listing';
import { removePrice, setPrice } from './prices/priceActions';
import * as proofs from './proofs/roundActions';
import { ACTIONS, performByName } from './registry';
import { benchToday, placeCounts } from './reports/bench';
import { certificate } from './reports/documents';
import { ordersCsv, registerCsv } from './reports/exports';
import { changeSettings } from './settings/settingActions';
import { loadWorkPage } from './works/workPage';
import { archiveWork, recordWork } from './works/workActions';

const SHELF: Parameters<typeof stock.recordSupply>[1][] = [
  {
    name: 'board',
    kind: 'board',
    size: '300 x 240 mm',
    weight: '52 g',
    onHand: 3,
    reorderAt: 2,
    price: '0.38',
  },
  {
    name: 'sleeve',
    kind: 'sleeve',
    size: '320 x 260 mm',
    weight: '9 g',
    onHand: 5,
    reorderAt: 0,
    price: '0.14',
  },
  {
    name: 'mailer',
    kind: 'mailer',
    size: '330 x 270 mm',
    weight: '105 g',
    onHand: 5,
    reorderAt: 0,
    price: '0.92',
  },
];
const SERVICE = {
  carrier: 'Coast Post',
  name: 'tracked parcel',
  tracked: true,
  insured: '100',
  days: 2,
  maxLength: '900 mm',
  maxWeight: '5 kg',
  price: '7.80',
  readOn: '2026-10-01',
};
const stateOf = async (f: Furnished, orderId: string) =>
  (await f.studio.db.select().from(orders).where(eq(orders.id, orderId)))[0]!.state;
const onHand = async (f: Furnished, name: string) =>
  (await f.studio.db.select().from(supplies).where(eq(supplies.name, name)))[0]!.onHand;

describe('a master comes in', () => {
  test('its facts are kept, the same file again is known, another work may have it too', async () => {
    const studio = await emptyStudio();
    const bytes = await tiff({ width: 640, height: 480, ppi: 300 });
    const first = await takeInMaster(studio, inPieces(bytes), {
      fileName: 'salt-pans_300ppi.tif',
      workId: null,
    });
    await reading(studio, first.masterId);
    expect(first).toMatchObject({
      known: false,
      message: 'salt-pans_300ppi.tif is in: 640 × 480 px, 16 bit.',
    });
    expect((await findRows(studio.db, 'works'))[0]).toMatchObject({
      title: 'Salt pans',
      mayPrint: 'not yet',
    });
    expect((await findRows(studio.db, 'masters'))[0]).toMatchObject({
      widthPx: 640,
      heightPx: 480,
      bits: 16,
      state: 'ready',
      current: true,
      bytes: bytes.length,
    });
    const again = await takeInMaster(studio, inPieces(bytes), {
      fileName: 'other name.tif',
      workId: null,
    });
    expect(again).toMatchObject({
      known: true,
      masterId: first.masterId,
      message: expect.stringContaining('already here, as a master of Salt pans'),
    });
    const other = (await recordWork(studio, { ...WORK, title: 'Another' })).id!;
    expect(
      (await takeInMaster(studio, inPieces(bytes), { fileName: 'x.tif', workId: other })).known,
    ).toBe(false);
    // What is being measured has a scratch file there; nothing of what came in is left.
    const left = readdirSync(join(studio.options.dataDir, 'incoming'));
    expect(left.filter((name) => name.endsWith('.part'))).toEqual([]);
  });

  test('what was answered and cannot be decoded stays, byte for byte, as not read, and says why on the bench', async () => {
    const studio = await emptyStudio();
    const whole = await picture(900, 700).jpeg({ quality: 95 }).toBuffer();
    const bytes = whole.subarray(0, whole.length - 4_000);
    const taken = await takeInMaster(studio, inPieces(bytes), { fileName: 'cut.jpg', workId: null });
    await reading(studio, taken.masterId);
    const [master] = await findRows(studio.db, 'masters');
    expect(master).toMatchObject({ state: 'not read', trouble: expect.stringContaining('cut short') });
    expect(readFileSync(studio.objects.pathOf(taken.sha256))).toEqual(bytes);
    expect((await benchToday(studio)).lines).toEqual([
      expect.objectContaining({
        about: 'cut.jpg',
        mark: 'fails',
        reason: expect.stringContaining('cut short'),
        next: expect.objectContaining({ act: 'readAgain', input: { id: taken.masterId } }),
      }),
    ]);
    // Only the person takes it out, and then the work that came with it goes as well.
    await cancelReading(studio, { id: taken.masterId });
    expect(await findRows(studio.db, 'masters')).toEqual([]);
    expect(await findRows(studio.db, 'works')).toEqual([]);
    expect(existsSync(studio.objects.pathOf(taken.sha256))).toBe(false);
  });

  test('a reading that is stopped leaves nothing; a second capture can be made the current one and back', async () => {
    const f = await furnished();
    const large = await takeInMaster(f.studio, inPieces(await tiff({ width: 3000, height: 2000 })), {
      fileName: 'second.tif',
      workId: f.workId,
    });
    await cancelReading(f.studio, { id: large.masterId });
    expect((await f.studio.db.select().from(masters)).map((m) => [m.id, m.current])).toEqual([
      [f.masterId, true],
    ]);
    const small = await takeInMaster(f.studio, inPieces(await tiff({ width: 300, height: 200 })), {
      fileName: 'third.tif',
      workId: f.workId,
    });
    await reading(f.studio, small.masterId);
    const done = await chooseMaster(f.studio, { id: f.masterId });
    await performByName(f.studio, done.undo!.act, done.undo!.input);
    expect((await loadWorkPage(f.studio, f.workId))!.current!.id).toBe(small.masterId);
  });

  test.each([
    ['night-ferry_630ppi.tif', 'Night ferry'],
    ['IMG_0042.jpg', 'IMG 0042'],
    ['.tif', 'Untitled'],
    ['saltpans final 2.tif', 'Saltpans final 2'],
  ])('%s is first called %s', (name, title) => expect(titleFrom(name)).toBe(title));
});

describe('sizes, proofs and prices', () => {
  test('a size is offered once, keeps its micrometres, and comes back by undo', async () => {
    const f = await furnished({ withMaster: false });
    const offered = await formatActs.offerFormat(f.studio, {
      workId: f.workId,
      size: '203200 um x 254000 um',
      family: 'inch photo',
    });
    expect(
      (await formatActs.offerFormat(f.studio, { workId: f.workId, size: '8x10 in', family: 'own' })).id,
    ).toBe(offered.id);
    await formatActs.changeBorder(f.studio, {
      id: offered.id!,
      top: '1 in',
      right: '1/16 in',
      bottom: '40',
      left: '0',
    });
    expect(
      (await f.studio.db.select().from(formats).where(eq(formats.id, offered.id!)))[0],
    ).toMatchObject({
      imageWidthUm: 203_200,
      borderTopUm: 25_400,
      borderRightUm: 1_588,
      borderBottomUm: 40_000,
      borderLeftUm: 0,
    });
    expect(
      (
        await refused(
          formatActs.changeBorder(f.studio, {
            id: offered.id!,
            top: 'wide',
            right: '0',
            bottom: '0',
            left: '0',
          }),
        )
      ).field,
    ).toBe('top');
  });

  test('an accepted whole proof is the reference until something it was made of changes; printing then asks for a reason', async () => {
    const f = await furnished();
    const proofId = await acceptedProof(f);
    const { editionId } = await withPrints(f, 10, 1);
    const print = async (n: number, reason = '') =>
      editions.printImpressions(f.studio, {
        editionId,
        impressionIds: [(await numbersOf(f.studio, editionId))[n]!.id],
        count: null,
        formatId: f.formatId,
        paperId: f.paperId,
        reason,
      });
    await print(1);
    expect((await numbersOf(f.studio, editionId))[1]).toMatchObject({ proofId });
    await formatActs.changeBorder(f.studio, {
      id: f.formatId,
      top: '30',
      right: '30',
      bottom: '30',
      left: '30',
    });
    expect(await refused(print(2))).toMatchObject({
      overridable: true,
      message: expect.stringContaining('stale: the border changed since'),
    });
    await print(2, 'Only the border grew.');
    const lines = await f.studio.db.select().from(register).where(eq(register.act, 'printed'));
    expect(lines.at(-1)!.body).toMatchObject({
      override: 'Only the border grew.',
      because: expect.stringContaining('stale'),
    });
    const whole = await loadWorkPage(f.studio, f.workId);
    expect((await proofStates(f.studio, whole!.proofs))[0]!.stale).toEqual(['the border']);
  });

  test('a wet proof is judged only with a reason; a snippet never becomes the reference; a judgement can be taken back', async () => {
    let now = '2026-11-24T09:00:00.000Z';
    const f = await furnished({ now: () => now });
    const ask = (kind: 'whole' | 'snippet') =>
      proofs.askProof(f.studio, {
        formatId: f.formatId,
        paperId: f.paperId,
        routeId: f.routeId,
        kind,
        changed: '',
        cost: '',
        made: true,
      });
    const judge = (id: string, reason = '') =>
      proofs.judgeProof(f.studio, { id, verdict: 'accept', light: '', distance: '', words: '', reason });
    const whole = (await ask('whole')).id!;
    now = '2026-11-24T20:00:00.000Z';
    expect(await refused(judge(whole))).toMatchObject({
      overridable: true,
      message: 'It has dried 11 h of 24; colours still move for 13 h. Give a reason to judge it now.',
    });
    now = '2026-11-25T09:00:00.000Z';
    const done = await judge(whole);
    expect((await loadWorkPage(f.studio, f.workId))!.proofs[0]!.proof).toMatchObject({
      reference: true,
      words: '',
      distanceUm: 250_000,
    });
    await performByName(f.studio, done.undo!.act, done.undo!.input);
    await judge(whole);
    const snippet = (await ask('snippet')).id!;
    await judge(snippet, 'only a snippet');
    const rows = await f.studio.db.all<{ id: string; reference: number; round: number }>(
      sql`SELECT id, reference, round FROM proofs ORDER BY round`,
    );
    expect(rows.map((r) => [r.round, Boolean(r.reference)])).toEqual([
      [1, true],
      [2, false],
    ]);
  });

  test('no proof without a master; none of a work that may not be printed', async () => {
    const f = await furnished({ withMaster: false });
    expect(
      (
        await refused(
          proofs.askProof(f.studio, {
            formatId: f.formatId,
            paperId: f.paperId,
            routeId: f.routeId,
            kind: 'whole',
            changed: '',
            cost: '',
            made: true,
          }),
        )
      ).message,
    ).toMatch(/has no master yet/);
    const no = (await recordWork(f.studio, { ...WORK, title: 'Hers', mayPrint: 'no' })).id!;
    expect(
      (await refused(formatActs.offerFormat(f.studio, { workId: no, size: 'A4', family: 'own' })))
        .message,
    ).toMatch(/may not be printed/);
    expect(
      (
        await refused(
          editions.openEdition(f.studio, {
            workId: no,
            kind: 'open',
            size: null,
            proofs: { AP: 0, PP: 0, HC: 0 },
            run: 'all sizes',
            formatId: null,
            signing: 'front',
          }),
        )
      ).message,
    ).toMatch(/may not be printed yet/);
  });

  test('an empty price is the solved one, costs are suggested from the last proof, and a price is taken away and back', async () => {
    const f = await furnished();
    await acceptedProof(f);
    const question = {
      costs: [{ name: 'print', amount: 1_840 }],
      fixedFees: [{ name: 'payment', amount: 45 }],
      shareFees: [{ name: 'market', share: 0.095 }],
      carriageCharged: 0,
      margin: 0.5,
      given: 0.05,
    };
    expect((await setPrice(f.studio, { formatId: f.formatId, question, price: '' })).message).toBe(
      '100 × 75 mm sells for 53.10\u00a0EUR.',
    );
    const removed = await removePrice(f.studio, { formatId: f.formatId });
    expect(removed.message).toMatch(/taken away/);
    expect(
      (
        await refused(
          setPrice(f.studio, { formatId: f.formatId, question: { ...question, margin: 0.9 }, price: '' }),
        )
      ).field,
    ).toBe('margin');
    const whole = (await loadWorkPage(f.studio, f.workId))!;
    const costs = (await costSuggestion(f.studio, f.workId, whole.formats, whole.proofs)).get(
      f.formatId,
    )!;
    // A sheet of 150 × 125 mm is 0.01875 m²: paper at 19.40 is 36 cents, ink at 21.00 is 39.
    expect(costs.costs).toEqual([
      { name: 'paper, Harrow Rag 310', amount: 36 },
      { name: 'ink and wear', amount: 39 },
    ]);
    expect(costs.because).toContain('proof round 1 on Harrow Rag 310');
  });

  test('a route with steps keeps them when only its price is changed', async () => {
    const f = await furnished({ withMaster: false });
    const { routes } = await import('@/store/schema');
    await f.studio.db.update(routes).set({ ppiSteps: [{ ppi: 300, upTo: 500_000 }, { ppi: 200 }] });
    await stock.recordRoute(f.studio, { ...ROUTE, id: f.routeId, pricePerM2: '22' });
    expect((await f.studio.db.select().from(routes))[0]).toMatchObject({
      pricePerM2Minor: 2_200,
      ppiSteps: [{ ppi: 300, upTo: 500_000 }, { ppi: 200 }],
    });
    await stock.recordRoute(f.studio, { ...ROUTE, id: f.routeId, ppi: '240 up to 400 mm; 150 above' });
    expect((await f.studio.db.select().from(routes))[0]!.ppiSteps).toEqual([
      { upTo: 400_000, ppi: 240 },
      { ppi: 150 },
    ]);
    expect(
      await refused(stock.recordRoute(f.studio, { ...ROUTE, id: f.routeId, ppi: '300 to 400 mm' })),
    ).toMatchObject({ field: 'ppi' });
  });
});

describe('an edition', () => {
  test('is declared once, refuses a second run, closes for good, and its lines cannot be changed', async () => {
    const f = await furnished({ withMaster: false });
    const { editionId, ids } = await withPrints(f, 10, 3);
    expect(
      (
        await refused(
          editions.openEdition(f.studio, {
            workId: f.workId,
            kind: 'limited',
            size: 5,
            proofs: { AP: 0, PP: 0, HC: 0 },
            run: 'all sizes',
            formatId: null,
            signing: 'front',
          }),
        )
      ).message,
    ).toMatch(/an edition of 10 of this work already/);
    await editions.openEdition(f.studio, {
      workId: f.workId,
      kind: 'open',
      size: null,
      proofs: { AP: 0, PP: 0, HC: 0 },
      run: 'all sizes',
      formatId: null,
      signing: 'front',
    });
    await expect(f.studio.db.update(register).set({ who: 'somebody else' })).rejects.toMatchObject({
      cause: { message: expect.stringContaining('append-only') },
    });
    await expect(f.studio.db.delete(register)).rejects.toMatchObject({
      cause: { message: expect.stringContaining('append-only') },
    });
    expect(
      (
        await refused(
          editions.handleImpressions(f.studio, {
            editionId,
            impressionIds: [ids[0]!],
            act: 'passed',
            note: '',
          }),
        )
      ).message,
    ).toBe('1/10 is ready: it cannot be passed now.');
    expect(
      (
        await refused(
          editions.handleImpressions(f.studio, {
            editionId,
            impressionIds: [ids[0]!],
            act: 'destroyed',
            note: ' ',
          }),
        )
      ).field,
    ).toBe('note');
    expect((await editions.closeEdition(f.studio, { id: editionId, reason: 'enough' })).message).toMatch(
      /Closed with 3 impressions made/,
    );
    expect(
      (await refused(editions.closeEdition(f.studio, { id: editionId, reason: '' }))).message,
    ).toMatch(/closed already/);
    expect(
      (await f.studio.db.select().from(editionRows).where(eq(editionRows.id, editionId)))[0]!.closedAt,
    ).not.toBeNull();
    expect(await checkRegister(f.studio)).toMatchObject({ whole: true });
  });

  test('a line forged in the file itself is found by the check', async () => {
    const f = await furnished({ withMaster: false });
    await withPrints(f, 4, 2);
    await f.studio.store.write(async (tx) => {
      await tx.run(sql`DROP TRIGGER register_never_changed`);
      await tx.run(sql`UPDATE register SET body = '{"number":"9/4"}' WHERE seq = 3`);
    });
    expect(await checkRegister(f.studio)).toMatchObject({ whole: false, brokenAt: 3 });
  });

  test('signing by mistake is taken back, in words; a destroyed number is made again or retired as it was declared', async () => {
    const f = await furnished({ withMaster: false });
    const { editionId, ids } = await withPrints(f, 10, 2);
    const passed = await numbersOf(f.studio, editionId).then((all) => all[2]!.id);
    await editions.printImpressions(f.studio, {
      editionId,
      impressionIds: [passed],
      count: null,
      formatId: f.formatId,
      paperId: f.paperId,
      reason: 'test',
    });
    await editions.handleImpressions(f.studio, {
      editionId,
      impressionIds: [passed],
      act: 'passed',
      note: '',
    });
    const signed = await editions.handleImpressions(f.studio, {
      editionId,
      impressionIds: [passed],
      act: 'signed',
      note: '',
    });
    await performByName(f.studio, signed.undo!.act, signed.undo!.input);
    expect(await loadImpression(f.studio, passed)).toMatchObject({
      word: 'to sign',
      impression: { signedAt: null },
      history: [
        expect.objectContaining({ act: 'taken back' }),
        expect.objectContaining({ act: 'signed' }),
        expect.anything(),
        expect.anything(),
      ],
    });
    await editions.handleImpressions(f.studio, {
      editionId,
      impressionIds: [ids[0]!],
      act: 'destroyed',
      note: 'coffee',
    });
    await editions.handleImpressions(f.studio, {
      editionId,
      impressionIds: [ids[0]!],
      act: 'remade',
      note: '',
    });
    expect((await numbersOf(f.studio, editionId))[0]).toMatchObject({
      state: 'declared',
      printedAt: null,
    });
    await f.studio.db.update(editionRows).set({ remake: 'retire' });
    await editions.handleImpressions(f.studio, {
      editionId,
      impressionIds: [ids[1]!],
      act: 'lost',
      note: 'in the post',
    });
    expect(
      (
        await refused(
          editions.handleImpressions(f.studio, {
            editionId,
            impressionIds: [ids[1]!],
            act: 'remade',
            note: '',
          }),
        )
      ).message,
    ).toMatch(/is retired/);
  });

  test('an open edition numbers on, and prints no reason without need', async () => {
    const f = await furnished();
    await acceptedProof(f);
    const editionId = (
      await editions.openEdition(f.studio, {
        workId: f.workId,
        kind: 'open',
        size: null,
        proofs: { AP: 3, PP: 0, HC: 0 },
        run: 'all sizes',
        formatId: null,
        signing: 'on request',
      })
    ).id!;
    const print = (count: number) =>
      editions.printImpressions(f.studio, {
        editionId,
        impressionIds: null,
        count,
        formatId: f.formatId,
        paperId: f.paperId,
        reason: '',
      });
    await print(2);
    expect((await print(1)).message).toBe('no. 3 printed. Inspect it when dry.');
    expect((await f.studio.db.select().from(impressions)).map((i) => i.number)).toEqual([1, 2, 3]);
  });
});

describe('an order from the drawer to the door', () => {
  async function ready(prints = 3) {
    const f = await furnished();
    for (const s of SHELF) await stock.recordSupply(f.studio, s);
    const serviceId = (await stock.recordService(f.studio, SERVICE)).id!;
    const { editionId, ids } = await withPrints(f, 10, prints);
    return { ...f, editionId, ids, serviceId };
  }

  test('picked, packed, weighed, ticked, sealed, sent, delivered; supplies leave the shelf once and come back when opened', async () => {
    const f = await ready();
    const orderId = await order(f, f.editionId, 2);
    expect(await orderActs.pickOrder(f.studio, { id: orderId })).toMatchObject({
      numbers: ['1/10', '2/10'],
    });
    await parcelActs.packParcel(f.studio, { orderId, form: null, reason: '' }).catch(async (e) => {
      expect(e.message).toMatch(/interleaving/);
      await parcelActs.packParcel(f.studio, {
        orderId,
        form: null,
        reason: 'a clean sheet from the roll',
      });
    });
    const [parcel] = await f.studio.db.select().from(parcels);
    // Two sheets of 150 × 125 mm at 310 g/m² are 5.8 g each; a board, a sleeve and a mailer around them.
    expect(parcel!.expectedMg).toBe(2 * 5_812 + 52_000 + 9_000 + 105_000);
    expect(
      (await refused(parcelActs.sealParcel(f.studio, { orderId, ticked: [f.ids[0]!], reason: 'x' })))
        .message,
    ).toMatch(/Night Ferry 2\/10 is not/);
    expect(
      await refused(parcelActs.sealParcel(f.studio, { orderId, ticked: f.ids.slice(0, 2), reason: '' })),
    ).toMatchObject({
      overridable: true,
      message: expect.stringContaining('has not been weighed'),
    });
    expect(
      (await parcelActs.weighParcel(f.studio, { orderId, scale: '150 g', by: 'typed' })).message,
    ).toMatch(/too little\. Something is missing/);
    expect(
      (await refused(parcelActs.sealParcel(f.studio, { orderId, ticked: f.ids.slice(0, 2), reason: '' })))
        .overridable,
    ).toBe(true);
    await parcelActs.weighParcel(f.studio, { orderId, scale: '6.3 oz', by: 'typed' });
    await parcelActs.sealParcel(f.studio, { orderId, ticked: f.ids.slice(0, 2), reason: '' });
    expect([await onHand(f, 'board'), await onHand(f, 'mailer')]).toEqual([2, 4]);
    await parcelActs.unpackParcel(f.studio, { orderId });
    expect([await onHand(f, 'board'), await onHand(f, 'mailer')]).toEqual([3, 5]);
    await parcelActs.packParcel(f.studio, { orderId, form: null, reason: 'again' });
    await parcelActs.sealParcel(f.studio, {
      orderId,
      ticked: f.ids.slice(0, 2),
      reason: 'the scale is at the menders’',
    });
    expect(
      (
        await refused(
          parcelActs.dispatchOrder(f.studio, { orderId, serviceId: f.serviceId, tracking: '' }),
        )
      ).field,
    ).toBe('tracking');
    await parcelActs.dispatchOrder(f.studio, { orderId, serviceId: f.serviceId, tracking: 'CO1' });
    await orderActs.closeOrder(f.studio, { id: orderId, outcome: 'delivered', note: '' });
    expect(await stateOf(f, orderId)).toBe('delivered');
    expect((await numbersOf(f.studio, f.editionId)).slice(0, 3).map((i) => i.state)).toEqual([
      'delivered',
      'delivered',
      'signed',
    ]);
    expect(
      (await f.studio.db.select().from(journal).where(eq(journal.subjectId, orderId))).length,
    ).toBeGreaterThan(8);
  });

  test('an empty shelf: packed only with a reason, and what was not there does not come back', async () => {
    const f = await ready();
    await f.studio.db.update(supplies).set({ onHand: 0 }).where(eq(supplies.name, 'mailer'));
    const orderId = await order(f, f.editionId);
    await orderActs.pickOrder(f.studio, { id: orderId });
    expect(
      await refused(parcelActs.packParcel(f.studio, { orderId, form: null, reason: '' })),
    ).toMatchObject({
      overridable: true,
      message: expect.stringContaining('mailer: 1 needed, 0 on hand'),
    });
    await parcelActs.packParcel(f.studio, { orderId, form: null, reason: 'an old mailer, turned' });
    await parcelActs.sealParcel(f.studio, { orderId, ticked: [f.ids[0]!], reason: 'not weighed' });
    await parcelActs.unpackParcel(f.studio, { orderId });
    expect(await onHand(f, 'mailer')).toBe(0);
    expect(await onHand(f, 'board')).toBe(3);
  });

  test('unsigned prints are not picked, and it says what is short', async () => {
    const f = await ready(0);
    const more = (await numbersOf(f.studio, f.editionId)).slice(0, 1).map((i) => i.id);
    await editions.printImpressions(f.studio, {
      editionId: f.editionId,
      impressionIds: more,
      count: null,
      formatId: f.formatId,
      paperId: f.paperId,
      reason: 'x',
    });
    await editions.handleImpressions(f.studio, {
      editionId: f.editionId,
      impressionIds: more,
      act: 'passed',
      note: '',
    });
    const orderId = await order(f, f.editionId);
    expect((await refused(orderActs.pickOrder(f.studio, { id: orderId }))).message).toBe(
      '0 of 1 ready of Night Ferry at 100 × 75 mm: print, inspect and sign 1 more first.',
    );
    expect(await stateOf(f, orderId)).toBe('new');
    const { lines } = await benchToday(f.studio);
    expect(lines.find((l) => l.subject.startsWith('Order'))).toMatchObject({
      mark: 'care',
      next: { label: 'See what is short' },
    });
    expect((await placeCounts(f.studio)).bench).toBe(lines.length);
  });

  test('a cancelled order gives its numbers back; one that came back is inspected again; a lost one may be made again', async () => {
    const f = await ready();
    const cancelled = await order(f, f.editionId);
    await orderActs.pickOrder(f.studio, { id: cancelled });
    await orderActs.cancelOrder(f.studio, { id: cancelled, note: 'changed her mind' });
    expect((await numbersOf(f.studio, f.editionId))[0]).toMatchObject({
      state: 'signed',
      orderLineId: null,
    });
    const send = async () => {
      const orderId = await order(f, f.editionId);
      await orderActs.pickOrder(f.studio, { id: orderId });
      const table = (await packingTable(f.studio, orderId))!;
      await parcelActs.packParcel(f.studio, { orderId, form: null, reason: 'x' });
      await parcelActs.sealParcel(f.studio, {
        orderId,
        ticked: table.prints.map((p) => p.id),
        reason: 'x',
      });
      await parcelActs.dispatchOrder(f.studio, { orderId, serviceId: f.serviceId, tracking: 'T' });
      return orderId;
    };
    const back = await send();
    expect(
      (await refused(orderActs.closeOrder(f.studio, { id: back, outcome: 'returned', note: '' }))).field,
    ).toBe('note');
    await orderActs.closeOrder(f.studio, { id: back, outcome: 'returned', note: 'a corner' });
    const lost = await send();
    await orderActs.closeOrder(f.studio, { id: lost, outcome: 'lost', note: 'never scanned' });
    expect((await numbersOf(f.studio, f.editionId)).slice(0, 3).map((i) => i.state)).toEqual([
      'returned',
      'lost',
      'signed',
    ]);
    expect((await refused(orderActs.pickOrder(f.studio, { id: lost }))).message).toMatch(
      /is lost: that cannot be done now/,
    );
    expect(await checkRegister(f.studio)).toMatchObject({ whole: true });
  });

  test('a run promises no more than it has left', async () => {
    const f = await ready();
    await order(f, f.editionId, 8);
    expect(await refused(order(f, f.editionId, 3))).toMatchObject({
      field: 'lines[0].quantity',
      message: expect.stringContaining('at most 2'),
    });
  });

  test('documents are refused while there is nothing to write on them', async () => {
    const f = await ready(0);
    expect(
      (await refused(certificate(f.studio, (await numbersOf(f.studio, f.editionId))[0]!.id))).message,
    ).toBe('1/10 has no certificate: it is not printed and passed.');
  });

  test('tables go out as CSV with formulas made harmless', async () => {
    const f = await ready();
    const buyerId = (await orderActs.recordBuyer(f.studio, { ...BUYER, name: '=HYPERLINK("x")' })).id!;
    await order({ ...f, buyerId }, f.editionId);
    expect(await ordersCsv(f.studio)).toMatch(/,"'=HYPERLINK\(""x""\)",/);
    expect((await registerCsv(f.studio)).split('\r\n')[2]).toMatch(/^2,.*,printed,Night Ferry,1\/10,/);
  });
});

describe('the studio', () => {
  test('every act refuses input that is not its own, and says which field', async () => {
    const studio = await emptyStudio();
    expect(ACTIONS.size).toBeGreaterThan(35);
    for (const name of ACTIONS.keys()) {
      const error = await refused((async () => performByName(studio, name, { nonsense: true }))());
      expect([name, typeof error.field]).toEqual([name, 'string']);
    }
    expect((await refused((async () => performByName(studio, 'toString', {}))())).field).toBe('act');
  });

  test('settings are read as typed and refused by field', async () => {
    const studio = await emptyStudio();
    const good = {
      name: 'Skerry Lane',
      artist: 'Maren Tolvik',
      address: 'A\n\n B ',
      unit: 'in' as const,
      currency: 'EUR',
      timeZone: 'UTC',
      school: { kind: 'flat' as const, ppi: 240 },
      families: ['squares' as const],
      handlingDays: 2,
      workdays: [1, 2],
      holidays: '2026-12-24, 2026-12-25',
      remake: 'retire' as const,
      border: '1 1/2',
    };
    await changeSettings(studio, good);
    expect(await studio.settings()).toMatchObject({
      borderUm: 38_100,
      holidays: ['2026-12-24', '2026-12-25'],
      address: ['A', 'B'],
      school: { ppi: 240 },
    });
    expect((await refused(changeSettings(studio, { ...good, timeZone: 'Mole/Head' }))).field).toBe(
      'timeZone',
    );
    expect((await refused(changeSettings(studio, { ...good, holidays: '2026-02-30' }))).field).toBe(
      'holidays',
    );
    expect((await refused(changeSettings(studio, { ...good, currency: 'euro' }))).field).toBe('currency');
  });

  test('a work is put away and brought back; a size it cannot have is named', async () => {
    const studio = await emptyStudio();
    const { id } = await recordWork(studio, WORK);
    const done = await archiveWork(studio, { id: id!, archived: true });
    await performByName(studio, done.undo!.act, done.undo!.input);
    expect((await findRows(studio.db, 'works'))[0]!.archivedAt).toBeNull();
    expect((await refused(recordWork(studio, { ...WORK, size: '12 smoots' }))).field).toBe('size');
    expect((await refused(recordWork(studio, { ...WORK, drySince: '2999-01-01' }))).field).toBe(
      'drySince',
    );
    expect((await refused(recordWork(studio, { ...WORK, title: '  ' }))).field).toBe('title');
  });

  test('the seven stations say how a work stands, and the listing leaves out what cannot be sold', async () => {
    const f = await furnished();
    await formatActs.offerFormat(f.studio, { workId: f.workId, size: '800 x 600 mm', family: 'own' });
    await withPrints(f, 10, 1);
    const whole = (await loadWorkPage(f.studio, f.workId))!;
    expect(whole.findings.map((x) => [x.station, x.mark])).toEqual([
      ['original', 'holds'],
      ['capture', 'care'],
      ['sizes', 'fails'],
      ['proofs', 'none'],
      ['edition', 'holds'],
      ['price', 'care'],
      ['listing', 'none'],
    ]);
    expect(whole.findings[1]!.says).toContain('no profile');
    const listing = await listingOf(f.studio, whole);
    expect(listing.ready).toBe(true);
    expect(listing.left).toEqual([{ name: '800 × 600 mm', why: 'the file is too thin for it' }]);
    expect(listing.paragraphs.join(' ')).toContain('10 are still to be had');
  });

  test('a database named by an address is brought up to date and written to like the file beside the pictures', async () => {
    const [dataDir, elsewhere] = [await folder(), await folder()];
    const remote = { url: `file:${join(elsewhere, 'remote.db')}` };
    const studio = await emptyStudio({ dataDir, remote });
    await recordWork(studio, WORK);
    expect((await emptyStudio({ dataDir, remote })).options.remote).toBe(remote);
    expect((await findRows(studio.db, 'works'))[0]!.title).toBe('Night Ferry');
    expect(readdirSync(dataDir)).not.toContain('glassine.db');
    expect(readdirSync(elsewhere)).toContain('remote.db');
  });
});
