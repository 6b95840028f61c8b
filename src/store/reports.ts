import { asc, eq, gt, sql } from 'drizzle-orm';
import { editions, impressions, register, works, buyers, orders, parcels } from './schema';
import { orderSum } from './orders';
import type { Db } from './db';

const A_PIECE = 1_000;

/** The register with what its lines are about, a thousand lines at a time. */
export async function* registerPieces(db: Db) {
  for (let after = 0; ;) {
    const rows = await db
      .select({
        r: register,
        title: works.title,
        i: { kind: impressions.kind, number: impressions.number },
        size: editions.size,
        run: editions.name,
      })
      .from(register)
      .leftJoin(editions, eq(editions.id, register.editionId))
      .leftJoin(works, eq(works.id, editions.workId))
      .leftJoin(impressions, eq(impressions.id, register.impressionId))
      .where(gt(register.seq, after))
      .orderBy(asc(register.seq))
      .limit(A_PIECE);
    if (!rows.length) return;
    yield rows;
    after = rows.at(-1)!.r.seq;
    // The driver answers on this thread: pages have their turn in between.
    await new Promise(setImmediate);
  }
}

/** Every line the register has of one edition. */
export const registerOfEdition = (db: Db, editionId: string) =>
  db
    .select({ r: register, i: { kind: impressions.kind, number: impressions.number } })
    .from(register)
    .leftJoin(impressions, eq(impressions.id, register.impressionId))
    .where(eq(register.editionId, editionId))
    .orderBy(asc(register.seq));

/** All orders with their buyers, in order of number. */
export const ordersWithBuyers = (db: Db) =>
  db
    .select({
      o: orders,
      b: buyers,
      things: sql<number>`(SELECT coalesce(sum(l.quantity), 0) FROM order_lines l WHERE l.order_id = ${orders.id})
        + (SELECT coalesce(sum(g.quantity), 0) FROM order_goods g WHERE g.order_id = ${orders.id})`,
      sum: orderSum(),
      tracking: parcels.tracking,
      postageMinor: parcels.postageMinor,
    })
    .from(orders)
    .innerJoin(buyers, eq(buyers.id, orders.buyerId))
    .leftJoin(parcels, eq(parcels.orderId, orders.id))
    .orderBy(asc(orders.number));
