import 'server-only';
import { cookies } from 'next/headers';
import { InputError, RefusedError } from '@/core/errors';
import { allowedHosts, isInside, PASS_COOKIE, reasonToRefuse } from '@/app/guard';
import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import { MOST_BYTES, type Received } from '@/imaging/objects';
import type { Studio } from '@/studio/studio';

/**
 * One file as the body of a request, its name in the address. Stands outside the proxy, which would hold the body in memory,
 * and so looks at host, origin and passphrase itself.
 */
export async function upload(
  request: Request,
  run: (
    s: Studio,
    body: AsyncIterable<Uint8Array>,
    fileName: string,
    query: URLSearchParams,
  ) => Promise<unknown>,
): Promise<Response> {
  const { headers } = request;
  const refused = reasonToRefuse(
    {
      method: 'POST',
      host: headers.get('host'),
      origin: headers.get('origin'),
      fetchSite: headers.get('sec-fetch-site'),
    },
    allowedHosts(process.env),
  );
  if (refused) return Response.json({ error: { says: refused } }, { status: 403 });
  if (!isInside((await cookies()).get(PASS_COOKIE)?.value))
    return Response.json({ error: { says: 'Enter the passphrase first.' } }, { status: 401 });
  return answer(async () => {
    const query = new URL(request.url).searchParams;
    const fileName = (query.get('name') ?? '')
      .replace(/[\p{Cc}/\\]/gu, ' ')
      .trim()
      .slice(0, 200);
    if (!fileName) throw new InputError('name', query.get('name'), 'the file’s name');
    if (Number(headers.get('content-length') ?? 0) > MOST_BYTES)
      throw new RefusedError(
        `“${fileName}” is larger than ${MOST_BYTES / 1024 ** 3} GB, the most that is taken in.`,
      );
    return run(await studio(), bodyOf(request), fileName, query);
  });
}

/** The same for a file that is received whole and handed on; what is not kept by then is dropped. */
export const withUpload = (
  request: Request,
  run: (s: Studio, received: Received, fileName: string, query: URLSearchParams) => Promise<unknown>,
  other?: { most: number; known: (fileName: string, head: Uint8Array) => unknown },
): Promise<Response> =>
  upload(request, async (s, body, fileName, query) => {
    const received = await s.objects.receive(body, fileName, other?.most, other?.known);
    try {
      return await run(s, received, fileName, query);
    } finally {
      await s.objects.drop(received);
    }
  });

async function* bodyOf(request: Request): AsyncGenerator<Uint8Array> {
  if (request.body) yield* request.body as unknown as AsyncIterable<Uint8Array>;
}
