import { and, desc, inArray, sql } from 'drizzle-orm';
import { decodeTime, isValid } from 'ulid';
import type { Db } from './db';
import { buyers, journal, orders, works } from './schema';

export type JournalRow = typeof journal.$inferSelect;
export const LINES_A_PAGE = 100;

/** A page of the journal, newest first: of one kind of subject, or of all. */
export async function journalPage(
  db: Db,
  q: { search: string; page: number; subjects?: readonly string[] },
): Promise<{ lines: Omit<JournalRow, 'before' | 'after'>[]; total: number }> {
  const like = `%${q.search.replace(/[%_\\]/g, '\\$&')}%`;
  const where = and(
    q.search ? sql`${journal.says} LIKE ${like} ESCAPE '\\'` : undefined,
    q.subjects ? inArray(journal.subject, [...q.subjects]) : undefined,
  );
  const { id, at, who, act, subject, subjectId, says } = journal;
  const [lines, [row]] = await Promise.all([
    db
      .select({ id, at, who, act, subject, subjectId, says })
      .from(journal)
      .where(where)
      .orderBy(desc(journal.id))
      .limit(LINES_A_PAGE)
      .offset(q.page * LINES_A_PAGE),
    db
      .select({ n: sql<number>`count(*)` })
      .from(journal)
      .where(where),
  ]);
  return { lines, total: row?.n ?? 0 };
}

export type Found = {
  works: { id: string; title: string; medium: string }[];
  orders: { id: string; number: number; buyer: string; state: string }[];
  impressions: { id: string; editionId: string; label: string; title: string; state: string }[];
};

/** Works by title or medium, orders by number or buyer, impressions by "13/40" and a part of the title. */
export async function findAnything(db: Db, text: string): Promise<Found> {
  const like = `%${text.replace(/[%_\\]/g, '\\$&')}%`;
  const number = /^#?\s*(\d{1,9})$/.exec(text.trim());
  const numbered = /(\d{1,5})\s*\/\s*(\d{1,5})/.exec(text);
  const rest = numbered ? text.replace(numbered[0], '').trim() : '';
  const titleLike = `%${rest.replace(/[%_\\]/g, '\\$&')}%`;
  const [foundWorks, foundOrders, foundImpressions] = await Promise.all([
    db
      .select({ id: works.id, title: works.title, medium: works.medium })
      .from(works)
      .where(sql`${works.title} LIKE ${like} ESCAPE '\\' OR ${works.medium} LIKE ${like} ESCAPE '\\'`)
      .orderBy(works.title)
      .limit(20),
    db
      .select({ id: orders.id, number: orders.number, buyer: buyers.name, state: orders.state })
      .from(orders)
      .innerJoin(buyers, sql`${buyers.id} = ${orders.buyerId}`)
      .where(
        sql`${buyers.name} LIKE ${like} ESCAPE '\\' OR ${orders.number} = ${number ? Number(number[1]) : -1}`,
      )
      .orderBy(desc(orders.number))
      .limit(20),
    numbered
      ? db.all<Found['impressions'][number]>(sql`
          SELECT i.id, i.edition_id AS editionId, i.number || '/' || e.size AS label, w.title, i.state FROM impressions i JOIN editions e ON e.id = i.edition_id JOIN works w ON w.id = e.work_id
          WHERE i.kind = 'run' AND i.number = ${Number(numbered[1])} AND e.size = ${Number(numbered[2])} AND w.title LIKE ${titleLike} ESCAPE '\\' ORDER BY w.title LIMIT 20`)
      : [],
  ]);
  return { works: foundWorks, orders: foundOrders, impressions: foundImpressions };
}

/**
 * How late the records go: the newest time in any id, milliseconds, and the newest line of the register. A clock that stands
 * before them was put back.
 */
export async function lastTimes(db: Db): Promise<{ ids: number; register: string | null }> {
  const [row] = await db.all<{
    journal: string | null;
    acts: string | null;
    register: string | null;
  }>(sql`
    SELECT (SELECT max(id) FROM journal) AS journal, (SELECT max(id) FROM acts) AS acts,
      (SELECT at FROM register ORDER BY seq DESC LIMIT 1) AS register`);
  const times = [row?.journal, row?.acts].map(timeOfId);
  return { ids: Math.max(0, ...times), register: row?.register ?? null };
}

function timeOfId(id: string | null | undefined): number {
  return id && isValid(id) ? decodeTime(id) : 0;
}
