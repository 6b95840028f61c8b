import { settingsModel } from '@/app/models';
import type { Metadata } from 'next';
import { needsPass } from '@/app/guard';
import { seen } from '@/app/seen';
import { daysSinceBackup } from '@/studio/care/care';
import { PracticePart } from '../PracticePart';
import { studio } from '../server';
import { CarePart, LeavePart } from './CarePart';
import { StudioView } from './StudioView';

export const metadata: Metadata = { title: 'Studio' };

async function StudioPage() {
  const s = await studio();
  const settings = await s.settings();
  return (
    <StudioView
      settings={settingsModel(settings)}
      care={
        <>
          <CarePart
            dataDir={s.options.dataDir}
            care={settings.care}
            sinceBackup={daysSinceBackup(settings.care, s.now())}
            check={s.lastCheck}
          />
          <PracticePart />
          {needsPass() && <LeavePart />}
        </>
      }
    />
  );
}

export default seen(StudioPage);
