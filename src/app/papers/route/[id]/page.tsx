import { routeModel } from '@/app/models';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { localDay } from '@/core/measure';
import { findRow } from '@/store/rows';
import { pricesOfRoute } from '@/studio/routes/routes';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { RouteView } from './RouteView';

export const metadata: Metadata = { title: 'Route' };

async function RoutePage({ params }: { params: Promise<{ id: string }> }) {
  const s = await studio();
  const route = await findRow(s.db, 'routes', (await params).id);
  if (!route) notFound();
  return (
    <RouteView
      key={route.readOn ?? 'new'}
      route={routeModel(route)}
      lines={await pricesOfRoute(s.db, route.id)}
      today={localDay(s.now(), (await s.settings()).timeZone)}
    />
  );
}

export default seen(RoutePage);
