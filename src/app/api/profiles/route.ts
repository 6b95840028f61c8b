import { withUpload } from '@/app/uploads';
import { RefusedError } from '@/core/errors';
import { bringInProfile, MOST_PROFILE_BYTES } from '@/studio/proofs/profiles';

/** An ICC profile: the paper, machine or route and setting stand in the address, the file is the body. */
export async function POST(request: Request) {
  return withUpload(
    request,
    async (s, received, fileName, query) =>
      bringInProfile(s, {
        fileName,
        received,
        paperId: query.get('paper') ?? '',
        machineId: query.get('machine') || null,
        routeId: query.get('route') || null,
        setting: query.get('setting') ?? '',
        sure: query.get('sure') === 'yes',
      }),
    {
      limit: MOST_PROFILE_BYTES,
      known: (fileName, head) => {
        if (head.length === 0) throw new RefusedError(`“${fileName}” is empty: 0 bytes came in.`);
      },
    },
  );
}
