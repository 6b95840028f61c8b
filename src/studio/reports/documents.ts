import { join } from 'node:path';
import { evidenceOf } from '@/store/evidence';
import { deriveAgain } from '../capture/reading';
import { impressionLabel } from '@/core/edition/impressionStates';
import { InputError, RefusedError } from '@/core/errors';
import {
  formatLength,
  formatMoney,
  formatSize,
  formatWeight,
  localDay,
  shareOf,
  toDecimals,
} from '@/core/measure';
import { carriersNeeded } from '@/core/parcel/pack';
import { labelCode, pickCode } from '@/core/parcel/codes';
import { envelopePdf, labelPdf, labelPng, labelsTwoUp, type LabelFacts } from '@/paperwork/label';
import {
  carePdf,
  customsPdf,
  giftSlipPdf,
  handoverPdf,
  manifestPdf,
  packingSlipPdf,
} from '@/paperwork/packingSlip';
import { unprintable } from '@/paperwork/typeface';
import { pickedFor } from '@/store/editions';
import { orderWhole, worthOf } from '@/store/orders';
import { goodsOfOrder } from '@/store/parcels';
import { findRow, findRows } from '@/store/rows';
import { outgoingOf } from '../orders/outgoing';
import type { Studio } from '../studio';

/** A paper to print; a PDF where no other type is said. */
export type Document = { name: string; bytes: Buffer; type?: string };

async function orderOrThrow(studio: Studio, orderId: string) {
  const whole = await orderWhole(studio.db, orderId);
  if (!whole) throw new InputError('order', orderId, 'one of the orders there are');
  return whole;
}

/** What a shown rate of tax comes to on top of a sum that is kept without; nothing: none is shown. */
function taxLine(sum: number, s: { taxShown: number | null; currency: string }): string | null {
  if (s.taxShown === null) return null;
  return `Sums are without tax; at ${toDecimals(s.taxShown * 100, 2)} % it is ${formatMoney(shareOf(sum, s.taxShown), s.currency)} more.`;
}

/** The packing slip of an order: its pieces to tick, and how it is packed once it is. */
export async function packingSlip(studio: Studio, orderId: string): Promise<Document> {
  const { order, buyer, lines, parcel } = await orderOrThrow(studio, orderId);
  const [picked, goods, s] = await Promise.all([
    pickedFor(studio.db, orderId),
    goodsOfOrder(studio.db, orderId),
    studio.settings(),
  ]);
  const money = (m: number) => formatMoney(m, s.currency, { bare: true });
  const total = (await worthOf(studio.db, orderId)) - order.discountMinor + order.carriageMinor;
  const to = [...buyer.address, buyer.country];
  refuseUnprintable(order.number, [buyer.name, ...to]);
  const bytes = await packingSlipPdf({
    studio: s.name,
    address: s.address,
    orderNumber: order.number,
    orderedOn: order.orderedOn,
    leavesBy: order.shipBy,
    buyer: buyer.name,
    to,
    message: order.message,
    wantsSignature: order.wantsSignature,
    paid: order.paidAt !== null,
    carriage: money(order.carriageMinor),
    total: formatMoney(total, s.currency),
    tax: taxLine(total, s),
    discount: order.discountMinor ? { sum: money(order.discountMinor), why: order.discountWhy } : null,
    code: pickCode(order.number),
    lines: [
      ...lines.map(({ line: l, format, title, setName }) => {
        const mine = picked.filter((p) => p.lineId === l.id);
        const size = formatSize({ width: format.imageWidthUm, height: format.imageHeightUm }, s.unit);
        return {
          title,
          size: setName ? `${size}, of the set ${setName}` : size,
          paper: mine[0]?.paper.name ?? 'not picked yet',
          quantity: l.quantity,
          numbers:
            mine
              .map((p) =>
                impressionLabel(p.impression.kind, p.impression.number, p.edition.size, p.edition.name),
              )
              .join(', ') || 'not picked yet',
          each: money(l.priceMinor),
          sum: money(l.priceMinor * l.quantity),
        };
      }),
      ...goods.map(({ line: l, goods: g }) => ({
        title: g.name,
        size: g.kind,
        paper: 'from the goods',
        quantity: l.quantity,
        numbers: '',
        each: money(l.priceMinor),
        sum: money(l.priceMinor * l.quantity),
      })),
    ],
    packing: parcel?.parts.map(({ name, count }) => ({ name, count })) ?? [],
    packed: parcel && { form: parcel.form, weight: formatWeight(parcel.expectedMg, s.unit) },
    at: studio.now(),
    letter: s.unit === 'in',
  });
  return { name: `packing-slip_${order.number}.pdf`, bytes };
}

