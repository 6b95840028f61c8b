import { impressionLabel } from '@/core/edition/impressionStates';
import type { Finding } from '@/core/finding';
import { localDay } from '@/core/measure';
import { addDays, daysBetween } from '@/core/measure/day';
import {
  carriersNeeded,
  functionsFinding,
  packShortages,
  PACK_FORMS,
  printWeight,
  type PackForm,
} from '@/core/parcel/pack';
import { passOpening, type Passage } from '@/core/parcel/passage';
import { payInStamps, type StampPlan } from '@/core/parcel/stamps';
import { compareScale, expectedWeight, scaleBlindTo } from '@/core/parcel/weigh';
import { cameBackWith } from '@/store/promises';
import { evidenceOf } from '@/store/evidence';
import { pickedFor } from '@/store/editions';
import { allServices, ordersOfBuyer, orderWhole, supplyPrices } from '@/store/orders';
import { goodsOfOrder, stampsOnHand } from '@/store/parcels';
import { findRows } from '@/store/rows';
import { cache } from 'react';
import { standingCertificates } from '../editions/certificateActions';
import type { Studio } from '../studio';
import { shownCosts } from '../prices/shownCosts';
import { countryFinding, policyOf, servicesFor, type Choice } from './carriage';
import { promiseToday } from './promise';
import { packFactsOf, planOf } from './parcels';
import { cheapest, framesQuoted, giftDifferences, insteadOf, wayOf } from './packWays';

/** Everything the packing table shows of an order: its prints, its parcel, what it weighs, who carries it. */
export const packingTable = cache(async (studio: Studio, orderId: string) => {
  const { db } = studio;
  const whole = await orderWhole(db, orderId);
  if (!whole) return null;
  const { order, buyer, lines, parcel } = whole;
  const [settings, picked, services, history, costs, goods, stages, cases, handovers, parts, people] =
    await Promise.all([
      studio.settings(),
      pickedFor(db, order.id),
      allServices(db),
      findRows(db, 'journal', { subjectId: order.id }, { orderBy: ['-id'], limit: 30 }),
      shownCosts(
        studio,
        lines.map(({ format }) => format.id),
      ),
      goodsOfOrder(db, order.id),
      findRows(db, 'orderStages', { orderId: order.id }, { orderBy: ['dueOn', 'id'] }),
      findRows(db, 'orderCases', { orderId: order.id }, { orderBy: ['-openedOn', '-id'] }),
      findRows(db, 'handovers', { orderId: order.id }, { orderBy: ['at', 'id'] }),
      findRows(db, 'orders', { partOfId: order.id }, { orderBy: ['number'] }),
      findRows(db, 'craftspeople', { archivedAt: null }, { orderBy: ['name'] }),
    ]);
  const [ofCases, ofHandovers] = await Promise.all([
    evidenceOf(
      db,
      'case',
      cases.map(({ id }) => id),
    ),
    evidenceOf(
      db,
      'handover',
      handovers.map(({ id }) => id),
    ),
  ]);
  const standing = await standingCertificates(
    db,
    picked.map((p) => p.impression.id),
  );
  const prints = picked.map((p) => ({
    id: p.impression.id,
    lineId: p.lineId,
    title: p.title,
    label: impressionLabel(p.impression.kind, p.impression.number, p.edition.size, p.edition.name),
    state: p.impression.state,
    format: p.format.name,
    paper: p.paper.name,
    scuffs: p.paper.scuffs,
    signed: p.impression.signedAt !== null,
    hasCertificate: standing.has(p.impression.id),
    editionId: p.edition.id,
  }));
  const today = localDay(studio.now(), settings.timeZone);
  const policy = await policyOf(studio);
  const base = {
    order,
    buyer,
    lines,
    parcel,
    prints,
    goods,
    stages,
    cases,
    handovers,
    pictures: Object.fromEntries([...ofCases, ...ofHandovers]),
    cameBack:
      order.state === 'returned'
        ? (await cameBackWith(db, order.number)).map(
            ({ title, kind, number, size }) => `${title} ${impressionLabel(kind, number, size)}`,
          )
        : [],
    parts,
    policy,
    studioName: settings.name,
    buyerOrders: await ordersOfBuyer(db, buyer.id),
    // Near the buyer first: an opened frame is mended there, not by the buyer.
    helpers: people.sort(
      (a, b) => Number(b.country === buyer.country) - Number(a.country === buyer.country),
    ),
    promiseNow: await promiseToday(studio, order),
    history,
    costs,
    today,
    served: countryFinding(policy, buyer.country),
    arrival: arrivalOf(parcel, services, today),
  };
  if (order.state === 'new' || order.state === 'cancelled' || prints.length + goods.length === 0)
    return {
      ...base,
      plan: null,
      ways: [],
      instead: null,
      gifts: [],
      shortages: [],
      weighing: null,
      scale: null,
      blind: null,
      services: [],
      functions: null,
      people: null,
      passages: [],
      stamps: null,
    };
  const facts = await packFactsOf(db, order.id);
  const wishes = {
    form: parcel?.form,
    without: (parcel?.without ?? []) as never[],
    weather: parcel?.weather,
  };
  const plan = planOf(facts, wishes);
  const weighing = expectedWeight(plan.parts);
  const scale: Finding | null = parcel?.scaleMg ? compareScale(parcel.expectedMg, parcel.scaleMg) : null;
  const value =
    lines.reduce((a, l) => a + l.line.quantity * l.line.priceMinor, 0) +
    goods.reduce((a, g) => a + g.line.quantity * g.line.priceMinor, 0);
  const weight = parcel?.scaleMg ?? parcel?.expectedMg ?? weighing.weight;
  const outer = parcel
    ? { length: parcel.lengthUm, width: parcel.widthUm, height: parcel.heightUm }
    : plan.outer;
  const { currency } = settings;
  const rate = (form: PackForm, of: typeof outer, heavy: number) =>
    servicesFor(
      services,
      order,
      { form, outer: of, weight: heavy, value, country: buyer.country },
      {
        policy,
        currency,
      },
    );
  const ranked = rate(plan.form, outer, weight);
  const prices = await supplyPrices(db);
  return {
    ...base,
    plan,
    ways: PACK_FORMS.map((form) => wayOf(form, facts, prices, rate)),
    instead: insteadOf(
      ...([facts, prices, rate, { plan, outer, weight }, base] as const),
      await framesQuoted(db, lines),
    ),
    gifts: giftDifferences(facts, wishes, rate, currency),
    shortages: packShortages(plan.needs),
    functions: functionsFinding(plan.functions, (parcel?.without.length ?? 0) > 0),
    weighing,
    scale,
    blind: prints.length
      ? scaleBlindTo(parcel?.expectedMg ?? weighing.weight, facts.prints.map(printWeight))
      : null,
    services: ranked,
    people: plan.form === 'boxed' ? carriersNeeded(weight, Math.max(outer.length, outer.width)) : null,
    passages: plan.form === 'boxed' ? await passagesOf(studio, order.id, outer) : [],
    stamps: await stampsFor(studio, ranked),
  };
});

