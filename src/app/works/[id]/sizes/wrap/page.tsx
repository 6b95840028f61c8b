import type { Metadata } from 'next';
import { formatModel, mountModel } from '@/app/models';
import { seen } from '@/app/seen';
import { queryOf } from '@/app/query';
import { pictureFor } from '@/studio/reports/shopDrawings';
import { mountsOf } from '@/studio/formats/mounts';
import { wholeOf, type Params } from '../../workPage';
import { WrapView } from './WrapView';

export const metadata: Metadata = { title: 'Canvas wrap' };

async function WrapPage({ params, searchParams }: Params & { searchParams: Promise<{ size?: string }> }) {
  const { work, current, formats, studio } = await wholeOf(params);
  const mounts = await mountsOf(studio.db, work.id);
  return (
    <WrapView
      key={work.id}
      workId={work.id}
      title={work.title}
      formats={formats.map((f) => ({ format: formatModel(f), ...pictureFor(f, current) }))}
      asked={(await queryOf(searchParams)).size ?? null}
      mounts={mounts.filter((m) => m.kind === 'wrap').map(mountModel)}
    />
  );
}

export default seen(WrapPage);
