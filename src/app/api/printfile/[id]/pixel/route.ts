import { InputError } from '@/core/errors';
import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import { rowById } from '@/store/rows';
import { printFiles } from '@/store/schema';

/** The numbers of one place of a print file, as the file has them, and as Lab. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return answer(async () => {
    const s = await studio();
    const file = await rowById(s.db, printFiles, (await params).id, 'print file');
    const q = new URL(request.url).searchParams;
    const [x, y] = (['x', 'y'] as const).map((k) => {
      const n = Number(q.get(k));
      if (!q.get(k) || !Number.isInteger(n) || n < 0) throw new InputError(k, q.get(k), 'a whole number of pixels from the left, or from the top');
      return n;
    }) as [number, number];
    return s.imaging.do('readPixel', [s.objects.pathOf(file.sha256!), x, y]).done;
  });
}
