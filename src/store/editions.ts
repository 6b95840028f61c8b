import { and, asc, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { entryHash, GENESIS, type ChainedEntry } from '@/core/edition/chain';
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

export const IMPRESSIONS_A_PAGE = 240;

/** The impressions of an edition in order: the run first, then the proofs outside it. */
export const impressionsOf = (db: Db, editionId: string, page = 0) =>
  db
    .select({
      impression: impressions,
      formatName: formats.name,
      paperName: papers.name,
      orderNumber: orders.number,
      orderId: orders.id,
    })
    .from(impressions)
    .leftJoin(formats, eq(formats.id, impressions.formatId))
    .leftJoin(papers, eq(papers.id, impressions.paperId))
    .leftJoin(orderLines, eq(orderLines.id, impressions.orderLineId))
    .leftJoin(orders, eq(orders.id, orderLines.orderId))
    .where(eq(impressions.editionId, editionId))
    .orderBy(
      sql`CASE ${impressions.kind} WHEN 'run' THEN 0 WHEN 'open' THEN 0 WHEN 'AP' THEN 1 WHEN 'PP' THEN 2 ELSE 3 END`,
      asc(impressions.number),
    )
    .limit(IMPRESSIONS_A_PAGE)
    .offset(page * IMPRESSIONS_A_PAGE);

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
  const [last] = await tx
    .select({ seq: register.seq, hash: register.hash })
    .from(register)
    .orderBy(desc(register.seq))
    .limit(1);
  let [seq, prevHash] = [last?.seq ?? 0, last?.hash ?? GENESIS];
  const lines: (typeof register.$inferInsert)[] = [];
  for (const entry of entries) {
    const line = { ...entry, seq: ++seq, prevHash };
    const hash = entryHash(line);
    lines.push({ ...line, hash });
    prevHash = hash;
  }
  await insertRows(tx, 'register', lines);
}

/** The whole register from its first line, a thousand at a time. */
export async function* readRegister(db: Db): AsyncGenerator<ChainedEntry> {
  for (let after = 0; ;) {
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

/** Impressions that lie ready in the drawer for a size of an edition, lowest number first. */
export const readyImpressions = (
  db: Db,
  edition: Edition,
  formatId: string,
  count: number,
): Promise<Impression[]> =>
  db
    .select()
    .from(impressions)
    .where(
      and(
        eq(impressions.editionId, edition.id),
        eq(impressions.formatId, formatId),
        inArray(impressions.kind, ['run', 'open']),
        inArray(impressions.state, readyStates(edition.signing)),
        isNull(impressions.orderLineId),
      ),
    )
    .orderBy(asc(impressions.number))
    .limit(count);

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
    .orderBy(asc(sql`min(${impressions.changedAt})`))
    .limit(50);

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
