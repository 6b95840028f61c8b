import { Lessons, NotesPart } from '@/app/NotesPart';
import { seen } from '@/app/seen';
import { lessonsOf, notesOf, type NotedThing } from '@/store/notes';
import { notFound } from 'next/navigation';
import { studio } from '@/app/server';
import { packingTable } from '@/studio/orders/packingTable';
import { packingModel } from './packingModel';
import { PackingView } from './PackingView';

type Props = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Props) {
  const table = await packingTable(await studio(), (await params).id);
  return { title: table ? `Order ${table.order.number}` : 'No such order' };
}

async function OrderPage({ params }: Props) {
  const s = await studio();
  const table = await packingTable(s, (await params).id);
  if (!table) notFound();
  const { order, buyer, lines } = table;
  const things: NotedThing[] = [
    { subject: 'person', subjectId: buyer.id },
    { subject: 'hands', subjectId: 'wrap' },
    ...lines.map(({ workId }) => ({ subject: 'work' as const, subjectId: workId })),
  ];
  return (
    <PackingView
      key={order.id}
      table={packingModel(table)}
      lessons={<Lessons lessons={await lessonsOf(s.db, things)} />}
      notes={
        <NotesPart
          subject="order"
          subjectId={order.id}
          notes={await notesOf(s.db, { subject: 'order', subjectId: order.id })}
        />
      }
    />
  );
}

export default seen(OrderPage);
