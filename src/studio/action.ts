import { createHash } from 'node:crypto';
import { canonical } from '@/core/edition/chain';
import { InputError, RefusedError } from '@/core/errors';
import { validate } from '@/core/validate';
import { Type, type Static, type TSchema } from '@/core/schema';
import { actByKey, claimAct, recordAct, type ActRow } from '@/store/acts';
import { hasChanges } from '@/store/changes';
import { brokenRule, sqliteCode, type Db, type Tx } from '@/store/db';
import { refuseWhatChanged } from './history/changedMeanwhile';
import type { Studio } from './studio';

/**
 * How an action can be answered by another. Where none is given, the whole of what it changed is put back as it was, column by
 * column; one that does less is labelled by what it does.
 */
export type Undo = { act: string; input: unknown; label?: string };

/** What came of an act, in a sentence, and how to take it back where that can be done. */
export type ActionResult = {
  message: string;
  id?: string;
  /** Nothing: as it was before. Null: it cannot be taken back. */
  undo?: Undo | null;
  /** Work that goes on beside the page: what is taken back is its result, not the beginning of it. */
  job?: string;
};

/** The same as the asker gets it: by then it is settled whether there is a way back. */
export type ActionAnswer<R = ActionResult> = R extends unknown
  ? Omit<R, 'undo'> & { undo?: Undo }
  : never;

export type ActionOptions = {
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

/** What an action is given: the studio, its checked input, and the transaction that all of it is done in. */
export type ActionContext<I> = { studio: Studio; input: I; tx: Tx };
/** The same without a transaction: whoever asks workers opens one when the answer is there. */
export type LongActionContext<I> = Omit<ActionContext<I>, 'tx'>;

/** Something a person can do, by name. Called like a function, it is done as a whole or not at all. */
export interface Action<N extends string = string, I = never, R extends ActionResult = ActionResult> {
  (studio: Studio, input: I): Promise<ActionAnswer<R>>;
  readonly actionName: N;
  readonly input: TSchema;
  readonly options: ActionOptions;
  /** The doing alone, for whoever has checked the input and opened the transaction. */
  readonly run: (context: ActionContext<I>) => Promise<R>;
  /** How to take something back by doing this. */
  with: (input: I, label: string) => Undo;
}

/** The type of an action's input, derived from the schema that checks it. */
export type InputOf<A> = A extends Action<string, infer I, ActionResult> ? I : never;
/** What an action answers once it is done. */
export type AnswerOf<A> = A extends (...args: never[]) => Promise<infer T> ? T : never;

type Definition<N extends string, S extends TSchema, R extends ActionResult, C> = {
  name: N;
  input: S;
  run: (context: C) => Promise<R>;
} & Omit<ActionOptions, 'long'>;

/** What a page sends along with an act. */
export type RequestContext = {
  /** Made anew for each thing a person does: the same key is the same act, however often it arrives. */
  key?: string;
  /** The window. */
  tab?: string;
  /** The newest change that the page had seen when it was drawn. */
  asOf?: number;
};

/**
 * Declares something a person can do: its name, what it asks for, and the doing, all of it in one transaction. The type of the
 * input comes from the schema that checks it, the type of the answer from what is returned.
 *
 * @param definition.input a schema; whoever calls, the input is checked before the action sees it
 */
export const defineAction = <const N extends string, S extends TSchema, R extends ActionResult>(
  definition: Definition<N, S, R, ActionContext<Static<S>>>,
): Action<N, Static<S>, R> => declare(definition, false);

/** The same for what asks workers or devices in between: it opens its one transaction itself, when it has their answers. */
export const defineLongAction = <const N extends string, S extends TSchema, R extends ActionResult>(
  definition: Definition<N, S, R, LongActionContext<Static<S>>>,
): Action<N, Static<S>, R> => declare(definition, true);

function declare<N extends string, S extends TSchema, R extends ActionResult>(
  definition: Definition<N, S, R, ActionContext<Static<S>>>,
  long: boolean,
): Action<N, Static<S>, R> {
  const { name, input, run, ...options } = definition;
  const call = (studio: Studio, given: Static<S>) => perform(studio, action, given, {});
  const action: Action<N, Static<S>, R> = Object.assign(call, {
    actionName: name,
    input,
    options: { ...options, long },
    run,
    with: (given: Static<S>, label: string): Undo => ({ act: name, input: given, label }),
  });
  return action;
}

/** What comes with a file is checked by its door; one schema, since each is compiled once and kept. */
const ANYTHING = Type.Unknown();

/**
 * Something done with a file that has just come: with the key, the record and the answer of any other action, but asked for by
 * its own door and not by name.
 */
export const fileAction = <R extends ActionResult>(name: string, run: (studio: Studio) => Promise<R>) =>
  defineLongAction({ name, input: ANYTHING, final: true, run: ({ studio }) => run(studio) });

/**
 * Does an action: checks its input, does all of it in one transaction or nothing, keeps its answer under its key, and says how
 * it can be taken back. An action done within another is a part of that one.
 *
 * @throws InputError for an input that does not fit, or a key that stood for something else
 * @throws ChangedError when another window changed meanwhile what this would overwrite
 */
export async function perform<I, R extends ActionResult>(
  studio: Studio,
  action: Action<string, I, R>,
  input: I,
  request: RequestContext,
): Promise<ActionAnswer<R>> {
  validate(action.input, input);
  const { openTx: tx, actId } = studio.store;
  if (tx) return withoutUndo(await studio.store.part(() => action.run({ studio, tx, input })));
  const performance = new Performance(studio, action, input, request);
  if (action.options.long && actId) return withoutUndo(await performance.runAsPart());
  if (!request.key) return plainly(performance.run());
  // The same key may arrive a second time while the first is still at work.
  const running = studio.actsRunning.get(request.key) as Promise<ActionAnswer<R>> | undefined;
  if (running) return running;
  const answer = plainly(performance.run()).finally(() => studio.actsRunning.delete(request.key!));
  studio.actsRunning.set(request.key, answer);
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
    const rule = brokenRule(error);
    if (rule)
      throw new RefusedError(
        `This would write something into ${rule} that must not stand there. Nothing was changed. It is a fault of Glassine’s own: tell whoever looks after it.`,
      );
    throw new RefusedError(
      'Something that this names is not in the studio, or no longer, or it would stand there twice. Nothing was changed; draw the page anew.',
    );
  }
}

