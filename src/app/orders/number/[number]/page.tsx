import { notFound, redirect } from 'next/navigation';
import { studio } from '@/app/server';
import { findColumns } from '@/store/rows';

/** The order of a number, as a slip or a label says it. */
export default async function OrderByNumber({ params }: { params: Promise<{ number: string }> }) {
  const number = Number((await params).number);
  const s = await studio();
  const [order] = Number.isInteger(number) ? await findColumns(s.db, 'orders', ['id'], { number }) : [];
  if (!order) notFound();
  redirect(`/orders/${order.id}`);
}
