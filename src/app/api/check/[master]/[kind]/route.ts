import { InputError } from '@/core/errors';
import { withUpload } from '@/app/uploads';
import { checkEvenness, checkJoint } from '@/studio/capture/checks';

/** A frame of blank board, or a neighbouring tile: read against a master, not kept. */
export async function POST(
  request: Request,
  { params }: { params: Promise<{ master: string; kind: string }> },
) {
  const { master, kind } = await params;
  return withUpload(request, async (s, received, fileName) => {
    if (kind === 'board') return checkEvenness(s, master, received);
    if (kind === 'beside') return checkJoint(s, master, received, fileName);
    throw new InputError('kind', kind, '"board" or "beside"');
  });
}
