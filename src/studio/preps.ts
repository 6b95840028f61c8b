import { and, asc, desc, eq, isNotNull, sql } from 'drizzle-orm';
import { InputError, RefusedError } from '@/core/errors';
import { parseStep, STEP_KINDS, type PrepStep } from '@/core/printfile/steps';
import type { Db, Tx } from '@/store/db';
import { insertRow, patchRow, removeRow, rowById } from '@/store/rows';
import { formats, masters, preps, printFiles, proofs, works } from '@/store/schema';
import { act } from './act';
import { dustInWords } from './checkCapture';
import { count, id, just, name, object, orNull, typed } from './schemas';
import { noteInJournal, type Studio } from './studio';

export type Prep = typeof preps.$inferSelect;
export const prepsOf = (db: Db, workId: string): Promise<Prep[]> =>
  db.select().from(preps).where(eq(preps.workId, workId)).orderBy(desc(preps.changedAt));

/** Begins a prep of a master: empty, or with the steps of an earlier one. */
export const beginPrep = act<{
  masterId: string;
  formatId: string | null;
  name: string;
  copyFrom: string | null;
}>(just({ masterId: id, formatId: orNull(id), name, copyFrom: orNull(id) }), (studio, input) =>
  studio.store.write(async (tx) => {
    const master = await rowById(tx, masters, input.masterId, 'masterId');
    if (input.formatId) await rowById(tx, formats, input.formatId, 'formatId');
    const from = input.copyFrom ? await rowById(tx, preps, input.copyFrom, 'copyFrom') : null;
    const dust = await dustInWords(tx, master.id);
    const begun: PrepStep[] = dust
      ? [{ kind: 'clean', says: dust, figures: {}, by: 'Glassine', at: studio.now() }]
      : [];
    // What Glassine did itself belongs to the file it did it to; only what was set by hand is worth copying.
    const steps = [
      ...begun,
      ...(from?.steps.filter((s) => s.kind !== 'clean') ?? []).map((s) => ({ ...s, at: studio.now() })),
    ];
    const newId = studio.newId();
    await insertRow(tx, preps, {
      id: newId,
      workId: master.workId,
      masterId: master.id,
      formatId: input.formatId,
      name: input.name.trim(),
      steps,
      factor: from?.factor ?? null,
      copiedFrom: from?.id ?? null,
      createdAt: studio.now(),
      changedAt: studio.now(),
    });
    await noteInJournal(studio, tx, {
      act: 'began',
      subject: 'prep',
      subjectId: newId,
      says: `Began the prep ${input.name}${from ? `, from ${from.name}` : ''}`,
    });
    return {
      says: `${input.name} is begun${from ? ` with the ${from.steps.length} steps of ${from.name}` : ''}.`,
      id: newId,
      undo: { act: 'removePrep', input: { id: newId } },
    };
  }),
);

/** Writes one step into a prep, as typed. */
export const logStep = act<{ id: string; line: string }>(
  just({ id, line: { type: 'string', minLength: 1, maxLength: 200 } }),
  (studio, input) =>
    studio.store.write(async (tx) => {
      const step = { ...parseStep(input.line), at: studio.now() };
      const at = await addSteps(studio, tx, input.id, [step]);
      return { says: `Logged: ${step.says}.`, undo: { act: 'dropStep', input: { id: input.id, at } } };
    }),
);

/** Adds steps to the end of a prep; says where the first of them stands. */
export async function addSteps(
  studio: Studio,
  tx: Tx,
  prepId: string,
  steps: PrepStep[],
  factor?: number,
): Promise<number> {
  const prep = await rowById(tx, preps, prepId, 'id');
  if (prep.steps.length + steps.length > 200)
    throw new RefusedError('A prep holds up to 200 steps: begin another.');
  await patchRow(tx, preps, prep.id, {
    steps: [...prep.steps, ...steps],
    changedAt: studio.now(),
    ...(factor !== undefined && { factor }),
  });
  await noteInJournal(studio, tx, {
    act: 'logged',
    subject: 'prep',
    subjectId: prep.id,
    says: `${prep.name}: ${steps.map((s) => s.says).join('; ')}`,
  });
  return prep.steps.length;
}

