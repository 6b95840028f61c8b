import { and, eq, ne, sql } from 'drizzle-orm';
import type { Db } from './db';
import { orderSum } from './orders';
import { accountEntries, inkMoves, masters, orderLines, orders, sentJobs, stockMoves } from './schema';

/** How many of each product were sold from a day on; what was cancelled is not sold. */
export async function soldByProduct(db: Db, since: string): Promise<Map<string, number>> {
  const rows = await db
    .select({ productId: orderLines.productId, n: sql<number>`sum(${orderLines.quantity})` })
    .from(orderLines)
    .innerJoin(orders, eq(orders.id, orderLines.orderId))
    .where(
      and(
        sql`${orders.orderedOn} >= ${since}`,
        ne(orders.state, 'cancelled'),
        sql`${orderLines.productId} IS NOT NULL`,
      ),
    )
    .groupBy(orderLines.productId);
  return new Map(rows.map((row) => [row.productId!, row.n]));
}

/** The picture of each work that has one that was read. */
export async function thumbsOf(db: Db): Promise<Map<string, string>> {
  const rows = await db
    .select({ workId: masters.workId, sha: masters.sha256 })
    .from(masters)
    .where(and(eq(masters.current, true), eq(masters.state, 'ready')));
  return new Map(rows.map((row) => [row.workId, row.sha]));
}

/** A line that was sold, with what it was and where. */
export type LineSold = {
  productId: string | null;
  quantity: number;
  priceMinor: number;
  orderedOn: string;
  edition: { kind: string; size: number | null; name: string };
  channel: string | null;
  work: { id: string; title: string };
  format: { id: string; name: string };
};

/**
 * Every line that was sold from a day on, the oldest first; what was cancelled is not sold. They may be tens of thousands: they
 * come as one text, which is read ten times as fast as row by row.
 */
export async function linesSold(db: Db, since: string): Promise<LineSold[]> {
  const [row] = await db.all<{ lines: string }>(sql`
    SELECT json_group_array(json_object('productId', product_id, 'quantity', quantity, 'priceMinor', price_minor, 'orderedOn', ordered_on,
      'edition', json_object('kind', kind, 'size', size, 'name', edition_name), 'channel', channel,
      'work', json_object('id', work_id, 'title', title), 'format', json_object('id', format_id, 'name', format_name))) AS lines
    FROM (SELECT l.product_id, l.quantity, l.price_minor, o.ordered_on, e.kind, e.size, e.name AS edition_name, c.name AS channel,
        w.id AS work_id, w.title, f.id AS format_id, f.name AS format_name
      FROM orders o JOIN order_lines l ON l.order_id = o.id JOIN editions e ON e.id = l.edition_id JOIN works w ON w.id = e.work_id
        JOIN formats f ON f.id = l.format_id LEFT JOIN channels c ON c.id = o.channel_id
      WHERE o.ordered_on >= ${since} AND o.state <> 'cancelled'
      ORDER BY o.ordered_on, l.id)`);
  return JSON.parse(row?.lines ?? '[]') as LineSold[];
}

/** Goods that were sold from a day on, the oldest first. */
export const goodsSold = (db: Db, since: string) =>
  db.all<{
    goodsId: string;
    name: string;
    costMinor: number;
    quantity: number;
    priceMinor: number;
    orderedOn: string;
    channel: string | null;
  }>(sql`
    SELECT g.id AS goodsId, g.name, g.cost_minor AS costMinor, l.quantity, l.price_minor AS priceMinor, o.ordered_on AS orderedOn, c.name AS channel
    FROM orders o JOIN order_goods l ON l.order_id = o.id JOIN goods g ON g.id = l.goods_id LEFT JOIN channels c ON c.id = o.channel_id
    WHERE o.ordered_on >= ${since} AND o.state <> 'cancelled'
    ORDER BY o.ordered_on, l.id`);

/** The day of the first sale after a day of something whose price promises a share to a cause; nothing: none was sold. */
export async function firstPromisedSale(db: Db, after: string): Promise<string | null> {
  const [row] = await db.all<{ on: string | null }>(sql`
    SELECT min(o.ordered_on) AS "on" FROM orders o JOIN order_lines l ON l.order_id = o.id
    WHERE o.ordered_on > ${after} AND o.state <> 'cancelled' AND l.price_minor > 0
      AND l.product_id IN (SELECT p.product_id FROM prices p WHERE p.withdrawn_at IS NULL AND json_extract(p.question, '$.body.given') > 0)`);
  return row?.on ?? null;
}

/** How many of each size are in open orders and not picked yet. */
export async function promisedByFormat(db: Db): Promise<Map<string, number>> {
  const rows = await db.all<{ formatId: string; n: number }>(sql`
    SELECT l.format_id AS formatId, sum(l.quantity) AS n FROM orders o JOIN order_lines l ON l.order_id = o.id
    WHERE o.state = 'new' GROUP BY l.format_id`);
  return new Map(rows.map(({ formatId, n }) => [formatId, n]));
}

/** The first day that each product had a price. */
export async function offeredSince(db: Db): Promise<Map<string, string>> {
  const rows = await db.all<{ productId: string; on: string }>(sql`
    SELECT product_id AS productId, min(valid_from_on) AS "on" FROM prices GROUP BY product_id`);
  return new Map(rows.map(({ productId, on }) => [productId, on]));
}

/** Money that came and went from a day on, as the records have it: orders paid, paper and ink bought, work sent out, jobs. */
export async function cashMoves(db: Db, since: string) {
  const [paid, paper, ink, sent, jobs] = await Promise.all([
    db
      .select({
        at: orders.paidAt,
        number: orders.number,
        sum: sql<number>`${orderSum()} + ${orders.carriageMinor}`,
      })
      .from(orders)
      .where(and(sql`${orders.paidAt} >= ${since}`, ne(orders.state, 'cancelled'))),
    db
      .select({ at: stockMoves.at, cost: stockMoves.costMinor })
      .from(stockMoves)
      .where(and(eq(stockMoves.kind, 'received'), sql`${stockMoves.at} >= ${since}`)),
    db
      .select({ at: inkMoves.day, cost: inkMoves.costMinor })
      .from(inkMoves)
      .where(and(eq(inkMoves.kind, 'bought'), sql`${inkMoves.day} >= ${since}`)),
    db
      .select({ at: sentJobs.sentOn, total: sentJobs.totalMinor })
      .from(sentJobs)
      .where(sql`${sentJobs.sentOn} >= ${since}`),
    db
      .select({
        at: accountEntries.notedOn,
        kind: accountEntries.kind,
        sum: accountEntries.sumMinor,
        says: accountEntries.says,
      })
      .from(accountEntries)
      .where(sql`${accountEntries.notedOn} >= ${since}`),
  ]);
  return { paid, paper, ink, sent, jobs };
}
