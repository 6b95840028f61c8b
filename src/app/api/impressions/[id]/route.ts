import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import { impressionWhole } from '@/studio/editions';

/** One impression with everything that happened to it. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  return answer(async () => impressionWhole(await studio(), (await params).id));
}