/** @throws RefusedError naming letters that no font here has: they would come out as empty boxes */
function refuseUnprintable(orderNumber: number, lines: readonly string[]): void {
  const missing = unprintable(lines.join(' '));
  if (missing.length)
    throw new RefusedError(
      `No font here has ${missing.map((letter) => `“${letter}”`).join(', ')}, in the address of order ${orderNumber}: write it in other letters, or the label has empty boxes.`,
    );
}

async function labelFacts(studio: Studio, orderId: string): Promise<LabelFacts> {
  const { order, buyer, parcel } = await orderOrThrow(studio, orderId);
  if (!parcel)
    throw new RefusedError(
      `Order ${order.number} is not packed: the label says how heavy it is and how it is packed.`,
    );
  refuseUnprintable(order.number, [buyer.name, ...buyer.address, buyer.country]);
  const s = await studio.settings();
  const service = parcel.serviceId ? await findRow(studio.db, 'services', parcel.serviceId) : undefined;
  return {
    studio: s.name,
    from: s.address,
    buyer: buyer.name,
    to: buyer.address,
    country: buyer.country,
    orderNumber: order.number,
    weight: formatWeight(parcel.scaleMg ?? parcel.expectedMg, s.unit),
    service: service ? `${service.carrier} ${service.name}` : '',
    code: inBars(parcel.tracking) ? parcel.tracking : labelCode(order.number),
    form: parcel.form,
    at: studio.now(),
  };
}

/** Whether a carrier's code can stand on the label in bars a scanner reads: plain signs, and not so many that bars get too thin. */
const inBars = (code: string): boolean => /^[\x21-\x7e]{1,25}$/.test(code);

/** Labels of one order, or of several by their ids joined with commas. */
async function labelsFor(studio: Studio, orderIds: string): Promise<LabelFacts[]> {
  const ids = orderIds.split(',').filter(Boolean);
  if (!ids.length || ids.length > 200)
    throw new InputError('order', orderIds.slice(0, 60), 'from one to 200 orders');
  return Promise.all(ids.map((each) => labelFacts(studio, each)));
}

/** The address label of a packed order, or of several. */
export async function addressLabel(studio: Studio, orderIds: string): Promise<Document> {
  const labels = await labelsFor(studio, orderIds);
  return { name: `label_${labels[0]!.orderNumber}.pdf`, bytes: await labelPdf(labels) };
}

/** The same, two to a sheet. */
export async function addressLabels(studio: Studio, orderIds: string): Promise<Document> {
  const labels = await labelsFor(studio, orderIds);
  const { unit } = await studio.settings();
  return {
    name: `labels_${labels[0]!.orderNumber}.pdf`,
    bytes: await labelsTwoUp(labels, unit === 'in'),
  };
}

/** The label in the dots of a label printer. */
export async function labelDots(studio: Studio, orderId: string): Promise<Document> {
  const label = await labelFacts(studio, orderId);
  const bytes = await labelPng(label);
  return { name: `label_${label.orderNumber}.png`, bytes, type: 'image/png' };
}

