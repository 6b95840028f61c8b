import { mayDo, STATE_WORDS } from '@/core/edition/impressionStates';
import { InputError, RefusedError } from '@/core/errors';
import { formatMoney, parseSum, shareOf } from '@/core/measure';
import type { Tx } from '@/store/db';
import { appendToRegister, type Edition, type Impression } from '@/store/editions';
import { nextConsignmentNumber } from '@/store/consignments';
import { nextOrderNumber } from '@/store/orders';
import { findRows, insertRow, patchRow, rowById, type Row } from '@/store/rows';
import { defineAction } from '../action';
import {
  day,
  id,
  line,
  listOf,
  moneyInput,
  name,
  numberBetween,
  objectSchema,
  oneOf,
  orNull,
  prose,
} from '../schemas';
import { noteInJournal, type Studio } from '../studio';
import { labelOf } from './labels';
import { refuseIfPromised } from './promised';

/** Gives prints to a shop or a gallery on sale or return: what, since when, until when, their share, who bears damage. */
export const consignPrints = defineAction({
  name: 'consignPrints',
  input: objectSchema({
    buyerId: id,
    channelId: orNull(id),
    sinceOn: day,
    dueOn: day,
    theirShare: numberBetween(0, 0.95),
    bearsDamage: name,
    notes: prose,
    items: listOf(objectSchema({ impressionId: id, price: moneyInput }), { minItems: 1, maxItems: 200 }),
  }),

  async run({ studio, tx, input }) {
    if (input.dueOn < input.sinceOn)
      throw new InputError('dueOn', input.dueOn, `a day from ${input.sinceOn} on`);
    const shop = await rowById(tx, 'buyers', input.buyerId, 'buyerId');
    if (input.channelId) await rowById(tx, 'channels', input.channelId, 'channelId');
    const { currency } = await studio.settings();
    const number = await nextConsignmentNumber(tx);
    const newId = studio.newId();
    await insertRow(tx, 'consignments', {
      id: newId,
      number,
      buyerId: shop.id,
      channelId: input.channelId,
      sinceOn: input.sinceOn,
      dueOn: input.dueOn,
      theirShare: input.theirShare,
      bearsDamage: input.bearsDamage.trim(),
      notes: input.notes.trim(),
    });
    const gone: string[] = [];
    for (const [k, item] of input.items.entries()) {
      const field = `items[${k}]`;
      const { impression, edition } = await printAt(tx, item.impressionId, `${field}.impressionId`);
      const label = labelOf(impression, edition);
      refuseUnlessReady(impression, label);
      await refuseIfPromised(studio, tx, edition, [impression]);
      await insertRow(tx, 'consignmentItems', {
        id: studio.newId(),
        consignmentId: newId,
        impressionId: impression.id,
        priceMinor: parseSum(item.price, currency, `${field}.price`),
        outcome: 'there',
      });
      await move(studio, tx, edition, impression, 'consigned', { note: `consignment note ${number}` });
      gone.push(label);
    }
    await noteInJournal(studio, tx, {
      act: 'consigned',
      subject: 'consignment',
      subjectId: newId,
      says: `Consignment note ${number}: ${gone.join(', ')} to ${shop.name} until ${input.dueOn}`,
    });
    return {
      message: `${gone.join(', ')} on consignment with ${shop.name}, due back or paid by ${input.dueOn}.`,
      id: newId,
    };
  },
});

/**
 * Settles prints of a consignment: sold there, back in the house, or lost. What was sold becomes an order, delivered, of the shop’s
 * channel, so that income counts it as it counts every other sale.
 */
