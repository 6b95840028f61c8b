import { randomBytes } from 'node:crypto';
import { subjectOf } from '@/core/bench/lines';
import { InputError, RefusedError } from '@/core/errors';
import { isBlank } from '@/core/measure';
import { addDays, daysBetween } from '@/core/measure/day';
import { consequences } from '@/core/week/consequences';
import { clockOf, hoursOf, readClock, readHours } from '@/core/week/clock';
import type { Tx } from '@/store/db';
import { findRows, insertRow, patchRow, removeRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import { planOrder } from '../orders/orderActions';
import { benchLinesToday } from '../reports/bench';
import { day, flag, id, line, name, objectSchema, orNull } from '../schemas';
import { FIRST_SETTINGS } from '../settings/firstSettings';
import { noteInJournal, type Studio } from '../studio';
import { mannerOf, weekOf } from './week';

/** The record a line or task is about. */
const recordOf = (name: string): string => subjectOf({ id: name }) ?? name;

/** The mark of a line is made, changed, or taken away when nothing is left of it. */
async function setMark(
  studio: Studio,
  tx: Tx,
  named: string,
  change: { untilOn?: string | null; plannedOn?: string | null; why?: string },
): Promise<void> {
  const [known] = await findRows(tx, 'benchMarks', { line: named }, { limit: 1 });
  const next = { untilOn: null, plannedOn: null, why: '', ...known, ...change };
  const changedAt = studio.now();
  if (next.untilOn === null && next.plannedOn === null) {
    if (known) await removeRow(tx, 'benchMarks', known.id);
    return;
  }
  const { untilOn, plannedOn, why } = next;
  if (known) await patchRow(tx, 'benchMarks', known.id, { untilOn, plannedOn, why, changedAt });
  else
    await insertRow(tx, 'benchMarks', {
      ...{ id: studio.newId(), line: named, untilOn, plannedOn, why, changedAt },
    });
}

async function lineOnBench(studio: Studio, name: string) {
  const found = (await benchLinesToday(studio)).find(({ id }) => id === name);
  if (!found) throw new InputError('line', name, 'a line that is on the bench');
  return found;
}

/** Puts a line of the bench off until a day. What was promised is not put off but moved, where everybody sees it. */
export const putOff = defineAction({
  name: 'putOff',
  input: objectSchema({ line, untilOn: day, why: line }),

  async run({ studio, tx, input }) {
    const found = await lineOnBench(studio, input.line);
    if (found.group === 'Promised')
      throw new RefusedError(
        `${found.subject} was promised: plan its day in the week or on the lane, or tell its buyer.`,
      );
    if (input.untilOn <= (await studio.today()))
      throw new InputError('untilOn', input.untilOn, 'a day after today');
    await setMark(studio, tx, input.line, { untilOn: input.untilOn, why: input.why.trim() });
    const says = `${found.subject}, ${found.about}: put off until ${input.untilOn}${input.why.trim() ? `, ${input.why.trim()}` : ''}`;
    await noteInJournal(studio, tx, {
      act: 'put off',
      subject: 'bench',
      subjectId: recordOf(input.line),
      says,
    });
    return { message: `${says}.` };
  },
});

/** Takes up again what was put off. */
export const takeUp = defineAction({
  name: 'takeUp',
  input: objectSchema({ line }),

  async run({ studio, tx, input }) {
    const [known] = await findRows(tx, 'benchMarks', { line: input.line }, { limit: 1 });
    if (!known?.untilOn) throw new RefusedError('That was not put off, or not any more.');
    await setMark(studio, tx, input.line, { untilOn: null, why: '' });
    const says = 'Taken up again before its day';
    await noteInJournal(studio, tx, {
      act: 'took up',
      subject: 'bench',
      subjectId: recordOf(input.line),
      says,
    });
    return { message: 'It is back on the bench.' };
  },
});

/** Moves a thing of the week to a day, or gives it back to the plan; says what follows from it. */
export const planTask = defineAction({
  name: 'planTask',
  input: objectSchema({ task: line, plannedOn: orNull(day) }),

  async run({ studio, tx, input: { task, plannedOn } }) {
    const before = await weekOf(studio, await benchLinesToday(studio));
    const item = before.items.find((each) => each.task.id === task);
    if (!item) throw new InputError('task', task, 'something that is in the week');
    if (item.kind === 'post')
      throw new RefusedError('The way to the counter follows the parcels: move those.');
    if (plannedOn !== null && plannedOn < before.today)
      throw new InputError('plannedOn', plannedOn, `${before.today} or later`);
    const [kind, id] = task.split(':');
    // The day an order is packed on is its day on the lane: one thing has one day.
    if (kind === 'pack') await planOrder.run({ studio, tx, input: { id: id!, plannedOn } });
    else await setMark(studio, tx, task, { plannedOn });
    const after = await weekOf(studio, await benchLinesToday(studio));
    const tasks = after.items.map((each) => each.task);
    const told = consequences(tasks, before.plan, after.plan, task);
    const says = plannedOn
      ? `${item.task.name}: planned for ${plannedOn}`
      : `${item.task.name}: laid by the plan again`;
    if (kind !== 'pack')
      await noteInJournal(studio, tx, {
        act: 'planned',
        subject: 'bench',
        subjectId: recordOf(task),
        says,
      });
    return { message: `${says}. ${told.map((each) => each.says).join('; ')}`, consequences: told };
  },
});

/** The minutes of one day; nothing: as on any other. */
async function setHours(studio: Studio, tx: Tx, on: string, minutes: number | null): Promise<void> {
  const [known] = await findRows(tx, 'dayHours', { day: on }, { limit: 1 });
  if (minutes === null) {
    if (known) await removeRow(tx, 'dayHours', known.id);
  } else if (known) await patchRow(tx, 'dayHours', known.id, { minutes });
  else await insertRow(tx, 'dayHours', { id: studio.newId(), day: on, minutes });
}

/** The hours of one day, where they are not as on any other; nothing: as on any other. */
export const setDayHours = defineAction({
  name: 'setDayHours',
  input: objectSchema({ day, hours: line }),

  async run({ studio, tx, input }) {
    const minutes = isBlank(input.hours) ? null : readHours(input.hours, 'hours');
    await setHours(studio, tx, input.day, minutes);
    const says =
      minutes === null
        ? `${input.day} has the usual hours again`
        : minutes === 0
          ? `${input.day} has no hours for the studio`
          : `${input.day} has ${hoursOf(minutes)} for the studio`;
    await noteInJournal(studio, tx, { act: 'set', subject: 'studio', subjectId: 'studio', says });
    return { message: `${says}.` };
  },
});

/** So long a thing on certain days may last. */
const LONGEST_DAYS = 60;

/** Notes what is on certain days, such as a fair; where nothing else is done on them they have no hours for the studio. */
export const noteDate = defineAction({
  name: 'noteDate',
  input: objectSchema({ says: name, fromOn: day, untilOn: orNull(day), takesHours: flag }),

  async run({ studio, tx, input }) {
    const untilOn = input.untilOn ?? input.fromOn;
    if (untilOn < input.fromOn)
      throw new InputError('untilOn', untilOn, `${input.fromOn} or later, or nothing for one day`);
    if (daysBetween(input.fromOn, untilOn) >= LONGEST_DAYS)
      throw new InputError('untilOn', untilOn, `at most ${LONGEST_DAYS} days in all`);
    const row = { id: studio.newId(), fromOn: input.fromOn, untilOn, says: input.says.trim() };
    await insertRow(tx, 'weekDates', { ...row, createdAt: studio.now() });
    if (input.takesHours)
      for (let each = row.fromOn; each <= untilOn; each = addDays(each, 1))
        await setHours(studio, tx, each, 0);
    const days = untilOn > row.fromOn ? `from ${row.fromOn} to ${untilOn}` : `on ${row.fromOn}`;
    const says = `${row.says}: ${days}${input.takesHours ? ', without hours for the studio' : ''}`;
    await noteInJournal(studio, tx, { act: 'noted', subject: 'bench', subjectId: row.id, says });
    return { message: `${says}.`, id: row.id };
  },
});

/** Takes away what was noted for certain days; their hours stay as they are. */
export const dropDate = defineAction({
  name: 'dropDate',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const date = await rowById(tx, 'weekDates', input.id, 'id');
    await removeRow(tx, 'weekDates', date.id);
    const says = `${date.says} is not on ${date.fromOn} any more`;
    await noteInJournal(studio, tx, { act: 'took away', subject: 'bench', subjectId: date.id, says });
    return { message: `${says}.` };
  },
});

