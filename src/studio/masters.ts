import { eq } from 'drizzle-orm';
import { RefusedError } from '@/core/errors';
import { patchRow, removeRow, rowById } from '@/store/rows';
import { intakes, masters } from '@/store/schema';
import { act } from './act';
import { stopReading } from './readMaster';
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

/** Stops reading a master that is on its way in; the file goes too. */
export const cancelReading = act<{ id: string }>(just({ id }), async (studio, input) => {
  const master = await rowById(studio.db, masters, input.id, 'id');
  if (master.state === 'ready') throw new RefusedError(`${master.fileName} has been read already.`);
  await stopReading(input.id);
  return { says: `Stopped. ${master.fileName} is not in the studio.` };
});

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
    .do('tileProfile', [studio.objects.pathOf(master.sha256), said])
    .done.then((b64) => new Uint8Array(Buffer.from(b64, 'base64')));
}