export const settleConsignment = defineAction({
  name: 'settleConsignment',
  input: objectSchema({
    id,
    on: day,
    paid: oneOf('paid', 'owed'),
    items: listOf(objectSchema({ itemId: id, outcome: oneOf('sold', 'back', 'lost'), note: line }), {
      minItems: 1,
      maxItems: 200,
    }),
  }),

  async run({ studio, tx, input }) {
    const note = await rowById(tx, 'consignments', input.id, 'id');
    const shop = await rowById(tx, 'buyers', note.buyerId);
    if (input.on < note.sinceOn)
      throw new InputError('on', input.on, `a day from ${note.sinceOn} on, when they got them`);
    const { currency } = await studio.settings();
    const sold: { impression: Impression; edition: Edition; priceMinor: number }[] = [];
    const says: string[] = [];
    let owed = 0;
    for (const [k, settled] of input.items.entries()) {
      const item = await rowById(tx, 'consignmentItems', settled.itemId, `items[${k}].itemId`);
      if (item.consignmentId !== note.id)
        throw new InputError(`items[${k}].itemId`, settled.itemId, 'a print of this consignment');
      const { impression, edition } = await printAt(tx, item.impressionId, 'itemId');
      const label = labelOf(impression, edition);
      if (item.outcome !== 'there')
        throw new RefusedError(`${label} was settled on ${item.settledOn}: ${item.outcome}.`);
      const theirs =
        settled.outcome === 'sold' ? item.priceMinor - shareOf(item.priceMinor, note.theirShare) : 0;
      owed += theirs;
      await patchRow(tx, 'consignmentItems', item.id, {
        outcome: settled.outcome,
        owedMinor: theirs,
        settledOn: input.on,
        note: settled.note.trim(),
      });
      if (settled.outcome === 'sold') sold.push({ impression, edition, priceMinor: item.priceMinor });
      else
        await move(studio, tx, edition, impression, OUTCOME_ACTS[settled.outcome], {
          note: settled.note.trim() || `consignment note ${note.number}`,
        });
      says.push(`${label} ${settled.outcome}`);
    }
    const order = sold.length ? await orderOf(studio, tx, note, sold, input) : null;
    const left = await findRows(tx, 'consignmentItems', { consignmentId: note.id, outcome: 'there' });
    if (!left.length) await patchRow(tx, 'consignments', note.id, { settledAt: studio.now() });
    await noteInJournal(studio, tx, {
      act: 'settled',
      subject: 'consignment',
      subjectId: note.id,
      says: `Consignment note ${note.number} with ${shop.name}: ${says.join(', ')}`,
    });
    const due = formatMoney(owed, currency);
    return {
      message: `${says.join(', ')}. ${shop.name} ${input.paid === 'paid' ? 'paid' : 'owes'} ${due}${order ? `, as order ${order.number}` : ''}${left.length ? `; ${left.length} still there` : '; the note is settled'}.`,
      owedMinor: owed,
      orderId: order?.id ?? null,
    };
  },
});

const OUTCOME_ACTS = { back: 'returned', lost: 'lost' } as const;

/** What a shop sold, as an order of its own, posted and arrived. */
async function orderOf(
  studio: Studio,
  tx: Tx,
  note: Row<'consignments'>,
  sold: readonly { impression: Impression; edition: Edition; priceMinor: number }[],
  input: { on: string; paid: 'paid' | 'owed' },
): Promise<{ id: string; number: number }> {
  const orderId = studio.newId();
  const number = await nextOrderNumber(tx);
  await insertRow(tx, 'orders', {
    id: orderId,
    number,
    buyerId: note.buyerId,
    state: 'delivered',
    orderedOn: input.on,
    shipBy: input.on,
    carriageMinor: 0,
    paidAt: input.paid === 'paid' ? studio.now() : null,
    channelId: note.channelId,
    notes: `Sold on consignment note ${note.number}`,
    changedAt: studio.now(),
  });
  for (const { impression, edition, priceMinor } of sold) {
    const lineId = studio.newId();
    const formatId = impression.formatId!;
    const [product] = await findRows(
      tx,
      'products',
      { formatId, archivedAt: null },
      { orderBy: ['createdAt', 'id'], limit: 1 },
    );
    await insertRow(tx, 'orderLines', {
      id: lineId,
      orderId,
      editionId: edition.id,
      formatId,
      productId: product?.id ?? null,
      quantity: 1,
      priceMinor,
    });
    await move(studio, tx, edition, impression, 'delivered', { order: number }, lineId);
  }
  return { id: orderId, number };
}

async function printAt(tx: Tx, impressionId: string, field: string) {
  const impression = await rowById(tx, 'impressions', impressionId, field);
  return { impression, edition: await rowById(tx, 'editions', impression.editionId) };
}

function refuseUnlessReady(i: Impression, label: string): void {
  if (!mayDo('consigned', i.state) || i.orderLineId)
    throw new RefusedError(
      `${label} is ${i.orderLineId ? 'with an order' : STATE_WORDS[i.state]}: only what lies ready goes to a shop.`,
    );
  if (i.heldBack) throw new RefusedError(`${label} is kept back by the artist.`);
}

async function move(
  studio: Studio,
  tx: Tx,
  edition: Edition,
  impression: Impression,
  act: 'consigned' | 'returned' | 'lost' | 'delivered',
  body: Record<string, unknown>,
  orderLineId?: string,
): Promise<void> {
  const at = studio.now();
  await patchRow(tx, 'impressions', impression.id, {
    state: act,
    changedAt: at,
    ...(orderLineId && { orderLineId }),
  });
  await appendToRegister(tx, [
    {
      at,
      who: await studio.who(tx),
      act,
      editionId: edition.id,
      impressionId: impression.id,
      body: { number: labelOf(impression, edition), ...body },
    },
  ]);
}
