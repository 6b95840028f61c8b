import { answer, objectOf } from '@/app/respond';
import { makePractice, makePracticeAnew, practiceState } from '@/app/practiceStudio';
import { PRACTICE_COOKIE } from '@/app/whose';
import { InputError } from '@/core/errors';

export const GET = () => answer(async () => practiceState());

/** Goes into the practice studio or back out of it, or makes it; what is being made is asked after by GET. */
export async function POST(request: Request) {
  let cookie = '';
  const response = await answer(async () => {
    const { go } = await objectOf(request);
    if (go === 'out') {
      cookie = `${PRACTICE_COOKIE}=own; SameSite=Strict; Path=/; Max-Age=0`;
      return { is: 'out' };
    }
    if (go === 'anew') {
      await makePracticeAnew();
      cookie = `${PRACTICE_COOKIE}=own; SameSite=Strict; Path=/; Max-Age=0`;
      return practiceState();
    }
    if (go !== 'in') throw new InputError('go', go, 'in, out or anew');
    makePractice();
    const state = practiceState();
    if (state.is === 'ready') cookie = `${PRACTICE_COOKIE}=practice; HttpOnly; SameSite=Strict; Path=/`;
    return state;
  });
  if (cookie && response.ok) response.headers.append('set-cookie', cookie);
  return response;
}
