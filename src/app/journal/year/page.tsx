import type { Metadata } from 'next';
import { queryOf } from '@/app/query';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { lookBack } from '@/studio/reports/lookBack';
import { YearView } from './YearView';

export const metadata: Metadata = { title: 'Looking back' };

async function YearPage({ searchParams }: { searchParams: Promise<{ year?: string }> }) {
  const { year } = await queryOf(searchParams);
  return <YearView back={await lookBack(await studio(), year)} />;
}

export default seen(YearPage);
