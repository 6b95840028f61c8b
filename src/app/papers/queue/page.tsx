import { layoutModel } from '@/app/models';
import { seen } from '@/app/seen';
import type { Metadata } from 'next';
import { studio } from '@/app/server';
import { printQueue } from '@/studio/layouts/printQueue';
import { QueueView } from './QueueView';

export const metadata: Metadata = { title: 'Print queue' };

async function QueuePage() {
  const { queue, inks } = await printQueue(await studio());
  return (
    <QueueView
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
