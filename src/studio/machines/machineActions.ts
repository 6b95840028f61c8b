import { InputError, RefusedError } from '@/core/errors';
import { isBlank, localDay, parseLength, parseSum } from '@/core/measure';
import { MACHINE_LOG_KINDS } from '@/core/stock/machineLog';
import { findRows, insertRow, patchRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import {
  day,
  flag,
  id,
  lengthInput,
  line,
  listOf,
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
import { inkMovesOf, inkState } from './machines';

/** Records an own printer: its width and feeds, its inks, what it cost and how long it is meant to last. */
export const recordMachine = defineAction({
  name: 'recordMachine',
  input: objectSchema({
    id: orNull(id),
    name,
    width: lengthInput,
    feeds: line,
    inks: listOf(objectSchema({ colour: name, ml: wholeNumber(1, 5_000), price: moneyInput }), {
      minItems: 1,
      maxItems: 16,
    }),
    boughtOn: day,
    outlay: moneyInput,
    lifeHours: wholeNumber(0, 200_000),
    warrantyUntil: orNull(day),
    chargingMl: wholeNumber(0, 2_000),
    deliveryDays: wholeNumber(0, 120),
    notes: prose,
  }),

  async run({ studio, tx, input }) {
    const { unit, currency } = await studio.settings();
    const colours = input.inks.map((i) => i.colour.trim().toLowerCase());
    const twice = colours.find((c, i) => colours.indexOf(c) !== i);
    if (twice) throw new InputError('inks', twice, 'each colour once');
    if (input.warrantyUntil && input.warrantyUntil < input.boughtOn)
      throw new InputError('warrantyUntil', input.warrantyUntil, `a day from ${input.boughtOn} on`);
    const row = {
      name: input.name.trim(),
      widthUm: parseLength(input.width, unit, 'width'),
      feeds: input.feeds,
      inks: input.inks.map((i) => ({
        colour: i.colour.trim(),
        ml: i.ml,
        priceMinor: isBlank(i.price) ? 0 : parseSum(i.price, currency, 'inks'),
      })),
      boughtOn: input.boughtOn,
      outlayMinor: isBlank(input.outlay) ? 0 : parseSum(input.outlay, currency, 'outlay'),
      lifeHours: input.lifeHours,
      warrantyUntil: input.warrantyUntil,
      chargingMl: input.chargingMl,
      deliveryDays: input.deliveryDays,
      notes: input.notes,
    };

    const before = input.id ? await rowById(tx, 'machines', input.id, 'id') : null;
    const rowId = input.id ?? studio.newId();
    if (before) await patchRow(tx, 'machines', rowId, row);
    else await insertRow(tx, 'machines', { id: rowId, ...row });
    await noteInJournal(studio, tx, {
      act: before ? 'changed' : 'recorded',
      subject: 'machine',
      subjectId: rowId,
      says: `${before ? 'Changed' : 'Recorded'} the printer ${row.name}`,
      before,
      after: row,
    });
    return { message: `${row.name} is recorded.`, id: rowId };
  },
});

export const putAwayMachine = defineAction({
  name: 'putAwayMachine',
  input: objectSchema({ id, away: flag }),

  async run({ studio, tx, input }) {
    const machine = await rowById(tx, 'machines', input.id, 'id');
    await patchRow(tx, 'machines', input.id, { archivedAt: input.away ? studio.now() : null });
    await noteInJournal(studio, tx, {
      act: input.away ? 'put away' : 'brought back',
      subject: 'machine',
      subjectId: input.id,
      says: `${machine.name} ${input.away ? 'put away' : 'brought back'}`,
    });
    return { message: `${machine.name} is ${input.away ? 'put away' : 'back'}.` };
  },
});

/** Writes a line in a machine's log: a check, a cleaning, a fault, a service. */
export const logMachine = defineAction({
  name: 'logMachine',
  input: objectSchema({
    machineId: id,
    day,
    kind: oneOf(...MACHINE_LOG_KINDS),
    says: line,
    cost: moneyInput,
  }),

  async run({ studio, tx, input }) {
    const { currency, timeZone } = await studio.settings();
    if (input.day > localDay(studio.now(), timeZone))
      throw new InputError('day', input.day, 'a day that is not in the future');
    if (input.kind === 'fault' && !input.says.trim())
      throw new InputError('says', input.says, 'what the fault was');

    const machine = await rowById(tx, 'machines', input.machineId, 'machineId');
    const newId = studio.newId();
    await insertRow(tx, 'machineLog', {
      id: newId,
      machineId: machine.id,
      day: input.day,
      kind: input.kind,
      says: input.says.trim(),
      costMinor: isBlank(input.cost) ? 0 : parseSum(input.cost, currency, 'cost'),
    });
    await noteInJournal(studio, tx, {
      act: 'logged',
      subject: 'machine',
      subjectId: machine.id,
      says: `${machine.name}: ${input.kind}${input.says ? `, ${input.says}` : ''}`,
    });
    return { message: `${input.kind[0]!.toUpperCase()}${input.kind.slice(1)} noted.`, id: newId };
  },
});

/** Keeps the setting that worked for a paper on a machine: one for each pair. */
export const keepMediaSetting = defineAction({
  name: 'keepMediaSetting',
  input: objectSchema({ machineId: id, paperId: id, setting: name, feed: line, notes: line }),

  async run({ studio, tx, input }) {
    const [machine, paper] = [
      await rowById(tx, 'machines', input.machineId, 'machineId'),
      await rowById(tx, 'papers', input.paperId, 'paperId'),
    ];
    const [was] = await findRows(tx, 'mediaSettings', { machineId: machine.id, paperId: paper.id });
    const row = { setting: input.setting.trim(), feed: input.feed, notes: input.notes };
    if (was) await patchRow(tx, 'mediaSettings', was.id, row);
    else
      await insertRow(tx, 'mediaSettings', {
        id: studio.newId(),
        machineId: machine.id,
        paperId: paper.id,
        ...row,
      });
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'paper',
      subjectId: paper.id,
      says: `${paper.name} on ${machine.name}: ${row.setting}`,
      before: was,
      after: row,
    });
    return { message: `${paper.name} on ${machine.name} is kept.` };
  },
});

