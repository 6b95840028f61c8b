import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import { sizesFor } from '@/studio/formats/sizePicks';

/** The sizes that have the words in the address; twenty at most. */
export async function GET(request: Request) {
  const asked = new URL(request.url).searchParams;
  const typed = (asked.get('q') ?? '').slice(0, 100);
  const which = asked.get('which') === 'printable' ? 'printable' : 'all';
  return answer(async () => sizesFor(await studio(), typed, which));
}
