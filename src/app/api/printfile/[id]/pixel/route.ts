import { RefusedError } from '@/core/errors';
import { pixelAt } from '@/app/pixelAt';
import { printFileById } from '@/studio/print-files/printFiles';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return pixelAt(request, async (s) => {
    const file = await printFileById(s.db, (await params).id);
    if (!file?.sha256) throw new RefusedError('That print file is no longer here.');
    return file.sha256;
  });
}
