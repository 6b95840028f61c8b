import { InputError } from '../errors';
import { type Day, type Weekday } from '../measure/day';
import { MONDAY_TO_FRIDAY, shipBy } from './shipBy';

/** One thing that is still to do, in working days, after others. */
export type PromiseStep = { name: string; days: number; after: readonly string[] };
export type PromiseQuestion = {
  today: Day;
  workdays?: readonly Weekday[];
  holidays?: readonly Day[];
  steps: readonly PromiseStep[];
};
/** A step with the working days from today at which it begins and ends. */
export type TimedStep = PromiseStep & { from: number; to: number };
export type PromiseAnswer = {
  date: Day;
  critical: string[];
  steps: TimedStep[];
  /** Working days in all. */
  days: number;
};

/**
 * The day by which everything is done that is still to do: the longest chain of it in working days from today.
 *
 * @throws InputError for two steps of one name, a step after one that is not there, or steps that wait for each other
 * Source: handbook §12, “Promise before yes”.
 * @example promiseDay({ today: '2026-11-27', steps: [{ name: 'paper', days: 2, after: [] }, { name: 'print', days: 1, after: ['paper'] }] }).date // '2026-12-02'
 */
export function promiseDay(q: PromiseQuestion): PromiseAnswer {
  const timed = timeSteps(q.steps);
  const days = Math.max(0, ...timed.map(({ to }) => to));
  return {
    date: dayAfterWork(q, days),
    critical: criticalOf(timed, days),
    steps: timed,
    days,
  };
}

/** As many working days as `shipBy` counts at once. */
const AT_ONCE = 365;

/** The day so many working days from today. With none it is today, or the next day that is worked. */
export function dayAfterWork(
  { today, workdays = MONDAY_TO_FRIDAY, holidays = [] }: Omit<PromiseQuestion, 'steps'>,
  days: number,
): Day {
  let day = today;
  let left = Math.ceil(days);
  while (left > AT_ONCE) {
    day = shipBy({ ordered: day, handlingDays: AT_ONCE, holidays, workdays });
    left -= AT_ONCE;
  }
  return shipBy({ ordered: day, handlingDays: left, holidays, workdays });
}

/** When each step begins and ends. */
function timeSteps(steps: readonly PromiseStep[]): TimedStep[] {
  const byName = new Map<string, PromiseStep>();
  steps.forEach((step, i) => {
    if (byName.has(step.name))
      throw new InputError(`steps[${i}].name`, step.name, 'a name that no other step has');
    if (!(step.days >= 0 && step.days <= 3_650))
      throw new InputError(`steps[${i}].days`, step.days, 'working days from 0 to 3650');
    byName.set(step.name, step);
  });
  const done = new Map<string, TimedStep>();
  const inHand = new Set<string>();
  const timeOf = (step: PromiseStep): TimedStep => {
    const known = done.get(step.name);
    if (known) return known;
    if (inHand.has(step.name))
      throw new InputError(
        `steps[${steps.indexOf(step)}].after`,
        step.after,
        'steps that do not wait for each other in a ring',
      );
    inHand.add(step.name);
    const from = Math.max(
      0,
      ...step.after.map((name) => {
        const before = byName.get(name);
        if (!before)
          throw new InputError(`steps[${steps.indexOf(step)}].after`, name, 'the name of another step');
        return timeOf(before).to;
      }),
    );
    const timed = { ...step, from, to: from + step.days };
    done.set(step.name, timed);
    return timed;
  };
  return steps.map(timeOf);
}

/** The chain that decides, from its first step to its last. */
function criticalOf(steps: readonly TimedStep[], days: number): string[] {
  const byName = new Map(steps.map((step) => [step.name, step]));
  const chain: string[] = [];
  let at = steps.find(({ to }) => to === days);
  while (at) {
    chain.unshift(at.name);
    const { from } = at;
    at = at.after.map((name) => byName.get(name)!).find(({ to }) => to === from);
  }
  return chain;
}

/** A step whose days were observed: so many times, each so long. */
export type ObservedStep = PromiseStep & { seen: readonly number[] };

/** How many ways the observed days are put together. */
const TRIES = 1_000;
/** Nothing is left to chance: each step runs through its days at a stride of its own. */
const STRIDES = [2, 3, 5, 7, 11, 13, 17, 19, 23, 29, 31, 37, 41, 43, 47, 53].map((p) => Math.sqrt(p) % 1);

/**
 * The working days that are enough in a share of the cases, when every step takes as long as it did one of the times it was seen.
 * The same question has the same answer: the ways are stepped through, not thrown.
 *
 * @param share 0.9 for nine times in ten
 * @example daysInShare([{ name: 'paper', days: 4, after: [], seen: [4, 4, 4, 4, 4, 4, 4, 4, 4, 9] }], 0.5) // 4
 */
export function daysInShare(steps: readonly ObservedStep[], share: number): number {
  const totals: number[] = [];
  for (let k = 0; k < TRIES; k++) {
    const drawn = steps.map((step, i) => {
      const at = ((k + 0.5) * STRIDES[i % STRIDES.length]! + i * 0.37) % 1;
      const seen = step.seen.length ? step.seen : [step.days];
      return { name: step.name, after: step.after, days: seen[Math.floor(at * seen.length)]! };
    });
    totals.push(Math.max(0, ...timeSteps(drawn).map(({ to }) => to)));
  }
  totals.sort((a, b) => a - b);
  return totals[Math.min(TRIES - 1, Math.ceil(share * TRIES) - 1)]!;
}
