import { readScale } from '@/studio/orders/parcels';
import { simulatedScale } from '@/simulators/scale';
import * as orders from '@/studio/orders/orderActions';
import { packingTable } from '@/studio/orders/packingTable';
import * as parcels from '@/studio/orders/parcelActions';
import type { Studio } from '@/studio/studio';
import type { DemoClock, When } from './clock';
import type { Known } from './fill';
import { ORDERS, type DemoOrder } from './orders';

const STEPS = ['new', 'picked', 'packed', 'sealed', 'dispatched', 'delivered'] as const;

/** How far an order gets on the straight way to its buyer. */
function reaches(o: DemoOrder): number {
  switch (o.reaches) {
    case 'cancelled':
      return STEPS.indexOf('new');
    case 'packed, off':
      return STEPS.indexOf('packed');
    case 'returned':
    case 'lost':
      return STEPS.indexOf('dispatched');
    default:
      return STEPS.indexOf(o.reaches);
  }
}

/** Every order of the demo studio, taken and worked on at its time. */
export function scheduleOrders(studio: Studio, clock: DemoClock, known: Known): void {
  ORDERS.forEach((o, i) => {
    let orderId = '';
    const after = (days: number, hour: number): When =>
      o.daysAgo - days >= 1 ? { days: o.daysAgo - days, hour } : { hoursAgo: Math.max(1, 9 - hour / 3) };
    const far = reaches(o);
    clock.at(o.daysAgo === 0 ? { hoursAgo: 2 } : { days: o.daysAgo, hour: 9 + (i % 8) }, async () => {
      orderId = await place(studio, known, o, i);
    });
    if (o.reaches === 'cancelled')
      clock.at(after(1, 10), () => orders.cancelOrder(studio, { id: orderId, note: o.note ?? '' }));
    if (far >= 1) clock.at(after(1, 9), () => orders.pickOrder(studio, { id: orderId }));
    if (far >= 2) {
      clock.at(after(1, 10), () => parcels.packParcel(studio, { orderId, form: null, reason: '' }));
      clock.at(after(1, 10.2), async () => {
        const { mg, by } = await readScale(studio, simulatedScale, orderId);
        // One of its two boards stayed on the table.
        const shown = o.reaches === 'packed, off' ? mg - 98_000 : mg;
        if (o.reaches !== 'packed')
          await parcels.weighParcel(studio, { orderId, scale: `${shown / 1_000} g`, by });
      });
    }
    if (far >= 3)
      clock.at(after(1, 10.5), async () =>
        parcels.sealParcel(studio, {
          orderId,
          ticked: (await packingTable(studio, orderId))!.prints.map((p) => p.id),
          reason: '',
        }),
      );
    // One in eight went late, as things do.
    const sentAfter = i % 8 === 7 ? 6 : 2;
    if (far >= 4) clock.at(after(sentAfter, 15), () => send(studio, orderId, o, i));
    if (far >= 5)
      clock.at(after(sentAfter + 4, 12), () =>
        orders.closeOrder(studio, { id: orderId, outcome: 'delivered', note: '' }),
      );
    if (o.reaches === 'returned' || o.reaches === 'lost')
      clock.at({ days: o.reaches === 'returned' ? 3 : 60, hour: 11 }, () =>
        orders.closeOrder(studio, { id: orderId, outcome: o.reaches as 'lost', note: o.note! }),
      );
  });
}

/** Most come through the studio's own site, some through the market, and of a few nobody said. */
const channelOf = (i: number): string | null =>
  i % 7 === 5 ? null : i % 4 === 2 ? 'the Kroon market' : 'own site';

async function place(studio: Studio, known: Known, o: DemoOrder, i: number): Promise<string> {
  const lines = o.lines.map(([work, size, quantity]) => ({
    editionId: known.editions.get(work)!,
    formatId: known.formats.get(`${work} ${size}`)!,
    productId: null,
    quantity,
    price: PRICE_BEFORE_IT_WAS_SET[`${work} ${size}`] ?? '',
  }));
  const channel = channelOf(i);
  const { id } = await orders.placeOrder(studio, {
    channelId: channel === null ? null : known.channels.get(channel)!,
    buyerId: known.buyers[o.buyer]!,
    lines,
    carriage: o.carriage ?? '',
    message: o.message ?? '',
    wantsSignature: o.signature ?? false,
    paid: o.paid ?? true,
    orderedOn: null,
    notes: '',
  });
  return id!;
}

/** What was asked at the door before prices were worked out; the same sums still stand. */
const PRICE_BEFORE_IT_WAS_SET: Record<string, string> = {
  'ferry 400 x 300 mm': '95',
  'ferry 240 x 180 mm': '48',
  'kiln 240 x 180 mm': '52',
  'kiln 400 x 300 mm': '110',
  'lamp 210 x 297 mm': '60',
  'quarry 300 x 240 mm': '58',
};

async function send(studio: Studio, orderId: string, o: DemoOrder, i: number) {
  const table = (await packingTable(studio, orderId))!;
  const abroad = table.buyer.country !== 'Norrholm' && table.buyer.country !== 'Estmark';
  const fits = table.services.filter((s) => s.fit.verdict !== 'fails');
  const service = (abroad ? fits.find((s) => s.service.name === 'overseas') : undefined) ?? fits[0]!;
  const tracking = service.service.tracked
    ? `${service.service.carrier.slice(0, 2).toUpperCase()}${String(70_214_500 + i * 917)}NH`
    : '';
  await parcels.dispatchOrder(studio, { orderId, serviceId: service.service.id, tracking });
}
