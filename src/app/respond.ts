import { InputError, RefusedError } from '@/core/errors';

export type Trouble = {
  error: { field?: string; value?: unknown; expected?: string; says: string; overridable?: boolean };
};

/** Answers with what a piece of work returns, or with its error in words a person and a script can use. */
export async function answer(work: () => Promise<unknown>): Promise<Response> {
  try {
    return Response.json(await work());
  } catch (error) {
    return trouble(error);
  }
}

/** 422 for a value that cannot be used, 409 for what the state of things forbids, 500 for our own faults. */
export function trouble(error: unknown): Response {
  if (error instanceof InputError) {
    const { field, value, expected } = error.toJSON();
    return Response.json(
      { error: { field, value, expected, says: `${field}: expected ${expected}.` } } satisfies Trouble,
      { status: 422 },
    );
  }
  if (error instanceof RefusedError)
    return Response.json(
      { error: { says: error.says, overridable: error.overridable } } satisfies Trouble,
      { status: 409 },
    );
  console.error(error);
  return Response.json(
    {
      error: {
        says: 'Glassine failed at this; nothing was changed. The server’s own log has the details.',
      },
    } satisfies Trouble,
    { status: 500 },
  );
}

/** What an act or a calculation may send; a list of 5 000 ids is a tenth of it. */
const MOST_JSON_BYTES = 1_000_000;

/** The JSON of a request, read no further than it may be long, or a plain error. */
export async function jsonOf(request: Request): Promise<unknown> {
  const chunks: Uint8Array[] = [];
  let bytes = 0;
  for await (const chunk of (request.body ?? []) as unknown as AsyncIterable<Uint8Array>) {
    bytes += chunk.length;
    if (bytes > MOST_JSON_BYTES)
      throw new InputError('body', `more than ${MOST_JSON_BYTES} bytes`, 'at most 1 MB of JSON');
    chunks.push(chunk);
  }
  try {
    return JSON.parse(Buffer.concat(chunks).toString('utf8'));
  } catch {
    throw new InputError('body', 'something else', 'JSON');
  }
}
