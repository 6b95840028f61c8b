import { impressionLabel, STATE_WORDS } from '@/core/edition/impressionStates';
import { InputError, RefusedError } from '@/core/errors';
import { formatMoney, isBlank, localDay, parseSum } from '@/core/measure';
import { OPEN_ORDER_STATES, ORDER_WORDS } from '@/core/order/orderStates';
import { ORDER_KINDS } from '@/core/order/orderWords';
import { shipBy } from '@/core/parcel/shipBy';
import type { Tx } from '@/store/db';
import {
  appendToRegister,
  pickedFor,
  readyImpressions,
  stillToCome,
  unsoldNumbers,
  type Edition,
  type Impression,
} from '@/store/editions';
import { nextOrderNumber, worthOf, type Order } from '@/store/orders';
import { goodsOfOrder, goodsPromised } from '@/store/parcels';
import { pricesOn } from '@/store/products';
import { findRows, insertRow, patchRow, removeRow, rowById, type Row } from '@/store/rows';
import { freeOf } from '@/store/soundness';
import { defineAction } from '../action';
import {
  day,
  flag,
  id,
  ids,
  line,
  listOf,
  moneyInput,
  name,
  objectSchema,
  oneOf,
  orNull,
  prose,
  Type,
  wholeNumber,
  type Static,
} from '../schemas';
import { noteInJournal, type Studio } from '../studio';
import { closeReservation } from '../editions/reservationActions';
import { calendarFrom } from './calendar';
import { stepOf } from './orders';
import { promiseForCart } from './promise';
import { setLines, type SetLine } from './setLines';
import { tieredLines } from './tiers';

/** Records a buyer, or changes what is known of one. */
export const recordBuyer = defineAction({
  name: 'recordBuyer',
  input: objectSchema({
    id: Type.Optional(id),
    name,
    preferredName: line,
    email: line,
    address: prose,
    country: name,
    mayWriteSince: orNull(day),
    notes: prose,
    /** Word for word as it came, where it was pasted or brought in. */
    addressTyped: Type.Optional(prose),
  }),

  async run({ studio, tx, input }) {
    const { id: given, address, ...rest } = input;
    const row = {
      ...rest,
      name: rest.name.trim(),
      address: address
        .split('\n')
        .map((l) => l.trim())
        .filter(Boolean),
    };
    if (!row.address.length)
      throw new InputError('address', address, 'at least one line to write on the label');
    if (given) {
      const before = await rowById(tx, 'buyers', given, 'id');
      if (before.removedAt)
        throw new RefusedError('They asked to be forgotten: record them anew, should they come back.');
      await patchRow(tx, 'buyers', given, row);
      await noteInJournal(studio, tx, {
        act: 'changed',
        subject: 'buyer',
        subjectId: given,
        says: `Changed ${row.name}`,
        before,
        after: row,
      });
      return { message: `${row.name} is recorded.`, id: given };
    }
    const newId = studio.newId();
    await insertRow(tx, 'buyers', { id: newId, createdAt: studio.now(), ...row });
    await noteInJournal(studio, tx, {
      act: 'recorded',
      subject: 'buyer',
      subjectId: newId,
      says: `Recorded the buyer ${row.name}`,
    });
    return { message: `${row.name} is recorded.`, id: newId };
  },
});

const orderInput = objectSchema({
  buyerId: id,
  carriage: moneyInput,
  message: prose,
  wantsSignature: flag,
  paid: flag,
  orderedOn: orNull(day),
  notes: prose,
  channelId: Type.Optional(orNull(id)),
  kind: Type.Optional(oneOf(...ORDER_KINDS)),
  notBeforeOn: Type.Optional(orNull(day)),
  giftNote: Type.Optional(prose),
  discount: Type.Optional(moneyInput),
  discountWhy: Type.Optional(line),
  source: Type.Optional(line),
  sourceRef: Type.Optional(line),
  needsTracked: Type.Optional(flag),
  insure: Type.Optional(moneyInput),
  needsDays: Type.Optional(orNull(wholeNumber(1, 120))),
  accountId: Type.Optional(orNull(id)),
  /** What falls due when, of a commission. */
  stages: Type.Optional(
    listOf(objectSchema({ name, dueOn: orNull(day), amount: moneyInput }), { maxItems: 20 }),
  ),
  goods: Type.Optional(
    listOf(objectSchema({ goodsId: id, quantity: wholeNumber(1, 1_000), price: moneyInput }), {
      maxItems: 50,
    }),
  ),
  lines: listOf(
    objectSchema({
      editionId: id,
      formatId: id,
      productId: Type.Optional(orNull(id)),
      quantity: wholeNumber(1, 200),
      price: moneyInput,
      /** Numbers that the buyer chose. */
      numbers: Type.Optional(orNull(ids)),
      /** What was held for them, and goes into this order. */
      reservationId: Type.Optional(orNull(id)),
      /** The set that it is a part of. */
      setId: Type.Optional(orNull(id)),
    }),
    { maxItems: 50 },
  ),
});

