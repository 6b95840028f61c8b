import { lotModel, paperModel, routeModel, serviceModel, supplyModel } from '@/app/models';
import { pageOf, queryOf } from '@/app/query';
import { seen } from '@/app/seen';
import { picked, plain } from '@/core/find/pick';
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

/** As many drawers as are looked over at once. */
const A_PAGE = 48;

async function PapersPage({
  searchParams,
}: {
  searchParams: Promise<{ show?: string; q?: string; page?: string }>;
}) {
  const s = await studio(),
    { db } = s;
  const query = await queryOf(searchParams);
  const [{ papers, routes }, supplies, services] = await Promise.all([
    papersAndRoutes(db),
    allSupplies(db),
    allServices(db),
  ]);
  const shown = SHELVES.find((x) => x === query.show) ?? 'papers';
  const search = query.q ?? '';
  const names = papers.map(({ name }) => plain(name));
  const found = picked(papers, names, search, Infinity);
  const page = pageOf(query.page);
  const onPage = found.slice(page * A_PAGE, (page + 1) * A_PAGE);
  const held = shown === 'papers' ? await heldByPaper(s) : new Map<string, never[]>();
  return (
    <PapersView
      held={Object.fromEntries(
        onPage.map(({ id }) => [
          id,
          (held.get(id) ?? []).map(({ history: _, ...size }) => ({
            ...size,
            lots: size.lots.map(lotModel),
          })),
        ]),
      )}
      today={localDay(s.now(), (await s.settings()).timeZone)}
      papers={shown === 'papers' ? onPage.map(paperModel) : []}
      asked={{ search, page, perPage: A_PAGE, found: found.length, all: papers.length }}
      routes={shown === 'routes' ? routes.map(routeModel) : []}
      supplies={shown === 'shelf' ? supplies.map(supplyModel) : []}
      services={shown === 'carriers' ? services.map(serviceModel) : []}
      show={shown}
    />
  );
}

export default seen(PapersPage);
