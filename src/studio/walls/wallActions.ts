import { InputError, RefusedError } from '@/core/errors';
import {
  formatLength,
  formatSize,
  parseLength,
  parseSize,
  parseWeight,
  type UnitSystem,
} from '@/core/measure';
import { MOUNT_KINDS } from '@/core/mounting/mount';
import { layWall } from '@/core/wall/lay';
import { proposeOrder } from '@/core/wall/order';
import {
  ARRANGEMENTS,
  emptyWall,
  OBSTACLES,
  SURFACES,
  WALL_KINDS,
  type Face,
  type HungPiece,
  type WallPlan,
} from '@/core/wall/plan';
import { traitsOf, type Traits } from '@/core/wall/traits';
import { join } from 'node:path';
import { insertRow, patchRow, rowById } from '@/store/rows';
import { defineAction, defineLongAction } from '../action';
import {
  flag,
  id,
  ids,
  lengthInput,
  line,
  listOf,
  name,
  numberBetween,
  objectSchema,
  oneOf,
  orNull,
  sizeInput,
  Type,
  weightInput,
  wholeNumber,
  type Static,
} from '../schemas';
import { noteInJournal, type Studio } from '../studio';
import { changePlan, framingOfFormat } from './walls';

/** So many pieces and obstacles are drawn and judged at once without a wait. */
const MOST_PIECES = 80;
const MOST_OBSTACLES = 60;
/** A hall, not a town. */
const MOST_UM = 50_000_000;

const faceInput = objectSchema({
  name: line,
  width: lengthInput,
  leftHeight: lengthInput,
  rightHeight: lengthInput,
});
const wallFields = {
  name,
  kind: oneOf(...WALL_KINDS),
  surface: oneOf(...SURFACES),
  isPublic: flag,
  faces: listOf(faceInput, { minItems: 1, maxItems: 8 }),
};

/** A length that is something, and not beyond all walls. */
function lengthOn(typed: string | number, unit: UnitSystem, field: string, least = 1): number {
  const um = parseLength(typed, unit, field);
  if (um < least || um > MOST_UM)
    throw new InputError(
      field,
      typed,
      `a length from ${formatLength(least, unit)} to ${formatLength(MOST_UM, unit)}`,
    );
  return um;
}

const facesOf = (faces: readonly Static<typeof faceInput>[], unit: UnitSystem): Face[] =>
  faces.map((face, i) => ({
    name: face.name.trim(),
    width: lengthOn(face.width, unit, `faces[${i}].width`),
    leftHeight: lengthOn(face.leftHeight, unit, `faces[${i}].leftHeight`),
    rightHeight: lengthOn(face.rightHeight, unit, `faces[${i}].rightHeight`),
  }));

const note = (
  studio: Studio,
  tx: Parameters<typeof noteInJournal>[1],
  wallId: string,
  act: string,
  says: string,
) => noteInJournal(studio, tx, { act, subject: 'wall', subjectId: wallId, says });

/** Writes down a wall or a stall: its faces from corner to corner, and what it is made of. */
export const recordWall = defineAction({
  name: 'recordWall',
  input: objectSchema({ id: Type.Optional(id), ...wallFields }),

  async run({ studio, tx, input }) {
    const { unit } = await studio.settings();
    const faces = facesOf(input.faces, unit);
    const { surface, isPublic, kind } = input;
    const wallName = input.name.trim();
    if (input.id) {
      const wall = await changePlan(studio, tx, input.id, (plan) => {
        const gone = [
          ...plan.pieces.map((p) => p.place?.face ?? 0),
          ...plan.obstacles.map((o) => o.face),
        ];
        if (gone.some((face) => face >= faces.length))
          throw new RefusedError(
            'Something hangs or stands on a face that would be gone: move it first.',
          );
        return { ...plan, faces, surface, isPublic };
      });
      await patchRow(tx, 'walls', wall.id, { name: wallName, kind });
      await note(studio, tx, wall.id, 'changed', `Changed the wall ${wallName}`);
      return { message: `${wallName} is changed.`, id: wall.id };
    }
    const newId = studio.newId();
    await insertRow(tx, 'walls', {
      id: newId,
      name: wallName,
      kind,
      plan: {
        ...emptyWall({ width: faces[0]!.width, height: faces[0]!.leftHeight }),
        ...{ faces, surface, isPublic },
      },
      createdAt: studio.now(),
      changedAt: studio.now(),
    });
    await note(studio, tx, newId, 'recorded', `Wrote down the ${kind} ${wallName}`);
    return { message: `${wallName} is written down.`, id: newId };
  },
});