/** When the day's work begins, and how long the way to the counter takes. */
export const setWeekManner = defineAction({
  name: 'setWeekManner',
  input: objectSchema({ starts: line, trip: line }),

  async run({ studio, tx, input }) {
    const before = mannerOf(await studio.settings(tx));
    const starts = readClock(input.starts, 'starts');
    const tripMinutes = isBlank(input.trip) ? 0 : readHours(input.trip, 'trip');
    await patchRow(tx, 'studio', FIRST_SETTINGS.id, { week: { ...before, starts, tripMinutes } });
    const says = `The day begins at ${clockOf(starts)}; ${tripMinutes ? `${hoursOf(tripMinutes)} to the counter and back` : 'parcels are fetched'}`;
    await noteInJournal(studio, tx, { act: 'set', subject: 'studio', subjectId: 'studio', says });
    return { message: `${says}.` };
  },
});

const KEY_BYTES = 24;

/** Makes the private address of the calendar, or a new one: whoever had the old one reads nothing any more. */
export const makeFeed = defineAction({
  name: 'makeFeed',
  input: objectSchema({}),
  final: true,

  async run({ studio, tx }) {
    const before = mannerOf(await studio.settings(tx));
    const feedKey = randomBytes(KEY_BYTES).toString('base64url');
    await patchRow(tx, 'studio', FIRST_SETTINGS.id, { week: { ...before, feedKey } });
    const says = before.feedKey ? 'The calendar has a new address' : 'The calendar has an address';
    await noteInJournal(studio, tx, { act: 'set', subject: 'studio', subjectId: 'studio', says });
    return { message: `${says}. Whoever has it sees what is in the week.`, undo: null };
  },
});

/** Takes the calendar's address away. */
export const closeFeed = defineAction({
  name: 'closeFeed',
  input: objectSchema({}),
  final: true,

  async run({ studio, tx }) {
    const before = mannerOf(await studio.settings(tx));
    if (!before.feedKey) throw new RefusedError('The calendar has no address.');
    await patchRow(tx, 'studio', FIRST_SETTINGS.id, { week: { ...before, feedKey: null } });
    const says = 'The calendar’s address is taken away';
    await noteInJournal(studio, tx, { act: 'set', subject: 'studio', subjectId: 'studio', says });
    return { message: `${says}.`, undo: null };
  },
});
