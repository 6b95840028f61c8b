import type { Metadata } from 'next';
import { formatModel } from '@/app/models';
import { findRows } from '@/store/rows';
import { seen } from '@/app/seen';
import { queryOf } from '@/app/query';
import { viewedPixels } from '@/studio/works/workPage';
import { wholeOf, type Params } from '../../workPage';
import { CropView } from './CropView';

export const metadata: Metadata = { title: 'Crop and border' };

async function CropPage({ params, searchParams }: Params & { searchParams: Promise<{ size?: string }> }) {
  const { work, current, formats, school, editions, studio } = await wholeOf(params);
  const routes = await findRows(studio.db, 'routes');
  return (
    <CropView
      routes={routes}
      key={work.id}
      title={work.title}
      formats={formats.map(formatModel)}
      asked={(await queryOf(searchParams)).size ?? null}
      school={school}
      picture={current?.state === 'ready' ? { sha: current.sha256, ...viewedPixels(current) } : null}
      signed={editions.some((e) => e.signing === 'front')}
      limited={editions.find((e) => e.kind === 'limited')?.size ?? null}
    />
  );
}

export default seen(CropPage);