type OrderInput = Static<typeof orderInput>;

/** Takes an order and promises a day to send it by. */
export const placeOrder = defineAction({
  name: 'placeOrder',
  input: orderInput,

  async run({ studio, tx, input }) {
    const s = await studio.settings();
    const today = localDay(studio.now(), s.timeZone);
    const orderedOn = input.orderedOn ?? today;
    if (!input.lines.length && !input.goods?.length)
      throw new InputError('lines', 0, 'at least one print or one of the goods');
    if (input.kind === 'pre-order' && !input.notBeforeOn)
      throw new InputError('notBeforeOn', null, 'the day from which it can leave: it is a pre-order');
    await refuseTwice(tx, input.source, input.sourceRef);
    const byHandling = shipBy({
      ordered: orderedOn,
      handlingDays: s.handlingDays,
      ...(await calendarFrom(s, orderedOn)),
    });
    const { notBeforeOn } = input;
    const promised = notBeforeOn && notBeforeOn > byHandling ? notBeforeOn : byHandling;
    const sumOf = (typed: string | number | undefined, field: string) =>
      typed === undefined || isBlank(typed) ? 0 : parseSum(typed, s.currency, field);
    const buyer = await rowById(tx, 'buyers', input.buyerId, 'buyerId');
    if (buyer.removedAt)
      throw new RefusedError('They asked to be forgotten: record them anew, should they order again.');
    if (input.channelId) await rowById(tx, 'channels', input.channelId, 'channelId');
    if (input.accountId) await rowById(tx, 'jobAccounts', input.accountId, 'accountId');
    const orderId = studio.newId();
    const number = await nextOrderNumber(tx);
    const discountMinor = sumOf(input.discount, 'discount');
    await insertRow(tx, 'orders', {
      id: orderId,
      number,
      buyerId: buyer.id,
      state: 'new',
      orderedOn,
      shipBy: promised,
      carriageMinor: sumOf(input.carriage, 'carriage'),
      paidAt: input.paid ? studio.now() : null,
      message: input.message,
      wantsSignature: input.wantsSignature,
      notes: input.notes,
      channelId: input.channelId ?? null,
      kind: input.kind ?? 'sale',
      notBeforeOn: notBeforeOn ?? null,
      giftNote: input.giftNote?.trim() ?? '',
      discountMinor,
      discountWhy: input.discountWhy?.trim() ?? '',
      source: input.source?.trim() ?? '',
      sourceRef: input.sourceRef?.trim() ?? '',
      needsTracked: input.needsTracked ?? false,
      insureMinor: sumOf(input.insure, 'insure') || null,
      needsDays: input.needsDays ?? null,
      accountId: input.accountId ?? null,
      changedAt: studio.now(),
    });
    const promise = await promiseForCart(studio, {
      lines: input.lines,
      country: buyer.country,
      notBefore: notBeforeOn ?? null,
      exceptOrderId: orderId,
    });
    await patchRow(tx, 'orders', orderId, { promise });
    const inSets = await setLines(tx, input.lines, today);
    for (const [i, l] of input.lines.entries())
      await addLine(studio, tx, orderId, l, {
        field: `lines[${i}]`,
        currency: s.currency,
        ofSet: inSets.get(i),
      });
    for (const [i, l] of (input.goods ?? []).entries())
      await addGoods(studio, tx, orderId, l, `goods[${i}]`, s.currency);
    for (const [i, { amount, ...stage }] of (input.stages ?? []).entries())
      await insertRow(tx, 'orderStages', {
        id: studio.newId(),
        orderId,
        ...stage,
        amountMinor: sumOf(amount, `stages[${i}].amount`),
      });
    const worth = await worthOf(tx, orderId);
    if (discountMinor > worth)
      throw new InputError(
        'discount',
        input.discount,
        `at most ${formatMoney(worth, s.currency)}, what the things in it are sold for`,
      );
    await noteInJournal(studio, tx, {
      act: 'placed',
      subject: 'order',
      subjectId: orderId,
      says: `Order ${number} from ${buyer.name}, to leave by ${promised}`,
    });
    const honest =
      promise.leavesOn > promised ? ` What is still to do takes until ${promise.leavesOn}.` : '';
    return {
      message: `Order ${number} leaves by ${promised}.${honest}`,
      id: orderId,
      undo: { act: 'cancelOrder', input: { id: orderId, note: 'Taken back' }, label: 'Cancel it' },
    };
  },
});

