import { asc, eq, inArray, sql } from 'drizzle-orm';
import { OPEN_ORDER_STATES } from '@/core/order/orderStates';
import type { Db } from './db';
import { buyers, orders, parcels, services } from './schema';

/** Parcels that are sealed and wait, or were handed over between two moments. */
export const parcelsLeaving = (db: Db, from: string, to: string) =>
  db
    .select({
      id: orders.id,
      number: orders.number,
      buyer: buyers.name,
      country: buyers.country,
      state: orders.state,
      carrier: services.carrier,
      service: services.name,
      tracking: parcels.tracking,
      scaleMg: parcels.scaleMg,
      expectedMg: parcels.expectedMg,
      dispatchedAt: parcels.dispatchedAt,
      postageMinor: parcels.postageMinor,
    })
    .from(parcels)
    .innerJoin(orders, eq(orders.id, parcels.orderId))
    .innerJoin(buyers, eq(buyers.id, orders.buyerId))
    .leftJoin(services, eq(services.id, parcels.serviceId))
    .where(
      sql`${orders.state} = 'sealed' OR (${parcels.dispatchedAt} >= ${from} AND ${parcels.dispatchedAt} < ${to})`,
    )
    .orderBy(asc(orders.shipBy), asc(orders.number))
    .limit(2_000);

/** Open orders by the day they are promised and planned for. */
export const ordersToLeave = (db: Db) =>
  db
    .select({
      id: orders.id,
      number: orders.number,
      buyer: buyers.name,
      shipBy: orders.shipBy,
      plannedOn: orders.plannedOn,
      state: orders.state,
    })
    .from(orders)
    .innerJoin(buyers, eq(buyers.id, orders.buyerId))
    .where(inArray(orders.state, [...OPEN_ORDER_STATES]))
    .orderBy(asc(orders.shipBy), asc(orders.number))
    .limit(5_000);
