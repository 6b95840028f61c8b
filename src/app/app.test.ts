import { InputError, RefusedError } from '@/core/errors';
import { allowedHosts, isLoopback, passHolds, reasonToRefuse, tryPass } from './guard';
import { pageOf } from './query';
import { answer, jsonOf } from './respond';

const hosts = allowedHosts({
  GLASSINE_HOST: '127.0.0.1',
  GLASSINE_ALLOWED_HOSTS: 'studio.lan, Print.lan',
});
const ask = (over: Partial<Parameters<typeof reasonToRefuse>[0]>) =>
  reasonToRefuse(
    {
      method: 'POST',
      host: '127.0.0.1:3200',
      origin: 'http://127.0.0.1:3200',
      fetchSite: 'same-origin',
      ...over,
    },
    hosts,
  );

describe('who may ask', () => {
  test.each([
    [{}, null],
    [{ host: 'localhost:3200', origin: 'http://localhost:3200' }, null],
    [{ host: 'studio.lan', origin: 'http://studio.lan' }, null],
    [{ host: 'PRINT.lan:80', origin: null }, null],
    [{ host: 'evil.example' }, /does not answer/],
    [{ host: null }, /does not answer/],
    [{ host: '127.0.0.1.evil.example:3200' }, /does not answer/],
    [{ origin: 'http://evil.example' }, /elsewhere/],
    [{ origin: 'http://127.0.0.1:9999' }, /elsewhere/],
    [{ origin: 'null' }, /elsewhere/],
    [{ fetchSite: 'cross-site' }, /elsewhere/],
    [{ fetchSite: 'same-site' }, /elsewhere/],
    [{ method: 'GET', origin: 'http://evil.example', fetchSite: 'cross-site' }, null],
    [{ method: 'GET', host: 'evil.example' }, /does not answer/],
    [{ method: 'DELETE', origin: 'http://evil.example' }, /elsewhere/],
  ])('%j', (over, says) => {
    if (says === null) expect(ask(over)).toBeNull();
    else expect(ask(over)).toMatch(says);
  });

  test('a passphrase opens for its own cookie, not for a forged or old one; five wrong tries close the door for a minute', () => {
    process.env.GLASSINE_PASSPHRASE = 'salt and lamp oil';
    const now = Date.parse('2026-11-24T10:00:00Z');
    const entered = tryPass('salt and lamp oil', now) as { cookie: string };
    expect(passHolds(entered.cookie, now)).toBe(true);
    expect(passHolds(entered.cookie, now + 31 * 86_400_000)).toBe(false);
    const [until, mark] = entered.cookie.split('.');
    expect([
      passHolds(`${Number(until) + 1}.${mark}`, now),
      passHolds(`${until}.AAAA`, now),
      passHolds('', now),
      passHolds(undefined, now),
    ]).toEqual([false, false, false, false]);
    for (let n = 0; n < 5; n++)
      expect(tryPass('guess', now + n)).toEqual({ says: 'That is not the passphrase.' });
    expect(tryPass('salt and lamp oil', now + 10)).toEqual({ says: 'Too many tries. Wait a minute.' });
    expect(tryPass('salt and lamp oil', now + 61_000)).toHaveProperty('cookie');
    expect([isLoopback('127.0.0.1'), isLoopback('::1'), isLoopback('0.0.0.0')]).toEqual([
      true,
      true,
      false,
    ]);
  });
});

describe('answers', () => {
  const body = async (work: () => Promise<unknown>) => {
    const r = await answer(work);
    return [r.status, await r.json()];
  };
  test('a bad value is 422 with its field, what is refused 409, our own fault 500 without its insides', async () => {
    expect(await body(async () => ({ fine: 1 }))).toEqual([200, { fine: 1 }]);
    expect(
      await body(async () => {
        throw new InputError('width', 'x', 'a length');
      }),
    ).toEqual([
      422,
      { error: { field: 'width', value: 'x', expected: 'a length', says: 'width: expected a length.' } },
    ]);
    expect(
      await body(async () => {
        throw new RefusedError('Not now.', true);
      }),
    ).toEqual([409, { error: { says: 'Not now.', overridable: true } }]);
    const quiet = jest.spyOn(console, 'error').mockImplementation(() => {});
    const [status, shown] = await body(async () => {
      throw new Error('SELECT secret FROM /home/maren');
    });
    expect([status, JSON.stringify(shown).includes('secret')]).toEqual([500, false]);
    quiet.mockRestore();
  });
  test('what is not JSON, or too much of it, is refused', async () => {
    const request = (text: string) => new Request('http://127.0.0.1/', { method: 'POST', body: text });
    expect(await jsonOf(request('{"a":1}'))).toEqual({ a: 1 });
    await expect(jsonOf(request('{"a":'))).rejects.toMatchObject({ field: 'body', expected: 'JSON' });
    await expect(jsonOf(request(`"${'x'.repeat(2_000_000)}"`))).rejects.toMatchObject({
      field: 'body',
      expected: expect.stringContaining('1 MB'),
    });
  });
  test.each([
    ['2', 2],
    ['-1', 0],
    ['x', 0],
    [undefined, 0],
    ['1e99', 1],
  ])('page %s is %i', (text, page) => expect(pageOf(text)).toBe(page));
});
