import fc from 'fast-check';
import { addDays } from '../measure/day';
import { planWeek } from './plan';
import { weekItems, type WeekFacts, type WeekOrder } from './tasks';
import { planTrips } from './trips';

const [MON, TUE] = ['2026-11-23', '2026-11-24'];
const days = (minutes: number, count = 5) =>
  Array.from({ length: count }, (_, k) => ({ day: addDays(MON, k), minutes }));
const order = (number: number, more: Partial<WeekOrder> = {}): WeekOrder => ({
  ...{ id: `o${number}`, number, buyer: 'Oda', state: 'new' as const, shipBy: TUE, plannedOn: null },
  ...{ minutes: { print: 0, finish: 0, pack: 8 }, nights: 1 },
  ...more,
});
const items = (orders: WeekOrder[], minutes: number, tripMinutes = 20) =>
  weekItems({
    ...{ today: MON, days: days(minutes), orders, lines: [], marks: [], tripMinutes },
  } satisfies WeekFacts);
const ways = (planned: ReturnType<typeof planTrips>) =>
  planned.items.filter(({ kind }) => kind === 'post').map(({ task }) => task.name);
const LATE = { shipBy: '2026-11-20' };

test('a late parcel goes along on a way of the day it would have gone alone', () => {
  const planned = planTrips(items([order(1, { shipBy: MON }), order(2, LATE)], 120), days(120));
  expect(ways(planned)).toEqual(['Take order 1 to the counter, and what is late']);
  expect(planned.plan.doneOn.get(`post:${MON}`)).toBe(MON);
  expect(planned.plan.days[0]!.used).toBe(8 + 8 + 20);
});

test('it does not wait for a way that is days off', () => {
  const planned = planTrips(items([order(1, { shipBy: TUE }), order(2, LATE)], 120), days(120));
  // On Monday it is packed and could go: Tuesday's way would make it later still.
  expect(ways(planned)).toEqual(['Take order 1 to the counter', 'Take order 2 to the counter']);
  expect(planned.plan.doneOn.get('post:late')).toBe(MON);
});

test('no promise is missed for it', () => {
  // Monday's 40 minutes are packing and the way of what is promised: the late one, an hour to pack, fits only after.
  const late = order(2, { ...LATE, minutes: { print: 0, finish: 0, pack: 60 } });
  const planned = planTrips(items([order(1, { shipBy: MON }), late], 40), days(40));
  expect(planned.plan.missed).toEqual(['pack:o2']);
  expect(ways(planned)).toHaveLength(2);
  expect(planned.plan.doneOn.get(`post:${MON}`)).toBe(MON);
});

test('what is fetched, or has nothing late, is planned as it was', () => {
  for (const [orders, trip] of [
    [[order(1)], 20],
    [[order(1), order(2, LATE)], 0],
  ] as const) {
    const asked = items([...orders], 120, trip);
    const plain = planWeek(
      asked.map(({ task }) => task),
      days(120),
    );
    expect(planTrips(asked, days(120))).toEqual({ items: asked, plan: plain });
  }
});

test('whatever is asked: never more promises missed than with ways of their own, nor a late parcel later', () => {
  const orders = fc.array(
    fc.record({
      due: fc.integer({ min: -3, max: 4 }),
      pack: fc.integer({ min: 5, max: 70 }),
      print: fc.constantFrom(0, 0, 30),
    }),
    { minLength: 1, maxLength: 6 },
  );
  fc.assert(
    fc.property(orders, fc.integer({ min: 20, max: 150 }), (asked, minutes) => {
      const own = items(
        asked.map(({ due, pack, print }, i) =>
          order(i, { shipBy: addDays(MON, due), minutes: { print, finish: 0, pack } }),
        ),
        minutes,
      );
      const alone = planWeek(
        own.map(({ task }) => task),
        days(minutes),
      );
      const { items: joined, plan } = planTrips(own, days(minutes));
      expect(plan.missed.length).toBeLessThanOrEqual(alone.missed.length);
      for (const { used, minutes: have } of plan.days) expect(used).toBeLessThanOrEqual(have);
      const isJoined = joined.length < own.length;
      if (!isJoined) return;
      const way = joined.find(({ task }) => task.name.endsWith('and what is late'))!;
      const on = plan.doneOn.get(way.task.id)!;
      const before = alone.doneOn.get('post:late') ?? null;
      expect(before === null || on <= before).toBe(true);
      // Everything that goes along is packed by then.
      for (const { id } of way.task.after) expect(plan.doneOn.get(id)! <= on).toBe(true);
    }),
    { numRuns: 60 },
  );
});
