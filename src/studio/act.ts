import { createHash } from 'node:crypto';
import { canonical } from '@/core/edition/chain';
import { InputError, RefusedError } from '@/core/errors';
import { validate } from '@/core/validate';
import { actByKey, claimAct, recordAct, type ActRow } from '@/store/acts';
import { hasChanges } from '@/store/changes';
import { sqliteCode, type Tx } from '@/store/db';
import { refuseWhatChanged } from './changedMeanwhile';
import type { Studio } from './studio';

/**
 * How an act can be answered. Where nothing is said, the whole of what it changed is put back as it was, column by column. An
 * answer that does less is called by what it does.
 */
export type Undo = { act: string; input: unknown; label?: string };

/** What came of an act, in a sentence, and how to take it back where that can be done. */
export type ActResult = {
  says: string;
  id?: string;
  /** Nothing: as it was before. Null: it cannot be taken back. */
  undo?: Undo | null;
  /** Anything the caller may want to show at once. */
  more?: Record<string, unknown>;
};

/** The same as the asker gets it: by then it is settled whether there is a way back. */
export type ActAnswer = Omit<ActResult, 'undo'> & { undo?: Undo };

export type ActOptions = {
  /**
   * Asks workers or devices between reading and writing. Such an act must not hold the database meanwhile: it writes in one
   * transaction of its own, at the end.
   */
  long?: boolean;
  /** Cannot be taken back: what it says stands, or has left the house. */
  final?: boolean;
  /** A form that sets counts and states by hand, so that those, too, must not have been changed by another window. */
  setsAll?: boolean;
};

/** Something a person can do: its input's schema, and the doing. */
export type Act<I = unknown> = {
  schema: object;
  options: ActOptions;
  run: (studio: Studio, input: I) => Promise<ActAnswer>;
  /** The doing alone, for whoever has checked the input and opened the transaction. */
  body: (studio: Studio, input: I) => Promise<ActResult>;
};

/** What a page sends along with an act. */
export type Asking = {
  /** Made anew for each thing a person does: the same key is the same act, however often it arrives. */
  key?: string;
  /** The window. */
  tab?: string;
  /** The newest change that the page had seen when it was drawn. */
  asOf?: number;
};

/** What comes with a file is checked by its door; one schema, since each is compiled once and kept. */
const ANYTHING = {};

/**
 * Something done with a file that has just come: with the key, the record and the answer of any other act, but asked for by its
 * own door and not by name.
 */
export const fileAct = (body: (studio: Studio) => Promise<ActResult>): Act<object> =>
  act<object>(ANYTHING, body, { long: true, final: true });

/** Binds a schema to an act; the input is checked before the act sees it, whoever calls. */
export function act<I>(
  schema: object,
  body: (studio: Studio, input: I) => Promise<ActResult>,
  options: ActOptions = {},
): Act<I> & ((studio: Studio, input: I) => Promise<ActAnswer>) {
  const checked = (studio: Studio, input: I) => perform(studio, '', made, input, {});
  const made: Act<I> & typeof checked = Object.assign(checked, { schema, options, run: checked, body });
  return made;
}

/**
 * Does an act: checks its input, does all of it in one transaction or nothing, keeps its answer under its key, and says how it
 * can be taken back. An act done within another act is a part of that one.
 *
 * @throws InputError for an input that does not fit, or a key that stood for something else
 * @throws ChangedError when another window changed meanwhile what this act would overwrite
 */
export async function perform<I>(
  studio: Studio,
  name: string,
  act: Act<I>,
  input: I,
  asking: Asking,
): Promise<ActAnswer> {
  validate(act.schema, input);
  if (studio.store.openTx) return withoutUndo(await studio.store.part(() => act.body(studio, input)));
  if (act.options.long && studio.store.actId) return withoutUndo(await act.body(studio, input));
  const doing = new Doing(studio, name, act, input, asking);
  if (!asking.key) return plainly(doing.run());
  // The same key may arrive a second time while the first is still at work.
  const running = studio.actsRunning.get(asking.key);
  if (running) return running;
  const answer = plainly(doing.run()).finally(() => studio.actsRunning.delete(asking.key!));
  studio.actsRunning.set(asking.key, answer);
  return answer;
}

