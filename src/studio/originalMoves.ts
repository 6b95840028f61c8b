import { asc, eq } from 'drizzle-orm';
import { InputError, RefusedError } from '@/core/errors';
import { localDay } from '@/core/measure';
import type { Db } from '@/store/db';
import { insertRow, patchRow, removeRow, rowById } from '@/store/rows';
import { originalMoves, works } from '@/store/schema';
import { act } from './act';
import { day, id, just, line, name, orNull } from './schemas';
import { noteInJournal } from './studio';

export type OriginalMove = typeof originalMoves.$inferSelect;
/** Whose hands an original went through, oldest first. */
export const movesOf = (db: Db, workId: string): Promise<OriginalMove[]> =>
  db
    .select()
    .from(originalMoves)
    .where(eq(originalMoves.workId, workId))
    .orderBy(asc(originalMoves.leftOn), asc(originalMoves.id));

type Leaving = {
  workId: string;
  leftOn: string;
  who: string;
  place: string;
  why: string;
  conditionOut: string;
  dueOn: string | null;
};

/** Notes that an original leaves the studio: with whom, where to, why, and how it was when it left. */
export const handOver = act<Leaving>(
  just({
    workId: id,
    leftOn: day,
    who: name,
    place: line,
    why: name,
    conditionOut: line,
    dueOn: orNull(day),
  }),
  async (studio, input) => {
    const today = localDay(studio.now(), (await studio.settings()).timeZone);
    if (input.leftOn > today)
      throw new InputError('leftOn', input.leftOn, 'a day that is not in the future');
    if (input.dueOn && input.dueOn < input.leftOn)
      throw new InputError('dueOn', input.dueOn, `a day from ${input.leftOn} on`);
    return studio.store.write(async (tx) => {
      const work = await rowById(tx, works, input.workId, 'workId');
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
      await insertRow(tx, originalMoves, {
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
      return {
        says: `${work.title} is with ${input.who} since ${input.leftOn}.`,
        id: newId,
        undo: { act: 'forgetMove', input: { id: newId } },
      };
    });
  },
);

/** Notes that it is back, and how. */
export const takeBack = act<{ id: string; backOn: string; conditionBack: string }>(
  just({ id, backOn: day, conditionBack: line }),
  async (studio, input) => {
    const today = localDay(studio.now(), (await studio.settings()).timeZone);
    return studio.store.write(async (tx) => {
      const move = await rowById(tx, originalMoves, input.id, 'id');
      if (move.backOn) throw new RefusedError(`It was back on ${move.backOn} already.`);
      if (input.backOn < move.leftOn || input.backOn > today)
        throw new InputError('backOn', input.backOn, `a day from ${move.leftOn} to today`);
      await patchRow(tx, originalMoves, move.id, {
        backOn: input.backOn,
        conditionBack: input.conditionBack,
      });
      const work = await rowById(tx, works, move.workId, 'workId');
      await noteInJournal(studio, tx, {
        act: 'took back',
        subject: 'work',
        subjectId: move.workId,
        says: `${work.title} is back from ${move.who}${input.conditionBack ? `: ${input.conditionBack}` : ''}`,
        before: move,
        after: input,
      });
      return { says: `${work.title} is back.`, undo: { act: 'stillAway', input: { id: move.id } } };
    });
  },
);

/** Takes a coming back off again that was noted too soon. */
export const stillAway = act<{ id: string }>(just({ id }), (studio, input) =>
  studio.store.write(async (tx) => {
    const move = await rowById(tx, originalMoves, input.id, 'id');
    if (
      (await movesOf(tx, move.workId)).some(
        (m) => m.id !== move.id && m.leftOn >= move.leftOn && m.id > move.id,
      )
    )
      throw new RefusedError('It has left again since: that it was back cannot be taken off.');
    await patchRow(tx, originalMoves, move.id, { backOn: null, conditionBack: '' });
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'work',
      subjectId: move.workId,
      says: `Took back that it was back from ${move.who}`,
      before: move,
    });
    return { says: `It is still with ${move.who}.` };
  }),
);

/** Takes off a leaving that was noted by mistake; the journal keeps that it was noted. */
export const forgetMove = act<{ id: string }>(just({ id }), (studio, input) =>
  studio.store.write(async (tx) => {
    const move = await rowById(tx, originalMoves, input.id, 'id');
    if (move.backOn) throw new RefusedError('It was away and is back: that stays on record.');
    await removeRow(tx, originalMoves, move.id);
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'work',
      subjectId: move.workId,
      says: `Took off that it went to ${move.who}`,
      before: move,
    });
    return { says: 'It never left.' };
  }),
);
