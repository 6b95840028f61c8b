import { impressionLabel } from '@/core/edition/impressionStates';
import { InputError, RefusedError } from '@/core/errors';
import { formatWeight, parseWeight, type Minor } from '@/core/measure';
import { labelCode, orderOfCode } from '@/core/parcel/codes';
import { PACK_FORMS, packShortages, SUPPLY_KINDS, WEATHERS, type ParcelPart } from '@/core/parcel/pack';
import { payInStamps } from '@/core/parcel/stamps';
import { compareScale, expectedWeight } from '@/core/parcel/weigh';
import type { Tx } from '@/store/db';
import { appendToRegister, pickedFor } from '@/store/editions';
import { moveGoods } from '@/store/goods';
import { worthOf, type Order, type Service } from '@/store/orders';
import { goodsOfOrder, stampsOnHand } from '@/store/parcels';
import { insertRow, patchRow, removeRow, rowById, type Row } from '@/store/rows';
import { moveSupply } from '@/store/supplies';
import { defineAction } from '../action';
import {
  flag,
  id,
  ids,
  line,
  listOf,
  name,
  objectSchema,
  oneOf,
  orNull,
  Type,
  weightInput,
} from '../schemas';
import { noteInJournal, type Studio } from '../studio';
import { policyOf, servicesFor } from './carriage';
import { parcelOf, stepOf } from './orders';
import { packPlanFor } from './parcels';

/** Every piece of an order's contents, by the id it is ticked by. */
async function contentsOf(tx: Tx, orderId: string): Promise<{ id: string; says: string }[]> {
  const [picked, goods] = await Promise.all([pickedFor(tx, orderId), goodsOfOrder(tx, orderId)]);
  return [
    ...picked.map((p) => ({
      id: p.impression.id,
      says: `${p.title} ${impressionLabel(p.impression.kind, p.impression.number, p.edition.size, p.edition.name)}`,
    })),
    ...goods.map(({ line: l, goods: g }) => ({ id: l.id, says: `${l.quantity} × ${g.name}` })),
  ];
}

/** @throws InputError naming what of the contents is not ticked */
async function refuseUnticked(tx: Tx, orderId: string, ticked: readonly string[]): Promise<void> {
  const missing = (await contentsOf(tx, orderId)).filter(({ id: each }) => !ticked.includes(each));
  if (missing.length)
    throw new InputError(
      'ticked',
      ticked.length,
      `every piece ticked: ${missing.map(({ says }) => says).join(', ')} ${missing.length === 1 ? 'is' : 'are'} not`,
    );
}

/** Packs an order: settles how, and what it should weigh. Packing again replaces what was settled. */
export const packParcel = defineAction({
  name: 'packParcel',
  input: objectSchema({
    orderId: id,
    form: orNull(oneOf(...PACK_FORMS)),
    reason: line,
    /** Ticked as each was laid out; nothing: nobody was asked to. */
    ticked: Type.Optional(ids),
    without: Type.Optional(listOf(oneOf(...SUPPLY_KINDS), { maxItems: SUPPLY_KINDS.length })),
    weather: Type.Optional(oneOf(...WEATHERS)),
    runId: Type.Optional(orNull(id)),
  }),

  async run({ studio, tx, input }) {
    const order = await rowById(tx, 'orders', input.orderId, 'orderId');
    const state = stepOf(order, 'pack');
    if (input.ticked) await refuseUnticked(tx, order.id, input.ticked);
    const without = input.without ?? [];
    const weather = input.weather ?? 'mild';
    const { plan, prints, goods, inserts } = await packPlanFor(tx, order.id, {
      form: input.form ?? undefined,
      without,
      weather,
    });
    const short = packShortages(plan.needs);
    if (short.length && !input.reason.trim())
      throw new RefusedError(`${short.join(' ')} Give a reason to pack it otherwise.`, true);
    const weighed = expectedWeight(plan.parts);
    // The parts stand in the order of the plan: prints, what wraps them, what goes in beside them.
    const from = [
      ...prints.map(() => ({ supplyId: null })),
      ...plan.needs
        .filter(({ supply, kind }) => supply || kind === 'box')
        .map(({ supply }) => ({ supplyId: supply?.id ?? null })),
      ...goods.map(({ goodsId }) => ({ supplyId: null, goodsId })),
      ...inserts.map(({ supplyId, goodsId }) => ({
        supplyId: supplyId ?? null,
        ...(goodsId && { goodsId, isGift: true }),
      })),
    ];
    if (input.runId) await rowById(tx, 'packingRuns', input.runId, 'runId');
    const row = {
      form: plan.form,
      expectedMg: weighed.weight,
      scaleMg: null,
      scaleBy: '',
      lengthUm: plan.outer.length,
      widthUm: plan.outer.width,
      heightUm: plan.outer.height,
      parts: weighed.parts.map((p, i) => ({
        ...from[i]!,
        name: p.name,
        count: p.count,
        weightMg: p.weight,
      })),
      layers: plan.layers,
      without: [...without],
      weather,
      tickedFirst: input.ticked ?? null,
      tickedAtPacking: [],
      runId: input.runId ?? null,
      labelledAt: null,
      overrideReason: input.reason.trim(),
    };
    const was = await parcelOf(tx, order.id);
    if (was) await patchRow(tx, 'parcels', was.id, row);
    else await insertRow(tx, 'parcels', { id: studio.newId(), orderId: order.id, ...row });
    await patchRow(tx, 'orders', order.id, { state, changedAt: studio.now() });
    await noteInJournal(studio, tx, {
      act: 'packed',
      subject: 'order',
      subjectId: order.id,
      says: `Packed order ${order.number} ${plan.form}, ${formatWeight(weighed.weight)} expected. ${input.reason}`,
    });
    return { message: `Packed ${plan.form}: it should weigh ${formatWeight(weighed.weight)}.` };
  },
});

