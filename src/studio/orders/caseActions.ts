import { InputError, RefusedError } from '@/core/errors';
import { formatMoney, isBlank, parseSum } from '@/core/measure';
import { addDays } from '@/core/measure/day';
import { groupBy } from '@/core/groups';
import { CASE_KINDS, CASE_PRINTS } from '@/core/order/orderWords';
import { shipBy } from '@/core/parcel/shipBy';
import type { Tx } from '@/store/db';
import { nextOrderNumber } from '@/store/orders';
import { cameBackWith } from '@/store/promises';
import { findRows, insertRow, patchRow, rowById, type Row } from '@/store/rows';
import { defineAction } from '../action';
import { handleImpressions } from '../editions/impressionActions';
import {
  day,
  id,
  line,
  listOf,
  moneyInput,
  name,
  objectSchema,
  oneOf,
  orNull,
  prose,
  Type,
} from '../schemas';
import { noteInJournal, type Studio } from '../studio';
import { calendarFrom } from './calendar';
import { policyOf } from './carriage';

/** Pictures that are kept already, by the hash of their bytes. */
const photos = listOf(Type.String({ pattern: '^[0-9a-f]{64}$' }), { maxItems: 24 });
const AFTER_POSTING = ['dispatched', 'delivered', 'returned', 'lost'];

/** Opens what went wrong after the door: late in the post, come back, damaged, lost; with its deadline by the studio's policy. */
export const openCase = defineAction({
  name: 'openCase',
  input: objectSchema({
    orderId: id,
    kind: oneOf(...CASE_KINDS),
    says: name,
    condition: line,
    claim: moneyInput,
    photos,
  }),

  async run({ studio, tx, input }) {
    const order = await rowById(tx, 'orders', input.orderId, 'orderId');
    if (!AFTER_POSTING.includes(order.state))
      throw new RefusedError(`Order ${order.number} has not left the house.`);
    const { currency } = await studio.settings();
    const policy = await policyOf(studio);
    const openedOn = await studio.today();
    const [parcel] = await findRows(tx, 'parcels', { orderId: order.id }, { limit: 1 });
    const claimMinor = isBlank(input.claim) ? 0 : parseSum(input.claim, currency, 'claim');
    // A carrier counts from the day it was handed over; sending back counts from today, when the buyer said so.
    const leftOn = parcel?.dispatchedAt?.slice(0, 10) ?? openedOn;
    const days = input.kind === 'returned' ? policy.returnDays : policy.claimDays;
    const deadlineOn = addDays(input.kind === 'returned' ? openedOn : leftOn, days);
    const caseId = studio.newId();
    await insertRow(tx, 'orderCases', {
      id: caseId,
      orderId: order.id,
      kind: input.kind,
      state: claimMinor ? 'claimed' : 'open',
      openedOn,
      deadlineOn,
      condition: input.condition.trim(),
      says: input.says.trim(),
      claimMinor,
      photos: input.photos,
    });
    const says = `Order ${order.number} ${input.kind}: ${input.says.trim()}`;
    await noteInJournal(studio, tx, { act: 'noted', subject: 'order', subjectId: order.id, says });
    return { message: `${says}. Until ${deadlineOn}.`, id: caseId };
  },
});

