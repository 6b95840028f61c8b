import { lotModel, paperModel, supplierModel } from '@/app/models';
import { seen } from '@/app/seen';
import { NotesPart } from '@/app/NotesPart';
import { notesOf } from '@/store/notes';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { studio } from '@/app/server';
import { machinesAtHand, settingsOfPapers } from '@/studio/machines/machines';
import { findRow } from '@/store/rows';
import { loadPaperPage } from '@/studio/papers/papers';
import { PaperView } from './PaperView';

type Props = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const paper = await findRow((await studio()).db, 'papers', (await params).id);
  return { title: paper?.name ?? 'No such paper' };
}

async function PaperPage({ params }: Props) {
  const s = await studio();
  const whole = await loadPaperPage(s, (await params).id);
  if (!whole) notFound();
  const [machines, settings] = await Promise.all([machinesAtHand(s.db), settingsOfPapers(s.db)]);
  return (
    <PaperView
      {...whole}
      held={whole.held.map((held) => ({ ...held, lots: held.lots.map(lotModel) }))}
      paper={paperModel(whole.paper)}
      suppliers={whole.suppliers.map(supplierModel)}
      machines={machines.map((m) => ({ id: m.id, name: m.name }))}
      settings={settings.filter((x) => x.paperId === whole.paper.id)}
      notes={
        <NotesPart
          subject="paper"
          subjectId={whole.paper.id}
          notes={await notesOf(s.db, { subject: 'paper', subjectId: whole.paper.id })}
        />
      }
    />
  );
}

export default seen(PaperPage);
