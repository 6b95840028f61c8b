import { keptFile } from '@/app/keptFile';
import { errorResponse } from '@/app/respond';
import { studio } from '@/app/server';
import { rowById } from '@/store/rows';

/** The master itself, byte for byte. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  try {
    const s = await studio();
    const { sha256, fileName } = await rowById(s.db, 'masters', (await params).id, 'master');
    return await keptFile(s, { sha256, fileName });
  } catch (error) {
    return errorResponse(error);
  }
}
