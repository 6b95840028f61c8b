import { seen } from '@/app/seen';
import { queryOf } from '@/app/query';
import type { Metadata } from 'next';
import { findAnything, HITS_ON_PAGE } from '@/studio/reports/find';
import { studio } from '../server';
import { FindView } from './FindView';

export const metadata: Metadata = { title: 'Find' };

async function FindPage({ searchParams }: { searchParams: Promise<{ q?: string }> }) {
  const text = ((await queryOf(searchParams)).q ?? '').slice(0, 100).trim();
  const groups = text ? await findAnything(await studio(), text, HITS_ON_PAGE) : [];
  return <FindView text={text} groups={groups} most={HITS_ON_PAGE} />;
}

export default seen(FindPage);
