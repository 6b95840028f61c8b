import { lotModel, paperModel, supplierModel } from '@/app/models';
import { seen } from '@/app/seen';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { studio } from '@/app/server';
import { machinesAtHand, settingsOfPapers } from '@/studio/machines/machines';
import { loadPaperPage } from '@/studio/papers/papers';
import { PaperView } from './PaperView';

export const metadata: Metadata = { title: 'Paper' };

async function PaperPage({ params }: { params: Promise<{ id: string }> }) {
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
    />
  );
}

export default seen(PaperPage);
