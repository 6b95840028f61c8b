import { eq } from 'drizzle-orm';
import { RefusedError } from '@/core/errors';
import type { Tx } from '@/store/db';
import { findRow, patchRow, removeRow } from '@/store/rows';
import { editions, formats, intakes, journal, masters, proofs, works } from '@/store/schema';
import { mastersOf, sameFile, stillReading } from '@/store/works';
import { measuring, resumeMeasuring } from './measureMaster';
import { noteInJournal, type Studio } from './studio';

export type ReadingState = { step: string; startedAt: number; megapixels: number };

type Running = ReadingState & { cancel: () => void; done: Promise<void> };
const running = new Map<string, Running>();
/** Megapixels to the second of the last reading, to say how long the next may take. */
let pace = 15;

/** What is being done to a master now, and about how many seconds are left; null when nothing is. */
export function readingOf(masterId: string): (ReadingState & { secondsLeft: number }) | null {
  const r = running.get(masterId);
  if (!r) return null;
  return {
    step: r.step,
    startedAt: r.startedAt,
    megapixels: r.megapixels,
    secondsLeft: Math.max(1, Math.round(r.megapixels / pace - (Date.now() - r.startedAt) / 1_000)),
  };
}

/** Stops the reading of a master; the file goes with it. */
export async function stopReading(masterId: string): Promise<void> {
  const r = running.get(masterId);
  r?.cancel();
  await r?.done;
}

/** Begins to read a master beside everything else; asked twice, it is read once. */
export function reading(studio: Studio, masterId: string): Promise<void> {
  const already = running.get(masterId);
  if (already) return already.done;
  const entry: Running = {
    step: 'waiting',
    startedAt: Date.now(),
    megapixels: 0,
    cancel: () => {},
    done: Promise.resolve(),
  };
  running.set(masterId, entry);
  entry.done = read(studio, masterId, entry).finally(() => running.delete(masterId));
  return entry.done;
}

/** Takes up again what a stop left in the middle, and clears away what never came in whole. */
export async function resumeIntakes(studio: Studio): Promise<void> {
  await studio.objects.sweep();
  const left = await studio.db.select().from(intakes).where(eq(intakes.state, 'receiving'));
  for (const intake of left) {
    if (intake.sha256 && (await sameFile(studio.db, intake.sha256)).length === 0)
      await studio.objects.remove(intake.sha256);
    await studio.store.write((tx) => removeRow(tx, intakes, intake.id));
  }
  for (const master of await stillReading(studio.db)) void reading(studio, master.id);
  void resumeMeasuring(studio);
}

async function read(studio: Studio, masterId: string, entry: Running): Promise<void> {
  const master = await findRow(studio.db, masters, masterId);
  if (!master || master.state === 'ready') return;
  entry.megapixels = (master.widthPx * master.heightPx) / 1e6;
  const { objects, imaging } = studio;
  const task = imaging.derive(
    objects.pathOf(master.sha256),
    objects.derivedDir(master.sha256),
    master.fileName,
    (step) => {
      entry.step = step;
    },
  );
  entry.cancel = task.cancel;
  try {
    await task.done;
  } catch (error) {
    await refuse(
      studio,
      masterId,
      error instanceof RefusedError ? error.says : `“${master.fileName}” could not be read.`,
    );
    return;
  }
  pace = Math.max(1, entry.megapixels / ((Date.now() - entry.startedAt) / 1_000));
  await studio.store.write(async (tx) => {
    await patchRow(tx, masters, masterId, { state: 'ready' });
    await tx.update(intakes).set({ state: 'in' }).where(eq(intakes.masterId, masterId));
  });
  void measuring(studio, masterId);
}

/** Takes a master out again that could not be read; the sentence why stays until somebody has seen it. */
async function refuse(studio: Studio, masterId: string, says: string): Promise<void> {
  const sha256 = await studio.store.write(async (tx) => {
    const master = await findRow(tx, masters, masterId);
    if (!master) return null;
    await tx
      .update(intakes)
      .set({ state: 'refused', says, workId: null, masterId: null })
      .where(eq(intakes.masterId, masterId));
    await removeRow(tx, masters, masterId);
    const [next] = await mastersOf(tx, master.workId);
    if (next) await patchRow(tx, masters, next.id, { current: true });
    else await removeUntouched(tx, master.workId);
    await noteInJournal(studio, tx, { act: 'refused', subject: 'master', subjectId: masterId, says });
    return master.sha256;
  });
  if (sha256 && (await sameFile(studio.db, sha256)).length === 0) await studio.objects.remove(sha256);
}

/** A work that came into being with the file, and has nothing else to it yet, goes with the file. */
async function removeUntouched(tx: Tx, workId: string) {
  const work = await findRow(tx, works, workId);
  if (!work || work.medium || work.owner) return;
  const lines = await tx.select({ act: journal.act }).from(journal).where(eq(journal.subjectId, workId));
  if (!lines.some((l) => l.act === 'recorded with file') || lines.some((l) => l.act === 'changed'))
    return;
  for (const table of [formats, proofs, editions] as const) {
    if ((await tx.select({ id: table.id }).from(table).where(eq(table.workId, workId)).limit(1)).length)
      return;
  }
  await removeRow(tx, works, workId);
}
