import { addDays } from '@/core/measure/day';
import { placeOrder, planOrder } from '../orders/orderActions';
import { laneOf } from '../orders/lane';
import { setPostPolicy } from '../orders/postActions';
import { benchLinesToday, benchToday, placeCounts } from '../reports/bench';
import type { Studio } from '../studio';
import { acceptedProof, furnished, refused, withPrints } from '../../../tests/unit/helpers/house';
import { feedFor, weekCalendar } from './calendar';
import { receiveLot } from '../papers/lotActions';
import { keepPaperDesk, recordSupplier } from '../papers/paperActions';
import { stockEvents, weekOf } from './week';
import {
  closeFeed,
  dropDate,
  makeFeed,
  noteDate,
  planTask,
  putOff,
  setDayHours,
  setWeekManner,
  takeUp,
} from './weekActions';

/** A Monday, before work begins. */
const MONDAY = '2026-11-23';
const at = (hour: number) => `${MONDAY}T${String(hour).padStart(2, '0')}:00:00.000Z`;

/** A studio of so many minutes a day, at an hour of a Monday, with three prints ready and an order for them. */
async function studioAt(
  hour: number,
  minutesADay = 120,
  quantity = 1,
  editionSize = 9,
  withMaster = false,
) {
  let now = at(8);
  const f = await furnished({ withMaster, now: () => now });
  const { studio } = f;
  const { editionId } = await withPrints(f, editionSize, 3);
  await setPostPolicy(studio, {
    ...{ countries: [], trackedFrom: '', insuredFrom: '', returnDays: 14, claimDays: 14 },
    ...{ minutesADay, holidayPlace: '' },
  });
  const place = async (count: number) =>
    (await placeOrder(studio, {
      ...{ buyerId: f.buyerId, carriage: '', message: '', wantsSignature: false, paid: true },
      ...{ orderedOn: null, notes: '' },
      lines: [{ editionId, formatId: f.formatId, quantity: count, price: '' }],
    }))!.id!;
  const orderId = await place(quantity);
  now = at(hour);
  return { ...f, editionId, orderId, place, goTo: (instant: string) => (now = instant) };
}
const week = async (studio: Studio) => weekOf(studio, await benchLinesToday(studio));

test('what an order still asks for is printed, dries, is signed, packed and taken away, one after the other', async () => {
  const { studio, orderId } = await studioAt(8, 120, 5);
  const { items, plan } = await week(studio);
  const steps = items.filter(({ orderId: of }) => of === orderId).map(({ task }) => task);
  expect(steps.map(({ id }) => id)).toEqual([`print:${orderId}`, `finish:${orderId}`, `pack:${orderId}`]);
  // Two of five are short, of paper that dries for 24 hours: a night lies between.
  expect(steps[1]!.after).toEqual([{ id: `print:${orderId}`, nights: 1 }]);
  expect(steps[2]!.after).toEqual([{ id: `finish:${orderId}`, nights: 0 }]);
  expect(plan.doneOn.get(`print:${orderId}`)).toBe(MONDAY);
  expect(plan.doneOn.get(`finish:${orderId}`)).toBe(addDays(MONDAY, 1));
  const trip = items.find(({ kind }) => kind === 'post')!;
  expect(trip.task.after).toEqual([{ id: `pack:${orderId}`, nights: 0 }]);
});

test('a print lies ready for one order only, on the bench as in the lane; every open order is there', async () => {
  const { studio, place, orderId } = await studioAt(8, 120, 2, 100);
  const second = await place(2);
  for (let k = 0; k < 70; k++) await place(1);
  const reasonOf = (lines: Awaited<ReturnType<typeof benchLinesToday>>, id: string) =>
    lines.find((line) => line.id === `order:${id}`)!.reason;
  const lines = await benchLinesToday(studio);
  expect(lines.filter(({ group }) => group === 'Promised')).toHaveLength(72);
  expect(reasonOf(lines, orderId)).toBe('All 2 prints lie ready in the drawer.');
  expect(reasonOf(lines, second)).toMatch(/^1 of 2 ready: 1 to print/);
  const inLane = (await laneOf(studio)).flatMap(({ orders }) => orders);
  expect(inLane.find(({ id }) => id === second)!.ready).toBe(1);
  expect(inLane).toHaveLength(72);
  expect((await placeCounts(studio)).bench).toBe(lines.length);
});

test('the lane and the week ask the same minutes of hands', async () => {
  const { studio, orderId } = await studioAt(8, 120, 5);
  const order = (await laneOf(studio)).flatMap(({ orders }) => orders).find(({ id }) => id === orderId)!;
  const { items } = await week(studio);
  const minutes = items
    .filter(({ orderId: of }) => of === orderId)
    .reduce((sum, { task }) => sum + task.minutes, 0);
  expect(minutes).toBe(order.minutes);
});

