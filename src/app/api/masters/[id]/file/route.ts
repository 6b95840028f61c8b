import { createReadStream } from 'node:fs';
import { Readable } from 'node:stream';
import { trouble } from '@/app/respond';
import { studio } from '@/app/server';
import { rowById } from '@/store/rows';
import { masters } from '@/store/schema';

/** The master itself, byte for byte. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  try {
    const s = await studio();
    const master = await rowById(s.db, masters, (await params).id, 'master');
    const name = encodeURIComponent(master.fileName);
    return new Response(
      Readable.toWeb(createReadStream(s.objects.pathOf(master.sha256))) as ReadableStream,
      {
        headers: {
          'content-type': 'application/octet-stream',
          'content-length': String(master.bytes),
          'content-disposition': `attachment; filename*=UTF-8''${name}`,
          'x-content-type-options': 'nosniff',
        },
      },
    );
  } catch (error) {
    return trouble(error);
  }
}
