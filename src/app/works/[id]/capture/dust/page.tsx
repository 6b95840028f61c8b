import type { Metadata } from 'next';
import { masterModel } from '@/app/models';
import { seen } from '@/app/seen';
import { checksOf } from '@/studio/capture/checks';
import { viewedPixels } from '@/studio/works/workPage';
import { EmptyState } from '@/ui/Layout';
import { wholeOf, type Params } from '../../workPage';
import { StillReading } from '../StillReading';
import { DustView } from './DustView';

export const metadata: Metadata = { title: 'Dust' };

async function DustPage({ params }: Params) {
  const { current, studio } = await wholeOf(params);
  if (current && current.state !== 'ready')
    return <StillReading masterId={current.id} fileName={current.fileName} />;
  if (!current)
    return (
      <EmptyState title="Nothing to look over yet">
        <p>
          Bring a capture in first. Its specks are then found, and shown at one to one in order of size,
          to be checked off.
        </p>
      </EmptyState>
    );
  const check = (await checksOf(studio.db, current.id)).find((c) => c.body.kind === 'dust');
  return (
    <DustView
      key={`${current.id}${check?.id}`}
      master={masterModel(current)}
      size={viewedPixels(current)}
      check={check?.body.kind === 'dust' ? { id: check.id, at: check.at, ...check.body } : null}
    />
  );
}

export default seen(DustPage);