/** Ends what went wrong, or takes it a step on: a claim paid or refused, a sum given back, closed. What is not made good is a loss. */
export const moveCase = defineAction({
  name: 'moveCase',
  input: objectSchema({
    id,
    to: oneOf('claimed', 'paid', 'refused', 'closed'),
    claim: moneyInput,
    got: moneyInput,
    refund: moneyInput,
    condition: line,
    /** What becomes of prints that came back: looked at later, whole and in the drawer again, or destroyed. */
    prints: Type.Optional(oneOf(...CASE_PRINTS)),
  }),

  async run({ studio, tx, input }) {
    const known = await rowById(tx, 'orderCases', input.id, 'id');
    if (known.closedOn) throw new RefusedError('That was closed before: open it anew if it goes on.');
    const order = await rowById(tx, 'orders', known.orderId);
    const { currency } = await studio.settings();
    const sum = (typed: string | number, field: string, otherwise: number) =>
      isBlank(typed) ? otherwise : parseSum(typed, currency, field);
    const claimMinor = sum(input.claim, 'claim', known.claimMinor);
    if (input.to === 'claimed' && !claimMinor)
      throw new InputError('claim', input.claim, 'the sum that is claimed');
    const gotMinor = sum(input.got, 'got', known.gotMinor);
    if (input.to === 'paid' && !gotMinor) throw new InputError('got', input.got, 'the sum that was paid');
    const refundMinor = sum(input.refund, 'refund', known.refundMinor);
    const isOver = input.to !== 'claimed';
    const closedOn = isOver ? await studio.today() : null;
    await patchRow(tx, 'orderCases', known.id, {
      state: input.to,
      claimMinor,
      gotMinor,
      refundMinor,
      closedOn,
      ...(input.condition.trim() && { condition: input.condition.trim() }),
    });
    if (isOver)
      await bookLoss(studio, tx, order, { claimMinor, gotMinor, refundMinor, says: known.says });
    const prints = await settlePrints(studio, tx, order.number, {
      to: input.prints ?? 'looked at later',
      why: `order ${order.number}, ${known.kind}: ${input.condition.trim() || known.condition || known.says}`,
    });
    const says = `Order ${order.number}, ${known.kind}: ${input.to}${gotMinor ? `, ${formatMoney(gotMinor, currency)} paid` : ''}${refundMinor ? `, ${formatMoney(refundMinor, currency)} given back` : ''}${prints}`;
    await noteInJournal(studio, tx, { act: 'noted', subject: 'order', subjectId: order.id, says });
    // What happened to a sheet stays so, whatever door it was said at.
    return { message: `${says}.`, undo: input.prints === 'destroyed' ? null : undefined };
  },
});

/** What becomes of the prints that came back with an order, each with its line in the register; in words. */
async function settlePrints(
  studio: Studio,
  tx: Tx,
  orderNumber: number,
  { to, why }: { to: (typeof CASE_PRINTS)[number]; why: string },
): Promise<string> {
  if (to === 'looked at later') return '';
  const back = await cameBackWith(tx, orderNumber);
  if (!back.length)
    throw new InputError(
      'prints',
      to,
      '“looked at later”: nothing of this order lies here to be settled',
    );
  const said: string[] = [];
  for (const [editionId, own] of groupBy(back, (print) => print.editionId)) {
    const { message } = await handleImpressions.run({
      ...{ studio, tx },
      input: {
        editionId,
        impressionIds: own.map(({ id: printId }) => printId),
        act: to === 'destroyed' ? 'destroyed' : 'passed',
        note: why,
      },
    });
    said.push(message.replace(/\.$/, ''));
  }
  return `; ${said.join('; ')}`;
}

/** What a case cost and nobody made good is an avoidable loss, and stands as one in the account of the job, if it has one. */
async function bookLoss(
  studio: Studio,
  tx: Tx,
  order: Row<'orders'>,
  q: { claimMinor: number; gotMinor: number; refundMinor: number; says: string },
): Promise<void> {
  const loss = Math.max(q.claimMinor, q.refundMinor) - q.gotMinor;
  if (!order.accountId || loss <= 0) return;
  await insertRow(tx, 'accountEntries', {
    id: studio.newId(),
    accountId: order.accountId,
    kind: 'loss',
    says: `order ${order.number}: ${q.says}`,
    notedOn: await studio.today(),
    sumMinor: loss,
  });
}