/** Unpacks an order again; supplies that were used up with the seal come back. */
export const unpackParcel = defineAction({
  name: 'unpackParcel',
  input: objectSchema({ orderId: id }),

  async run({ studio, tx, input }) {
    const order = await rowById(tx, 'orders', input.orderId, 'orderId');
    const state = stepOf(order, 'unpack');
    const parcel = (await parcelOf(tx, order.id))!;
    if (parcel.sealedAt) await returnSupplies(studio, tx, parcel.parts, order.number);
    await removeRow(tx, 'parcels', parcel.id);
    await patchRow(tx, 'orders', order.id, { state, changedAt: studio.now() });
    await noteInJournal(studio, tx, {
      act: 'took back',
      subject: 'order',
      subjectId: order.id,
      says: `Unpacked order ${order.number}`,
    });
    return { message: `Order ${order.number} is unpacked.` };
  },
});

/** Notes what the scale shows, typed or read from it, and says whether it agrees. */
export const weighParcel = defineAction({
  name: 'weighParcel',
  input: objectSchema({ orderId: id, scale: weightInput, by: line }),

  async run({ studio, tx, input }) {
    const { unit } = await studio.settings();
    const mg = parseWeight(input.scale, unit === 'in' ? 'oz' : 'g', 'scale');

    const order = await rowById(tx, 'orders', input.orderId, 'orderId');
    const parcel = await parcelOf(tx, order.id);
    if (!parcel || order.state !== 'packed')
      throw new RefusedError(`Order ${order.number} is not packed and open on the table.`);
    const finding = compareScale(parcel.expectedMg, mg);
    await patchRow(tx, 'parcels', parcel.id, { scaleMg: mg, scaleBy: input.by });
    await noteInJournal(studio, tx, {
      act: 'weighed',
      subject: 'order',
      subjectId: order.id,
      says: `Order ${order.number}: ${finding.says}`,
    });
    return { message: finding.says, finding };
  },
});

/**
 * Seals a parcel after its contents are ticked a second time. A weight that disagrees, or none at all, needs a reason.
 * The supplies in it leave the shelf.
 */
