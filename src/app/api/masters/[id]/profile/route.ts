import { errorResponse } from '@/app/respond';
import { studio } from '@/app/server';
import { rowById } from '@/store/rows';
import { profileOfTiles } from '@/studio/capture/masters';

/**
 * What the numbers in a master's tiles mean: its own profile where it has one of RGB, sRGB for what was converted; of the tiles of
 * its inks, its own profile of them.
 */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  try {
    const s = await studio();
    const master = await rowById(s.db, 'masters', (await params).id, 'master');
    const asked = new URL(request.url).searchParams;
    const said = asked.get('is') === 'opRGB' ? 'opRGB' : 'sRGB';
    const of = asked.get('of') === 'inks' && master.channels === 4 ? 'inks' : 'tiles';
    return new Response(new Uint8Array(await profileOfTiles(s, master, said, of)), {
      headers: { 'content-type': 'application/vnd.iccprofile', 'cache-control': 'private, max-age=3600' },
    });
  } catch (error) {
    return errorResponse(error);
  }
}
