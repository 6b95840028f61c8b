import { sql, type SQL } from 'drizzle-orm';
import type { ImpressionKind } from '@/core/edition/impressionStates';
import type { Db } from './db';
import { readyCount } from './orders';

/** Prints of a size of an edition that lie ready and are promised to nobody, of those that open orders have not picked yet. */
export async function freeReady(
  db: Db,
  q: { editionId: string; formatId: string; exceptOrderId: string | null },
): Promise<{ ready: number; promised: number }> {
  const [row] = await db.all<{ ready: number; promised: number }>(sql`
    SELECT
      ${readyCount(sql`${q.editionId}`, sql`${q.formatId}`)} AS ready,
      (SELECT coalesce(sum(l.quantity), 0) FROM order_lines l JOIN orders o ON o.id = l.order_id
        WHERE l.edition_id = ${q.editionId} AND l.format_id = ${q.formatId} AND o.state = 'new'
          AND ${comesBefore(q.exceptOrderId)}) AS promised`);
  return row ?? { ready: 0, promised: 0 };
}

/**
 * Of the orders `o`, those that are served before one: whoever was promised first is served first. Before one that is not taken yet
 * are all there are.
 */
const comesBefore = (orderId: string | null): SQL =>
  orderId === null
    ? sql`1`
    : sql`(o.ship_by, o.number) < (SELECT own.ship_by, own.number FROM orders own WHERE own.id = ${orderId})`;

/** How many open orders want packing before one. */
export async function ordersToPack(db: Db, exceptOrderId: string | null): Promise<number> {
  const [row] = await db.all<{ n: number }>(sql`
    SELECT count(*) AS n FROM orders o WHERE o.state IN ('new', 'picked') AND ${comesBefore(exceptOrderId)}`);
  return row?.n ?? 0;
}

/** From leaving the house to being delivered, in days, for the last parcels of each service. */
export const carrierDaysSeen = (db: Db) =>
  db.all<{ serviceId: string; country: string; leftOn: string; thereOn: string }>(sql`
    SELECT p.service_id AS serviceId, b.country AS country, substr(p.dispatched_at, 1, 10) AS leftOn,
      substr(o.changed_at, 1, 10) AS thereOn
    FROM parcels p JOIN orders o ON o.id = p.order_id JOIN buyers b ON b.id = o.buyer_id
    WHERE o.state = 'delivered' AND p.dispatched_at IS NOT NULL AND p.service_id IS NOT NULL
    ORDER BY p.dispatched_at DESC LIMIT 400`);

/** When lots of a paper were asked for and when they came. */
export const lotDaysSeen = (db: Db, paperId: string) =>
  db.all<{ from: string; to: string }>(sql`
    SELECT ordered_on AS "from", received_on AS "to" FROM lots
    WHERE paper_id = ${paperId} AND ordered_on IS NOT NULL ORDER BY received_on DESC LIMIT 12`);

/** When work was sent to a route and when it came back. */
export const routeDaysSeen = (db: Db, routeId: string) =>
  db.all<{ from: string; to: string }>(sql`
    SELECT sent_on AS "from", back_on AS "to" FROM sent_jobs
    WHERE route_id = ${routeId} AND back_on IS NOT NULL ORDER BY back_on DESC LIMIT 12`);

/** Impressions that came back with an order and have not been looked at since. */
export const cameBackWith = (
  db: Db,
  orderNumber: number,
): Promise<
  {
    id: string;
    editionId: string;
    title: string;
    kind: ImpressionKind;
    number: number;
    size: number | null;
  }[]
> =>
  db.all(sql`
    SELECT i.id, i.edition_id AS editionId, w.title, i.kind, i.number, e.size
    FROM impressions i JOIN editions e ON e.id = i.edition_id JOIN works w ON w.id = e.work_id
    WHERE i.state = 'returned' AND (
      SELECT json_extract(r.body, '$.order') FROM register r
      WHERE r.impression_id = i.id AND r.act = 'returned' ORDER BY r.seq DESC LIMIT 1) = ${orderNumber}
    ORDER BY w.title, i.number`);
