import { errorResponse } from '@/app/respond';
import { studio } from '@/app/server';
import { feedFor } from '@/studio/week/calendar';

/** The week as a calendar, by its private address alone: a calendar program brings no passphrase. */
export async function GET(_: Request, { params }: { params: Promise<{ key: string }> }) {
  try {
    const text = await feedFor(await studio(), (await params).key);
    if (text === null) return new Response('There is no calendar here.\n', { status: 404 });
    return new Response(text, {
      headers: {
        'content-type': 'text/calendar; charset=utf-8',
        'cache-control': 'private, max-age=300',
        'referrer-policy': 'no-referrer',
      },
    });
  } catch (error) {
    return errorResponse(error);
  }
}
