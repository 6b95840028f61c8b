import type { Metadata } from 'next';
import { formatModel } from '@/app/models';
import { findRows } from '@/store/rows';
import { seen } from '@/app/seen';
import { ladderAcross, largestFor } from '@/core/resolution';
import { formatCheck, viewedPixels } from '@/studio/works/workPage';
import { wholeOf, type Params } from '../workPage';
import { SizesView } from './SizesView';

export const metadata: Metadata = { title: 'Sizes' };

async function SizesPage({ params }: Params) {
  const { work, current, rungs, formats, school, families, settings, studio } = await wholeOf(params);
  const routes = await findRows(studio.db, 'routes');
  const pixels = current ? viewedPixels(current) : null;
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
      routes={routes}
      across={pixels ? ladderAcross(pixels, families, school, settings.ownSizes) : []}
      largest={pixels ? largestFor(pixels, school) : null}
    />
  );
}

export default seen(SizesPage);
