import { getTableColumns, is, sql } from 'drizzle-orm';
import { getTableConfig, SQLiteReal, SQLiteTable } from 'drizzle-orm/sqlite-core';
import type { Reader } from './db';
import { findTriggers, rebuildFindables } from './findTriggers';
import { ALL_TABLES } from './schema/tables';

/** Tables whose rows are evidence, derived, or kept by rules of their own; no log of their changes is kept. */
const NOT_LOGGED = new Set([
  'journal',
  'register',
  'acts',
  'row_changes',
  'current_act',
  'readings',
  'gamut_counts',
  'intakes',
  'findables',
]);

/** How the names of triggers begin that follow a table's columns: for the log of changes, and for what can be found. */
const LOG = 'log_';
const FIND = 'find_';

export const loggedTables = (): SQLiteTable[] =>
  ALL_TABLES.filter((table) => !NOT_LOGGED.has(getTableConfig(table).name));

/** A row as JSON, column by column. Real numbers go as text with every digit, or the last one would be lost. */
export function rowAsJson(table: SQLiteTable, row: string): string {
  const pairs = Object.values(getTableColumns(table)).map((column) => {
    const value = `${row}."${column.name}"`;
    const whole = is(column, SQLiteReal)
      ? `CASE WHEN ${value} IS NULL THEN NULL ELSE printf('%!.17g', ${value}) END`
      : value;
    return `'${column.name}', ${whole}`;
  });
  return `json_object(${pairs.join(', ')})`;
}

function logTriggers(table: SQLiteTable): Record<string, string> {
  const { name } = getTableConfig(table);
  const made = (op: 'insert' | 'update' | 'delete') => {
    const row = op === 'delete' ? 'OLD' : 'NEW';
    const before = op === 'insert' ? 'NULL' : rowAsJson(table, 'OLD');
    const after = op === 'delete' ? 'NULL' : rowAsJson(table, 'NEW');
    return `CREATE TRIGGER "log_${name}_${op}" AFTER ${op.toUpperCase()} ON "${name}" BEGIN INSERT INTO row_changes (act_id, table_name, row_id, op, before, after) VALUES ((SELECT act_id FROM current_act), '${name}', ${row}."id", '${op}', ${before}, ${after}); END`;
  };
  return {
    [`log_${name}_insert`]: made('insert'),
    [`log_${name}_update`]: made('update'),
    [`log_${name}_delete`]: made('delete'),
  };
}

/** What the database itself refuses, whoever writes to it. */
export const GUARDS: Readonly<Record<string, string>> = {
  register_never_changed:
    "CREATE TRIGGER register_never_changed BEFORE UPDATE ON register BEGIN SELECT RAISE(ABORT, 'the register is append-only: a line cannot be changed'); END",
  register_never_removed:
    "CREATE TRIGGER register_never_removed BEFORE DELETE ON register BEGIN SELECT RAISE(ABORT, 'the register is append-only: a line cannot be removed'); END",
  // A number of a work and size exists once for ever: runs that share a name must not share a size, closed ones counted.
  edition_numbers_once: `CREATE TRIGGER edition_numbers_once BEFORE INSERT ON editions WHEN NEW.kind = 'limited' AND EXISTS (SELECT 1 FROM editions e WHERE e.work_id = NEW.work_id AND e.kind = 'limited' AND lower(trim(e.name)) = lower(trim(NEW.name)) AND (e.run = 'all sizes' OR NEW.run = 'all sizes' OR e.format_id IS NEW.format_id)) BEGIN SELECT RAISE(ABORT, 'a number of a work and size exists once for ever'); END`,
  // What an edition declared is never loosened.
  edition_never_loosened: `CREATE TRIGGER edition_never_loosened BEFORE UPDATE ON editions WHEN NEW.kind IS NOT OLD.kind OR NEW.size IS NOT OLD.size OR NEW.proofs IS NOT OLD.proofs OR NEW.work_id IS NOT OLD.work_id OR NEW.name IS NOT OLD.name OR NEW.run IS NOT OLD.run OR NEW.format_id IS NOT OLD.format_id OR NEW.remake IS NOT OLD.remake OR NEW.terms IS NOT OLD.terms OR (OLD.closed_at IS NOT NULL AND NEW.closed_at IS NOT OLD.closed_at) BEGIN SELECT RAISE(ABORT, 'what an edition declared cannot be changed'); END`,
  // What was printed is frozen with the impression until its number is made again.
  impression_keeps_its_facts: `CREATE TRIGGER impression_keeps_its_facts BEFORE UPDATE ON impressions WHEN OLD.as_printed IS NOT NULL AND NEW.as_printed IS NOT NULL AND NEW.as_printed IS NOT OLD.as_printed BEGIN SELECT RAISE(ABORT, 'what an impression was printed as cannot be changed'); END`,
  impression_keeps_its_number: `CREATE TRIGGER impression_keeps_its_number BEFORE UPDATE ON impressions WHEN NEW.number IS NOT OLD.number OR NEW.kind IS NOT OLD.kind OR NEW.edition_id IS NOT OLD.edition_id BEGIN SELECT RAISE(ABORT, 'an impression keeps its number'); END`,
};

