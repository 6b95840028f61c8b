import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import { typedText } from '@/app/typedText';
import { checkCode, checkHead } from '@/studio/editions/checking';

const LONGEST = 2_000;

/** What is to be said of a certificate's code, or of a kept head of the register. */
export async function POST(request: Request) {
  const text = await typedText(request, LONGEST);
  return answer(async () => {
    const s = await studio();
    return text.trim().startsWith('GLH')
      ? { finding: await checkHead(s, text), claim: null, impression: null, short: '' }
      : checkCode(s, text);
  });
}