/** An envelope for what goes as a letter. */
export async function envelope(studio: Studio, orderId: string): Promise<Document> {
  const label = await labelFacts(studio, orderId);
  return { name: `envelope_${label.orderNumber}.pdf`, bytes: await envelopePdf(label, 'C5') };
}

/** What lies in a parcel that is a present, without prices. */
export async function giftSlip(studio: Studio, orderId: string): Promise<Document> {
  const { order, buyer, lines } = await orderOrThrow(studio, orderId);
  const goods = await goodsOfOrder(studio.db, orderId);
  const s = await studio.settings();
  refuseUnprintable(order.number, [buyer.name]);
  const bytes = await giftSlipPdf({
    studio: s.name,
    address: s.address,
    orderNumber: order.number,
    buyer: buyer.preferredName || buyer.name,
    note: order.giftNote,
    lines: [
      ...lines.map(({ line: l, format, title }) => ({
        title,
        about: `${l.quantity} × ${formatSize({ width: format.imageWidthUm, height: format.imageHeightUm }, s.unit)}`,
      })),
      ...goods.map(({ line: l, goods: g }) => ({ title: g.name, about: `${l.quantity} × ${g.kind}` })),
    ],
    at: studio.now(),
  });
  return { name: `gift-slip_${order.number}.pdf`, bytes };
}

const CARE_WORDS = [
  'Handle it by its edges, with clean and dry hands.',
  'Let it lie flat for a day before it is framed; one that came rolled, under clean sheets and a weight.',
  'Frame it behind glass or acrylic that it does not touch, on board that is free of acid.',
  'Hang it out of the sun, and away from a stove, a bath or an outer wall that is damp.',
];

/** How to look after a print, in the studio's words where it has any. */
export async function careSheet(studio: Studio, orderId: string): Promise<Document> {
  const { order, buyer } = await orderOrThrow(studio, orderId);
  const s = await studio.settings();
  const own = s.careWords
    .split('\n')
    .map((each) => each.trim())
    .filter(Boolean);
  const bytes = await carePdf({
    studio: s.name,
    buyer: buyer.preferredName || buyer.name,
    words: own.length ? own : CARE_WORDS,
    orderNumber: order.number,
    at: studio.now(),
  });
  return { name: `care-sheet_${order.number}.pdf`, bytes };
}

/** The heading commonly used for printed pictures; for other goods nobody here knows. */
const PICTURE_HEADING = '4911.91';

/** What customs ask of a parcel abroad. */
export async function customsStatement(studio: Studio, orderId: string): Promise<Document> {
  const { order, buyer, lines, parcel } = await orderOrThrow(studio, orderId);
  if (!parcel) throw new RefusedError(`Order ${order.number} is not packed: customs ask what it weighs.`);
  const [picked, goods, s] = await Promise.all([
    pickedFor(studio.db, orderId),
    goodsOfOrder(studio.db, orderId),
    studio.settings(),
  ]);
  refuseUnprintable(order.number, [buyer.name, ...buyer.address, buyer.country]);
  const money = (m: number) => formatMoney(m, s.currency, { bare: true });
  // The parts of a parcel begin with its prints, in the order they were picked.
  const weightOf = (lineId: string) =>
    picked.reduce((sum, p, i) => sum + (p.lineId === lineId ? (parcel.parts[i]?.weightMg ?? 0) : 0), 0);
  const origin = s.address.at(-1) ?? s.name;
  const bytes = await customsPdf({
    studio: s.name,
    from: s.address,
    buyer: buyer.name,
    to: buyer.address,
    country: buyer.country,
    orderNumber: order.number,
    isGift: order.giftNote !== '',
    lines: [
      ...lines.map(({ line: l, format, title }) => ({
        what: `Printed picture, ${title}, ${format.name}`,
        quantity: l.quantity,
        weight: formatWeight(weightOf(l.id), s.unit),
        value: money(l.priceMinor * l.quantity),
        heading: PICTURE_HEADING,
      })),
      ...goods.map(({ line: l, goods: g }) => ({
        what: g.name,
        quantity: l.quantity,
        weight: formatWeight(g.weightMg * l.quantity, s.unit),
        value: money(l.priceMinor * l.quantity),
        heading: 'to look up',
      })),
    ],
    weight: formatWeight(parcel.scaleMg ?? parcel.expectedMg, s.unit),
    total: formatMoney(await worthOf(studio.db, orderId), s.currency),
    origin,
    at: studio.now(),
  });
  return { name: `customs_${order.number}.pdf`, bytes };
}

