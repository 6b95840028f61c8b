// Acts as nobody in their right mind would order them, with inputs that mostly fit: made from each act's own schema, the ids
// that the studio holds, and the words people type.
import { sql } from 'drizzle-orm';
import { ACTIONS } from '@/studio/registry';
import type { Studio } from '@/studio/studio';

type Schema = {
  type?: string | string[];
  enum?: unknown[];
  const?: unknown;
  anyOf?: Schema[];
  oneOf?: Schema[];
  properties?: Record<string, Schema>;
  required?: string[];
  /** One schema for all, or one for each place. */
  items?: Schema | Schema[];
  minimum?: number;
  exclusiveMinimum?: number;
  maximum?: number;
  minItems?: number;
  maxItems?: number;
  format?: string;
};

/** Whole numbers from a seed, the same on every machine. */
export function dice(seed: number): (below: number) => number {
  let s = seed >>> 0;
  return (below) => {
    s = (Math.imul(s, 1_664_525) + 1_013_904_223) >>> 0;
    return Math.floor((s / 4_294_967_296) * below);
  };
}

/** The table that a field's id is of; `id` alone depends on the act. */
const TABLE_OF_FIELD: Record<string, string> = {
  workId: 'works',
  formatId: 'formats',
  paperId: 'papers',
  routeId: 'routes',
  masterId: 'masters',
  prepId: 'preps',
  editionId: 'editions',
  impressionId: 'impressions',
  impressionIds: 'impressions',
  ticked: 'impressions',
  buyerId: 'buyers',
  orderId: 'orders',
  serviceId: 'services',
  supplierId: 'suppliers',
  machineId: 'machines',
  lotId: 'lots',
  layoutId: 'layouts',
  proofId: 'proofs',
  profileId: 'profiles',
  copyFrom: 'preps',
  productId: 'products',
  lineId: 'print_lines',
  lineIds: 'print_lines',
  formatIds: 'formats',
  accountId: 'job_accounts',
  reservationId: 'reservations',
  numbers: 'impressions',
  itemId: 'consignment_items',
  channelId: 'channels',
  goodsId: 'goods',
  supplyId: 'supplies',
  runId: 'packing_runs',
  wallId: 'walls',
  listingId: 'listings',
  buyerWallId: 'buyer_walls',
  orderIds: 'orders',
  setId: 'work_sets',
};
const TABLE_OF_ACT: readonly [RegExp, string][] = [
  [/Insert$/, 'inserts'],
  [/recordWall$/, 'walls'],
  [/Stamp$/, 'stamps'],
  [/Opening$/, 'openings'],
  [/Craftsperson$/, 'craftspeople'],
  [/moveCase$/, 'order_cases'],
  [/markStage$/, 'order_stages'],
  [/endRun$/, 'packing_runs'],
  [/Reservation/, 'reservations'],
  [/Consignment/, 'consignments'],
  [/Keeper/, 'keepers'],
  [/Product/, 'products'],
  [/Line$/, 'print_lines'],
  [/Goods/, 'goods'],
  [/Set$/, 'work_sets'],
  [/dropDate/, 'week_dates'],
  [/Channel/, 'channels'],
  [/CausePayment/, 'cause_payments'],
  [/Attention/, 'attention'],
  [/Evidence/, 'evidence'],
  [/MarketPrice/, 'market_notes'],
  [/Account/, 'job_accounts'],
  [/Entry/, 'account_entries'],
  [/Equipment/, 'equipment'],
  [/Step$|removePrep/, 'preps'],
  [/PrintFile/, 'print_files'],
  [/Edition$/, 'editions'],
  [/Border|Finish|Crop|withdraw/, 'formats'],
  [/Master|Reading|Capture$|measureAgain|readAgain|^check|guess|lookFor|makeCopy/, 'masters'],
  [/tickSpeck/, 'capture_checks'],
  [/Lot$/, 'lots'],
  [/Mount$/, 'mounts'],
  [/Layout|Pieces|layAnew|printQueued|Stock$/, 'layouts'],
  [/Machine/, 'machines'],
  [/Cutter/, 'cutters'],
  [/forgetMove|stillAway|takeBack$/, 'original_moves'],
  [/Order$|markPaid/, 'orders'],
  [/Buyer/, 'buyers'],
  [/PaperDesk|Paper$/, 'papers'],
  [/Supplier/, 'suppliers'],
  [/cameBack/, 'sent_jobs'],
  [/changeTerms|Route$/, 'routes'],
  [/Price$/, 'route_prices'],
  [/Quote/, 'quotes'],
  [/Comparison|takeAdvice/, 'comparisons'],
  [/[Pp]roof|Client|clientAnswered|judgeAgain/, 'proofs'],
  [/Profile/, 'profiles'],
  [/Work$/, 'works'],
  [/Service/, 'services'],
  [/Supply/, 'supplies'],
  [/dismissRefusal/, 'intakes'],
];

