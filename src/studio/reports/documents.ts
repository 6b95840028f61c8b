import { impressionLabel } from '@/core/edition/impressionStates';
import { InputError, RefusedError } from '@/core/errors';
import { formatMoney, formatSize, formatWeight, shareOf, toDecimals } from '@/core/measure';
import { labelPdf } from '@/paperwork/label';
import { packingSlipPdf } from '@/paperwork/packingSlip';
import { pickedFor } from '@/store/editions';
import { orderWhole } from '@/store/orders';
import { findRow } from '@/store/rows';
import type { Studio } from '../studio';

export type Document = { name: string; bytes: Buffer };

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

/** The packing slip of a picked order. */
export async function packingSlip(studio: Studio, orderId: string): Promise<Document> {
  const { order, buyer, lines, parcel } = await orderOrThrow(studio, orderId);
  const picked = await pickedFor(studio.db, orderId);
  const s = await studio.settings();
  const money = (m: number) => formatMoney(m, s.currency, { bare: true });
  const goods = lines.reduce((a, l) => a + l.line.quantity * l.line.priceMinor, 0);
  const bytes = await packingSlipPdf({
    studio: s.name,
    address: s.address,
    orderNumber: order.number,
    orderedOn: order.orderedOn,
    leavesBy: order.shipBy,
    buyer: buyer.name,
    to: [...buyer.address, buyer.country],
    message: order.message,
    wantsSignature: order.wantsSignature,
    paid: order.paidAt !== null,
    carriage: money(order.carriageMinor),
    total: formatMoney(goods + order.carriageMinor, s.currency),
    tax: taxLine(goods + order.carriageMinor, s),
    lines: lines.map(({ line: l, format, title }) => {
      const mine = picked.filter((p) => p.lineId === l.id);
      return {
        title,
        size: formatSize({ width: format.imageWidthUm, height: format.imageHeightUm }, s.unit),
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
    packing: parcel?.parts.map(({ name, count }) => ({ name, count })) ?? [],
    weight: parcel ? formatWeight(parcel.expectedMg, s.unit) : 'not packed yet',
    form: parcel?.form ?? 'not yet',
    at: studio.now(),
    letter: s.unit === 'in',
  });
  return { name: `packing-slip_${order.number}.pdf`, bytes };
}

/** The address label of a packed order. */
export async function addressLabel(studio: Studio, orderId: string): Promise<Document> {
  const { order, buyer, parcel } = await orderOrThrow(studio, orderId);
  if (!parcel)
    throw new RefusedError(
      `Order ${order.number} is not packed: the label says how heavy it is and how it is packed.`,
    );
  const s = await studio.settings();
  const service = parcel.serviceId ? await findRow(studio.db, 'services', parcel.serviceId) : undefined;
  const bytes = await labelPdf({
    studio: s.name,
    from: s.address,
    buyer: buyer.name,
    to: buyer.address,
    country: buyer.country,
    orderNumber: order.number,
    weight: formatWeight(parcel.scaleMg ?? parcel.expectedMg, s.unit),
    service: service ? `${service.carrier} ${service.name}` : '',
    tracking: parcel.tracking,
    form: parcel.form,
    at: studio.now(),
  });
  return { name: `label_${order.number}.pdf`, bytes };
}