export const sealParcel = defineAction({
  name: 'sealParcel',
  input: objectSchema({ orderId: id, ticked: ids, reason: line }),

  async run({ studio, tx, input }) {
    const order = await rowById(tx, 'orders', input.orderId, 'orderId');
    const state = stepOf(order, 'seal');
    const parcel = (await parcelOf(tx, order.id))!;
    await refuseUnticked(tx, order.id, input.ticked);
    const finding = parcel.scaleMg === null ? null : compareScale(parcel.expectedMg, parcel.scaleMg);
    const doubt = !finding
      ? 'It has not been weighed.'
      : finding.verdict === 'holds'
        ? null
        : finding.says;
    if (doubt && !input.reason.trim())
      throw new RefusedError(`${doubt} Give a reason to seal it all the same.`, true);
    const parts = await takeSupplies(studio, tx, parcel.parts, order.number);
    const overrideReason = [parcel.overrideReason, input.reason.trim()].filter(Boolean).join('; ');
    await patchRow(tx, 'parcels', parcel.id, {
      parts,
      sealedAt: studio.now(),
      tickedAtPacking: input.ticked,
      overrideReason,
    });
    await patchRow(tx, 'orders', order.id, { state, changedAt: studio.now() });
    await noteInJournal(studio, tx, {
      act: 'sealed',
      subject: 'order',
      subjectId: order.id,
      says: `Sealed order ${order.number}. ${doubt ? `${doubt} ${input.reason}` : ''}`,
    });
    return {
      message: `Order ${order.number} is sealed. Write the name, order ${order.number} and ${formatWeight(parcel.scaleMg ?? parcel.expectedMg)} on it.`,
    };
  },
});

/** Takes what the parcel uses from the shelf. Where less is there than the plan asked, only that much can have left it. */
async function takeSupplies(
  studio: Studio,
  tx: Tx,
  parts: readonly ParcelPart[],
  orderNumber: number,
): Promise<ParcelPart[]> {
  const taken: ParcelPart[] = [];
  for (const p of parts) {
    const move = { id: studio.newId(), at: studio.now(), why: `order ${orderNumber}` };
    if (p.supplyId) {
      const supply = await rowById(tx, 'supplies', p.supplyId, 'supplyId');
      const n = Math.min(p.count, supply.onHand);
      await moveSupply(tx, { ...move, supplyId: supply.id, kind: 'packed', amount: -n });
      taken.push({ ...p, taken: n });
    } else if (p.goodsId) {
      const goods = await rowById(tx, 'goods', p.goodsId, 'goodsId');
      const n = Math.min(p.count, goods.onHand);
      await moveGoods(tx, { ...move, goodsId: goods.id, kind: howItGoes(p), amount: -n });
      taken.push({ ...p, taken: n });
    } else taken.push(p);
  }
  return taken;
}

const howItGoes = ({ isGift }: ParcelPart) => (isGift ? 'gave' : 'sold');

async function returnSupplies(studio: Studio, tx: Tx, parts: readonly ParcelPart[], orderNumber: number) {
  for (const p of parts) {
    const amount = p.taken ?? p.count;
    const move = { id: studio.newId(), at: studio.now(), amount, why: `order ${orderNumber} unpacked` };
    if (p.supplyId) await moveSupply(tx, { ...move, supplyId: p.supplyId, kind: 'unpacked' });
    // Under the same word with the other sign, so that what was sold and came back is not counted as sold.
    else if (p.goodsId) await moveGoods(tx, { ...move, goodsId: p.goodsId, kind: howItGoes(p) });
  }
}

/**
 * Holds a label's code against the parcel it is put on. A code of another order is refused: that is how the wrong picture reaches the
 * wrong house.
 */
export const matchLabel = defineAction({
  name: 'matchLabel',
  input: objectSchema({ orderId: id, code: name }),

  async run({ studio, tx, input }) {
    const order = await rowById(tx, 'orders', input.orderId, 'orderId');
    const parcel = await parcelOf(tx, order.id);
    if (!parcel)
      throw new RefusedError(
        `“${input.code}” is no print of order ${order.number}, which is not packed yet: there is nothing to put a label on.`,
      );
    const code = input.code.trim().toUpperCase();
    const own = [labelCode(order.number), parcel.tracking.toUpperCase()].filter(Boolean);
    if (!own.includes(code)) {
      const other = orderOfCode(code);
      throw new RefusedError(
        other === null
          ? `“${input.code}” is not on the label of order ${order.number}.`
          : `That is the label of order ${other}, and this is the parcel of order ${order.number}. Put it aside.`,
      );
    }
    await patchRow(tx, 'parcels', parcel.id, { labelledAt: studio.now() });
    await noteInJournal(studio, tx, {
      act: 'labelled',
      subject: 'order',
      subjectId: order.id,
      says: `The label of order ${order.number} is on its own parcel`,
    });
    return { message: `Order ${order.number}: its label is on its own parcel.` };
  },
});

