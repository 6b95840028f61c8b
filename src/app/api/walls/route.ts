import { withUpload } from '@/app/uploads';
import { keepBuyerWall } from '@/studio/walls/buyerWallActions';
import { MOST_PHOTOGRAPH_BYTES } from '@/studio/works/photographs';

/** A photograph of a buyer's wall: whose it is stands in the address, the file is the body. */
export async function POST(request: Request) {
  return withUpload(
    request,
    async (s, received, fileName, query) =>
      keepBuyerWall(s, { name: query.get('whose') ?? '', fileName, received }),
    { limit: MOST_PHOTOGRAPH_BYTES },
  );
}
