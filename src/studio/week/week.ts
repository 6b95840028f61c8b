import type { BenchLine } from '@/core/bench/lines';
import { clockTime, localDay } from '@/core/measure';
import { addDays, dayNumber, daysBetween, weekdayOf, type Day } from '@/core/measure/day';
import { dried } from '@/core/proof/proofStates';
import { clockOf, readClock } from '@/core/week/clock';
import { USUAL_WEEK, type WeekManner } from '@/core/week/manner';
import type { WeekDay, WeekPlan } from '@/core/week/plan';
import { weekItems, type LineMark, type WeekItem } from '@/core/week/tasks';
import { planTrips } from '@/core/week/trips';
import { jobsOut, originalsOut } from '@/store/bench';
import { waitingProofs } from '@/store/proofs';
import { findColumns, findRows } from '@/store/rows';
import { calendarFrom } from '../orders/calendar';
import { policyOf } from '../orders/carriage';
import { openOrderHands } from '../orders/hands';
import { heldByPaper, suppliersAtHand } from '../papers/papers';
import type { Settings, Studio } from '../studio';

/** So far ahead things are laid on days. */
export const WEEK_HORIZON = 28;
/** Judging a proof, as the bench has it. */
const JUDGE_MINUTES = 10;
const HOUR_MS = 3_600_000;

/** Something that happens on a day without hands: a proof that comes back, one that is dry, work that is due. */
export type WeekEvent = {
  day: Day;
  says: string;
  href: string;
  /** Of what a person noted for these days. */
  dateId?: string;
};

export type StudioWeek = {
  today: Day;
  manner: WeekManner;
  items: WeekItem[];
  plan: WeekPlan;
  days: WeekDay[];
  /** When each day's hands begin, minutes since midnight: today not before now. */
  begins: (day: Day) => number;
  events: WeekEvent[];
  marks: LineMark[];
};

export const mannerOf = (settings: Pick<Settings, 'week'>): WeekManner => settings.week ?? USUAL_WEEK;

/** What was decided of single lines; a day that has come ends a putting off by itself. */
export const marksOf = (studio: Studio): Promise<LineMark[]> =>
  findColumns(studio.db, 'benchMarks', ['line', 'untilOn', 'plannedOn', 'why']);

/**
 * What wants hands, laid on the days there are: orders as the lane has them, everything else as it stands on the bench.
 *
 * @param lines the bench's lines, also those that were put off
 */
export async function weekOf(studio: Studio, lines: readonly BenchLine[]): Promise<StudioWeek> {
  const [settings, today, marks, orders, waiting] = await Promise.all([
    studio.settings(),
    studio.today(),
    marksOf(studio),
    openOrderHands(studio),
    waitingProofs(studio.db),
  ]);
  const manner = mannerOf(settings);
  const now = readClock(clockTime(studio.now(), settings.timeZone), 'now');
  const { days, passed } = await hoursFrom(studio, settings, today, now);
  const proofs = waiting.map((row) => ({ ...row, ...proofDay(row, studio.now(), settings, today) }));
  const asked = weekItems({
    ...{ today, days },
    marks,
    tripMinutes: manner.tripMinutes,
    orders: orders.map(({ row, minutes, nights }) => ({
      ...{ id: row.id, number: row.number, buyer: row.buyer, state: row.state },
      ...{ shipBy: row.shipBy, plannedOn: row.plannedOn, minutes, nights },
    })),
    lines: linesFrom(lines, proofs, today),
  });
  const { items, plan } = planTrips(asked, days);
  return {
    ...{ today, manner, items, plan, days, marks },
    begins: (day) => manner.starts + (day === today ? passed : 0),
    events: await eventsFrom(studio, proofs, today),
  };
}

type ProofDay = { id: string; workId: string; says: string; day: Day; isDrying: boolean };

/** When a proof can be judged, or is expected back. */
function proofDay(
  row: Awaited<ReturnType<typeof waitingProofs>>[number],
  now: string,
  { timeZone }: Pick<Settings, 'timeZone'>,
  today: Day,
): ProofDay {
  const { proof, title, routeName, dryHours, leadDays } = row;
  const of = `${title}, round ${proof.round}`;
  const ids = { id: proof.id, workId: proof.workId };
  if (proof.state === 'made') {
    const dryAt = new Date(Date.parse(proof.madeAt!) + dryHours * HOUR_MS).toISOString();
    const isDrying = dried(proof.madeAt!, dryHours, now).left > 0;
    const day = isDrying ? localDay(dryAt, timeZone) : today;
    return { ...ids, day, isDrying, says: `The proof of ${of} is dry` };
  }
  const day = addDays(localDay(proof.askedAt, timeZone), leadDays);
  return { ...ids, day, isDrying: false, says: `${routeName} sends the proof of ${of}` };
}

