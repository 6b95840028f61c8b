import { InputError, RefusedError } from '@/core/errors';
import { lockedSentence, needsPass, passCookie, tryPass } from '@/app/guard';
import { objectOf, errorResponse } from '@/app/respond';

export async function POST(request: Request) {
  try {
    const { phrase } = await objectOf(request);
    if (typeof phrase !== 'string' || phrase.length > 500)
      throw new InputError('phrase', null, 'the passphrase');
    if (!needsPass()) return Response.json({ message: 'No passphrase is asked here.' });
    const locked = lockedSentence();
    if (locked) throw new RefusedError(locked);
    const result = await tryPass(phrase, addressOf(request), Date.now());
    if ('message' in result) throw new RefusedError(result.message);
    const response = Response.json({ message: 'Come in.' });
    response.headers.append('set-cookie', passCookie(result.cookie, request));
    return response;
  } catch (error) {
    return errorResponse(error);
  }
}

/** Whoever asks, as far as the server knows: the last address in the chain is the one it saw itself. */
const addressOf = (request: Request): string =>
  request.headers.get('x-forwarded-for')?.split(',').at(-1)?.trim() || 'unknown';
