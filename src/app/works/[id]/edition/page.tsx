import type { Metadata } from 'next';
import { editionModel, formatModel, workModel } from '@/app/models';
import { seen } from '@/app/seen';
import { wholeOf, type Params } from '../workPage';
import { EditionStation } from './EditionStation';

export const metadata: Metadata = { title: 'Edition' };

async function EditionPage({ params }: Params) {
  const { work, editions, counts, formats, settings, current } = await wholeOf(params);
  return (
    <EditionStation
      key={work.id}
      work={workModel(work)}
      editions={editions.map((edition) => ({
        edition: editionModel(edition),
        counts: counts.get(edition.id) ?? {},
      }))}
      formats={formats.map(formatModel)}
      remake={settings.remake}
      picture={current?.state === 'ready' ? current.sha256 : null}
    />
  );
}

export default seen(EditionPage);