/** A thing sent twice is one order: what a source calls by one name is taken once. */
async function refuseTwice(tx: Tx, source = '', sourceRef = ''): Promise<void> {
  if (!sourceRef.trim()) return;
  const [known] = await findRows(
    tx,
    'orders',
    { source: source.trim(), sourceRef: sourceRef.trim() },
    { limit: 1 },
  );
  if (known)
    throw new RefusedError(
      `${sourceRef.trim()} of ${source.trim() || 'that source'} is here already, as order ${known.number}.`,
    );
}

async function addGoods(
  studio: Studio,
  tx: Tx,
  orderId: string,
  l: NonNullable<OrderInput['goods']>[number],
  field: string,
  currency: string,
): Promise<void> {
  const goods = await rowById(tx, 'goods', l.goodsId, `${field}.goodsId`);
  if (goods.archivedAt) throw new InputError(`${field}.goodsId`, l.goodsId, 'goods that are still sold');
  const free = goods.onHand - (await goodsPromised(tx, goods.id));
  // A voucher is written when it is sold; everything else lies on a shelf, or does not.
  if (goods.kind !== 'voucher' && l.quantity > free)
    throw new InputError(
      `${field}.quantity`,
      l.quantity,
      `at most ${Math.max(0, free)}: that many of ${goods.name} are neither gone nor promised`,
    );
  await insertRow(tx, 'orderGoods', {
    id: studio.newId(),
    orderId,
    goodsId: goods.id,
    quantity: l.quantity,
    priceMinor: isBlank(l.price) ? goods.priceMinor : parseSum(l.price, currency, `${field}.price`),
  });
}

async function addLine(
  studio: Studio,
  tx: Tx,
  orderId: string,
  l: OrderInput['lines'][number],
  { field, currency, ofSet }: { field: string; currency: string; ofSet: SetLine | undefined },
) {
  const edition = await rowById(tx, 'editions', l.editionId, `${field}.editionId`);
  const format = await rowById(tx, 'formats', l.formatId, `${field}.formatId`);
  const work = await rowById(tx, 'works', edition.workId);
  if (format.workId !== work.id)
    throw new InputError(`${field}.formatId`, l.formatId, `a size of ${work.title}`);
  const product = await productAsked(tx, l, `${field}.productId`);
  if (product && l.productId && !product.inEdition && edition.kind === 'limited')
    throw new InputError(
      `${field}.productId`,
      l.productId,
      'a product of the limited run: this one stands outside it, and is sold of the open edition',
    );
  const set = product && (await priceOf(studio, tx, product));
  const typed = isBlank(l.price) ? ofSet?.priceMinor : parseSum(l.price, currency, `${field}.price`);
  const first = typed ?? set?.priceMinor;
  if (first === undefined)
    throw new InputError(
      `${field}.price`,
      l.price,
      `a price: ${work.title} at ${format.name} has none yet`,
    );
  const today = await studio.today();
  const reserved = l.reservationId ? await takeReserved(studio, tx, edition, l.reservationId, field) : [];
  const wanted = await wantedNumbers(tx, edition, [...(l.numbers ?? ofSet?.numbers ?? []), ...reserved], {
    today,
    field,
    quantity: l.quantity,
  });
  await refuseOversold(studio, tx, edition, {
    formatId: format.id,
    wanted: l.quantity,
    field: `${field}.quantity`,
    title: work.title,
  });
  // A line has one price: where the numbers of a run lie in two tiers, it becomes two.
  for (const { priceMinor, quantity, numbers } of await tieredLines(tx, edition, {
    first,
    isTyped: typed !== undefined,
    quantity: l.quantity,
    wanted,
    currency,
    today,
  }))
    await insertRow(tx, 'orderLines', {
      id: studio.newId(),
      orderId,
      editionId: edition.id,
      formatId: format.id,
      productId: product?.id ?? null,
      quantity,
      priceMinor,
      wanted: numbers.length ? numbers : null,
      setId: l.setId ?? null,
    });
}

