import { asc, eq } from 'drizzle-orm';
import { editions, impressions, register, works, buyers, orders } from './schema';
import type { Db } from './db';

/** The whole register with what its lines are about. */
export const wholeRegister = (db: Db) =>
  db
    .select({ r: register, title: works.title, i: impressions, size: editions.size, run: editions.name })
    .from(register)
    .leftJoin(editions, eq(editions.id, register.editionId))
    .leftJoin(works, eq(works.id, editions.workId))
    .leftJoin(impressions, eq(impressions.id, register.impressionId))
    .orderBy(asc(register.seq));

/** All orders with their buyers, in order of number. */
export const ordersWithBuyers = (db: Db) =>
  db
    .select({ o: orders, b: buyers })
    .from(orders)
    .innerJoin(buyers, eq(buyers.id, orders.buyerId))
    .orderBy(asc(orders.number));
