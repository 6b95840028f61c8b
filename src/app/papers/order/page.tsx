import { supplierModel } from '@/app/models';
import { seen } from '@/app/seen';
import type { Metadata } from 'next';
import { studio } from '@/app/server';
import { orderList, suppliersAtHand } from '@/studio/papers/papers';
import { OrderView } from './OrderView';

export const metadata: Metadata = { title: 'To order' };

async function OrderPage() {
  const s = await studio();
  const [lines, suppliers] = await Promise.all([orderList(s), suppliersAtHand(s.db)]);
  return (
    <OrderView
      lines={lines.map((line) => ({ ...line, supplier: line.supplier && supplierModel(line.supplier) }))}
      suppliers={suppliers.map(supplierModel)}
    />
  );
}

export default seen(OrderPage);
