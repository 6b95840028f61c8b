import { RefusedError } from '@/core/errors';
import { keptFile } from '@/app/keptFile';
import { errorResponse } from '@/app/respond';
import { studio } from '@/app/server';
import { printFileById } from '@/studio/print-files/printFiles';

/** A finished print file, byte for byte, under its name. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  try {
    const s = await studio();
    const file = await printFileById(s.db, (await params).id);
    if (!file?.sha256) throw new RefusedError('That print file is no longer here.');
    return await keptFile(s, { sha256: file.sha256, fileName: file.fileName });
  } catch (error) {
    return errorResponse(error);
  }
}
