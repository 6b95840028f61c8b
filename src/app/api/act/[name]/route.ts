import { askingOf } from '@/app/asking';
import { answer, jsonOf } from '@/app/respond';
import { studio } from '@/app/server';
import { doAct } from '@/studio/acts';

export async function POST(request: Request, { params }: { params: Promise<{ name: string }> }) {
  return answer(async () =>
    doAct(await studio(), (await params).name, await jsonOf(request), askingOf(request)),
  );
}
