import type { Metadata } from 'next';
import { editionModel, formatModel, workModel } from '@/app/models';
import { seen } from '@/app/seen';
import { sheetStates } from '@/store/editions';
import { USUAL_RUN_SCHOOL } from '@/core/edition/terms';
import { figuresOf } from '@/studio/editions/figures';
import { oneMore } from '@/studio/editions/making';
import { openingQuestions } from '@/studio/editions/opening';
import { wholeOf, type Params } from '../workPage';
import { EditionStation } from './EditionStation';

export const metadata: Metadata = { title: 'Edition' };

async function EditionPage({ params }: Params) {
  const { studio, work, editions, counts, formats, settings, current } = await wholeOf(params);
  const [figures, states, opening, making] = await Promise.all([
    figuresOf(studio, editions, counts),
    Promise.all(editions.map((edition) => sheetStates(studio.db, edition.id))),
    openingQuestions(studio, work.id),
    Promise.all(editions.map((edition) => oneMore(studio, edition))),
  ]);
  return (
    <EditionStation
      key={work.id}
      work={workModel(work)}
      editions={editions.map((edition, i) => ({
        edition: editionModel(edition),
        counts: counts.get(edition.id) ?? {},
        figures: figures.get(edition.id)!,
        states: states[i]!,
        making: making[i]!,
      }))}
      formats={formats.map(formatModel)}
      opening={opening}
      remake={settings.remake}
      school={settings.runSchool ?? USUAL_RUN_SCHOOL}
      picture={current?.state === 'ready' ? current.sha256 : null}
    />
  );
}

export default seen(EditionPage);
