import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import { findAnything, HITS_UNDER_FIELD } from '@/studio/reports/find';

/** What a few words lead to, for the list under the field that finds. */
export async function GET(request: Request) {
  const text = (new URL(request.url).searchParams.get('q') ?? '').slice(0, 100);
  return answer(async () => findAnything(await studio(), text, HITS_UNDER_FIELD));
}
