import 'server-only';
import { cookies } from 'next/headers';
import { InputError, RefusedError } from '@/core/errors';
import { allowedHosts, isInside, outsideSentence, PASS_COOKIE, reasonToRefuse } from '@/app/guard';
import { FROM_HEADER, isKey, KEYS, requestContextOf } from '@/app/requestContext';
import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import { MOST_BYTES, tooLarge, type Received, type Receiving, type Resume } from '@/imaging/objects';
import { fileAction, perform, type ActionResult } from '@/studio/action';
import { aboutFile } from '@/studio/care/keptFiles';
import type { Studio, UploadUnderWay } from '@/studio/studio';

/** A file as it arrives: its bytes, its name, and how many bytes were announced. */
export type Arriving = {
  body: AsyncIterable<Uint8Array>;
  fileName: string;
  /** Of the whole file, also where only the rest of it comes now. */
  announced: number | null;
  resume: Resume | null;
  query: URLSearchParams;
  signal: AbortSignal;
};

/**
 * Turns a request away before anything else is looked at, where it may not come in. For the doors that stand outside the
 * proxy, which would hold an upload in memory and cut it.
 */
export async function turnedAway(request: Request): Promise<Response | null> {
  const { headers, method } = request;
  const why = reasonToRefuse(
    {
      method,
      host: headers.get('host'),
      origin: headers.get('origin'),
      fetchSite: headers.get('sec-fetch-site'),
    },
    allowedHosts(process.env),
  );
  if (why) return Response.json({ error: { message: why } }, { status: 403 });
  if (!isInside((await cookies()).get(PASS_COOKIE)?.value))
    return Response.json({ error: { message: outsideSentence() } }, { status: 401 });
  return null;
}

/**
 * One file as the body of a request, its name in the address. Under a key it may come in parts: where the way breaks off, what came
 * is held, and the same file may go on from there.
 */
export async function upload(
  request: Request,
  run: (s: Studio, arriving: Arriving) => Promise<unknown>,
): Promise<Response> {
  const body = new UploadBody(request);
  const refused = await turnedAway(request);
  const response =
    refused ??
    (await answer(async () => {
      const query = new URL(request.url).searchParams;
      const fileName = fileNameFrom(query.get('name'));
      const resume = resumeOf(request);
      const rest = wholeNumber(request.headers.get('content-length'));
      const announced = rest === null ? null : rest + (resume?.from ?? 0);
      if ((announced ?? 0) > MOST_BYTES) throw new RefusedError(tooLarge(fileName, MOST_BYTES));
      const s = await studio();
      const arrive = () =>
        run(s, {
          body: body.chunks(),
          fileName,
          announced,
          resume,
          query,
          signal: request.signal,
        });
      return resume ? inPlaceOfEarlier(s, resume.key, body, arrive) : arrive();
    }));
  // An answer while bytes still come would break the connection under the sender, who would never read it.
  if (!(await body.drain())) response.headers.set('connection', 'close');
  return response;
}

/**
 * The sender knows before the server that a way broke off: what still waits for bytes under the same key is ended first, and what
 * has all its bytes is waited for. One at a time writes what is held, however many are sent: the last of them goes on.
 */
async function inPlaceOfEarlier<T>(
  { uploads }: Studio,
  key: string,
  body: UploadBody,
  arrive: () => Promise<T>,
): Promise<T> {
  while (uploads.has(key)) await ended(uploads.get(key));
  const arriving = arrive();
  const mine = { breakOff: () => body.breakOff(), over: arriving.catch(() => {}) };
  uploads.set(key, mine);
  try {
    return await arriving;
  } finally {
    if (uploads.get(key) === mine) uploads.delete(key);
  }
}

async function ended(upload: UploadUnderWay | undefined): Promise<void> {
  upload?.breakOff();
  await upload?.over;
}

function resumeOf(request: Request): Resume | null {
  const { key } = requestContextOf(request);
  const from = request.headers.get(FROM_HEADER);
  if (key === undefined || from === null) return null;
  const bytes = wholeNumber(from);
  if (bytes === null) throw new InputError('from', from, 'a whole number of bytes');
  return { key, from: bytes };
}

