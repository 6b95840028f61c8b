import type { Metadata } from 'next';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { incomePage } from '@/studio/sales/incomePage';
import { IncomeView } from './IncomeView';

export const metadata: Metadata = { title: 'Income' };

async function IncomePage() {
  return <IncomeView {...await incomePage(await studio())} />;
}

export default seen(IncomePage);
