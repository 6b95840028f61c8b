import { isNull, eq } from 'drizzle-orm';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { studio } from '@/app/server';
import { findRow, rowById } from '@/store/rows';
import { formats, layouts, papers, works } from '@/store/schema';
import { lotsOnHand } from '@/studio/lots';
import { LayoutView } from './LayoutView';

export const metadata: Metadata = { title: 'Layout' };

export default async function LayoutPage({ params }: { params: Promise<{ id: string }> }) {
  const { db } = await studio();
  const layout = await findRow(db, layouts, (await params).id);
  if (!layout) notFound();
  const [paper, offered, lots] = await Promise.all([
    rowById(db, papers, layout.paperId),
    db.select({ id: formats.id, title: works.title, width: formats.imageWidthUm, height: formats.imageHeightUm, mayPrint: works.mayPrint }).from(formats).innerJoin(works, eq(works.id, formats.workId)).where(isNull(formats.archivedAt)).orderBy(works.title, formats.imageWidthUm),
    lotsOnHand(db, [layout.paperId]),
  ]);
  return <LayoutView key={layout.changedAt} layout={layout} paper={paper} offered={offered.filter((o) => o.mayPrint === 'yes')} lots={lots} />;
}
