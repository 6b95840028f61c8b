import { answer, jsonOf } from '@/app/respond';
import { studio } from '@/app/server';
import { runCalc, takesLong } from '@/core/calc';
import { InputError } from '@/core/errors';

export async function POST(request: Request, { params }: { params: Promise<{ name: string }> }) {
  return answer(async () => {
    const [{ name }, input] = [await params, await jsonOf(request)];
    return takesLong(name, input) ? calculatedApart(name, input) : runCalc(name, input);
  });
}

/** In a process of its own: pages are answered meanwhile. */
async function calculatedApart(name: string, input: unknown): Promise<unknown> {
  const { imaging } = await studio();
  const calculated = await imaging.do('calc', [name, input]).done;
  if ('answer' in calculated) return calculated.answer;
  const { field, value, expected, also } = calculated.fault;
  throw new InputError(field, value, expected, also);
}
