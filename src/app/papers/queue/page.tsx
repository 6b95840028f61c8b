import { layoutModel } from '@/app/models';
import { Lessons } from '@/app/NotesPart';
import { seen } from '@/app/seen';
import { lessonsOf } from '@/store/notes';
import type { Metadata } from 'next';
import { studio } from '@/app/server';
import { shownCosts } from '@/studio/prices/shownCosts';
import { printQueue } from '@/studio/layouts/printQueue';
import { QueueView } from './QueueView';

export const metadata: Metadata = { title: 'Print queue' };

async function QueuePage() {
  const s = await studio();
  const { queue, inks } = await printQueue(s);
  const formatIds = queue.flatMap(({ layout }) =>
    layout.pieces.flatMap((piece) => (piece.formatId ? [piece.formatId] : [])),
  );
  return (
    <QueueView
      costs={await shownCosts(s, formatIds)}
      lessons={
        <Lessons
          lessons={await lessonsOf(
            s.db,
            [...new Set(queue.map(({ layout }) => layout.paperId))].map((subjectId) => ({
              subject: 'paper',
              subjectId,
            })),
          )}
        />
      }
      queue={queue.map(({ layout, machine, ...worked }) => ({
        ...worked,
        layout: layoutModel(layout),
        machine: machine && { id: machine.id, name: machine.name },
      }))}
      inks={[...inks].map(([machineId, reports]) => ({
        machineId,
        error: reports.flatMap((r) => (r.queue && r.queue.verdict !== 'holds' ? [r.queue] : [])),
      }))}
    />
  );
}

export default seen(QueuePage);
