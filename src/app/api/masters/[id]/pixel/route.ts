import { InputError } from '@/core/errors';
import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import { rowById } from '@/store/rows';
import { masters } from '@/store/schema';

/** The numbers of one place of a master, as the file has them, and as Lab. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return answer(async () => {
    const s = await studio();
    const master = await rowById(s.db, masters, (await params).id, 'master');
    const q = new URL(request.url).searchParams;
    const [x, y] = (['x', 'y'] as const).map((k) => {
      const n = Number(q.get(k));
      if (!q.get(k) || !Number.isInteger(n) || n < 0) throw new InputError(k, q.get(k), 'a whole number of pixels from the left, or from the top');
      return n;
    }) as [number, number];
    return s.imaging.do('readPixel', [s.objects.pathOf(master.sha256), x, y]).done;
  });
}
