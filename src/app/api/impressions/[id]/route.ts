import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import { loadImpression } from '@/studio/editions/editions';

/** One impression with everything that happened to it. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  return answer(async () => loadImpression(await studio(), (await params).id));
}
