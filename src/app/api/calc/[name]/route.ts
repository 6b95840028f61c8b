import { answer, jsonOf } from '@/app/respond';
import { runCalc } from '@/core/calc';

export async function POST(request: Request, { params }: { params: Promise<{ name: string }> }) {
  return answer(async () => runCalc((await params).name, await jsonOf(request)));
}