/** Takes a wall out of the list; it can be brought back. */
export const archiveWall = defineAction({
  name: 'archiveWall',
  input: objectSchema({ wallId: id }),

  async run({ studio, tx, input }) {
    const wall = await rowById(tx, 'walls', input.wallId, 'wallId');
    await patchRow(tx, 'walls', wall.id, { archivedAt: studio.now() });
    await note(studio, tx, wall.id, 'archived', `Put the wall ${wall.name} away`);
    return { message: `${wall.name} is put away.` };
  },
});

/** Says what stands in the way on a wall, or before it. */
export const addObstacle = defineAction({
  name: 'addObstacle',
  input: objectSchema({
    wallId: id,
    kind: oneOf(...OBSTACLES),
    face: wholeNumber(0, 7),
    left: lengthInput,
    bottom: lengthInput,
    width: lengthInput,
    height: lengthInput,
    depth: lengthInput,
  }),

  async run({ studio, tx, input }) {
    const { unit } = await studio.settings();
    const { kind, face } = input;
    const wall = await changePlan(studio, tx, input.wallId, (plan) => {
      onFace(plan, face);
      if (plan.obstacles.length >= MOST_OBSTACLES)
        throw new RefusedError(`A wall has room for ${MOST_OBSTACLES} things here.`);
      const obstacle = {
        id: studio.newId(),
        kind,
        face,
        left: lengthOn(input.left, unit, 'left', 0),
        bottom: lengthOn(input.bottom, unit, 'bottom', 0),
        width: lengthOn(input.width, unit, 'width'),
        height: lengthOn(input.height, unit, 'height'),
        depth: lengthOn(input.depth, unit, 'depth', 0),
      };
      if (obstacle.left + obstacle.width > plan.faces[face]!.width)
        throw new InputError(
          'width',
          input.width,
          `at most ${formatLength(plan.faces[face]!.width - obstacle.left, unit)}, where the wall ends`,
        );
      return { ...plan, obstacles: [...plan.obstacles, obstacle] };
    });
    await note(studio, tx, wall.id, 'changed', `On ${wall.name} there is a ${kind}`);
    return { message: `There is a ${kind} on ${wall.name}.` };
  },
});

export const removeObstacle = defineAction({
  name: 'removeObstacle',
  input: objectSchema({ wallId: id, obstacleId: id }),

  async run({ studio, tx, input }) {
    let kind = '';
    const wall = await changePlan(studio, tx, input.wallId, (plan) => {
      const gone = plan.obstacles.find((o) => o.id === input.obstacleId);
      if (!gone)
        throw new InputError('obstacleId', input.obstacleId, 'something that stands on this wall');
      kind = gone.kind;
      return { ...plan, obstacles: plan.obstacles.filter((o) => o !== gone) };
    });
    await note(studio, tx, wall.id, 'changed', `On ${wall.name} there is no ${kind} any more`);
    return { message: `The ${kind} is taken off ${wall.name}.` };
  },
});

const onFace = (plan: WallPlan, face: number): Face => {
  const found = plan.faces[face];
  if (!found)
    throw new InputError('face', face, `one of the ${plan.faces.length} faces of this wall, from 0`);
  return found;
};
const pieceOf = (plan: WallPlan, pieceId: string): HungPiece => {
  const piece = plan.pieces.find((p) => p.id === pieceId);
  if (!piece) throw new InputError('pieceId', pieceId, 'something that hangs on this wall');
  return piece;
};
const withPiece = (plan: WallPlan, pieceId: string, change: Partial<HungPiece>): WallPlan => {
  const piece = pieceOf(plan, pieceId);
  return { ...plan, pieces: plan.pieces.map((p) => (p === piece ? { ...p, ...change } : p)) };
};

