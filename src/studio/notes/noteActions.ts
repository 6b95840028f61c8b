import { InputError } from '@/core/errors';
import { NOTE_SUBJECTS, type NoteSubject } from '@/core/notes';
import { QUIET_KINDS, QUIET_NAMES, type QuietKind } from '@/core/quiet/tasks';
import type { Tx } from '@/store/db';
import { findRow, insertRow, patchRow, removeRow, removeWhere, rowById } from '@/store/rows';
import { defineAction } from '../action';
import { flag, id, line, objectSchema, oneOf, prose } from '../schemas';
import { noteInJournal } from '../studio';

const isQuiet = (word: string): word is QuietKind => QUIET_KINDS.includes(word as QuietKind);

/** What the thing is called that a note is pinned to; nothing where it is not there. */
async function nameOf(tx: Tx, subject: NoteSubject, subjectId: string): Promise<string | null> {
  switch (subject) {
    case 'work':
      return (await findRow(tx, 'works', subjectId))?.title ?? null;
    case 'paper':
      return (await findRow(tx, 'papers', subjectId))?.name ?? null;
    case 'route':
      return (await findRow(tx, 'routes', subjectId))?.name ?? null;
    case 'order': {
      const order = await findRow(tx, 'orders', subjectId);
      return order ? `order ${order.number}` : null;
    }
    case 'person':
      return (
        (await findRow(tx, 'buyers', subjectId))?.name ??
        (await findRow(tx, 'craftspeople', subjectId))?.name ??
        null
      );
    case 'hands':
      return isQuiet(subjectId) ? QUIET_NAMES[subjectId] : null;
  }
}

/** Pins a note, or a lesson, to a thing. */
export const addNote = defineAction({
  name: 'addNote',
  input: objectSchema({
    subject: oneOf(...NOTE_SUBJECTS),
    subjectId: line,
    text: prose,
    isLesson: flag,
  }),

  async run({ studio, tx, input }) {
    const text = input.text.trim();
    if (!text) throw new InputError('text', input.text, 'what is to be noted');
    const name = await nameOf(tx, input.subject, input.subjectId);
    if (name === null) throw new InputError('subjectId', input.subjectId, `a ${input.subject} there is`);
    const newId = studio.newId();
    await insertRow(tx, 'notes', { ...input, id: newId, text, at: studio.now() });
    const says = `${input.isLesson ? 'Learned' : 'Noted'} of ${name}: ${text}`;
    await noteInJournal(studio, tx, {
      ...{ act: 'noted', subject: input.subject, subjectId: input.subjectId, says },
    });
    return { message: `${input.isLesson ? 'A lesson' : 'A note'} of ${name} is kept.`, id: newId };
  },
});

/** Makes a note a lesson, that is shown wherever the thing is worked with; or says that it holds no longer. */
export const setLesson = defineAction({
  name: 'setLesson',
  input: objectSchema({ id, isLesson: flag }),

  async run({ studio, tx, input }) {
    const note = await rowById(tx, 'notes', input.id, 'id');
    await patchRow(tx, 'notes', note.id, { isLesson: input.isLesson });
    const says = `${input.isLesson ? 'Holds as a lesson' : 'Holds no longer'}: ${note.text}`;
    await noteInJournal(studio, tx, {
      ...{ act: 'noted', subject: note.subject, subjectId: note.subjectId, says },
    });
    return { message: input.isLesson ? 'It is shown where it matters.' : 'It is a note among others.' };
  },
});

/** Takes a note away. */
export const removeNote = defineAction({
  name: 'removeNote',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const note = await rowById(tx, 'notes', input.id, 'id');
    await removeRow(tx, 'notes', note.id);
    await removeWhere(tx, 'evidence', { subject: 'note', subjectId: note.id });
    await noteInJournal(studio, tx, {
      ...{ act: 'removed', subject: note.subject, subjectId: note.subjectId },
      says: `Took a note away: ${note.text}`,
    });
    return { message: 'The note is taken away.' };
  },
});
