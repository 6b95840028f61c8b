import ical from 'ical-generator';
import { timingSafeEqual } from 'node:crypto';
import { clockOf, hoursOf } from '@/core/week/clock';
import { addDays } from '@/core/measure/day';
import { benchLinesToday } from '../reports/bench';
import type { Studio } from '../studio';
import { mannerOf, stockEvents, weekOf } from './week';

/** What is laid on the days ahead, as a calendar that other programs read: hands at their hours, what happens by itself all day. */
export async function weekCalendar(studio: Studio): Promise<string> {
  const settings = await studio.settings();
  const { plan, items, events, begins } = await weekOf(studio, await benchLinesToday(studio));
  const itemOf = new Map(items.map((item) => [item.task.id, item]));
  const stamp = new Date(studio.now());
  const calendar = ical({
    name: `${settings.name}: the week`,
    prodId: { company: 'glassine', product: 'week', language: 'EN' },
  });
  for (const { day, pieces } of plan.days)
    for (const { taskId, from, minutes } of pieces) {
      const { task } = itemOf.get(taskId)!;
      const at = (minute: number) => `${day}T${clockOf(begins(day) + minute)}:00`;
      calendar.createEvent({
        id: `${day}-${from}-${taskId}@glassine`,
        // Hours of the studio's own clock, wherever the calendar is read.
        ...{ start: at(from), end: at(from + minutes), floating: true, stamp },
        summary: task.name,
        description: task.due
          ? `${hoursOf(minutes)}; promised for ${task.due}${plan.missed.includes(taskId) ? ', which cannot be kept' : ''}`
          : hoursOf(minutes),
      });
    }
  for (const { day, says } of [...events, ...(await stockEvents(studio))])
    calendar.createEvent({
      id: `${day}-${says}@glassine`,
      start: new Date(`${day}T00:00:00Z`),
      end: new Date(`${addDays(day, 1)}T00:00:00Z`),
      ...{ allDay: true, stamp, summary: says },
    });
  return calendar.toString();
}

/** The calendar for whoever has its private address; nothing for anybody else, however long they guess. */
export async function feedFor(studio: Studio, key: string): Promise<string | null> {
  const { feedKey } = mannerOf(await studio.settings());
  const [given, kept] = [Buffer.from(key), Buffer.from(feedKey ?? '')];
  if (feedKey === null || given.length !== kept.length || !timingSafeEqual(given, kept)) return null;
  return weekCalendar(studio);
}
