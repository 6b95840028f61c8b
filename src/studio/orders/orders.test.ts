import { handleImpressions, printImpressions } from '../editions/impressionActions';
import { recordService, recordSupply } from '@/studio/orders/shelfActions';
import { journal, orders, parcels, supplies } from '@/store/schema';
import { eq } from 'drizzle-orm';
import {
  furnished,
  numbersOf,
  order,
  refused,
  SERVICE,
  SHELF,
  withPrints,
  type Furnished,
} from '../../../tests/unit/helpers/house';
import { checkRegister } from '../editions/editions';
import { benchToday, placeCounts } from '../reports/bench';
import { packingTable } from './packingTable';
import * as orderActs from './orderActions';
import * as parcelActs from './parcelActions';

const stateOf = async (f: Furnished, orderId: string) =>
  (await f.studio.db.select().from(orders).where(eq(orders.id, orderId)))[0]!.state;
const onHand = async (f: Furnished, name: string) =>
  (await f.studio.db.select().from(supplies).where(eq(supplies.name, name)))[0]!.onHand;

describe('an order from the drawer to the door', () => {
  async function ready(prints = 3) {
    const f = await furnished({ withMaster: false });
    for (const s of SHELF) await recordSupply(f.studio, s);
    const serviceId = (await recordService(f.studio, SERVICE)).id!;
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
    await printImpressions(f.studio, {
      editionId: f.editionId,
      impressionIds: more,
      count: null,
      formatId: f.formatId,
      paperId: f.paperId,
      reason: 'x',
    });
    await handleImpressions(f.studio, {
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
});
