import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import { checkRegister } from '@/studio/editions/editions';

/** Walks the register from its first line and says whether its chain is whole. */
export async function GET() {
  return answer(async () => {
    const s = await studio();
    return { ...(await checkRegister(s)), checkedAt: s.now() };
  });
}
