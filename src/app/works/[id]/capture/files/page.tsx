import type { Metadata } from 'next';
import { seen } from '@/app/seen';
import { bordersOf, imageOf } from '@/core/crop/border';
import { fileKindOfRoute, spaceOfRoute } from '@/core/printfile/routeWants';
import { staleWords } from '@/core/printfile/staleWords';
import { findRows } from '@/store/rows';
import { passedNear, prepsOf } from '@/studio/capture/preps';
import { mountsOf } from '@/studio/formats/mounts';
import { printFilesOf, staleFile, type PrintFile } from '@/studio/print-files/printFiles';
import { cropOf, formatCheck, viewedPixels } from '@/studio/works/workPage';
import { wholeOf, type Params } from '../../workPage';
import { StillReading } from '../StillReading';
import type { FileLine, OfferedSize } from './fileProps';
import { FilesView } from './FilesView';

export const metadata: Metadata = { title: 'Prep and print files' };

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

  const sizes = formats.map(async (format): Promise<OfferedSize> => {
    const check = current ? formatCheck(format, current, school) : null;
    return {
      id: format.id,
      image: imageOf(format),
      borders: bordersOf(format),
      isWrapped: mounts.some((m) => m.formatId === format.id && m.kind === 'wrap'),
      check,
      crop: current ? cropOf(format, current) : null,
      passed: check ? await passedNear(studio.db, check.factor) : [],
    };
  });

  const lineOf = (file: PrintFile): FileLine => {
    const format = formats.find((f) => f.id === file.formatId);
    const master = masters.find((m) => m.id === file.masterId);
    const changed = format && master ? staleFile(file, format, viewedPixels(master), mounts) : [];
    return {
      id: file.id,
      fileName: file.fileName,
      hasFile: file.sha256 !== null,
      image: format ? imageOf(format) : null,
      check: file.check,
      bytes: file.bytes,
      route: routes.find((r) => r.id === file.routeId)?.name ?? null,
      remark: file.says,
      madeAt: file.madeAt,
      stale: current ? staleWords(file, changed, current) : [],
    };
  };

  return (
    <FilesView
      key={work.id}
      mayPrint={work.mayPrint}
      signature={work.signature}
      master={
        current && {
          id: current.id,
          fileName: current.fileName,
          isUntagged: !current.profileLabel && current.colour === 'RGB',
          sha256: current.sha256,
          pixels: viewedPixels(current),
          bits: current.bits,
          space: current.profileLabel ?? current.colour ?? 'untagged',
        }
      }
      sizes={await Promise.all(sizes)}
      routes={routes.map((r) => ({
        id: r.id,
        name: r.name,
        ppiSteps: r.ppiSteps,
        addsBorder: r.addsBorder,
        space: spaceOfRoute(r.space),
        fileKind: fileKindOfRoute(r.fileKinds),
      }))}
      preps={preps.map(({ id, name, masterId, formatId, factor, steps }) => ({
        id,
        name,
        masterId,
        formatId,
        factor,
        steps,
      }))}
      files={files.map(lineOf)}
    />
  );
}

export default seen(FilesPage);
