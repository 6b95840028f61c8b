import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import { fairFor } from '@/studio/sales/batchPage';

/** What to take to a fair within a budget, in the currency's smallest coins, and a table, in micrometres. */
export async function GET(request: Request) {
  const asked = new URL(request.url).searchParams;
  const figure = (name: string) => Number(asked.get(name) ?? NaN);
  return answer(async () => fairFor(await studio(), figure('budget'), figure('table')));
}
