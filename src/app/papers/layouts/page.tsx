import { layoutModel, lotModel, paperChoice } from '@/app/models';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { papersAndRoutes } from '@/store/proofs';
import { allLayouts } from '@/studio/layouts/layouts';
import { lotsOnHand } from '@/studio/papers/lots';
import type { Metadata } from 'next';
import { LayoutsView } from './LayoutsView';

export const metadata: Metadata = { title: 'Sheets and rolls' };

async function LayoutsPage() {
  const { db } = await studio();
  const [layouts, { papers }, lots] = await Promise.all([
    allLayouts(db),
    papersAndRoutes(db),
    lotsOnHand(db),
  ]);
  return (
    <LayoutsView
      layouts={layouts.map(layoutModel)}
      papers={papers.map(paperChoice)}
      lots={lots.filter(({ onHand }) => onHand > 0).map(lotModel)}
    />
  );
}

export default seen(LayoutsPage);
