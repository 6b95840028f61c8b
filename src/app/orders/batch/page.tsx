import type { Metadata } from 'next';
import { queryOf } from '@/app/query';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { batchPage } from '@/studio/sales/batchPage';
import { BatchView } from './BatchView';

export const metadata: Metadata = { title: 'How many to make' };

async function BatchPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | undefined>>;
}) {
  const { product } = await queryOf(searchParams);
  const page = await batchPage(await studio(), product);
  return <BatchView key={page.open?.id} {...page} />;
}

export default seen(BatchPage);
