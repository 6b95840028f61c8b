import { requestContextOf } from '@/app/requestContext';
import { answer, jsonOf } from '@/app/respond';
import { studio } from '@/app/server';
import { performByName } from '@/studio/registry';

export async function POST(request: Request, { params }: { params: Promise<{ name: string }> }) {
  return answer(async () =>
    performByName(await studio(), (await params).name, await jsonOf(request), requestContextOf(request)),
  );
}
