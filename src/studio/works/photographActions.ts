import { localDay } from '@/core/measure';
import { PHOTOGRAPH_OF } from '@/core/works';
import { patchRow, removeRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import { UNDO_DAYS } from '../history/undo';
import { day, id, line, objectSchema, oneOf } from '../schemas';
import { noteInJournal } from '../studio';
import { checkTakenOn } from './photographs';

/** Says anew what a photograph of an original shows, and of which day it is. */
export const describePhotograph = defineAction({
  name: 'describePhotograph',
  input: objectSchema({ id, shows: oneOf(...PHOTOGRAPH_OF), words: line, takenOn: day }),

  async run({ studio, tx, input }) {
    checkTakenOn(input.takenOn, localDay(studio.now(), (await studio.settings()).timeZone));
    const before = await rowById(tx, 'photographs', input.id, 'id');
    const work = await rowById(tx, 'works', before.workId);
    const { shows, words, takenOn } = input;
    await patchRow(tx, 'photographs', before.id, { shows, words: words.trim(), takenOn });
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'photograph',
      subjectId: before.id,
      says: `The photograph of ${work.title} shows: ${shows}${words.trim() && `, ${words.trim()}`}`,
      before,
    });
    return { message: `The photograph of ${work.title} shows: ${shows}.`, id: before.id };
  },
});

/** Takes a photograph of an original out; the file stays for as long as that can be undone. */
export const removePhotograph = defineAction({
  name: 'removePhotograph',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const before = await rowById(tx, 'photographs', input.id, 'id');
    const work = await rowById(tx, 'works', before.workId);
    await removeRow(tx, 'photographs', before.id);
    await noteInJournal(studio, tx, {
      act: 'removed',
      subject: 'photograph',
      subjectId: before.id,
      says: `Took out a photograph of ${work.title}: ${before.shows}, ${before.fileName}`,
      before,
    });
    return {
      message: `The photograph is taken out; its file is swept away in ${UNDO_DAYS + 1} days, unless something else needs it.`,
    };
  },
});
