import type { Metadata } from 'next';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { findColumns } from '@/store/rows';
import { firstSizes } from '@/studio/formats/sizePicks';
import { QuietListView } from './QuietListView';

export const metadata: Metadata = { title: 'Quiet screens' };

async function QuietPage() {
  const s = await studio();
  const [sizes, walls] = await Promise.all([
    firstSizes(s, 'all'),
    findColumns(s.db, 'walls', ['id', 'name'], { archivedAt: null }),
  ]);
  return <QuietListView sizes={sizes} walls={walls.map(({ id, name }) => ({ key: id, name }))} />;
}

export default seen(QuietPage);
