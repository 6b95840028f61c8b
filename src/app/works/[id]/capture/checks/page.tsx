import type { Metadata } from 'next';
import { masterModel } from '@/app/models';
import { seen } from '@/app/seen';
import { practiceCgats } from '@/core/colour/practiceChart';
import { checksOf } from '@/studio/capture/checks';
import { viewedPixels } from '@/studio/works/workPage';
import { EmptyState } from '@/ui/Layout';
import { wholeOf, type Params } from '../../workPage';
import { StillReading } from '../StillReading';
import { ChecksView } from './ChecksView';

export const metadata: Metadata = { title: 'Light, colour, squareness' };

async function ChecksPage({ params }: Params) {
  const { work, masters, current, studio } = await wholeOf(params);
  if (current && current.state !== 'ready')
    return <StillReading masterId={current.id} fileName={current.fileName} />;
  if (!current)
    return (
      <EmptyState title="No capture to check yet">
        <p>
          Bring a file in first, or plan how to make one. Then its light, its colours against a target,
          its squareness and its joints are checked here.
        </p>
      </EmptyState>
    );
  return (
    <ChecksView
      key={current.id}
      workId={work.id}
      master={masterModel(current)}
      size={viewedPixels(current)}
      checks={await checksOf(studio.db, current.id)}
      practice={practiceCgats()}
      names={Object.fromEntries(masters.map((m) => [m.id, m.fileName]))}
      hasTarget={await anyTarget()}
    />
  );

  async function anyTarget() {
    return (await Promise.all(masters.map((m) => checksOf(studio.db, m.id))))
      .flat()
      .some((c) => c.body.kind === 'target');
  }
}

export default seen(ChecksPage);
