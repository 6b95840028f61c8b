import { addDays } from '@/core/measure/day';
import { benchLinesToday } from '@/studio/reports/bench';
import type { Studio } from '@/studio/studio';
import { findRows } from '@/store/rows';
import { addNote } from '@/studio/notes/noteActions';
import { noteDate, putOff, setDayHours } from '@/studio/week/weekActions';
import type { DemoClock } from './clock';

/** A week as a person has it: a short day among the others, and something put off with its reason. */
export function scheduleWeek(studio: Studio, clock: DemoClock): void {
  clock.at({ days: 12, hour: 16 }, () => noteLessons(studio));
  clock.at({ hoursAgo: 0.4 }, async () => {
    const today = await studio.today();
    await setDayHours(studio, { day: addDays(today, 2), hours: '1 h 30' });
    await noteDate(studio, {
      ...{ says: 'Winter fair, Haldenness town hall', takesHours: true },
      ...{ fromOn: addDays(today, 19), untilOn: addDays(today, 20) },
    });
    const lines = await benchLinesToday(studio);
    const line = lines.findLast(({ group, minutes }) => group !== 'Promised' && minutes > 0);
    if (line)
      await putOff(studio, {
        ...{ line: line.id, untilOn: addDays(today, 5), why: 'after the fair' },
      });
  });
}

/** What was learned the hard way, pinned to what it concerns. */
async function noteLessons(studio: Studio): Promise<void> {
  const [rag] = await findRows(studio.db, 'papers', { name: 'Harrow Rag 310' });
  const [work] = await findRows(studio.db, 'works', { title: 'Salt Pans, Low Sun' });
  const learned = [
    ['hands', 'tear', 'Score twice: once lets the tear run into the picture at the corners.'],
    ['hands', 'hang', 'Measure the drop with the weight on the wire, not with the frame lying.'],
    ...(rag
      ? ([['paper', rag.id, 'Scuffs on the sleeve’s edge: slide the board in with it.']] as const)
      : []),
    ...(work
      ? ([['work', work.id, 'The small square sells three times as often as the large.']] as const)
      : []),
  ] as const;
  for (const [subject, subjectId, text] of learned)
    await addNote(studio, { subject, subjectId, text, isLesson: true });
}
