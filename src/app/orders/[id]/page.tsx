import { seen } from '@/app/seen';
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
  const table = await packingTable(await studio(), (await params).id);
  if (!table) notFound();
  return <PackingView key={table.order.id} table={packingModel(table)} />;
}

export default seen(OrderPage);
