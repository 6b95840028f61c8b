import { keptFile } from '@/app/keptFile';
import { errorResponse } from '@/app/respond';
import { studio } from '@/app/server';
import { rowById } from '@/store/rows';

/** A profile, byte for byte. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  try {
    const s = await studio();
    const { sha256, fileName } = await rowById(s.db, 'profiles', (await params).id, 'profile');
    return await keptFile(s, { sha256, fileName, type: 'application/vnd.iccprofile' });
  } catch (error) {
    return errorResponse(error);
  }
}
