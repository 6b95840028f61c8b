import type { Metadata } from 'next';
import { seen } from '@/app/seen';
import { firstSteps } from '@/store/firstSteps';
import { studio } from '../server';
import { FirstMorning } from './FirstMorning';

export const metadata: Metadata = { title: 'First morning' };

async function FirstPage() {
  const s = await studio();
  const { name, artist, unit, currency, timeZone } = await s.settings();
  return (
    <FirstMorning
      kept={{ name, artist, unit, currency, timeZone }}
      hasBegun={artist !== ''}
      steps={await firstSteps(s.db)}
    />
  );
}

export default seen(FirstPage);
