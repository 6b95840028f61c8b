import type { Metadata } from 'next';
import { allServices, allSupplies } from '@/store/orders';
import { papersAndRoutes } from '@/store/proofs';
import { studio } from '../server';
import { PapersView } from './PapersView';

export const metadata: Metadata = { title: 'Papers' };
const SHELVES = ['papers', 'routes', 'shelf', 'carriers'] as const;
export type Shelf = (typeof SHELVES)[number];

export default async function PapersPage({ searchParams }: { searchParams: Promise<{ show?: string }> }) {
  const { db } = await studio();
  const asked = (await searchParams).show;
  const [{ papers, routes }, supplies, services] = await Promise.all([papersAndRoutes(db), allSupplies(db), allServices(db)]);
  return <PapersView papers={papers} routes={routes} supplies={supplies} services={services} show={SHELVES.find((s) => s === asked) ?? 'papers'} />;
}
