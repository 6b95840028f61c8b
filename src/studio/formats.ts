import { InputError, RefusedError } from '@/core/errors';
import { cropAt, LEAST_FILL, MOST_TURN, samePlace, type CropPlace } from '@/core/layout/crop';
import { imageOf } from '@/core/layout/sheet';
import { formatSize, parseLength, parseSize } from '@/core/measure';
import type { Tx } from '@/store/db';
import { insertRow, patchRow, rowById } from '@/store/rows';
import { formats, works } from '@/store/schema';
import { currentMaster, formatsOf, type Format } from '@/store/works';
import { act } from './act';
import { array, flag, id, ids, just, line, oneOf, orNull, schoolSchema, typed } from './schemas';
import { readSchool } from '@/core/calc/resolution';
import { checkSchool, FAMILY_NAMES, type FamilyName, type School } from '@/core/resolution';
import { viewedPixels } from './stations';
import { noteInJournal } from './studio';

/** A format's measures in one word; a proof made before it changed is stale. */
export const stampOf = (f: Format): string =>
  [
    f.imageWidthUm,
    f.imageHeightUm,
    f.borderTopUm,
    f.borderRightUm,
    f.borderBottomUm,
    f.borderLeftUm,
    // Sizes that were never cut or finished otherwise keep the stamp their proofs were made under.
    ...(samePlace(f.crop, null)
      ? []
      : [`crop ${f.crop!.x} ${f.crop!.y} ${f.crop!.fill} ${f.crop!.turn}`]),
    ...(f.finish ? [`finish ${JSON.stringify(f.finish)}`] : []),
  ].join('/');