/** The sheet that goes with a large piece from hand to hand. */
export async function handoverSheet(studio: Studio, orderId: string): Promise<Document> {
  const { order, lines, parcel } = await orderOrThrow(studio, orderId);
  if (!parcel)
    throw new RefusedError(
      `Order ${order.number} is not packed: the sheet says how large and heavy it is.`,
    );
  const [s, past] = await Promise.all([
    studio.settings(),
    findRows(studio.db, 'handovers', { orderId }, { orderBy: ['at', 'id'] }),
  ]);
  const pictures = await picturesOfHands(
    studio,
    past.map(({ id }) => id),
  );
  const weightMg = parcel.scaleMg ?? parcel.expectedMg;
  const people = carriersNeeded(weightMg, Math.max(parcel.lengthUm, parcel.widthUm));
  const sides = [parcel.lengthUm, parcel.widthUm, parcel.heightUm];
  const bytes = await handoverPdf({
    studio: s.name,
    address: s.address,
    orderNumber: order.number,
    what: lines.map(({ line: l, title, format }) => `${l.quantity} × ${title}, ${format.name}`),
    outer: sides.map((um) => formatLength(um, s.unit)).join(' × '),
    weight: formatWeight(weightMg, s.unit),
    people: people === 2 ? 'Two carry it.' : 'One carries it.',
    past: past.map((each) => ({
      when: localDay(each.at, s.timeZone),
      from: each.fromWhom,
      to: each.toWhom,
      condition: each.condition,
      bears: each.bears,
      pictures: pictures.get(each.id) ?? [],
    })),
    letter: s.unit === 'in',
    at: studio.now(),
  });
  return { name: `from-hand-to-hand_${order.number}.pdf`, bytes };
}

/** The photographs of changes of hands, as files that can be drawn; one that cannot be shown is left out. */
async function picturesOfHands(studio: Studio, ids: readonly string[]): Promise<Map<string, string[]>> {
  const found = new Map<string, string[]>();
  for (const [id, pictures] of await evidenceOf(studio.db, 'handover', ids))
    for (const { sha256 } of pictures) {
      const isThere =
        (await studio.objects.hasDerived(sha256)) ||
        (await deriveAgain(studio, sha256).catch(() => false));
      if (isThere)
        found.set(id, [...(found.get(id) ?? []), join(studio.objects.derivedDir(sha256), 'view.jpg')]);
    }
  return found;
}

/** What is handed over on a day, a part for each carrier. */
export async function manifest(studio: Studio, day: string): Promise<Document> {
  const on = day === 'today' ? await studio.today() : day;
  const s = await studio.settings();
  const { carriers } = await outgoingOf(studio, on);
  if (!carriers.length) throw new RefusedError(`Nothing is sealed or handed over on ${on}.`);
  const bytes = await manifestPdf({
    studio: s.name,
    address: s.address,
    day: on,
    carriers: carriers.map(({ carrier, where, parcels }) => ({
      carrier,
      where,
      parcels: parcels.map((p) => ({ ...p, weight: formatWeight(p.weightMg, s.unit) })),
    })),
    letter: s.unit === 'in',
    at: studio.now(),
  });
  return { name: `handed-over_${on}.pdf`, bytes };
}
