import { withUpload } from '@/app/uploads';
import { keepPhotograph, MOST_PHOTOGRAPH_BYTES } from '@/studio/works/photographs';

/** A photograph of an original: the work, what it shows and the day stand in the address, the file is the body. */
export async function POST(request: Request) {
  return withUpload(
    request,
    async (s, received, fileName, query) =>
      keepPhotograph(s, {
        workId: query.get('work') ?? '',
        shows: query.get('shows') ?? '',
        words: query.get('words') ?? '',
        takenOn: query.get('takenOn') || null,
        fileName,
        received,
      }),
    { limit: MOST_PHOTOGRAPH_BYTES },
  );
}