test.each([
  [8, 120, 540],
  // Half past nothing: at ten, one of the two hours from nine is gone.
  [10, 60, 600],
  [11, 0, 660],
  [20, 0, 660],
])('at %d o’clock today has %d minutes left, from minute %d on', async (hour, left, begins) => {
  const { studio } = await studioAt(hour);
  const { days, begins: beginsOn } = await week(studio);
  expect([days[0]!.minutes, beginsOn(MONDAY)]).toEqual([left, begins]);
  // Tomorrow is whole, and the weekend has nothing.
  expect(days.slice(1, 7).map(({ minutes }) => minutes)).toEqual([120, 120, 120, 120, 0, 0]);
  expect(beginsOn(days[1]!.day)).toBe(540);
});

test('a day of other hours has those, on the lane too, and the usual ones again when they are taken away', async () => {
  const { studio } = await studioAt(8);
  const tuesday = addDays(MONDAY, 1);
  await setDayHours(studio, { day: tuesday, hours: '2 h 30' });
  await setDayHours(studio, { day: addDays(MONDAY, 5), hours: '1' });
  expect((await week(studio)).days.slice(1, 7).map(({ minutes }) => minutes)).toEqual([
    150, 120, 120, 120, 60, 0,
  ]);
  const have = async () => (await laneOf(studio)).find(({ day }) => day === tuesday)?.have;
  expect(await have()).toBe(150);
  await setDayHours(studio, { day: tuesday, hours: '' });
  expect(await have()).toBe(120);
  const wrong = refused(setDayHours(studio, { day: tuesday, hours: '30 h' }));
  expect(await wrong).toMatchObject({ field: 'hours' });
});

test('a fair stands on its days, and takes their hours where nothing else is done on them', async () => {
  const { studio } = await studioAt(8);
  const [wed, thu] = [addDays(MONDAY, 2), addDays(MONDAY, 3)];
  const fair = { says: 'Winter fair', fromOn: wed, untilOn: thu, takesHours: true };
  const { id } = await noteDate(studio, fair);
  const { events, days } = await week(studio);
  expect(events.filter(({ dateId }) => dateId === id).map(({ day, says }) => [day, says])).toEqual([
    [wed, 'Winter fair'],
    [thu, 'Winter fair'],
  ]);
  expect(days.slice(1, 5).map(({ minutes }) => minutes)).toEqual([120, 0, 0, 120]);
  expect(await weekCalendar(studio)).toContain('SUMMARY:Winter fair');
  expect((await refused(noteDate(studio, { ...fair, untilOn: MONDAY }))).field).toBe('untilOn');
  expect((await refused(noteDate(studio, { ...fair, untilOn: '2027-11-24' }))).message).toContain(
    'at most 60',
  );
  await dropDate(studio, { id: id! });
  expect((await week(studio)).events).toEqual([]);
  // One that takes no hours, of a single day.
  await noteDate(studio, { ...fair, untilOn: null, fromOn: addDays(MONDAY, 4), takesHours: false });
  expect((await week(studio)).days[4]!.minutes).toBe(120);
});

test('paper that has to be ordered stands on its day, with the hour its supplier sends it off', async () => {
  const f = await studioAt(8, 120, 9, 40, true);
  const { studio, paperId } = f;
  await acceptedProof(f);
  expect(await stockEvents(studio)).toEqual([]);
  const { id: supplierId } = await recordSupplier(studio, {
    ...{ id: null, name: 'Lantern & Sound', deliveryDays: 4, carriage: '', freeFrom: '' },
    ...{ cutoff: '14:00', notes: '' },
  });
  await keepPaperDesk(studio, {
    ...{ id: paperId, sample: 'none', sampleNotes: '', supplierId: supplierId!, gasOutHours: 0 },
    storage: '',
  });
  // One sheet lies there, and six prints of the order are still to be made.
  await receiveLot(studio, {
    ...{ paperId, name: 'autumn', form: 'sheet', size: '150 x 125 mm', amount: '1', price: '2' },
    receivedOn: MONDAY,
  });
  expect(await stockEvents(studio)).toEqual([
    {
      day: MONDAY,
      says: 'Order Harrow Rag 310 from Lantern & Sound, by 14:00 to leave that day',
      href: '/papers/order',
    },
  ]);
});

