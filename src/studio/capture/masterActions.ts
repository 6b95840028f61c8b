import { RefusedError } from '@/core/errors';
import { isUntouched, isUsed, promoteNextMaster, setReadingAgain } from '@/store/masters';
import { findRows, patchRow, patchWhere, removeRow, rowById } from '@/store/rows';
import { defineAction, defineLongAction } from '../action';
import { removeUnlessNamed } from '../care/keptFiles';
import { id, line, objectSchema } from '../schemas';
import { noteInJournal, type Studio } from '../studio';
import { readingOfFile, stopReading } from './reading';

/** Makes one of a work's masters the current one. */
export const chooseMaster = defineAction({
  name: 'chooseMaster',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const master = await rowById(tx, 'masters', input.id, 'id');
    const [was] = await findRows(tx, 'masters', { workId: master.workId }).then((all) =>
      all.filter((m) => m.current),
    );
    await patchWhere(tx, 'masters', { workId: master.workId }, { current: false });
    await patchRow(tx, 'masters', master.id, { current: true });
    await noteInJournal(studio, tx, {
      act: 'chose',
      subject: 'master',
      subjectId: master.id,
      says: `${master.fileName} is the current master`,
      before: was?.id,
    });
    return { message: `${master.fileName} is the current master.` };
  },
});

/** Notes how a master was captured. */
export const noteCapture = defineAction({
  name: 'noteCapture',
  input: objectSchema({ id, method: line }),

  async run({ studio, tx, input }) {
    const master = await rowById(tx, 'masters', input.id, 'id');
    await patchRow(tx, 'masters', input.id, { method: input.method });
    await noteInJournal(studio, tx, {
      act: 'noted',
      subject: 'master',
      subjectId: input.id,
      says: `How ${master.fileName} was captured: ${input.method}`,
      before: master.method,
      after: input.method,
    });
    return { message: 'Noted.' };
  },
});

/** Stops reading a master that is on its way in, and takes it out again, because the person asks for it. */
export const cancelReading = defineLongAction({
  name: 'cancelReading',
  input: objectSchema({ id }),
  final: true,
  async run({ studio, input }) {
    const master = await rowById(studio.db, 'masters', input.id, 'id');
    if (master.state === 'ready') throw new RefusedError(`${master.fileName} has been read already.`);
    await stopReading(studio, master.sha256);
    const { workGone } = await takeOut(studio, master.id);
    // Another work may have the same file, and nobody asked to stop that.
    if (!(await removeUnlessNamed(studio, master.sha256))) {
      await studio.store.write((tx) => setReadingAgain(tx, master.sha256));
      void readingOfFile(studio, master.sha256);
    }
    const work = workGone ? ', nor is the work that came with it' : '';
    return { message: `Stopped. ${master.fileName} is not in the studio${work}.` };
  },
});

function takeOut(studio: Studio, masterId: string): Promise<{ workGone: boolean }> {
  return studio.store.write(async (tx) => {
    const master = await rowById(tx, 'masters', masterId, 'id');
    // Read to its end while it was being stopped: then it is here, and stays.
    if (master.state === 'ready') throw new RefusedError(`${master.fileName} has been read already.`);
    if (await isUsed(tx, master.id))
      throw new RefusedError(
        `${master.fileName} has preps, print files or proofs by now: it stays on record.`,
      );
    await removeRow(tx, 'masters', master.id);
    const workGone =
      !(await promoteNextMaster(tx, master.workId)) && (await isUntouched(tx, master.workId));
    if (workGone) {
      await patchWhere(tx, 'intakes', { workId: master.workId }, { workId: null });
      await removeRow(tx, 'works', master.workId);
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
export const readAgain = defineAction({
  name: 'readAgain',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const master = await rowById(tx, 'masters', input.id, 'id');
    if (master.state === 'ready') throw new RefusedError(`${master.fileName} has been read.`);
    await setReadingAgain(tx, master.sha256);
    studio.store.afterCommit(() => void readingOfFile(studio, master.sha256));
    return { message: `${master.fileName} is being read again.`, undo: null };
  },
});

/** Clears a refusal that has been seen. */
export const dismissRefusal = defineAction({
  name: 'dismissRefusal',
  input: objectSchema({ id }),

  async run({ tx, input }) {
    const intake = await rowById(tx, 'intakes', input.id, 'id');
    if (intake.state !== 'refused') throw new RefusedError('That file was not refused.');
    await removeRow(tx, 'intakes', input.id);
    return { message: 'Cleared.' };
  },
});