/** Ends the reservation that an order is made of; the number it held goes into the order. */
async function takeReserved(
  studio: Studio,
  tx: Tx,
  edition: Edition,
  reservationId: string,
  field: string,
): Promise<string[]> {
  const reservation = await rowById(tx, 'reservations', reservationId, `${field}.reservationId`);
  if (reservation.editionId !== edition.id)
    throw new InputError(`${field}.reservationId`, reservationId, 'a reservation of this edition');
  await closeReservation(studio, tx, edition, reservation, 'sold');
  return reservation.impressionId ? [reservation.impressionId] : [];
}

/** The numbers a buyer chose: of this run, unsold, and promised to nobody else. */
async function wantedNumbers(
  tx: Tx,
  edition: Edition,
  chosen: readonly string[],
  q: { today: string; field: string; quantity: number },
): Promise<Impression[]> {
  if (!chosen.length) return [];
  const field = `${q.field}.numbers`;
  if (edition.kind === 'open')
    throw new InputError(field, chosen.length, 'none: an open edition has no numbers to choose');
  if (chosen.length > q.quantity)
    throw new InputError(field, chosen.length, `at most ${q.quantity}, as many as are ordered`);
  const unsold = new Map((await unsoldNumbers(tx, edition, q.today)).map((i) => [i.id, i]));
  return chosen.map((wanted) => {
    const number = unsold.get(wanted);
    if (!number)
      throw new InputError(
        field,
        wanted,
        'numbers of this run that are neither sold, kept back, reserved nor chosen by another',
      );
    return number;
  });
}

/** The product a line asks for; where it names none, the plainest of its size. */
async function productAsked(
  tx: Tx,
  l: OrderInput['lines'][number],
  field: string,
): Promise<Row<'products'> | undefined> {
  const offered = await findRows(
    tx,
    'products',
    { formatId: l.formatId, archivedAt: null },
    { orderBy: ['createdAt', 'id'] },
  );
  if (!l.productId) return offered.find((product) => product.finish === 'loose') ?? offered[0];
  const product = offered.find((each) => each.id === l.productId);
  if (!product) throw new InputError(field, l.productId, 'something that is offered of this size');
  return product;
}

async function priceOf(studio: Studio, tx: Tx, product: Row<'products'>) {
  const { timeZone } = await studio.settings();
  const now = await pricesOn(tx, localDay(studio.now(), timeZone), { workIds: [product.workId] });
  return now.find((price) => price.productId === product.id);
}

/** A run cannot promise more impressions than it still has: those spoken for by open orders count, closed runs have what is left. */
async function refuseOversold(
  studio: Studio,
  tx: Tx,
  edition: Edition,
  q: { formatId: string; wanted: number; field: string; title: string },
) {
  const today = await studio.today();
  const ready = () =>
    readyImpressions(tx, { edition, formatId: q.formatId, count: q.wanted, today, lineId: null });
  const free =
    edition.kind === 'limited'
      ? ((await freeOf(tx, edition.id, today)) ?? 0)
      : edition.closedAt
        ? (await ready()).length
        : q.wanted;
  if (q.wanted > free)
    throw new InputError(
      q.field,
      q.wanted,
      `at most ${Math.max(0, free)}: that many of ${q.title} are neither gone nor promised${edition.closedAt ? ', and the edition is closed' : ''}`,
    );
}

/**
 * Picks an order: takes the lowest ready numbers from the register, all of them or none. The whole of it is one
 * transaction, so a number goes to one order only, however many hands pick at once.
 */
