import { readSchool } from '@/core/calc/resolution';
import { imageOf } from '@/core/crop/border';
import { cropAt, LEAST_FILL, MOST_TURN, samePlace } from '@/core/crop/crop';
import { isNoFinish } from '@/core/crop/finish';
import { InputError, RefusedError } from '@/core/errors';
import { formatSize, isBlank, parseLength, parseSize } from '@/core/measure';
import { checkSchool, FAMILY_NAMES } from '@/core/resolution';
import { insertRow, patchRow, rowById } from '@/store/rows';
import { currentMaster, formatsOf } from '@/store/works';
import { defineAction } from '../action';
import {
  flag,
  id,
  ids,
  lengthInput,
  line,
  listOf,
  objectSchema,
  oneOf,
  orNull,
  schoolSchema,
  sizeInput,
  Type,
} from '../schemas';
import { noteInJournal } from '../studio';
import { viewedPixels } from '../works/workPage';

/** Offers a work in a size. The border is the studio's usual one until it is changed. */
export const offerFormat = defineAction({
  name: 'offerFormat',
  input: objectSchema({ workId: id, size: sizeInput, family: line }),

  async run({ studio, tx, input }) {
    const settings = await studio.settings();
    const size = parseSize(input.size, settings.unit, 'size');

    const work = await rowById(tx, 'works', input.workId, 'workId');
    if (work.mayPrint === 'no')
      throw new RefusedError(
        `${work.title} may not be printed: its rights say so. Change that under Original first.`,
      );
    const same = (await formatsOf(tx, input.workId)).find(
      (f) => f.imageWidthUm === size.width && f.imageHeightUm === size.height,
    );
    if (same) return { message: `${formatSize(size, settings.unit)} is offered already.`, id: same.id };
    const newId = studio.newId();
    await insertRow(tx, 'formats', {
      id: newId,
      workId: input.workId,
      name: formatSize(size, 'mm'),
      family: input.family,
      imageWidthUm: size.width,
      imageHeightUm: size.height,
      borderTopUm: settings.borderUm,
      borderRightUm: settings.borderUm,
      borderBottomUm: settings.borderUm,
      borderLeftUm: settings.borderUm,
      createdAt: studio.now(),
    });
    await noteInJournal(studio, tx, {
      act: 'offered',
      subject: 'format',
      subjectId: newId,
      says: `Offered ${work.title} at ${formatSize(size, 'mm')}`,
    });
    return { message: `${formatSize(size, settings.unit)} is offered.`, id: newId };
  },
});

/** Takes a format off the list, or puts it back. What was made in it stays on record. */
export const withdrawFormat = defineAction({
  name: 'withdrawFormat',
  input: objectSchema({ id, withdrawn: flag }),

  async run({ studio, tx, input }) {
    const format = await rowById(tx, 'formats', input.id, 'id');
    await patchRow(tx, 'formats', input.id, { archivedAt: input.withdrawn ? studio.now() : null });
    await noteInJournal(studio, tx, {
      act: input.withdrawn ? 'withdrew' : 'offered',
      subject: 'format',
      subjectId: input.id,
      says: `${input.withdrawn ? 'Withdrew' : 'Offered again'} ${format.name}`,
    });
    return {
      message: input.withdrawn
        ? `${format.name} is no longer offered.`
        : `${format.name} is offered again.`,
    };
  },
});

/** Changes a format's white border, each side on its own. */
export const changeBorder = defineAction({
  name: 'changeBorder',
  input: objectSchema({
    id,
    top: lengthInput,
    right: lengthInput,
    bottom: lengthInput,
    left: lengthInput,
  }),

  async run({ studio, tx, input }) {
    const { unit } = await studio.settings();
    const um = {
      borderTopUm: parseLength(input.top, unit, 'top'),
      borderRightUm: parseLength(input.right, unit, 'right'),
      borderBottomUm: parseLength(input.bottom, unit, 'bottom'),
      borderLeftUm: parseLength(input.left, unit, 'left'),
    };

    const was = await rowById(tx, 'formats', input.id, 'id');
    await patchRow(tx, 'formats', input.id, um);
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'format',
      subjectId: input.id,
      says: `Changed the border of ${was.name}`,
      before: was,
      after: um,
    });
    return { message: `The border of ${was.name} is changed.` };
  },
});

