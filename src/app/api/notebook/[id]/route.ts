import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import { typedText } from '@/app/typedText';
import { readNotebook } from '@/studio/editions/paperActions';

const LONGEST = 2_000_000;

/** Reads a notebook's table for an edition, and says line by line what is doubtful; nothing is kept by it. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const text = await typedText(request, LONGEST);
  const { id } = await params;
  return answer(async () => readNotebook(await studio(), id, text));
}
