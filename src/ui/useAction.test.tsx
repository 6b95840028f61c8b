/** @jest-environment jsdom */
import { act, render } from '@testing-library/react';
import { renderModel } from '../../tests/unit/helpers/hooks';
import { useAction } from './Actions';
import { AsOf } from './seen';

const refreshed = { times: 0 };
jest.mock('next/navigation', () => {
  const router = { refresh: () => refreshed.times++, push: () => {} };
  return { useRouter: () => router };
});

type Asked = { url: string; headers: Record<string, string>; input: unknown };
type Reply = { status?: number; body?: unknown; lost?: true };

/** A server whose answers come one after the other, when the test lets them. */
function server(...replies: Reply[]) {
  const asked: Asked[] = [];
  globalThis.fetch = (async (url: string, init: { headers: Record<string, string>; body: string }) => {
    asked.push({ url, headers: init.headers, input: JSON.parse(init.body) });
    const { status = 200, body = { message: 'done' }, lost } = replies.shift() ?? {};
    if (lost) throw new TypeError('network');
    return { ok: status < 400, status, json: async () => body };
  }) as unknown as typeof fetch;
  return asked;
}
const keyOf = (asked: Asked) => asked.headers['x-glassine-key'];
const run = async (model: { current: ReturnType<typeof useAction> }, input: unknown = { id: 'a' }) => {
  let answer: unknown;
  await act(async () => {
    answer = await model.current.run('markPaid', input);
  });
  return answer;
};

beforeEach(() => {
  refreshed.times = 0;
});

test('an act goes to its address with what was asked, and the page is drawn anew', async () => {
  const asked = server({ body: { message: 'Paid.', id: 'a' } });
  const { result } = renderModel(() => useAction());
  expect(await run(result)).toEqual({ message: 'Paid.', id: 'a' });
  expect(asked).toMatchObject([{ url: '/api/act/markPaid', input: { id: 'a' } }]);
  expect(refreshed.times).toBe(1);
  expect(result.current).toMatchObject({ isPending: false, error: null });
});

test('each act has a key of its own', async () => {
  const asked = server();
  const { result } = renderModel(() => useAction());
  await run(result);
  await run(result);
  expect(keyOf(asked[0]!)).toMatch(/^\w{16,}/);
  expect(keyOf(asked[1]!)).not.toBe(keyOf(asked[0]!));
});

test('one whose answer was lost is sent again under the same key; another, or another input, is not', async () => {
  const asked = server({ lost: true }, { lost: true }, {}, {});
  const { result } = renderModel(() => useAction());
  expect(await run(result)).toBeNull();
  expect(result.current.error?.message).toMatch(/^Glassine does not answer/);
  await run(result);
  await run(result, { id: 'other' });
  await run(result);
  const [first, second, third, fourth] = asked.map(keyOf);
  expect(second).toBe(first);
  expect(new Set([first, third, fourth]).size).toBe(3);
});

test('what was refused stays at its field until the next try, and nothing is drawn anew', async () => {
  const error = { message: 'no', field: 'sharpen.radius', expected: '0.2 or more' };
  server({ status: 422, body: { error } });
  const { result } = renderModel(() => useAction());
  expect(await run(result)).toBeNull();
  expect(result.current.fieldError('sharpen.radius')).toBe('Expected 0.2 or more.');
  expect(result.current.fieldError('sharpen')).toBe('Expected 0.2 or more.');
  expect(result.current.fieldError('sharp')).toBeNull();
  expect(refreshed.times).toBe(0);
  await run(result);
  expect([result.current.error, result.current.fieldError('sharpen')]).toEqual([null, null]);
});

test('a refused act is not mistaken for a lost one: the next try is a new act', async () => {
  const asked = server({ status: 409, body: { error: { message: 'It was sold.' } } });
  const { result } = renderModel(() => useAction());
  await run(result);
  await run(result);
  expect(keyOf(asked[1]!)).not.toBe(keyOf(asked[0]!));
});

test('pressed twice at once, it is done once', async () => {
  const asked = server();
  const { result } = renderModel(() => useAction());
  await act(async () => {
    const both = [result.current.run('markPaid', {}), result.current.run('markPaid', {})];
    expect(await Promise.all(both)).toEqual([{ message: 'done' }, { message: 'done' }]);
  });
  expect(asked).toHaveLength(1);
});

test('another act asked for while one runs waits its turn; what the first was refused for stays to be read', async () => {
  const refusal = { status: 409, body: { error: { message: 'It was sold.' } } };
  const asked = server(refusal, { body: { message: 'second' } }, { body: { message: 'third' } });
  const { result } = renderModel(() => useAction());
  await act(async () => {
    const three = [1, 2, 3].map((id) => result.current.run('markPaid', { id }));
    expect(asked).toHaveLength(1);
    expect(await Promise.all(three)).toEqual([null, { message: 'second' }, { message: 'third' }]);
  });
  expect(asked.map((each) => each.input)).toEqual([{ id: 1 }, { id: 2 }, { id: 3 }]);
  expect(result.current).toMatchObject({ isPending: false, error: { message: 'It was sold.' } });
  await run(result);
  expect(result.current.error).toBeNull();
});

test('an act says how new the page was when its place came up, and follows the page after its first', async () => {
  const asked = server();
  render(<AsOf change={7} />);
  const { result } = renderModel(() => useAction());
  await run(result);
  render(<AsOf change={9} />);
  await run(result);
  expect(asked.map((a) => a.headers['x-glassine-as-of'])).toEqual(['7', '9']);
});

test('what another window changed can be written over all the same, once it was seen', async () => {
  const changed = { who: 'Ilse', at: '', fields: [] };
  const asked = server({ status: 409, body: { error: { message: 'changed', changed } } });
  render(<AsOf change={7} />);
  const { result } = renderModel(() => useAction());
  await run(result, { id: 'a', notes: 'mine' });
  await act(async () => result.current.error!.keepMine!());
  expect(asked[1]).toMatchObject({ url: '/api/act/markPaid', input: { id: 'a', notes: 'mine' } });
  expect(asked[1]!.headers).not.toHaveProperty('x-glassine-as-of');
  expect(result.current.error).toBeNull();
});

test('an answer that is no JSON is a lost one', async () => {
  globalThis.fetch = (async () => ({
    ok: true,
    json: async () => {
      throw new SyntaxError('<html>');
    },
  })) as unknown as typeof fetch;
  const { result } = renderModel(() => useAction());
  expect(await run(result)).toBeNull();
  expect(result.current.error?.message).toMatch(/does not answer/);
});
