import { InputError, RefusedError } from '@/core/errors';
import { formatSize, parseSize } from '@/core/measure';
import { BEARERS, inspected, INSPECTION, sizeHolds } from '@/core/proof/inspection';
import { insertRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import { each, id, objectSchema, oneOf, orNull, prose, typed } from '../schemas';
import { noteInJournal } from '../studio';
import { handleImpressions } from './impressionActions';

const point = oneOf('right', 'wrong', 'not looked at');

/**
 * Looks one print over beside its reference: all six points right, and it passes; one wrong, and it is spoiled, with the
 * reason and who bears it, in the register.
 */
export const inspectPrint = defineAction({
  name: 'inspectPrint',
  input: objectSchema({
    impressionId: id,
    points: objectSchema(each(INSPECTION, point)),
    measured: typed,
    words: prose,
    bears: orNull(oneOf(...BEARERS)),
  }),

  async run({ studio, input }) {
    const { unit } = await studio.settings();
    const impression = await rowById(studio.db, 'impressions', input.impressionId, 'impressionId');
    if (impression.state !== 'printed')
      throw new RefusedError(`This print is ${impression.state}: it was looked over already.`);
    const format = impression.formatId ? await rowById(studio.db, 'formats', impression.formatId) : null;
    const measured = input.measured.trim() ? parseSize(input.measured, unit, 'measured') : null;
    const image = format && { width: format.imageWidthUm, height: format.imageHeightUm };
    if (measured && image && !sizeHolds(image, measured) && input.points.size === 'right')
      throw new InputError(
        'points',
        formatSize(measured, unit),
        `size marked wrong, or an image within 1 mm of ${formatSize(image, unit)}`,
      );
    const body = inspected(input.points, { measured, words: input.words, bears: input.bears });
    const note = body.verdict === 'spoiled' ? `${body.words}; borne by ${body.bears}` : body.words;
    const done = await handleImpressions(studio, {
      editionId: impression.editionId,
      impressionIds: [impression.id],
      act: body.verdict,
      note: note.slice(0, 200),
    });
    const newId = studio.newId();
    await studio.store.write(async (tx) => {
      await insertRow(tx, 'inspections', {
        id: newId,
        impressionId: impression.id,
        proofId: impression.proofId,
        at: studio.now(),
        body,
      });
      await noteInJournal(studio, tx, {
        act: body.verdict,
        subject: 'impression',
        subjectId: impression.id,
        says: `Looked over: ${body.verdict}${note ? `, ${note}` : ''}`,
        after: body,
      });
    });
    return {
      ...done,
      message:
        body.verdict === 'passed' ? `Passed: ${INSPECTION.length} points right.` : `Spoiled: ${note}.`,
      id: newId,
    };
  },
});
