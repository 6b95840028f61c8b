import type { Metadata } from 'next';
import { seen } from '@/app/seen';
import { frameInMaster, printFilesOf, viewable } from '@/studio/print-files/printFiles';
import { viewedPixels } from '@/studio/works/workPage';
import { EmptyState } from '@/ui/Layout';
import { wholeOf, type Params } from '../../workPage';
import { CompareView, type Side } from './CompareView';

export const metadata: Metadata = { title: 'Captures compared' };

async function ComparePage({ params }: Params) {
  const { work, masters, studio } = await wholeOf(params);
  const ready = masters.filter((m) => m.state === 'ready');
  if (!ready.length)
    return (
      <EmptyState title="Nothing to compare yet">
        <p>
          Two captures of the work, or a capture and the print file made of it, are laid side by side here
          at one to one.
        </p>
      </EmptyState>
    );
  const files = (await printFilesOf(studio.db, work.id)).filter((f) => f.sha256 && f.check);
  const sides: Side[] = [
    ...ready.map((m) => ({
      key: m.id,
      name: m.fileName,
      kind: 'master' as const,
      sha256: m.sha256,
      ...viewedPixels(m),
      inMaster: null,
      of: m.id,
      ready: true,
    })),
    ...(await Promise.all(
      files.map(async (f) => ({
        key: f.id,
        name: f.fileName,
        kind: 'print file' as const,
        sha256: f.sha256!,
        ...f.check!.pixels,
        inMaster: frameInMaster(f),
        of: f.masterId,
        ready: await viewable(studio, f),
      })),
    )),
  ];
  return (
    <CompareView
      key={work.id}
      sides={sides}
      original={work.widthUm && work.heightUm ? { width: work.widthUm, height: work.heightUm } : null}
    />
  );
}

export default seen(ComparePage);