const WORDS = ['Salt pans', 'Kelp line', 'North mole', 'Second try', 'as agreed', 'the usual'];
const LENGTHS = ['5 mm', '10 mm', '1/2 in', '20', '0'];
const SIZES = ['100 x 75 mm', '200 x 150 mm', '8x10 in', 'A4', '148 x 210 mm'];
const DAYS = ['2026-11-02', '2026-11-20', '2026-12-01', '2025-06-30'];
const NUMBERS = ['1', '2', '5', '12', '300'];

const TEXT_OF_FIELD: readonly [RegExp, readonly string[]][] = [
  [/^(size|sizes|ownSizes|offcut|measured|window|image|sheet|piece)$/i, SIZES],
  [/price|cost|carriage|minimum|outlay|insured|freeFrom|setUp|^proof$/i, ['12.50', '4', '0', '1 250.00']],
  [
    /top|right|bottom|left|margin|gap|border|thickness|width|height|maxLength|distance|bleed|deckle|placing|focal/i,
    LENGTHS,
  ],
  [/weight|scale|maxWeight/i, ['50 g', '120', '2 kg']],
  [/^(amount|counted|ppi|days|seconds)$/i, NUMBERS],
  [/pixels/i, ['6000 x 4000']],
  [/currency/i, ['EUR']],
  [/timeZone/i, ['Europe/Lisbon', 'Pacific/Auckland']],
  [/^address$/i, ['Lower Mole 12\nHaldenness']],
  [/holidays/i, ['', '2026-12-25']],
  [/colour/i, ['black']],
  [/^text$/i, ['size,from,price\n300x400 mm,1,12.50\n']],
  [/readings|reference/i, ['id;L;a;b\nkelp;38;4;21\n']],
  [/steps/i, ['300, 600, 1200']],
];

/** Everything there is, by table, read anew now and then. */
export type Pools = Record<string, string[]>;
export async function poolsOf(studio: { db: Studio['db'] }): Promise<Pools> {
  const tables = await studio.db.all<{ name: string }>(
    sql`SELECT name FROM sqlite_master WHERE type = 'table' AND sql LIKE '%\`id\` text PRIMARY KEY%'`,
  );
  const pools: Pools = {};
  for (const { name } of tables) {
    const rows = await studio.db.all<{ id: string }>(
      sql.raw(`SELECT id FROM "${name}" ORDER BY id DESC LIMIT 60`),
    );
    pools[name] = rows.map((r) => r.id);
  }
  return pools;
}

/** Inputs that no schema tells how to make. */
const WHOLE_INPUTS: Record<string, (pick: Pick, pools: Pools) => unknown> = {
  inspectPrint: (pick, pools) => {
    const parts = ['size', 'corners', 'scratches', 'ink', 'specks', 'colour'];
    const schema = ACTIONS.get('inspectPrint')!.input as Schema;
    const names = Object.keys(schema.properties!.points!.properties ?? {});
    const points = Object.fromEntries((names.length ? names : parts).map((p) => [p, 'right']));
    return { impressionId: pick(pools.impressions ?? []), points, measured: '', words: '', bears: null };
  },
  setPrice: (pick, pools) => ({
    formatId: pick(pools.formats ?? []),
    price: pick(['53.10', '20', '80']),
    question: { costs: [], fixedFees: [], shareFees: [], carriageCharged: 0, margin: 0.5, given: 0 },
  }),
  consignPrints: (pick, pools) => ({
    buyerId: pick(pools.buyers ?? []),
    channelId: null,
    sinceOn: '2026-11-02',
    dueOn: '2026-12-20',
    theirShare: 0.4,
    bearsDamage: 'the shop',
    notes: '',
    items: [{ impressionId: pick(pools.impressions ?? []), price: '40' }],
  }),
  openEdition: (pick, pools) => ({
    workId: pick(pools.works ?? []),
    kind: pick(['limited', 'open']),
    size: 6,
    proofs: { AP: 1, PP: 0, HC: 0 },
    run: 'all sizes',
    formatId: null,
    signing: pick(['front', 'on request']),
    name: pick(['', 'second run', 'third run']),
  }),
};

type Pick = <T>(list: readonly T[]) => T;

