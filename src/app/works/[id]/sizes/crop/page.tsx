import { seen } from '@/app/seen';
import { queryOf } from '@/app/query';
import { routes as routesTable } from '@/store/schema';
import { viewedPixels } from '@/studio/stations';
import { wholeOf, type Params } from '../../whole';
import { CropView } from './CropView';

async function CropPage({ params, searchParams }: Params & { searchParams: Promise<{ size?: string }> }) {
  const { work, current, formats, school, editions, studio } = await wholeOf(params);
  const routes = await studio.db
    .select({ name: routesTable.name, addsBorder: routesTable.addsBorder })
    .from(routesTable);
  return (
    <CropView
      routes={routes}
      key={work.id}
      title={work.title}
      formats={formats}
      asked={(await queryOf(searchParams)).size ?? null}
      school={school}
      picture={current?.state === 'ready' ? { sha: current.sha256, ...viewedPixels(current) } : null}
      signed={editions.some((e) => e.signing === 'front')}
      limited={editions.find((e) => e.kind === 'limited')?.size ?? null}
    />
  );
}

export default seen(CropPage);
