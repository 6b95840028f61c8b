import { editionModel, formatModel } from '@/app/models';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { titleOfEdition } from '@/store/editionFigures';
import { findColumns, findRow } from '@/store/rows';
import { formatsOf } from '@/store/works';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { NotebookView } from './NotebookView';

export const metadata: Metadata = { title: 'From a notebook' };

async function NotebookPage({ params }: { params: Promise<{ id: string }> }) {
  const { db } = await studio();
  const edition = await findRow(db, 'editions', (await params).id);
  if (!edition || edition.kind === 'open') notFound();
  const [title, formats, papers] = await Promise.all([
    titleOfEdition(db, edition.id),
    formatsOf(db, edition.workId),
    findColumns(db, 'papers', ['id', 'name']),
  ]);
  return (
    <NotebookView
      edition={editionModel(edition)}
      title={title}
      formats={formats
        .filter((format) => !edition.formatId || format.id === edition.formatId)
        .map(formatModel)}
      papers={papers}
    />
  );
}

export default seen(NotebookPage);