/** Hangs a size of a work as it is framed, or a frame of a typed size. */
export const hangPiece = defineAction({
  name: 'hangPiece',
  input: objectSchema({
    wallId: id,
    formatId: orNull(id),
    mount: orNull(oneOf(...MOUNT_KINDS)),
    title: line,
    size: sizeInput,
    moulding: lengthInput,
  }),

  async run({ studio, tx, input }) {
    const { unit } = await studio.settings();
    const moulding = lengthOn(input.moulding, unit, 'moulding', 0);
    const framing = input.formatId
      ? await framingOfFormat(studio, { formatId: input.formatId, mount: input.mount }, moulding)
      : typedFraming(input.title, parseSize(input.size, unit, 'size'), moulding);
    const wall = await changePlan(studio, tx, input.wallId, (plan) => {
      if (plan.pieces.length >= MOST_PIECES)
        throw new RefusedError(`A wall has room for ${MOST_PIECES} pictures here.`);
      return {
        ...plan,
        pieces: [...plan.pieces, { ...framing, id: studio.newId(), place: null }],
        order: null,
      };
    });
    await note(
      studio,
      tx,
      wall.id,
      'hung',
      `Hung ${framing.title} on ${wall.name}, ${formatSize(framing.outer, unit)}`,
    );
    return {
      message: `${framing.title} hangs on ${wall.name}, ${formatSize(framing.outer, unit)} with its frame.`,
      id: wall.plan.pieces.at(-1)!.id,
    };
  },
});

/** A frame of which only the outer size is known: about as heavy as framed prints are. */
function typedFraming(title: string, outer: { width: number; height: number }, moulding: number) {
  if (!title.trim()) throw new InputError('title', title, 'a title for what hangs there');
  if (2 * moulding >= Math.min(outer.width, outer.height))
    throw new InputError('moulding', moulding, 'less than half of the frame');
  const inside = { width: outer.width - 2 * moulding, height: outer.height - 2 * moulding };
  return {
    ...{ workId: null, formatId: null, title: title.trim(), picture: null, outer, moulding },
    from: { left: 0, top: 0, width: 1, height: 1 },
    window: { left: moulding, top: moulding, ...inside },
    weight: Math.round(
      ((outer.width / 1e6) * (outer.height / 1e6) * 6 + (outer.width + outer.height) / 1e6) * 1e6,
    ),
    drop: Math.round(outer.height / 50_000) * 5_000,
    isDropMeasured: false,
    hooks: 1 as const,
  };
}

/** What was measured and weighed of a framed picture. */
export const measurePiece = defineAction({
  name: 'measurePiece',
  input: objectSchema({
    wallId: id,
    pieceId: id,
    size: sizeInput,
    weight: weightInput,
    drop: lengthInput,
    hooks: wholeNumber(1, 2),
  }),

  async run({ studio, tx, input }) {
    const { unit } = await studio.settings();
    const outer = parseSize(input.size, unit, 'size');
    const drop = parseLength(input.drop, unit, 'drop');
    const weight = parseWeight(input.weight, unit === 'mm' ? 'g' : 'oz');
    if (drop >= outer.height)
      throw new InputError(
        'drop',
        input.drop,
        `less than the frame’s height, ${formatLength(outer.height, unit)}`,
      );
    const wall = await changePlan(studio, tx, input.wallId, (plan) => {
      const before = pieceOf(plan, input.pieceId);
      const [dx, dy] = [outer.width - before.outer.width, outer.height - before.outer.height];
      const { window: seen } = before;
      return withPiece(plan, input.pieceId, {
        ...{ outer, weight, drop, isDropMeasured: true },
        hooks: input.hooks === 2 ? 2 : 1,
        // The picture stays in the middle of a frame that turned out larger or smaller.
        window: {
          left: Math.max(0, seen.left + Math.round(dx / 2)),
          top: Math.max(0, seen.top + Math.round(dy / 2)),
          width: Math.min(seen.width, outer.width),
          height: Math.min(seen.height, outer.height),
        },
      });
    });
    const { title } = pieceOf(wall.plan, input.pieceId);
    await note(
      studio,
      tx,
      wall.id,
      'measured',
      `Measured the frame of ${title}: its wire hangs ${formatLength(drop, unit)} down`,
    );
    return { message: `${title}: wire ${formatLength(drop, unit)} down, ${formatSize(outer, unit)}.` };
  },
});

