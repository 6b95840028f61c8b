import { and, asc, eq, inArray } from 'drizzle-orm';
import type { Evidence, Pictured } from '@/core/notes';
import type { Db } from './db';
import { evidence } from './schema';
import { groupBy } from '@/core/groups';

/** The photographs of several things of one kind, by the thing, the first kept first. */
export async function evidenceOf(
  db: Db,
  subject: Pictured,
  subjectIds: readonly string[],
): Promise<Map<string, Evidence[]>> {
  if (subjectIds.length === 0) return new Map();
  const rows = await db
    .select()
    .from(evidence)
    .where(and(eq(evidence.subject, subject), inArray(evidence.subjectId, [...subjectIds])))
    .orderBy(asc(evidence.id));
  const bySubject = groupBy(rows, ({ subjectId }) => subjectId);
  return new Map(
    [...bySubject].map(([key, own]) => [
      key,
      own.map(({ id, sha256, words, at }): Evidence => ({ id, sha256, words, at })),
    ]),
  );
}