export const pickOrder = defineAction({
  name: 'pickOrder',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const order = await rowById(tx, 'orders', input.id, 'id');
    const state = stepOf(order, 'pick');
    const lines = await findRows(tx, 'orderLines', { orderId: order.id });
    const at = studio.now();
    const who = await studio.who(tx);
    const taken: string[] = [];
    for (const l of lines) {
      const edition = await rowById(tx, 'editions', l.editionId);
      const ready = await readyFor(studio, tx, edition, l);
      if (ready.length < l.quantity) throw new RefusedError(await shortSentence(tx, l, ready.length));
      for (const i of ready)
        await patchRow(tx, 'impressions', i.id, { state: 'allocated', orderLineId: l.id, changedAt: at });
      const labels = ready.map((i) => impressionLabel(i.kind, i.number, edition.size, edition.name));
      await appendToRegister(
        tx,
        ready.map((i, k) => ({
          at,
          who,
          act: 'allocated',
          editionId: edition.id,
          impressionId: i.id,
          body: { number: labels[k], order: order.number },
        })),
      );
      taken.push(...labels);
    }
    const goods = await goodsOfOrder(tx, order.id);
    for (const { line: l, goods: g } of goods)
      if (g.kind !== 'voucher' && g.onHand < l.quantity)
        throw new RefusedError(
          `${g.onHand} of ${g.name} on hand, ${l.quantity} asked: count them first.`,
        );
    const all = [...taken, ...goods.map(({ line: l, goods: g }) => `${l.quantity} × ${g.name}`)];
    await patchRow(tx, 'orders', order.id, { state, changedAt: at });
    await noteInJournal(studio, tx, {
      act: 'picked',
      subject: 'order',
      subjectId: order.id,
      says: `Picked order ${order.number}: ${all.join(', ')}`,
    });
    return { message: `Picked for order ${order.number}: ${all.join(', ')}.`, numbers: taken };
  },
});

/** The prints a line takes: the numbers its buyer chose, and for the rest the lowest that lie ready. */
async function readyFor(
  studio: Studio,
  tx: Tx,
  edition: Edition,
  l: Row<'orderLines'>,
): Promise<Impression[]> {
  const all = await readyImpressions(tx, {
    edition,
    formatId: l.formatId,
    count: l.wanted ? 5_000 : l.quantity,
    today: await studio.today(),
    lineId: l.id,
  });
  const wanted = l.wanted ?? [];
  if (!wanted.length) return all;
  const chosen = all.filter((i) => wanted.includes(i.id));
  const missing = wanted.filter((each) => !chosen.some((i) => i.id === each));
  if (missing.length) {
    const i = await rowById(tx, 'impressions', missing[0]!);
    throw new RefusedError(
      `${impressionLabel(i.kind, i.number, edition.size, edition.name)} was asked for and is ${STATE_WORDS[i.state]}: make it ready in this size first, or ask the buyer for another.`,
    );
  }
  const others = all.filter((i) => !wanted.includes(i.id));
  return [...chosen, ...others].slice(0, l.quantity).sort((a, b) => a.number - b.number);
}

async function shortSentence(tx: Tx, l: Row<'orderLines'>, ready: number): Promise<string> {
  const edition = await rowById(tx, 'editions', l.editionId);
  const work = await rowById(tx, 'works', edition.workId);
  const format = await rowById(tx, 'formats', l.formatId);
  const what = `${work.title} at ${format.name}`;
  const [row] = await stillToCome(tx, edition.id);
  const coming = edition.kind === 'open' || (row?.n ?? 0) > 0;
  if (!coming && ready === 0)
    return `None left of ${what}: every number of the ${edition.size} has gone.`;
  return `${ready} of ${l.quantity} ready of ${what}: print, inspect and sign ${l.quantity - ready} more first.`;
}

/** Puts picked impressions back in the drawer. */
export const unpickOrder = defineAction({
  name: 'unpickOrder',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const order = await rowById(tx, 'orders', input.id, 'id');
    const state = stepOf(order, 'unpick');
    await release(studio, tx, order);
    await patchRow(tx, 'orders', order.id, { state, changedAt: studio.now() });
    await noteInJournal(studio, tx, {
      act: 'took back',
      subject: 'order',
      subjectId: order.id,
      says: `Put back what was picked for order ${order.number}`,
    });
    return { message: `Order ${order.number} is to be picked again.` };
  },
});

