import { askingOf } from '@/app/asking';
import { upload } from '@/app/uploads';
import { fileAct, perform } from '@/studio/act';
import { takeInMaster, type IntakeResult } from '@/studio/takeInMaster';

/** One file on its way in; the work it belongs to stands in the address. Sent twice under one key, it is taken in once. */
export async function POST(request: Request) {
  return upload(request, async (s, { body, fileName, announced, query, signal }) => {
    const workId = query.get('work');
    const takeIn = fileAct(async () => ({
      ...(await takeInMaster(s, body, { fileName, workId, announced, signal })),
    }));
    return perform(s, 'intake', takeIn, { fileName, workId, announced }, askingOf(request)) as Promise<
      IntakeResult | object
    >;
  });
}
