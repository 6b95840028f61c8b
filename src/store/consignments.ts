import { asc, desc, eq, sql, type SQL } from 'drizzle-orm';
import type { Db } from './db';
import { buyers, consignmentItems, consignments, editions, impressions, works } from './schema';

export async function nextConsignmentNumber(db: Db): Promise<number> {
  const [row] = await db
    .select({ last: sql<number | null>`max(${consignments.number})` })
    .from(consignments);
  return (row?.last ?? 0) + 1;
}

/** Something summed over the prints of a note. */
const ofNote = (sum: SQL, where: SQL = sql`1`) => sql<number>`(
  SELECT coalesce(${sum}, 0) FROM ${consignmentItems}
  WHERE ${consignmentItems.consignmentId} = ${consignments.id} AND ${where})`;
const isThere = sql`${consignmentItems.outcome} = 'there'`;

/** Every consignment with who has it and how many prints are still there, those still out first. */
export const consignmentsPage = (db: Db) =>
  db
    .select({
      consignment: consignments,
      shop: buyers.name,
      there: ofNote(sql`count(*)`, isThere),
      all: ofNote(sql`count(*)`),
      value: ofNote(sql`sum(${consignmentItems.priceMinor})`, isThere),
      owed: ofNote(sql`sum(${consignmentItems.owedMinor})`),
    })
    .from(consignments)
    .innerJoin(buyers, eq(buyers.id, consignments.buyerId))
    .orderBy(
      sql`${consignments.settledAt} IS NOT NULL`,
      asc(consignments.dueOn),
      desc(consignments.number),
    );

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
