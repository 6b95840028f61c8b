import fc from 'fast-check';
import { addDays, dayNumber, weekdayOf, type Day, type Weekday } from '../measure/day';
import { daysInShare, promiseDay, type PromiseStep } from './promise';
import { shipBy } from './shipBy';

/** Day by day: a step is worked on each working day once all before it are done. */
function simulate(
  today: Day,
  workdays: readonly Weekday[],
  holidays: readonly Day[],
  steps: readonly PromiseStep[],
): Day {
  const left = new Map(steps.map((s) => [s.name, s.days]));
  const done = new Set<string>();
  const settle = () => {
    for (let changed = true; changed;) {
      changed = false;
      for (const step of steps)
        if (!done.has(step.name) && left.get(step.name)! <= 0 && step.after.every((n) => done.has(n))) {
          done.add(step.name);
          changed = true;
        }
    }
  };
  settle();
  let day = today;
  const works = (d: Day) => workdays.includes(weekdayOf(dayNumber(d))) && !holidays.includes(d);
  while (done.size < steps.length || !works(day)) {
    day = addDays(day, 1);
    if (!works(day)) continue;
    const ready = steps.filter((s) => !done.has(s.name) && s.after.every((n) => done.has(n)));
    for (const step of ready) left.set(step.name, left.get(step.name)! - 1);
    settle();
  }
  return day;
}

const stepsOf = (days: readonly number[], links: readonly (readonly [number, number])[]): PromiseStep[] =>
  days.map((n, i) => ({
    name: `s${i}`,
    days: n,
    after: [...new Set(links.filter(([, to]) => to === i).map(([from]) => `s${from}`))],
  }));

describe('the day everything is done by', () => {
  // 2026-11-27 is a Friday.
  test('worked by hand: paper two days, print one, dry one; the frame of five days decides', () => {
    const steps = [
      { name: 'paper', days: 2, after: [] },
      { name: 'print', days: 1, after: ['paper'] },
      { name: 'dry', days: 1, after: ['print'] },
      { name: 'frame', days: 5, after: [] },
      { name: 'pack', days: 1, after: ['dry', 'frame'] },
    ];
    const answer = promiseDay({ today: '2026-11-27', steps });
    // Six working days from a Friday, over one weekend: the Monday after next.
    expect(answer.date).toBe('2026-12-07');
    expect(answer.critical).toEqual(['frame', 'pack']);
    expect(answer.steps.find(({ name }) => name === 'dry')).toMatchObject({ from: 3, to: 4 });
  });
  test('holidays and a year’s end are passed over', () => {
    const steps = [{ name: 'print', days: 3, after: [] }];
    expect(promiseDay({ today: '2026-12-30', holidays: ['2027-01-01'], steps }).date).toBe('2027-01-05');
    expect(
      promiseDay({ today: '2026-12-30', workdays: [1, 2, 3, 4, 5, 6], holidays: ['2027-01-01'], steps })
        .date,
    ).toBe('2027-01-04');
  });
  test('work for years is counted too, as the simulation does', () => {
    const steps = [
      { name: 'a', days: 500, after: [] },
      { name: 'b', days: 401, after: ['a'] },
    ];
    const today = '2026-11-28';
    const answer = promiseDay({ today, holidays: ['2027-05-03'], steps });
    expect(answer.date).toBe(simulate(today, [1, 2, 3, 4, 5], ['2027-05-03'], steps));
  });
  test('nothing to do: today, or the next day that is worked', () => {
    expect(promiseDay({ today: '2026-11-27', steps: [] }).date).toBe('2026-11-27');
    expect(promiseDay({ today: '2026-11-28', steps: [] }).date).toBe('2026-11-30');
  });

  test('it is never earlier than a simulation day by day can keep, and never later with whole days', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 3_000 }),
        fc.array(fc.integer({ min: 0, max: 6 }), { minLength: 1, maxLength: 7 }),
        fc.array(fc.tuple(fc.integer({ min: 0, max: 6 }), fc.integer({ min: 0, max: 6 })), {
          maxLength: 9,
        }),
        fc.array(fc.integer({ min: 0, max: 40 }), { maxLength: 6 }),
        fc.constantFrom<Weekday[]>([1, 2, 3, 4, 5], [1, 2, 3, 4, 5, 6], [0, 3]),
        (start, days, links, closed, workdays) => {
          const today = addDays('2024-01-01', start);
          const holidays = closed.map((d) => addDays(today, d));
          const forward = links.filter(([from, to]) => from < to && to < days.length);
          const steps = stepsOf(days, forward);
          const { date } = promiseDay({ today, workdays, holidays, steps });
          expect(date).toBe(simulate(today, workdays, holidays, steps));
        },
      ),
      { numRuns: 300 },
    );
  });
  test('the chain that decides is as long as the whole, each step beginning as the one before ends', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 9 }), { minLength: 1, maxLength: 8 }),
        fc.array(fc.tuple(fc.integer({ min: 0, max: 7 }), fc.integer({ min: 0, max: 7 })), {
          maxLength: 12,
        }),
        (days, links) => {
          const steps = stepsOf(
            days,
            links.filter(([from, to]) => from < to && to < days.length),
          );
          const answer = promiseDay({ today: '2026-11-27', steps });
          const chain = answer.critical.map((name) => answer.steps.find((s) => s.name === name)!);
          expect(chain.reduce((sum, s) => sum + s.days, 0)).toBe(answer.days);
          chain.forEach((step, i) => expect(step.from).toBe(i ? chain[i - 1]!.to : 0));
        },
      ),
    );
  });

  test.each([
    [
      'steps[1].name',
      [
        { name: 'a', days: 1, after: [] },
        { name: 'a', days: 1, after: [] },
      ],
    ],
    ['steps[0].days', [{ name: 'a', days: -1, after: [] }]],
    ['steps[0].after', [{ name: 'a', days: 1, after: ['b'] }]],
    [
      'steps[0].after',
      [
        { name: 'a', days: 1, after: ['b'] },
        { name: 'b', days: 1, after: ['a'] },
      ],
    ],
  ])('%s is named', (field, steps) =>
    expect(() => promiseDay({ today: '2026-11-27', steps })).toThrow(expect.objectContaining({ field })),
  );
});

