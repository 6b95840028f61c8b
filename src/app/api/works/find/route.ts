import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import { workPicks } from '@/studio/works/workPicks';

/** The works that have the words in the address; twenty at most. */
export async function GET(request: Request) {
  const typed = (new URL(request.url).searchParams.get('q') ?? '').slice(0, 100);
  return answer(async () => workPicks.find(await studio(), typed));
}
