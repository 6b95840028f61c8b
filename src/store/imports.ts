import { sql } from 'drizzle-orm';
import type { Db } from './db';
import { buyers, orders } from './schema';

const among = (words: readonly string[]) => sql`(SELECT value FROM json_each(${JSON.stringify(words)}))`;

/** Of what a source calls its orders, the names that are here already. */
export async function refsHere(db: Db, source: string, refs: readonly string[]): Promise<Set<string>> {
  const rows = await db
    .select({ ref: orders.sourceRef })
    .from(orders)
    .where(
      sql`${orders.source} = ${source} AND ${orders.sourceRef} <> '' AND ${orders.sourceRef} IN ${among(refs)}`,
    );
  return new Set(rows.map(({ ref }) => ref));
}

/** Buyers by any of some names, with where they live. */
export const buyersNamed = (db: Db, names: readonly string[]) =>
  db
    .select({ id: buyers.id, name: buyers.name, address: buyers.address, country: buyers.country })
    .from(buyers)
    .where(sql`${buyers.name} IN ${among(names)}`);
