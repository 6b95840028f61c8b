import { bordersOf, imageOf, sheetOf } from '@/core/crop/border';
import { finishSheet, NO_FINISH } from '@/core/crop/finish';
import { InputError, RefusedError } from '@/core/errors';
import { formatLength, parseLength, parseSize, parseStockSize } from '@/core/measure';
import { layMixed, type MixedLayout } from '@/core/sheets/mixed';
import type { Laid, LaidPiece } from '@/core/sheets/pieces';
import type { Tx } from '@/store/db';
import { insertRow, patchRow, rowById } from '@/store/rows';
import { currentMaster } from '@/store/works';
import { defineAction, defineLongAction } from '../action';
import {
  flag,
  id,
  lengthInput,
  line,
  listOf,
  name,
  objectSchema,
  oneOf,
  orNull,
  sizeInput,
  stockSizeInput,
  Type,
} from '../schemas';
import { noteInJournal, type Studio } from '../studio';
import { laidSchema, refuseMisplaced, um } from './placed';
import { unprintedLayout } from './unprintedLayout';
import { type Layout } from './layouts';

/** Begins a layout on a sheet or a roll of a paper. */
export const beginLayout = defineAction({
  name: 'beginLayout',
  input: objectSchema({
    name,
    kind: oneOf('sheet', 'roll'),
    paperId: id,
    size: stockSizeInput,
    margin: lengthInput,
    gap: lengthInput,
  }),

  async run({ studio, tx, input }) {
    const { unit } = await studio.settings();
    const paper = await rowById(studio.db, 'papers', input.paperId, 'paperId');
    const size = parseStockSize(input.kind, input.size, unit);
    const marginUm = parseLength(input.margin, unit, 'margin'),
      gapUm = parseLength(input.gap, unit, 'gap');
    if (2 * marginUm >= Math.min(size.width, size.height ?? Infinity))
      throw new InputError('margin', input.margin, `less than half of ${formatLength(size.width, unit)}`);
    const newId = studio.newId();

    await insertRow(tx, 'layouts', {
      id: newId,
      name: input.name.trim(),
      kind: input.kind,
      paperId: paper.id,
      widthUm: size.width,
      heightUm: size.height,
      marginUm,
      gapUm,
      pieces: [],
      placements: [],
      lengthUm: size.height ?? 0,
      state: 'laid',
      createdAt: studio.now(),
      changedAt: studio.now(),
    });
    await noteInJournal(studio, tx, {
      act: 'began',
      subject: 'layout',
      subjectId: newId,
      says: `Began the layout ${input.name} on ${paper.name}`,
    });
    return { message: `${input.name} is begun.`, id: newId };
  },
});

/** Adds prints of a format, or a strip or proof of a typed size; nothing is laid anew until it is asked for, but room is found for them. */
export const addPieces = defineAction({
  name: 'addPieces',
  input: objectSchema({
    id,
    formatId: orNull(id),
    size: sizeInput,
    says: line,
    count: Type.Integer({ minimum: 1, maximum: 500 }),
    rotate: flag,
    proofId: Type.Optional(orNull(id)),
  }),

  async run({ studio, tx, input }) {
    const { unit } = await studio.settings();
    const piece = input.formatId
      ? await pieceOf(studio, input.formatId)
      : {
          ...parseSize(input.size, unit, 'size'),
          says: input.says.trim() || 'strip',
          workId: null,
          formatId: null,
          picture: null,
          ...(input.proofId && { proofId: input.proofId }),
        };

    const layout = await unprintedLayout(tx, input.id);
    const added: LaidPiece = {
      id: `p${1 + layout.pieces.reduce((most, p) => Math.max(most, Number(p.id.slice(1))), 0)}`,
      count: input.count,
      rotate: input.rotate,
      ...piece,
    };
    return lay(studio, tx, layout, [...layout.pieces, added], `Added ${input.count} × ${added.says}`);
  },
});

async function pieceOf(studio: Studio, formatId: string) {
  const format = await rowById(studio.db, 'formats', formatId, 'formatId');
  const work = await rowById(studio.db, 'works', format.workId, 'work');
  if (work.mayPrint !== 'yes')
    throw new RefusedError(`${work.title} may not be printed${work.mayPrint === 'no' ? '' : ' yet'}.`);
  const master = await currentMaster(studio.db, work.id);
  const { unit } = await studio.settings();
  // What has to be cut from the paper: the sheet with the strip that is torn off later, or the image with its bleed.
  const f = finishSheet(imageOf(format), bordersOf(format), format.finish ?? NO_FINISH, unit);
  const bleed = format.finish?.bleed ?? 0,
    sheet = sheetOf(imageOf(format), bordersOf(format));
  return {
    width: Math.max(f.blank.width, sheet.width + 2 * bleed),
    height: Math.max(f.blank.height, sheet.height + 2 * bleed),
    says: work.title,
    workId: work.id,
    formatId,
    picture: master?.state === 'ready' ? master.sha256 : null,
  };
}

/** Changes how many there are of a piece, or takes it out. */
export const countPieces = defineAction({
  name: 'countPieces',
  input: objectSchema({
    id,
    piece: line,
    count: Type.Integer({ minimum: 0, maximum: 500 }),
    rotate: flag,
  }),

  async run({ studio, tx, input }) {
    const layout = await unprintedLayout(tx, input.id);
    if (!layout.pieces.some((p) => p.id === input.piece))
      throw new InputError('piece', input.piece, 'a piece of this layout');
    const pieces = layout.pieces.flatMap((p) =>
      p.id !== input.piece
        ? [p]
        : input.count
          ? [{ ...p, count: input.count, rotate: input.rotate }]
          : [],
    );
    return lay(
      studio,
      tx,
      layout,
      pieces,
      input.count ? `Changed to ${input.count}` : 'Took a piece out',
    );
  },
});

