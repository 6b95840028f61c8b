import { sql } from 'drizzle-orm';
import type { AsPrinted } from '@/core/edition/asPrinted';
import type { ImpressionKind } from '@/core/edition/impressionStates';
import type { LoggedPrint } from '@/core/edition/printLog';
import type { Db } from './db';
import { groupBy } from '@/core/groups';

/** Lines of the register that were read for one page of the log: some forty runs of an ordinary studio. */
export const PRINTS_A_PAGE = 100;

type Stored = Omit<LoggedPrint, 'facts' | 'after'> & { facts: string | null; kind: ImpressionKind };

/** The newest prints before a line of the register, with what the register says of each afterwards. */
export async function printsBefore(
  db: Db,
  q: { before: number | null; workId: string | null },
): Promise<LoggedPrint[]> {
  const rows = await db.all<Stored>(sql`
    SELECT r.seq, r.at, r.who, r.edition_id AS editionId, r.impression_id AS impressionId, i.kind, i.number, e.size, e.name AS runName,
      i.format_id AS formatId, i.paper_id AS paperId, w.id AS workId, w.title,
      json_extract(r.body, '$.facts') AS facts, json_extract(r.body, '$.override') AS override
    FROM register r JOIN impressions i ON i.id = r.impression_id JOIN editions e ON e.id = r.edition_id JOIN works w ON w.id = e.work_id
    WHERE r.act = 'printed' AND ${q.before === null ? sql`true` : sql`r.seq < ${q.before}`}
      AND ${q.workId === null ? sql`true` : sql`r.edition_id IN (SELECT id FROM editions WHERE work_id = ${q.workId})`}
    ORDER BY r.seq DESC LIMIT ${PRINTS_A_PAGE}`);
  const after = await actsAfter(
    db,
    rows.map(({ impressionId }) => impressionId),
  );
  return rows.map((row) => ({
    ...row,
    facts: row.facts ? (JSON.parse(row.facts) as AsPrinted) : null,
    after: untilPrintedAgain(after.get(row.impressionId) ?? [], row.seq),
  }));
}

type Act = { seq: number; act: string; impressionId: string };

async function actsAfter(db: Db, ids: readonly string[]): Promise<Map<string, Act[]>> {
  if (ids.length === 0) return new Map();
  const rows = await db.all<Act>(sql`
    SELECT seq, act, impression_id AS impressionId FROM register
    WHERE impression_id IN (${sql.join(
      ids.map((id) => sql`${id}`),
      sql`, `,
    )}) ORDER BY seq`);
  return groupBy(rows, ({ impressionId }) => impressionId);
}

/** What was done to the sheet that was printed then, not to one that was made later under its number. */
function untilPrintedAgain(acts: readonly Act[], seq: number): string[] {
  const later = acts.filter((act) => act.seq > seq);
  const again = later.findIndex(({ act }) => act === 'printed');
  return (again === -1 ? later : later.slice(0, again)).map(({ act }) => act);
}
