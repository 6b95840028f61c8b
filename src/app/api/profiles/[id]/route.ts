import { readFile } from 'node:fs/promises';
import { trouble } from '@/app/respond';
import { studio } from '@/app/server';
import { rowById } from '@/store/rows';
import { profiles } from '@/store/schema';

/** A profile, byte for byte. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  try {
    const s = await studio();
    const profile = await rowById(s.db, profiles, (await params).id, 'profile');
    return new Response(new Uint8Array(await readFile(s.objects.pathOf(profile.sha256))), {
      headers: {
        'content-type': 'application/vnd.iccprofile',
        'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(profile.fileName)}`,
        'cache-control': 'private, max-age=31536000, immutable',
      },
    });
  } catch (error) {
    return trouble(error);
  }
}
