import { bordersOf, imageOf, sheetOf } from '@/core/crop/border';
import { InputError } from '@/core/errors';
import { parseLength, parseSize, type UnitSystem } from '@/core/measure';
import { cutBars } from '@/core/mounting/bars';
import { matCheck } from '@/core/mounting/mat';
import { mounting, type MountPlan } from '@/core/mounting/mount';
import { wrapCanvas } from '@/core/mounting/wrap';
import type { Db } from '@/store/db';
import { findRows, insertRow, patchRow, removeRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import { day, flag, id, lengthInput, name, objectSchema, orNull, prose } from '../schemas';
import { noteInJournal } from '../studio';
import { mountInput, panelsOf, readLengthList, wrapOf, type MountInput } from './mounts';

/** Records someone who cuts, with the tolerances they say they keep and the day they said so. */
export const recordCutter = defineAction({
  name: 'recordCutter',
  input: objectSchema({
    id: orNull(id),
    name,
    sheet: lengthInput,
    image: lengthInput,
    window: lengthInput,
    placing: lengthInput,
    readOn: day,
    notes: prose,
  }),

  async run({ studio, tx, input }) {
    const { unit } = await studio.settings();
    const um = (field: 'sheet' | 'image' | 'window' | 'placing') => {
      const v = parseLength(input[field], unit, field);
      if (v > 20_000) throw new InputError(field, input[field], 'a tolerance of at most 20 mm');
      return v;
    };
    const row = {
      name: input.name.trim(),
      toleranceSheetUm: um('sheet'),
      toleranceImageUm: um('image'),
      toleranceWindowUm: um('window'),
      placingUm: um('placing'),
      readOn: input.readOn,
      notes: input.notes,
    };

    const before = input.id ? await rowById(tx, 'cutters', input.id, 'id') : undefined;
    const rowId = input.id ?? studio.newId();
    if (input.id) await patchRow(tx, 'cutters', input.id, row);
    else await insertRow(tx, 'cutters', { id: rowId, ...row });
    await noteInJournal(studio, tx, {
      act: input.id ? 'changed' : 'recorded',
      subject: 'cutter',
      subjectId: rowId,
      says: `${input.id ? 'Changed' : 'Recorded'} ${row.name} and the tolerances they keep`,
      before,
      after: row,
    });
    return { message: `${row.name} is recorded.`, id: rowId };
  },
});

export const putAwayCutter = defineAction({
  name: 'putAwayCutter',
  input: objectSchema({ id, away: flag }),

  async run({ studio, tx, input }) {
    const cutter = await rowById(tx, 'cutters', input.id, 'id');
    await patchRow(tx, 'cutters', input.id, { archivedAt: input.away ? studio.now() : null });
    await noteInJournal(studio, tx, {
      act: input.away ? 'put away' : 'brought back',
      subject: 'cutter',
      subjectId: input.id,
      says: `${cutter.name} ${input.away ? 'put away' : 'brought back'}`,
    });
    return { message: `${cutter.name} is ${input.away ? 'put away' : 'back'}.` };
  },
});

/** Keeps how a size is matted, framed, floated or wrapped. What cannot be cut is refused with the field and what would do. */
export const keepMount = defineAction({
  name: 'keepMount',
  input: mountInput,

  async run({ studio, tx, input }) {
    const { unit } = await studio.settings();
    const format = await rowById(studio.db, 'formats', input.formatId, 'formatId');
    const plan = await planOf(studio.db, input, unit);
    const image = imageOf(format),
      sheet = sheetOf(image, bordersOf(format));
    if (plan.kind === 'wrap') {
      for (const p of panelsOf(plan, image)) {
        const wrap = wrapCanvas(wrapOf(plan, p.face));
        cutBars({
          stockLength: plan.stockLength,
          otherLengths: plan.otherLengths,
          offcuts: plan.offcuts,
          kerf: plan.kerf,
          cuts: [...wrap.bars, ...wrap.braces.filter((b) => b.length > 0)],
        });
      }
    } else {
      if (plan.kind === 'mat')
        matCheck({
          sheet,
          image,
          window: plan.window,
          tolerance: plan.tolerance,
          minimumHold: plan.minimumHold,
        });
      mounting(plan, sheet, image, unit);
    }

    const [was] = await findRows(tx, 'mounts', { formatId: format.id, kind: plan.kind });
    const rowId = was?.id ?? studio.newId();
    if (was) await patchRow(tx, 'mounts', was.id, { plan, changedAt: studio.now() });
    else
      await insertRow(tx, 'mounts', {
        id: rowId,
        workId: format.workId,
        formatId: format.id,
        kind: plan.kind,
        plan,
        changedAt: studio.now(),
      });
    const what = { mat: 'mat', float: 'float', frame: 'frame', wrap: 'wrap' }[plan.kind];
    await noteInJournal(studio, tx, {
      act: was ? 'changed' : 'planned',
      subject: 'format',
      subjectId: format.id,
      says: `${was ? 'Changed' : 'Planned'} the ${what} of ${format.name}`,
      before: was?.plan,
      after: plan,
    });
    return { message: `The ${what} of ${format.name} is kept.`, id: rowId };
  },
});

async function planOf(db: Db, q: MountInput, unit: UnitSystem): Promise<MountPlan> {
  const um = <K extends string>(from: Record<K, string | number>, key: K) =>
    parseLength(from[key], unit, key);
  switch (q.kind) {
    case 'mat': {
      const cutter = q.cutterId ? await rowById(db, 'cutters', q.cutterId, 'cutterId') : null;
      const tolerance = cutter
        ? {
            sheet: cutter.toleranceSheetUm,
            image: cutter.toleranceImageUm,
            window: cutter.toleranceWindowUm,
            placing: cutter.placingUm,
          }
        : { sheet: 1_000, image: 1_000, window: 1_000, placing: 1_000 };
      return {
        kind: 'mat',
        cutterId: q.cutterId,
        tolerance,
        minimumHold: um(q, 'minimumHold'),
        window: parseSize(q.window, unit, 'window'),
        side: um(q, 'side'),
        bottom: um(q, 'bottom'),
        board: um(q, 'board'),
        glazing: um(q, 'glazing'),
        backing: um(q, 'backing'),
        print: um(q, 'print'),
        frameLip: um(q, 'frameLip'),
      };
    }
    case 'float':
      return {
        kind: 'float',
        gap: um(q, 'gap'),
        spacer: um(q, 'spacer'),
        glazing: um(q, 'glazing'),
        backing: um(q, 'backing'),
        print: um(q, 'print'),
      };
    case 'frame':
      return {
        kind: 'frame',
        frameLip: um(q, 'frameLip'),
        spacer: um(q, 'spacer'),
        glazing: um(q, 'glazing'),
        backing: um(q, 'backing'),
        print: um(q, 'print'),
      };
    case 'wrap':
      return {
        kind: 'wrap',
        depth: um(q, 'depth'),
        foldOver: um(q, 'foldOver'),
        edge: q.edge,
        maxUnbraced: um(q, 'maxUnbraced'),
        barWidth: um(q, 'barWidth'),
        stockLength: um(q, 'stockLength'),
        otherLengths: readLengthList(q.otherLengths, unit, 'otherLengths'),
        offcuts: readLengthList(q.offcuts, unit, 'offcuts'),
        kerf: um(q, 'kerf'),
        coats: q.coats,
        mlPerM2: q.mlPerM2,
        panels: { columns: q.columns, rows: q.rows, gap: um(q, 'gap'), across: q.across },
      };
  }
}

/** Takes a plan off again; the journal keeps it. */
export const dropMount = defineAction({
  name: 'dropMount',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const mount = await rowById(tx, 'mounts', input.id, 'id');
    await removeRow(tx, 'mounts', mount.id);
    await noteInJournal(studio, tx, {
      act: 'dropped',
      subject: 'format',
      subjectId: mount.formatId,
      says: `Dropped the ${mount.kind}`,
      before: mount.plan,
    });
    return { message: `The ${mount.kind} is dropped; the journal keeps its figures.` };
  },
});
