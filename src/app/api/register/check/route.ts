import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import { checkRegister } from '@/studio/editions/editions';

/** Whether the register’s chain is whole: from where it was found whole before, or, asked for with `?whole`, from its first line. */
export async function GET(request: Request) {
  return answer(async () => {
    const s = await studio();
    const fromStart = new URL(request.url).searchParams.has('whole');
    return { ...(await checkRegister(s, { fromStart })), checkedAt: s.now() };
  });
}
