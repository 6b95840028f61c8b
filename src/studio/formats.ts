import { RefusedError } from '@/core/errors';
import { formatSize, parseLength, parseSize } from '@/core/measure';
import type { Tx } from '@/store/db';
import { insertRow, patchRow, rowById } from '@/store/rows';
import { formats, works } from '@/store/schema';
import { formatsOf, type Format } from '@/store/works';
import { act } from './act';
import { array, flag, id, just, line, oneOf, orNull, schoolSchema, typed } from './schemas';
import { FAMILY_NAMES, type FamilyName, type School } from '@/core/resolution';
import { noteInJournal } from './studio';

/** A format's measures in one word; a proof made before it changed is stale. */
export const stampOf = (f: Format): string =>
  [f.imageWidthUm, f.imageHeightUm, f.borderTopUm, f.borderRightUm, f.borderBottomUm, f.borderLeftUm].join('/');

/** Offers a work in a size. The border is the studio's usual one until it is changed. */
export const offerFormat = act<{ workId: string; size: string; family: string }>(just({ workId: id, size: typed, family: line }), async (studio, input) => {
  const settings = await studio.settings();
  const size = parseSize(input.size, settings.unit, 'size');
  return studio.store.write(async (tx) => {
    const work = await rowById(tx, works, input.workId, 'workId');
    if (work.mayPrint === 'no') throw new RefusedError(`${work.title} may not be printed: its rights say so. Change that under Original first.`);
    const same = (await formatsOf(tx, input.workId)).find((f) => f.imageWidthUm === size.width && f.imageHeightUm === size.height);
    if (same) return { says: `${formatSize(size, settings.unit)} is offered already.`, id: same.id };
    const newId = studio.newId();
    await insertRow(tx, formats, {
      id: newId, workId: input.workId, name: formatSize(size, 'mm'), family: input.family, imageWidthUm: size.width, imageHeightUm: size.height,
      borderTopUm: settings.borderUm, borderRightUm: settings.borderUm, borderBottomUm: settings.borderUm, borderLeftUm: settings.borderUm, createdAt: studio.now(),
    });
    await noteInJournal(studio, tx, { act: 'offered', subject: 'format', subjectId: newId, says: `Offered ${work.title} at ${formatSize(size, 'mm')}` });
    return { says: `${formatSize(size, settings.unit)} is offered.`, id: newId, undo: { act: 'withdrawFormat', input: { id: newId, withdrawn: true } } };
  });
});

/** Takes a format off the list, or puts it back. What was made in it stays on record. */
export const withdrawFormat = act<{ id: string; withdrawn: boolean }>(just({ id, withdrawn: flag }), (studio, input) => studio.store.write(async (tx) => {
  const format = await rowById(tx, formats, input.id, 'id');
  await patchRow(tx, formats, input.id, { archivedAt: input.withdrawn ? studio.now() : null });
  await noteInJournal(studio, tx, { act: input.withdrawn ? 'withdrew' : 'offered', subject: 'format', subjectId: input.id, says: `${input.withdrawn ? 'Withdrew' : 'Offered again'} ${format.name}` });
  return { says: input.withdrawn ? `${format.name} is no longer offered.` : `${format.name} is offered again.`, undo: { act: 'withdrawFormat', input: { id: input.id, withdrawn: !input.withdrawn } } };
}));

type BorderInput = { id: string; top: string; right: string; bottom: string; left: string };

/** Changes a format's white border, each side on its own. */
export const changeBorder = act<BorderInput>(just({ id, top: typed, right: typed, bottom: typed, left: typed }), async (studio, input) => {
  const { unit } = await studio.settings();
  const um = { borderTopUm: parseLength(input.top, unit, 'top'), borderRightUm: parseLength(input.right, unit, 'right'), borderBottomUm: parseLength(input.bottom, unit, 'bottom'), borderLeftUm: parseLength(input.left, unit, 'left') };
  return studio.store.write(async (tx) => {
    const was = await rowById(tx, formats, input.id, 'id');
    await patchRow(tx, formats, input.id, um);
    await noteInJournal(studio, tx, { act: 'changed', subject: 'format', subjectId: input.id, says: `Changed the border of ${was.name}`, before: was, after: um });
    const mm = (v: number) => `${v / 1_000} mm`;
    return {
      says: `The border of ${was.name} is changed.`,
      undo: { act: 'changeBorder', input: { id: input.id, top: mm(was.borderTopUm), right: mm(was.borderRightUm), bottom: mm(was.borderBottomUm), left: mm(was.borderLeftUm) } },
    };
  });
});

/** Chooses how a work's sizes are judged, and which families are shown; nothing chosen means the studio's own. */
export const judgeSizesBy = act<{ workId: string; school: School | null; families: FamilyName[] | null }>(
  just({ workId: id, school: orNull(schoolSchema), families: orNull(array(oneOf(...FAMILY_NAMES), { minItems: 1 })) }),
  (studio, input) => studio.store.write(async (tx) => {
    const was = await rowById(tx, works, input.workId, 'workId');
    await patchRow(tx, works, input.workId, { school: input.school, families: input.families });
    await noteInJournal(studio, tx, { act: 'changed', subject: 'work', subjectId: input.workId, says: `Chose how the sizes of ${was.title} are judged`, before: { school: was.school, families: was.families }, after: input });
    return { says: 'The sizes are judged again.', undo: { act: 'judgeSizesBy', input: { workId: input.workId, school: was.school, families: was.families } } };
  }),
);

export const formatInTx = (tx: Tx, formatId: string) => rowById(tx, formats, formatId, 'formatId');