/** Hands the parcel to a carrier. Every impression in it is on its way from now. */
export const dispatchOrder = defineAction({
  name: 'dispatchOrder',
  input: objectSchema({
    orderId: id,
    serviceId: id,
    tracking: line,
    /** Paid in stamps from the drawer. */
    stamps: Type.Optional(flag),
    reason: Type.Optional(line),
  }),

  async run({ studio, tx, input }) {
    const order = await rowById(tx, 'orders', input.orderId, 'orderId');
    const state = stepOf(order, 'dispatch');
    const service = await rowById(tx, 'services', input.serviceId, 'serviceId');
    if (service.tracked && !input.tracking.trim())
      throw new InputError(
        'tracking',
        input.tracking,
        `the tracking code: ${service.name} is a tracked service`,
      );
    const parcel = (await parcelOf(tx, order.id))!;
    const doubts = await sendingDoubts(studio, tx, order, parcel, service);
    const reason = input.reason?.trim() ?? '';
    if (doubts.says.length && !reason)
      throw new RefusedError(`${doubts.says.join(' ')} Give a reason to send it all the same.`, true);
    const stampsUsed = input.stamps ? await takeStamps(studio, tx, doubts.postage) : null;
    const at = studio.now();
    const who = await studio.who(tx);
    await patchRow(tx, 'parcels', parcel.id, {
      serviceId: service.id,
      tracking: input.tracking.trim(),
      dispatchedAt: at,
      postageMinor: doubts.postage,
      stampsUsed,
      ...(reason && { overrideReason: [parcel.overrideReason, reason].filter(Boolean).join('; ') }),
    });
    await patchRow(tx, 'orders', order.id, { state, changedAt: at });
    const picked = await pickedFor(tx, order.id);
    for (const { impression: i } of picked)
      await patchRow(tx, 'impressions', i.id, { state: 'dispatched', changedAt: at });
    await appendToRegister(
      tx,
      picked.map(({ impression: i, edition }) => ({
        at,
        who,
        act: 'dispatched',
        editionId: edition.id,
        impressionId: i.id,
        body: { order: order.number, service: service.name },
      })),
    );
    const paid = stampsUsed
      ? `, in stamps: ${stampsUsed.map((each) => `${each.count} × ${each.name}`).join(', ')}`
      : '';
    await noteInJournal(studio, tx, {
      act: 'dispatched',
      subject: 'order',
      subjectId: order.id,
      says: `Order ${order.number} went by ${service.carrier} ${service.name}${paid}${reason ? `. ${reason}` : ''}`,
    });
    return { message: `Order ${order.number} is on its way${paid}.` };
  },
});

/** Why a service should not carry a parcel, and what it asks for it. */
async function sendingDoubts(
  studio: Studio,
  tx: Tx,
  order: Order,
  parcel: Row<'parcels'>,
  service: Service,
): Promise<{ says: string[]; postage: Minor }> {
  const buyer = await rowById(tx, 'buyers', order.buyerId);
  const { currency } = await studio.settings(tx);
  const policy = await policyOf(studio);
  const [choice] = servicesFor(
    [service],
    order,
    {
      form: parcel.form,
      outer: { length: parcel.lengthUm, width: parcel.widthUm, height: parcel.heightUm },
      weight: parcel.scaleMg ?? parcel.expectedMg,
      value: await worthOf(tx, order.id),
      country: buyer.country,
    },
    { policy, currency },
  );
  const says = [
    ...(choice!.fit.verdict === 'fails' ? [choice!.fit.says] : []),
    ...(parcel.runId && !parcel.labelledAt
      ? [`Nobody has held the label of order ${order.number} against its parcel.`]
      : []),
  ];
  return { says, postage: choice!.price ?? service.priceMinor };
}

/** Takes the stamps that pay a postage with the least overspend out of the drawer. */
async function takeStamps(studio: Studio, tx: Tx, postage: Minor) {
  const drawer = await stampsOnHand(tx);
  const plan = payInStamps(
    postage,
    drawer.map(({ valueMinor, onHand }) => ({ value: valueMinor, count: onHand })),
  );
  const used: { stampId: string; name: string; value: number; count: number }[] = [];
  for (const { value, count } of plan.combination) {
    let left = count;
    for (const stamp of drawer.filter(({ valueMinor }) => valueMinor === value)) {
      const n = Math.min(left, stamp.onHand);
      if (n <= 0) continue;
      await patchRow(tx, 'stamps', stamp.id, { onHand: stamp.onHand - n });
      used.push({ stampId: stamp.id, name: stamp.name, value, count: n });
      left -= n;
    }
  }
  return used;
}
