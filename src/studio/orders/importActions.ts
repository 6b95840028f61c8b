import { InputError } from '@/core/errors';
import { ORDER_FIELDS, type OrderMapping } from '@/core/order/orderList';
import { shipBy } from '@/core/parcel/shipBy';
import type { Tx } from '@/store/db';
import { nextOrderNumber } from '@/store/orders';
import { buyersNamed, refsHere } from '@/store/imports';
import { findRows, insertRow, insertRows, patchRow, type NewRow } from '@/store/rows';
import { defineAction } from '../action';
import {
  day,
  id,
  line,
  listOf,
  name,
  objectSchema,
  orNull,
  prose,
  wholeNumber,
  type Static,
} from '../schemas';
import { noteInJournal, type Studio } from '../studio';
import { calendarFrom } from './calendar';
import { catalogueOf } from './catalogue';
import { placeOrder } from './orderActions';

const itemInput = objectSchema({
  /** A print of a size of an edition, or goods. */
  editionId: orNull(id),
  formatId: orNull(id),
  productId: orNull(id),
  goodsId: orNull(id),
  quantity: wholeNumber(1, 200),
  priceMinor: orNull(wholeNumber(0, 1_000_000_000)),
});
const importedOrder = objectSchema({
  reference: name,
  day: orNull(day),
  name,
  address: listOf(line, { minItems: 1, maxItems: 12 }),
  country: name,
  email: line,
  carriageMinor: wholeNumber(0, 1_000_000_000),
  message: prose,
  giftNote: prose,
  items: listOf(itemInput, { minItems: 1, maxItems: 50 }),
});
type Imported = Static<typeof importedOrder>;

/**
 * Takes in orders of a list. What a source sent before is passed over, so that a list brought in twice is one list. A long list comes
 * in pieces, each whole or not at all.
 */
export const importOrders = defineAction({
  name: 'importOrders',
  input: objectSchema({
    source: name,
    orders: listOf(importedOrder, { minItems: 1, maxItems: 1_000 }),
  }),

  async run({ studio, tx, input }) {
    const source = input.source.trim();
    const known = await refsHere(
      tx,
      source,
      input.orders.map(({ reference }) => reference.trim()),
    );
    const fresh = input.orders.filter(({ reference }) => !known.has(reference.trim()));
    const quick = await quickLines(studio, tx);
    const [plain, asked]: [Imported[], Imported[]] = [[], []];
    for (const order of fresh) (order.items.every((item) => quick.has(item)) ? plain : asked).push(order);
    await insertPlain(studio, tx, source, plain, quick);
    for (const [i, order] of asked.entries()) await placeImported(studio, source, order, i);
    const passed = input.orders.length - fresh.length;
    const says = `${fresh.length} ${fresh.length === 1 ? 'order' : 'orders'} from ${source}${passed ? `; ${passed} were here already` : ''}`;
    await noteInJournal(studio, tx, {
      act: 'brought in',
      subject: 'order',
      subjectId: 'orders',
      says,
    });
    return { message: `${says}.`, taken: fresh.length, passed };
  },
});

type ImportedItem = Imported['items'][number];

/** Open editions promise no number: their lines need no asking, and thousands go in at once. */
async function quickLines(studio: Studio, tx: Tx) {
  const catalogue = await catalogueOf(studio, tx);
  const open = new Map(
    catalogue
      .filter(({ kind, isClosed }) => kind === 'open' && !isClosed)
      .map((each) => [`${each.editionId} ${each.formatId} ${each.productId ?? ''}`, each]),
  );
  const of = (item: ImportedItem) =>
    item.goodsId ? undefined : open.get(`${item.editionId} ${item.formatId} ${item.productId ?? ''}`);
  return {
    has: (item: ImportedItem) => {
      const found = of(item);
      return found !== undefined && (item.priceMinor ?? found.priceMinor) !== null;
    },
    price: (item: ImportedItem) => item.priceMinor ?? of(item)!.priceMinor!,
  };
}

