import { editionModel, formatModel } from '@/app/models';
import { queryOf } from '@/app/query';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { standingReservations } from '@/store/editionFigures';
import { lastPrinted, registerLength, sheetsOf, stateCounts } from '@/store/editions';
import { findColumns, findRow } from '@/store/rows';
import { currentMaster, formatsOf } from '@/store/works';
import { figuresOf } from '@/studio/editions/figures';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { EditionView } from './EditionView';
import { packSheet } from './sheets';

type Props = {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ do?: string; format?: string; paper?: string }>;
};

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { db } = await studio();
  const edition = await findRow(db, 'editions', (await params).id);
  const work = edition && (await findRow(db, 'works', edition.workId));
  return { title: work ? `Edition · ${work.title}` : 'No such edition' };
}

async function EditionPage({ params, searchParams }: Props) {
  const s = await studio();
  const { db } = s;
  const edition = await findRow(db, 'editions', (await params).id);
  if (!edition) notFound();
  const q = await queryOf(searchParams);
  const today = await s.today();
  const [work, sheets, counts, formats, papers, length, master, last, reservations, channels] =
    await Promise.all([
      findRow(db, 'works', edition.workId),
      sheetsOf(db, edition.id, today),
      stateCounts(db, edition.id),
      formatsOf(db, edition.workId),
      findColumns(db, 'papers', ['id', 'name']),
      registerLength(db),
      currentMaster(db, edition.workId),
      lastPrinted(db, edition.id),
      standingReservations(db, today, edition.id),
      findColumns(db, 'channels', ['id', 'name'], { archivedAt: null }),
    ]);
  const figures = (await figuresOf(s, [edition], new Map([[edition.id, counts]]))).get(edition.id)!;
  return (
    <EditionView
      key={edition.id}
      edition={editionModel(edition)}
      title={work!.title}
      sheets={sheets.map(packSheet)}
      counts={counts}
      free={figures.free}
      firstPriceMinor={figures.firstPriceMinor}
      formats={formats.filter((f) => !edition.formatId || f.id === edition.formatId).map(formatModel)}
      papers={papers}
      channels={channels}
      reservations={reservations}
      last={q.do === 'print' ? { formatId: q.format ?? null, paperId: q.paper ?? null } : last}
      entries={length.entries}
      picture={master?.state === 'ready' ? master.sha256 : null}
      begin={q.do === 'sign' || q.do === 'inspect' || q.do === 'print' ? q.do : null}
    />
  );
}

export default seen(EditionPage);
