import type { Metadata } from 'next';
import { queryOf } from '@/app/query';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { isDay } from '@/core/measure';
import { outgoingOf } from '@/studio/orders/outgoing';
import { OutgoingView } from './OutgoingView';

export const metadata: Metadata = { title: 'Outgoing' };

async function OutgoingPage({ searchParams }: { searchParams: Promise<{ day?: string }> }) {
  const { day } = await queryOf(searchParams);
  const s = await studio();
  const today = await s.today();
  return <OutgoingView outgoing={await outgoingOf(s, day && isDay(day) ? day : today)} today={today} />;
}

export default seen(OutgoingPage);
