import { and, asc, desc, eq, inArray, isNull } from 'drizzle-orm';
import type { Db, Tx } from './db';
import { editions, formats, intakes, journal, masters, preps, printFiles, proofs, works } from './schema';
import type { Master } from './works';

export async function hashOfMaster(db: Db, id: string): Promise<{ sha256: string } | undefined> {
  return (
    await db.select({ sha256: masters.sha256 }).from(masters).where(eq(masters.id, id)).limit(1)
  )[0];
}

/** Every master that is this file: two works may share one. */
export const mastersByHash = (db: Db, sha256: string): Promise<Master[]> =>
  db.select().from(masters).where(eq(masters.sha256, sha256)).orderBy(asc(masters.receivedAt));

/** Hashes of files that are being read, or were when the studio was stopped. */
export async function stillReading(db: Db): Promise<string[]> {
  const rows = await db
    .selectDistinct({ sha256: masters.sha256 })
    .from(masters)
    .where(eq(masters.state, 'reading'));
  return rows.map((r) => r.sha256);
}

/** Captures that are being read now, with their works, for the bench. */
export const mastersBeingRead = (db: Db) =>
  db
    .select({ workId: masters.workId, title: works.title, receivedAt: masters.receivedAt })
    .from(masters)
    .innerJoin(works, eq(works.id, masters.workId))
    .where(eq(masters.state, 'reading'));

/** Writes how the reading of a file ended, for each of its masters that waited for it. Returns those. */
export async function setReadingOver(tx: Tx, sha256: string, trouble: string): Promise<Master[]> {
  const waited = await tx
    .select()
    .from(masters)
    .where(and(eq(masters.sha256, sha256), inArray(masters.state, ['reading', 'not read'])));
  const ids = waited.map((m) => m.id);
  if (!ids.length) return [];
  await tx
    .update(masters)
    .set({ state: trouble ? 'not read' : 'ready', trouble })
    .where(inArray(masters.id, ids));
  await tx.update(intakes).set({ state: 'in' }).where(inArray(intakes.masterId, ids));
  return waited;
}

/** Captures that are here whole and could not be read, for the bench. */
export const unreadable = (db: Db) =>
  db
    .select({
      id: masters.id,
      workId: masters.workId,
      fileName: masters.fileName,
      trouble: masters.trouble,
      title: works.title,
    })
    .from(masters)
    .innerJoin(works, eq(works.id, masters.workId))
    .where(and(eq(masters.state, 'not read'), isNull(works.archivedAt)))
    .orderBy(desc(masters.receivedAt));

/** Puts the masters of a file back to be read, after its file was mended or somebody asked. */
export async function setReadingAgain(tx: Tx, sha256: string): Promise<void> {
  await tx
    .update(masters)
    .set({ state: 'reading', trouble: '' })
    .where(and(eq(masters.sha256, sha256), eq(masters.state, 'not read')));
}

/** An intake that ended without a master leaves nothing to wait for. */
export async function dropReceiving(tx: Tx, intakeId: string): Promise<void> {
  await tx.delete(intakes).where(and(eq(intakes.id, intakeId), eq(intakes.state, 'receiving')));
}

/** Another master of a work takes the place of one that goes; nothing where there is none. */
export async function promoteNextMaster(tx: Tx, workId: string): Promise<boolean> {
  const [next] = await tx
    .select({ id: masters.id })
    .from(masters)
    .where(eq(masters.workId, workId))
    .orderBy(desc(masters.current), desc(masters.receivedAt))
    .limit(1);
  if (next) await tx.update(masters).set({ current: true }).where(eq(masters.id, next.id));
  return next !== undefined;
}

/** What a master's records hang on: nothing of these may be left behind when it is removed. */
export async function isUsed(tx: Tx, masterId: string): Promise<boolean> {
  for (const table of [preps, printFiles, proofs] as const) {
    const [row] = await tx
      .select({ id: table.id })
      .from(table)
      .where(eq(table.masterId, masterId))
      .limit(1);
    if (row) return true;
  }
  return false;
}

/** Whether a work came into being with its file and has nothing else to it. */
export async function isUntouched(tx: Tx, workId: string): Promise<boolean> {
  const [work] = await tx.select().from(works).where(eq(works.id, workId)).limit(1);
  if (!work || work.medium || work.owner) return false;
  const lines = await tx.select({ act: journal.act }).from(journal).where(eq(journal.subjectId, workId));
  if (!lines.some((l) => l.act === 'recorded with file') || lines.some((l) => l.act === 'changed'))
    return false;
  for (const table of [masters, formats, proofs, editions] as const) {
    const [row] = await tx.select({ id: table.id }).from(table).where(eq(table.workId, workId)).limit(1);
    if (row) return false;
  }
  return true;
}
