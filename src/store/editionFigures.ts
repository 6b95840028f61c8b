import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import type { Db } from './db';
import {
  consignmentItems,
  consignments,
  editions,
  impressions,
  keepers,
  orderLines,
  orders,
  works,
} from './schema';

/** What was sold of some editions, by the day it was ordered; cancelled orders left out. */
export const soldOf = (db: Db, editionIds: readonly string[]) =>
  db
    .select({
      editionId: orderLines.editionId,
      on: orders.orderedOn,
      quantity: orderLines.quantity,
      priceMinor: orderLines.priceMinor,
    })
    .from(orderLines)
    .innerJoin(orders, eq(orders.id, orderLines.orderId))
    .where(
      and(
        inArray(orderLines.editionId, [...editionIds]),
        sql`${orders.state} NOT IN ('cancelled', 'returned')`,
      ),
    )
    .orderBy(asc(orders.orderedOn));

/** What was sold before the register was here, as a notebook told it. */
export const soldOnPaper = (db: Db, editionIds: readonly string[]) =>
  db
    .select({ editionId: impressions.editionId, on: keepers.sinceOn })
    .from(keepers)
    .innerJoin(impressions, eq(impressions.id, keepers.impressionId))
    .where(
      and(
        inArray(impressions.editionId, [...editionIds]),
        eq(keepers.how, 'bought'),
        sql`${impressions.orderLineId} IS NULL`,
      ),
    );

/** Numbers of runs that can still be sold, whoever they are promised to, in their order. */
export const sellableNumbers = (db: Db, editionIds: readonly string[]) =>
  db
    .select({ editionId: impressions.editionId, number: impressions.number })
    .from(impressions)
    .innerJoin(editions, eq(editions.id, impressions.editionId))
    .where(
      and(
        inArray(impressions.editionId, [...editionIds]),
        eq(impressions.kind, 'run'),
        eq(impressions.heldBack, false),
        sql`${impressions.orderLineId} IS NULL`,
        sql`(${impressions.state} IN ('printed', 'inspected', 'signed', 'certified', 'returned')
          OR (${editions.closedAt} IS NULL AND (${impressions.state} = 'declared'
            OR (${impressions.state} IN ('spoiled', 'destroyed') AND ${editions.remake} = 'remake'))))`,
      ),
    )
    .orderBy(asc(impressions.editionId), asc(impressions.number));

/** Reservations that hold something on a day, the one that runs out first before the others. */
export const standingReservations = (db: Db, today: string, editionId?: string) =>
  db.all<{
    id: string;
    editionId: string;
    title: string;
    impressionId: string | null;
    number: number | null;
    quantity: number;
    forWhom: string;
    untilOn: string;
    note: string;
  }>(sql`
    SELECT r.id, r.edition_id AS editionId, w.title, r.impression_id AS impressionId, i.number, r.quantity,
      r.for_whom AS forWhom, r.until_on AS untilOn, r.note
    FROM reservations r JOIN editions e ON e.id = r.edition_id JOIN works w ON w.id = e.work_id
    LEFT JOIN impressions i ON i.id = r.impression_id
    WHERE r.ended_at IS NULL AND r.until_on >= ${today} ${editionId ? sql`AND r.edition_id = ${editionId}` : sql``}
    ORDER BY r.until_on, r.id`);

/** Orders that wait for a signature: numbers sold, and too few of their size signed. */
export const soldUnsigned = (db: Db) =>
  db.all<{ editionId: string; title: string; sold: number; ready: number }>(sql`
    SELECT e.id AS editionId, w.title, sum(l.quantity) AS sold,
      (SELECT count(*) FROM impressions i WHERE i.edition_id = e.id AND i.kind IN ('run', 'open')
        AND i.order_line_id IS NULL AND i.held_back = 0 AND i.state IN ('signed', 'certified')) AS ready
    FROM order_lines l JOIN orders o ON o.id = l.order_id
    JOIN editions e ON e.id = l.edition_id JOIN works w ON w.id = e.work_id
    WHERE o.state = 'new' AND e.signing IN ('front', 'back')
    GROUP BY e.id HAVING sum(l.quantity) > ready`);

/** Consignments whose day has passed, with prints still there. */
export const overdueConsignments = (db: Db, today: string) =>
  db
    .select({
      id: consignments.id,
      number: consignments.number,
      dueOn: consignments.dueOn,
      shop: sql<string>`(SELECT name FROM buyers b WHERE b.id = ${consignments.buyerId})`,
      there: sql<number>`count(*)`,
    })
    .from(consignments)
    .innerJoin(consignmentItems, eq(consignmentItems.consignmentId, consignments.id))
    .where(and(sql`${consignments.dueOn} < ${today}`, eq(consignmentItems.outcome, 'there')))
    .groupBy(consignments.id)
    .orderBy(asc(consignments.dueOn));

/** Who has a print, newest first. */
export const keepersOf = (db: Db, impressionId: string) =>
  db
    .select()
    .from(keepers)
    .where(eq(keepers.impressionId, impressionId))
    .orderBy(sql`${keepers.sinceOn} DESC, ${keepers.id} DESC`);

/** The title of the work an edition is of. */
export async function titleOfEdition(db: Db, editionId: string): Promise<string> {
  const [row] = await db
    .select({ title: works.title })
    .from(editions)
    .innerJoin(works, eq(works.id, editions.workId))
    .where(eq(editions.id, editionId));
  return row?.title ?? '';
}