async function release(studio: Studio, tx: Tx, order: Order) {
  const at = studio.now();
  const who = await studio.who(tx);
  for (const { impression: i, edition } of await pickedFor(tx, order.id)) {
    const to = i.certifiedAt ? 'certified' : i.signedAt ? 'signed' : 'inspected';
    await patchRow(tx, 'impressions', i.id, { state: to, orderLineId: null, changedAt: at });
    await appendToRegister(tx, [
      {
        at,
        who,
        act: 'released',
        editionId: edition.id,
        impressionId: i.id,
        body: { order: order.number, to },
      },
    ]);
  }
}

/** Cancels an order that has not been packed; its numbers go back. */
export const cancelOrder = defineAction({
  name: 'cancelOrder',
  input: objectSchema({ id, note: line }),

  async run({ studio, tx, input }) {
    const order = await rowById(tx, 'orders', input.id, 'id');
    const state = stepOf(order, 'cancel');
    if (order.state === 'picked') await release(studio, tx, order);
    await patchRow(tx, 'orders', order.id, {
      state,
      changedAt: studio.now(),
      notes: [order.notes, input.note.trim()].filter(Boolean).join('\n'),
    });
    await noteInJournal(studio, tx, {
      act: 'cancelled',
      subject: 'order',
      subjectId: order.id,
      says: `Cancelled order ${order.number}. ${input.note}`,
    });
    return { message: `Order ${order.number} is cancelled.` };
  },
});

const LATER = { delivered: 'deliver', returned: 'return', lost: 'lose' } as const;

/** What became of a posted order: it arrived, came back, or was lost. Each impression's line says the same. */
export const closeOrder = defineAction({
  name: 'closeOrder',
  input: objectSchema({ id, outcome: oneOf('delivered', 'returned', 'lost'), note: line }),

  async run({ studio, tx, input }) {
    const order = await rowById(tx, 'orders', input.id, 'id');
    const state = stepOf(order, LATER[input.outcome]);
    if (input.outcome !== 'delivered' && !input.note.trim())
      throw new InputError('note', input.note, 'what happened, for the record');
    const at = studio.now();
    const who = await studio.who(tx);
    for (const { impression: i, edition } of await pickedFor(tx, order.id)) {
      // A print that came back lies in the house again, to be looked at; it belongs to no order any more.
      await patchRow(tx, 'impressions', i.id, {
        state: input.outcome,
        changedAt: at,
        ...(input.outcome === 'returned' && { orderLineId: null }),
      });
      await appendToRegister(tx, [
        {
          at,
          who,
          act: input.outcome,
          editionId: edition.id,
          impressionId: i.id,
          body: { order: order.number, ...(input.note.trim() && { note: input.note.trim() }) },
        },
      ]);
    }
    await patchRow(tx, 'orders', order.id, { state, changedAt: at });
    await noteInJournal(studio, tx, {
      act: input.outcome,
      subject: 'order',
      subjectId: order.id,
      says: `Order ${order.number} ${input.outcome}. ${input.note}`,
    });
    return { message: `Order ${order.number}: ${ORDER_WORDS[state]}.` };
  },
});

/** Notes that an order is paid, or takes that back. */
export const markPaid = defineAction({
  name: 'markPaid',
  input: objectSchema({ id, paid: flag }),

  async run({ studio, tx, input }) {
    const order = await rowById(tx, 'orders', input.id, 'id');
    await patchRow(tx, 'orders', order.id, { paidAt: input.paid ? studio.now() : null });
    await noteInJournal(studio, tx, {
      act: 'noted',
      subject: 'order',
      subjectId: order.id,
      says: `Order ${order.number} is ${input.paid ? 'paid' : 'not paid'}`,
    });
    return { message: `Order ${order.number} is ${input.paid ? 'paid' : 'not paid'}.` };
  },
});

