import { asc, desc, eq, sql } from 'drizzle-orm';
import type { Db } from './db';
import { buyers, consignmentItems, consignments, editions, impressions, works } from './schema';

export async function nextConsignmentNumber(db: Db): Promise<number> {
  const [row] = await db
    .select({ last: sql<number | null>`max(${consignments.number})` })
    .from(consignments);
  return (row?.last ?? 0) + 1;
}

/** Every consignment with who has it and how many prints are still there, those still out first. */
export const consignmentsPage = (db: Db) =>
  db
    .select({
      consignment: consignments,
      shop: buyers.name,
      there: sql<number>`(SELECT count(*) FROM ${consignmentItems} WHERE ${consignmentItems.consignmentId} = ${consignments.id} AND ${consignmentItems.outcome} = 'there')`,
      all: sql<number>`(SELECT count(*) FROM ${consignmentItems} WHERE ${consignmentItems.consignmentId} = ${consignments.id})`,
      value: sql<number>`(SELECT coalesce(sum(${consignmentItems.priceMinor}), 0) FROM ${consignmentItems} WHERE ${consignmentItems.consignmentId} = ${consignments.id} AND ${consignmentItems.outcome} = 'there')`,
      owed: sql<number>`(SELECT coalesce(sum(${consignmentItems.owedMinor}), 0) FROM ${consignmentItems} WHERE ${consignmentItems.consignmentId} = ${consignments.id})`,
    })
    .from(consignments)
    .innerJoin(buyers, eq(buyers.id, consignments.buyerId))
    .orderBy(
      sql`${consignments.settledAt} IS NOT NULL`,
      asc(consignments.dueOn),
      desc(consignments.number),
    )
    .limit(200);

/** What is on one consignment note. */
export const consignmentLines = (db: Db, consignmentId: string) =>
  db
    .select({ item: consignmentItems, impression: impressions, edition: editions, title: works.title })
    .from(consignmentItems)
    .innerJoin(impressions, eq(impressions.id, consignmentItems.impressionId))
    .innerJoin(editions, eq(editions.id, impressions.editionId))
    .innerJoin(works, eq(works.id, editions.workId))
    .where(eq(consignmentItems.consignmentId, consignmentId))
    .orderBy(asc(works.title), asc(impressions.number));
