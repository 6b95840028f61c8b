import 'server-only';
import { cookies } from 'next/headers';
import { InputError } from '@/core/errors';
import { allowedHosts, isInside, PASS_COOKIE, reasonToRefuse } from '@/app/guard';
import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import type { Received } from '@/imaging/objects';
import type { Studio } from '@/studio/studio';

/**
 * Receives one file as the body of a request and hands it on; what is not kept by then is dropped. Stands outside the proxy,
 * which would hold the body in memory, and so looks at host, origin and passphrase itself.
 */
export async function withUpload(request: Request, run: (s: Studio, received: Received, fileName: string, query: URLSearchParams) => Promise<unknown>): Promise<Response> {
  const { headers } = request;
  const refused = reasonToRefuse({ method: 'POST', host: headers.get('host'), origin: headers.get('origin'), fetchSite: headers.get('sec-fetch-site') }, allowedHosts(process.env));
  if (refused) return Response.json({ error: { says: refused } }, { status: 403 });
  if (!isInside((await cookies()).get(PASS_COOKIE)?.value)) return Response.json({ error: { says: 'Enter the passphrase first.' } }, { status: 401 });
  return answer(async () => {
    const s = await studio();
    const query = new URL(request.url).searchParams;
    const fileName = (query.get('name') ?? '').replace(/[\p{Cc}/\\]/gu, ' ').trim().slice(0, 200);
    if (!fileName) throw new InputError('name', query.get('name'), 'the file’s name');
    const received = await s.objects.receive(bodyOf(request), fileName);
    try {
      return await run(s, received, fileName, query);
    } finally { await s.objects.drop(received); }
  });
}

async function* bodyOf(request: Request): AsyncGenerator<Uint8Array> {
  if (request.body) yield* request.body as unknown as AsyncIterable<Uint8Array>;
}
