import { and, desc, inArray, sql } from 'drizzle-orm';
import { decodeTime, isValid } from 'ulid';
import type { Db } from './db';
import { journal } from './schema';

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
