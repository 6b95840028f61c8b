import { seen } from '@/app/seen';
import { and, eq, isNull } from 'drizzle-orm';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { studio } from '@/app/server';
import { findRow, rowById } from '@/store/rows';
import { formats, layouts, papers, proofs, works } from '@/store/schema';
import { bordersOf, imageOf, sheetOf } from '@/core/layout/sheet';
import { lotsOnHand } from '@/studio/lots';
import { inkReport, machinesAtHand } from '@/studio/machines';
import { LayoutView } from './LayoutView';

/** A snippet, strip or thumbnail sheet, until it is drawn: half a letter, as most are. */
const PROOF_SHEET = { width: 210_000, height: 148_000 };

export const metadata: Metadata = { title: 'Layout' };

async function LayoutPage({ params }: { params: Promise<{ id: string }> }) {
  const s = await studio(),
    { db } = s;
  const layout = await findRow(db, layouts, (await params).id);
  if (!layout) notFound();
  const [paper, offered, lots, asked] = await Promise.all([
    rowById(db, papers, layout.paperId),
    db
      .select({
        id: formats.id,
        title: works.title,
        width: formats.imageWidthUm,
        height: formats.imageHeightUm,
        mayPrint: works.mayPrint,
      })
      .from(formats)
      .innerJoin(works, eq(works.id, formats.workId))
      .where(isNull(formats.archivedAt))
      .orderBy(works.title, formats.imageWidthUm),
    lotsOnHand(db, [layout.paperId]),
    db
      .select({
        id: proofs.id,
        kind: proofs.kind,
        round: proofs.round,
        title: works.title,
        format: formats,
      })
      .from(proofs)
      .innerJoin(works, eq(works.id, proofs.workId))
      .innerJoin(formats, eq(formats.id, proofs.formatId))
      .where(and(eq(proofs.paperId, layout.paperId), eq(proofs.state, 'asked'))),
  ]);
  // Ink on the narrowest printer that takes it: what printing it will charge.
  const machine = (await machinesAtHand(db))
    .sort((a, b) => a.widthUm - b.widthUm)
    .find((m) => m.widthUm >= layout.widthUm);
  const ink = machine
    ? {
        name: machine.name,
        perM2Minor: (await inkReport(s, machine)).reduce((a, i) => a + i.perM2Minor, 0),
      }
    : null;
  return (
    <LayoutView
      ink={ink}
      key={layout.changedAt}
      layout={layout}
      paper={paper}
      offered={offered.filter((o) => o.mayPrint === 'yes')}
      lots={lots}
      asked={asked.map((a) => ({
        id: a.id,
        says: `${a.kind} proof, round ${a.round}, ${a.title}`,
        ...(a.kind === 'whole' ? sheetOf(imageOf(a.format), bordersOf(a.format)) : PROOF_SHEET),
      }))}
    />
  );
}

export default seen(LayoutPage);
