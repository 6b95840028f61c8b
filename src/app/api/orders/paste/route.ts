import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import { typedText } from '@/app/typedText';
import { readPaste } from '@/studio/orders/readList';

const LONGEST = 20_000;

/** Reads an order pasted as text, to fill the form in; nothing is kept by it. */
export async function POST(request: Request) {
  const text = await typedText(request, LONGEST);
  return answer(async () => readPaste(await studio(), text));
}