/** Lays everything anew: tight, or so that straight cuts from edge to edge free every piece. The long search runs in a process of its own. */
export const layAnew = defineLongAction({
  name: 'layAnew',
  input: objectSchema({ id, cuts: oneOf('tight', 'straight') }),

  async run({ studio, input }) {
    const seen = await unprintedLayout(studio.db, input.id);
    const laid = await studio.imaging.do('nest', [
      { ...question(seen, seen.pieces), cuts: input.cuts, effort: LONG_EFFORT },
    ]).done;
    return studio.store.write(async (tx) => {
      const layout = await unprintedLayout(tx, input.id);
      if (layout.changedAt !== seen.changedAt)
        throw new RefusedError('The layout was changed elsewhere meanwhile: lay it anew once more.');
      return kept(
        studio,
        tx,
        layout,
        layout.pieces,
        laid,
        `Laid ${input.cuts === 'tight' ? 'tight' : 'for straight cuts'}`,
      );
    });
  },
});

/** What is typed in is laid quickly, in passing; asking to lay anew looks longer. */
const QUICK_EFFORT = 1_500_000;
export const LONG_EFFORT = 18_000_000;

const question = (l: Layout, pieces: readonly LaidPiece[]) => ({
  kind: l.kind,
  width: l.widthUm,
  height: l.heightUm,
  margin: l.marginUm,
  gap: l.gapUm,
  pieces,
});

const lay = (studio: Studio, tx: Tx, layout: Layout, pieces: LaidPiece[], says: string) =>
  kept(
    studio,
    tx,
    layout,
    pieces,
    layMixed({ ...question(layout, pieces), cuts: 'tight', effort: QUICK_EFFORT }),
    says,
  );

async function kept(
  studio: Studio,
  tx: Tx,
  layout: Layout,
  pieces: LaidPiece[],
  laid: MixedLayout,
  says: string,
) {
  await patchRow(tx, 'layouts', layout.id, {
    pieces,
    placements: laid.placements,
    lengthUm: laid.length,
    changedAt: studio.now(),
    state: 'laid',
  });
  await noteInJournal(studio, tx, {
    act: 'changed',
    subject: 'layout',
    subjectId: layout.id,
    says: `${says} on ${layout.name}`,
    before: { pieces: layout.pieces, placements: layout.placements },
    after: { pieces },
  });
  const { unit } = await studio.settings();
  const left = laid.left.length ? ` ${laid.left.length} did not fit and wait for another sheet.` : '';
  return {
    message:
      layout.kind === 'roll'
        ? `${formatLength(laid.length, unit)} of roll, ${Math.round(laid.wasteShare * 1_000) / 10} % waste.`
        : `${laid.placements.length} on the sheet.${left}`,
    id: layout.id,
  };
}

const pieceSchema = objectSchema({
  id: line,
  width: um,
  height: um,
  count: Type.Integer({ minimum: 1, maximum: 500 }),
  rotate: flag,
  says: line,
  workId: orNull(id),
  formatId: orNull(id),
  picture: orNull(Type.String({ pattern: '^[0-9a-f]{64}$' })),
  proofId: Type.Optional(orNull(id)),
});

/** Keeps pieces where a person put them. Pieces that overlap, come too near, or leave the paper are refused. */
export const arrangeLayout = defineAction({
  name: 'arrangeLayout',
  input: objectSchema({ id, placements: listOf(laidSchema, { maxItems: 2_000 }) }),

  async run({ studio, tx, input }) {
    const layout = await unprintedLayout(tx, input.id);
    if (
      [...input.placements]
        .map((p) => p.id)
        .sort()
        .join() !==
      [...layout.placements]
        .map((p) => p.id)
        .sort()
        .join()
    )
      throw new RefusedError('The layout was changed elsewhere meanwhile: look again.');
    return keep(studio, tx, layout, layout.pieces, input.placements, 'Moved pieces');
  },
});

/** Sets a layout back to what it was. */
export const setLayout = defineAction({
  name: 'setLayout',
  input: objectSchema({
    id,
    pieces: listOf(pieceSchema, { maxItems: 500 }),
    placements: listOf(laidSchema, { maxItems: 2_000 }),
  }),

  async run({ studio, tx, input }) {
    return keep(
      studio,
      tx,
      await unprintedLayout(tx, input.id),
      input.pieces,
      input.placements,
      'Set back',
    );
  },
});

async function keep(
  studio: Studio,
  tx: Tx,
  layout: Layout,
  pieces: LaidPiece[],
  placements: Laid[],
  says: string,
) {
  const { marginUm: m, widthUm, heightUm } = layout;
  const { unit } = await studio.settings();
  refuseMisplaced(
    { width: widthUm, height: heightUm, margin: m, gap: layout.gapUm },
    pieces,
    placements,
    unit,
  );
  const lengthUm =
    heightUm ?? (placements.length ? Math.max(...placements.map((p) => p.y + p.height)) + m : 0);
  await patchRow(tx, 'layouts', layout.id, {
    pieces,
    placements,
    lengthUm,
    changedAt: studio.now(),
    state: 'laid',
  });
  await noteInJournal(studio, tx, {
    act: 'changed',
    subject: 'layout',
    subjectId: layout.id,
    says: `${says} on ${layout.name}`,
    before: { placements: layout.placements },
    after: { placements },
  });
  return {
    message: heightUm === null ? `${formatLength(lengthUm, unit)} of roll.` : 'Kept.',
    id: layout.id,
  };
}
