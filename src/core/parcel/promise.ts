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

/** Steps as places among all, so that each comes after those it waits for. */
type Turn = { place: number; after: readonly number[] };

/** An order in which the steps can be done. */
function turnsOf(steps: readonly PromiseStep[]): Turn[] {
  const places = new Map<string, number>();
  steps.forEach(({ name, days }, i) => {
    if (places.has(name)) throw new InputError(`steps[${i}].name`, name, 'a name that no other step has');
    checkDays(`steps[${i}].days`, days);
    places.set(name, i);
  });
  const turns: Turn[] = [];
  const done = new Set<number>();
  const inHand = new Set<number>();
  const take = (place: number): void => {
    if (done.has(place)) return;
    const { after } = steps[place]!;
    if (inHand.has(place))
      throw new InputError(
        `steps[${place}].after`,
        after,
        'steps that do not wait for each other in a ring',
      );
    inHand.add(place);
    const before = after.map((name) => {
      const found = places.get(name);
      if (found === undefined)
        throw new InputError(`steps[${place}].after`, name, 'the name of another step');
      return found;
    });
    before.forEach(take);
    done.add(place);
    turns.push({ place, after: before });
  };
  steps.forEach((_step, place) => take(place));
  return turns;
}

function checkDays(field: string, days: number): void {
  if (!(days >= 0 && days <= 3_650)) throw new InputError(field, days, 'working days from 0 to 3650');
}

/** When each step begins and ends. */
function timeSteps(steps: readonly PromiseStep[]): TimedStep[] {
  const timed: TimedStep[] = [];
  for (const { place, after } of turnsOf(steps)) {
    const from = Math.max(0, ...after.map((before) => timed[before]!.to));
    timed[place] = { ...steps[place]!, from, to: from + steps[place]!.days };
  }
  return timed;
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
  const turns = turnsOf(steps);
  const seen = steps.map((step) => (step.seen.length ? step.seen : [step.days]));
  seen.forEach((each, i) => each.forEach((days, k) => checkDays(`steps[${i}].seen[${k}]`, days)));
  const ends = new Float64Array(steps.length);
  const totals = new Float64Array(TRIES);
  for (let k = 0; k < TRIES; k++) {
    let total = 0;
    for (const { place, after } of turns) {
      const at = ((k + 0.5) * STRIDES[place % STRIDES.length]! + place * 0.37) % 1;
      let from = 0;
      for (const before of after) from = Math.max(from, ends[before]!);
      const to = from + seen[place]![Math.floor(at * seen[place]!.length)]!;
      ends[place] = to;
      total = Math.max(total, to);
    }
    totals[k] = total;
  }
  totals.sort();
  return totals[Math.min(TRIES - 1, Math.ceil(share * TRIES) - 1)]!;
}
