/** Records a paper, or changes what is known of it. */
import { InputError } from '@/core/errors';
import { isBlank, parseLength, parseSum } from '@/core/measure';
import { readClock } from '@/core/week/clock';
import { BRIGHTENERS, PAPER_BASES, PAPER_SURFACES, SAMPLES } from '@/core/stock/paperWords';
import { insertRow, patchRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import { keepNamed } from '../recordNamed';
import {
  flag,
  id,
  lengthInput,
  line,
  moneyInput,
  name,
  objectSchema,
  oneOf,
  orNull,
  prose,
  Type,
  wholeNumber,
} from '../schemas';
import { noteInJournal } from '../studio';
export const recordPaper = defineAction({
  name: 'recordPaper',
  input: objectSchema({
    id: Type.Optional(id),
    name,
    base: oneOf(...PAPER_BASES),
    surface: oneOf(...PAPER_SURFACES),
    gsm: wholeNumber(20, 1200),
    thickness: lengthInput,
    brightener: oneOf(...BRIGHTENERS),
    mayRoll: flag,
    scuffs: flag,
    dryHours: wholeNumber(0, 240),
    pricePerM2: moneyInput,
    sizes: line,
    permanence: line,
    notes: prose,
  }),

  async run({ studio, input: { id: given, thickness, pricePerM2, ...rest } }) {
    const { currency, unit } = await studio.settings();
    const row = {
      ...rest,
      thicknessUm: parseLength(thickness, unit, 'thickness'),
      pricePerM2Minor: parseSum(pricePerM2, currency, 'pricePerM2'),
    };
    return keepNamed(studio, 'papers', given, row, 'paper');
  },
});

/** Notes that a paper is no longer made, or is made again. */
export const discontinuePaper = defineAction({
  name: 'discontinuePaper',
  input: objectSchema({ id, discontinued: flag }),

  async run({ studio, tx, input }) {
    const paper = await rowById(tx, 'papers', input.id, 'id');
    await patchRow(tx, 'papers', paper.id, { discontinued: input.discontinued });
    const says = `${paper.name} is ${input.discontinued ? 'discontinued' : 'made again'}.`;
    await noteInJournal(studio, tx, { act: 'changed', subject: 'paper', subjectId: paper.id, says });
    return { message: says };
  },
});

/** Records where paper comes from: how long it takes, what carriage costs. */
export const recordSupplier = defineAction({
  name: 'recordSupplier',
  input: objectSchema({
    id: orNull(id),
    name,
    deliveryDays: wholeNumber(0, 180),
    carriage: moneyInput,
    freeFrom: moneyInput,
    /** By when in the day an order leaves the same day: "14:00". */
    cutoff: Type.Optional(line),
    notes: prose,
  }),

  async run({ studio, tx, input }) {
    const { currency } = await studio.settings();
    const row = {
      name: input.name.trim(),
      deliveryDays: input.deliveryDays,
      carriageMinor: isBlank(input.carriage) ? 0 : parseSum(input.carriage, currency, 'carriage'),
      freeFromMinor: isBlank(input.freeFrom) ? null : parseSum(input.freeFrom, currency, 'freeFrom'),
      ...(input.cutoff !== undefined && {
        cutoffMinute: isBlank(input.cutoff) ? null : readClock(input.cutoff, 'cutoff'),
      }),
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