/** Takes a step out of a prep again. */
export const dropStep = act<{ id: string; at: number }>(
  just({ id, at: count(0, 200) }),
  (studio, input) =>
    studio.store.write(async (tx) => {
      const prep = await rowById(tx, preps, input.id, 'id');
      const gone = prep.steps[input.at];
      if (!gone) throw new InputError('at', input.at, `a step from 0 to ${prep.steps.length - 1}`);
      await patchRow(tx, preps, prep.id, {
        steps: prep.steps.filter((_, i) => i !== input.at),
        changedAt: studio.now(),
      });
      await noteInJournal(studio, tx, {
        act: 'took out',
        subject: 'prep',
        subjectId: prep.id,
        says: `${prep.name}: took out “${gone.says}”`,
        before: gone,
      });
      return {
        says: `Taken out: ${gone.says}.`,
        undo: { act: 'putStep', input: { id: prep.id, at: input.at, step: gone } },
      };
    }),
);

const stepSchema = object(
  {
    kind: { enum: [...STEP_KINDS] },
    says: { type: 'string', maxLength: 400 },
    figures: { type: 'object', additionalProperties: { type: ['number', 'string'] }, maxProperties: 20 },
    by: { enum: ['hand', 'Glassine'] },
    at: typed,
  },
  ['at'],
);

/** Puts a step back where it was, or moves it there. */
export const putStep = act<{ id: string; at: number; step: PrepStep }>(
  just({ id, at: count(0, 200), step: stepSchema }),
  (studio, input) =>
    studio.store.write(async (tx) => {
      const prep = await rowById(tx, preps, input.id, 'id');
      await patchRow(tx, preps, prep.id, {
        steps: [...prep.steps.slice(0, input.at), input.step, ...prep.steps.slice(input.at)],
        changedAt: studio.now(),
      });
      await noteInJournal(studio, tx, {
        act: 'put back',
        subject: 'prep',
        subjectId: prep.id,
        says: `${prep.name}: put back “${input.step.says}”`,
      });
      return {
        says: `Put back: ${input.step.says}.`,
        undo: { act: 'dropStep', input: { id: prep.id, at: input.at } },
      };
    }),
);

/** Removes a prep no file was made with. */
export const removePrep = act<{ id: string }>(just({ id }), (studio, input) =>
  studio.store.write(async (tx) => {
    const prep = await rowById(tx, preps, input.id, 'id');
    const [used] = await tx
      .select({ name: printFiles.fileName })
      .from(printFiles)
      .where(eq(printFiles.prepId, prep.id))
      .limit(1);
    if (used) throw new RefusedError(`${used.name} was made with ${prep.name}: it stays as its record.`);
    await removeRow(tx, preps, prep.id);
    await noteInJournal(studio, tx, {
      act: 'removed',
      subject: 'prep',
      subjectId: prep.id,
      says: `Removed the prep ${prep.name}`,
      before: prep,
    });
    return { says: `${prep.name} is removed.` };
  }),
);

export type LikeFactor = {
  prepId: string;
  name: string;
  title: string;
  factor: number;
  round: number;
  settings: string;
};
/** Factors this near need like settings. */
const LIKE = 1.15;

/** Preps with a resample factor near this one whose format then had a proof accepted: what passed, and at which round. */
export async function passedNear(db: Db, factor: number): Promise<LikeFactor[]> {
  const rows = await db
    .select({ prep: preps, title: works.title, round: proofs.round })
    .from(preps)
    .innerJoin(works, eq(works.id, preps.workId))
    .innerJoin(proofs, and(eq(proofs.formatId, preps.formatId), eq(proofs.state, 'accepted')))
    .where(
      and(isNotNull(preps.factor), sql`${preps.factor} BETWEEN ${factor / LIKE} AND ${factor * LIKE}`),
    )
    .orderBy(asc(sql`abs(${preps.factor} - ${factor})`))
    .limit(5);
  return rows.map(({ prep, title, round }) => ({
    prepId: prep.id,
    name: prep.name,
    title,
    factor: prep.factor!,
    round,
    settings: lastOf(prep.steps, 'noise', 'resample', 'sharpen') || 'no sharpening logged',
  }));
}

/** The last step of each kind, in words: what the print that passed had last been through. */
const lastOf = (steps: readonly PrepStep[], ...kinds: PrepStep['kind'][]): string =>
  kinds.flatMap((kind) => steps.filter((s) => s.kind === kind).at(-1)?.says ?? []).join('; ');
