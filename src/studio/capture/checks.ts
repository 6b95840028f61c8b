import type { CaptureCheck } from '@/core/capture/checks';
import { readEvenness } from '@/core/capture/evenness';
import { findJoint } from '@/core/capture/stitch';
import { RefusedError } from '@/core/errors';
import type { Received } from '@/imaging/objects';
import type { Db, Tx } from '@/store/db';
import { findRows, insertRow, rowById, type Row } from '@/store/rows';
import type { Master } from '@/store/works';
import { noteInJournal, type Studio } from '../studio';
import { notYetRead } from './notYetRead';
export type Check = Row<'captureChecks'>;

/** The latest check of each kind of a master. */
export async function checksOf(db: Db, masterId: string): Promise<Check[]> {
  const all = await findRows(db, 'captureChecks', { masterId }, { orderBy: ['-id'] });
  return all.filter((c, i) => all.findIndex((x) => x.body.kind === c.body.kind) === i);
}

export async function keep(
  studio: Studio,
  master: Master,
  body: CaptureCheck,
  says: string,
): Promise<string> {
  const checkId = studio.newId();
  await studio.store.write(async (tx) => {
    await insertRow(tx, 'captureChecks', {
      id: checkId,
      workId: master.workId,
      masterId: master.id,
      at: studio.now(),
      body,
    });
    await noteInJournal(studio, tx, {
      act: 'checked',
      subject: 'master',
      subjectId: master.id,
      says: `${master.fileName}: ${says}`,
    });
  });
  return checkId;
}

export const readyMaster = async (studio: Studio, masterId: string) => {
  const master = await rowById(studio.db, 'masters', masterId, 'id');
  if (master.state !== 'ready') throw new RefusedError(notYetRead(master));
  return master;
};
export const fileOf = (studio: Studio, m: Pick<Master, 'sha256' | 'fileName'>): Promise<string> =>
  studio.objects.soundPath(m.sha256, m.fileName);

/** Reads evenness from a frame of blank board that was just received; the frame itself is not kept, its light map is. */
export async function checkEvenness(
  studio: Studio,
  masterId: string,
  board: Received,
): Promise<{ message: string; id: string }> {
  const master = await readyMaster(studio, masterId);
  const grid = await studio.imaging.do('lightGrid', [board.path]).done;
  const reading = readEvenness(grid);
  return {
    message: reading.says,
    id: await keep(studio, master, { kind: 'evenness', reading, grid }, reading.says),
  };
}

/** Finds how a second tile, just received, joins a master; the tile itself is not kept. */
export async function checkJoint(
  studio: Studio,
  masterId: string,
  beside: Received,
  besideName: string,
): Promise<{ message: string; id: string }> {
  const master = await readyMaster(studio, masterId);
  const [a, b] = await Promise.all([
    studio.imaging.do('smallGrey', [await fileOf(studio, master)]).done,
    studio.imaging.do('smallGrey', [beside.path]).done,
  ]);
  if (Math.abs(a.scale / b.scale - 1) > 0.02)
    throw new RefusedError(
      `The two tiles differ in size: one small pixel stands for ${a.scale.toFixed(1)} px of the first and ${b.scale.toFixed(1)} px of the second. Scan both at the same ppi over the same bed.`,
    );
  const reading = findJoint(a, b, a.scale);
  return {
    message: reading.says,
    id: await keep(studio, master, { kind: 'joint', besideName, reading }, reading.says),
  };
}

/** The dust list of a master that a prep is saved with, in a few words; null where none was made. */
export async function dustInWords(db: Db | Tx, masterId: string): Promise<string | null> {
  const [row] = await findRows(db, 'captureChecks', { masterId }, { orderBy: ['-id'] }).then((all) =>
    all.filter((c) => c.body.kind === 'dust'),
  );
  if (row?.body.kind !== 'dust') return null;
  return `Clean: ${row.body.specks.filter((s) => s.done).length} of ${row.body.specks.length} specks dealt with`;
}
