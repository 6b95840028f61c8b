import { sql } from 'drizzle-orm';
import { getTableConfig, type SQLiteTable } from 'drizzle-orm/sqlite-core';
import type { Db } from './db';
import { faultOfDocument } from './schema/documents';
import { ruleOf, shapeOfColumn } from './schema/kit';
import { ALL_TABLES } from './schema/tables';

/** A value that its column should not hold. */
export type ColumnFault = { table: string; column: string; rowId: string; fault: string };

/** How much of a value is shown. */
const SHOWN = 60;

/**
 * Rows that break the rule of a column, in a database whose tables do not have the rule yet.
 *
 * @param constraint as the engine names it when it refuses: `works.width_um`
 */
export async function rowsBreaking(db: Db, constraint: string): Promise<ColumnFault[]> {
  const [tableName, columnName] = constraint.split('.');
  const table = ALL_TABLES.find((t) => getTableConfig(t).name === tableName);
  const column = table && getTableConfig(table).columns.find((c) => c.name === columnName);
  const rule = column && ruleOf(column);
  if (!table || !rule) return [];
  const rows = await db.all<{ id: string; value: string }>(
    sql`SELECT ${keyOf(table)} AS id, substr(${sql.identifier(columnName!)}, 1, ${SHOWN}) AS value FROM ${table} WHERE NOT (${sql.raw(rule)}) LIMIT 5`,
  );
  return rows.map(({ id, value }) => ({
    table: tableName!,
    column: columnName!,
    rowId: String(id),
    fault: `it holds “${value}”`,
  }));
}

/** Every structured value of the studio that does not have its shape. Read one by one: some are large. */
export async function documentFaults(db: Db): Promise<ColumnFault[]> {
  const faults: ColumnFault[] = [];
  for (const table of ALL_TABLES) {
    const { name, columns } = getTableConfig(table);
    for (const column of columns) {
      const shape = shapeOfColumn(column);
      if (!shape) continue;
      const key = keyOf(table);
      const field = sql.identifier(column.name);
      const ids = await db.all<{ id: string }>(
        sql`SELECT ${key} AS id FROM ${table} WHERE ${field} IS NOT NULL`,
      );
      for (const { id } of ids) {
        const [row] = await db.all<{ stored: string }>(
          sql`SELECT ${field} AS stored FROM ${table} WHERE ${key} = ${id}`,
        );
        const fault = row ? faultOfDocument(shape, row.stored) : null;
        if (fault) faults.push({ table: name, column: column.name, rowId: id, fault });
      }
    }
  }
  return faults;
}

/** Most tables have ids of their own; readings go by their master's. */
const keyOf = (table: SQLiteTable) =>
  sql.identifier(getTableConfig(table).columns.find((column) => column.primary)!.name);