/** Cartridges bought, put in or run out, or what the display says. Putting one in takes it off the shelf and ends the one before. */
export const moveInk = defineAction({
  name: 'moveInk',
  input: objectSchema({
    machineId: id,
    colour: name,
    kind: oneOf('bought', 'in', 'out', 'display'),
    day,
    amount: orNull(wholeNumber(0, 100_000)),
    cost: moneyInput,
  }),

  async run({ studio, tx, input }) {
    const { currency, timeZone } = await studio.settings();
    if (input.day > localDay(studio.now(), timeZone))
      throw new InputError('day', input.day, 'a day that is not in the future');

    const machine = await rowById(tx, 'machines', input.machineId, 'machineId');
    const ink = machine.inks.find((i) => i.colour === input.colour);
    if (!ink)
      throw new InputError(
        'colour',
        input.colour,
        `one of ${machine.inks.map((i) => i.colour).join(', ')}`,
      );
    if (input.kind === 'display' && (input.amount === null || input.amount > 100))
      throw new InputError('amount', input.amount, 'a share from 0 to 100 %');
    const moves = await inkMovesOf(tx, machine.id),
      state = inkState(machine, input.colour, moves, []);
    const first = !moves.some((m) => m.colour === input.colour && m.kind === 'in');
    if (input.kind === 'in' && !first && state.spare < 1)
      throw new RefusedError(
        `No ${input.colour} cartridge is on the shelf: note that one was bought first.`,
      );
    if (input.kind === 'out' && !state.since)
      throw new RefusedError(`No ${input.colour} cartridge is in ${machine.name}.`);
    const last = moves.filter((m) => m.colour === input.colour).at(-1);
    if (last && input.day < last.day)
      throw new InputError('day', input.day, `a day from ${last.day} on, when the last was noted`);
    const amount =
      input.amount ??
      (input.kind === 'bought' ? 1 : input.kind === 'in' ? ink.ml - (first ? machine.chargingMl : 0) : 0);
    const usualCost = input.kind === 'bought' ? amount * ink.priceMinor : 0;
    const costMinor = isBlank(input.cost) ? usualCost : parseSum(input.cost, currency, 'cost');
    await insertRow(tx, 'inkMoves', {
      id: studio.newId(),
      machineId: machine.id,
      colour: input.colour,
      day: input.day,
      at: studio.now(),
      kind: input.kind,
      amount,
      costMinor,
    });
    const said = {
      bought: `${amount} ${input.colour} bought`,
      in: `${input.colour} put in`,
      out: `${input.colour} ran out`,
      display: `display says ${amount} % of ${input.colour}`,
    }[input.kind];
    await noteInJournal(studio, tx, {
      act: 'ink',
      subject: 'machine',
      subjectId: machine.id,
      says: `${machine.name}: ${said}`,
    });
    return { message: `${said[0]!.toUpperCase()}${said.slice(1)}.`, id: machine.id };
  },
});

/** Notes an area printed, so that the ink's reckoning knows of it. Printing a layout does this by itself. */
export const notePrinted = defineAction({
  name: 'notePrinted',
  input: objectSchema({
    machineId: id,
    day,
    areaMm2: wholeNumber(1, 1_000_000_000),
    says: line,
    weights: Type.Optional(Type.Record(Type.String(), Type.Number({ minimum: 0, maximum: 3 }))),
  }),

  async run({ studio, tx, input }) {
    const machine = await rowById(tx, 'machines', input.machineId, 'machineId');
    await insertRow(tx, 'inkUse', {
      id: studio.newId(),
      machineId: machine.id,
      day: input.day,
      areaMm2: input.areaMm2,
      says: input.says,
      weights: input.weights ?? null,
    });
    return { message: `${(input.areaMm2 / 1e6).toFixed(3)} m² noted on ${machine.name}.` };
  },
});
