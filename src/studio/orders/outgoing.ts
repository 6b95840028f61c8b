import ical from 'ical-generator';
import { ORDER_WORDS } from '@/core/order/orderStates';
import { localDay } from '@/core/measure';
import { addDays } from '@/core/measure/day';
import { ordersToLeave, parcelsLeaving } from '@/store/outgoing';
import type { Studio } from '../studio';

/** From so many parcels on it is worth asking whether the carrier comes by; below it, one goes to the counter. */
export const FETCHED_FROM = 12;

export type OutgoingParcel = {
  id: string;
  number: number;
  buyer: string;
  service: string;
  tracking: string;
  weightMg: number;
  isGone: boolean;
};
export type Outgoing = {
  day: string;
  carriers: { carrier: string; where: string; parcels: OutgoingParcel[]; weightMg: number }[];
};

/** What leaves on a day: what is sealed and waits, and what went that day, by carrier, with where to take it. */
export async function outgoingOf(studio: Studio, day: string): Promise<Outgoing> {
  const { timeZone } = await studio.settings();
  // A day of the studio lies within the two days round it in universal time, wherever the studio is.
  const rows = await parcelsLeaving(
    studio.db,
    `${addDays(day, -1)}T00:00:00Z`,
    `${addDays(day, 2)}T00:00:00Z`,
  );
  const carriers = new Map<string, OutgoingParcel[]>();
  for (const row of rows) {
    if (row.dispatchedAt && localDay(row.dispatchedAt, timeZone) !== day) continue;
    const carrier = row.carrier ?? 'no carrier chosen yet';
    const parcel = {
      id: row.id,
      number: row.number,
      buyer: row.buyer,
      service: row.service ?? '',
      tracking: row.tracking,
      weightMg: row.scaleMg ?? row.expectedMg,
      isGone: row.dispatchedAt !== null,
    };
    carriers.set(carrier, [...(carriers.get(carrier) ?? []), parcel]);
  }
  return {
    day,
    carriers: [...carriers].map(([carrier, parcels]) => ({
      carrier,
      where:
        carrier === 'no carrier chosen yet'
          ? ''
          : parcels.length >= FETCHED_FROM
            ? 'many enough to have them fetched'
            : 'to the counter',
      parcels,
      weightMg: parcels.reduce((sum, p) => sum + p.weightMg, 0),
    })),
  };
}

/** What must leave when, as a calendar that other programs read: one entry for each open order, on the day it is planned for. */
export async function outgoingCalendar(studio: Studio): Promise<string> {
  const settings = await studio.settings();
  const calendar = ical({
    name: `${settings.name}: to leave`,
    prodId: { company: 'glassine', product: 'orders', language: 'EN' },
  });
  for (const order of await ordersToLeave(studio.db)) {
    const day = order.plannedOn ?? order.shipBy;
    calendar.createEvent({
      id: `${order.id}@glassine`,
      start: new Date(`${day}T00:00:00Z`),
      end: new Date(`${addDays(day, 1)}T00:00:00Z`),
      allDay: true,
      stamp: new Date(studio.now()),
      summary: `Order ${order.number}, ${order.buyer}: ${ORDER_WORDS[order.state]}`,
      description:
        day === order.shipBy
          ? 'Promised for this day.'
          : `Promised for ${order.shipBy}; planned for this day.`,
    });
  }
  return calendar.toString();
}
