import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { buyerWallModel } from '@/app/models';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { findRow } from '@/store/rows';
import { hangsFor } from '@/studio/walls/walls';
import { BuyerWallView } from './BuyerWallView';

export const metadata: Metadata = { title: 'A buyer’s wall' };

async function BuyerWallPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const s = await studio();
  const wall = await findRow(s.db, 'buyerWalls', id);
  if (!wall) notFound();
  return <BuyerWallView wall={buyerWallModel(wall)} offers={await hangsFor(s, '')} />;
}

export default seen(BuyerWallPage);
