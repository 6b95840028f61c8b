import { isNull, eq } from 'drizzle-orm';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { studio } from '@/app/server';
import { findRow, rowById } from '@/store/rows';
import { formats, layouts, papers, works } from '@/store/schema';
import { lotsOnHand } from '@/studio/lots';
import { inkReport, machinesAtHand } from '@/studio/machines';
import { LayoutView } from './LayoutView';

export const metadata: Metadata = { title: 'Layout' };

export default async function LayoutPage({ params }: { params: Promise<{ id: string }> }) {
  const s = await studio(), { db } = s;
  const layout = await findRow(db, layouts, (await params).id);
  if (!layout) notFound();
  const [paper, offered, lots] = await Promise.all([
    rowById(db, papers, layout.paperId),
    db.select({ id: formats.id, title: works.title, width: formats.imageWidthUm, height: formats.imageHeightUm, mayPrint: works.mayPrint }).from(formats).innerJoin(works, eq(works.id, formats.workId)).where(isNull(formats.archivedAt)).orderBy(works.title, formats.imageWidthUm),
    lotsOnHand(db, [layout.paperId]),
  ]);
  // Ink on the narrowest printer that takes it: what printing it will charge.
  const machine = (await machinesAtHand(db)).sort((a, b) => a.widthUm - b.widthUm).find((m) => m.widthUm >= layout.widthUm);
  const ink = machine ? { name: machine.name, perM2Minor: (await inkReport(s, machine)).reduce((a, i) => a + i.perM2Minor, 0) } : null;
  return <LayoutView ink={ink} key={layout.changedAt} layout={layout} paper={paper} offered={offered.filter((o) => o.mayPrint === 'yes')} lots={lots} />;
}
