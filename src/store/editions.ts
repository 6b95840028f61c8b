import { and, asc, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { canonical, entryHash, GENESIS, type ChainedEntry } from '@/core/edition/chain';
import { readyStates } from '@/core/edition/impressionStates';
import type { Db, Tx } from './db';
import { insertRows } from './rows';
import {
  editions,
  formats,
  impressions,
  masters,
  orderLines,
  orders,
  papers,
  register,
  works,
} from './schema';
import { groupBy } from '@/core/groups';

export type Edition = typeof editions.$inferSelect;
export type Impression = typeof impressions.$inferSelect;
export type RegisterEntry = typeof register.$inferSelect;

export const editionsOf = (db: Db, workId: string): Promise<Edition[]> =>
  db.select().from(editions).where(eq(editions.workId, workId)).orderBy(asc(editions.openedAt));

/** How many impressions of an edition stand in each state. */
export async function stateCounts(db: Db, editionId: string): Promise<Record<string, number>> {
  const rows = await db
    .select({ state: impressions.state, n: sql<number>`count(*)` })
    .from(impressions)
    .where(eq(impressions.editionId, editionId))
    .groupBy(impressions.state);
  return Object.fromEntries(rows.map((r) => [r.state, r.n]));
}

/** Every edition with its work and its counts, for the register's first page. */
export async function editionsPage(db: Db, page: number, perPage = 50) {
  const rows = await db
    .select({ edition: editions, title: works.title, sha256: masters.sha256 })
    .from(editions)
    .innerJoin(works, eq(works.id, editions.workId))
    .leftJoin(masters, and(eq(masters.workId, works.id), eq(masters.current, true)))
    .orderBy(desc(editions.openedAt))
    .limit(perPage)
    .offset(page * perPage);
  const ids = rows.map((r) => r.edition.id);
  const counts = ids.length
    ? await db
        .select({ editionId: impressions.editionId, state: impressions.state, n: sql<number>`count(*)` })
        .from(impressions)
        .where(inArray(impressions.editionId, ids))
        .groupBy(impressions.editionId, impressions.state)
    : [];
  const [total] = await db.select({ n: sql<number>`count(*)` }).from(editions);
  return {
    total: total?.n ?? 0,
    lines: rows.map((r) => ({
      ...r,
      counts: Object.fromEntries(
        counts.filter((c) => c.editionId === r.edition.id).map((c) => [c.state, c.n]),
      ) as Record<string, number>,
    })),
  };
}

/** A sheet of an edition as it is drawn. */
export type SheetRow = Pick<
  Impression,
  'id' | 'kind' | 'number' | 'state' | 'formatId' | 'paperId' | 'orderLineId'
> & {
  orderNumber: number | null;
  orderId: string | null;
  heldBack: boolean;
  isReserved: boolean;
  hasCertificate: boolean;
};

/**
 * The sheets of an edition as they are drawn, the run first, then the proofs outside it; all of them. They come as one answer: a
 * thousand rows one by one take longer to fetch than to find.
 */
export async function sheetsOf(db: Db, editionId: string, today: string): Promise<SheetRow[]> {
  const [answer] = await db.all<{ sheets: string }>(sql`
    SELECT json_group_array(json_array(id, kind, number, state, format_id, paper_id, order_line_id, order_number, order_id, held_back,
      is_reserved, has_certificate)) AS sheets
    FROM (SELECT i.*, o.number AS order_number, o.id AS order_id,
        EXISTS (SELECT 1 FROM reservations r WHERE r.impression_id = i.id AND r.ended_at IS NULL AND r.until_on >= ${today}) AS is_reserved,
        EXISTS (SELECT 1 FROM certificates c WHERE c.impression_id = i.id AND c.voided_at IS NULL) AS has_certificate
      FROM impressions i LEFT JOIN order_lines l ON l.id = i.order_line_id LEFT JOIN orders o ON o.id = l.order_id
      WHERE i.edition_id = ${editionId}
      ORDER BY CASE i.kind WHEN 'run' THEN 0 WHEN 'open' THEN 0 WHEN 'AP' THEN 1 WHEN 'PP' THEN 2 ELSE 3 END, i.number)`);
  const sheets = JSON.parse(answer?.sheets ?? '[]') as [
    string,
    Impression['kind'],
    number,
    Impression['state'],
    string | null,
    string | null,
    string | null,
    number | null,
    string | null,
    number,
    number,
    number,
  ][];
  return sheets.map((sheet) => ({
    id: sheet[0],
    kind: sheet[1],
    number: sheet[2],
    state: sheet[3],
    formatId: sheet[4],
    paperId: sheet[5],
    orderLineId: sheet[6],
    orderNumber: sheet[7],
    orderId: sheet[8],
    heldBack: sheet[9] === 1,
    isReserved: sheet[10] === 1,
    hasCertificate: sheet[11] === 1,
  }));
}

/** Number and state of every sheet of an edition, to be drawn small. */
export const sheetStates = (
  db: Db,
  editionId: string,
): Promise<Pick<Impression, 'kind' | 'number' | 'state'>[]> =>
  db
    .select({ kind: impressions.kind, number: impressions.number, state: impressions.state })
    .from(impressions)
    .where(eq(impressions.editionId, editionId))
    .orderBy(asc(impressions.kind), asc(impressions.number));

/** What of an edition was printed last, so that the next is likely the same. */
export async function lastPrinted(db: Db, editionId: string) {
  const [row] = await db
    .select({ formatId: impressions.formatId, paperId: impressions.paperId })
    .from(impressions)
    .where(sql`${impressions.editionId} = ${editionId} AND ${impressions.printedAt} IS NOT NULL`)
    .orderBy(desc(impressions.printedAt))
    .limit(1);
  return row ?? null;
}

/** How many lines the register has, and when the last was written. */
export async function registerLength(db: Db): Promise<{ entries: number; last: string | null }> {
  const [row] = await db
    .select({
      entries: sql<number>`coalesce(max(${register.seq}), 0)`,
      last: sql<string | null>`max(${register.at})`,
    })
    .from(register);
  return row ?? { entries: 0, last: null };
}

/** The last line of the register; before there is one, what the first follows. */
export async function registerEnd(db: Db): Promise<{ seq: number; hash: string }> {
  const [last] = await db
    .select({ seq: register.seq, hash: register.hash })
    .from(register)
    .orderBy(desc(register.seq))
    .limit(1);
  return last ?? { seq: 0, hash: GENESIS };
}

export const historyOf = (db: Db, impressionId: string): Promise<RegisterEntry[]> =>
  db.select().from(register).where(eq(register.impressionId, impressionId)).orderBy(desc(register.seq));

export const editionById = async (db: Db, id: string): Promise<Edition | undefined> =>
  (await db.select().from(editions).where(eq(editions.id, id)).limit(1))[0];

export const impressionById = async (db: Db, id: string): Promise<Impression | undefined> =>
  (await db.select().from(impressions).where(eq(impressions.id, id)).limit(1))[0];

/** The last number of any open edition of a work. */
export async function lastOpenNumber(db: Db, workId: string): Promise<number> {
  const [row] = await db
    .select({ last: sql<number | null>`max(${impressions.number})` })
    .from(impressions)
    .innerJoin(editions, eq(editions.id, impressions.editionId))
    .where(and(eq(editions.workId, workId), eq(impressions.kind, 'open')));
  return row?.last ?? 0;
}

/** Some lines of the register, in their order. */
export const registerLines = (db: Db, seqs: readonly number[]): Promise<RegisterEntry[]> =>
  db
    .select()
    .from(register)
    .where(inArray(register.seq, [...seqs]))
    .orderBy(asc(register.seq));

export async function orderNumberOfLine(db: Db, lineId: string): Promise<number | null> {
  const [row] = await db
    .select({ number: orders.number })
    .from(orderLines)
    .innerJoin(orders, eq(orders.id, orderLines.orderId))
    .where(eq(orderLines.id, lineId));
  return row?.number ?? null;
}

export type NewEntry = Omit<ChainedEntry, 'seq' | 'prevHash' | 'hash'>;

/** Writes lines at the end of the register, each over the one before. */
export async function appendToRegister(tx: Tx, entries: readonly NewEntry[]): Promise<void> {
  const last = await registerEnd(tx);
  let [seq, prevHash] = [last.seq, last.hash];
  const lines: (typeof register.$inferInsert)[] = [];
  for (const entry of entries) {
    // With its keys in order, what is stored is what is hashed.
    const body: unknown = JSON.parse(canonical(entry.body));
    const line = { ...entry, body, seq: ++seq, prevHash };
    const hash = entryHash(line);
    lines.push({ ...line, hash });
    prevHash = hash;
  }
  await insertRows(tx, 'register', lines);
}

/** The register from its first line, or after another, a thousand at a time. */
export async function* readRegister(db: Db, from = 0): AsyncGenerator<ChainedEntry> {
  for (let after = from; ;) {
    const lines = await db
      .select()
      .from(register)
      .where(sql`${register.seq} > ${after}`)
      .orderBy(asc(register.seq))
      .limit(1_000);
    if (!lines.length) return;
    yield* lines as ChainedEntry[];
    after = lines.at(-1)!.seq;
    // The driver answers at once on this thread: pages have their turn in between.
    await new Promise(setImmediate);
  }
}

/** Held for a reservation that has not run out, or chosen by the buyer of another open order. */
const isSpokenFor = (today: string, exceptLine: string | null) => sql`(EXISTS (
    SELECT 1 FROM reservations r WHERE r.impression_id = ${impressions.id} AND r.ended_at IS NULL AND r.until_on >= ${today})
  OR EXISTS (
    SELECT 1 FROM order_lines l JOIN orders o ON o.id = l.order_id, json_each(l.wanted, '$.body') j
    WHERE o.state = 'new' AND l.edition_id = ${impressions.editionId} AND l.wanted IS NOT NULL
      AND j.value = ${impressions.id} AND l.id IS NOT ${exceptLine}))`;

/** Numbers of a run that nobody has, is promised by name, or keeps back, in the order they would be sold. */
export const unsoldNumbers = (
  db: Db,
  edition: Edition,
  today: string,
  { spokenForToo = false } = {},
): Promise<Impression[]> =>
  db
    .select()
    .from(impressions)
    .where(
      and(
        eq(impressions.editionId, edition.id),
        eq(impressions.kind, 'run'),
        eq(impressions.heldBack, false),
        isNull(impressions.orderLineId),
        inArray(impressions.state, [
          ...(edition.closedAt ? [] : (['declared'] as const)),
          'printed',
          'inspected',
          'signed',
          'certified',
          'returned',
        ]),
        spokenForToo ? undefined : sql`NOT ${isSpokenFor(today, null)}`,
      ),
    )
    .orderBy(asc(impressions.number));

/** Which of some impressions are reserved, or chosen by the buyer of an open order. */
export const spokenFor = (db: Db, ids: readonly string[], today: string): Promise<Impression[]> =>
  db
    .select()
    .from(impressions)
    .where(and(inArray(impressions.id, [...ids]), isSpokenFor(today, null)));

/** Impressions that lie ready in the drawer for a size of an edition, lowest number first. */
export const readyImpressions = (
  db: Db,
  q: { edition: Edition; formatId: string; count: number; today: string; lineId: string | null },
): Promise<Impression[]> =>
  db
    .select()
    .from(impressions)
    .where(
      and(
        eq(impressions.editionId, q.edition.id),
        eq(impressions.formatId, q.formatId),
        inArray(impressions.kind, ['run', 'open']),
        inArray(impressions.state, readyStates(q.edition.signing)),
        eq(impressions.heldBack, false),
        isNull(impressions.orderLineId),
        sql`NOT ${isSpokenFor(q.today, q.lineId)}`,
      ),
    )
    .orderBy(asc(impressions.number))
    .limit(q.count);

export const pickedFor = (db: Db, orderId: string) =>
  db
    .select({
      impression: impressions,
      lineId: orderLines.id,
      edition: editions,
      title: works.title,
      workId: works.id,
      format: formats,
      paper: papers,
    })
    .from(impressions)
    .innerJoin(orderLines, eq(orderLines.id, impressions.orderLineId))
    .innerJoin(editions, eq(editions.id, impressions.editionId))
    .innerJoin(works, eq(works.id, editions.workId))
    .innerJoin(formats, eq(formats.id, impressions.formatId))
    .innerJoin(papers, eq(papers.id, impressions.paperId))
    .where(eq(orderLines.orderId, orderId))
    .orderBy(asc(orderLines.id), asc(impressions.number));

/** Impressions that wait for hands, gathered by edition and state, for the bench. */
export const waitingImpressions = (db: Db) =>
  db
    .select({
      editionId: impressions.editionId,
      state: impressions.state,
      title: works.title,
      kind: editions.kind,
      size: editions.size,
      signing: editions.signing,
      n: sql<number>`count(*)`,
      first: sql<number>`min(${impressions.number})`,
      last: sql<number>`max(${impressions.number})`,
      since: sql<string>`min(${impressions.changedAt})`,
    })
    .from(impressions)
    .innerJoin(editions, eq(editions.id, impressions.editionId))
    .innerJoin(works, eq(works.id, editions.workId))
    .where(
      and(
        inArray(impressions.state, ['printed', 'inspected', 'returned']),
        inArray(impressions.kind, ['run', 'open']),
      ),
    )
    .groupBy(impressions.editionId, impressions.state)
    .orderBy(asc(sql`min(${impressions.changedAt})`));

/** How many of an edition were ever printed. */
export const printedCount = (db: Db, editionId: string) =>
  db
    .select({ n: sql<number>`count(*)` })
    .from(impressions)
    .where(sql`${impressions.editionId} = ${editionId} AND ${impressions.printedAt} IS NOT NULL`);

/** How many of an edition could still become ready. */
export const stillToCome = (db: Db, editionId: string) =>
  db
    .select({ n: sql<number>`count(*)` })
    .from(impressions)
    .where(
      and(
        eq(impressions.editionId, editionId),
        inArray(impressions.kind, ['run', 'open']),
        inArray(impressions.state, ['declared', 'printed', 'inspected', 'returned']),
      ),
    );

/** The numbers of open orders that wait for a number of each edition. */
export async function ordersOfEditions(
  db: Db,
  editionIds: readonly string[],
): Promise<Map<string, number[]>> {
  const rows = await db.all<{ editionId: string; number: number }>(sql`
    SELECT DISTINCT l.edition_id AS editionId, o.number FROM orders o JOIN order_lines l ON l.order_id = o.id
    WHERE o.state = 'new' AND l.edition_id IN ${[...editionIds]} ORDER BY o.number`);
  const byEdition = groupBy(rows, ({ editionId }) => editionId);
  return new Map([...byEdition].map(([id, own]) => [id, own.map(({ number }) => number)]));
}

/** Editions that open orders or standing reservations wait for. */
export async function editionsPromised(db: Db, today: string): Promise<string[]> {
  const rows = await db.all<{ id: string }>(sql`
    SELECT l.edition_id AS id FROM orders o JOIN order_lines l ON l.order_id = o.id WHERE o.state = 'new'
    UNION SELECT r.edition_id FROM reservations r WHERE r.ended_at IS NULL AND r.until_on >= ${today}`);
  return rows.map(({ id }) => id);
}
