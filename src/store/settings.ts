import { eq } from 'drizzle-orm';
import type { Db, Tx } from './db';
import { insertRow } from './rows';
import { studio } from './schema';

export type Settings = typeof studio.$inferSelect;

export async function settingsRow(db: Db, id: string): Promise<Settings> {
  const [row] = await db.select().from(studio).where(eq(studio.id, id)).limit(1);
  return row!;
}

export async function firstSettingsUnlessThere(tx: Tx, first: typeof studio.$inferInsert): Promise<void> {
  const [row] = await tx.select({ id: studio.id }).from(studio).limit(1);
  if (!row) await insertRow(tx, studio, first);
}
