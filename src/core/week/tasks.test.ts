import type { BenchLine } from '../bench/lines';
import { consequences } from './consequences';
import { planWeek } from './plan';
import { weekItems, type WeekFacts, type WeekOrder } from './tasks';

const [MON, TUE, WED, SAT] = ['2026-11-23', '2026-11-24', '2026-11-25', '2026-11-28'];
const DAYS = [
  ...[MON, TUE, WED, '2026-11-26', '2026-11-27'].map((day) => ({ day, minutes: 120 })),
  ...[SAT, '2026-11-29'].map((day) => ({ day, minutes: 0 })),
];
const order = (number: number, more: Partial<WeekOrder> = {}): WeekOrder => ({
  ...{ id: `o${number}`, number, buyer: 'Oda', state: 'new' as const, shipBy: TUE, plannedOn: null },
  ...{ minutes: { print: 0, finish: 0, pack: 8 }, nights: 1 },
  ...more,
});
const line = (id: string, group: BenchLine['group'], minutes: number, rank = 0): BenchLine => ({
  ...{ id, group, minutes, rank, when: '', whenNote: '', drawing: 'proof' as const },
  ...{ subject: id, about: 'x', reason: '', next: { label: 'See', key: 's', href: '/papers' } },
});
const facts = (more: Partial<WeekFacts>): WeekFacts => ({
  ...{ today: MON, days: DAYS, orders: [], lines: [], marks: [], tripMinutes: 20 },
  ...more,
});
const ids = (f: WeekFacts) => weekItems(f).map(({ task }) => task.id);
const task = (f: WeekFacts, id: string) => weekItems(f).find((item) => item.task.id === id)!.task;

test('the last step of an order carries its promise, each waits for the one before it, and only printing for a night', () => {
  const f = facts({ orders: [order(1, { minutes: { print: 20, finish: 9, pack: 8 }, nights: 2 })] });
  expect(ids(f)).toEqual(['print:o1', 'finish:o1', 'pack:o1', `post:${TUE}`]);
  expect(task(f, 'finish:o1')).toMatchObject({ due: null, after: [{ id: 'print:o1', nights: 2 }] });
  expect(task(f, 'pack:o1')).toMatchObject({ due: TUE, after: [{ id: 'finish:o1', nights: 0 }] });
});

test('nobody goes to the counter twice on a day: what leaves together is taken together, on its day', () => {
  const f = facts({
    orders: [order(1), order(2), order(3, { shipBy: WED }), order(4, { plannedOn: WED })],
  });
  expect(task(f, `post:${TUE}`)).toMatchObject({
    ...{ from: TUE, due: TUE, name: 'Take 2 parcels to the counter' },
    after: [
      { id: 'pack:o1', nights: 0 },
      { id: 'pack:o2', nights: 0 },
    ],
  });
  expect(task(f, `post:${WED}`).after.map(({ id }) => id)).toEqual(['pack:o3', 'pack:o4']);
  // Promised for a day without hours, it goes on the last that has some.
  expect(ids(facts({ orders: [order(5, { shipBy: SAT })] }))).toContain('post:2026-11-27');
  expect(ids(facts({ orders: [order(1)], tripMinutes: 0 }))).toEqual(['pack:o1']);
});

test('what is late already goes as soon as it is packed, and is one broken promise, not two', () => {
  const f = facts({ orders: [order(7, { shipBy: '2026-11-20' })] });
  const tasks = weekItems(f).map((item) => item.task);
  expect(tasks.map(({ id, due }) => [id, due])).toEqual([
    ['pack:o7', '2026-11-20'],
    ['post:late', null],
  ]);
  const plan = planWeek(tasks, DAYS);
  expect(plan.missed).toEqual(['pack:o7']);
  expect(plan.doneOn.get('post:late')).toBe(MON);
});

test('the rest of the bench comes in its groups; what was put off not before its day, what was planned on it', () => {
  const f = facts({
    lines: [
      { line: line('a:1', 'Will hold something up', 10), from: MON },
      { line: line('b:2', 'Dry now, or waiting on an eye', 10, 5), from: WED },
      { line: line('c:3', 'Will hold something up', 0), from: MON },
      { line: line('d:4', 'Will hold something up', 5), from: MON },
    ],
    marks: [
      { line: 'a:1', untilOn: TUE, plannedOn: null, why: '' },
      { line: 'd:4', untilOn: null, plannedOn: WED, why: '' },
    ],
  });
  expect(ids(f)).toEqual(['a:1', 'b:2', 'd:4']);
  expect([task(f, 'a:1').from, task(f, 'b:2').from, task(f, 'd:4').pinned]).toEqual([TUE, WED, WED]);
  expect(task(f, 'b:2').rank).toBeLessThan(task(f, 'a:1').rank);
});

describe('what follows from a move', () => {
  const plans = (from: WeekFacts, to: WeekFacts) => {
    const [before, after] = [from, to].map((f) => weekItems(f).map((item) => item.task));
    return consequences(after!, planWeek(before!, DAYS), planWeek(after!, DAYS), 'a:1');
  };
  const long = { line: line('a:1', 'Dry now, or waiting on an eye', 120), from: MON };
  const pinned = (day: string) => [{ line: 'a:1', untilOn: null, plannedOn: day, why: '' }];
  const orders = [order(1, { shipBy: MON, minutes: { print: 0, finish: 0, pack: 40 } })];

  test('a promise that it breaks is named with how late, one that it keeps again too', () => {
    const free = facts({ orders, lines: [long], tripMinutes: 0 });
    const moved = { ...free, marks: pinned(MON) };
    expect(plans(free, moved)).toEqual([
      { mark: 'fails', says: `Pack order 1, Oda: done on ${TUE}, a day after it was promised` },
    ]);
    expect(plans(moved, free)).toEqual([
      { mark: 'holds', says: `Pack order 1, Oda: kept again, by ${MON}` },
    ]);
  });

  test('where nothing else moves, that is said', () => {
    const free = facts({ lines: [long] });
    expect(plans(free, { ...free, marks: pinned(WED) })).toEqual([
      { mark: 'holds', says: 'Nothing else moves.' },
    ]);
  });
});
