import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { wallModel } from '@/app/models';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { findRow } from '@/store/rows';
import { hangsFor } from '@/studio/walls/walls';
import { WallView } from './WallView';

type Params = { params: Promise<{ id: string }> };

const wallAt = async ({ params }: Params) => {
  const { id } = await params;
  const s = await studio();
  const wall = await findRow(s.db, 'walls', id);
  if (!wall) notFound();
  return { s, wall };
};

export async function generateMetadata(at: Params): Promise<Metadata> {
  const { wall } = await wallAt(at);
  return { title: `${wall.name} · Wall` };
}

async function WallPage(at: Params) {
  const { s, wall } = await wallAt(at);
  return <WallView wall={wallModel(wall)} offers={await hangsFor(s, '')} />;
}

export default seen(WallPage);
