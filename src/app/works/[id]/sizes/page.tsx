import { formatCheck } from '@/studio/stations';
import { wholeOf, type Params } from '../whole';
import { SizesView } from './SizesView';

export default async function SizesPage({ params }: Params) {
  const { work, current, rungs, formats, school, families, settings } = await wholeOf(params);
  return (
    <SizesView
      key={work.id} workId={work.id} picture={current?.state === 'ready' ? current.sha256 : null} hasFile={current !== null} detailShare={current?.detailShare ?? null} mayPrint={work.mayPrint} rungs={rungs}
      offered={formats.map((format) => ({ format, check: current ? formatCheck(format, current, school) : null }))}
      school={school} families={families} own={{ school: work.school !== null, families: work.families !== null }} studioSchool={settings.school}
    />
  );
}