/** An input for an act: mostly one that fits, now and then one that is wild. */
export function inputFor(
  name: string,
  pools: Pools,
  roll: (below: number) => number,
  wild: boolean,
): unknown {
  const pick: Pick = (list) => list[roll(Math.max(1, list.length))]!;
  const own = wild ? undefined : WHOLE_INPUTS[name];
  if (own) return own(pick, pools);
  return valueFor(ACTIONS.get(name)!.input as Schema, { name, field: '', pools, roll, pick, wild });
}

type Making = {
  name: string;
  field: string;
  pools: Pools;
  roll: (below: number) => number;
  pick: Pick;
  wild: boolean;
};

const NASTY: readonly unknown[] = [
  null,
  '',
  ' ',
  '1e308',
  '0x10',
  '-1',
  '2026-02-31',
  '0000-00-00',
  '￿',
  '"; DROP TABLE works; --',
  'x'.repeat(300),
  '9'.repeat(50),
  0,
  -1,
  1e308,
  Number.MAX_SAFE_INTEGER,
  true,
  [],
  {},
  [[[[]]]],
  { __proto__: null, toString: 1 },
];

function valueFor(schema: Schema, m: Making): unknown {
  if (m.wild && m.roll(4) === 0) return m.pick(NASTY);
  if (schema.const !== undefined) return schema.const;
  if (schema.enum) return m.pick(schema.enum);
  const branches = schema.anyOf ?? schema.oneOf;
  if (branches) return valueFor(m.pick(branches), m);
  if (schema.properties) return objectFor(schema, m);
  switch (schema.type) {
    case 'array':
      return arrayFor(schema, m);
    case 'boolean':
      return m.roll(2) === 0;
    case 'integer':
    case 'number': {
      const least = schema.minimum ?? schema.exclusiveMinimum ?? 0;
      const most = Math.min(schema.maximum ?? least + 1_000, least + 12);
      return (
        Math.ceil(least + (schema.exclusiveMinimum !== undefined ? 1 : 0)) +
        m.roll(Math.max(1, most - least))
      );
    }
    case 'null':
      return null;
    case 'object':
      return {};
    default:
      return textFor(schema, m);
  }
}

function objectFor(schema: Schema, m: Making): Record<string, unknown> {
  const made: Record<string, unknown> = {};
  for (const [field, part] of Object.entries(schema.properties!)) {
    const isLeftOut = !schema.required?.includes(field) && m.roll(2) === 0;
    if (!isLeftOut) made[field] = valueFor(part, { ...m, field });
  }
  return made;
}

function arrayFor(schema: Schema, m: Making): unknown[] {
  const ids = m.pools[TABLE_OF_FIELD[m.field] ?? (m.field === 'ids' ? 'formats' : '')];
  const count = Math.min(schema.maxItems ?? 3, Math.max(schema.minItems ?? 0, 1 + m.roll(3)));
  if (ids) return [...new Set(Array.from({ length: count }, () => m.pick(ids)))].filter(Boolean);
  const { items = {} } = schema;
  if (Array.isArray(items)) return items.map((item) => valueFor(item, m));
  return Array.from({ length: count }, () => valueFor(items, m));
}

function textFor(schema: Schema, m: Making): string {
  if (schema.format === 'day') return m.pick(DAYS);
  const table =
    m.field === 'id' ? TABLE_OF_ACT.find(([act]) => act.test(m.name))?.[1] : TABLE_OF_FIELD[m.field];
  if (table) return m.pick(m.pools[table] ?? []) ?? 'none';
  const texts = TEXT_OF_FIELD.find(([field]) => field.test(m.field))?.[1];
  return m.pick(texts ?? WORDS);
}

/** Every row of every table as SQLite has it, but for those that only ever grow. */
export async function dumpOf(
  studio: Studio,
  except: readonly string[] = GROWING,
): Promise<Record<string, string>> {
  const tables = await studio.db.all<{ name: string }>(
    sql`SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%'`,
  );
  const dump: Record<string, string> = {};
  for (const { name } of tables) {
    if (except.includes(name) || INDEXED.test(name)) continue;
    const from = READ_AS[name] ?? `* FROM "${name}"`;
    const rows = await studio.db.all(sql.raw(`SELECT ${from} ORDER BY 1`));
    dump[name] = JSON.stringify(rows);
  }
  return dump;
}
/** The index of what can be found lies in tables of its engine. */
const INDEXED = /^found(_|$)/;
/** What can be found has row numbers of its own, and grows with the journal. */
const READ_AS: Record<string, string> = {
  findables: "ref, kind, head, words FROM findables WHERE kind <> 'journal'",
};
export const GROWING = ['journal', 'register', 'acts', 'row_changes', 'current_act'];
