import { planWeek, type WeekDay, type WeekPlan } from './plan';
import type { WeekItem } from './tasks';

const LATE = 'post:late';
/** So many ways are tried: each is a plan of its own. */
const MOST_TRIED = 3;

/**
 * Plans a week, and lets parcels that are late already go along on a way that is gone anyhow: on the first where no more promises
 * are missed for it and they leave no later than by a way of their own. Where there is so much that nobody can say whether a
 * promise more could be kept, they have their own.
 *
 * @returns what was planned in the end, and the plan
 * @throws InputError as `planWeek` does
 */
export function planTrips(
  items: readonly WeekItem[],
  days: readonly WeekDay[],
): { items: WeekItem[]; plan: WeekPlan } {
  const planOf = (of: readonly WeekItem[]) =>
    planWeek(
      of.map(({ task }) => task),
      days,
    );
  const alone = planOf(items);
  const late = items.find(({ task }) => task.id === LATE);
  const lateOn = alone.doneOn.get(LATE) ?? null;
  // With far too much to do a plan takes a second, and one way more or less is the least of it.
  if (!late || !alone.isProven) return { items: [...items], plan: alone };
  const ways = items.filter(({ kind, task }) => kind === 'post' && task.id !== LATE && task.due !== null);
  const inTime = ways
    .filter(({ task }) => lateOn === null || task.from <= lateOn)
    .sort((a, b) => a.task.from.localeCompare(b.task.from))
    .slice(0, MOST_TRIED);
  for (const way of inTime) {
    const joined = joinedTo(items, way, late);
    const plan = planOf(joined);
    const goesOn = plan.doneOn.get(way.task.id) ?? null;
    const isNoLater = goesOn !== null && (lateOn === null || goesOn <= lateOn);
    if (isNoLater && plan.missed.length <= alone.missed.length) return { items: joined, plan };
  }
  return { items: [...items], plan: alone };
}

/** The late parcels taken along: the way waits for their packing too, and is said to be theirs. */
function joinedTo(items: readonly WeekItem[], way: WeekItem, late: WeekItem): WeekItem[] {
  const task = {
    ...way.task,
    name: `${way.task.name}, and what is late`,
    after: [...way.task.after, ...late.task.after],
  };
  return items.flatMap((item) => (item === late ? [] : item === way ? [{ ...item, task }] : [item]));
}
