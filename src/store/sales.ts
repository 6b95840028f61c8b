import { and, eq, ne, sql } from 'drizzle-orm';
import type { Db } from './db';
import { orderSum } from './orders';
import {
  accountEntries,
  channels,
  editions,
  formats,
  inkMoves,
  masters,
  orderLines,
  orders,
  sentJobs,
  stockMoves,
  works,
} from './schema';

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

/** Every line that was sold from a day on, the oldest first; what was cancelled is not sold. */
export const linesSold = (db: Db, since: string) =>
  db
    .select({
      line: orderLines,
      orderedOn: orders.orderedOn,
      edition: editions,
      channel: channels.name,
      work: works,
      format: formats,
    })
    .from(orderLines)
    .innerJoin(orders, eq(orders.id, orderLines.orderId))
    .innerJoin(editions, eq(editions.id, orderLines.editionId))
    .innerJoin(works, eq(works.id, editions.workId))
    .innerJoin(formats, eq(formats.id, orderLines.formatId))
    .leftJoin(channels, eq(channels.id, orders.channelId))
    .where(and(sql`${orders.orderedOn} >= ${since}`, ne(orders.state, 'cancelled')))
    .orderBy(orders.orderedOn, orderLines.id);

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
