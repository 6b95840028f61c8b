import type { Metadata } from 'next';
import { buyerWallModel, wallModel } from '@/app/models';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { buyerWallsOf, wallsOf } from '@/studio/walls/walls';
import { WallsView } from './WallsView';

export const metadata: Metadata = { title: 'Wall' };

async function WallsPage() {
  const s = await studio();
  const [walls, buyerWalls] = await Promise.all([wallsOf(s.db), buyerWallsOf(s.db)]);
  return <WallsView walls={walls.map(wallModel)} buyerWalls={buyerWalls.map(buyerWallModel)} />;
}

export default seen(WallsPage);
