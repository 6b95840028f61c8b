import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { impressionLabel } from '@/core/edition/impressionStates';
import { consignmentLines } from '@/store/consignments';
import { findRow, rowById } from '@/store/rows';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { ConsignmentView } from './ConsignmentView';

export const metadata: Metadata = { title: 'Consignment' };

async function ConsignmentPage({ params }: { params: Promise<{ id: string }> }) {
  const { db } = await studio();
  const note = await findRow(db, 'consignments', (await params).id);
  if (!note) notFound();
  const [shop, lines] = await Promise.all([
    rowById(db, 'buyers', note.buyerId),
    consignmentLines(db, note.id),
  ]);
  const { id, number, sinceOn, dueOn, theirShare, bearsDamage, notes } = note;
  return (
    <ConsignmentView
      note={{ id, number, sinceOn, dueOn, theirShare, bearsDamage, notes }}
      shop={shop.name}
      lines={lines.map(({ item, impression, edition, title }) => ({
        id: item.id,
        impressionId: impression.id,
        title,
        label: impressionLabel(impression.kind, impression.number, edition.size, edition.name),
        priceMinor: item.priceMinor,
        outcome: item.outcome,
        owedMinor: item.owedMinor,
        settledOn: item.settledOn,
        note: item.note,
      }))}
    />
  );
}

export default seen(ConsignmentPage);
