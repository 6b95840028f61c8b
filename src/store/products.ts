import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm';
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

/** Of which products something is asked; of all where nothing is said. */
export type OfProducts = { workIds?: readonly string[]; formatIds?: readonly string[] };

/** What can be asked for now: of works and sizes that are still offered, the smallest size first. */
export async function productsAtHand(db: Db, { workIds, formatIds }: OfProducts = {}) {
  const { id, title, captureMinor, expectedPrints } = works;
  const [rows, lines] = await Promise.all([
    db
      .select({
        product: products,
        format: formats,
        work: { id, title, captureMinor, expectedPrints },
      })
      .from(products)
      .innerJoin(formats, eq(formats.id, products.formatId))
      .innerJoin(printLines, eq(printLines.id, products.lineId))
      .innerJoin(works, eq(works.id, products.workId))
      .where(
        and(
          isNull(products.archivedAt),
          isNull(formats.archivedAt),
          isNull(works.archivedAt),
          workIds && inArray(products.workId, [...workIds]),
          formatIds && inArray(products.formatId, [...formatIds]),
        ),
      )
      .orderBy(asc(works.title), asc(formats.imageWidthUm), asc(printLines.place), asc(products.id)),
    db.select().from(printLines),
  ]);
  const lineOf = new Map(lines.map((line) => [line.id, line]));
  return rows.map((row) => ({ ...row, line: lineOf.get(row.product.lineId)! }));
}

/** What products sell for on a day: of each the newest price that has begun; one that was withdrawn is none. */
export async function pricesOn(
  db: Db,
  day: string,
  { workIds, formatIds }: OfProducts = {},
): Promise<Price[]> {
  const rows = await db
    .select()
    .from(prices)
    .where(
      and(
        sql`${prices.validFromOn} <= ${day}`,
        workIds && inArray(prices.workId, [...workIds]),
        formatIds && inArray(prices.formatId, [...formatIds]),
      ),
    )
    .orderBy(asc(prices.validFromOn), asc(prices.decidedAt), asc(prices.id));
  const newest = new Map(rows.map((row) => [row.productId, row]));
  return [...newest.values()].filter((row) => row.withdrawnAt === null);
}

/** What the costs of works rest on: what their proofs cost, how they were made, how dark their pictures are. */
export async function workCostFacts(db: Db, workIds?: readonly string[]) {
  const ofWorks = (column: typeof proofs.workId | typeof masters.workId) =>
    workIds && inArray(column, [...workIds]);
  const [spent, proofed, pictures] = await Promise.all([
    db
      .select({ workId: proofs.workId, sum: sql<number>`coalesce(sum(${proofs.costMinor}), 0)` })
      .from(proofs)
      .where(ofWorks(proofs.workId))
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
      .where(ofWorks(proofs.workId))
      .orderBy(sql`${proofs.reference} DESC`, sql`${proofs.askedAt} DESC`, sql`${proofs.id} DESC`),
    db
      .select({
        workId: masters.workId,
        histogram: sql<string | null>`json_extract(${readings.body}, '$.body.histogram')`,
      })
      .from(masters)
      .innerJoin(readings, eq(readings.masterId, masters.id))
      .where(and(eq(masters.current, true), ofWorks(masters.workId))),
  ]);
  return { spent, proofed, pictures };
}

/** What all costs rest on: how long each act took by the stopwatch, and how many prints were spoiled. */
export async function studioCostFacts(db: Db) {
  const [timed, made] = await Promise.all([
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
  return { timed, made };
}
