import { InputError, RefusedError } from '@/core/errors';
import { PASS_COOKIE, tryPass } from '@/app/guard';
import { jsonOf, trouble } from '@/app/respond';

export async function POST(request: Request) {
  try {
    const { phrase } = (await jsonOf(request)) as { phrase?: unknown };
    if (typeof phrase !== 'string' || phrase.length > 500)
      throw new InputError('phrase', null, 'the passphrase');
    const result = tryPass(phrase, Date.now());
    if ('says' in result) throw new RefusedError(result.says);
    const response = Response.json({ says: 'Come in.' });
    response.headers.append(
      'set-cookie',
      `${PASS_COOKIE}=${result.cookie}; HttpOnly; SameSite=Strict; Path=/; Max-Age=${30 * 86_400}`,
    );
    return response;
  } catch (error) {
    return trouble(error);
  }
}
