import type { Day } from '@/core/measure/day';
import type { PlannedDay } from '@/core/week/plan';
import type { TaskKind } from '@/core/week/tasks';

/** A thing of the week as the page shows it. */
export type WeekThing = {
  id: string;
  name: string;
  kind: TaskKind;
  minutes: number;
  due: Day | null;
  href: string;
  pinned: Day | null;
  from: Day;
  doneOn: Day | null;
  isMissed: boolean;
  after: readonly { id: string; nights: number }[];
};

/** A day with when its hands begin, minutes since midnight, and what happens on it by itself. */
export type ShownDay = PlannedDay & { begins: number } & { events: { says: string; href: string }[] };

/** How many days are drawn; what lies beyond is counted. */
const DAYS_DRAWN = 8;

/** The days that are drawn: those with hours, or with something on them. */
export function shownDays(
  days: readonly (PlannedDay & { begins: number })[],
  events: readonly { day: Day; says: string; href: string }[],
): ShownDay[] {
  return days
    .map((day) => ({ ...day, events: events.filter((event) => event.day === day.day) }))
    .filter(
      ({ minutes, pieces, events: own }, i) => i === 0 || minutes > 0 || pieces.length || own.length,
    )
    .slice(0, DAYS_DRAWN);
}
