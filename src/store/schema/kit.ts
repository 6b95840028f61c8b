import { getTableName, is, sql } from 'drizzle-orm';
import {
  check,
  customType,
  integer,
  SQLiteCustomColumn,
  text,
  type CheckBuilder,
  type SQLiteColumn,
} from 'drizzle-orm/sqlite-core';
import { readDocument, writeDocument, type DocumentName, type Documents } from './documents';

/** Sortable text ids, made by the studio's clock and randomness. */
export const id = () => text('id').primaryKey();
/** A moment: UTC, ISO 8601. */
export const at = (name: string) => text(name);
/** A day of the calendar, such as 2026-11-24. */
export const day = (name: string) => text(name);
/** A length in micrometres. */
export const um = (name: string) => integer(name);
export const flag = (name: string) => integer(name, { mode: 'boolean' });

/** One of a few words; the database itself refuses any other. */
export const oneOf = <const V extends string, T extends readonly [V, ...V[]]>(name: string, values: T) =>
  text(name, { enum: values });

/** A structured value: written with its version, checked against its shape whenever it is read or written. */
export const document = <D extends DocumentName>(name: string, shape: D) =>
  customType<{ data: Documents[D]; driverData: string; config: { shape: D } }>({
    dataType: () => 'text',
    toDriver: (value) => writeDocument(shape, value),
    fromDriver: (stored) => readDocument(shape, stored),
  })(name, { shape });

/** The shape of a column's documents, or null for a column of another kind. */
export function shapeOfColumn(column: SQLiteColumn): DocumentName | null {
  if (!is(column, SQLiteCustomColumn)) return null;
  // The builder keeps what a column was declared with, and shows it to nobody.
  const { config } = column as unknown as { config: { fieldConfig?: { shape: DocumentName } } };
  return config.fieldConfig?.shape ?? null;
}

/**
 * What was said or done, kept word for word as it was at that moment: the register, the journal, answers. It is evidence and is
 * never computed from, so it has no shape that could grow old.
 */
export const asItWas = (name: string) => text(name, { mode: 'json' }).$type<unknown>();

const MOMENT = '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z';
const DAY = '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]';
/** Days that are not called after the act of a day (`received_on`). */
const DAYS = new Set(['day', 'ship_by', 'dry_since', 'may_write_since', 'warranty_until']);
/** Written by a camera's own clock, which knows no zone. */
const UNZONED = new Set(['captured_at']);
/** What can fall as well as rise. */
const SIGNED = new Set(['amount', 'cost_minor', 'year']);

/**
 * What the database holds every column to, by what the column is: words from their list, whole numbers of a unit not below
 * nothing (µm, minor units, mg, px, days), flags, moments, days and JSON.
 *
 * @param columns the columns of one table, as `sqliteTable` hands them to its last argument
 */
export function columnRules(columns: Record<string, SQLiteColumn>): CheckBuilder[] {
  return Object.values(columns).flatMap((column) => {
    const rule = ruleOf(column);
    if (!rule) return [];
    // Bare names: a table that is being rebuilt has another name meanwhile.
    return [check(`${getTableName(column.table)}.${column.name}`, sql.raw(rule))];
  });
}

/** The condition on one column, or null where anything will do. Nothing (NULL) passes a CHECK by itself. */
export function ruleOf(column: SQLiteColumn): string | null {
  const name = `"${column.name}"`;
  switch (column.columnType) {
    case 'SQLiteBoolean':
      return `${name} IN (0, 1)`;
    case 'SQLiteInteger':
      return SIGNED.has(column.name)
        ? `typeof(${name}) IN ('integer', 'null')`
        : `typeof(${name}) IN ('integer', 'null') AND coalesce(${name}, 0) >= 0`;
    case 'SQLiteReal':
      return `typeof(${name}) IN ('real', 'integer', 'null')`;
    case 'SQLiteCustomColumn':
      return `json_valid(${name})`;
    case 'SQLiteText':
      return ruleOfText(column, name);
    default:
      return null;
  }
}

function ruleOfText(column: SQLiteColumn, name: string): string | null {
  if (column.enumValues?.length) return `${name} IN (${column.enumValues.map(quoted).join(', ')})`;
  if (column.name.endsWith('_on') || DAYS.has(column.name)) return `${name} GLOB '${DAY}'`;
  if (UNZONED.has(column.name)) return null;
  if (column.name === 'at' || column.name.endsWith('_at')) return `${name} GLOB '${MOMENT}'`;
  return null;
}

const quoted = (word: string): string => `'${word.replaceAll("'", "''")}'`;
