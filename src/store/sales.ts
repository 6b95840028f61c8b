import { and, eq, ne, sql } from 'drizzle-orm';
import type { Db } from './db';
import { orderLines, orders } from './schema';

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
