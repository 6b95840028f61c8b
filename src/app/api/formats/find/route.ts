import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import { printableSizes, sizes } from '@/studio/formats/sizePicks';

/** The sizes that have the words in the address; twenty at most. */
export async function GET(request: Request) {
  const asked = new URL(request.url).searchParams;
  const typed = (asked.get('q') ?? '').slice(0, 100);
  const picker = asked.get('which') === 'printable' ? printableSizes : sizes;
  return answer(async () => picker.find(await studio(), typed));
}
