/** @jest-environment jsdom */
import { act } from '@testing-library/react';
import { renderModel } from '../../tests/unit/helpers/hooks';
import { useAskedChoices } from './useAskedChoices';

jest.mock('next/navigation', () => ({ useRouter: () => ({ refresh: () => {}, push: () => {} }) }));

type Choice = { id: string; name: string };
const keyOf = ({ id }: Choice) => id;
const first: Choice[] = [{ id: 'a', name: 'Night Ferry' }];

/** Answers each question as it is told to, and keeps what was asked. */
function asked(answerOf: (words: string) => Choice[] | 'broken') {
  const questions: string[] = [];
  globalThis.fetch = jest.fn(async (url: string) => {
    const words = new URLSearchParams(url.split('?')[1]).get('q')!;
    questions.push(words);
    const answer = answerOf(words);
    if (answer === 'broken') throw new Error('no connection');
    return { ok: true, json: async () => answer } as Response;
  }) as unknown as typeof fetch;
  return questions;
}
const rest = () => act(async () => void (await jest.advanceTimersByTimeAsync(200)));

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

test('what is typed is asked once a hand rests, and what was found stays among the choices', async () => {
  const questions = asked((words) => [{ id: words, name: words }]);
  const { result } = renderModel(() => useAskedChoices('/api/find', first, keyOf));
  act(() => result.current.search('ki'));
  act(() => result.current.search('kiln'));
  expect(questions).toEqual([]);
  await rest();
  expect(questions).toEqual(['kiln']);
  expect(result.current.choices.map(keyOf)).toEqual(['a', 'kiln']);
  act(() => result.current.search(' kiln '));
  await rest();
  act(() => result.current.search('  '));
  await rest();
  expect(questions).toEqual(['kiln']);
});

test('what was not answered is asked again; what came another way is added once', async () => {
  let isBroken = true;
  const questions = asked(() => (isBroken ? 'broken' : [{ id: 'b', name: 'Kiln' }]));
  const { result } = renderModel(() => useAskedChoices('/api/find', first, keyOf));
  act(() => result.current.search('kiln'));
  await rest();
  expect(result.current.choices).toEqual(first);
  isBroken = false;
  act(() => result.current.search('kiln'));
  await rest();
  expect(questions).toEqual(['kiln', 'kiln']);
  act(() =>
    result.current.add([
      { id: 'b', name: 'Kiln' },
      { id: 'c', name: 'Pans' },
    ]),
  );
  expect(result.current.choices.map(keyOf)).toEqual(['a', 'b', 'c']);
});
