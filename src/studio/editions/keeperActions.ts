import { impressionLabel, STATE_WORDS, type ImpressionState } from '@/core/edition/impressionStates';
import { InputError, RefusedError } from '@/core/errors';
import { appendToRegister } from '@/store/editions';
import { insertRow, removeRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import { day, flag, id, line, name, objectSchema, oneOf } from '../schemas';
import { noteInJournal } from '../studio';

/** A print of these has left the artist for good, and may have changed hands. */
const WITH_OTHERS: readonly ImpressionState[] = ['delivered', 'gifted', 'kept'];

/**
 * Notes who has a print now, if the studio was told: a resale, an inheritance. The register says that it changed hands and when; the
 * name stands beside it and can be taken out again.
 */
export const noteKeeper = defineAction({
  name: 'noteKeeper',
  input: objectSchema({
    impressionId: id,
    name,
    how: oneOf('bought', 'given', 'resold', 'kept'),
    sinceOn: day,
    note: line,
  }),

  async run({ studio, tx, input }) {
    const impression = await rowById(tx, 'impressions', input.impressionId, 'impressionId');
    const edition = await rowById(tx, 'editions', impression.editionId);
    const label = impressionLabel(impression.kind, impression.number, edition.size, edition.name);
    if (!WITH_OTHERS.includes(impression.state))
      throw new RefusedError(
        `${label} is ${STATE_WORDS[impression.state]}: it has a keeper once it is delivered, given or kept.`,
      );
    const today = await studio.today();
    if (input.sinceOn > today) throw new InputError('sinceOn', input.sinceOn, `a day up to ${today}`);
    const newId = studio.newId();
    await insertRow(tx, 'keepers', {
      id: newId,
      impressionId: impression.id,
      name: input.name.trim(),
      how: input.how,
      sinceOn: input.sinceOn,
      note: input.note.trim(),
    });
    await appendToRegister(tx, [
      {
        at: studio.now(),
        who: await studio.who(tx),
        act: 'changed hands',
        editionId: edition.id,
        impressionId: impression.id,
        body: { number: label, how: input.how, since: input.sinceOn },
      },
    ]);
    await noteInJournal(studio, tx, {
      act: 'noted',
      subject: 'impression',
      subjectId: impression.id,
      says: `${label} changed hands (${input.how}) on ${input.sinceOn}`,
    });
    return { message: `${label} is with ${input.name.trim()} since ${input.sinceOn}.`, id: newId };
  },
});

/** Takes a keeper’s name out again, at their wish; that the print changed hands stays in the register. */
export const forgetKeeper = defineAction({
  name: 'forgetKeeper',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const keeper = await rowById(tx, 'keepers', input.id, 'id');
    await removeRow(tx, 'keepers', keeper.id);
    await noteInJournal(studio, tx, {
      act: 'removed',
      subject: 'impression',
      subjectId: keeper.impressionId,
      says: 'Took out the name of a print’s keeper',
    });
    return { message: 'The name is taken out.' };
  },
});

/** Notes how a pen behaved on a paper: tried on scrap, so that nobody finds out on a print. */
export const notePen = defineAction({
  name: 'notePen',
  input: objectSchema({ paperId: id, pen: name, worked: flag, note: line }),

  async run({ studio, tx, input }) {
    const paper = await rowById(tx, 'papers', input.paperId, 'paperId');
    const newId = studio.newId();
    await insertRow(tx, 'penTrials', {
      id: newId,
      paperId: paper.id,
      pen: input.pen.trim(),
      worked: input.worked,
      at: studio.now(),
      note: input.note.trim(),
    });
    const verdict = input.worked ? 'worked' : 'did not work';
    await noteInJournal(studio, tx, {
      act: 'noted',
      subject: 'paper',
      subjectId: paper.id,
      says: `${input.pen.trim()} ${verdict} on ${paper.name}. ${input.note.trim()}`,
    });
    return { message: `${input.pen.trim()} ${verdict} on ${paper.name}.`, id: newId };
  },
});