/** What is done within another action is taken back with that one. */
const withoutUndo = <R extends ActionResult>(result: R): ActionAnswer<R> => answerOf(result, undefined);

const answerOf = <R extends ActionResult>(result: R, undo: Undo | undefined): ActionAnswer<R> =>
  ({ ...result, undo }) as ActionAnswer<R>;

/** One action on its way through. */
class Performance<I, R extends ActionResult> {
  private readonly actId: string;
  private readonly digest: string;

  constructor(
    private readonly studio: Studio,
    private readonly action: Action<string, I, R>,
    private readonly input: I,
    private readonly request: RequestContext,
  ) {
    this.actId = studio.newId();
    this.digest = createHash('sha256')
      .update(`${action.actionName}\n${canonical(input)}`)
      .digest('hex');
  }

  async run(): Promise<ActionAnswer<R>> {
    const { store } = this.studio;
    const before = await this.answered(store.db);
    if (before) return before;
    return this.action.options.long
      ? store.asAct(
          this.actId,
          () => this.runLong(),
          (tx) => this.keepLong(tx),
        )
      : store.asAct(this.actId, () => store.write((tx) => this.runAtOnce(tx)));
  }

  /** Within another long action, whose key and undo cover it. */
  runAsPart(): Promise<R> {
    return this.runWithoutTx();
  }

  private async runAtOnce(tx: Tx): Promise<ActionAnswer<R>> {
    const before = await this.answered(tx);
    if (before) return before;
    const { studio, input } = this;
    return this.finish(tx, await this.action.run({ studio, tx, input }));
  }

  private async runLong(): Promise<ActionAnswer<R>> {
    const result = await this.runWithoutTx();
    return this.studio.store.write((tx) => this.finish(tx, result));
  }

  /** A long action was declared without a transaction, and asks for none. */
  private runWithoutTx(): Promise<R> {
    const { studio, input } = this;
    return (this.action.run as (context: LongActionContext<I>) => Promise<R>)({ studio, input });
  }

  /** With the last statement of a long action's own transaction: its key is taken the moment its change is. */
  private async keepLong(tx: Tx): Promise<void> {
    if (!(await hasChanges(tx, this.actId))) return;
    await refuseWhatChanged(this.studio, tx, this.actId, this.request, this.action.options);
    await claimAct(tx, await this.row(null));
  }

  private async finish(tx: Tx, result: R): Promise<ActionAnswer<R>> {
    const isChanged = await hasChanges(tx, this.actId);
    if (!isChanged && !this.request.key) return answerOf(result, result.undo ?? undefined);
    if (!this.action.options.long)
      await refuseWhatChanged(this.studio, tx, this.actId, this.request, this.action.options);
    const answer = answerOf(result, this.undoOf(result, isChanged));
    await recordAct(tx, await this.row(answer));
    return answer;
  }

  private undoOf(result: R, isChanged: boolean): Undo | undefined {
    if (result.undo) return result.undo;
    const isFinal = this.action.options.final || result.undo === null || result.job !== undefined;
    if (isFinal || !isChanged) return undefined;
    const label = this.action.actionName === 'undo' ? { label: 'Do it again' } : {};
    return { act: 'undo', input: { id: this.actId }, ...label };
  }

  private async answered(db: Db): Promise<ActionAnswer<R> | null> {
    const { key } = this.request;
    const row = key ? await actByKey(db, key) : undefined;
    return row ? this.answerKept(row) : null;
  }

  private answerKept(row: ActRow): ActionAnswer<R> {
    if (row.name !== this.action.actionName || row.digest !== this.digest)
      throw new InputError('key', row.key, 'a key of its own for each act: this one stood for another');
    if (row.answer) return row.answer as ActionAnswer<R>;
    throw new RefusedError(
      'This was done, and Glassine stopped before it could say so. Look at the page: it shows what came of it.',
    );
  }

  private async row(answer: ActionAnswer<R> | null): Promise<ActRow> {
    return {
      id: this.actId,
      key: this.request.key ?? null,
      name: this.action.actionName,
      digest: this.digest,
      who: await this.studio.who(),
      at: this.studio.now(),
      tab: this.request.tab ?? '',
      answer,
      undoneAt: null,
    };
  }
}
