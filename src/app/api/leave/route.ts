import { endAllSessions, passCookie } from '@/app/guard';
import { answer, objectOf } from '@/app/respond';

/** Ends this session, or every one there is. */
export async function POST(request: Request) {
  const response = await answer(async () => {
    const { everywhere } = await objectOf(request);
    if (everywhere === true) endAllSessions();
    return { message: everywhere === true ? 'Every session has ended.' : 'You have left.' };
  });
  response.headers.append('set-cookie', passCookie('', request));
  return response;
}
