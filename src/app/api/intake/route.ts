import { cookies } from 'next/headers';
import { InputError, RefusedError } from '@/core/errors';
import { allowedHosts, isInside, PASS_COOKIE, reasonToRefuse } from '@/app/guard';
import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import { MOST_BYTES } from '@/imaging/objects';
import { takeInMaster } from '@/studio/takeInMaster';

/** One file as the whole body of the request; its name and the work it belongs to stand in the address. */
export async function POST(request: Request) {
  const { headers } = request;
  const refused = reasonToRefuse({ method: 'POST', host: headers.get('host'), origin: headers.get('origin'), fetchSite: headers.get('sec-fetch-site') }, allowedHosts(process.env));
  if (refused) return Response.json({ error: { says: refused } }, { status: 403 });
  if (!isInside((await cookies()).get(PASS_COOKIE)?.value)) return Response.json({ error: { says: 'Enter the passphrase first.' } }, { status: 401 });
  return answer(async () => {
    const query = new URL(request.url).searchParams;
    const fileName = (query.get('name') ?? '').replace(/[\p{Cc}/\\]/gu, ' ').trim().slice(0, 200);
    if (!fileName) throw new InputError('name', query.get('name'), 'the file’s name');
    if (Number(headers.get('content-length') ?? 0) > MOST_BYTES) throw new RefusedError(`“${fileName}” is larger than ${MOST_BYTES / 1024 ** 3} GB, the most that is taken in.`);
    return takeInMaster(await studio(), bodyOf(request), { fileName, workId: query.get('work') });
  });
}

async function* bodyOf(request: Request): AsyncGenerator<Uint8Array> {
  if (request.body) yield* request.body as unknown as AsyncIterable<Uint8Array>;
}