export type PackingTable = NonNullable<Awaited<ReturnType<typeof packingTable>>>;

/** Door, stair, lift and vehicle at both ends, in their order. */
async function passagesOf(
  studio: Studio,
  orderId: string,
  outer: { length: number; width: number; height: number },
): Promise<
  (Passage & {
    id: string;
    kind: string;
    width: number;
    height: number;
    length: number | null;
    isBuyers: boolean;
  })[]
> {
  const all = await findRows(studio.db, 'openings', undefined, { orderBy: ['place', 'name'] });
  const box = { width: outer.length, height: outer.width, depth: outer.height };
  return all
    .filter((o) => o.orderId === null || o.orderId === orderId)
    .map((o) => ({
      ...passOpening(box, {
        name: o.name,
        kind: o.kind,
        width: o.widthUm,
        height: o.heightUm,
        length: o.lengthUm,
        mayTilt: o.mayTilt,
      }),
      id: o.id,
      kind: o.kind,
      width: o.widthUm,
      height: o.heightUm,
      length: o.lengthUm,
      isBuyers: o.orderId !== null,
    }));
}

/** The postage in stamps from the drawer, where there are enough. */
async function stampsFor(studio: Studio, ranked: readonly Choice[]): Promise<StampPlan | null> {
  const price = cheapest(ranked)?.price;
  if (!price) return null;
  const stock = (await stampsOnHand(studio.db)).map((s) => ({ value: s.valueMinor, count: s.onHand }));
  const total = stock.reduce((sum, { value, count }) => sum + value * count, 0);
  return total >= price ? payInStamps(price, stock) : null;
}

/** When a posted parcel should be there, and whether it is late in the post. */
function arrivalOf(
  parcel: { dispatchedAt: string | null; serviceId: string | null } | null,
  services: readonly { id: string; days: number }[],
  today: string,
): { expectedOn: string; daysLate: number } | null {
  const service = services.find(({ id }) => id === parcel?.serviceId);
  if (!parcel?.dispatchedAt || !service) return null;
  const expectedOn = addDays(parcel.dispatchedAt.slice(0, 10), Math.ceil(service.days * 1.4));
  return { expectedOn, daysLate: daysBetween(expectedOn, today) };
}
