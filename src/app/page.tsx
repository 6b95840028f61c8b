import { seen } from '@/app/seen';
import { studio } from './server';
import { benchToday } from '@/studio/reports/bench';
import { BenchView } from './BenchView';

async function BenchPage() {
  const { lines, low, today, settings, late, week } = await benchToday(await studio());
  return (
    <BenchView
      lines={lines}
      low={low.map((s) => ({ id: s.id, name: s.name, onHand: s.onHand, reorderAt: s.reorderAt }))}
      today={today}
      studio={settings.name}
      promises={late}
      week={week}
      isNew={settings.artist === ''}
    />
  );
}

export default seen(BenchPage);
