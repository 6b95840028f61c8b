import type { CaptureCheck, Derived } from '@/core/capture/checks';
import { BOW_SEEN, bowOf, readKeystone, type Quad } from '@/core/capture/quad';
import { readCgats, readTarget } from '@/core/colour/target';
import { InputError, RefusedError } from '@/core/errors';
import type { CopyTask } from '@/imaging/copies';
import type { Db } from '@/store/db';
import { findRows, patchRow, rowById } from '@/store/rows';
import type { Master } from '@/store/works';
import { createReadStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { defineAction, defineLongAction } from '../action';
import { startJob } from '../jobs';
import { flag, id, objectSchema, oneOf, orNull, prose, Type, wholeNumber } from '../schemas';
import { noteInJournal, type Studio } from '../studio';
import { checksOf, fileOf, keep, readyMaster, type Check } from './checks';
import { takeInMaster } from './intake';
import { readingsOf } from './measure';

const corner = objectSchema({ x: Type.Number(), y: Type.Number() });

const cornersSchema = Type.Unsafe<Quad>(Type.Tuple([corner, corner, corner, corner]));

export type CheckOf<K extends CaptureCheck['kind']> = Omit<Check, 'body'> & {
  body: Extract<CaptureCheck, { kind: K }>;
};

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

/** Reads a 24-patch target in a master at the four corners given, against a reference. */
export const checkTarget = defineLongAction({
  name: 'checkTarget',
  input: objectSchema({
    id,
    corners: cornersSchema,
    chart: Type.String({ minLength: 1, maxLength: 120 }),
    reference: prose,
  }),

  async run({ studio, input }) {
    const master = await readyMaster(studio, input.id);
    const reference = readCgats(input.reference);
    const { patches, columns } = await studio.imaging.do('patchMeans', [
      await fileOf(studio, master),
      input.corners,
    ]).done;
    const reading = readTarget(patches, reference, columns);
    const says = `Target read: mean ΔE00 ${reading.mean.toFixed(1)}, worst ${reading.worst.delta.toFixed(1)} (${reading.worst.id}); after a 3 × 3 fit ${reading.after.mean.toFixed(1)} and ${reading.after.worst.toFixed(1)}.`;
    return {
      message: says,
      id: await keep(
        studio,
        master,
        { kind: 'target', corners: input.corners, chart: input.chart, reading },
        says,
      ),
    };
  },
});

/** Reads how square a work lies in a photograph from its four corners. */
export const checkSquare = defineAction({
  name: 'checkSquare',
  input: objectSchema({ id, corners: cornersSchema, mids: orNull(cornersSchema) }),

  async run({ studio, input }) {
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
      message: says,
      id: await keep(studio, master, { kind: 'keystone', corners: input.corners, reading, bow }, says),
    };
  },
});

/** A first guess at where the corners of the work, or of a target, lie. */
export const guessCorners = defineLongAction({
  name: 'guessCorners',
  input: objectSchema({ id }),
  final: true,
  async run({ studio, input }) {
    const corners = await studio.imaging.do('guessCorners', [
      await fileOf(studio, await readyMaster(studio, input.id)),
    ]).done;
    return { message: 'A first guess: drag each corner to its place.', corners };
  },
});

/** Looks for specks over the whole of a master. */
export const lookForDust = defineAction({
  name: 'lookForDust',
  input: objectSchema({ id }),

  async run({ studio, input }) {
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
      return { message: says };
    });
    return { message: 'Looking for specks.', job };
  },
});

/** Checks one speck off, or on again. */
export const tickSpeck = defineAction({
  name: 'tickSpeck',
  input: objectSchema({ id, at: wholeNumber(0, 5_000), done: flag }),

  async run({ tx, input }) {
    const check = await rowById(tx, 'captureChecks', input.id, 'id');
    if (check.body.kind !== 'dust') throw new RefusedError('That is not a list of specks.');
    const speck = check.body.specks[input.at];
    if (!speck) throw new InputError('at', input.at, `a speck from 0 to ${check.body.specks.length - 1}`);
    const specks = check.body.specks.map((s, i) => (i === input.at ? { ...s, done: input.done } : s));
    await patchRow(tx, 'captureChecks', check.id, { body: { ...check.body, specks } });
    const left = specks.filter((s) => !s.done).length;
    return { message: left ? `${left} of ${specks.length} specks left.` : 'Every speck is dealt with.' };
  },
});

/** Makes a corrected copy of a master: a new master with its parent noted; the first stays as it came. */
export const makeCopy = defineAction({
  name: 'makeCopy',
  input: objectSchema({ id, of: oneOf('evenness', 'target', 'keystone') }),

  async run({ studio, input }) {
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
          await patchRow(tx, 'masters', taken.masterId, {
            parentId: master.id,
            derived,
            method: derived.how,
          });
          await patchRow(tx, 'captureChecks', check.id, {
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
          message: `${fileName} is a new master; ${master.fileName} stays as it came.`,
          id: taken.masterId,
        };
      } finally {
        for (const path of [out, `${out}.part`, `${scratch}.v`]) await rm(path, { force: true });
      }
    });
    return { message: 'Making the copy.', job };
  },
});

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
      await findRows(studio.db, 'captureChecks', { workId: master.workId }, { orderBy: ['-id'] })
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
