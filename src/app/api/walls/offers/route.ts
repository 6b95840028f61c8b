import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import { hangsFor } from '@/studio/walls/walls';

/** What can be hung that has the words in the address; twenty at most. */
export async function GET(request: Request) {
  const typed = (new URL(request.url).searchParams.get('q') ?? '').slice(0, 100);
  return answer(async () => hangsFor(await studio(), typed));
}
