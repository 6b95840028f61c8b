import { lotModel, paperModel, routeModel, serviceModel, supplyModel } from '@/app/models';
import { queryOf } from '@/app/query';
import { seen } from '@/app/seen';
import { localDay } from '@/core/measure';
import { allServices, allSupplies } from '@/store/orders';
import { papersAndRoutes } from '@/store/proofs';
import { heldByPaper } from '@/studio/papers/papers';
import type { Metadata } from 'next';
import { studio } from '../server';
import { PapersView } from './PapersView';

export const metadata: Metadata = { title: 'Papers' };
const SHELVES = ['papers', 'routes', 'shelf', 'carriers'] as const;
export type Shelf = (typeof SHELVES)[number];

async function PapersPage({ searchParams }: { searchParams: Promise<{ show?: string }> }) {
  const s = await studio(),
    { db } = s;
  const asked = (await queryOf(searchParams)).show;
  const [{ papers, routes }, supplies, services] = await Promise.all([
    papersAndRoutes(db),
    allSupplies(db),
    allServices(db),
  ]);
  const shown = SHELVES.find((x) => x === asked) ?? 'papers';
  const held = shown === 'papers' ? await heldByPaper(s) : new Map<string, never[]>();
  return (
    <PapersView
      held={Object.fromEntries(
        [...held].map(([id, sizes]) => [
          id,
          sizes.map(({ history: _, ...size }) => ({ ...size, lots: size.lots.map(lotModel) })),
        ]),
      )}
      today={localDay(s.now(), (await s.settings()).timeZone)}
      papers={papers.map(paperModel)}
      routes={routes.map(routeModel)}
      supplies={supplies.map(supplyModel)}
      services={services.map(serviceModel)}
      show={shown}
    />
  );
}

export default seen(PapersPage);
