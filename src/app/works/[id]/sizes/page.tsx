import type { Metadata } from 'next';
import { formatModel } from '@/app/models';
import { rungCosts, shownCosts } from '@/studio/prices/shownCosts';
import { findRows } from '@/store/rows';
import { seen } from '@/app/seen';
import { ladderAcross, largestFor } from '@/core/resolution';
import { formatCheck, viewedPixels } from '@/studio/works/workPage';
import { wholeOf, type Params } from '../workPage';
import { SizesView } from './SizesView';

export const metadata: Metadata = { title: 'Sizes' };

async function SizesPage({ params }: Params) {
  const { studio, ...whole } = await wholeOf(params);
  const { work, current, rungs, formats, school, families, settings } = whole;
  const routes = await findRows(studio.db, 'routes');
  const pixels = current ? viewedPixels(current) : null;
  const across = pixels ? ladderAcross(pixels, families, school, settings.ownSizes) : [];
  const [costs, ofRungs] = await Promise.all([
    shownCosts(
      studio,
      formats.map((format) => format.id),
    ),
    rungCosts(studio, whole, [...rungs, ...across], (rung) =>
      formats.find(
        (format) =>
          format.imageWidthUm === rung.frame.width && format.imageHeightUm === rung.frame.height,
      ),
    ),
  ]);
  return (
    <SizesView
      key={work.id}
      workId={work.id}
      picture={current?.state === 'ready' ? current.sha256 : null}
      hasFile={current !== null}
      detailShare={current?.detailShare ?? null}
      mayPrint={work.mayPrint}
      rungs={rungs}
      offered={formats.map((format) => ({
        format: formatModel(format),
        check: current ? formatCheck(format, current, school) : null,
      }))}
      school={school}
      families={families}
      own={{ school: work.school !== null, families: work.families !== null }}
      studioSchool={settings.school}
      routes={routes.map(({ id, name }) => ({ id, name }))}
      across={across}
      costs={costs}
      rungCosts={ofRungs}
      largest={pixels ? largestFor(pixels, school) : null}
    />
  );
}

export default seen(SizesPage);
