import { answer, jsonOf } from '@/app/respond';
import { studio } from '@/app/server';
import { cartPrices } from '@/studio/orders/tiers';

/** What the lines of a cart would be taken for, tiers counted. */
export async function POST(request: Request) {
  return answer(async () => cartPrices(await studio(), await jsonOf(request)));
}
