import { InputError } from '@/core/errors';
import { withUpload } from '@/app/uploads';
import { bringInPrintFile } from '@/studio/print-files/printFiles';

/** A print file made elsewhere: its format, route and ppi stand in the address, the file is the body. */
export async function POST(request: Request) {
  return withUpload(request, async (s, received, fileName, query) => {
    const ppi = Number(query.get('ppi'));
    if (!(ppi >= 30 && ppi <= 2_400))
      throw new InputError('ppi', query.get('ppi'), 'pixels per inch from 30 to 2 400');
    return bringInPrintFile(s, {
      formatId: query.get('format') ?? '',
      routeId: query.get('route') || null,
      ppi,
      fileName,
      received,
    });
  });
}
