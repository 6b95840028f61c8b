import { InputError } from '@/core/errors';
import { formatLength, formatSize, parseLength, parseSize } from '@/core/measure';
import { MOUNT_KINDS } from '@/core/mounting/mount';
import { hangAslant, tiltOf, type KnownRectangle } from '@/core/wall/aslant';
import { pixelsPerMm, type BuyerHung } from '@/core/wall/buyerWall';
import type { Received } from '@/imaging/objects';
import type { Tx } from '@/store/db';
import { insertRow, patchRow, rowById } from '@/store/rows';
import { defineAction, type ActionResult } from '../action';
import {
  id,
  lengthInput,
  name,
  numberBetween,
  objectSchema,
  oneOf,
  orNull,
  sizeInput,
  Type,
} from '../schemas';
import { noteInJournal, type Studio } from '../studio';
import { framingOfFormat, type BuyerWall } from './walls';

const MOST_PIECES = 20;
const point = objectSchema({ x: numberBetween(0, 100_000), y: numberBetween(0, 100_000) });

/**
 * Keeps a photograph of somebody's wall, byte for byte, to hang pictures in.
 *
 * @throws RefusedError for a file that is no picture
 */
export async function keepBuyerWall(
  studio: Studio,
  given: { name: string; fileName: string; received: Received },
): Promise<ActionResult> {
  const { received, fileName } = given;
  const wallName = given.name.trim();
  if (!wallName) throw new InputError('name', given.name, 'whose wall it is');
  const facts = await studio.imaging.facts(received.path, fileName).done;
  await studio.objects.keep(received);
  const newId = studio.newId();
  const isTurned = facts.orientation >= 5;
  await studio.store.write(async (tx) => {
    await insertRow(tx, 'buyerWalls', {
      id: newId,
      name: wallName.slice(0, 200),
      sha256: received.sha256,
      bytes: received.bytes,
      fileName,
      widthPx: isTurned ? facts.height : facts.width,
      heightPx: isTurned ? facts.width : facts.height,
      hung: { known: null, pieces: [] },
      keptAt: studio.now(),
      changedAt: studio.now(),
    });
    await note(studio, tx, newId, 'kept', `Kept a photograph of the wall of ${wallName}`);
  });
  return { message: `The wall of ${wallName} is kept.`, id: newId, undo: null };
}

const note = (studio: Studio, tx: Tx, wallId: string, act: string, says: string) =>
  noteInJournal(studio, tx, { act, subject: 'buyer’s wall', subjectId: wallId, says });

async function change(
  studio: Studio,
  tx: Tx,
  wallId: string,
  make: (hung: BuyerHung, wall: BuyerWall) => BuyerHung,
): Promise<BuyerWall> {
  const wall = await rowById(tx, 'buyerWalls', wallId, 'buyerWallId');
  const hung = make(wall.hung, wall);
  await patchRow(tx, 'buyerWalls', wall.id, { hung, changedAt: studio.now() });
  return { ...wall, hung };
}

/** Says which length in the photograph is known: a door, a sofa, a sheet of paper on the wall. */
export const knowLength = defineAction({
  name: 'knowLength',
  input: objectSchema({ buyerWallId: id, from: point, to: point, length: lengthInput }),

  async run({ studio, tx, input }) {
    const { unit } = await studio.settings();
    const known = { from: input.from, to: input.to, length: parseLength(input.length, unit, 'length') };
    const scale = pixelsPerMm(known);
    const wall = await change(studio, tx, input.buyerWallId, (hung) => ({
      ...hung,
      known,
      rectangle: null,
    }));
    const says = `${formatLength(known.length, unit)} are ${Math.round(scale * (known.length / 1_000))} px, ${scale.toFixed(3)} px to the millimetre`;
    await note(studio, tx, wall.id, 'measured', `The wall of ${wall.name}: ${says}`);
    return { message: `Now it is to scale: ${says}.` };
  },
});

/** Says which rectangle of a wall that was taken aslant is known: a door, a window, a picture that hangs there. */
export const knowRectangle = defineAction({
  name: 'knowRectangle',
  input: objectSchema({
    buyerWallId: id,
    corners: Type.Array(point, { minItems: 4, maxItems: 4 }),
    size: sizeInput,
  }),

  async run({ studio, tx, input }) {
    const { unit } = await studio.settings();
    const { width, height } = parseSize(input.size, unit, 'size');
    const rectangle = { corners: input.corners as KnownRectangle['corners'], width, height };
    const wall = await change(studio, tx, input.buyerWallId, (hung) => {
      // Also what hangs there already has to have its place on the wall as it is said now.
      const first = { outer: { width, height } };
      hangAslant(first, middleOf(rectangle.corners), rectangle);
      for (const { piece, middle } of hung.pieces) hangAslant(piece, middle, rectangle);
      return { ...hung, rectangle };
    });
    const says = `${formatSize({ width, height }, unit)} on the wall, its sides ${Math.round(100 * tiltOf(rectangle))} % apart by the slant`;
    await note(studio, tx, wall.id, 'measured', `The wall of ${wall.name}: ${says}`);
    return { message: `Now it is to scale: ${says}.` };
  },
});

