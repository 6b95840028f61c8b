import { upload } from '@/app/uploads';
import { takeInMaster } from '@/studio/takeInMaster';

/** One file on its way in; the work it belongs to stands in the address. */
export async function POST(request: Request) {
  return upload(request, (s, body, fileName, query) =>
    takeInMaster(s, body, { fileName, workId: query.get('work') }),
  );
}
