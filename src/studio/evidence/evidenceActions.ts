import type { Pictured } from '@/core/notes';
import { patchRow, removeRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import { UNDO_DAYS } from '../history/undo';
import { id, line, objectSchema } from '../schemas';
import { noteInJournal } from '../studio';
import { pictured } from './evidence';

/** Says in words what a kept photograph shows. */
export const describeEvidence = defineAction({
  name: 'describeEvidence',
  input: objectSchema({ id, words: line }),

  async run({ studio, tx, input }) {
    const before = await rowById(tx, 'evidence', input.id, 'id');
    const { journal, name } = await pictured(tx, before.subject as Pictured, before.subjectId);
    const words = input.words.trim();
    await patchRow(tx, 'evidence', before.id, { words });
    const says = `The photograph with ${name} shows: ${words || 'nothing said'}`;
    await noteInJournal(studio, tx, { act: 'changed', ...journal, says });
    return { message: `${says}.`, id: before.id };
  },
});

/** Takes a kept photograph out; the file stays for as long as that can be undone. */
export const removeEvidence = defineAction({
  name: 'removeEvidence',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const before = await rowById(tx, 'evidence', input.id, 'id');
    const { journal, name } = await pictured(tx, before.subject as Pictured, before.subjectId);
    await removeRow(tx, 'evidence', before.id);
    const says = `Took out a photograph with ${name}: ${before.fileName}`;
    await noteInJournal(studio, tx, { act: 'removed', ...journal, says, before });
    return {
      message: `The photograph is taken out; its file is swept away in ${UNDO_DAYS + 1} days, unless something else needs it.`,
    };
  },
});
