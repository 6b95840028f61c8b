import type { Metadata } from 'next';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { findColumns } from '@/store/rows';
import { sizes } from '@/studio/formats/sizePicks';
import { QuietListView } from './QuietListView';

export const metadata: Metadata = { title: 'Quiet screens' };

async function QuietPage() {
  const s = await studio();
  const [first, walls] = await Promise.all([
    sizes.first(s),
    findColumns(s.db, 'walls', ['id', 'name'], { archivedAt: null }),
  ]);
  return <QuietListView sizes={first} walls={walls.map(({ id, name }) => ({ key: id, name }))} />;
}

export default seen(QuietPage);