/** What is held of a sending, asked for or let go by its key. */
export async function heldUpload(request: Request, key: string): Promise<Response> {
  const refused = await turnedAway(request);
  return (
    refused ??
    answer(async () => {
      if (!isKey(key)) throw new InputError('key', key, KEYS);
      const { objects, uploads } = await studio();
      if (request.method === 'DELETE') {
        await ended(uploads.get(key));
        await objects.dropHeld(key);
      }
      return { held: await objects.heldOf(key) };
    })
  );
}

/**
 * The same for a file that is received whole and handed on; what is not kept by then is dropped. Sent twice under one key, it
 * is done once.
 */
export const withUpload = (
  request: Request,
  run: (s: Studio, received: Received, fileName: string, query: URLSearchParams) => Promise<ActionResult>,
  receiving: Omit<Receiving, 'announced' | 'resume'> = {},
): Promise<Response> =>
  upload(request, async (s, { body, fileName, announced, resume, query, signal }) => {
    const received = await s.objects.receive(body, fileName, { ...receiving, announced, resume });
    try {
      if (signal.aborted)
        throw new RefusedError(`“${fileName}” was stopped on its way. Nothing of it was kept.`);
      const { pathname } = new URL(request.url);
      const keep = fileAction(pathname, () => run(s, received, fileName, query));
      const input = { fileName, sha256: received.sha256, query: [...query] };
      const done = await aboutFile(s, received.sha256, () =>
        perform(s, keep, input, requestContextOf(request)),
      );
      return { sha256: received.sha256, ...done };
    } finally {
      await s.objects.drop(received);
    }
  });

function fileNameFrom(given: string | null): string {
  const fileName = (given ?? '')
    .replace(/[\p{Cc}/\\]/gu, ' ')
    .trim()
    .slice(0, 200);
  if (!fileName) throw new InputError('name', given, 'the file’s name');
  return fileName;
}

function wholeNumber(header: string | null): number | null {
  return header !== null && /^\d{1,15}$/.test(header) ? Number(header) : null;
}

/** What is left of a refused body is read and thrown away up to this much and this long. */
const DRAIN_BYTES = 256 * 1024 ** 2;
const DRAIN_MS = 20_000;

/** The body of an upload, which may be left in the middle and read on afterwards. */
class UploadBody {
  private readonly reader: ReadableStreamDefaultReader<Uint8Array> | null;
  private isOver: boolean;
  private isBroken = false;

  constructor(request: Request) {
    this.reader = (request.body as ReadableStream<Uint8Array> | null)?.getReader() ?? null;
    this.isOver = this.reader === null;
  }

  /** Leaving the loop early does not cancel what is still to come. */
  chunks(): AsyncIterable<Uint8Array> {
    const next = () => this.next();
    return { [Symbol.asyncIterator]: () => ({ next }) };
  }

  /** As if the connection had broken: nothing more is read. */
  breakOff(): void {
    this.isBroken = true;
    void this.reader?.cancel().catch(() => {});
  }

  /** Reads on to the end; says whether it was reached. */
  async drain(): Promise<boolean> {
    const until = Date.now() + DRAIN_MS;
    let left = DRAIN_BYTES;
    while (!this.isOver && left > 0 && Date.now() < until) {
      const chunk = await this.next().catch(() => ({ done: true as const, value: undefined }));
      left -= chunk.value?.length ?? 0;
    }
    return this.isOver;
  }

  private async next(): Promise<IteratorResult<Uint8Array>> {
    if (this.isOver || !this.reader) return { done: true, value: undefined };
    try {
      const { done, value } = await this.reader.read();
      if (this.isBroken)
        throw new RefusedError(
          'The same file is being sent once more, from here or another window: it comes in there.',
        );
      if (!done) return { done: false, value };
      this.isOver = true;
      return { done: true, value: undefined };
    } catch (error) {
      this.isOver = true;
      throw error;
    }
  }
}
