import type { Metadata } from 'next';
import { queryOf } from '@/app/query';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { printRuns } from '@/core/edition/printLog';
import { PRINTS_A_PAGE, printsBefore } from '@/store/printLog';
import { findColumns } from '@/store/rows';
import { worksOfSubjects } from '@/store/subjects';
import { workPicks } from '@/studio/works/workPicks';
import { PrintLogView } from './PrintLogView';

export const metadata: Metadata = { title: 'Print log · Journal' };

async function PrintLogPage({
  searchParams,
}: {
  searchParams: Promise<{ before?: string; work?: string }>;
}) {
  const q = await queryOf(searchParams);
  const before = /^\d{1,12}$/.test(q.before ?? '') ? Number(q.before) : null;
  const workId = q.work || null;
  const s = await studio();
  const { db } = s;
  const [prints, works, open] = await Promise.all([
    printsBefore(db, { before, workId }),
    workPicks.first(s, [workId]),
    findColumns(db, 'editions', ['id'], { closedAt: null }),
  ]);
  const isOpen = new Set(open.map(({ id }) => id));
  const runs = printRuns(prints);
  const pictures = await worksOfSubjects(db, [...new Set(runs.map((run) => run.workId))]);
  return (
    <PrintLogView
      runs={runs.map((run) => ({
        ...run,
        picture: pictures.get(run.workId)?.picture ?? null,
        isOpen: isOpen.has(run.editionId),
      }))}
      works={works}
      workId={workId}
      older={prints.length === PRINTS_A_PAGE ? prints.at(-1)!.seq : null}
    />
  );
}

export default seen(PrintLogPage);
