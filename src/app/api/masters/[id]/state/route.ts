import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import { findRow } from '@/store/rows';
import { readingOf } from '@/studio/capture/reading';

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  return answer(async () => {
    const s = await studio();
    const master = await findRow(s.db, 'masters', (await params).id);
    return master
      ? {
          state: master.state,
          reading: readingOf(s, master.sha256),
          measured: master.measuredAt !== null,
        }
      : { state: 'gone', reading: null };
  });
}
