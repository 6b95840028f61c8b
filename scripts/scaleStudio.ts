// A studio of many years: the demo's records, copied until there are as many as an artist could gather in a working life.
import { cp, mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import { createClient, type Client } from '@libsql/client';
import { Store } from '@/store/db';
import { lengthenRegister } from './longRegister';

export type StudioSize = {
  works: number;
  papers: number;
  orders: number;
  openOrders: number;
  impressions: number;
  registerLines: number;
};

/** Of works the tables that are copied with them, in an order in which nothing names what is not there yet. */
const OF_WORKS = [
  'works',
  'masters',
  'readings',
  'formats',
  'products',
  'prices',
  'editions',
  'proofs',
  'impressions',
  'preps',
  'mounts',
];
const OF_PAPERS = ['papers', 'lots', 'stock_moves', 'profiles', 'media_settings'];
const OF_ORDERS = ['buyers', 'orders', 'order_lines', 'parcels'];

/** Only what is settled: a studio that has sold for years does not have a hundred years of work waiting. */
const SETTLED: Record<string, string> = {
  works: `archived_at IS NULL AND may_print = 'yes'
    AND EXISTS (SELECT 1 FROM masters x WHERE x.work_id = works.id AND x.state = 'ready')
    AND NOT EXISTS (SELECT 1 FROM formats f WHERE f.work_id = works.id AND f.archived_at IS NULL
      AND NOT EXISTS (SELECT 1 FROM prices p WHERE p.format_id = f.id))
    AND NOT EXISTS (SELECT 1 FROM proofs p WHERE p.work_id = works.id AND p.reference = 1 AND p.state <> 'accepted')`,
  masters: `state = 'ready'`,
  proofs: `state NOT IN ('asked', 'made') AND client IS NULL`,
  impressions: `state NOT IN ('printed', 'inspected', 'returned', 'consigned')`,
};

/**
 * Makes a studio of a size out of a filled one.
 *
 * @param from the folder of the demo's studio, which nothing serves
 * @param into an empty folder
 */
export async function makeScaleStudio(from: string, into: string, size: StudioSize): Promise<void> {
  await mkdir(into, { recursive: true });
  await cp(from, into, { recursive: true, filter: (path) => !path.endsWith('.lock') });
  const client = createClient({ url: `file:${join(into, 'glassine.db')}` });
  await client.execute('PRAGMA foreign_keys = OFF');
  await dropTriggers(client);
  const count = (table: string, where = '1') => countOf(client, table, where);
  const ofWorks = Math.ceil(size.works / (await count('works', SETTLED.works)));
  await copyGroup(client, OF_WORKS, ofWorks, { where: SETTLED });
  await copyGroup(client, OF_PAPERS, Math.ceil(size.papers / (await count('papers'))), { where: {} });
  await padImpressions(client, size.impressions);
  for (const [states, wanted, letter] of [
    [`('new', 'picked', 'packed', 'sealed')`, size.openOrders, 'o'],
    [`('delivered', 'dispatched')`, size.orders - size.openOrders, 'd'],
  ] as const) {
    const which = `state IN ${states} AND kind = 'sale' AND id NOT LIKE '%-_%-%'`;
    await copyGroup(client, OF_ORDERS, Math.ceil(wanted / (await count('orders', which))), {
      where: {
        orders: which,
        buyers: `id IN (SELECT buyer_id FROM orders WHERE ${which})`,
      },
      letter,
    });
  }
  await client.execute('PRAGMA optimize');
  client.close();
  const store = await Store.open(into);
  await lengthenRegister(store, size.registerLines);
  await store.client.execute('ANALYZE');
  await store.close();
}

async function countOf(client: Client, table: string, where: string): Promise<number> {
  const { rows } = await client.execute(`SELECT count(*) AS n FROM ${table} WHERE ${where}`);
  return Number(rows[0]!.n);
}

/** They would log every copied row; the studio puts them back when it opens. */
async function dropTriggers(client: Client): Promise<void> {
  const { rows } = await client.execute(`SELECT name FROM sqlite_master WHERE type = 'trigger'`);
  for (const { name } of rows) await client.execute(`DROP TRIGGER "${String(name)}"`);
}

/** Copies rows of tables a number of times; where one copied row names another, its copy names the other's copy. */
async function copyGroup(
  client: Client,
  tables: string[],
  times: number,
  { where, letter = 'w' }: { where: Record<string, string>; letter?: string },
): Promise<void> {
  if (times < 1) return;
  const suffix = `'-${letter}-' || n.i`;
  const original = `id NOT LIKE '%-_-%'`;
  for (const table of tables) {
    const columns = await client.execute(`PRAGMA table_info("${table}")`);
    const keys = await client.execute(`PRAGMA foreign_key_list("${table}")`);
    const parents = new Map(keys.rows.map((key) => [String(key.from), String(key.table)]));
    const isTop = !keys.rows.some((key) => tables.includes(String(key.table)) && key.table !== table);
    const names = columns.rows.map((column) => String(column.name));
    const ofParents = [...parents]
      .filter(([, parent]) => tables.includes(parent) && parent !== table)
      .map(
        ([column, parent]) =>
          `(${column} IS NULL OR EXISTS (SELECT 1 FROM "${parent}" y WHERE y.id = "${table}".${column} || '-${letter}-1'))`,
      );
    const own = names.includes('id') ? original : `master_id NOT LIKE '%-_-%'`;
    const values = names.map((name) => valueOf(table, name, parents.get(name), tables, suffix));
    const filter = [own, where[table] ?? '1', ...(isTop ? [] : ofParents)].join(' AND ');
    await client.execute(`
      WITH RECURSIVE n (i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < ${times})
      INSERT INTO "${table}" (${names.map((name) => `"${name}"`).join(', ')})
      SELECT ${values.join(', ')} FROM n, (SELECT * FROM "${table}" WHERE ${filter}) r`);
  }
}

/** What stands in a column of a copy. */
function valueOf(
  table: string,
  column: string,
  parent: string | undefined,
  copied: string[],
  suffix: string,
): string {
  if (column === 'id') return `r.id || ${suffix}`;
  // Which print hangs on which order's line is a matter of the original alone.
  if (column === 'order_line_id' || column === 'part_of_id' || column === 'parent_id') return 'NULL';
  if (parent && copied.includes(parent)) return `r."${column}" || ${suffix}`;
  if (table === 'orders' && column === 'number')
    return `(SELECT max(number) FROM orders) + 1 + 100 * n.i + r.number`;
  if (table === 'orders' && column === 'source_ref') return `''`;
  if ((table === 'works' && column === 'title') || (table === 'papers' && column === 'name'))
    return `r."${column}" || ' ' || n.i`;
  if (table === 'buyers' && column === 'name') return `r.name || ' ' || n.i`;
  if (table === 'parcels' && column === 'run_id') return 'NULL';
  return `r."${column}"`;
}

/** Open editions have sold for years. */
async function padImpressions(client: Client, wanted: number): Promise<void> {
  const missing = wanted - (await countOf(client, 'impressions', '1'));
  const open = await countOf(client, 'editions', `kind = 'open'`);
  const each = Math.ceil(missing / open);
  if (each < 1) return;
  await client.execute(`
    WITH RECURSIVE n (i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < ${each})
    INSERT INTO impressions (id, edition_id, kind, number, state, format_id, printed_at, changed_at)
    SELECT e.id || '-' || (1000 + n.i), e.id, 'open', 1000 + n.i, 'delivered',
      (SELECT f.id FROM formats f WHERE f.work_id = e.work_id LIMIT 1), e.opened_at, e.opened_at
    FROM n, editions e WHERE e.kind = 'open'`);
}
