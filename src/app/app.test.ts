import { InputError, RefusedError } from '@/core/errors';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import {
  allowedHosts,
  endAllSessions,
  Limits,
  lockedSentence,
  needsPass,
  passCookie,
  passHolds,
  reasonToRefuse,
  tryPass,
} from './guard';
import { folder } from '../../tests/unit/helpers/files';
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

/** A server that was started with a passphrase, in a folder of its own. */
async function withPassphrase(phrase: string, work: () => Promise<unknown>, dir?: string): Promise<void> {
  const before = { ...process.env };
  Object.assign(process.env, { GLASSINE_PASSPHRASE: phrase, GLASSINE_DATA: dir ?? (await folder()) });
  delete (globalThis as { glassinePass?: unknown }).glassinePass;
  try {
    await work();
  } finally {
    process.env = before;
  }
}

const routeFiles = (dir: string): string[] =>
  readdirSync(dir).flatMap((name) => {
    const path = join(dir, name);
    return statSync(path).isDirectory() ? routeFiles(path) : name === 'route.ts' ? [path] : [];
  });

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

  test('a passphrase opens for its own cookie, not for a forged or old one; wrong tries lock their own address only', async () => {
    await withPassphrase('salt and lamp oil', async () => {
      const now = Date.parse('2026-11-24T10:00:00Z');
      const entered = (await tryPass('salt and lamp oil', '10.0.0.1', now)) as { cookie: string };
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
        expect(await tryPass('guess', '10.0.0.2', now)).toEqual({
          message: 'That is not the passphrase.',
        });
      expect(await tryPass('salt and lamp oil', '10.0.0.2', now)).toEqual({
        message: 'Too many tries. Wait a minute.',
      });
      // Nobody else is locked out by it.
      expect(await tryPass('salt and lamp oil', '10.0.0.1', now)).toHaveProperty('cookie');
    });
  });

  test('a session outlasts a restart of the server, and ends when the passphrase changes or all are ended', async () => {
    const dir = await folder();
    let cookie = '';
    const now = Date.parse('2026-11-24T10:00:00Z');
    const enter = async () => {
      cookie = ((await tryPass('salt and lamp oil', 'a', now)) as { cookie: string }).cookie;
    };
    await withPassphrase('salt and lamp oil', enter, dir);
    await withPassphrase('salt and lamp oil', async () => expect(passHolds(cookie, now)).toBe(true), dir);
    await withPassphrase('another of them', async () => expect(passHolds(cookie, now)).toBe(false), dir);
    await withPassphrase(
      'salt and lamp oil',
      async () => {
        endAllSessions();
        expect(passHolds(cookie, now)).toBe(false);
      },
      dir,
    );
  });

  test('tries are slowed for everybody together, by a clock that cannot be put back', () => {
    let at = 0;
    const limits = new Limits(() => at);
    for (let n = 0; n < 20; n++) limits.noteWrong(`made up ${n}`);
    expect(limits.wait()).toBe(0);
    for (let n = 0; n < 6; n++) limits.noteWrong(`made up too ${n}`);
    expect(limits.wait()).toBe(3_000);
    at = 2_000;
    expect(limits.wait()).toBe(1_000);
    at = 61_000;
    expect([limits.wait(), limits.isLocked('made up 1')]).toEqual([0, false]);
  });

  test.each([
    [{ GLASSINE_LISTENS: '127.0.0.1' }, false],
    [{ GLASSINE_LISTENS: '127.0.0.1', GLASSINE_ALLOWED_HOSTS: 'localhost' }, false],
    [{ GLASSINE_LISTENS: '0.0.0.0' }, true],
    // Any name of another machine means that others reach it.
    [{ GLASSINE_LISTENS: '127.0.0.1', GLASSINE_ALLOWED_HOSTS: 'studio.lan' }, true],
    // Served by other means than the start script nothing is known of who listens.
    [{}, true],
  ])('%j asks for the passphrase: %s', (env, asks) => {
    expect(needsPass(env)).toBe(asks);
    expect(lockedSentence(env) !== null).toBe(asks);
    expect(lockedSentence({ ...env, GLASSINE_PASSPHRASE: 'ten letters' })).toBeNull();
  });

  test('behind TLS the session cookie is never sent without', () => {
    const ask = (url: string, headers = {}) => passCookie('x', new Request(url, { headers }));
    expect(ask('https://studio.lan/enter')).toContain('; Secure');
    expect(ask('http://127.0.0.1/enter', { 'x-forwarded-proto': 'https' })).toContain('; Secure');
    expect(ask('http://127.0.0.1/enter')).not.toContain('Secure');
  });

  test('the proxy stands before everything but the uploads and the files of the build', () => {
    const source = readFileSync('src/proxy.ts', 'utf8');
    const pattern = /'\/(\(\(\?!.*)',/.exec(source)![1]!.replaceAll('\\\\', '\\');
    const stands = (path: string) => new RegExp(`^/${pattern}$`).test(path);
    for (const path of [
      '/',
      '/enter',
      '/iconography',
      '/api/act/pickOrder',
      '/api/intakes',
      '/api/intake/more',
    ])
      expect([path, stands(path)]).toEqual([path, true]);
    for (const path of [
      '/api/profiles/x',
      '/api/proofs/x/page',
      '/api/proofs/x/capture/y',
      '/_next/data/x.json',
    ])
      expect([path, stands(path)]).toEqual([path, true]);
    const doors = routeFiles('src/app/api').filter((file) =>
      /withUpload\(|upload\(/.test(readFileSync(file, 'utf8')),
    );
    expect(doors).toHaveLength(8);
    for (const path of [
      '/api/intake',
      '/api/check/m/board',
      '/api/evidence',
      '/api/photographs',
      '/api/printfile',
      '/api/profiles',
      '/api/proofs/p/capture',
      '/api/proofs/p/photo',
      '/api/walls',
    ])
      expect([path, stands(path)]).toEqual([path, false]);
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
      {
        error: { field: 'width', value: 'x', expected: 'a length', message: 'width: expected a length.' },
      },
    ]);
    expect(
      await body(async () => {
        throw new RefusedError('Not now.', true);
      }),
    ).toEqual([409, { error: { message: 'Not now.', overridable: true } }]);
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
