import type { Metadata } from 'next';
import { queryOf } from '@/app/query';
import { seen } from '@/app/seen';
import { papersAndRoutes } from '@/store/proofs';
import { findRow, findRows } from '@/store/rows';
import { allLayouts } from '@/studio/layouts/layouts';
import { cropOf, viewedPixels } from '@/studio/works/workPage';
import { wholeOf, type Params } from '../../workPage';
import { Needs } from '../needs';
import { SheetView } from './SheetView';

export const metadata: Metadata = { title: 'Proof sheet' };

async function ProofSheetPage({
  params,
  searchParams,
}: Params & { searchParams: Promise<Record<string, string>> }) {
  const { work, current, formats, proofs: rows, studio } = await wholeOf(params);
  if (!current || current.state !== 'ready') return <Needs workId={work.id} lacks={['file']} />;
  if (!formats.length) return <Needs workId={work.id} lacks={['size']} />;
  const q = await queryOf(searchParams);
  const [{ papers, routes }, allMachines, allLots] = await Promise.all([
    papersAndRoutes(studio.db),
    findRows(studio.db, 'machines'),
    findRows(studio.db, 'lots'),
  ]);
  const from = q.from ? await findRow(studio.db, 'proofs', q.from) : rows[0]?.proof;
  const advised = q.advice ? (await findRows(studio.db, 'comparisons', { id: q.advice }))[0] : undefined;
  const sheets = rows.filter((r) => r.proof.printFileSha && r.proof.state === 'asked');
  const layouts = (await allLayouts(studio.db)).filter((l) => l.state === 'laid');
  return (
    <SheetView
      key={`${current.id} ${q.from ?? ''} ${q.advice ?? ''}`}
      workId={work.id}
      title={work.title}
      master={{
        sha256: current.sha256,
        fileName: current.fileName,
        untagged: !current.profileLabel && current.channels === 3,
        ...viewedPixels(current),
      }}
      formats={formats.map((f) => ({
        id: f.id,
        name: f.name,
        crop: cropOf(f, current),
        image: { width: f.imageWidthUm, height: f.imageHeightUm },
      }))}
      papers={papers.filter((p) => !p.discontinued).map((p) => ({ id: p.id, name: p.name }))}
      routes={routes.map((r) => ({
        id: r.id,
        name: r.name,
        own: r.kind === 'own printer',
        ppiSteps: r.ppiSteps,
      }))}
      machines={allMachines.filter((m) => !m.archivedAt).map((m) => ({ id: m.id, name: m.name }))}
      lots={allLots.map((l) => ({ id: l.id, paperId: l.paperId, name: l.name }))}
      start={
        from
          ? {
              formatId:
                formats.find((f) => f.id === q.format)?.id ??
                (from.workId === work.id ? from.formatId : formats[0]!.id),
              paperId: from.paperId,
              routeId: from.routeId,
              intent: from.intent ?? 'relative colorimetric',
              adjust: advised?.body.way === 'scan' ? advised.body.advice : from.adjust,
              plan: from.workId === work.id ? from.plan : null,
              changed: advised ? 'the adjustment, as comparing back advised' : '',
            }
          : null
      }
      waiting={sheets.map((r) => ({
        id: r.proof.id,
        round: r.proof.round,
        name: r.format.name,
        paperId: r.paper.id,
        fileName: r.proof.fileName,
      }))}
      layouts={layouts.map((l) => ({ id: l.id, name: l.name, paperId: l.paperId }))}
    />
  );
}

export default seen(ProofSheetPage);