/** Chooses how a work's sizes are judged, and which families are shown; nothing chosen means the studio's own. */
export const judgeSizesBy = defineAction({
  name: 'judgeSizesBy',
  input: objectSchema({
    workId: id,
    school: orNull(schoolSchema),
    families: orNull(listOf(oneOf(...FAMILY_NAMES), { minItems: 1 })),
  }),

  async run({ studio, tx, input }) {
    const was = await rowById(tx, 'works', input.workId, 'workId');
    const school = input.school && checkSchool(readSchool(input.school));
    await patchRow(tx, 'works', input.workId, { school, families: input.families });
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'work',
      subjectId: input.workId,
      says: `Chose how the sizes of ${was.title} are judged`,
      before: { school: was.school, families: was.families },
      after: input,
    });
    return { message: 'The sizes are judged again.' };
  },
});

/** Offers several sizes at once, as a set; those offered already stay as they are. */
export const offerSet = defineAction({
  name: 'offerSet',
  input: objectSchema({
    workId: id,
    sizes: listOf(sizeInput, { minItems: 1, maxItems: 12 }),
    family: line,
  }),

  async run({ studio, input }) {
    const made: string[] = [];
    for (const size of input.sizes) {
      const before = new Set((await formatsOf(studio.db, input.workId)).map((f) => f.id));
      const { id: formatId } = await offerFormat(studio, {
        workId: input.workId,
        size,
        family: input.family,
      });
      if (!before.has(formatId!)) made.push(formatId!);
    }
    return {
      message: made.length
        ? `${made.length} ${made.length === 1 ? 'size is' : 'sizes are'} offered.`
        : 'They were all offered already.',
    };
  },
});

/** Takes several sizes off the list. */
export const withdrawSet = defineAction({
  name: 'withdrawSet',
  input: objectSchema({ ids }),

  async run({ studio, input }) {
    for (const formatId of input.ids) await withdrawFormat(studio, { id: formatId, withdrawn: true });
    return { message: `${input.ids.length} sizes are no longer offered.` };
  },
});

const whole = (minimum: number, maximum: number) => Type.Integer({ minimum, maximum });

const placeSchema = objectSchema({
  x: whole(0, 1_000_000),
  y: whole(0, 1_000_000),
  fill: whole(LEAST_FILL, 1_000_000),
  turn: whole(-MOST_TURN, MOST_TURN),
});

/** Sets where a size is cut out of the picture. The master stays as it is; print files and proofs made before are stale. */
export const placeCrop = defineAction({
  name: 'placeCrop',
  input: objectSchema({ id, place: orNull(placeSchema) }),

  async run({ studio, tx, input }) {
    const was = await rowById(tx, 'formats', input.id, 'id');
    const master = await currentMaster(tx, was.workId);
    if (!master) throw new RefusedError('There is no file yet to cut this size from.');
    cropAt(viewedPixels(master), imageOf(was), input.place);
    const place = samePlace(input.place, null) ? null : input.place;
    if (samePlace(was.crop, place)) return { message: 'The crop is as it was.' };
    await patchRow(tx, 'formats', input.id, { crop: place });
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'format',
      subjectId: input.id,
      says: `Moved the crop of ${was.name}`,
      before: was.crop,
      after: place,
    });
    return { message: `The crop of ${was.name} is kept.` };
  },
});

/** Sets title line, strip to tear off and bleed of a size. */
export const changeFinish = defineAction({
  name: 'changeFinish',
  input: objectSchema({ id, title: line, type: lengthInput, deckle: lengthInput, bleed: lengthInput }),

  async run({ studio, tx, input }) {
    const { unit } = await studio.settings();
    const um = (typed: string | number, field: string) =>
      isBlank(typed) ? 0 : parseLength(typed, unit, field);
    const finish = {
      title: input.title.trim(),
      type: um(input.type, 'type'),
      deckle: um(input.deckle, 'deckle'),
      bleed: um(input.bleed, 'bleed'),
    };
    if (finish.title && !(finish.type >= 1_000 && finish.type <= 30_000))
      throw new InputError('type', input.type, 'capitals from 1 to 30 mm high');
    if (finish.deckle > 60_000) throw new InputError('deckle', input.deckle, 'a strip of at most 60 mm');
    if (finish.bleed > 20_000)
      throw new InputError('bleed', input.bleed, 'a bleed of at most 20 mm; 3 mm is usual');

    const was = await rowById(tx, 'formats', input.id, 'id');
    // Nothing set is no finish: proofs made before anybody thought of one still speak for the size.
    const kept = isNoFinish(finish) ? null : finish;
    await patchRow(tx, 'formats', input.id, { finish: kept });
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'format',
      subjectId: input.id,
      says: `Changed the finish of ${was.name}`,
      before: was.finish,
      after: kept,
    });
    return { message: `The finish of ${was.name} is kept.` };
  },
});
