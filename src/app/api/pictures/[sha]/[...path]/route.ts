import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { errorResponse } from '@/app/respond';
import { studio } from '@/app/server';
import { makeInks } from '@/studio/capture/masters';
import { deriveAgain } from '@/studio/capture/reading';

/** What may be asked for of a picture: its view, its small picture, or one tile of a level, of one of its inks too. Nothing else becomes a path. */
function fileFor(parts: string[]): string | null {
  const asked = parts.join('/');
  if (asked === 'view') return 'view.jpg';
  if (asked === 'thumb') return 'thumb.jpg';
  const tile = /^tiles\/(\d{1,2})\/(\d{1,4})_(\d{1,4})$/.exec(asked);
  if (tile) return join('tiles_files', tile[1]!, `${tile[2]}_${tile[3]}.jpeg`);
  const ink = /^inks\/([0-3])\/(\d{1,2})\/(\d{1,4})_(\d{1,4})$/.exec(asked);
  return ink ? join('inks', `${ink[1]}_files`, ink[2]!, `${ink[3]}_${ink[4]}.jpeg`) : null;
}

/** A picture of a file. One that was made and is gone from the disk is made again while it is waited for. */
export async function GET(_: Request, { params }: { params: Promise<{ sha: string; path: string[] }> }) {
  const { sha, path } = await params;
  const file = fileFor(path);
  if (!file || !/^[0-9a-f]{64}$/.test(sha)) return new Response('no such picture', { status: 404 });
  try {
    const s = await studio();
    const full = join(/* turbopackIgnore: true */ s.objects.derivedDir(sha), file);
    const size = async () =>
      (await stat(/* turbopackIgnore: true */ full).catch(() => null))?.size ?? null;
    let bytes = await size();
    if (bytes === null && !(await s.objects.hasDerived(sha)) && (await deriveAgain(s, sha)))
      bytes = await size();
    if (bytes === null && file.startsWith('inks') && (await makeInks(s, sha))) bytes = await size();
    if (bytes === null) return new Response('not made yet', { status: 404 });
    const stream = createReadStream(/* turbopackIgnore: true */ full);
    return new Response(Readable.toWeb(stream) as ReadableStream, {
      headers: {
        'content-type': 'image/jpeg',
        'content-length': String(bytes),
        'cache-control': 'private, max-age=31536000, immutable',
      },
    });
  } catch (error) {
    return errorResponse(error);
  }
}
