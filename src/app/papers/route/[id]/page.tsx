import { priceLineModel, routeModel } from '@/app/models';
import { seen } from '@/app/seen';
import { NotesPart } from '@/app/NotesPart';
import { notesOf } from '@/store/notes';
import { studio } from '@/app/server';
import { localDay } from '@/core/measure';
import { findRow } from '@/store/rows';
import { pricesOfRoute } from '@/studio/routes/routes';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { RouteView } from './RouteView';

type Props = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const route = await findRow((await studio()).db, 'routes', (await params).id);
  return { title: route?.name ?? 'No such route' };
}

async function RoutePage({ params }: Props) {
  const s = await studio();
  const route = await findRow(s.db, 'routes', (await params).id);
  if (!route) notFound();
  return (
    <RouteView
      key={route.readOn ?? 'new'}
      route={routeModel(route)}
      lines={(await pricesOfRoute(s.db, route.id)).map(priceLineModel)}
      today={localDay(s.now(), (await s.settings()).timeZone)}
      notes={
        <NotesPart
          subject="route"
          subjectId={route.id}
          notes={await notesOf(s.db, { subject: 'route', subjectId: route.id })}
        />
      }
    />
  );
}

export default seen(RoutePage);
