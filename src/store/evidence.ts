import { and, asc, eq, inArray } from 'drizzle-orm';
import type { Evidence, Pictured } from '@/core/notes';
import type { Db } from './db';
import { evidence } from './schema';

/** The photographs of several things of one kind, by the thing, the first kept first. */
export async function evidenceOf(
  db: Db,
  subject: Pictured,
  subjectIds: readonly string[],
): Promise<Map<string, Evidence[]>> {
  const found = new Map<string, Evidence[]>();
  if (subjectIds.length === 0) return found;
  const rows = await db
    .select()
    .from(evidence)
    .where(and(eq(evidence.subject, subject), inArray(evidence.subjectId, [...subjectIds])))
    .orderBy(asc(evidence.id));
  for (const { subjectId, id, sha256, words, at } of rows)
    found.set(subjectId, [...(found.get(subjectId) ?? []), { id, sha256, words, at }]);
  return found;
}
