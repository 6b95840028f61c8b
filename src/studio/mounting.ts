import { and, asc, eq, isNull } from 'drizzle-orm';
import { InputError } from '@/core/errors';
import { matCheck } from '@/core/layout/mat';
import { mounting, type MountPlan } from '@/core/layout/mount';
import { bordersOf, imageOf, sheetOf } from '@/core/layout/sheet';
import { panels, WRAP_EDGES, wrapCanvas, type WrapEdge, type WrapQuestion } from '@/core/layout/wrap';
import { cutBars } from '@/core/layout/bars';
import { parseLength, parseSize, type UnitSystem } from '@/core/measure';
import type { Db } from '@/store/db';
import { insertRow, patchRow, removeRow, rowById } from '@/store/rows';
import { cutters, formats, mounts } from '@/store/schema';
import { act } from './act';
import { day, flag, id, just, name, oneOf, orNull, prose, typed } from './schemas';
import { noteInJournal } from './studio';

export type Cutter = typeof cutters.$inferSelect;
export type Mount = typeof mounts.$inferSelect;
export const cuttersAtHand = (db: Db): Promise<Cutter[]> =>
  db.select().from(cutters).where(isNull(cutters.archivedAt)).orderBy(asc(cutters.name));
export const mountsOf = (db: Db, workId: string): Promise<Mount[]> =>
  db.select().from(mounts).where(eq(mounts.workId, workId));

type CutterInput = {
  id: string | null;
  name: string;
  sheet: string;
  image: string;
  window: string;
  placing: string;
  readOn: string;
  notes: string;
};

/** Records someone who cuts, with the tolerances they say they keep and the day they said so. */
export const recordCutter = act<CutterInput>(
  just({
    id: orNull(id),
    name,
    sheet: typed,
    image: typed,
    window: typed,
    placing: typed,
    readOn: day,
    notes: prose,
  }),
  async (studio, input) => {
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
    return studio.store.write(async (tx) => {
      const before = input.id ? await rowById(tx, cutters, input.id, 'id') : undefined;
      const rowId = input.id ?? studio.newId();
      if (input.id) await patchRow(tx, cutters, input.id, row);
      else await insertRow(tx, cutters, { id: rowId, ...row });
      await noteInJournal(studio, tx, {
        act: input.id ? 'changed' : 'recorded',
        subject: 'cutter',
        subjectId: rowId,
        says: `${input.id ? 'Changed' : 'Recorded'} ${row.name} and the tolerances they keep`,
        before,
        after: row,
      });
      return {
        says: `${row.name} is recorded.`,
        id: rowId,
        ...(!input.id && { undo: { act: 'putAwayCutter', input: { id: rowId, away: true } } }),
      };
    });
  },
);

export const putAwayCutter = act<{ id: string; away: boolean }>(
  just({ id, away: flag }),
  (studio, input) =>
    studio.store.write(async (tx) => {
      const cutter = await rowById(tx, cutters, input.id, 'id');
      await patchRow(tx, cutters, input.id, { archivedAt: input.away ? studio.now() : null });
      await noteInJournal(studio, tx, {
        act: input.away ? 'put away' : 'brought back',
        subject: 'cutter',
        subjectId: input.id,
        says: `${cutter.name} ${input.away ? 'put away' : 'brought back'}`,
      });
      return {
        says: `${cutter.name} is ${input.away ? 'put away' : 'back'}.`,
        undo: { act: 'putAwayCutter', input: { id: input.id, away: !input.away } },
      };
    }),
);

type Lengths<K extends string> = Record<K, string>;
export type MountInput =
  | ({ kind: 'mat'; formatId: string; cutterId: string | null } & Lengths<
      | 'window'
      | 'side'
      | 'bottom'
      | 'board'
      | 'glazing'
      | 'backing'
      | 'print'
      | 'frameLip'
      | 'minimumHold'
    >)
  | ({ kind: 'float'; formatId: string } & Lengths<'gap' | 'spacer' | 'glazing' | 'backing' | 'print'>)
  | ({ kind: 'frame'; formatId: string } & Lengths<
      'frameLip' | 'spacer' | 'glazing' | 'backing' | 'print'
    >)
  | ({
      kind: 'wrap';
      formatId: string;
      edge: WrapEdge;
      coats: number;
      mlPerM2: number;
      columns: number;
      rows: number;
      across: 'left out' | 'bridged';
    } & Lengths<'depth' | 'foldOver' | 'maxUnbraced' | 'barWidth' | 'stockLength' | 'kerf' | 'gap'>);

const whole = (minimum: number, maximum: number) => ({ type: 'integer', minimum, maximum });
const lengths = (...keys: string[]) => Object.fromEntries(keys.map((k) => [k, typed]));
const schema = {
  type: 'object',
  required: ['kind'],
  discriminator: { propertyName: 'kind' },
  oneOf: [
    just({
      kind: { const: 'mat' },
      formatId: id,
      cutterId: orNull(id),
      ...lengths(
        'window',
        'side',
        'bottom',
        'board',
        'glazing',
        'backing',
        'print',
        'frameLip',
        'minimumHold',
      ),
    }),
    just({
      kind: { const: 'float' },
      formatId: id,
      ...lengths('gap', 'spacer', 'glazing', 'backing', 'print'),
    }),
    just({
      kind: { const: 'frame' },
      formatId: id,
      ...lengths('frameLip', 'spacer', 'glazing', 'backing', 'print'),
    }),
    just({
      kind: { const: 'wrap' },
      formatId: id,
      edge: oneOf(...WRAP_EDGES),
      coats: whole(0, 12),
      mlPerM2: { type: 'number', minimum: 0, maximum: 2_000 },
      columns: whole(1, 9),
      rows: whole(1, 9),
      across: oneOf('left out', 'bridged'),
      ...lengths('depth', 'foldOver', 'maxUnbraced', 'barWidth', 'stockLength', 'kerf', 'gap'),
    }),
  ],
};