test('nine times in ten: as many days as cover nine of ten of what was seen', () => {
  const seen = [4, 4, 4, 4, 4, 4, 4, 4, 4, 9];
  const step = { name: 'paper', days: 4, after: [], seen };
  expect(daysInShare([step], 0.85)).toBe(4);
  expect(daysInShare([step], 0.95)).toBe(9);
  // Two in a row that are each late once in ten are late together more often than one alone.
  const two = [step, { name: 'frame', days: 4, after: ['paper'], seen }];
  expect(daysInShare(two, 0.75)).toBe(8);
  expect(daysInShare(two, 0.85)).toBe(13);
});

test('steps that always took the same are over when the longest chain of them is, in whatever order they are named', () => {
  const chain = fc.array(
    fc.tuple(fc.integer({ min: 0, max: 9 }), fc.array(fc.nat(20), { maxLength: 3 })),
    {
      minLength: 1,
      maxLength: 8,
    },
  );
  fc.assert(
    fc.property(
      chain,
      fc.boolean(),
      fc.double({ min: 0.01, max: 1, noNaN: true }),
      (drawn, isTurned, share) => {
        const steps = drawn.map(([days, before], i) => ({
          name: `step ${i}`,
          days,
          after: i === 0 ? [] : [...new Set(before.map((b) => `step ${b % i}`))],
          seen: [days],
        }));
        const asNamed = isTurned ? [...steps].reverse() : steps;
        expect(daysInShare(asNamed, share)).toBe(promiseDay({ today: '2026-11-27', steps }).days);
      },
    ),
  );
});

test('days that were seen and cannot be are named', () =>
  expect(() => daysInShare([{ name: 'paper', days: 1, after: [], seen: [2, -1] }], 0.9)).toThrow(
    expect.objectContaining({ field: 'steps[0].seen[1]' }),
  ));

test.each([
  ['2026-12-24', 3, ['2026-12-25', '2026-12-26', '2027-01-01'], [1, 2, 3, 4, 5], '2026-12-30'],
  ['2026-12-31', 1, ['2027-01-01'], [1, 2, 3, 4, 5, 6], '2027-01-02'],
  ['2027-12-31', 2, [], [1, 2, 3, 4, 5, 6], '2028-01-03'],
  ['2028-02-28', 1, [], [1, 2, 3, 4, 5, 6], '2028-02-29'],
] as const)(
  '%s and %i days, closed %j, working %j: %s',
  (ordered, handlingDays, holidays, workdays, by) =>
    expect(shipBy({ ordered, handlingDays, holidays, workdays })).toBe(by),
);
