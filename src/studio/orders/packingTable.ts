import { impressionLabel } from '@/core/edition/impressionStates';
import type { Finding } from '@/core/finding';
import { localDay } from '@/core/measure';
import { packShortages, printWeight } from '@/core/parcel/pack';
import { serviceFit } from '@/core/parcel/serviceFit';
import { compareScale, expectedWeight, scaleBlindTo } from '@/core/parcel/weigh';
import { pickedFor } from '@/store/editions';
import { allServices, orderWhole, type Service } from '@/store/orders';
import { findRows } from '@/store/rows';
import { cache } from 'react';
import { standingCertificates } from '../editions/certificateActions';
import type { Studio } from '../studio';
import { shownCosts } from '../prices/shownCosts';
import { packPlanFor } from './parcels';

/** Everything the packing table shows of an order: its prints, its parcel, what it weighs, who carries it. */
export const packingTable = cache(async (studio: Studio, orderId: string) => {
  const { db } = studio;
  const whole = await orderWhole(db, orderId);
  if (!whole) return null;
  const { order, buyer, lines, parcel } = whole;
  const [settings, picked, services, history, costs] = await Promise.all([
    studio.settings(),
    pickedFor(db, order.id),
    allServices(db),
    findRows(db, 'journal', { subjectId: order.id }, { orderBy: ['-id'], limit: 30 }),
    shownCosts(
      studio,
      lines.map(({ format }) => format.id),
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
  const base = { order, buyer, lines, parcel, prints, history, costs, today };
  if (order.state === 'new' || order.state === 'cancelled' || prints.length === 0)
    return { ...base, plan: null, shortages: [], weighing: null, scale: null, blind: null, services: [] };
  const { plan, prints: packed } = await packPlanFor(db, order.id, parcel?.form);
  const weighing = expectedWeight(plan.parts);
  const scale: Finding | null = parcel?.scaleMg ? compareScale(parcel.expectedMg, parcel.scaleMg) : null;
  const value = lines.reduce((a, l) => a + l.line.quantity * l.line.priceMinor, 0);
  const toSend = {
    length: parcel?.lengthUm ?? plan.outer.length,
    weight: parcel?.scaleMg ?? parcel?.expectedMg ?? weighing.weight,
    value,
  };
  const ranked = services
    .map((service) => ({ service, fit: serviceFit(toSend, service, settings.currency) }))
    .sort(byFitThenPrice);
  return {
    ...base,
    plan,
    shortages: packShortages(plan.needs),
    weighing,
    scale,
    blind: scaleBlindTo(parcel?.expectedMg ?? weighing.weight, packed.map(printWeight)),
    services: ranked,
  };
});

export type PackingTable = NonNullable<Awaited<ReturnType<typeof packingTable>>>;

const RANK = { holds: 0, care: 1, fails: 2 } as const;
const byFitThenPrice = (a: { service: Service; fit: Finding }, b: { service: Service; fit: Finding }) =>
  RANK[a.fit.verdict] - RANK[b.fit.verdict] || a.service.priceMinor - b.service.priceMinor;