export const takeDown = defineAction({
  name: 'takeDown',
  input: objectSchema({ wallId: id, pieceId: id }),

  async run({ studio, tx, input }) {
    let title = '';
    const wall = await changePlan(studio, tx, input.wallId, (plan) => {
      const gone = pieceOf(plan, input.pieceId);
      title = gone.title;
      return {
        ...plan,
        pieces: plan.pieces.filter((p) => p !== gone),
        measures: plan.measures.filter(({ key }) => !key.split(':').includes(gone.id)),
        order: null,
      };
    });
    await note(studio, tx, wall.id, 'took down', `Took ${title} off ${wall.name}`);
    return { message: `${title} is off ${wall.name}.` };
  },
});

/** Moves a picture by hand; it keeps its place from then on, whatever the others do. */
export const movePiece = defineAction({
  name: 'movePiece',
  input: objectSchema({
    wallId: id,
    pieceId: id,
    place: orNull(objectSchema({ face: wholeNumber(0, 7), left: lengthInput, top: lengthInput })),
  }),

  async run({ studio, tx, input }) {
    const { unit } = await studio.settings();
    const wall = await changePlan(studio, tx, input.wallId, (plan) => {
      if (!input.place) return withPiece(plan, input.pieceId, { place: null });
      onFace(plan, input.place.face);
      return withPiece(plan, input.pieceId, {
        place: {
          face: input.place.face,
          left: lengthOn(input.place.left, unit, 'left', 0),
          top: lengthOn(input.place.top, unit, 'top', 0),
        },
      });
    });
    const { title } = pieceOf(wall.plan, input.pieceId);
    const at = layWall(wall.plan).at.find((each) => each.id === input.pieceId)!;
    const says = input.place
      ? `${title} hangs ${formatLength(at.left, unit)} from the corner, its top at ${formatLength(at.top, unit)}.`
      : `${title} hangs in its row again.`;
    await note(studio, tx, wall.id, 'moved', `On ${wall.name}: ${says}`);
    return { message: says };
  },
});

/** How what is not moved by hand hangs: in a row, in rows or a grid, at a height, with even gaps or one that is given. */
export const arrangeWall = defineAction({
  name: 'arrangeWall',
  input: objectSchema({
    wallId: id,
    kind: oneOf(...ARRANGEMENTS),
    rows: wholeNumber(1, 12),
    columns: wholeNumber(1, 20),
    centre: lengthInput,
    /** Nothing: even gaps. */
    gap: orNull(lengthInput),
    rowGap: lengthInput,
  }),

  async run({ studio, tx, input }) {
    const { unit } = await studio.settings();
    const { kind, rows, columns } = input;
    const wall = await changePlan(studio, tx, input.wallId, (plan) => ({
      ...plan,
      arrangement: {
        ...{ kind, rows, columns },
        centre: lengthOn(input.centre, unit, 'centre'),
        gap: input.gap === null || input.gap === '' ? null : lengthOn(input.gap, unit, 'gap', 0),
        rowGap: lengthOn(input.rowGap, unit, 'rowGap', 0),
      },
    }));
    const { gap } = layWall(wall.plan);
    const says = gap === null ? 'nothing hangs yet' : `gaps of ${formatLength(gap, unit)}`;
    await note(studio, tx, wall.id, 'arranged', `Arranged ${wall.name}: ${kind}, ${says}`);
    return { message: `${wall.name} is arranged: ${says}.` };
  },
});

/** Puts the pictures into an order by hand. */
export const orderPieces = defineAction({
  name: 'orderPieces',
  input: objectSchema({ wallId: id, pieceIds: ids }),

  async run({ studio, tx, input }) {
    const wall = await changePlan(studio, tx, input.wallId, (plan) => {
      if (input.pieceIds.length !== plan.pieces.length)
        throw new InputError(
          'pieceIds',
          input.pieceIds.length,
          `all ${plan.pieces.length} that hang there, once each`,
        );
      return { ...plan, pieces: input.pieceIds.map((each) => pieceOf(plan, each)), order: null };
    });
    await note(studio, tx, wall.id, 'ordered', `Put the pictures on ${wall.name} into another order`);
    return { message: `The pictures on ${wall.name} stand in another order.` };
  },
});

