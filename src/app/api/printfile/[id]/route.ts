import { createReadStream } from 'node:fs';
import { Readable } from 'node:stream';
import { RefusedError } from '@/core/errors';
import { trouble } from '@/app/respond';
import { studio } from '@/app/server';
import { printFileById } from '@/studio/printFiles';

/** A finished print file, byte for byte, under its name. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  try {
    const s = await studio();
    const file = await printFileById(s.db, (await params).id);
    if (!file?.sha256) throw new RefusedError('That print file is no longer here.');
    return new Response(
      Readable.toWeb(createReadStream(s.objects.pathOf(file.sha256))) as ReadableStream,
      {
        headers: {
          'content-type': 'application/octet-stream',
          'content-length': String(file.bytes),
          'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(file.fileName)}`,
          'x-content-type-options': 'nosniff',
        },
      },
    );
  } catch (error) {
    return trouble(error);
  }
}
