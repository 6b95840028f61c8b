import type { Metadata } from 'next';
import { cutterModel, formatModel, mountModel, supplyModel } from '@/app/models';
import { findRows } from '@/store/rows';
import { seen } from '@/app/seen';
import { queryOf } from '@/app/query';
import { pictureFor } from '@/studio/reports/shopDrawings';
import { cuttersAtHand, mountsOf } from '@/studio/formats/mounts';
import { localDay } from '@/core/measure';
import { wholeOf, type Params } from '../../workPage';
import { MountView } from './MountView';

export const metadata: Metadata = { title: 'Mat and frame' };

async function MountPage({
  params,
  searchParams,
}: Params & { searchParams: Promise<{ size?: string }> }) {
  const { work, current, formats, settings, studio } = await wholeOf(params);
  const [cutters, mounts, kits] = await Promise.all([
    cuttersAtHand(studio.db),
    mountsOf(studio.db, work.id),
    findRows(studio.db, 'supplies', { kind: 'mat' }),
  ]);
  return (
    <MountView
      key={work.id}
      title={work.title}
      formats={formats.map((f) => ({ format: formatModel(f), ...pictureFor(f, current) }))}
      asked={(await queryOf(searchParams)).size ?? null}
      cutters={cutters.map(cutterModel)}
      mounts={mounts.filter((m) => m.kind !== 'wrap').map(mountModel)}
      kits={kits.map(supplyModel)}
      today={localDay(studio.now(), settings.timeZone)}
    />
  );
}

export default seen(MountPage);
