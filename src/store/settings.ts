import { eq, sql } from 'drizzle-orm';
import type { Db, Tx } from './db';
import { insertRow } from './rows';
import { studio } from './schema';

export type Settings = typeof studio.$inferSelect;

export async function settingsRow(db: Db, id: string): Promise<Settings> {
  const [row] = await db.select().from(studio).where(eq(studio.id, id)).limit(1);
  return row!;
}

/** Who works here: asked by every act, so it reads the one column and not the whole row. */
export async function artistOf(db: Db, id: string): Promise<string> {
  const [row] = await db.all<{ artist: string }>(sql`SELECT artist FROM studio WHERE id = ${id}`);
  return row?.artist ?? '';
}

export async function firstSettingsUnlessThere(tx: Tx, first: typeof studio.$inferInsert): Promise<void> {
  const [row] = await tx.select({ id: studio.id }).from(studio).limit(1);
  if (!row) await insertRow(tx, 'studio', first);
}
