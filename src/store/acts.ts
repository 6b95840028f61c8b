import { eq, lt, sql } from 'drizzle-orm';
import type { Db, Tx } from './db';
import { acts, rowChanges } from './schema';

export type ActRow = typeof acts.$inferSelect;

export async function actByKey(db: Db, key: string): Promise<ActRow | undefined> {
  return (await db.select().from(acts).where(eq(acts.key, key)).limit(1))[0];
}

export async function actById(db: Db, id: string): Promise<ActRow | undefined> {
  return (await db.select().from(acts).where(eq(acts.id, id)).limit(1))[0];
}

export async function recordAct(tx: Tx, row: typeof acts.$inferInsert): Promise<void> {
  await tx
    .insert(acts)
    .values(row)
    .onConflictDoUpdate({ target: acts.id, set: { answer: row.answer } });
}

/** Takes an act's key the moment its first change is kept; its answer comes later. */
export async function claimAct(tx: Tx, row: typeof acts.$inferInsert): Promise<void> {
  await tx.insert(acts).values(row).onConflictDoNothing({ target: acts.id });
}

export async function markUndone(tx: Tx, id: string, at: string): Promise<void> {
  await tx.update(acts).set({ undoneAt: at }).where(eq(acts.id, id));
}

/** Forgets acts, and what they changed, that are older than anybody may still take back or send again. */
export async function forgetActsBefore(tx: Tx, at: string): Promise<void> {
  await tx.delete(acts).where(lt(acts.at, at));
  await tx
    .delete(rowChanges)
    .where(
      sql`${rowChanges.actId} IS NULL OR NOT EXISTS (SELECT 1 FROM acts WHERE acts.id = ${rowChanges.actId})`,
    );
}
