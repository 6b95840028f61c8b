import { RefusedError } from '@/core/errors';
import { REMOVED_NAME } from '@/core/people/letter';
import { forgetPerson, isNameShared, linesNaming, stillBetween } from '@/store/people';
import { patchRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import { day, id, line, objectSchema, orNull } from '../schemas';
import { noteInJournal } from '../studio';

/** Keeps that somebody agreed to be written to, when and how; or that they took it back. */
export const setPermission = defineAction({
  name: 'setPermission',
  input: objectSchema({ buyerId: id, since: orNull(day), how: line }),

  async run({ studio, tx, input: { buyerId, since, how } }) {
    const buyer = await rowById(tx, 'buyers', buyerId, 'buyerId');
    if (buyer.removedAt) throw new RefusedError('They asked to be forgotten: nothing is kept of them.');
    await patchRow(tx, 'buyers', buyerId, {
      mayWriteSince: since,
      mayWriteHow: since === null ? '' : how.trim(),
    });
    const says =
      since === null
        ? `${buyer.name} is not written to any more`
        : `${buyer.name} may be written to since ${since}${how.trim() ? `, ${how.trim()}` : ''}`;
    await noteInJournal(studio, tx, { act: 'noted', subject: 'buyer', subjectId: buyerId, says });
    return { message: `${says}.` };
  },
});

/**
 * Forgets somebody who asked for it: name, address, mail, notes and messages go out of the records, the journal and the log that
 * undo reads. What was sold, which numbers and for how much stays, without the name.
 */
export const forgetBuyer = defineAction({
  name: 'forgetBuyer',
  input: objectSchema({ buyerId: id }),
  final: true,

  async run({ studio, tx, input: { buyerId } }) {
    const buyer = await rowById(tx, 'buyers', buyerId, 'buyerId');
    if (buyer.removedAt) throw new RefusedError('They were forgotten already.');
    const open = await stillBetween(tx, buyerId);
    if (open.length)
      throw new RefusedError(
        `They cannot be forgotten yet: ${open.map(({ says }) => says).join('; ')}. What is owed on either side comes first.`,
      );
    // One word may be anybody's, or a word of a title: only what is about this person is sure to mean them.
    const isOneWord = !/\s/.test(buyer.name.trim());
    const isShared = isOneWord || (await isNameShared(tx, buyerId, buyer.name));
    const staying = await linesNaming(tx, buyer.name);
    await forgetPerson(tx, {
      ...{ buyerId, name: buyer.name, instead: REMOVED_NAME, at: studio.now(), isShared },
    });
    await noteInJournal(studio, tx, {
      act: 'removed',
      subject: 'buyer',
      subjectId: buyerId,
      says: `Forgot a buyer who asked for it; what was sold stays, without the name`,
    });
    return { message: messageOf(isShared, isOneWord, staying), undo: null };
  },
});

function messageOf(isShared: boolean, isOneWord: boolean, staying: number): string {
  const shared = isShared
    ? ` ${isOneWord ? 'A name of one word may mean something else' : 'Somebody else has the same name'}: lines of the journal that are not about these orders were left as they are.`
    : '';
  const register =
    staying > 0
      ? ` ${staying === 1 ? 'A line' : `${staying} lines`} of the register hold the name in a note of yours: the register cannot be changed.`
      : '';
  return `They are forgotten here. Copies made before, in backups and exported lists, still name them until they are replaced.${shared}${register}`;
}
