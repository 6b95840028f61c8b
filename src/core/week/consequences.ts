import type { Mark } from '../finding';
import { daysBetween } from '../measure/day';
import type { WeekPlan, WeekTask } from './plan';

export type Consequence = { says: string; mark: Mark };

/**
 * What changes when a plan does: promises that are missed now and were not, promises kept again, and how many other things move.
 *
 * @param moved the task that was moved by hand, which is no consequence of itself
 */
export function consequences(
  tasks: readonly WeekTask[],
  before: WeekPlan,
  after: WeekPlan,
  moved: string | null = null,
): Consequence[] {
  const byId = new Map(tasks.map((task) => [task.id, task]));
  const was = new Set(before.missed);
  const is = new Set(after.missed);
  const lost = after.missed.filter((id) => !was.has(id));
  const won = before.missed.filter((id) => !is.has(id));
  const shifted = tasks.filter(({ id }) => {
    const [then, now] = [before.doneOn.get(id), after.doneOn.get(id)];
    return id !== moved && !lost.includes(id) && !won.includes(id) && then !== now;
  });
  const says: Consequence[] = lost.map((id) => {
    const { name, due } = byId.get(id)!;
    const done = after.doneOn.get(id) ?? null;
    const late = done === null ? null : daysBetween(due!, done);
    return {
      mark: 'fails',
      says:
        done === null
          ? `${name}: promised for ${due}, and not done in these weeks at all`
          : `${name}: done on ${done}, ${late === 1 ? 'a day' : `${late} days`} after it was promised`,
    };
  });
  for (const id of won)
    says.push({ mark: 'holds', says: `${byId.get(id)!.name}: kept again, by ${byId.get(id)!.due}` });
  if (shifted.length)
    says.push({
      mark: 'holds',
      says:
        shifted.length === 1
          ? `${shifted[0]!.name} moves to ${after.doneOn.get(shifted[0]!.id) ?? 'later'}`
          : `${shifted.length} others move, and no promise with them`,
    });
  if (says.length === 0) says.push({ mark: 'holds', says: 'Nothing else moves.' });
  return says;
}
