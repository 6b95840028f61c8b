import { daysEarlier } from '@/core/measure/day';
import { RefusedError } from '@/core/errors';
import { forgetActsBefore } from '@/store/acts';
import { allNamings } from '@/store/hashes';
import { hashOfMaster, mastersByHash, setReadingOver, stillReading } from '@/store/masters';
import { findRows, patchWhere, removeRow } from '@/store/rows';
import { receivingIntakes } from '@/store/works';
import { UNDO_DAYS } from '../history/undo';
import { noteInJournal, type Running, type Studio } from '../studio';
import { fillLikenesses, likenessOfFile } from './likeness';
import { measuring, resumeMeasuring } from './measure';

export type ReadingState = { step: string; startedAt: number; megapixels: number };

/** Megapixels to the second, to say how long a reading takes before one has been timed. */
const FIRST_PACE = 15;
/** A file that nothing names any more is kept as long as an act that let go of it can be taken back, and a day. */
const REFUSALS_KEPT_DAYS = 90;
const UNNAMED_DAYS = UNDO_DAYS + 1;

/** What is being done to a file now, and about how many seconds are left; null when nothing is. */
export function readingOf(
  studio: Studio,
  sha256: string,
): (ReadingState & { secondsLeft: number }) | null {
  const running = studio.readings.get(sha256);
  if (!running) return null;
  const { step, startedAt, megapixels } = running;
  const secondsLeft = Math.max(1, Math.round(megapixels / FIRST_PACE - (Date.now() - startedAt) / 1_000));
  return { step, startedAt, megapixels, secondsLeft };
}

/** Stops the reading of a file, and waits until it has stopped. */
export async function stopReading(studio: Studio, sha256: string): Promise<void> {
  const running = studio.readings.get(sha256);
  if (!running) return;
  running.stopped = true;
  running.cancel();
  await running.done;
}

/**
 * Reads a file beside everything else: makes what the interface shows of it. However many masters share the file, and however
 * often it is asked, it is read once. Nothing is ever removed here: what fails is written down with its cause.
 */
export function reading(studio: Studio, masterId: string): Promise<void> {
  return hashOfMaster(studio.db, masterId).then((master) =>
    master ? readingOfFile(studio, master.sha256) : undefined,
  );
}

export function readingOfFile(studio: Studio, sha256: string): Promise<void> {
  const already = studio.readings.get(sha256);
  if (already) return already.done;
  const running: Running = {
    step: 'waiting',
    startedAt: Date.now(),
    megapixels: 0,
    stopped: false,
    cancel: () => {},
    done: Promise.resolve(),
  };
  studio.readings.set(sha256, running);
  running.done = read(studio, sha256, running).finally(() => studio.readings.delete(sha256));
  return running.done;
}

async function read(studio: Studio, sha256: string, running: Running): Promise<void> {
  const masters = await mastersByHash(studio.db, sha256);
  const [first] = masters;
  if (!first) return;
  running.megapixels = (first.widthPx * first.heightPx) / 1e6;
  try {
    if (!(await studio.objects.hasDerived(sha256)))
      await deriveFrom(studio, sha256, first.fileName, running);
  } catch (error) {
    if (studio.closed) return;
    await over(studio, sha256, whyNot(error, first.fileName));
    return;
  }
  if (studio.closed) return;
  const likeness = await likenessOfFile(studio, sha256).catch(() => '');
  if (studio.closed) return;
  await over(studio, sha256, '', likeness);
  for (const { id } of await mastersByHash(studio.db, sha256)) void measuring(studio, id);
}

async function deriveFrom(
  studio: Studio,
  sha256: string,
  fileName: string,
  running: Running,
): Promise<void> {
  const path = await studio.objects.soundPath(sha256, fileName);
  if (running.stopped) throw new RefusedError('Stopped before the picture was read.');
  const into = studio.objects.derivedDir(sha256);
  const task = studio.imaging.derive(path, into, fileName, (step) => {
    running.step = step;
  });
  running.cancel = task.cancel;
  await task.done;
}