/** The wrap of one panel, as the core asks for it. */
export const wrapOf = (
  plan: Extract<MountPlan, { kind: 'wrap' }>,
  face: { width: number; height: number },
): WrapQuestion => ({
  face,
  depth: plan.depth,
  foldOver: plan.foldOver,
  edge: plan.edge,
  maxUnbraced: plan.maxUnbraced,
  barWidth: plan.barWidth,
});
export const panelsOf = (
  plan: Extract<MountPlan, { kind: 'wrap' }>,
  picture: { width: number; height: number },
) => panels({ picture, ...plan.panels });

/** Keeps how a size is matted, framed, floated or wrapped. What cannot be cut is refused with the field and what would do. */
export const keepMount = act<MountInput>(schema, async (studio, input) => {
  const { unit } = await studio.settings();
  const format = await rowById(studio.db, formats, input.formatId, 'formatId');
  const plan = await planOf(studio.db, input, unit);
  const image = imageOf(format),
    sheet = sheetOf(image, bordersOf(format));
  if (plan.kind === 'wrap') {
    for (const p of panelsOf(plan, image)) {
      const wrap = wrapCanvas(wrapOf(plan, p.face));
      cutBars({
        stockLength: plan.stockLength,
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
  return studio.store.write(async (tx) => {
    const [was] = await tx
      .select()
      .from(mounts)
      .where(and(eq(mounts.formatId, format.id), eq(mounts.kind, plan.kind)));
    const rowId = was?.id ?? studio.newId();
    if (was) await patchRow(tx, mounts, was.id, { plan, changedAt: studio.now() });
    else
      await insertRow(tx, mounts, {
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
    return {
      says: `The ${what} of ${format.name} is kept.`,
      id: rowId,
      undo: was
        ? { act: 'keepMount', input: inputOf(was.plan, format.id) }
        : { act: 'dropMount', input: { id: rowId } },
    };
  });
});

/** A kept plan as it would be typed, to the micrometre. */
export function inputOf(plan: MountPlan, formatId: string): MountInput {
  const um = (v: number) => `${v} um`;
  switch (plan.kind) {
    case 'mat':
      return {
        kind: 'mat',
        formatId,
        cutterId: plan.cutterId,
        window: `${plan.window.width} um x ${plan.window.height} um`,
        side: um(plan.side),
        bottom: um(plan.bottom),
        board: um(plan.board),
        glazing: um(plan.glazing),
        backing: um(plan.backing),
        print: um(plan.print),
        frameLip: um(plan.frameLip),
        minimumHold: um(plan.minimumHold),
      };
    case 'float':
      return {
        kind: 'float',
        formatId,
        gap: um(plan.gap),
        spacer: um(plan.spacer),
        glazing: um(plan.glazing),
        backing: um(plan.backing),
        print: um(plan.print),
      };
    case 'frame':
      return {
        kind: 'frame',
        formatId,
        frameLip: um(plan.frameLip),
        spacer: um(plan.spacer),
        glazing: um(plan.glazing),
        backing: um(plan.backing),
        print: um(plan.print),
      };
    case 'wrap':
      return {
        kind: 'wrap',
        formatId,
        edge: plan.edge,
        coats: plan.coats,
        mlPerM2: plan.mlPerM2,
        ...plan.panels,
        depth: um(plan.depth),
        foldOver: um(plan.foldOver),
        maxUnbraced: um(plan.maxUnbraced),
        barWidth: um(plan.barWidth),
        stockLength: um(plan.stockLength),
        kerf: um(plan.kerf),
        gap: um(plan.panels.gap),
      };
  }
}

async function planOf(db: Db, q: MountInput, unit: UnitSystem): Promise<MountPlan> {
  const um = <K extends string>(from: Record<K, string>, key: K) =>
    parseLength(from[key] as string, unit, key);
  switch (q.kind) {
    case 'mat': {
      const cutter = q.cutterId ? await rowById(db, cutters, q.cutterId, 'cutterId') : null;
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
        kerf: um(q, 'kerf'),
        coats: q.coats,
        mlPerM2: q.mlPerM2,
        panels: { columns: q.columns, rows: q.rows, gap: um(q, 'gap'), across: q.across },
      };
  }
}

/** Takes a plan off again; the journal keeps it. */
export const dropMount = act<{ id: string }>(just({ id }), (studio, input) =>
  studio.store.write(async (tx) => {
    const mount = await rowById(tx, mounts, input.id, 'id');
    await removeRow(tx, mounts, mount.id);
    await noteInJournal(studio, tx, {
      act: 'dropped',
      subject: 'format',
      subjectId: mount.formatId,
      says: `Dropped the ${mount.kind}`,
      before: mount.plan,
    });
    return { says: `The ${mount.kind} is dropped; the journal keeps its figures.` };
  }),
);
