import {
  and,
  asc,
  desc,
  eq,
  getTableColumns,
  getTableName,
  inArray,
  isNull,
  type SQL,
} from 'drizzle-orm';
import type { SQLiteColumn, SQLiteTable } from 'drizzle-orm/sqlite-core';
import { InputError } from '@/core/errors';
import type { Db, Tx } from './db';
import * as schema from './schema';

// What every table can be asked, by the table's name: the rest of the house knows rows, and only the store knows SQL.

type Schema = typeof schema;
type TableOf<N extends TableName> = Schema[N] extends SQLiteTable ? Schema[N] : never;

/** The name of a table, as the schema calls it. */
export type TableName = { [N in keyof Schema]: Schema[N] extends SQLiteTable ? N : never }[keyof Schema];
/** One whose rows have ids of their own. */
export type KeyedTableName = {
  [N in keyof Schema]: Schema[N] extends SQLiteTable & { id: SQLiteColumn } ? N : never;
}[keyof Schema];
/** A row as it is read. */
export type Row<N extends TableName> = TableOf<N>['$inferSelect'];
/** A row as it is written: what has a default may be left out. */
export type NewRow<N extends TableName> = TableOf<N>['$inferInsert'];
type Column<N extends TableName> = keyof Row<N> & string;

/** Columns and what they must be: a value, one of several, or nothing. */
export type Where<N extends TableName> = {
  [C in Column<N>]?: Row<N>[C] | readonly NonNullable<Row<N>[C]>[] | null;
};
/** Columns to sort by; a hyphen before one turns it round. */
export type OrderBy<N extends TableName> = readonly (Column<N> | `-${Column<N>}`)[];

/* eslint-disable @typescript-eslint/no-explicit-any -- the query builder's own generics cannot follow a table that is itself a parameter; the signatures can */
type AnyTable = SQLiteTable & { id: SQLiteColumn } & Record<string, SQLiteColumn>;
const table = (name: TableName): AnyTable => schema[name] as unknown as AnyTable;

function condition<N extends TableName>(name: N, where: Where<N>): SQL | undefined {
  const columns = table(name);
  const conditions = Object.entries(where).map(([column, value]) => {
    if (value === null) return isNull(columns[column]!);
    return Array.isArray(value) ? inArray(columns[column]!, value) : eq(columns[column]!, value);
  });
  return and(...conditions);
}

const sorted = <N extends TableName>(name: N, orderBy: OrderBy<N>): SQL[] =>
  orderBy.map((column) =>
    column.startsWith('-') ? desc(table(name)[column.slice(1)]!) : asc(table(name)[column]!),
  );

export async function insertRow<N extends TableName>(tx: Tx, name: N, row: NewRow<N>): Promise<void> {
  await tx.insert(table(name)).values(row as any);
}

export async function insertRows<N extends TableName>(tx: Tx, name: N, rows: NewRow<N>[]): Promise<void> {
  // SQLite takes a limited number of values in one statement.
  for (let i = 0; i < rows.length; i += 200)
    await tx.insert(table(name)).values(rows.slice(i, i + 200) as any);
}

export async function patchRow<N extends KeyedTableName>(
  tx: Tx,
  name: N,
  id: string,
  patch: Partial<NewRow<N>>,
): Promise<void> {
  await tx
    .update(table(name))
    .set(patch as any)
    .where(eq(table(name).id, id));
}

/** The same change to several rows at once. */
export async function patchRows<N extends KeyedTableName>(
  tx: Tx,
  name: N,
  ids: readonly string[],
  patch: Partial<NewRow<N>>,
): Promise<void> {
  // SQLite takes a limited number of values in one statement.
  for (let i = 0; i < ids.length; i += 500)
    await tx
      .update(table(name))
      .set(patch as any)
      .where(inArray(table(name).id, ids.slice(i, i + 500)));
}

/** The same change to every row that fits. */
export async function patchWhere<N extends TableName>(
  tx: Tx,
  name: N,
  where: Where<N>,
  patch: Partial<NewRow<N>>,
): Promise<void> {
  await tx
    .update(table(name))
    .set(patch as any)
    .where(condition(name, where));
}

export async function removeRow(tx: Tx, name: KeyedTableName, id: string): Promise<void> {
  await tx.delete(table(name)).where(eq(table(name).id, id));
}

export async function removeWhere<N extends TableName>(tx: Tx, name: N, where: Where<N>): Promise<void> {
  await tx.delete(table(name)).where(condition(name, where));
}

/** The row of an id, or undefined. */
export async function findRow<N extends KeyedTableName>(
  db: Db,
  name: N,
  id: string,
): Promise<Row<N> | undefined> {
  const [row] = await db
    .select()
    .from(table(name) as any)
    .where(eq(table(name).id, id))
    .limit(1);
  return row as Row<N> | undefined;
}

/**
 * The row of an id.
 *
 * @throws InputError naming the field when there is none
 */
export async function rowById<N extends KeyedTableName>(
  db: Db,
  name: N,
  id: string,
  field = `${getTableName(table(name)).replace(/s$/, '')}Id`,
): Promise<Row<N>> {
  const row = await findRow(db, name, id);
  if (!row)
    throw new InputError(
      field,
      id,
      `one of the ${getTableName(table(name)).replaceAll('_', ' ')} there are`,
    );
  return row;
}

/** The rows that fit, in the order asked. */
export async function findRows<N extends TableName>(
  db: Db,
  name: N,
  where: Where<N> = {},
  { orderBy = [], limit }: { orderBy?: OrderBy<N>; limit?: number } = {},
): Promise<Row<N>[]> {
  const found = db
    .select()
    .from(table(name) as any)
    .where(condition(name, where))
    .orderBy(...sorted(name, orderBy));
  return (await (limit === undefined ? found : found.limit(limit))) as Row<N>[];
}

/** A few columns of the rows that fit: what else is in a row is not read. */
export async function findColumns<N extends TableName, C extends Column<N>>(
  db: Db,
  name: N,
  columns: readonly C[],
  where: Where<N> = {},
): Promise<Pick<Row<N>, C>[]> {
  const chosen = Object.fromEntries(columns.map((column) => [column, table(name)[column]!]));
  return (await db
    .select(chosen)
    .from(table(name) as any)
    .where(condition(name, where))) as unknown as Pick<Row<N>, C>[];
}

/** What of an object are columns of a table. */
export function ownColumns<N extends TableName>(
  name: N,
  given: Record<string, unknown>,
): Partial<NewRow<N>> {
  const known = getTableColumns(table(name));
  const own = Object.entries(given).filter(([column]) => column in known);
  return Object.fromEntries(own) as Partial<NewRow<N>>;
}