/** Offers a work in a size. The border is the studio's usual one until it is changed. */
export const offerFormat = act<{ workId: string; size: string; family: string }>(
  just({ workId: id, size: typed, family: line }),
  async (studio, input) => {
    const settings = await studio.settings();
    const size = parseSize(input.size, settings.unit, 'size');
    return studio.store.write(async (tx) => {
      const work = await rowById(tx, works, input.workId, 'workId');
      if (work.mayPrint === 'no')
        throw new RefusedError(
          `${work.title} may not be printed: its rights say so. Change that under Original first.`,
        );
      const same = (await formatsOf(tx, input.workId)).find(
        (f) => f.imageWidthUm === size.width && f.imageHeightUm === size.height,
      );
      if (same) return { says: `${formatSize(size, settings.unit)} is offered already.`, id: same.id };
      const newId = studio.newId();
      await insertRow(tx, formats, {
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
      return {
        says: `${formatSize(size, settings.unit)} is offered.`,
        id: newId,
        undo: { act: 'withdrawFormat', input: { id: newId, withdrawn: true } },
      };
    });
  },
);

/** Takes a format off the list, or puts it back. What was made in it stays on record. */
export const withdrawFormat = act<{ id: string; withdrawn: boolean }>(
  just({ id, withdrawn: flag }),
  (studio, input) =>
    studio.store.write(async (tx) => {
      const format = await rowById(tx, formats, input.id, 'id');
      await patchRow(tx, formats, input.id, { archivedAt: input.withdrawn ? studio.now() : null });
      await noteInJournal(studio, tx, {
        act: input.withdrawn ? 'withdrew' : 'offered',
        subject: 'format',
        subjectId: input.id,
        says: `${input.withdrawn ? 'Withdrew' : 'Offered again'} ${format.name}`,
      });
      return {
        says: input.withdrawn
          ? `${format.name} is no longer offered.`
          : `${format.name} is offered again.`,
        undo: { act: 'withdrawFormat', input: { id: input.id, withdrawn: !input.withdrawn } },
      };
    }),
);

type BorderInput = { id: string; top: string; right: string; bottom: string; left: string };

/** Changes a format's white border, each side on its own. */
export const changeBorder = act<BorderInput>(
  just({ id, top: typed, right: typed, bottom: typed, left: typed }),
  async (studio, input) => {
    const { unit } = await studio.settings();
    const um = {
      borderTopUm: parseLength(input.top, unit, 'top'),
      borderRightUm: parseLength(input.right, unit, 'right'),
      borderBottomUm: parseLength(input.bottom, unit, 'bottom'),
      borderLeftUm: parseLength(input.left, unit, 'left'),
    };
    return studio.store.write(async (tx) => {
      const was = await rowById(tx, formats, input.id, 'id');
      await patchRow(tx, formats, input.id, um);
      await noteInJournal(studio, tx, {
        act: 'changed',
        subject: 'format',
        subjectId: input.id,
        says: `Changed the border of ${was.name}`,
        before: was,
        after: um,
      });
      const mm = (v: number) => `${v / 1_000} mm`;
      return {
        says: `The border of ${was.name} is changed.`,
        undo: {
          act: 'changeBorder',
          input: {
            id: input.id,
            top: mm(was.borderTopUm),
            right: mm(was.borderRightUm),
            bottom: mm(was.borderBottomUm),
            left: mm(was.borderLeftUm),
          },
        },
      };
    });
  },
);

/** Chooses how a work's sizes are judged, and which families are shown; nothing chosen means the studio's own. */
export const judgeSizesBy = act<{ workId: string; school: School | null; families: FamilyName[] | null }>(
  just({
    workId: id,
    school: orNull(schoolSchema),
    families: orNull(array(oneOf(...FAMILY_NAMES), { minItems: 1 })),
  }),
  (studio, input) =>
    studio.store.write(async (tx) => {
      const was = await rowById(tx, works, input.workId, 'workId');
      const school = input.school && checkSchool(readSchool(input.school));
      await patchRow(tx, works, input.workId, { school, families: input.families });
      await noteInJournal(studio, tx, {
        act: 'changed',
        subject: 'work',
        subjectId: input.workId,
        says: `Chose how the sizes of ${was.title} are judged`,
        before: { school: was.school, families: was.families },
        after: input,
      });
      return {
        says: 'The sizes are judged again.',
        undo: {
          act: 'judgeSizesBy',
          input: { workId: input.workId, school: was.school, families: was.families },
        },
      };
    }),
);

/** Offers several sizes at once, as a set; those offered already stay as they are. */
export const offerSet = act<{ workId: string; sizes: string[]; family: string }>(
  just({ workId: id, sizes: array(typed, { minItems: 1, maxItems: 12 }), family: line }),
  async (studio, input) => {
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
      says: made.length
        ? `${made.length} ${made.length === 1 ? 'size is' : 'sizes are'} offered.`
        : 'They were all offered already.',
      ...(made.length && { undo: { act: 'withdrawSet', input: { ids: made } } }),
    };
  },
);

/** Takes several sizes off the list. */
export const withdrawSet = act<{ ids: string[] }>(just({ ids }), async (studio, input) => {
  for (const formatId of input.ids) await withdrawFormat(studio, { id: formatId, withdrawn: true });
  return { says: `${input.ids.length} sizes are no longer offered.` };
});

const whole = (minimum: number, maximum: number) => ({ type: 'integer', minimum, maximum });
const placeSchema = just({
  x: whole(0, 1_000_000),
  y: whole(0, 1_000_000),
  fill: whole(LEAST_FILL, 1_000_000),
  turn: whole(-MOST_TURN, MOST_TURN),
});

/** Sets where a size is cut out of the picture. The master stays as it is; print files and proofs made before are stale. */
export const placeCrop = act<{ id: string; place: CropPlace | null }>(
  just({ id, place: orNull(placeSchema) }),
  (studio, input) =>
    studio.store.write(async (tx) => {
      const was = await rowById(tx, formats, input.id, 'id');
      const master = await currentMaster(tx, was.workId);
      if (!master) throw new RefusedError('There is no file yet to cut this size from.');
      cropAt(viewedPixels(master), imageOf(was), input.place);
      const place = samePlace(input.place, null) ? null : input.place;
      if (samePlace(was.crop, place)) return { says: 'The crop is as it was.' };
      await patchRow(tx, formats, input.id, { crop: place });
      await noteInJournal(studio, tx, {
        act: 'changed',
        subject: 'format',
        subjectId: input.id,
        says: `Moved the crop of ${was.name}`,
        before: was.crop,
        after: place,
      });
      return {
        says: `The crop of ${was.name} is kept.`,
        undo: { act: 'placeCrop', input: { id: input.id, place: was.crop } },
      };
    }),
);

type FinishInput = { id: string; title: string; type: string; deckle: string; bleed: string };

/** Sets title line, strip to tear off and bleed of a size. */
export const changeFinish = act<FinishInput>(
  just({ id, title: line, type: typed, deckle: typed, bleed: typed }),
  async (studio, input) => {
    const { unit } = await studio.settings();
    const um = (text: string, field: string) => (text.trim() ? parseLength(text, unit, field) : 0);
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
    return studio.store.write(async (tx) => {
      const was = await rowById(tx, formats, input.id, 'id');
      await patchRow(tx, formats, input.id, { finish });
      await noteInJournal(studio, tx, {
        act: 'changed',
        subject: 'format',
        subjectId: input.id,
        says: `Changed the finish of ${was.name}`,
        before: was.finish,
        after: finish,
      });
      const f = was.finish;
      const mm = (v: number) => `${v / 1_000} mm`;
      return {
        says: `The finish of ${was.name} is kept.`,
        ...(f && {
          undo: {
            act: 'changeFinish',
            input: {
              id: input.id,
              title: f.title,
              type: mm(f.type),
              deckle: mm(f.deckle),
              bleed: mm(f.bleed),
            },
          },
        }),
      };
    });
  },
);

export const formatInTx = (tx: Tx, formatId: string) => rowById(tx, formats, formatId, 'formatId');
