import { ChangedError, type ChangedField } from '@/core/errors';
import {
  changesOfAct,
  columnsChanged,
  laterChanges,
  type ForeignChange,
  type RawRow,
} from '@/store/changes';
import type { Tx } from '@/store/db';
import type { ActionOptions, RequestContext } from '../action';
import type { Studio } from '../studio';
import { columnInWords, valueInWords } from './columnWords';

/** Moved on by the work itself, step by step, each step with a rule of its own; nobody types them over. */
const MOVED_BY_WORK = /(_at|_line_id)$|^(state|on_hand|current|reference|answer)$/;

/**
 * Refuses an act that would overwrite what another window changed after the page was drawn. Only columns that this act itself
 * changes count: two people may change two things of one record.
 *
 * @throws ChangedError naming who, when and which fields, with what stands there now and what would have replaced it
 */
export async function refuseWhatChanged(
  studio: Studio,
  tx: Tx,
  actId: string,
  asking: RequestContext,
  options: ActionOptions,
): Promise<void> {
  if (asking.asOf === undefined) return;
  const settings = await studio.settings(tx);
  const fields: ChangedField[] = [];
  let last: ForeignChange | null = null;
  for (const mine of await changesOfAct(tx, actId)) {
    if (mine.op !== 'update') continue;
    const columns = columnsChanged(mine.before!, mine.after!).filter(
      (column) => options.setsAll || !MOVED_BY_WORK.test(column),
    );
    if (!columns.length) continue;
    const others = await laterChanges(tx, {
      table: mine.table,
      rowId: mine.rowId,
      after: asking.asOf,
      notAct: actId,
      notTab: asking.tab ?? '',
    });
    for (const other of others) {
      const both = columns.filter((column) => isIn(other, column));
      if (!both.length) continue;
      last = other;
      for (const column of both) {
        fields.push({
          field: columnInWords(column),
          now: valueInWords(column, mine.before![column], settings),
          yours: valueInWords(column, mine.after![column], settings),
        });
      }
    }
  }
  if (last)
    throw new ChangedError(changedSentence(last, fields, settings.timeZone), {
      who: last.who,
      at: last.at,
      fields,
    });
}

const isIn = (change: ForeignChange, column: string): boolean =>
  change.op === 'update' &&
  columnsChanged(change.before as RawRow, change.after as RawRow).includes(column);

function changedSentence(last: ForeignChange, fields: ChangedField[], timeZone: string): string {
  const names = [...new Set(fields.map((f) => f.field))].join(', ');
  const time = new Intl.DateTimeFormat('en-GB', { timeZone, hour: '2-digit', minute: '2-digit' }).format(
    new Date(last.at),
  );
  const who = last.who[0]!.toUpperCase() + last.who.slice(1);
  return `${who} changed ${names} at ${time}, after this page was drawn. That stands; what you typed is still here, and not kept yet.`;
}
