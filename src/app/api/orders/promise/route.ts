import { answer, jsonOf } from '@/app/respond';
import { studio } from '@/app/server';
import { askPromise } from '@/studio/orders/askPromise';

/** The honest day for a cart that is not taken yet, with its steps. */
export async function POST(request: Request) {
  return answer(async () => askPromise(await studio(), await jsonOf(request)));
}
