import { impressionLabel } from '@/core/edition/impressionStates';
import { InputError, RefusedError } from '@/core/errors';
import { formatWeight, parseWeight } from '@/core/measure';
import type { ParcelPart } from '@/core/parcel/pack';
import { packShortages } from '@/core/parcel/pack';
import { compareScale, expectedWeight } from '@/core/parcel/weigh';
import type { Tx } from '@/store/db';
import { appendToRegister, pickedFor } from '@/store/editions';
import { insertRow, patchRow, removeRow, rowById } from '@/store/rows';
import { moveSupply } from '@/store/supplies';
import { defineAction } from '../action';
import { id, ids, line, objectSchema, oneOf, orNull, weightInput } from '../schemas';
import { noteInJournal, type Studio } from '../studio';
import { parcelOf, stepOf } from './orders';
import { packPlanFor } from './parcels';

/** Packs an order: settles how, and what it should weigh. Packing again replaces what was settled. */
export const packParcel = defineAction({
  name: 'packParcel',
  input: objectSchema({ orderId: id, form: orNull(oneOf('flat', 'rolled')), reason: line }),

  async run({ studio, tx, input }) {
    const order = await rowById(tx, 'orders', input.orderId, 'orderId');
    const state = stepOf(order, 'pack');
    const { plan } = await packPlanFor(tx, order.id, input.form ?? undefined);
    const short = packShortages(plan.needs);
    if (short.length && !input.reason.trim())
      throw new RefusedError(`${short.join(' ')} Give a reason to pack it otherwise.`, true);
    const weighed = expectedWeight(plan.parts);
    const supplyOf = new Map(
      plan.needs.filter((n) => n.supply).map((n) => [n.supply!.name, n.supply!.id]),
    );
    const row = {
      form: plan.form,
      expectedMg: weighed.weight,
      scaleMg: null,
      scaleBy: '',
      lengthUm: plan.outer.length,
      widthUm: plan.outer.width,
      heightUm: plan.outer.height,
      parts: weighed.parts.map((p) => ({
        supplyId: supplyOf.get(p.name) ?? null,
        name: p.name,
        count: p.count,
        weightMg: p.weight,
      })),
      tickedAtPacking: [],
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
    const picked = await pickedFor(tx, order.id);
    const missing = picked.filter((p) => !input.ticked.includes(p.impression.id));
    if (missing.length)
      throw new InputError(
        'ticked',
        input.ticked.length,
        `every print ticked: ${missing.map((p) => `${p.title} ${impressionLabel(p.impression.kind, p.impression.number, p.edition.size, p.edition.name)}`).join(', ')} ${missing.length === 1 ? 'is' : 'are'} not`,
      );
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
    if (!p.supplyId) {
      taken.push(p);
      continue;
    }
    const supply = await rowById(tx, 'supplies', p.supplyId, 'supplyId');
    const n = Math.min(p.count, supply.onHand);
    await moveSupply(tx, {
      id: studio.newId(),
      supplyId: supply.id,
      at: studio.now(),
      kind: 'packed',
      amount: -n,
      why: `order ${orderNumber}`,
    });
    taken.push({ ...p, taken: n });
  }
  return taken;
}

async function returnSupplies(studio: Studio, tx: Tx, parts: readonly ParcelPart[], orderNumber: number) {
  for (const p of parts) {
    if (!p.supplyId) continue;
    await moveSupply(tx, {
      id: studio.newId(),
      supplyId: p.supplyId,
      at: studio.now(),
      kind: 'unpacked',
      amount: p.taken ?? p.count,
      why: `order ${orderNumber} unpacked`,
    });
  }
}

/** Hands the parcel to a carrier. Every impression in it is on its way from now. */
export const dispatchOrder = defineAction({
  name: 'dispatchOrder',
  input: objectSchema({ orderId: id, serviceId: id, tracking: line }),

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
    const at = studio.now();
    const who = await studio.who(tx);
    await patchRow(tx, 'parcels', parcel.id, {
      serviceId: service.id,
      tracking: input.tracking.trim(),
      dispatchedAt: at,
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
    await noteInJournal(studio, tx, {
      act: 'dispatched',
      subject: 'order',
      subjectId: order.id,
      says: `Order ${order.number} went by ${service.carrier} ${service.name}`,
    });
    return { message: `Order ${order.number} is on its way.` };
  },
});
