/** @jest-environment jsdom */
import { act, cleanup, screen } from '@testing-library/react';
import { renderModel, renderPart } from '../../tests/unit/helpers/hooks';
import { LastAction, useAction } from './Actions';
import { outbox } from './outbox';

jest.mock('next/navigation', () => {
  const router = { refresh: jest.fn(), push: () => {} };
  return { useRouter: () => router };
});

type Asked = { url: string; headers: Record<string, string>; input: { at: number } };

/** A server that answers as told, or never. */
function server(answer: (asked: Asked) => Promise<object>) {
  const asked: Asked[] = [];
  globalThis.fetch = (async (url: string, init: { headers: Record<string, string>; body: string }) => {
    const each = { url, headers: init.headers, input: JSON.parse(init.body) };
    asked.push(each);
    const body = await answer(each);
    return { ok: !('error' in body), status: 200, json: async () => body };
  }) as unknown as typeof fetch;
  return asked;
}
const never = () => new Promise<object>(() => {});
const says = async ({ input }: Asked) => ({ message: `Speck ${input.at} is ticked.` });

/** Three specks ticked faster than the first answer comes, and the page drawn anew. */
async function tickThreeAndReload() {
  const asked = server(never);
  const { result } = renderModel(() => useAction());
  await act(async () => {
    for (const at of [1, 2, 3]) void result.current.run('tickSpeck', { at });
  });
  cleanup();
  return asked;
}

beforeEach(() => sessionStorage.clear());
afterEach(cleanup);

test('acts that still waited when the page was drawn anew are sent by the next page, in order, each under its key', async () => {
  const [first, ...others] = await tickThreeAndReload();
  expect(others).toEqual([]);
  const kept = outbox.waiting();
  const asked = server(says);
  await act(async () => void renderPart(<LastAction />));
  expect(asked.map(({ url, input }) => [url, input.at])).toEqual(
    [1, 2, 3].map((at) => ['/api/act/tickSpeck', at]),
  );
  // The one under way is known to the server by its key, and all of them as this window's own.
  expect(asked[0]!.headers).toEqual(first!.headers);
  expect(asked.map((each) => each.headers['x-glassine-key'])).toEqual(kept.map((each) => each.key));
  expect(new Set(asked.map((each) => each.headers['x-glassine-tab'])).size).toBe(1);
  expect(screen.getByRole('status').textContent).toContain('Speck 3 is ticked.');
  expect(outbox.waiting()).toEqual([]);
});

test('what the next page is refused is said there, and not asked a third time', async () => {
  await tickThreeAndReload();
  server(async () => ({ error: { message: 'The capture was put away.' } }));
  await act(async () => void renderPart(<LastAction />));
  expect(screen.getByRole('alert').textContent).toContain('The capture was put away.');
  expect(outbox.waiting()).toEqual([]);
});

test('a connection that breaks because the page is left is no answer; one that breaks under it is', async () => {
  let breakOff = () => {};
  server(
    () =>
      new Promise((_, reject) => {
        breakOff = () => reject(new TypeError('aborted'));
      }),
  );
  const { result } = renderModel(() => useAction());
  await act(async () => void result.current.run('tickSpeck', { at: 1 }));
  window.dispatchEvent(new Event('pagehide'));
  await act(async () => breakOff());
  expect(outbox.waiting()).toMatchObject([{ act: 'tickSpeck', input: '{"at":1}' }]);

  window.dispatchEvent(new Event('pageshow'));
  server(() => Promise.reject(new TypeError('network')));
  await act(async () => void (await result.current.run('tickSpeck', { at: 1 })));
  expect(outbox.waiting()).toEqual([]);
});

test('a page that was asked for before the last answer came is drawn anew, and no other', async () => {
  const { refresh } = jest.requireMock('next/navigation').useRouter();
  server(says);
  const { result } = renderModel(() => useAction());
  await act(async () => void (await result.current.run('tickSpeck', { at: 1 })));
  const answeredAt = Date.now();
  cleanup();
  const pageAskedForAt = async (ms: number) => {
    Object.defineProperty(performance, 'timeOrigin', { value: ms, configurable: true });
    refresh.mockClear();
    await act(async () => void renderPart(<LastAction />));
    cleanup();
    return refresh.mock.calls.length;
  };
  expect(await pageAskedForAt(answeredAt - 50)).toBe(1);
  expect(await pageAskedForAt(answeredAt + 50)).toBe(0);
});

test('a window that may keep nothing acts all the same', async () => {
  const setItem = jest.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  server(says);
  const { result } = renderModel(() => useAction());
  let answer: unknown;
  await act(async () => {
    answer = await result.current.run('tickSpeck', { at: 4 });
  });
  expect(answer).toEqual({ message: 'Speck 4 is ticked.' });
  setItem.mockRestore();
});