async function insertPlain(
  studio: Studio,
  tx: Tx,
  source: string,
  orders: readonly Imported[],
  quick: { price: (item: ImportedItem) => number },
): Promise<void> {
  if (!orders.length) return;
  const settings = await studio.settings();
  const today = await studio.today();
  const calendar = await calendarFrom(settings, orders.map((o) => o.day ?? today).sort()[0]!);
  const leaves = new Map<string, string>();
  const buyers = await buyersFor(studio, tx, orders);
  let number = await nextOrderNumber(tx);
  const at = studio.now();
  const rows: NewRow<'orders'>[] = [];
  const lines: NewRow<'orderLines'>[] = [];
  for (const order of orders) {
    const orderedOn = order.day ?? today;
    const promised =
      leaves.get(orderedOn) ??
      shipBy({ ordered: orderedOn, handlingDays: settings.handlingDays, ...calendar });
    leaves.set(orderedOn, promised);
    const orderId = studio.newId();
    rows.push({
      id: orderId,
      number: number++,
      buyerId: buyers.get(buyerKey(order))!,
      state: 'new',
      orderedOn,
      shipBy: promised,
      carriageMinor: order.carriageMinor,
      paidAt: at,
      message: order.message,
      giftNote: order.giftNote,
      source,
      sourceRef: order.reference.trim(),
      changedAt: at,
    });
    for (const item of order.items)
      lines.push({
        id: studio.newId(),
        orderId,
        editionId: item.editionId!,
        formatId: item.formatId!,
        productId: item.productId,
        quantity: item.quantity,
        priceMinor: quick.price(item),
      });
  }
  await inPieces(rows, (piece) => insertRows(tx, 'orders', piece));
  await inPieces(lines, (piece) => insertRows(tx, 'orderLines', piece));
}

const PIECE = 200;
async function inPieces<T>(all: readonly T[], work: (piece: T[]) => Promise<void>): Promise<void> {
  for (let i = 0; i < all.length; i += PIECE) await work(all.slice(i, i + PIECE));
}

const buyerKey = (o: { name: string; address: readonly string[]; country: string }) =>
  JSON.stringify([o.name.trim(), o.address, o.country.trim()]);

/** The buyers of a list, known by name and address or recorded now. */
async function buyersFor(
  studio: Studio,
  tx: Tx,
  orders: readonly Imported[],
): Promise<Map<string, string>> {
  const known = await buyersNamed(tx, [...new Set(orders.map(({ name: called }) => called.trim()))]);
  const found = new Map(known.map((buyer) => [buyerKey(buyer), buyer.id]));
  const fresh: NewRow<'buyers'>[] = [];
  for (const order of orders) {
    const key = buyerKey(order);
    if (found.has(key)) continue;
    const buyerId = studio.newId();
    found.set(key, buyerId);
    fresh.push({
      id: buyerId,
      name: order.name.trim(),
      email: order.email,
      address: [...order.address],
      addressTyped: [...order.address, order.country].join('\n'),
      country: order.country.trim(),
      createdAt: studio.now(),
    });
  }
  await inPieces(fresh, (piece) => insertRows(tx, 'buyers', piece));
  return found;
}

/** One order whose numbers, tiers or goods have to be asked for. */
async function placeImported(studio: Studio, source: string, order: Imported, i: number): Promise<void> {
  const buyers = await buyersFor(studio, studio.store.openTx!, [order]);
  const lines = order.items.flatMap((item) => {
    if (item.goodsId) return [];
    if (!item.editionId || !item.formatId)
      throw new InputError(`orders[${i}].items`, order.reference, 'a print or goods for each line');
    const { editionId, formatId, productId, quantity } = item;
    return [{ editionId, formatId, productId, quantity, price: item.priceMinor ?? '' }];
  });
  const goods = order.items.flatMap((item) =>
    item.goodsId
      ? [{ goodsId: item.goodsId, quantity: item.quantity, price: item.priceMinor ?? '' }]
      : [],
  );
  await placeOrder(studio, {
    buyerId: buyers.get(buyerKey(order))!,
    lines,
    goods,
    carriage: order.carriageMinor,
    message: order.message,
    giftNote: order.giftNote,
    wantsSignature: false,
    paid: true,
    orderedOn: order.day,
    notes: '',
    source,
    sourceRef: order.reference,
  });
}

/** Keeps which column of a source's list means what, so that it is asked once. */
export const saveMapping = defineAction({
  name: 'saveMapping',
  input: objectSchema({
    source: name,
    columns: listOf(objectSchema({ field: name, heads: listOf(line, { maxItems: 6 }) }), {
      maxItems: ORDER_FIELDS.length,
    }),
  }),

  async run({ studio, tx, input }) {
    const source = input.source.trim();
    const unknown = input.columns.find(({ field }) => !ORDER_FIELDS.some((each) => each === field));
    if (unknown) throw new InputError('columns', unknown.field, `one of ${ORDER_FIELDS.join(', ')}`);
    const mapping: OrderMapping = {
      columns: Object.fromEntries(input.columns.map(({ field, heads }) => [field, [...heads]])),
    };
    const [known] = await findRows(tx, 'orderSources', { name: source }, { limit: 1 });
    const row = { mapping, changedAt: studio.now() };
    if (known) await patchRow(tx, 'orderSources', known.id, row);
    else await insertRow(tx, 'orderSources', { id: studio.newId(), name: source, ...row });
    const says = `The columns of ${source} are known`;
    await noteInJournal(studio, tx, {
      act: 'recorded',
      subject: 'order',
      subjectId: 'orders',
      says,
      after: mapping,
    });
    return { message: `${says}.` };
  },
});
