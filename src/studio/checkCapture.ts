import { createReadStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { and, desc, eq } from 'drizzle-orm';
import type { CaptureCheck, Derived } from '@/core/capture/checks';
import { readEvenness } from '@/core/capture/evenness';
import { BOW_SEEN, bowOf, readKeystone, type Quad } from '@/core/capture/quad';
import { findJoint } from '@/core/capture/stitch';
import { readCgats, readTarget } from '@/core/colour/target';
import { InputError, RefusedError } from '@/core/errors';
import type { CopyTask } from '@/imaging/copies';
import type { Received } from '@/imaging/objects';
import type { Db, Tx } from '@/store/db';
import { insertRow, patchRow, rowById } from '@/store/rows';
import { captureChecks, masters } from '@/store/schema';
import type { Master } from '@/store/works';
import { act } from './act';
import { startJob } from './jobs';
import { readingsOf } from './measureMaster';
import { count, flag, id, just, orNull, prose } from './schemas';
import { notYetRead } from './notYetRead';
import { noteInJournal, type Studio } from './studio';
import { takeInMaster } from './takeInMaster';

const corner = just({ x: { type: 'number' }, y: { type: 'number' } });
const cornersSchema = { type: 'array', items: corner, minItems: 4, maxItems: 4 };

export type Check = typeof captureChecks.$inferSelect;
export type CheckOf<K extends CaptureCheck['kind']> = Omit<Check, 'body'> & {
  body: Extract<CaptureCheck, { kind: K }>;
};

/** The latest check of each kind of a master. */
export async function checksOf(db: Db, masterId: string): Promise<Check[]> {
  const all = await db
    .select()
    .from(captureChecks)
    .where(eq(captureChecks.masterId, masterId))
    .orderBy(desc(captureChecks.id));
  return all.filter((c, i) => all.findIndex((x) => x.body.kind === c.body.kind) === i);
}

async function latest<K extends CaptureCheck['kind']>(
  db: Db,
  masterId: string,
  kind: K,
  how: string,
): Promise<CheckOf<K>> {
  const found = (await checksOf(db, masterId)).find((c) => c.body.kind === kind);
  if (!found) throw new RefusedError(how);
  return found as CheckOf<K>;
}

async function keep(studio: Studio, master: Master, body: CaptureCheck, says: string): Promise<string> {
  const checkId = studio.newId();
  await studio.store.write(async (tx) => {
    await insertRow(tx, captureChecks, {
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

const readyMaster = async (studio: Studio, masterId: string) => {
  const master = await rowById(studio.db, masters, masterId, 'id');
  if (master.state !== 'ready') throw new RefusedError(notYetRead(master));
  return master;
};
const fileOf = (studio: Studio, m: Pick<Master, 'sha256' | 'fileName'>): Promise<string> =>
  studio.objects.soundPath(m.sha256, m.fileName);

/** Reads evenness from a frame of blank board that was just received; the frame itself is not kept, its light map is. */
export async function checkEvenness(
  studio: Studio,
  masterId: string,
  board: Received,
): Promise<{ says: string; id: string }> {
  const master = await readyMaster(studio, masterId);
  const grid = await studio.imaging.do('lightGrid', [board.path]).done;
  const reading = readEvenness(grid);
  return {
    says: reading.says,
    id: await keep(studio, master, { kind: 'evenness', reading, grid }, reading.says),
  };
}

/** Finds how a second tile, just received, joins a master; the tile itself is not kept. */
export async function checkJoint(
  studio: Studio,
  masterId: string,
  beside: Received,
  besideName: string,
): Promise<{ says: string; id: string }> {
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
    says: reading.says,
    id: await keep(studio, master, { kind: 'joint', besideName, reading }, reading.says),
  };
}

/** Reads a 24-patch target in a master at the four corners given, against a reference. */
export const checkTarget = act<{ id: string; corners: Quad; chart: string; reference: string }>(
  just({
    id,
    corners: cornersSchema,
    chart: { type: 'string', minLength: 1, maxLength: 120 },
    reference: prose,
  }),
  async (studio, input) => {
    const master = await readyMaster(studio, input.id);
    const reference = readCgats(input.reference);
    const { patches, columns } = await studio.imaging.do('patchMeans', [
      await fileOf(studio, master),
      input.corners,
    ]).done;
    const reading = readTarget(patches, reference, columns);
    const says = `Target read: mean ΔE00 ${reading.mean.toFixed(1)}, worst ${reading.worst.delta.toFixed(1)} (${reading.worst.id}); after a 3 × 3 fit ${reading.after.mean.toFixed(1)} and ${reading.after.worst.toFixed(1)}.`;
    return {
      says,
      id: await keep(
        studio,
        master,
        { kind: 'target', corners: input.corners, chart: input.chart, reading },
        says,
      ),
    };
  },
  { long: true },
);

/** Reads how square a work lies in a photograph from its four corners. */
export const checkSquare = act<{ id: string; corners: Quad; mids: Quad | null }>(
  just({ id, corners: cornersSchema, mids: orNull(cornersSchema) }),
  async (studio, input) => {
    const master = await readyMaster(studio, input.id);
    const turned = master.orientation >= 5;
    const frame = {
      width: turned ? master.heightPx : master.widthPx,
      height: turned ? master.widthPx : master.heightPx,
    };
    for (const [i, c] of input.corners.entries())
      if (c.x < 0 || c.y < 0 || c.x > frame.width || c.y > frame.height)
        throw new InputError(
          `corners[${i}]`,
          c,
          `a place inside the picture of ${frame.width} × ${frame.height} px`,
        );
    const reading = readKeystone(input.corners, frame);
    const bow = input.mids ? bowOf(input.corners, input.mids) : null;
    const bowed =
      bow === null
        ? ''
        : Math.abs(bow) > BOW_SEEN
          ? ` Its edges bow ${bow > 0 ? 'outward' : 'inward'} by ${(100 * Math.abs(bow)).toFixed(1)} % of their length: stand further off with a longer lens.`
          : ` Its edges are straight to ${(100 * Math.abs(bow)).toFixed(1)} %.`;
    const says = reading.says + bowed;
    return {
      says,
      id: await keep(studio, master, { kind: 'keystone', corners: input.corners, reading, bow }, says),
    };
  },
);

/** A first guess at where the corners of the work, or of a target, lie. */
export const guessCorners = act<{ id: string }>(
  just({ id }),
  async (studio, input) => {
    const corners = await studio.imaging.do('guessCorners', [
      await fileOf(studio, await readyMaster(studio, input.id)),
    ]).done;
    return { says: 'A first guess: drag each corner to its place.', more: { corners } };
  },
  { long: true, final: true },
);

/** Looks for specks over the whole of a master. */
export const lookForDust = act<{ id: string }>(just({ id }), async (studio, input) => {
  const master = await readyMaster(studio, input.id);
  const noise = (await readingsOf(studio.db, master.id))?.detail?.noise ?? 1;
  const job = startJob(studio, async (follow) => {
    const scratch = await studio.objects.passing();
    const path = await fileOf(studio, master);
    const { specks, total } = await follow((onStep) =>
      studio.imaging.do('findDust', [path, scratch, noise], onStep),
    ).finally(() => rm(`${scratch}.v`, { force: true }));
    const says = total
      ? `${total} specks that do not belong${total > specks.length ? `; the ${specks.length} largest are listed, clean the glass and scan again` : ''}.`
      : 'No speck found.';
    await keep(
      studio,
      master,
      { kind: 'dust', specks: specks.map((s) => ({ ...s, done: false })), total },
      says,
    );
    return { says };
  });
  return { says: 'Looking for specks.', more: { job } };
});

/** Checks one speck off, or on again. */
export const tickSpeck = act<{ id: string; at: number; done: boolean }>(
  just({ id, at: count(0, 5_000), done: flag }),
  (studio, input) =>
    studio.store.write(async (tx) => {
      const check = await rowById(tx, captureChecks, input.id, 'id');
      if (check.body.kind !== 'dust') throw new RefusedError('That is not a list of specks.');
      const speck = check.body.specks[input.at];
      if (!speck)
        throw new InputError('at', input.at, `a speck from 0 to ${check.body.specks.length - 1}`);
      const specks = check.body.specks.map((s, i) => (i === input.at ? { ...s, done: input.done } : s));
      await patchRow(tx, captureChecks, check.id, { body: { ...check.body, specks } });
      const left = specks.filter((s) => !s.done).length;
      return {
        says: left ? `${left} of ${specks.length} specks left.` : 'Every speck is dealt with.',
        undo: { act: 'tickSpeck', input: { ...input, done: !input.done } },
      };
    }),
);

/** Makes a corrected copy of a master: a new master with its parent noted; the first stays as it came. */
export const makeCopy = act<{ id: string; of: 'evenness' | 'target' | 'keystone' }>(
  just({ id, of: { enum: ['evenness', 'target', 'keystone'] } }),
  async (studio, input) => {
    const master = await readyMaster(studio, input.id);
    const { task, derived, suffix, check } = await copyFor(studio, master, input.of);
    const job = startJob(studio, async (follow, progress) => {
      const [out, scratch] = [await studio.objects.passing(), await studio.objects.passing()];
      try {
        const path = await fileOf(studio, master);
        await follow((onStep) =>
          studio.imaging.do('copy', [{ master: path, scratch, out, task }], onStep),
        );
        progress('taking it in', 0.99);
        const fileName = `${master.fileName.replace(/\.[a-z0-9]+$/i, '')}_${suffix}.tif`;
        const taken = await takeInMaster(studio, createReadStream(out), {
          fileName,
          workId: master.workId,
        });
        await studio.store.write(async (tx) => {
          await patchRow(tx, masters, taken.masterId, {
            parentId: master.id,
            derived,
            method: derived.how,
          });
          await patchRow(tx, captureChecks, check.id, {
            body: { ...check.body, madeMasterId: taken.masterId } as CaptureCheck,
          });
          await noteInJournal(studio, tx, {
            act: 'made',
            subject: 'master',
            subjectId: taken.masterId,
            says: `Made ${fileName} from ${master.fileName}: ${derived.how}`,
          });
        });
        return {
          says: `${fileName} is a new master; ${master.fileName} stays as it came.`,
          id: taken.masterId,
        };
      } finally {
        for (const path of [out, `${out}.part`, `${scratch}.v`]) await rm(path, { force: true });
      }
    });
    return { says: 'Making the copy.', more: { job } };
  },
);

async function copyFor(
  studio: Studio,
  master: Master,
  of: 'evenness' | 'target' | 'keystone',
): Promise<{ task: CopyTask; derived: Derived; suffix: string; check: Check }> {
  if (of === 'evenness') {
    const check = await latest(
      studio.db,
      master.id,
      'evenness',
      'Bring in a frame of blank board first.',
    );
    if (check.body.reading.verdict === 'fails') throw new RefusedError(check.body.reading.says);
    return {
      check,
      task: { kind: 'even', grid: check.body.grid },
      suffix: 'even',
      derived: {
        how: 'evenness corrected',
        says: `Evenness corrected from ${master.fileName}: the worst corner lay ${Math.abs(check.body.reading.worst).toFixed(2)} stops off.`,
      },
    };
  }
  if (of === 'target') {
    // The target may stand in a frame of its own, taken in the same light.
    const [check] = (
      await studio.db
        .select()
        .from(captureChecks)
        .where(eq(captureChecks.workId, master.workId))
        .orderBy(desc(captureChecks.id))
    ).filter((c): c is CheckOf<'target'> => c.body.kind === 'target');
    if (!check)
      throw new RefusedError(
        'Read the target first, in this capture or in another of this work taken in the same light.',
      );
    return {
      check,
      task: { kind: 'fit', matrix: check.body.reading.fit },
      suffix: 'fitted',
      derived: {
        how: 'colours fitted to a target',
        says: `Colours fitted to ${check.body.chart} from ${master.fileName}: mean ΔE00 ${check.body.reading.mean.toFixed(1)} → ${check.body.reading.after.mean.toFixed(1)}.`,
      },
    };
  }
  const check = await latest(studio.db, master.id, 'keystone', 'Set the four corners of the work first.');
  return {
    check,
    task: { kind: 'square', corners: check.body.corners, to: check.body.reading.squared },
    suffix: 'squared',
    derived: {
      how: 'squared',
      says: `Squared from ${master.fileName}: the camera was ${check.body.reading.tilt.toFixed(1)}° off.`,
    },
  };
}

/** The dust list of a master that a prep is saved with, in a few words; null where none was made. */
export async function dustInWords(db: Db | Tx, masterId: string): Promise<string | null> {
  const [row] = await db
    .select()
    .from(captureChecks)
    .where(and(eq(captureChecks.masterId, masterId)))
    .orderBy(desc(captureChecks.id))
    .then((all) => all.filter((c) => c.body.kind === 'dust'));
  if (row?.body.kind !== 'dust') return null;
  return `Clean: ${row.body.specks.filter((s) => s.done).length} of ${row.body.specks.length} specks dealt with`;
}