/** Puts the pictures into the order that goes best by what is in them, and says why. */
export const proposeWallOrder = defineLongAction({
  name: 'proposeWallOrder',
  input: objectSchema({ wallId: id, school: oneOf('belong', 'differ') }),

  async run({ studio, input }) {
    const before = await rowById(studio.db, 'walls', input.wallId, 'wallId');
    const seen = before.plan.pieces.filter((p) => p.picture);
    if (seen.length < 2)
      throw new RefusedError(
        'An order is proposed from what is in the pictures: it takes two works with a picture.',
      );
    const traits = await Promise.all(seen.map((p) => traitsOfPicture(studio, p.picture!)));
    const { order, ...told } = proposeOrder(
      seen.map((p, i) => ({ title: p.title, traits: traits[i]! })),
      input.school,
    );
    return studio.store.write(async (tx) => {
      const wall = await changePlan(studio, tx, input.wallId, (plan) => {
        const now = plan.pieces.filter((p) => p.picture);
        if (now.length !== seen.length || now.some((p, i) => p.id !== seen[i]!.id))
          throw new RefusedError('What hangs there was changed meanwhile: ask for the order again.');
        // What has no picture keeps to the end, in its order.
        const rest = plan.pieces.filter((p) => !p.picture);
        return { ...plan, pieces: [...order.map((i) => now[i]!), ...rest], order: told };
      });
      await note(studio, tx, wall.id, 'ordered', `The order on ${wall.name}: ${told.says.join('; ')}`);
      return {
        message: `${wall.name} stands in the order that goes best: ${told.says[0] ?? 'nothing speaks against it'}.`,
      };
    });
  },
});

/** A picture's view is read once for as long as the server runs; what is in it does not change. */
const traitsKnown = new Map<string, Promise<Traits>>();

function traitsOfPicture(studio: Studio, sha256: string): Promise<Traits> {
  const known = traitsKnown.get(sha256);
  if (known) return known;
  const reading = studio.imaging
    .do('smallLab', [join(studio.objects.derivedDir(sha256), 'view.jpg')])
    .done.then(traitsOf);
  traitsKnown.set(sha256, reading);
  reading.catch(() => traitsKnown.delete(sha256));
  return reading;
}

/** The light where it will hang, as measured or known; nothing: not known. */
export const lightWall = defineAction({
  name: 'lightWall',
  input: objectSchema({
    wallId: id,
    light: orNull(
      objectSchema({
        lux: numberBetween(1, 100_000),
        hoursADay: numberBetween(0, 24),
        kelvin: numberBetween(1_500, 12_000),
        hasSun: flag,
      }),
    ),
  }),

  async run({ studio, tx, input }) {
    const wall = await changePlan(studio, tx, input.wallId, (plan) => ({ ...plan, light: input.light }));
    const says = input.light
      ? `${input.light.lux} lx for ${input.light.hoursADay} h a day at ${input.light.kelvin} K`
      : 'not known';
    await note(studio, tx, wall.id, 'measured', `The light on ${wall.name}: ${says}`);
    return { message: `The light on ${wall.name}: ${says}.` };
  },
});

/** One measure taken after hanging; empty takes it back. */
export const takeMeasure = defineAction({
  name: 'takeMeasure',
  input: objectSchema({
    wallId: id,
    key: Type.String({ minLength: 3, maxLength: 120 }),
    value: lengthInput,
  }),

  async run({ studio, tx, input }) {
    const { unit } = await studio.settings();
    const wall = await changePlan(studio, tx, input.wallId, (plan) => {
      const [kind, ...about] = input.key.split(':');
      if (!['left', 'top', 'level', 'gap'].includes(kind!))
        throw new InputError('key', input.key, 'left, top, level or gap, and the pictures it is about');
      about.forEach((each) => pieceOf(plan, each));
      const others = plan.measures.filter(({ key }) => key !== input.key);
      return {
        ...plan,
        measures:
          input.value === ''
            ? others
            : [...others, { key: input.key, value: lengthOn(input.value, unit, 'value', 0) }],
      };
    });
    await note(studio, tx, wall.id, 'measured', `Measured on ${wall.name} after hanging`);
    return { message: input.value === '' ? 'The measure is taken back.' : 'The measure is taken.' };
  },
});
