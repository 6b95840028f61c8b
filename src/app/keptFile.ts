import 'server-only';
import { stat } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { RefusedError } from '@/core/errors';
import type { Studio } from '@/studio/studio';

type Kept = { sha256: string; fileName: string; type?: string };

/**
 * A kept file, byte for byte, checked against its hash on the way: a damaged one breaks off before its end instead of arriving
 * as a whole one, a missing one is said to be missing.
 */
export async function keptFile(s: Studio, { sha256, fileName, type }: Kept): Promise<Response> {
  const found = await stat(/* turbopackIgnore: true */ s.objects.pathOf(sha256)).catch(() => null);
  if (!found)
    throw new RefusedError(
      `The file of “${fileName}” is no longer in the studio’s folder. Bring the same file in again, or restore it from a backup.`,
    );
  const bytes = Readable.from(s.objects.read(sha256, fileName), { objectMode: false });
  bytes.on('error', (error) => console.error(String(error)));
  return new Response(Readable.toWeb(bytes) as ReadableStream, {
    headers: {
      'content-type': type ?? 'application/octet-stream',
      'content-length': String(found.size),
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(fileName)}`,
      'cache-control': 'private, no-cache',
    },
  });
}