/**
 * What the database itself would not have, in words: an id that is not there, or no longer; something that would stand twice.
 * The acts look first and say it better; this is for what none of them thought of.
 */
async function plainly<T>(work: Promise<T>): Promise<T> {
  try {
    return await work;
  } catch (error) {
    if (!sqliteCode(error)?.startsWith('SQLITE_CONSTRAINT')) throw error;
    throw new RefusedError(
      'Something that this names is not in the studio, or no longer, or it would stand there twice. Nothing was changed; draw the page anew.',
    );
  }
}

/** What is done within another act is taken back with that one. */
const withoutUndo = (result: ActResult): ActAnswer => ({ ...result, undo: undefined });

/** One act on its way through. */
class Doing<I> {
  private readonly actId: string;
  private readonly digest: string;

  constructor(
    private readonly studio: Studio,
    private readonly name: string,
    private readonly act: Act<I>,
    private readonly input: I,
    private readonly asking: Asking,
  ) {
    this.actId = studio.newId();
    this.digest = createHash('sha256')
      .update(`${name}\n${canonical(input)}`)
      .digest('hex');
  }

  async run(): Promise<ActAnswer> {
    const { store } = this.studio;
    const before = await this.answered(store.db);
    if (before) return before;
    return this.act.options.long
      ? store.asAct(
          this.actId,
          () => this.runLong(),
          (tx) => this.keepLong(tx),
        )
      : store.asAct(this.actId, () => store.write((tx) => this.runAtOnce(tx)));
  }

  private async runAtOnce(tx: Tx): Promise<ActAnswer> {
    const before = await this.answered(tx);
    if (before) return before;
    const result = await this.act.body(this.studio, this.input);
    return this.finish(tx, result);
  }

  private async runLong(): Promise<ActAnswer> {
    const result = await this.act.body(this.studio, this.input);
    return this.studio.store.write((tx) => this.finish(tx, result));
  }

  /** With the last statement of a long act's own transaction: its key is taken the moment its change is. */
  private async keepLong(tx: Tx): Promise<void> {
    if (!(await hasChanges(tx, this.actId))) return;
    await refuseWhatChanged(this.studio, tx, this.actId, this.asking, this.act.options);
    await claimAct(tx, await this.row(null));
  }

  private async finish(tx: Tx, result: ActResult): Promise<ActAnswer> {
    const isChanged = await hasChanges(tx, this.actId);
    if (!isChanged && !this.asking.key) return { ...result, undo: result.undo ?? undefined };
    if (!this.act.options.long)
      await refuseWhatChanged(this.studio, tx, this.actId, this.asking, this.act.options);
    const answer = { ...result, undo: this.undoOf(result, isChanged) };
    await recordAct(tx, await this.row(answer));
    return answer;
  }

  private undoOf(result: ActResult, isChanged: boolean): Undo | undefined {
    if (result.undo?.label) return result.undo;
    const cannot = this.act.options.final || result.undo === null || result.more?.job !== undefined;
    if (cannot || !isChanged) return undefined;
    const label = this.name === 'undo' ? { label: 'Do it again' } : {};
    return { act: 'undo', input: { id: this.actId }, ...label };
  }

  private async answered(db: Parameters<typeof actByKey>[0]): Promise<ActAnswer | null> {
    const { key } = this.asking;
    const row = key ? await actByKey(db, key) : undefined;
    return row ? this.answerOf(row) : null;
  }

  private answerOf(row: ActRow): ActAnswer {
    if (row.name !== this.name || row.digest !== this.digest)
      throw new InputError('key', row.key, 'a key of its own for each act: this one stood for another');
    if (row.answer) return row.answer as ActAnswer;
    throw new RefusedError(
      'This was done, and Glassine stopped before it could say so. Look at the page: it shows what came of it.',
    );
  }

  private async row(answer: ActAnswer | null): Promise<ActRow> {
    return {
      id: this.actId,
      key: this.asking.key ?? null,
      name: this.name,
      digest: this.digest,
      who: await this.studio.who(),
      at: this.studio.now(),
      tab: this.asking.tab ?? '',
      answer,
      undoneAt: null,
    };
  }
}
