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

test('a way that breaks off and a stop are told apart', async () => {
  const broken = sendFile('/api/masters', file);
  Request.last.onerror();
  expect(await broken).toMatchObject({ error: { message: expect.stringContaining('broke off') } });
  let stop = () => {};
  const stopped = sendFile('/api/masters', file, { onStart: (s) => (stop = s) });
  stop();
  expect(await stopped).toMatchObject({ error: { message: expect.stringContaining('Stopped') } });
});
