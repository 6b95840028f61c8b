import { InputError, RefusedError } from '@/core/errors';
import { parseStep, STEP_KINDS, type PrepStep } from '@/core/printfile/steps';
import { insertRow, patchRow, removeRow, rowById } from '@/store/rows';
import { filesOfPrep } from '@/store/works';
import { defineAction } from '../action';
import { id, name, objectSchema, oneOf, orNull, Type, typed, wholeNumber } from '../schemas';
import { noteInJournal } from '../studio';
import { dustInWords } from './checks';
import { addSteps } from './preps';

/** Begins a prep of a master: empty, or with the steps of an earlier one. */
export const beginPrep = defineAction({
  name: 'beginPrep',
  input: objectSchema({ masterId: id, formatId: orNull(id), name, copyFrom: orNull(id) }),

  async run({ studio, tx, input }) {
    const master = await rowById(tx, 'masters', input.masterId, 'masterId');
    if (input.formatId) await rowById(tx, 'formats', input.formatId, 'formatId');
    const from = input.copyFrom ? await rowById(tx, 'preps', input.copyFrom, 'copyFrom') : null;
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
    await insertRow(tx, 'preps', {
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
      message: `${input.name} is begun${from ? ` with the ${from.steps.length} steps of ${from.name}` : ''}.`,
      id: newId,
    };
  },
});

/** Writes one step into a prep, as typed. */
export const logStep = defineAction({
  name: 'logStep',
  input: objectSchema({ id, line: Type.String({ minLength: 1, maxLength: 200 }) }),

  async run({ studio, tx, input }) {
    const step = { ...parseStep(input.line), at: studio.now() };
    await addSteps(studio, tx, input.id, [step]);
    return { message: `Logged: ${step.says}.` };
  },
});

/** Takes a step out of a prep again. */
export const dropStep = defineAction({
  name: 'dropStep',
  input: objectSchema({ id, at: wholeNumber(0, 200) }),

  async run({ studio, tx, input }) {
    const prep = await rowById(tx, 'preps', input.id, 'id');
    const gone = prep.steps[input.at];
    if (!gone) throw new InputError('at', input.at, `a step from 0 to ${prep.steps.length - 1}`);
    await patchRow(tx, 'preps', prep.id, {
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
    return { message: `Taken out: ${gone.says}.` };
  },
});

const stepSchema = objectSchema({
  kind: oneOf(...STEP_KINDS),
  says: Type.String({ maxLength: 400 }),
  figures: Type.Record(Type.String(), Type.Union([Type.Number(), Type.String()]), { maxProperties: 20 }),
  by: oneOf('hand', 'Glassine'),
  at: Type.Optional(typed),
});

/** Puts a step back where it was, or moves it there. */
export const putStep = defineAction({
  name: 'putStep',
  input: objectSchema({ id, at: wholeNumber(0, 200), step: stepSchema }),

  async run({ studio, tx, input }) {
    const prep = await rowById(tx, 'preps', input.id, 'id');
    await patchRow(tx, 'preps', prep.id, {
      steps: [...prep.steps.slice(0, input.at), input.step, ...prep.steps.slice(input.at)],
      changedAt: studio.now(),
    });
    await noteInJournal(studio, tx, {
      act: 'put back',
      subject: 'prep',
      subjectId: prep.id,
      says: `${prep.name}: put back “${input.step.says}”`,
    });
    return { message: `Put back: ${input.step.says}.` };
  },
});

/** Removes a prep no file was made with. */
export const removePrep = defineAction({
  name: 'removePrep',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const prep = await rowById(tx, 'preps', input.id, 'id');
    const [used] = await filesOfPrep(tx, prep.id);
    if (used) throw new RefusedError(`${used.name} was made with ${prep.name}: it stays as its record.`);
    await removeRow(tx, 'preps', prep.id);
    await noteInJournal(studio, tx, {
      act: 'removed',
      subject: 'prep',
      subjectId: prep.id,
      says: `Removed the prep ${prep.name}`,
      before: prep,
    });
    return { message: `${prep.name} is removed.` };
  },
});
