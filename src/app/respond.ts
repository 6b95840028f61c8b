import {
  ChangedError,
  InputError,
  NotHeldError,
  RefusedError,
  type ChangedField,
  type Fault,
} from '@/core/errors';
import { plainCause } from '@/store/causes';

export type ErrorBody = {
  error: {
    field?: string;
    value?: unknown;
    expected?: string;
    also?: readonly Fault[];
    message: string;
    overridable?: boolean;
    /** What somebody else changed meanwhile, where that is why it was refused. */
    changed?: { who: string; at: string; fields: ChangedField[] };
  };
};

/** Answers with what a piece of work returns, or with its error in words a person and a script can use. */
export async function answer(work: () => Promise<unknown>): Promise<Response> {
  try {
    return Response.json(await work());
  } catch (error) {
    return errorResponse(error);
  }
}

/**
 * 422 for a value that cannot be used, 409 for what the state of things forbids, 416 for a file that goes on from more than is
 * held, 503 where the disk or the database would not have it, 500 for our own faults.
 */
export function errorResponse(error: unknown): Response {
  if (error instanceof InputError) {
    const fault = error.toJSON();
    return refusal(422, { ...fault, message: `${fault.field}: expected ${fault.expected}.` });
  }
  if (error instanceof ChangedError)
    return refusal(409, { message: error.message, changed: error.changed });
  if (error instanceof NotHeldError) return refusal(416, { message: error.message });
  if (error instanceof RefusedError)
    return refusal(409, { message: error.message, overridable: error.overridable });
  const cause = plainCause(error);
  if (cause)
    return refusal(503, { message: `${cause} Nothing was changed; what you typed is still here.` });
  console.error(error);
  return refusal(500, {
    message: 'Glassine failed at this; nothing was changed. The server’s own log has the details.',
  });
}

const refusal = (status: number, error: ErrorBody['error']): Response =>
  Response.json({ error } satisfies ErrorBody, { status });

/** What an act or a calculation may send; a list of 5 000 ids is a tenth of it. */
const MOST_JSON_BYTES = 1_000_000;
/** Deeper than anything we ask for; checks that go down into what came stay far from the end of the stack. */
const MOST_DEPTH = 64;

/**
 * The JSON of a request, read no further than it may be long and deep.
 *
 * @throws InputError when it is neither
 */
export async function jsonOf(request: Request): Promise<unknown> {
  const chunks: Uint8Array[] = [];
  let bytes = 0;
  for await (const chunk of (request.body ?? []) as unknown as AsyncIterable<Uint8Array>) {
    bytes += chunk.length;
    if (bytes > MOST_JSON_BYTES)
      throw new InputError('body', `more than ${MOST_JSON_BYTES} bytes`, 'at most 1 MB of JSON');
    chunks.push(chunk);
  }
  const text = Buffer.concat(chunks).toString('utf8');
  if (depthOf(text) > MOST_DEPTH)
    throw new InputError('body', `more than ${MOST_DEPTH} lists in lists`, 'JSON that is less deep');
  try {
    return JSON.parse(text);
  } catch {
    throw new InputError('body', 'something else', 'JSON');
  }
}

/**
 * The same where only an object makes sense.
 *
 * @throws InputError for anything else
 */
export async function objectOf(request: Request): Promise<Record<string, unknown>> {
  const value = await jsonOf(request);
  if (value === null || typeof value !== 'object' || Array.isArray(value))
    throw new InputError('body', value, 'a JSON object');
  return value as Record<string, unknown>;
}

/** How deep brackets stand in brackets; those inside text do not count. */
function depthOf(text: string): number {
  let depth = 0;
  let deepest = 0;
  let isText = false;
  for (let i = 0; i < text.length; i++) {
    const sign = text[i];
    if (isText) {
      if (sign === '\\') i++;
      else if (sign === '"') isText = false;
    } else if (sign === '"') isText = true;
    else if (sign === '[' || sign === '{') deepest = Math.max(deepest, ++depth);
    else if (sign === ']' || sign === '}') depth--;
  }
  return deepest;
}
