import { editionModel, formatModel, impressionModel, paperModel } from '@/app/models';
import { pageOf, queryOf } from '@/app/query';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { IMPRESSIONS_A_PAGE, impressionsOf, registerLength, stateCounts } from '@/store/editions';
import { papersAndRoutes } from '@/store/proofs';
import { findRow } from '@/store/rows';
import { freeOf } from '@/store/soundness';
import { currentMaster, formatsOf } from '@/store/works';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { EditionView } from './EditionView';

type Props = { params: Promise<{ id: string }>; searchParams: Promise<{ page?: string; do?: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { db } = await studio();
  const edition = await findRow(db, 'editions', (await params).id);
  const work = edition && (await findRow(db, 'works', edition.workId));
  return { title: work ? `Edition · ${work.title}` : 'No such edition' };
}

async function EditionPage({ params, searchParams }: Props) {
  const { db } = await studio();
  const edition = await findRow(db, 'editions', (await params).id);
  if (!edition) notFound();
  const q = await queryOf(searchParams);
  const page = pageOf(q.page);
  const [work, rows, counts, formats, { papers }, length, master, free] = await Promise.all([
    findRow(db, 'works', edition.workId),
    impressionsOf(db, edition.id, page),
    stateCounts(db, edition.id),
    formatsOf(db, edition.workId),
    papersAndRoutes(db),
    registerLength(db),
    currentMaster(db, edition.workId),
    freeOf(db, edition.id),
  ]);
  return (
    <EditionView
      key={`${edition.id}:${page}`}
      edition={editionModel(edition)}
      title={work!.title}
      rows={rows.map(({ impression, ...names }) => ({
        impression: impressionModel(impression),
        ...names,
      }))}
      counts={counts}
      free={free}
      page={page}
      perPage={IMPRESSIONS_A_PAGE}
      formats={formats.filter((f) => !edition.formatId || f.id === edition.formatId).map(formatModel)}
      papers={papers.map(paperModel)}
      entries={length.entries}
      picture={master?.state === 'ready' ? master.sha256 : null}
      begin={q.do === 'sign' || q.do === 'inspect' ? q.do : null}
    />
  );
}

export default seen(EditionPage);
