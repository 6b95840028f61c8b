import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { bordersOf, imageOf, sheetOf } from '@/core/crop/border';
import { proofsToLay } from '@/store/proofs';
import { findRow, rowById } from '@/store/rows';
import { printableSizes } from '@/studio/formats/sizePicks';
import { facesOf } from '@/studio/layouts/faces';
import { shortestOf } from '@/studio/layouts/shortest';
import { inkReport, machinesAtHand } from '@/studio/machines/machines';
import { shownCosts } from '@/studio/prices/shownCosts';
import { lotsOnHand } from '@/studio/papers/lots';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { LayoutView } from './LayoutView';

/** A snippet, strip or thumbnail sheet, until it is drawn: half a letter, as most are. */
const PROOF_SHEET = { width: 210_000, height: 148_000 };

type Props = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const layout = await findRow((await studio()).db, 'layouts', (await params).id);
  return { title: layout ? `${layout.name} · Sheets and rolls` : 'No such layout' };
}

async function LayoutPage({ params }: Props) {
  const s = await studio(),
    { db } = s;
  const layout = await findRow(db, 'layouts', (await params).id);
  if (!layout) notFound();
  const [paper, offered, lots, asked] = await Promise.all([
    rowById(db, 'papers', layout.paperId),
    printableSizes.first(s),
    lotsOnHand(db, [layout.paperId]),
    proofsToLay(db, layout.paperId),
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
      layout={{
        id: layout.id,
        name: layout.name,
        ground: {
          width: layout.widthUm,
          height: layout.heightUm,
          margin: layout.marginUm,
          gap: layout.gapUm,
        },
        pieces: layout.pieces,
        faces: await facesOf(db, layout.pieces),
        placements: layout.placements,
        state: layout.state,
        printedAt: layout.printedAt,
      }}
      shortest={shortestOf(layout)}
      paper={{ name: paper.name, pricePerM2: paper.pricePerM2Minor }}
      offered={offered}
      lots={lots.map(({ name, form, widthUm, heightUm, onHand, received, priceMinor }) => ({
        name,
        form,
        width: widthUm,
        height: heightUm,
        onHand,
        received,
        price: priceMinor,
      }))}
      costs={await shownCosts(
        s,
        layout.pieces.flatMap((piece) => (piece.formatId ? [piece.formatId] : [])),
      )}
      asked={asked.map((a) => ({
        id: a.id,
        says: `${a.kind} proof, round ${a.round}, ${a.title}`,
        ...(a.kind === 'whole' ? sheetOf(imageOf(a.format), bordersOf(a.format)) : PROOF_SHEET),
      }))}
    />
  );
}

export default seen(LayoutPage);
