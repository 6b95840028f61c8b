import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import type { Db } from './db';
import {
  formats,
  masters,
  prices,
  printLines,
  products,
  proofs,
  readings,
  register,
  timings,
  works,
} from './schema';

export type PrintLine = typeof printLines.$inferSelect;
export type Product = typeof products.$inferSelect;
export type Price = typeof prices.$inferSelect;

/** The lines a studio sells in, in its own order. */
export const linesAtHand = (db: Db): Promise<PrintLine[]> =>
  db
    .select()
    .from(printLines)
    .where(isNull(printLines.archivedAt))
    .orderBy(asc(printLines.place), asc(printLines.name));

/** What can be asked for now: of works and sizes that are still offered, the smallest size first. */
export const productsAtHand = (db: Db, workId?: string) =>
  db
    .select({ product: products, format: formats, line: printLines, work: works })
    .from(products)
    .innerJoin(formats, eq(formats.id, products.formatId))
    .innerJoin(printLines, eq(printLines.id, products.lineId))
    .innerJoin(works, eq(works.id, products.workId))
    .where(
      and(
        isNull(products.archivedAt),
        isNull(formats.archivedAt),
        isNull(works.archivedAt),
        workId === undefined ? undefined : eq(products.workId, workId),
      ),
    )
    .orderBy(asc(works.title), asc(formats.imageWidthUm), asc(printLines.place), asc(products.id));

/**
 * What products sell for on a day: of each the newest price that has begun; one that was withdrawn is none.
 *
 * @param workId only of this work
 */
export async function pricesOn(db: Db, day: string, workId?: string): Promise<Price[]> {
  const rows = await db
    .select()
    .from(prices)
    .where(
      and(
        sql`${prices.validFromOn} <= ${day}`,
        workId === undefined ? undefined : eq(prices.workId, workId),
      ),
    )
    .orderBy(asc(prices.validFromOn), asc(prices.decidedAt), asc(prices.id));
  const newest = new Map(rows.map((row) => [row.productId, row]));
  return [...newest.values()].filter((row) => row.withdrawnAt === null);
}

/** What costs rest on besides what is on the shelves. */
export async function costFacts(db: Db) {
  const [spent, proofed, pictures, timed, made] = await Promise.all([
    db
      .select({ workId: proofs.workId, sum: sql<number>`coalesce(sum(${proofs.costMinor}), 0)` })
      .from(proofs)
      .groupBy(proofs.workId),
    db
      .select({
        formatId: proofs.formatId,
        workId: proofs.workId,
        paperId: proofs.paperId,
        routeId: proofs.routeId,
        round: proofs.round,
      })
      .from(proofs)
      .orderBy(sql`${proofs.reference} DESC`, sql`${proofs.askedAt} DESC`, sql`${proofs.id} DESC`),
    db
      .select({
        workId: masters.workId,
        histogram: sql<string | null>`json_extract(${readings.body}, '$.body.histogram')`,
      })
      .from(masters)
      .innerJoin(readings, eq(readings.masterId, masters.id))
      .where(eq(masters.current, true)),
    db
      .select({
        act: timings.act,
        seconds: sql<number>`sum(${timings.seconds})`,
        prints: sql<number>`sum(${timings.prints})`,
        times: sql<number>`count(*)`,
      })
      .from(timings)
      .groupBy(timings.act),
    db
      .select({ act: register.act, n: sql<number>`count(*)` })
      .from(register)
      .where(sql`${register.act} IN ('printed', 'spoiled')`)
      .groupBy(register.act),
  ]);
  return { spent, proofed, pictures, timed, made };
}
