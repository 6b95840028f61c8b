import { eq } from 'drizzle-orm';
import { RefusedError } from '@/core/errors';
import { patchRow, removeRow, rowById } from '@/store/rows';
import { isUntouched, isUsed, promoteNextMaster, setReadingAgain } from '@/store/masters';
import { intakes, masters, works } from '@/store/schema';
import { act } from './act';
import { removeUnlessNamed } from './keptFiles';
import { readingOfFile, stopReading } from './readMaster';
import { id, just, line } from './schemas';
import type { Master } from '@/store/works';
import { noteInJournal, type Studio } from './studio';

/** Makes one of a work's masters the current one. */
export const chooseMaster = act<{ id: string }>(just({ id }), (studio, input) =>
  studio.store.write(async (tx) => {
    const master = await rowById(tx, masters, input.id, 'id');
    const [was] = await tx
      .select()
      .from(masters)
      .where(eq(masters.workId, master.workId))
      .then((all) => all.filter((m) => m.current));
    await tx.update(masters).set({ current: false }).where(eq(masters.workId, master.workId));
    await patchRow(tx, masters, master.id, { current: true });
    await noteInJournal(studio, tx, {
      act: 'chose',
      subject: 'master',
      subjectId: master.id,
      says: `${master.fileName} is the current master`,
      before: was?.id,
    });
    return {
      says: `${master.fileName} is the current master.`,
      ...(was && was.id !== master.id && { undo: { act: 'chooseMaster', input: { id: was.id } } }),
    };
  }),
);

/** Notes how a master was captured. */
export const noteCapture = act<{ id: string; method: string }>(
  just({ id, method: line }),
  (studio, input) =>
    studio.store.write(async (tx) => {
      const master = await rowById(tx, masters, input.id, 'id');
      await patchRow(tx, masters, input.id, { method: input.method });
      await noteInJournal(studio, tx, {
        act: 'noted',
        subject: 'master',
        subjectId: input.id,
        says: `How ${master.fileName} was captured: ${input.method}`,
        before: master.method,
        after: input.method,
      });
      return {
        says: 'Noted.',
        undo: { act: 'noteCapture', input: { id: input.id, method: master.method } },
      };
    }),
);

/** Stops reading a master that is on its way in, and takes it out again, because the person asks for it. */
export const cancelReading = act<{ id: string }>(
  just({ id }),
  async (studio, input) => {
    const master = await rowById(studio.db, masters, input.id, 'id');
    if (master.state === 'ready') throw new RefusedError(`${master.fileName} has been read already.`);
    await stopReading(studio, master.sha256);
    const { workGone } = await takeOut(studio, master.id);
    // Another work may have the same file, and nobody asked to stop that.
    if (!(await removeUnlessNamed(studio, master.sha256))) {
      await studio.store.write((tx) => setReadingAgain(tx, master.sha256));
      void readingOfFile(studio, master.sha256);
    }
    const work = workGone ? ', nor is the work that came with it' : '';
    return { says: `Stopped. ${master.fileName} is not in the studio${work}.` };
  },
  { long: true, final: true },
);

function takeOut(studio: Studio, masterId: string): Promise<{ workGone: boolean }> {
  return studio.store.write(async (tx) => {
    const master = await rowById(tx, masters, masterId, 'id');
    // Read to its end while it was being stopped: then it is here, and stays.
    if (master.state === 'ready') throw new RefusedError(`${master.fileName} has been read already.`);
    if (await isUsed(tx, master.id))
      throw new RefusedError(
        `${master.fileName} has preps, print files or proofs by now: it stays on record.`,
      );
    await removeRow(tx, masters, master.id);
    const workGone =
      !(await promoteNextMaster(tx, master.workId)) && (await isUntouched(tx, master.workId));
    if (workGone) {
      await tx.update(intakes).set({ workId: null }).where(eq(intakes.workId, master.workId));
      await removeRow(tx, works, master.workId);
    }
    await noteInJournal(studio, tx, {
      act: 'removed',
      subject: 'master',
      subjectId: master.id,
      says: `Took ${master.fileName} out again; it had not been read`,
      before: { sha256: master.sha256, trouble: master.trouble },
    });
    return { workGone };
  });
}

/** Reads a capture again that could not be read, once what stood in the way is gone. */
export const readAgain = act<{ id: string }>(just({ id }), (studio, input) =>
  studio.store.write(async (tx) => {
    const master = await rowById(tx, masters, input.id, 'id');
    if (master.state === 'ready') throw new RefusedError(`${master.fileName} has been read.`);
    await setReadingAgain(tx, master.sha256);
    studio.store.afterCommit(() => void readingOfFile(studio, master.sha256));
    return { says: `${master.fileName} is being read again.`, undo: null };
  }),
);

/** Clears a refusal that has been seen. */
export const dismissRefusal = act<{ id: string }>(just({ id }), (studio, input) =>
  studio.store.write(async (tx) => {
    const intake = await rowById(tx, intakes, input.id, 'id');
    if (intake.state !== 'refused') throw new RefusedError('That file was not refused.');
    await removeRow(tx, intakes, input.id);
    return { says: 'Cleared.' };
  }),
);

/** What the numbers in a master's tiles mean: its own profile where it has one of RGB; where it has none, what it is said to be. */
export async function profileOfTiles(
  studio: Studio,
  master: Master,
  said: 'sRGB' | 'opRGB',
): Promise<Uint8Array> {
  return studio.imaging
    .do('tileProfile', [await studio.objects.soundPath(master.sha256, master.fileName), said])
    .done.then((b64) => new Uint8Array(Buffer.from(b64, 'base64')));
}