/** Plans a day for the work on an order. The promise to the buyer stays what it was. */
export const planOrder = defineAction({
  name: 'planOrder',
  input: objectSchema({ id, plannedOn: orNull(day) }),

  async run({ studio, tx, input }) {
    const order = await rowById(tx, 'orders', input.id, 'id');
    if (!OPEN_ORDER_STATES.includes(order.state))
      throw new RefusedError(
        `Order ${order.number} is ${ORDER_WORDS[order.state]}: nothing is left to plan.`,
      );
    if (input.plannedOn && order.notBeforeOn && input.plannedOn < order.notBeforeOn)
      throw new InputError(
        'plannedOn',
        input.plannedOn,
        `${order.notBeforeOn} or later: it is a pre-order`,
      );
    await patchRow(tx, 'orders', order.id, { plannedOn: input.plannedOn });
    const says = input.plannedOn
      ? `Order ${order.number} is planned for ${input.plannedOn}; promised for ${order.shipBy}`
      : `Order ${order.number} is planned for the day it is promised for, ${order.shipBy}`;
    await noteInJournal(studio, tx, { act: 'planned', subject: 'order', subjectId: order.id, says });
    return { message: `${says}.` };
  },
});

/** Sends a part of an order now and the rest later: what is to wait becomes an order of its own, under the same buyer. */
export const splitOrder = defineAction({
  name: 'splitOrder',
  input: objectSchema({
    id,
    /** What waits. */
    lines: listOf(objectSchema({ lineId: id, quantity: wholeNumber(1, 200) }), {
      minItems: 1,
      maxItems: 50,
    }),
    shipBy: day,
  }),

  async run({ studio, tx, input }) {
    const order = await rowById(tx, 'orders', input.id, 'id');
    if (order.state !== 'new')
      throw new RefusedError(`Order ${order.number} is ${ORDER_WORDS[order.state]}: put it back first.`);
    const lines = await findRows(tx, 'orderLines', { orderId: order.id });
    const left = lines.reduce((sum, l) => sum + l.quantity, 0);
    const moved = input.lines.reduce((sum, l) => sum + l.quantity, 0);
    if (moved >= left)
      throw new InputError('lines', moved, `fewer than ${left}: something has to go now`);
    const laterId = studio.newId();
    const number = await nextOrderNumber(tx);
    const { paidAt, buyerId, channelId, message, wantsSignature, giftNote, accountId } = order;
    await insertRow(tx, 'orders', {
      id: laterId,
      number,
      state: 'new',
      orderedOn: order.orderedOn,
      shipBy: input.shipBy,
      carriageMinor: 0,
      partOfId: order.id,
      changedAt: studio.now(),
      ...{ paidAt, buyerId, channelId, message, wantsSignature, giftNote, accountId },
    });
    for (const [i, { lineId, quantity }] of input.lines.entries()) {
      const l = lines.find((each) => each.id === lineId);
      if (!l || quantity > l.quantity)
        throw new InputError(
          `lines[${i}].quantity`,
          quantity,
          `at most ${l?.quantity ?? 0} of this order`,
        );
      const stays = (l.wanted ?? []).slice(0, l.quantity - quantity);
      const goes = (l.wanted ?? []).slice(l.quantity - quantity);
      const { id: _, ...same } = l;
      await insertRow(tx, 'orderLines', {
        ...same,
        id: studio.newId(),
        orderId: laterId,
        quantity,
        wanted: goes.length ? goes : null,
      });
      if (quantity === l.quantity) await removeRow(tx, 'orderLines', l.id);
      else
        await patchRow(tx, 'orderLines', l.id, {
          quantity: l.quantity - quantity,
          wanted: stays.length ? stays : null,
        });
    }
    const says = `${moved} of order ${order.number} wait, as order ${number}, until ${input.shipBy}`;
    await noteInJournal(studio, tx, { act: 'split', subject: 'order', subjectId: order.id, says });
    return { message: `${says}.`, id: laterId };
  },
});

/** Notes that a stage of a commission is done, or paid, or takes that back. */
export const markStage = defineAction({
  name: 'markStage',
  input: objectSchema({ id, done: flag, paid: flag }),

  async run({ studio, tx, input }) {
    const stage = await rowById(tx, 'orderStages', input.id, 'id');
    const order = await rowById(tx, 'orders', stage.orderId);
    const at = studio.now();
    await patchRow(tx, 'orderStages', stage.id, {
      doneAt: input.done ? (stage.doneAt ?? at) : null,
      paidAt: input.paid ? (stage.paidAt ?? at) : null,
    });
    const says = `Order ${order.number}, ${stage.name}: ${input.done ? 'done' : 'to do'}, ${input.paid ? 'paid' : 'to pay'}`;
    await noteInJournal(studio, tx, { act: 'noted', subject: 'order', subjectId: order.id, says });
    return { message: `${says}.` };
  },
});
