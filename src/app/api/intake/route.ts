import { requestContextOf } from '@/app/requestContext';
import { upload } from '@/app/uploads';
import { fileAction, perform } from '@/studio/action';
import { takeInMaster, type IntakeResult } from '@/studio/capture/intake';

/** One file on its way in; the work it belongs to stands in the address. Sent twice under one key, it is taken in once. */
export async function POST(request: Request) {
  return upload(request, async (s, { body, fileName, announced, resume, query, signal }) => {
    const workId = query.get('work');
    const takeIn = fileAction('intake', async () => ({
      ...(await takeInMaster(s, body, { fileName, workId, announced, resume, signal })),
    }));
    return perform(s, takeIn, { fileName, workId, announced }, requestContextOf(request)) as Promise<
      IntakeResult | object
    >;
  });
}