/** The true cause, for the person: the file, the reader or the disk. */
function whyNot(error: unknown, fileName: string): string {
  if (error instanceof RefusedError) return error.message;
  console.error(error);
  return `“${fileName}” could not be read, and not through a fault of its own. The server’s own log has the details.`;
}

/** Writes down how a reading ended for every master of the file. */
async function over(studio: Studio, sha256: string, trouble: string, likeness = ''): Promise<void> {
  await studio.store.write(async (tx) => {
    if (likeness) await patchWhere(tx, 'masters', { sha256 }, { likeness });
    for (const master of await setReadingOver(tx, sha256, trouble)) {
      if (trouble)
        await noteInJournal(studio, tx, {
          act: 'not read',
          subject: 'master',
          subjectId: master.id,
          says: `${master.fileName} was not read. ${trouble}`,
        });
    }
  });
}

/** Makes what is missing of a file that was read before, when somebody asks for it. */
export async function deriveAgain(studio: Studio, sha256: string): Promise<boolean> {
  const [photograph] = await findRows(studio.db, 'photographs', { sha256 }, { limit: 1 });
  if (photograph) return derivePhotograph(studio, photograph);
  const [wall] = await findRows(studio.db, 'buyerWalls', { sha256 }, { limit: 1 });
  if (wall) return derivePhotograph(studio, wall);
  const [kept] = await findRows(studio.db, 'evidence', { sha256 }, { limit: 1 });
  if (kept) return derivePhotograph(studio, kept);
  if (!(await mastersByHash(studio.db, sha256)).some((m) => m.state === 'ready')) return false;
  await readingOfFile(studio, sha256);
  return studio.objects.hasDerived(sha256);
}

/** Photographs are shown whole and small, as captures are. */
async function derivePhotograph(
  studio: Studio,
  { sha256, fileName }: { sha256: string; fileName: string },
): Promise<boolean> {
  const path = await studio.objects.soundPath(sha256, fileName);
  await studio.imaging.derive(path, studio.objects.derivedDir(sha256), fileName).done;
  return true;
}

/**
 * At the start of the one server of a folder: clears away what never came in whole, sweeps files that nothing names, takes up
 * unfinished readings. What was answered is never removed here.
 *
 * @returns the hashes of the files that were swept away
 */
export async function resumeIntakes(studio: Studio): Promise<string[]> {
  await studio.objects.sweep();
  for (const intake of await receivingIntakes(studio.db)) {
    await studio.store.write((tx) => removeRow(tx, 'intakes', intake.id));
  }
  const swept = await sweepUnnamed(studio);
  const forgetBefore = daysEarlier(studio.now(), REFUSALS_KEPT_DAYS);
  await studio.store.write((tx) => forgetActsBefore(tx, forgetBefore));
  for (const sha256 of await stillReading(studio.db)) void readingOfFile(studio, sha256);
  void resumeMeasuring(studio).then(() => fillLikenesses(studio));
  return swept;
}

/** Removes files that nothing has named for longer than anything can be taken back, and lists them in the journal. */
async function sweepUnnamed(studio: Studio): Promise<string[]> {
  const named = new Set((await allNamings(studio.db)).map((n) => n.sha256));
  const swept: string[] = [];
  const youngest = Date.now() - UNNAMED_DAYS * 86_400_000;
  for await (const sha256 of studio.objects.all()) {
    if (named.has(sha256) || !/^[0-9a-f]{64}$/.test(sha256)) continue;
    if ((await studio.objects.keptSince(sha256)) > youngest) continue;
    await studio.objects.remove(sha256);
    swept.push(sha256);
  }
  if (swept.length)
    await studio.store.write((tx) =>
      noteInJournal(studio, tx, {
        act: 'swept',
        subject: 'studio',
        subjectId: 'files',
        says: `Swept away ${swept.length === 1 ? 'a file' : `${swept.length} files`} that nothing has named for ${UNNAMED_DAYS} days`,
        after: swept,
      }),
    );
  return swept;
}
