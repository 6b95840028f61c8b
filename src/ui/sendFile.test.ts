/** @jest-environment jsdom */
import { sendFile } from './sendFile';

/** A request that the test ends as it likes. */
class Request {
  static last: Request;
  headers: Record<string, string> = {};
  upload: { onprogress?: (e: { loaded: number; total: number }) => void } = {};
  status = 0;
  responseText = '';
  sent: unknown = null;
  opened: string[] = [];
  onload = () => {};
  onerror = () => {};
  onabort = () => {};
  constructor() {
    Request.last = this;
  }
  open(...how: string[]) {
    this.opened = how;
  }
  setRequestHeader(name: string, value: string) {
    this.headers[name] = value;
  }
  send(body: unknown) {
    this.sent = body;
  }
  abort() {
    this.onabort();
  }
  answer(status: number, text: string) {
    this.status = status;
    this.responseText = text;
    this.onload();
  }
}
beforeEach(() => {
  globalThis.XMLHttpRequest = Request as unknown as typeof XMLHttpRequest;
});
const file = new Blob(['II*']);

test('a file goes to its address under a key of its own, and says how far it is', async () => {
  const progress: number[][] = [];
  const ended = sendFile('/api/masters', file, { onProgress: (...p) => progress.push(p) });
  const { last } = Request;
  expect([last.opened, last.sent]).toEqual([['POST', '/api/masters'], file]);
  last.upload.onprogress!({ loaded: 1, total: 3 });
  last.upload.onprogress!({ loaded: 3, total: 3 });
  last.answer(200, '{"message":"It is in.","id":"m1"}');
  expect(await ended).toEqual({ done: { message: 'It is in.', id: 'm1' } });
  expect(progress).toEqual([
    [1, 3],
    [3, 3],
  ]);
  const key = last.headers['x-glassine-key'];
  void sendFile('/api/masters', file);
  expect(Request.last.headers['x-glassine-key']).not.toBe(key);
  expect(Request.last.headers['x-glassine-tab']).toBe(last.headers['x-glassine-tab']);
});

test.each([
  [
    'a refusal with its field',
    422,
    '{"error":{"message":"Not a picture.","field":"file"}}',
    'Not a picture.',
  ],
  ['a refusal without a reason', 500, '{}', 'It was not taken in.'],
  ['an answer that is no JSON', 502, '<html>Bad gateway', 'the server answered 502 without a reason'],
  ['no words at all', 413, '', 'the server answered 413 without a reason'],
])('%s ends it, so that what waits behind it goes on', async (_what, status, text, words) => {
  const ended = sendFile('/api/masters', file);
  Request.last.answer(status, text);
  expect(await ended).toEqual({
    error: expect.objectContaining({ message: expect.stringContaining(words) }),
  });
});

/** What the studio holds of what was sent: answers to what the page asks of it, and what it asked. */
function holding(...answers: (number | null)[]) {
  const asked: string[] = [];
  globalThis.fetch = (async (url: string, init?: { method?: string }) => {
    asked.push(`${init?.method ?? 'GET'} ${url}`);
    const held = answers.length > 1 ? answers.shift() : answers[0];
    if (held == null) throw new TypeError('no way');
    return { ok: true, json: async () => ({ held }) };
  }) as unknown as typeof fetch;
  return asked;
}
const next = () => jest.advanceTimersByTimeAsync(20_000);
const picture = () => new File(['II*\0picture'], 'ferry.tif', { lastModified: 1 });
const fromOf = ({ headers }: Request) => headers['x-glassine-from'];

describe('where the way breaks off', () => {
  beforeEach(() => {
    jest.useFakeTimers();
    localStorage.clear();
  });
  afterEach(() => jest.useRealTimers());

  test('it goes on by itself from what came in, under the same key, and what has gone is still counted', async () => {
    const asked = holding(null, 4);
    const [progress, waited] = [[] as number[][], jest.fn()];
    const ended = sendFile('/api/masters', picture(), {
      onProgress: (...p) => progress.push(p),
      onWaiting: waited,
    });
    const first = Request.last;
    first.onerror();
    await next();
    expect(Request.last).not.toBe(first);
    expect([fromOf(first), fromOf(Request.last)]).toEqual(['0', '4']);
    expect(await textOf(Request.last.sent as Blob)).toBe('picture');
    const key = first.headers['x-glassine-key'];
    expect(Request.last.headers['x-glassine-key']).toBe(key);
    expect(asked).toEqual([`GET /api/uploads/${key}`, `GET /api/uploads/${key}`]);
    Request.last.upload.onprogress!({ loaded: 3, total: 7 });
    expect([progress, waited.mock.calls.length]).toEqual([[[7, 11]], 1]);
    Request.last.answer(200, '{"message":"It is in."}');
    expect(await ended).toEqual({ done: { message: 'It is in.' } });
  });

  test('what is not held any more is sent once more from its beginning', async () => {
    holding(4);
    void sendFile('/api/masters', picture());
    Request.last.onerror();
    await next();
    Request.last.answer(416, '{}');
    await next();
    expect([fromOf(Request.last), (Request.last.sent as File).name]).toEqual(['0', 'ferry.tif']);
  });

  test('it gives up after two minutes, and says how much is held; the same file goes on from there', async () => {
    holding(null);
    const ended = sendFile('/api/masters', picture());
    const key = Request.last.headers['x-glassine-key'];
    Request.last.onerror();
    for (let i = 0; i < 10; i++) await next();
    expect(await ended).toMatchObject({
      error: { message: expect.stringContaining('broke off and has not come back') },
    });
    holding(6);
    void sendFile('/api/masters', picture());
    await next();
    expect([Request.last.headers['x-glassine-key'], fromOf(Request.last)]).toEqual([key, '6']);
    Request.last.answer(200, '{"message":"It is in."}');
    await next();
    void sendFile('/api/masters', picture());
    expect(Request.last.headers['x-glassine-key']).not.toBe(key);
  });

  test('without any way out it waits for one, however long', async () => {
    holding(4);
    const online = jest.spyOn(navigator, 'onLine', 'get').mockReturnValue(false);
    void sendFile('/api/masters', picture());
    const first = Request.last;
    first.onerror();
    for (let i = 0; i < 30; i++) await next();
    expect(Request.last).toBe(first);
    online.mockReturnValue(true);
    window.dispatchEvent(new Event('online'));
    await next();
    expect(fromOf(Request.last)).toBe('4');
    online.mockRestore();
  });

  test('stopped while it waits, it is stopped, and what came in is let go', async () => {
    const asked = holding(4);
    let stop = () => {};
    const ended = sendFile('/api/masters', picture(), { onStart: (s) => (stop = s) });
    const key = Request.last.headers['x-glassine-key'];
    Request.last.onerror();
    stop();
    await next();
    expect(await ended).toMatchObject({ error: { message: expect.stringContaining('Stopped') } });
    expect(asked).toEqual([`DELETE /api/uploads/${key}`]);
  });
});

test('stopped under way, nothing of it is kept', async () => {
  const asked = holding(4);
  let stop = () => {};
  const stopped = sendFile('/api/masters', file, { onStart: (s) => (stop = s) });
  stop();
  expect(await stopped).toMatchObject({ error: { message: expect.stringContaining('Stopped') } });
  expect(asked).toEqual([`DELETE /api/uploads/${Request.last.headers['x-glassine-key']}`]);
});

const textOf = (blob: Blob): Promise<string> =>
  new Promise((resolve) => {
    const reader = new FileReader();
    reader.onload = () => resolve(reader.result as string);
    reader.readAsText(blob);
  });