/** The bench's lines that are no orders, each from the day on which hands can begin. */
function linesFrom(lines: readonly BenchLine[], proofs: readonly ProofDay[], today: Day) {
  const proofOf = new Map(proofs.map((proof) => [`proof:${proof.id}`, proof]));
  return lines
    .filter((line) => line.group !== 'Promised')
    .map((line) => {
      const proof = proofOf.get(line.id);
      if (!proof) return { line, from: today };
      const from = proof.day > today ? proof.day : today;
      if (!proof.isDrying) return { line, from };
      const subject = line.subject.replace(/ is drying$/, '').replace(/^Proof/, 'Judge proof');
      return { line: { ...line, subject, minutes: JUDGE_MINUTES }, from };
    });
}

/** The minutes of each day from today on: the studio's workdays, its own and public days off, and single days of other hours. */
async function hoursFrom(studio: Studio, settings: Settings, today: Day, now: number) {
  const [calendar, policy, own] = await Promise.all([
    calendarFrom(settings, today),
    policyOf(studio),
    findRows(studio.db, 'dayHours'),
  ]);
  const ownOf = new Map(own.map(({ day, minutes }) => [day, minutes]));
  const days = Array.from({ length: WEEK_HORIZON }, (_, k): WeekDay => {
    const day = addDays(today, k);
    const isWorked =
      calendar.workdays.includes(weekdayOf(dayNumber(day))) && !calendar.holidays.includes(day);
    return { day, minutes: ownOf.get(day) ?? (isWorked ? policy.minutesADay : 0) };
  });
  // Of today only what is left of it can be promised.
  const passed = Math.min(days[0]!.minutes, Math.max(0, now - mannerOf(settings).starts));
  days[0]!.minutes -= passed;
  return { days, passed };
}

/** When paper has to be ordered to be here in time, and until which hour of that day its supplier sends it off. */
export async function stockEvents(studio: Studio): Promise<WeekEvent[]> {
  const today = await studio.today();
  const last = addDays(today, WEEK_HORIZON);
  const [held, papers, suppliers] = await Promise.all([
    heldByPaper(studio),
    findRows(studio.db, 'papers', { discontinued: false }),
    suppliersAtHand(studio.db),
  ]);
  return papers.flatMap(({ id, name, supplierId }) => {
    const dates = (held.get(id) ?? []).flatMap(({ forecast }) => forecast.reorderOn ?? []);
    const [first] = dates.sort();
    if (first === undefined || first >= last) return [];
    const supplier = suppliers.find((each) => each.id === supplierId);
    const until =
      supplier?.cutoffMinute == null ? '' : `, by ${clockOf(supplier.cutoffMinute)} to leave that day`;
    return [
      {
        day: first < today ? today : first,
        says: `Order ${name}${supplier ? ` from ${supplier.name}${until}` : ''}`,
        href: '/papers/order',
      },
    ];
  });
}

async function eventsFrom(studio: Studio, proofs: readonly ProofDay[], today: Day): Promise<WeekEvent[]> {
  const [jobs, originals, dates] = await Promise.all([
    jobsOut(studio.db),
    originalsOut(studio.db),
    findRows(studio.db, 'weekDates', {}, { orderBy: ['fromOn', 'id'] }),
  ]);
  const onDays = dates.flatMap(({ id, fromOn, untilOn, says }) => {
    const span = Array.from({ length: daysBetween(fromOn, untilOn) + 1 }, (_, k) => addDays(fromOn, k));
    return span.filter((day) => day >= today).map((day) => ({ day, says, href: '/week', dateId: id }));
  });
  return [
    ...onDays,
    ...proofs
      .filter(({ isDrying, says }) => isDrying || !says.endsWith('is dry'))
      .map(({ day, says, workId }) => ({ day, says, href: `/works/${workId}/proofs` })),
    ...jobs.map(({ route, dueOn }) => ({
      ...{ day: dueOn, says: `Work is due back from ${route}`, href: '/papers/quotes' },
    })),
    ...originals.map(({ title, who, dueOn, workId }) => ({
      ...{ day: dueOn, says: `${title} is due back from ${who}`, href: `/works/${workId}/original` },
    })),
  ].sort((a, b) => a.day.localeCompare(b.day));
}
