import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { consignmentsPage } from '@/store/consignments';
import type { Metadata } from 'next';
import { ConsignmentsView } from './ConsignmentsView';

export const metadata: Metadata = { title: 'With shops' };

async function ConsignmentsPage() {
  const lines = await consignmentsPage((await studio()).db);
  return (
    <ConsignmentsView
      lines={lines.map(({ consignment, ...rest }) => ({
        ...rest,
        id: consignment.id,
        number: consignment.number,
        sinceOn: consignment.sinceOn,
        dueOn: consignment.dueOn,
        theirShare: consignment.theirShare,
      }))}
    />
  );
}

export default seen(ConsignmentsPage);
