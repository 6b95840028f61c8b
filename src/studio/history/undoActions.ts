import { daysEarlier } from '@/core/measure/day';
import { impressionLabel } from '@/core/edition/impressionStates';
import { ChangedError, RefusedError } from '@/core/errors';
import { actById, markUndone } from '@/store/acts';
import {
  changesOfAct,
  columnsChanged,
  laterChanges,
  putRow,
  rawRow,
  setColumns,
  takeRow,
  type RowChange,
} from '@/store/changes';
import { sqliteCode, type Tx } from '@/store/db';
import {
  appendToRegister,
  editionById,
  impressionById,
  orderNumberOfLine,
  registerLines,
} from '@/store/editions';
import { defineAction } from '../action';
import { id, objectSchema } from '../schemas';
import { noteInJournal, type Studio } from '../studio';
import { columnInWords } from './columnWords';
import { refuseUnsound } from './soundness';
import { UNDO_DAYS } from './undo';

/**
 * Takes an act back: every column of every row it changed is as it was before. The register is only ever added to: each
 * impression the act touched gets a line that says where it stands again. Refused when anything of it was changed since.
 */
export const undo = defineAction({
  name: 'undo',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const done = await actById(tx, input.id);
    if (!done) throw new RefusedError('That is too long ago to be taken back by itself.');
    if (done.undoneAt) throw new RefusedError('That was taken back already.');
    if (done.at < daysEarlier(studio.now(), UNDO_DAYS))
      throw new RefusedError(`That was done more than ${UNDO_DAYS} days ago: change it by hand.`);
    const answer = done.answer as KeptAnswer | null;
    if (answer?.undo?.act !== 'undo') throw new RefusedError('That cannot be taken back.');

    const changes = await changesOfAct(tx, done.id);
    for (const change of changes.toReversed()) {
      if (change.table !== 'register') await restore(tx, change);
    }
    await refuseLostWithIt(tx, studio, changes);
    await refuseUnsound(studio, tx, changes);
    await answerInRegister(studio, tx, changes);
    await markUndone(tx, done.id, studio.now());
    const message = sentenceFor(answer.message ?? answer.says ?? done.name);
    await noteInJournal(studio, tx, {
      act: 'took back',
      subject: 'act',
      subjectId: done.id,
      says: message,
    });
    return { message };
  },
});

/** Answers kept before the sentence was called a message have it under `says`. */
type KeptAnswer = { message?: string; says?: string; undo?: { act: string } };

/** What was taken back and is taken back again was done again. */
function sentenceFor(said: string): string {
  const again = said.startsWith(BACK) ? said.slice(BACK.length) : null;
  return again === null ? `${BACK}${said}` : again;
}

const BACK = 'Taken back: ';

async function restore(tx: Tx, change: RowChange): Promise<void> {
  const now = await rawRow(tx, change.table, change.rowId);
  switch (change.op) {
    case 'update': {
      const columns = columnsChanged(change.before!, change.after!);
      const moved = columns.filter((column) => !now || now[column] !== change.after![column]);
      if (moved.length) throw await changedSince(tx, change, moved);
      if (columns.length) await setColumns(tx, change.table, change.rowId, change.before!, columns);
      return;
    }
    case 'insert': {
      const moved = now ? columnsChanged(change.after!, now) : ['id'];
      if (moved.length) throw await changedSince(tx, change, moved);
      await takeRow(tx, change.table, change.rowId).catch((error: unknown) => {
        if (!sqliteCode(error)?.startsWith('SQLITE_CONSTRAINT')) throw error;
        throw new RefusedError('Something was made from it since, so it cannot be taken back by itself.');
      });
      return;
    }
    case 'delete': {
      if (now) throw await changedSince(tx, change, ['id']);
      await putRow(tx, change.table, change.before!);
    }
  }
}

async function changedSince(tx: Tx, change: RowChange, columns: string[]): Promise<ChangedError> {
  const others = await laterChanges(tx, {
    table: change.table,
    rowId: change.rowId,
    after: change.seq,
    notAct: change.actId!,
    notTab: 'any',
  });
  const last = others.at(-1);
  const names =
    columns
      .filter((c) => c !== 'id')
      .map(columnInWords)
      .join(', ') || 'it';
  return new ChangedError(
    `${last?.who ?? 'Something'} changed ${names} since: it is left as it is now, and cannot be taken back by itself.`,
    { who: last?.who ?? '', at: last?.at ?? '', fields: [] },
  );
}

/** Removing a row can take others with it; those that the act did not make itself must not be lost. */
async function refuseLostWithIt(tx: Tx, studio: Studio, changes: readonly RowChange[]): Promise<void> {
  const made = new Set(changes.filter((c) => c.op === 'insert').map((c) => `${c.table} ${c.rowId}`));
  const mine = await changesOfAct(tx, studio.store.actId!);
  if (mine.some((c) => c.op === 'delete' && !made.has(`${c.table} ${c.rowId}`)))
    throw new RefusedError(
      'Something was made from it since, and would be lost with it. It is left as it is.',
    );
}

/** One line for each impression, saying where it stands again. */
async function answerInRegister(studio: Studio, tx: Tx, changes: readonly RowChange[]): Promise<void> {
  const seqs = changes.filter((c) => c.table === 'register').map((c) => Number(c.rowId));
  if (!seqs.length) return;
  const lines = await registerLines(tx, seqs);
  const at = studio.now();
  const who = await studio.who(tx);
  const seen = new Set<string>();
  for (const line of lines.toReversed()) {
    if (!line.impressionId || seen.has(line.impressionId)) continue;
    seen.add(line.impressionId);
    const impression = await impressionById(tx, line.impressionId);
    const edition = await editionById(tx, line.editionId);
    if (!impression || !edition) continue;
    await appendToRegister(tx, [
      {
        at,
        who,
        act: 'taken back',
        editionId: line.editionId,
        impressionId: impression.id,
        body: {
          number: impressionLabel(impression.kind, impression.number, edition.size, edition.name),
          of: line.seq,
          from: line.act,
          to: impression.state,
          order: impression.orderLineId ? await orderNumberOfLine(tx, impression.orderLineId) : null,
        },
      },
    ]);
  }
}