const middleOf = (corners: KnownRectangle['corners']) => ({
  x: corners.reduce((sum, { x }) => sum + x, 0) / 4,
  y: corners.reduce((sum, { y }) => sum + y, 0) / 4,
});

/** Hangs a size of a work, framed, in the middle of the photograph. */
export const hangAtBuyers = defineAction({
  name: 'hangAtBuyers',
  input: objectSchema({
    buyerWallId: id,
    formatId: id,
    mount: orNull(oneOf(...MOUNT_KINDS)),
    moulding: lengthInput,
  }),

  async run({ studio, tx, input }) {
    const { unit } = await studio.settings();
    const piece = await framingOfFormat(
      studio,
      { formatId: input.formatId, mount: input.mount },
      parseLength(input.moulding, unit, 'moulding'),
    );
    const wall = await change(studio, tx, input.buyerWallId, (hung, { widthPx, heightPx }) => {
      if (hung.pieces.length >= MOST_PIECES)
        throw new InputError(
          'formatId',
          input.formatId,
          `no more than ${MOST_PIECES} pictures in one photograph`,
        );
      const middle = { x: Math.round(widthPx / 2), y: Math.round(heightPx * 0.4) };
      if (hung.rectangle) hangAslant(piece, middle, hung.rectangle);
      return { ...hung, pieces: [...hung.pieces, { id: studio.newId(), piece, middle }] };
    });
    await note(studio, tx, wall.id, 'hung', `Hung ${piece.title} in the photograph of ${wall.name}`);
    return {
      message: `${piece.title} hangs there, ${formatSize(piece.outer, unit)} with its frame.`,
      id: wall.hung.pieces.at(-1)!.id,
    };
  },
});

export const moveAtBuyers = defineAction({
  name: 'moveAtBuyers',
  input: objectSchema({ buyerWallId: id, pieceId: id, middle: point }),

  async run({ studio, tx, input }) {
    const wall = await change(studio, tx, input.buyerWallId, (hung) => {
      const moved = hungThere(hung, input.pieceId);
      if (hung.rectangle) hangAslant(moved.piece, input.middle, hung.rectangle);
      return {
        ...hung,
        pieces: hung.pieces.map((p) => (p === moved ? { ...p, middle: input.middle } : p)),
      };
    });
    const { piece } = hungThere(wall.hung, input.pieceId);
    await note(studio, tx, wall.id, 'moved', `Moved ${piece.title} in the photograph of ${wall.name}`);
    return { message: `${piece.title} hangs elsewhere.` };
  },
});

export const takeAwayAtBuyers = defineAction({
  name: 'takeAwayAtBuyers',
  input: objectSchema({ buyerWallId: id, pieceId: id }),

  async run({ studio, tx, input }) {
    let title = '';
    const wall = await change(studio, tx, input.buyerWallId, (hung) => {
      const gone = hungThere(hung, input.pieceId);
      title = gone.piece.title;
      return { ...hung, pieces: hung.pieces.filter((p) => p !== gone) };
    });
    await note(studio, tx, wall.id, 'took down', `Took ${title} out of the photograph of ${wall.name}`);
    return { message: `${title} is out of the photograph.` };
  },
});

const hungThere = (hung: BuyerHung, pieceId: string) => {
  const found = hung.pieces.find((p) => p.id === pieceId);
  if (!found) throw new InputError('pieceId', pieceId, 'something that hangs in this photograph');
  return found;
};

/** Puts a photographed wall away; it can be brought back. */
export const archiveBuyerWall = defineAction({
  name: 'archiveBuyerWall',
  input: objectSchema({ buyerWallId: id }),

  async run({ studio, tx, input }) {
    const wall = await rowById(tx, 'buyerWalls', input.buyerWallId, 'buyerWallId');
    await patchRow(tx, 'buyerWalls', wall.id, { archivedAt: studio.now() });
    await note(studio, tx, wall.id, 'archived', `Put the wall of ${wall.name} away`);
    return { message: `The wall of ${wall.name} is put away.` };
  },
});

export const renameBuyerWall = defineAction({
  name: 'renameBuyerWall',
  input: objectSchema({ buyerWallId: id, name }),

  async run({ studio, tx, input }) {
    const wall = await rowById(tx, 'buyerWalls', input.buyerWallId, 'buyerWallId');
    await patchRow(tx, 'buyerWalls', wall.id, { name: input.name.trim(), changedAt: studio.now() });
    await note(
      studio,
      tx,
      wall.id,
      'changed',
      `The wall of ${wall.name} is that of ${input.name.trim()}`,
    );
    return { message: `It is the wall of ${input.name.trim()}.` };
  },
});
