import { getTableColumns, is, sql } from 'drizzle-orm';
import { getTableConfig, SQLiteReal, type SQLiteTable } from 'drizzle-orm/sqlite-core';
import type { Db, Tx } from './db';
import { loggedTables, rowAsJson } from './triggers';

/** A row's columns as SQLite has them, by the names they have there. */
export type RawRow = Readonly<Record<string, string | number | null>>;
export type RowChange = {
  seq: number;
  actId: string | null;
  table: string;
  rowId: string;
  op: 'insert' | 'update' | 'delete';
  before: RawRow | null;
  after: RawRow | null;
};
/** A change somebody else made, with whose act it was. */
export type ForeignChange = RowChange & { who: string; at: string };

const tables = new Map(loggedTables().map((table) => [getTableConfig(table).name, table]));

const COLUMNS = sql`c.seq, c.act_id AS actId, c.table_name AS "table", c.row_id AS rowId, c.op, c.before, c.after`;

type Stored = Omit<RowChange, 'before' | 'after'> & { before: string | null; after: string | null };
const parsed = <T extends Stored>(row: T) => ({
  ...row,
  before: row.before === null ? null : (JSON.parse(row.before) as RawRow),
  after: row.after === null ? null : (JSON.parse(row.after) as RawRow),
});

/** The number of the newest change there is: what a page has seen is everything up to it. */
export async function newestChange(db: Db): Promise<number> {
  const [row] = await db.all<{ seq: number }>(
    sql`SELECT seq FROM sqlite_sequence WHERE name = 'row_changes'`,
  );
  return row?.seq ?? 0;
}

/** Whether an act changed anything. */
export async function hasChanges(db: Db, actId: string): Promise<boolean> {
  const rows = await db.all(sql`SELECT 1 FROM row_changes WHERE act_id = ${actId} LIMIT 1`);
  return rows.length > 0;
}

/** Everything an act changed, in the order in which it did. */
export async function changesOfAct(db: Db, actId: string): Promise<RowChange[]> {
  const rows = await db.all<Stored>(
    sql`SELECT ${COLUMNS} FROM row_changes c WHERE c.act_id = ${actId} ORDER BY c.seq`,
  );
  return rows.map(parsed);
}

/** Changes of one row after a certain one, made by acts of other windows. */
export async function laterChanges(
  db: Db,
  q: { table: string; rowId: string; after: number; notAct: string; notTab: string },
): Promise<ForeignChange[]> {
  const rows = await db.all<Stored & { who: string; at: string }>(sql`
    SELECT ${COLUMNS}, a.who, a.at FROM row_changes c JOIN acts a ON a.id = c.act_id
    WHERE c.table_name = ${q.table} AND c.row_id = ${q.rowId} AND c.seq > ${q.after}
      AND c.act_id <> ${q.notAct} AND (a.tab = '' OR a.tab <> ${q.notTab})
    ORDER BY c.seq`);
  return rows.map(parsed);
}

/** The columns in which two states of a row differ. */
export const columnsChanged = (before: RawRow, after: RawRow): string[] =>
  Object.keys(after).filter((column) => before[column] !== after[column]);

export { bodyOf } from './schema/documents';

/** The row as it is now, or null. */
export async function rawRow(db: Db, tableName: string, rowId: string): Promise<RawRow | null> {
  const table = tableOf(tableName);
  const [row] = await db.all<{ row: string }>(
    sql`SELECT ${sql.raw(rowAsJson(table, `"${tableName}"`))} AS row FROM ${table} WHERE id = ${rowId}`,
  );
  return row ? (JSON.parse(row.row) as RawRow) : null;
}

/** Sets columns of a row to what the log says they held. */
export async function setColumns(
  tx: Tx,
  tableName: string,
  rowId: string,
  row: RawRow,
  columns: string[],
) {
  const table = tableOf(tableName);
  const assignments = columns.map((c) => sql`${sql.identifier(c)} = ${bound(table, c, row[c]!)}`);
  await tx.run(sql`UPDATE ${table} SET ${sql.join(assignments, sql`, `)} WHERE id = ${rowId}`);
}

export async function putRow(tx: Tx, tableName: string, row: RawRow): Promise<void> {
  const table = tableOf(tableName);
  const columns = Object.keys(row);
  const names = columns.map((c) => sql.identifier(c));
  const values = columns.map((c) => sql`${bound(table, c, row[c]!)}`);
  await tx.run(
    sql`INSERT INTO ${table} (${sql.join(names, sql`, `)}) VALUES (${sql.join(values, sql`, `)})`,
  );
}

export async function takeRow(tx: Tx, tableName: string, rowId: string): Promise<void> {
  await tx.run(sql`DELETE FROM ${tableOf(tableName)} WHERE id = ${rowId}`);
}

function tableOf(name: string): SQLiteTable {
  const table = tables.get(name);
  if (!table) throw new Error(`no log of changes is kept for ${name}`);
  return table;
}

function bound(table: SQLiteTable, column: string, value: string | number | null) {
  const isReal = Object.values(getTableColumns(table)).some(
    (c) => c.name === column && is(c, SQLiteReal),
  );
  return isReal && value !== null ? Number(value) : value;
}
