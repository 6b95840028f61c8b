import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import { buyersFor } from '@/studio/orders/catalogue';

/** Buyers whose name or country has the words in the address; twenty at most. */
export async function GET(request: Request) {
  const typed = (new URL(request.url).searchParams.get('q') ?? '').slice(0, 100);
  return answer(async () => buyersFor(await studio(), typed));
}
