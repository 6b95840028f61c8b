import 'server-only';
import { InputError } from '@/core/errors';
import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import type { Studio } from '@/studio/studio';

/** Answers with the numbers of one place of a picture, as its file has them, and as Lab; the place stands in the address. */
export function pixelAt(request: Request, sha256Of: (s: Studio) => Promise<string>): Promise<Response> {
  return answer(async () => {
    const s = await studio();
    const q = new URL(request.url).searchParams;
    const [x, y] = (['x', 'y'] as const).map((k) => {
      const n = Number(q.get(k));
      if (!q.get(k) || !Number.isInteger(n) || n < 0)
        throw new InputError(k, q.get(k), 'a whole number of pixels from the left, or from the top');
      return n;
    }) as [number, number];
    return s.imaging.do('readPixel', [s.objects.pathOf(await sha256Of(s)), x, y]).done;
  });
}