/** Which act wrote a line of the register; the line itself can never change, so nothing of it is kept here. */
const REGISTER_LOG = {
  log_register_insert:
    "CREATE TRIGGER log_register_insert AFTER INSERT ON register BEGIN INSERT INTO row_changes (act_id, table_name, row_id, op, before, after) VALUES ((SELECT act_id FROM current_act), 'register', NEW.seq, 'insert', NULL, NULL); END",
};

let wanted: Readonly<Record<string, string>> | null = null;

/** Every trigger that should be there, by name. They follow from the schema, which does not change while a process runs. */
export function wantedTriggers(): Readonly<Record<string, string>> {
  wanted ??= Object.assign(
    {},
    GUARDS,
    REGISTER_LOG,
    findTriggers(),
    ...loggedTables().map(logTriggers),
  ) as Record<string, string>;
  return wanted;
}

const squeezed = (text: string) => text.replace(/\s+/g, ' ').replace(/["`]/g, '').trim();
/** To the letter, as all are that this version made; else but for spaces and quotes. */
const isSame = (there: string | undefined, wanted: string) =>
  there !== undefined && (there === wanted || squeezed(there) === squeezed(wanted));

/** Names of the triggers that are missing or not as they should be. */
export async function brokenTriggers(db: Reader): Promise<string[]> {
  const there = new Map(
    (
      await db.all<{ name: string; sql: string }>(
        sql`SELECT name, sql FROM sqlite_master WHERE type = 'trigger'`,
      )
    ).map((t) => [t.name, t.sql]),
  );
  return Object.entries(wantedTriggers())
    .filter(([name, wanted]) => !isSame(there.get(name), wanted))
    .map(([name]) => name);
}

/** Puts every trigger in place that is missing or was made by an older Glassine; says which. */
export async function ensureTriggers(db: Reader): Promise<string[]> {
  const broken = await brokenTriggers(db);
  if (!broken.length) return [];
  const wanted = wantedTriggers();
  const isFindBroken = broken.some((name) => name.startsWith(FIND));
  const remade = isFindBroken ? [...new Set([...broken, ...Object.keys(findTriggers())])] : broken;
  await db.transaction(
    async (tx) => {
      for (const name of remade) await tx.run(sql.raw(`DROP TRIGGER IF EXISTS "${name}"`));
      // What an older Glassine, or none, wrote down to be found is not to be trusted.
      if (isFindBroken) await rebuildFindables(tx);
      for (const name of remade) await tx.run(sql.raw(wanted[name]!));
    },
    { behavior: 'immediate' },
  );
  return broken;
}

/** Takes away the triggers that follow tables column by column, before those change their shape. */
export async function dropFollowingTriggers(db: Reader): Promise<void> {
  const following = await db.all<{ name: string }>(
    sql`SELECT name FROM sqlite_master WHERE type = 'trigger' AND (substr(name, 1, 4) = ${LOG} OR substr(name, 1, 5) = ${FIND})`,
  );
  for (const { name } of following) await db.run(sql.raw(`DROP TRIGGER IF EXISTS "${name}"`));
}
