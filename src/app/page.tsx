import { seen } from '@/app/seen';
import { studio } from './server';
import { benchToday } from '@/studio/reports/bench';
import { drawnLines, subjectOf } from '@/core/bench/lines';
import { queryOf } from './query';
import { worksOfSubjects } from '@/store/subjects';
import { untrueListings } from '@/studio/listings/listings';
import { slippedPromises } from '@/studio/orders/slips';
import { Suspense } from 'react';
import { BenchView } from './BenchView';
import { SlippedPart } from './SlippedPart';
import { UntruePart } from './UntruePart';

async function BenchPage({ searchParams }: { searchParams: Promise<{ all?: string }> }) {
  const s = await studio();
  const isAll = (await queryOf(searchParams)).all === '1';
  const { lines, putOff, low, today, settings, late, week, missed } = await benchToday(s);
  const { loads, drawn } = drawnLines(lines, isAll ? lines.length : undefined);
  const subjects = drawn.flatMap((line) => subjectOf(line) ?? []);
  const works = await worksOfSubjects(s.db, [...new Set(subjects)]);
  return (
    <BenchView
      loads={loads}
      lines={drawn.map((line) => ({
        ...line,
        picture: works.get(subjectOf(line) ?? '')?.picture ?? null,
      }))}
      low={low.map((s) => ({ id: s.id, name: s.name, onHand: s.onHand, reorderAt: s.reorderAt }))}
      today={today}
      promises={late}
      {...{ week, putOff, missed }}
      isNew={settings.artist === ''}
      beside={
        <>
          <Suspense fallback={null}>
            <Slipped />
          </Suspense>
          <Suspense fallback={null}>
            <NoLongerSo />
          </Suspense>
        </>
      }
    />
  );
}

/** It looks at every order that leaves next: the page does not wait for it. */
async function Slipped() {
  const { slipped } = await slippedPromises(await studio());
  return <SlippedPart slipped={slipped} />;
}

/** It holds each listing against its work: the page does not wait for it. */
async function NoLongerSo() {
  return <UntruePart {...await untrueListings(await studio())} />;
}

export default seen(BenchPage);