test('what is moved by hand says what follows; a parcel’s day is its day on the lane', async () => {
  const { studio, orderId } = await studioAt(8, 30);
  const { items } = await week(studio);
  const { due } = items.find(({ task }) => task.id === `pack:${orderId}`)!.task;
  const late = addDays(due!, 1);
  const lateWorked = [late, addDays(due!, 2), addDays(due!, 3)].find(
    (day) => ![0, 6].includes(new Date(`${day}T00:00:00Z`).getUTCDay()),
  )!;
  const { message, consequences: told } = await planTask(studio, {
    task: `pack:${orderId}`,
    plannedOn: lateWorked,
  });
  expect(told!.some(({ mark, says }) => mark === 'fails' && says.startsWith('Pack order'))).toBe(true);
  expect(message).toContain(`done on ${lateWorked}`);
  expect((await week(studio)).plan.missed).toContain(`pack:${orderId}`);
  // The lane moved it, and moves it back.
  await planOrder(studio, { id: orderId, plannedOn: null });
  expect((await week(studio)).plan.missed).toEqual([]);
  const trip = (await week(studio)).items.find(({ kind }) => kind === 'post')!.task.id;
  expect((await refused(planTask(studio, { task: trip, plannedOn: late }))).message).toMatch(/counter/);
  expect(await refused(planTask(studio, { task: 'none', plannedOn: late }))).toMatchObject({
    field: 'task',
  });
  expect(
    await refused(planTask(studio, { task: `pack:${orderId}`, plannedOn: addDays(MONDAY, -1) })),
  ).toMatchObject({ field: 'plannedOn' });
});

test('what is put off leaves bench, count and week, and comes back on its day by itself or when it is taken up', async () => {
  const { studio, goTo } = await studioAt(8);
  const before = await benchToday(studio);
  const line = before.lines.find(({ group, minutes }) => group !== 'Promised' && minutes > 0)!;
  const counted = (await placeCounts(studio)).bench;
  const wednesday = addDays(MONDAY, 2);
  await putOff(studio, { line: line.id, untilOn: wednesday, why: 'no light' });
  const after = await benchToday(studio);
  expect(after.lines.map(({ id }) => id)).not.toContain(line.id);
  expect(after.putOff).toMatchObject([{ line: { id: line.id }, untilOn: wednesday, why: 'no light' }]);
  expect((await placeCounts(studio)).bench).toBe(counted - 1);
  const done = (await week(studio)).plan.doneOn.get(line.id);
  expect(done! >= wednesday).toBe(true);
  goTo(`${wednesday}T08:00:00.000Z`);
  expect((await benchToday(studio)).lines.map(({ id }) => id)).toContain(line.id);
  goTo(at(8));
  await takeUp(studio, { line: line.id });
  expect((await benchToday(studio)).putOff).toEqual([]);
  expect((await refused(takeUp(studio, { line: line.id }))).message).toMatch(/not put off/);
});

test('a promise is not put off, nor anything until today', async () => {
  const { studio, orderId } = await studioAt(8);
  const off = (line: string, untilOn: string) => refused(putOff(studio, { line, untilOn, why: '' }));
  expect((await off(`order:${orderId}`, addDays(MONDAY, 3))).message).toMatch(/was promised/);
  const line = (await benchToday(studio)).lines.find(({ group }) => group !== 'Promised')!;
  expect(await off(line.id, MONDAY)).toMatchObject({ field: 'untilOn' });
  expect(await off('nothing:x', addDays(MONDAY, 3))).toMatchObject({ field: 'line' });
});

test('the calendar has every hour of the plan, on the studio’s own clock, and opens to its key alone', async () => {
  const { studio, orderId } = await studioAt(8, 120, 5);
  await setWeekManner(studio, { starts: '8:30', trip: '' });
  const text = (await weekCalendar(studio)).replaceAll('\r\n ', '');
  const { plan } = await week(studio);
  const pieces = plan.days.flatMap((day) => day.pieces);
  expect(text.match(/BEGIN:VEVENT/g)!.length).toBeGreaterThanOrEqual(pieces.length);
  const print = text.split('BEGIN:VEVENT').find((event) => event.includes(`print:${orderId}`))!;
  expect(print).toMatch(/DTSTART:20261123T083000\r/);
  expect(text).not.toContain('to the counter');
  expect(await feedFor(studio, '')).toBeNull();
  expect((await refused(closeFeed(studio, {}))).message).toMatch(/no address/);
  await makeFeed(studio, {});
  const { feedKey } = (await studio.settings()).week!;
  expect(feedKey).toMatch(/^[\w-]{32}$/);
  expect(await feedFor(studio, feedKey!)).toContain('BEGIN:VCALENDAR');
  await makeFeed(studio, {});
  expect(await feedFor(studio, feedKey!)).toBeNull();
  await closeFeed(studio, {});
  expect(await feedFor(studio, (await studio.settings()).week!.feedKey ?? '')).toBeNull();
});
