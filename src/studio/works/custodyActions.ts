import { InputError, RefusedError } from '@/core/errors';
import { localDay } from '@/core/measure';
import { insertRow, patchRow, removeRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import { day, id, line, name, objectSchema, orNull } from '../schemas';
import { noteInJournal } from '../studio';
import { movesOf } from './custody';

/** Notes that an original leaves the studio: with whom, where to, why, and how it was when it left. */
export const handOver = defineAction({
  name: 'handOver',
  input: objectSchema({
    workId: id,
    leftOn: day,
    who: name,
    place: line,
    why: name,
    conditionOut: line,
    dueOn: orNull(day),
  }),

  async run({ studio, tx, input }) {
    const today = localDay(studio.now(), (await studio.settings()).timeZone);
    if (input.leftOn > today)
      throw new InputError('leftOn', input.leftOn, 'a day that is not in the future');
    if (input.dueOn && input.dueOn < input.leftOn)
      throw new InputError('dueOn', input.dueOn, `a day from ${input.leftOn} on`);

    const work = await rowById(tx, 'works', input.workId, 'workId');
    const moves = await movesOf(tx, work.id);
    const away = moves.find((m) => !m.backOn);
    if (away)
      throw new RefusedError(
        `${work.title} is with ${away.who} since ${away.leftOn}: note its coming back first, or it was in two places.`,
      );
    const last = moves.at(-1);
    if (last && input.leftOn < last.backOn!)
      throw new InputError(
        'leftOn',
        input.leftOn,
        `a day from ${last.backOn} on, when it was back from ${last.who}`,
      );
    const newId = studio.newId();
    await insertRow(tx, 'originalMoves', {
      id: newId,
      ...input,
      who: input.who.trim(),
      why: input.why.trim(),
    });
    await noteInJournal(studio, tx, {
      act: 'handed over',
      subject: 'work',
      subjectId: work.id,
      says: `${work.title} went to ${input.who} (${input.why})`,
      after: input,
    });
    return { message: `${work.title} is with ${input.who} since ${input.leftOn}.`, id: newId };
  },
});

/** Notes that it is back, and how. */
export const takeBack = defineAction({
  name: 'takeBack',
  input: objectSchema({ id, backOn: day, conditionBack: line }),

  async run({ studio, tx, input }) {
    const today = localDay(studio.now(), (await studio.settings()).timeZone);

    const move = await rowById(tx, 'originalMoves', input.id, 'id');
    if (move.backOn) throw new RefusedError(`It was back on ${move.backOn} already.`);
    if (input.backOn < move.leftOn || input.backOn > today)
      throw new InputError('backOn', input.backOn, `a day from ${move.leftOn} to today`);
    await patchRow(tx, 'originalMoves', move.id, {
      backOn: input.backOn,
      conditionBack: input.conditionBack,
    });
    const work = await rowById(tx, 'works', move.workId, 'workId');
    await noteInJournal(studio, tx, {
      act: 'took back',
      subject: 'work',
      subjectId: move.workId,
      says: `${work.title} is back from ${move.who}${input.conditionBack ? `: ${input.conditionBack}` : ''}`,
      before: move,
      after: input,
    });
    return { message: `${work.title} is back.` };
  },
});

/** Takes a coming back off again that was noted too soon. */
export const stillAway = defineAction({
  name: 'stillAway',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const move = await rowById(tx, 'originalMoves', input.id, 'id');
    if (
      (await movesOf(tx, move.workId)).some(
        (m) => m.id !== move.id && m.leftOn >= move.leftOn && m.id > move.id,
      )
    )
      throw new RefusedError('It has left again since: that it was back cannot be taken off.');
    await patchRow(tx, 'originalMoves', move.id, { backOn: null, conditionBack: '' });
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'work',
      subjectId: move.workId,
      says: `Took back that it was back from ${move.who}`,
      before: move,
    });
    return { message: `It is still with ${move.who}.` };
  },
});

/** Takes off a leaving that was noted by mistake; the journal keeps that it was noted. */
export const forgetMove = defineAction({
  name: 'forgetMove',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const move = await rowById(tx, 'originalMoves', input.id, 'id');
    if (move.backOn) throw new RefusedError('It was away and is back: that stays on record.');
    await removeRow(tx, 'originalMoves', move.id);
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'work',
      subjectId: move.workId,
      says: `Took off that it went to ${move.who}`,
      before: move,
    });
    return { message: 'It never left.' };
  },
});
