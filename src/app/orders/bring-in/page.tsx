import type { Metadata } from 'next';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { findColumns } from '@/store/rows';
import { BringInView } from './BringInView';

export const metadata: Metadata = { title: 'Bring in orders' };

async function BringInPage() {
  const s = await studio();
  const sources = await findColumns(s.db, 'orderSources', ['id', 'name']);
  return <BringInView sources={sources.map(({ name }) => name)} />;
}

export default seen(BringInPage);
