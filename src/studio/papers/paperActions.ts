import { InputError } from '@/core/errors';
import { parseMoney } from '@/core/measure';
import { insertRow, patchRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import { id, line, name, objectSchema, oneOf, orNull, prose, typed, wholeNumber } from '../schemas';
import { noteInJournal } from '../studio';
import { SAMPLES } from './papers';

/** Records where paper comes from: how long it takes, what carriage costs. */
export const recordSupplier = defineAction({
  name: 'recordSupplier',
  input: objectSchema({
    id: orNull(id),
    name,
    deliveryDays: wholeNumber(0, 180),
    carriage: typed,
    freeFrom: typed,
    notes: prose,
  }),

  async run({ studio, tx, input }) {
    const { currency } = await studio.settings();
    const row = {
      name: input.name.trim(),
      deliveryDays: input.deliveryDays,
      carriageMinor: input.carriage.trim() ? parseMoney(input.carriage, currency, 'carriage') : 0,
      freeFromMinor: input.freeFrom.trim() ? parseMoney(input.freeFrom, currency, 'freeFrom') : null,
      notes: input.notes,
    };

    const before = input.id ? await rowById(tx, 'suppliers', input.id, 'id') : null,
      rowId = input.id ?? studio.newId();
    if (before) await patchRow(tx, 'suppliers', rowId, row);
    else await insertRow(tx, 'suppliers', { id: rowId, ...row });
    await noteInJournal(studio, tx, {
      act: before ? 'changed' : 'recorded',
      subject: 'supplier',
      subjectId: rowId,
      says: `${before ? 'Changed' : 'Recorded'} ${row.name}`,
      before,
      after: row,
    });
    return { message: `${row.name} is recorded.`, id: rowId };
  },
});

/** Keeps how far a sample kit has come and what was thought of it, who delivers, how the paper is kept. */
export const keepPaperDesk = defineAction({
  name: 'keepPaperDesk',
  input: objectSchema({
    id,
    sample: oneOf(...SAMPLES),
    sampleNotes: line,
    supplierId: orNull(id),
    gasOutHours: wholeNumber(0, 2_000),
    storage: line,
  }),

  async run({ studio, tx, input }) {
    const was = await rowById(tx, 'papers', input.id, 'id');
    if (input.supplierId) await rowById(tx, 'suppliers', input.supplierId, 'supplierId');
    const { id: paperId, ...row } = input;
    if ((input.sample === 'liked' || input.sample === 'not liked') && !input.sampleNotes.trim())
      throw new InputError(
        'sampleNotes',
        input.sampleNotes,
        'a word on why: it is what one looks for later',
      );
    await patchRow(tx, 'papers', paperId, row);
    const before = {
      sample: was.sample,
      sampleNotes: was.sampleNotes,
      supplierId: was.supplierId,
      gasOutHours: was.gasOutHours,
      storage: was.storage,
    };
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'paper',
      subjectId: paperId,
      says: `${was.name}: sample ${input.sample}`,
      before,
      after: row,
    });
    return { message: `${was.name} is kept.` };
  },
});
