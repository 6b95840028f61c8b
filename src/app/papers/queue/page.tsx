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
      queue={queue}
      inks={[...inks].map(([machineId, reports]) => ({
        machineId,
        error: reports.flatMap((r) => (r.queue && r.queue.verdict !== 'holds' ? [r.queue] : [])),
      }))}
    />
  );
}

export default seen(QueuePage);
