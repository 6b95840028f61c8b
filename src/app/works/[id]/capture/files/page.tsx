import { findRows } from '@/store/rows';
import { seen } from '@/app/seen';
import { passedNear, prepsOf } from '@/studio/capture/preps';
import { mountsOf } from '@/studio/formats/mounts';
import { printFilesOf, staleFile } from '@/studio/print-files/printFiles';
import { formatCheck, viewedPixels } from '@/studio/works/workPage';
import { wholeOf, type Params } from '../../workPage';
import { StillReading } from '../StillReading';
import { FilesView } from './FilesView';

async function FilesPage({ params }: Params) {
  const { work, masters, current, formats, school, studio } = await wholeOf(params);
  if (current && current.state !== 'ready')
    return <StillReading masterId={current.id} fileName={current.fileName} />;
  const [preps, files, routes, mounts] = await Promise.all([
    prepsOf(studio.db, work.id),
    printFilesOf(studio.db, work.id),
    findRows(studio.db, 'routes'),
    mountsOf(studio.db, work.id),
  ]);
  const staleOf = (f: (typeof files)[number]) => {
    const format = formats.find((x) => x.id === f.formatId),
      master = masters.find((m) => m.id === f.masterId);
    return format && master ? staleFile(f, format, viewedPixels(master), mounts) : [];
  };
  const offered = await Promise.all(
    formats.map(async (f) => {
      const check = current ? formatCheck(f, current, school) : null;
      return {
        format: f,
        wrapped: mounts.some((m) => m.formatId === f.id && m.kind === 'wrap'),
        check,
        passed: check ? await passedNear(studio.db, check.factor) : [],
      };
    }),
  );
  return (
    <FilesView
      key={work.id}
      work={work}
      masters={masters}
      current={current?.state === 'ready' ? current : null}
      offered={offered}
      routes={routes}
      preps={preps}
      files={files.map((f) => ({ ...f, stale: staleOf(f) }))}
    />
  );
}

export default seen(FilesPage);
