import type { Metadata } from 'next';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { pageOfRecord } from '@/core/find/places';
import { benchLinesToday } from '@/studio/reports/bench';
import { stockEvents, weekOf } from '@/studio/week/week';
import { WeekView } from './WeekView';

export const metadata: Metadata = { title: 'The week · Bench' };

async function WeekPage() {
  const s = await studio();
  const { plan, items, events, manner, today, begins } = await weekOf(s, await benchLinesToday(s));
  const reorders = await stockEvents(s);
  const missed = new Set(plan.missed);
  return (
    <WeekView
      today={today}
      isProven={plan.isProven}
      manner={manner}
      days={plan.days.map((day) => ({ ...day, begins: begins(day.day) }))}
      events={[...events, ...reorders].filter(({ day }) => day >= today)}
      items={items.map(({ task, kind, href, orderId }) => ({
        ...{ id: task.id, name: task.name, kind, minutes: task.minutes, due: task.due },
        href: href === '/' ? (orderId ? pageOfRecord('order', orderId)! : '/') : href,
        pinned: task.pinned,
        from: task.from,
        doneOn: plan.doneOn.get(task.id) ?? null,
        isMissed: missed.has(task.id),
        after: task.after,
      }))}
    />
  );
}

export default seen(WeekPage);
