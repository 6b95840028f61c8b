import { checkResolution } from '@/core/resolution';
import { cropFor } from '@/core/printfile/spec';
import { routes as routesTable } from '@/store/schema';
import { passedNear, prepsOf } from '@/studio/preps';
import { printFilesOf } from '@/studio/printFiles';
import { viewedPixels } from '@/studio/stations';
import { wholeOf, type Params } from '../../whole';
import { StillReading } from '../StillReading';
import { FilesView } from './FilesView';

export default async function FilesPage({ params }: Params) {
  const { work, masters, current, formats, school, studio } = await wholeOf(params);
  if (current?.state === 'reading') return <StillReading masterId={current.id} fileName={current.fileName} />;
  const [preps, files, routes] = await Promise.all([prepsOf(studio.db, work.id), printFilesOf(studio.db, work.id), studio.db.select().from(routesTable)]);
  const pixels = current ? viewedPixels(current) : null;
  const offered = await Promise.all(formats.map(async (f) => {
    const image = { width: f.imageWidthUm, height: f.imageHeightUm };
    const check = pixels ? checkResolution(cropFor(pixels, image), image, school) : null;
    return { format: f, check, passed: check ? await passedNear(studio.db, check.factor) : [] };
  }));
  return <FilesView key={work.id} work={work} masters={masters} current={current?.state === 'ready' ? current : null} offered={offered} routes={routes} preps={preps} files={files} />;
}
