import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { studio } from '@/app/server';

/** What may be asked for of a picture: its view, its small picture, or one tile of a level. Nothing else becomes a path. */
function fileFor(parts: string[]): string | null {
  const asked = parts.join('/');
  if (asked === 'view') return 'view.jpg';
  if (asked === 'thumb') return 'thumb.jpg';
  const tile = /^tiles\/(\d{1,2})\/(\d{1,4})_(\d{1,4})$/.exec(asked);
  return tile ? join('tiles_files', tile[1]!, `${tile[2]}_${tile[3]}.jpeg`) : null;
}

export async function GET(_: Request, { params }: { params: Promise<{ sha: string; path: string[] }> }) {
  const { sha, path } = await params;
  const file = fileFor(path);
  if (!file || !/^[0-9a-f]{64}$/.test(sha)) return new Response('no such picture', { status: 404 });
  const full = join(/* turbopackIgnore: true */ (await studio()).objects.derivedDir(sha), file);
  const found = await stat(/* turbopackIgnore: true */ full).catch(() => null);
  if (!found) return new Response('not made yet', { status: 404 });
  return new Response(
    Readable.toWeb(createReadStream(/* turbopackIgnore: true */ full)) as ReadableStream,
    {
      headers: {
        'content-type': 'image/jpeg',
        'content-length': String(found.size),
        'cache-control': 'private, max-age=31536000, immutable',
        'x-content-type-options': 'nosniff',
      },
    },
  );
}
