import { eq, getTableName, inArray, type SQL } from 'drizzle-orm';
import type { SQLiteColumn, SQLiteTable } from 'drizzle-orm/sqlite-core';
import { InputError } from '@/core/errors';
import type { Db, Tx } from './db';

type WithId = SQLiteTable & { id: SQLiteColumn };
/* eslint-disable @typescript-eslint/no-explicit-any -- the query builder's own generics cannot follow a table that is itself a parameter; the signatures can */

export async function insertRow<T extends SQLiteTable>(
  tx: Tx,
  table: T,
  row: T['$inferInsert'],
): Promise<void> {
  await tx.insert(table).values(row as any);
}

export async function insertRows<T extends SQLiteTable>(
  tx: Tx,
  table: T,
  rows: T['$inferInsert'][],
): Promise<void> {
  // SQLite takes a limited number of values in one statement.
  for (let i = 0; i < rows.length; i += 200) await tx.insert(table).values(rows.slice(i, i + 200) as any);
}

export async function patchRow<T extends WithId>(
  tx: Tx,
  table: T,
  id: string,
  patch: Partial<T['$inferInsert']>,
): Promise<void> {
  await tx
    .update(table)
    .set(patch as any)
    .where(eq(table.id, id));
}

/** The same change to several rows at once. */
export async function patchRows<T extends WithId>(
  tx: Tx,
  table: T,
  ids: readonly string[],
  patch: Partial<T['$inferInsert']>,
): Promise<void> {
  // SQLite takes a limited number of values in one statement.
  for (let i = 0; i < ids.length; i += 500)
    await tx
      .update(table)
      .set(patch as any)
      .where(inArray(table.id, ids.slice(i, i + 500)));
}

export async function removeRow<T extends WithId>(tx: Tx, table: T, id: string): Promise<void> {
  await tx.delete(table).where(eq(table.id, id));
}

/** The row of an id, or undefined. */
export async function findRow<T extends WithId>(
  db: Db,
  table: T,
  id: string,
): Promise<T['$inferSelect'] | undefined> {
  return (
    await db
      .select()
      .from(table as any)
      .where(eq(table.id, id))
      .limit(1)
  )[0] as T['$inferSelect'] | undefined;
}

/**
 * The row of an id.
 *
 * @throws InputError naming the field when there is none
 */
export async function rowById<T extends WithId>(
  db: Db,
  table: T,
  id: string,
  field = `${getTableName(table).replace(/s$/, '')}Id`,
): Promise<T['$inferSelect']> {
  const row = await findRow(db, table, id);
  if (!row)
    throw new InputError(field, id, `one of the ${getTableName(table).replaceAll('_', ' ')} there are`);
  return row;
}

export async function rowsWhere<T extends SQLiteTable>(
  db: Db,
  table: T,
  where?: SQL,
  order: (SQL | SQLiteColumn)[] = [],
): Promise<T['$inferSelect'][]> {
  return (await db
    .select()
    .from(table as any)
    .where(where)
    .orderBy(...order)) as T['$inferSelect'][];
}
