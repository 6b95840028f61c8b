import { InputError } from '@/core/errors';
import { ATTENTION_KINDS } from '@/core/sales/attention';
import { findRow, insertRow, patchRow, removeRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import { day, id, name, objectSchema, oneOf, orNull, prose, wholeNumber } from '../schemas';
import { noteInJournal } from '../studio';

/** Notes what was noticed of a work elsewhere: looks, likes, questions. It is kept apart from sales. */
export const saveAttention = defineAction({
  name: 'saveAttention',
  input: objectSchema({
    id: orNull(id),
    workId: orNull(id),
    place: name,
    kind: oneOf(...ATTENTION_KINDS),
    count: wholeNumber(0, 1_000_000_000),
    from: day,
    until: day,
    notes: prose,
  }),

  async run({ studio, tx, input }) {
    if (input.until < input.from)
      throw new InputError('until', input.until, `a day not before ${input.from}`);
    if (input.until > (await studio.today()))
      throw new InputError('until', input.until, 'a day that is not to come');
    const work = input.workId ? await rowById(tx, 'works', input.workId, 'workId') : null;
    const before = input.id ? await rowById(tx, 'attention', input.id, 'id') : undefined;
    const attentionId = input.id ?? studio.newId();
    const row = {
      workId: input.workId,
      place: input.place.trim(),
      kind: input.kind,
      count: input.count,
      fromOn: input.from,
      untilOn: input.until,
      notes: input.notes.trim(),
    };
    if (before) await patchRow(tx, 'attention', attentionId, row);
    else await insertRow(tx, 'attention', { id: attentionId, ...row });
    const says = `${input.count} ${input.kind} of ${work?.title ?? 'the studio’s work'}, ${row.place}`;
    await noteInJournal(studio, tx, {
      act: before ? 'changed' : 'noted',
      subject: 'attention',
      subjectId: attentionId,
      says,
      before,
      after: row,
    });
    return { message: `Noted, apart from sales: ${says}.`, id: attentionId };
  },
});

/** Takes a note of attention away. */
export const forgetAttention = defineAction({
  name: 'forgetAttention',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const known = await rowById(tx, 'attention', input.id, 'id');
    const work = known.workId ? await findRow(tx, 'works', known.workId) : undefined;
    await removeRow(tx, 'attention', known.id);
    const says = `Took away: ${known.count} ${known.kind} of ${work?.title ?? 'the studio’s work'}, ${known.place}`;
    await noteInJournal(studio, tx, {
      act: 'removed',
      subject: 'attention',
      subjectId: known.id,
      says,
      before: known,
    });
    return { message: `${says}.` };
  },
});
