import { seen } from '@/app/seen';
import { queryOf } from '@/app/query';
import type { Metadata } from 'next';
import { findAnything } from '@/store/journal';
import { studio } from '../server';
import { FindView } from './FindView';

export const metadata: Metadata = { title: 'Find' };

async function FindPage({ searchParams }: { searchParams: Promise<{ q?: string }> }) {
  const text = ((await queryOf(searchParams)).q ?? '').slice(0, 100).trim();
  return (
    <FindView
      text={text}
      found={
        text ? await findAnything((await studio()).db, text) : { works: [], orders: [], impressions: [] }
      }
    />
  );
}

export default seen(FindPage);
