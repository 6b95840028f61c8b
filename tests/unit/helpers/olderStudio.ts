import { MIGRATIONS } from '@/store/migrationState';
import { shapeOfColumn } from '@/store/schema/kit';
import { ALL_TABLES } from '@/store/schema/tables';
import { createClient, type Client } from '@libsql/client';
import { getTableConfig } from 'drizzle-orm/sqlite-core';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

type Journal = { entries: { idx: number; tag: string; when: number }[] };
export const MIGRATION_LIST = (
  JSON.parse(readFileSync(join(MIGRATIONS, 'meta/_journal.json'), 'utf8')) as Journal
).entries;

/** The migration that put versions beside documents: what is older has them bare. */
const DOCUMENTS = MIGRATION_LIST.find((m) => m.tag === '0006_documents')!.idx;

/** Columns of each table that hold documents today. */
const DOCUMENT_COLUMNS = new Map(
  ALL_TABLES.map(getTableConfig).map(
    ({ name, columns }) => [name, columns.filter(shapeOfColumn).map((c) => c.name)] as const,
  ),
);

/** An empty database as it was after one of the migrations. */
export async function emptyDatabaseAt(upTo: number, dir: string): Promise<Client> {
  const client = createClient({ url: `file:${join(dir, 'glassine.db')}` });
  await client.execute('PRAGMA journal_mode = WAL');
  await client.execute(
    'CREATE TABLE __drizzle_migrations (id SERIAL PRIMARY KEY, hash text NOT NULL, created_at numeric)',
  );
  for (const entry of MIGRATION_LIST.slice(0, upTo + 1)) {
    const text = readFileSync(join(MIGRATIONS, `${entry.tag}.sql`), 'utf8');
    await client.batch(text.split('--> statement-breakpoint'));
    await client.execute(
      `INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('${entry.tag}', ${entry.when})`,
    );
  }
  return client;
}

/** The rows of a studio of today in a database as it was after one of the migrations: what it had no room for is left out. */
export async function studioAsOf(upTo: number, today: string, dir: string): Promise<void> {
  const client = await emptyDatabaseAt(upTo, dir);
  await client.execute('PRAGMA foreign_keys = OFF');
  await client.execute(`ATTACH '${today}' AS today`);
  const tables = await tablesOf(client);
  await leaveOutWhatCameLater(client, upTo, tables);
  const held = new Map<string, string[]>();
  for (const table of tables) held.set(table, await columnsOf(client, table));
  for (const table of tables) {
    const columns = await sharedColumns(client, table);
    const values = columns.map((c) => (upTo < DOCUMENTS ? bare(table, c, held) : `"${c}"`));
    await client.execute(`DELETE FROM main."${table}"`);
    await client.execute(
      `INSERT INTO main."${table}" (${columns.map((c) => `"${c}"`).join(', ')}) SELECT ${values.join(', ')} FROM today."${table}"`,
    );
  }
  await client.execute('DETACH today');
  await client.execute('PRAGMA wal_checkpoint(TRUNCATE)');
  client.close();
}

/** The migration that gave a size more than one price. */
const PRODUCTS = MIGRATION_LIST.find((m) => m.tag === '0009_products')!.idx;

/** The migration that gave parcels their boxes, and the shelf what goes round a frame. */
const ORDERS = MIGRATION_LIST.find((m) => m.tag === '0012_orders')!.idx;

async function leaveOutBoxes(client: Client): Promise<void> {
  for (const table of ['supplies', 'supply_moves', 'parcels'])
    await client.execute(`DROP TRIGGER today.log_${table}_delete`);
  const later = "SELECT id FROM today.supplies WHERE kind IN ('bubble', 'insulation')";
  await client.execute(`DELETE FROM today.supply_moves WHERE supply_id IN (${later})`);
  await client.execute(`DELETE FROM today.supplies WHERE id IN (${later})`);
  await client.execute("DELETE FROM today.parcels WHERE form = 'boxed'");
}

/** Out of the copy of today goes what an older Glassine could not have done: changes of tables it had not, a second price of a size. */
async function leaveOutWhatCameLater(client: Client, upTo: number, tables: string[]): Promise<void> {
  const list = tables.map((table) => `'${table}'`).join(', ');
  await client.execute(`DELETE FROM today.row_changes WHERE table_name NOT IN (${list})`);
  if (upTo < ORDERS) await leaveOutBoxes(client);
  if (upTo >= PRODUCTS) return;
  await client.execute('DROP TRIGGER today.log_prices_delete');
  await client.execute(
    'DELETE FROM today.prices WHERE id NOT IN (SELECT min(id) FROM today.prices GROUP BY format_id)',
  );
}

/** What of a table an older database could hold, as rows of text, to be held against another. */
export async function rowsOf(file: string, table: string, columns: string[]): Promise<string[]> {
  const client = createClient({ url: `file:${file}` });
  const list = columns.map((c) => `"${c}"`).join(', ');
  const { rows } = await client.execute(`SELECT ${list} FROM "${table}" ORDER BY ${list}`);
  client.close();
  return rows.map((row) => JSON.stringify(columns.map((c) => row[c])));
}

export async function tablesOf(client: Client): Promise<string[]> {
  const { rows } = await client.execute(
    `SELECT name FROM main.sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' AND name NOT LIKE 'found%' AND name NOT IN ('__drizzle_migrations', 'findables')`,
  );
  return rows.map((row) => String(row.name));
}

export async function columnsOf(client: Client, table: string, database = 'main'): Promise<string[]> {
  const { rows } = await client.execute(`PRAGMA ${database}.table_info("${table}")`);
  return rows.map((row) => String(row.name));
}

async function sharedColumns(client: Client, table: string): Promise<string[]> {
  const today = new Set(await columnsOf(client, table, 'today'));
  return (await columnsOf(client, table)).filter((c) => today.has(c));
}

/** A column without the envelope it has today; in the log of changes, those of the row it tells of. */
function bare(table: string, column: string, held: ReadonlyMap<string, string[]>): string {
  if (DOCUMENT_COLUMNS.get(table)?.includes(column)) return `json_extract("${column}", '$.body')`;
  if (table !== 'row_changes' || (column !== 'before' && column !== 'after')) return `"${column}"`;
  // A column that came later has kept its envelope from its first day.
  const byTable = [...DOCUMENT_COLUMNS]
    .map(([name, columns]) => [name, columns.filter((c) => held.get(name)?.includes(c))] as const)
    .filter(([, columns]) => columns.length > 0);
  const cases = byTable.map(([name, columns]) => {
    const bodies = columns.map(
      (c) => `'$.${c}', json_extract(json_extract("${column}", '$.${c}'), '$.body')`,
    );
    return `WHEN '${name}' THEN json_replace("${column}", ${bodies.join(', ')})`;
  });
  return `CASE table_name ${cases.join(' ')} ELSE "${column}" END`;
}