/** Sends an order once more: what was lost or damaged is made good by the school its edition declared. */
export const resendOrder = defineAction({
  name: 'resendOrder',
  input: objectSchema({ id, why: name, shipBy: orNull(day) }),

  async run({ studio, tx, input }) {
    const order = await rowById(tx, 'orders', input.id, 'id');
    if (!AFTER_POSTING.includes(order.state))
      throw new RefusedError(
        `Order ${order.number} has not left the house: there is nothing to send again.`,
      );
    const [before] = await findRows(tx, 'orders', { partOfId: order.id, kind: 'resend' }, { limit: 1 });
    if (before && before.state !== 'cancelled')
      throw new RefusedError(`Order ${order.number} is sent again already, as order ${before.number}.`);
    const settings = await studio.settings();
    const today = await studio.today();
    const resentId = studio.newId();
    const number = await nextOrderNumber(tx);
    const promised =
      input.shipBy ??
      shipBy({
        ordered: today,
        handlingDays: settings.handlingDays,
        ...(await calendarFrom(settings, today)),
      });
    await insertRow(tx, 'orders', {
      id: resentId,
      number,
      buyerId: order.buyerId,
      state: 'new',
      orderedOn: today,
      shipBy: promised,
      carriageMinor: 0,
      paidAt: studio.now(),
      kind: 'resend',
      partOfId: order.id,
      accountId: order.accountId,
      message: order.message,
      wantsSignature: order.wantsSignature,
      giftNote: order.giftNote,
      notes: `Instead of order ${order.number}: ${input.why.trim()}`,
      changedAt: studio.now(),
    });
    const schools = await copyLines(studio, tx, order.id, resentId);
    const says = `Order ${order.number} is sent again as order ${number}: ${input.why.trim()}`;
    await noteInJournal(studio, tx, { act: 'placed', subject: 'order', subjectId: resentId, says });
    return { message: `${says}.${schools}`, id: resentId };
  },
});

/**
 * The lines once more, at no price. What was destroyed is made again under its number where the run declared so; what is lost may still
 * arrive, and two of one number must never be: it takes the next.
 */
async function copyLines(studio: Studio, tx: Tx, from: string, to: string): Promise<string> {
  const said = new Set<string>();
  for (const l of await findRows(tx, 'orderLines', { orderId: from })) {
    const edition = await rowById(tx, 'editions', l.editionId);
    const gone = await findRows(tx, 'impressions', { orderLineId: l.id });
    const again =
      edition.kind === 'limited' && edition.remake === 'remake'
        ? gone.filter(({ state }) => state === 'destroyed')
        : [];
    await insertRow(tx, 'orderLines', {
      id: studio.newId(),
      orderId: to,
      editionId: l.editionId,
      formatId: l.formatId,
      productId: l.productId,
      quantity: l.quantity,
      priceMinor: 0,
      wanted: again.length ? again.map((i) => i.id) : null,
    });
    if (edition.kind !== 'limited') continue;
    said.add(
      again.length
        ? ' Its own number is made again, as the edition declared.'
        : ' It takes the next number of the run: what is lost may still arrive, and no number is there twice.',
    );
  }
  for (const g of await findRows(tx, 'orderGoods', { orderId: from }))
    await insertRow(tx, 'orderGoods', { ...g, id: studio.newId(), orderId: to, priceMinor: 0 });
  return [...said].join('');
}

/** Notes that a parcel or a piece changed hands: how it looked, with pictures, and who bears damage from there. */
export const noteHandover = defineAction({
  name: 'noteHandover',
  input: objectSchema({ orderId: id, from: name, to: name, condition: prose, bears: name, photos }),

  async run({ studio, tx, input }) {
    const order = await rowById(tx, 'orders', input.orderId, 'orderId');
    const handoverId = studio.newId();
    await insertRow(tx, 'handovers', {
      id: handoverId,
      orderId: order.id,
      at: studio.now(),
      fromWhom: input.from.trim(),
      toWhom: input.to.trim(),
      condition: input.condition.trim(),
      bears: input.bears.trim(),
      photos: input.photos,
    });
    const says = `Order ${order.number} went from ${input.from.trim()} to ${input.to.trim()}; ${input.bears.trim()} bears damage from here`;
    await noteInJournal(studio, tx, { act: 'handed over', subject: 'order', subjectId: order.id, says });
    return { message: `${says}.`, id: handoverId };
  },
});
