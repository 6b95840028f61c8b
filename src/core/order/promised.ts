import type { Day, Weekday } from '../measure/day';
import { dayAfterWork, daysInShare, promiseDay, type ObservedStep } from '../parcel/promise';

/** One step of a promise as it is shown: where its days come from, and whether it decides the day. */
export type PromisedStep = {
  name: string;
  from: number;
  to: number;
  /** "9 days, seen over 6 lots" and the like. */
  why: string;
  decides: boolean;
  after: string[];
};

/** A promise as it was worked out on a day, kept so that it can be watched. */
export type KeptPromise = {
  madeOn: Day;
  /** The day it leaves, if all goes as it does. */
  leavesOn: Day;
  /** Nine times in ten it has left by then. */
  likelyBy: Day;
  arrivesOn: Day | null;
  steps: PromisedStep[];
};

export type StepAsked = ObservedStep & { why: string };

export type PromiseFacts = {
  today: Day;
  workdays: readonly Weekday[];
  holidays: readonly Day[];
  steps: readonly StepAsked[];
  /** Working days a carrier takes; nothing: nobody has been chosen. */
  carrierDays: number | null;
  /** Not before this day: a pre-order. */
  notBefore?: Day | null;
};

/**
 * The honest day for what is not yet taken: the longest chain of what is still to do, and the day that holds nine times in ten.
 *
 * @example workOutPromise({ today: '2026-11-27', workdays: [1, 2, 3, 4, 5], holidays: [], steps: [{ name: 'pack', days: 1, after: [], seen: [], why: 'a day' }], carrierDays: 2 }).leavesOn // '2026-11-30'
 */
export function workOutPromise(q: PromiseFacts): KeptPromise {
  const { today, workdays, holidays } = q;
  const calendar = { today, workdays, holidays };
  const answer = promiseDay({ ...calendar, steps: q.steps });
  const later = (day: Day) => (q.notBefore && q.notBefore > day ? q.notBefore : day);
  const leavesOn = later(answer.date);
  const likely = Math.max(answer.days, daysInShare(q.steps, 0.9));
  const critical = new Set(answer.critical);
  return {
    madeOn: today,
    leavesOn,
    likelyBy: later(dayAfterWork(calendar, likely)),
    arrivesOn:
      q.carrierDays === null
        ? null
        : dayAfterWork({ today: leavesOn, workdays, holidays }, q.carrierDays),
    steps: answer.steps.map(({ name, from, to, after }, i) => ({
      name,
      from,
      to,
      after: [...after],
      why: q.steps[i]!.why,
      decides: critical.has(name),
    })),
  };
}

/** How a promise made then stands to what the facts allow now. */
export type Slip = { days: number; because: string } | null;

/**
 * Whether a promise has slipped: what would be promised today is later than what was.
 *
 * @example slipOf({ madeOn: '2026-11-20', leavesOn: '2026-11-24', likelyBy: '2026-11-24', arrivesOn: null, steps: [] }, { madeOn: '2026-11-23', leavesOn: '2026-11-26', likelyBy: '2026-11-26', arrivesOn: null, steps: [{ name: 'paper', from: 0, to: 3, why: '3 days', decides: true, after: [] }] })?.because // 'paper'
 */
export function slipOf(then: KeptPromise, now: KeptPromise): Slip {
  if (now.leavesOn <= then.leavesOn) return null;
  const was = new Map(then.steps.map((step) => [step.name, step]));
  const grown = now.steps
    .filter(({ decides }) => decides)
    .map((step) => {
      const before = was.get(step.name);
      return { name: step.name, by: step.to - step.from - (before ? before.to - before.from : 0) };
    })
    .sort((a, b) => b.by - a.by)[0];
  const days = (Date.parse(now.leavesOn) - Date.parse(then.leavesOn)) / 86_400_000;
  return { days, because: grown?.name ?? 'what is still to do' };
}
