import { seen } from '@/app/seen';
import { studio } from './server';
import { benchToday } from '@/studio/reports/bench';
import { subjectOf } from '@/core/bench/lines';
import { worksOfSubjects } from '@/store/subjects';
import { BenchView } from './BenchView';

async function BenchPage() {
  const s = await studio();
  const { lines, putOff, low, today, settings, late, week, missed } = await benchToday(s);
  const subjects = lines.flatMap((line) => subjectOf(line) ?? []);
  const works = await worksOfSubjects(s.db, [...new Set(subjects)]);
  return (
    <BenchView
      lines={lines.map((line) => ({
        ...line,
        picture: works.get(subjectOf(line) ?? '')?.picture ?? null,
      }))}
      low={low.map((s) => ({ id: s.id, name: s.name, onHand: s.onHand, reorderAt: s.reorderAt }))}
      today={today}
      promises={late}
      {...{ week, putOff, missed }}
      isNew={settings.artist === ''}
    />
  );
}

export default seen(BenchPage);
