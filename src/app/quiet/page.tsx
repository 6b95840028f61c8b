import type { Metadata } from 'next';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { findColumns } from '@/store/rows';
import { QuietListView } from './QuietListView';

export const metadata: Metadata = { title: 'Quiet screens' };

async function QuietPage() {
  const { db } = await studio();
  const [formats, works, walls] = await Promise.all([
    findColumns(db, 'formats', ['id', 'workId', 'name'], { archivedAt: null }),
    findColumns(db, 'works', ['id', 'title'], { archivedAt: null }),
    findColumns(db, 'walls', ['id', 'name'], { archivedAt: null }),
  ]);
  const titleOf = new Map(works.map(({ id, title }) => [id, title]));
  return (
    <QuietListView
      sizes={formats
        .flatMap(({ id, workId, name }) => {
          const title = titleOf.get(workId);
          return title ? [{ key: id, name: `${title}, ${name}` }] : [];
        })
        .sort((a, b) => a.name.localeCompare(b.name))}
      walls={walls.map(({ id, name }) => ({ key: id, name }))}
    />
  );
}

export default seen(QuietPage);
