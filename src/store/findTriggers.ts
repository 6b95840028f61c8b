import { sql } from 'drizzle-orm';
import type { FindableKind } from '@/core/find/kinds';
import type { Tx } from './db';

/** Rows of one table as things that are found: what each is called, and what else is said of it, as SQL over a row `r`. */
type Source = { table: string; kind: FindableKind; head: string; words: string[]; when?: string };

/** Stands after each part of what is said of a thing. */
export const BETWEEN = ' · ';

/** The lines of an address, whatever its fields are called. */
const ADDRESS =
  "(SELECT group_concat(atom, ' ') FROM json_tree(r.address, '$.body') WHERE atom IS NOT NULL)";

const SOURCES: readonly Source[] = [
  {
    table: 'works',
    kind: 'work',
    head: 'r.title',
    words: ['r.medium', 'r.series', 'r.year', 'r.owner', 'r.surface', 'r.varnish', 'r.rights', 'r.notes'],
  },
  {
    table: 'buyers',
    kind: 'person',
    head: 'r.name',
    words: ['r.preferred_name', 'r.email', ADDRESS, 'r.address_typed', 'r.country', 'r.notes'],
  },
  {
    table: 'craftspeople',
    kind: 'person',
    head: 'r.name',
    words: ['r.craft', 'r.place', 'r.country', 'r.contact', 'r.notes'],
  },
  {
    table: 'orders',
    kind: 'order',
    head: "r.number || ' ' || (SELECT name FROM buyers WHERE id = r.buyer_id)",
    words: ['r.source_ref', 'r.message', 'r.gift_note', 'r.notes'],
  },
  {
    table: 'parcels',
    kind: 'parcel',
    head: 'r.tracking',
    words: [],
    when: "r.tracking <> ''",
  },
  {
    table: 'papers',
    kind: 'paper',
    head: 'r.name',
    words: ['r.base', 'r.surface', 'r.gsm', 'r.sizes', 'r.notes'],
  },
  { table: 'routes', kind: 'route', head: 'r.name', words: ['r.process', 'r.notes'] },
  { table: 'machines', kind: 'machine', head: 'r.name', words: [] },
  { table: 'suppliers', kind: 'supplier', head: 'r.name', words: ['r.notes'] },
  { table: 'channels', kind: 'channel', head: 'r.name', words: ['r.notes'] },
  { table: 'goods', kind: 'goods', head: 'r.name', words: ['r.kind', 'r.notes'] },
  { table: 'layouts', kind: 'layout', head: 'r.name', words: [] },
  { table: 'walls', kind: 'wall', head: 'r.name', words: [] },
  { table: 'notes', kind: 'note', head: "''", words: ['r.text'] },
  { table: 'journal', kind: 'journal', head: "''", words: ['r.says'] },
];

/** What is said of a row, part by part; an empty one leaves nothing. */
const wordsSql = ({ words }: Source, row: string): string =>
  words.length === 0
    ? "''"
    : words.map((part) => `coalesce(nullif(${ofRow(part, row)}, '') || '${BETWEEN}', '')`).join(' || ');

const ofRow = (part: string, row: string): string => part.replaceAll(/\br\./g, `${row}.`);

const selected = (source: Source, row: string): string =>
  `SELECT '${source.kind}', ${row}."id", coalesce(${ofRow(source.head, row)}, ''), ${wordsSql(source, row)}`;

const insertFrom = (source: Source, row: string): string =>
  `INSERT INTO findables (kind, ref, head, words) ${selected(source, row)} WHERE ${ofRow(source.when ?? 'true', row)};`;

const removeOld = ({ kind }: Source): string =>
  `DELETE FROM findables WHERE kind = '${kind}' AND ref = OLD."id";`;

function triggersOf(source: Source): Record<string, string> {
  const { table } = source;
  const made = (op: 'insert' | 'update' | 'delete', body: string) => [
    `find_${table}_${op}`,
    `CREATE TRIGGER "find_${table}_${op}" AFTER ${op.toUpperCase()} ON "${table}" BEGIN ${body} END`,
  ];
  return Object.fromEntries([
    made('insert', insertFrom(source, 'NEW')),
    made('update', `${removeOld(source)} ${insertFrom(source, 'NEW')}`),
    made('delete', removeOld(source)),
  ]) as Record<string, string>;
}

/** Lines of the journal are many and all alike: an index of their own keeps the rest quick. */
const INDEXES = [
  { table: 'found', columns: ['kind', 'head', 'words'], of: "kind <> 'journal'" },
  { table: 'found_lines', columns: ['words'], of: "kind = 'journal'" },
] as const;

type Index = (typeof INDEXES)[number];

const forget = ({ table, columns }: Index): string =>
  `INSERT INTO ${table} (${table}, rowid, ${columns.join(', ')}) VALUES ('delete', OLD.id, ${columns.map((c) => `OLD.${c}`).join(', ')});`;

const learn = ({ table, columns }: Index): string =>
  `INSERT INTO ${table} (rowid, ${columns.join(', ')}) VALUES (NEW.id, ${columns.map((c) => `NEW.${c}`).join(', ')});`;

/** The index follows what can be found, and that follows the tables: nobody has to remember either. */
function indexTriggers(index: Index): Record<string, string> {
  const made = (op: 'insert' | 'update' | 'delete', row: 'NEW' | 'OLD', body: string) => [
    `find_${index.table}_${op}`,
    `CREATE TRIGGER "find_${index.table}_${op}" AFTER ${op.toUpperCase()} ON findables WHEN ${row}.${index.of} BEGIN ${body} END`,
  ];
  return Object.fromEntries([
    made('insert', 'NEW', learn(index)),
    made('update', 'NEW', `${forget(index)} ${learn(index)}`),
    made('delete', 'OLD', forget(index)),
  ]) as Record<string, string>;
}

/** An order is found by its buyer’s name, also after that changed. */
const ORDERS = SOURCES.find((source) => source.table === 'orders')!;
const RENAMED = {
  find_buyers_renamed: `CREATE TRIGGER "find_buyers_renamed" AFTER UPDATE OF name ON "buyers" WHEN NEW.name IS NOT OLD.name BEGIN UPDATE findables SET head = (SELECT ${ofRow(ORDERS.head, 'o')} FROM orders o WHERE o.id = findables.ref) WHERE kind = 'order' AND ref IN (SELECT id FROM orders WHERE buyer_id = NEW.id); END`,
};

/** Every trigger that keeps what can be found, by name. */
export const findTriggers = (): Record<string, string> =>
  Object.assign({}, RENAMED, ...INDEXES.map(indexTriggers), ...SOURCES.map(triggersOf)) as Record<
    string,
    string
  >;

/** Makes all that can be found anew from the tables; no trigger of it may stand meanwhile. */
export async function rebuildFindables(tx: Pick<Tx, 'run'>): Promise<void> {
  await tx.run(sql`DELETE FROM findables`);
  for (const source of SOURCES)
    await tx.run(
      sql.raw(
        `INSERT INTO findables (kind, ref, head, words) ${selected(source, 'r')} FROM "${source.table}" r WHERE ${source.when ?? 'true'} ORDER BY r."id"`,
      ),
    );
  for (const { table } of INDEXES)
    await tx.run(sql.raw(`INSERT INTO ${table} (${table}) VALUES ('rebuild')`));
}
