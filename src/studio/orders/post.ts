import { InputError, RefusedError } from '@/core/errors';
import { dotsOf } from '@/paperwork/dots';
import { LABEL_MM } from '@/paperwork/label';
import { findRow, findRows, rowById } from '@/store/rows';
import type { CarrierDesk, LabelPrinter } from '../ports';
import { labelDots } from '../reports/documents';
import type { Studio } from '../studio';

/** Asks a carrier for a label; what it answers is a code, which is kept when the parcel leaves. */
export async function buyLabel(
  studio: Studio,
  carrier: CarrierDesk,
  orderId: string,
  asked: unknown,
): Promise<{ tracking: string; by: string }> {
  const order = await rowById(studio.db, 'orders', orderId, 'order');
  const serviceId = (asked as { serviceId?: unknown } | null)?.serviceId;
  if (typeof serviceId !== 'string')
    throw new InputError('serviceId', serviceId, 'the service the label is for');
  const service = await rowById(studio.db, 'services', serviceId, 'serviceId');
  if (order.state !== 'sealed')
    throw new RefusedError(`Order ${order.number} is not sealed: a label is bought for what is weighed.`);
  const { tracking } = await carrier.buyLabel({ carrier: service.carrier, orderNumber: order.number });
  return { tracking, by: carrier.name };
}

/** Where a parcel is, as its carrier says. */
export async function whereItIs(
  studio: Studio,
  carrier: CarrierDesk,
  orderId: string,
): Promise<{ by: string; steps: { at: string; says: string }[] }> {
  const [parcel] = await findRows(studio.db, 'parcels', { orderId }, { limit: 1 });
  if (!parcel?.dispatchedAt) throw new RefusedError('It has not left the house.');
  if (!parcel.tracking) return { by: carrier.name, steps: [] };
  const service = parcel.serviceId ? await findRow(studio.db, 'services', parcel.serviceId) : undefined;
  const steps = await carrier.track({
    tracking: parcel.tracking,
    dispatchedAt: parcel.dispatchedAt,
    days: service?.days ?? 3,
    now: studio.now(),
  });
  return { by: carrier.name, steps };
}

/** Sends a label's dots to a label printer. */
export async function printLabel(
  studio: Studio,
  printer: LabelPrinter,
  orderId: string,
): Promise<{ says: string; by: string }> {
  const { bytes } = await labelDots(studio, orderId);
  const { says } = await printer.print({
    png: bytes,
    width: dotsOf(LABEL_MM.width),
    height: dotsOf(LABEL_MM.height),
  });
  return { says, by: printer.name };
}
