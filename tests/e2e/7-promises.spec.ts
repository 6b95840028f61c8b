import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import http from 'node:http';
import { join } from 'node:path';
import { expect, type APIRequestContext, type Page } from '@playwright/test';
import { makeTiff, said, test } from './hands';

const data = process.env.GLASSINE_E2E_DATA!;
const MB = 1_000_000;

/** A studio's first records, made by the doors that the pages use. */
const act = async (
  request: APIRequestContext,
  name: string,
  input: unknown,
  headers: Record<string, string> = {},
) => {
  const response = await request.post(`/api/act/${name}`, {
    data: input,
    headers: { 'x-glassine-key': randomUUID(), ...headers },
    maxRetries: 2,
  });
  return { status: response.status(), body: await response.json() };
};
const WORK = {
  title: 'Promise Kept',
  year: 2026,
  medium: 'oil on board',
  kind: 'painting',
  size: '400 x 300 mm',
  owner: 'the studio',
  soldPrice: '',
  drySince: null,
  varnish: '',
  surface: '',
  smears: false,
  mayPrint: 'yes',
  rights: '',
  notes: '',
};
const BUYER = {
  name: 'Perrin Hollow',
  preferredName: '',
  email: '',
  address: 'Quay 4',
  country: 'Norrholm',
  mayWriteSince: null,
  notes: '',
};
const sha = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');

/** An incompressible TIFF of about 27 MB. */
const large = async (seed: number) => readFileSync(await makeTiff(`large-${seed}.tif`, 2400, 1880, seed));

test.describe.serial('what the studio promises', () => {
  let workId = '';
  let masterId = '';
  let formatId = '';
  let paperId = '';
  let proofId = '';
  let whole: Buffer;

  test('27 MB come in whole by every door, and the answer says the hash that is kept', async ({
    request,
  }) => {
    whole = await large(1);
    expect(whole.length).toBeGreaterThan(25 * MB);
    workId = (await act(request, 'recordWork', WORK)).body.id;
    const taken = await (
      await request.post(`/api/intake?name=large.tif&work=${workId}`, { data: whole })
    ).json();
    expect(taken.sha256).toBe(sha(whole));
    masterId = taken.masterId;
    formatId = (await act(request, 'offerFormat', { workId, size: '200 x 150 mm', family: 'own' })).body
      .id;
    paperId = (
      await act(request, 'recordPaper', {
        name: 'Promise Rag',
        base: 'cotton',
        surface: 'matte',
        gsm: 310,
        thickness: '0.5 mm',
        brightener: 'none',
        mayRoll: true,
        scuffs: true,
        dryHours: 24,
        pricePerM2: '20',
        sizes: '',
        permanence: '',
        notes: '',
      })
    ).body.id;
    const route = {
      name: 'the promise room',
      kind: 'own printer',
      process: 'pigment inkjet',
      leadDays: 1,
      ppi: 300,
      space: 'opRGB',
      fileKinds: 'TIFF',
      addsBorder: true,
      givesProofs: true,
      pricePerM2: '20',
      minimum: '0',
      notes: '',
    };
    const routeId = (await act(request, 'recordRoute', route)).body.id;
    const asked = { formatId, paperId, routeId, kind: 'whole', changed: '', cost: '', made: true };
    proofId = (await act(request, 'askProof', asked)).body.id;
    await expect
      .poll(async () => (await (await request.get(`/api/masters/${masterId}/state`)).json()).state, {
        timeout: 60_000,
      })
      .toBe('ready');

    const capture = await large(2);
    const doors: [string, Buffer][] = [
      [`/api/proofs/${proofId}/capture?name=capture.tif`, capture],
      [`/api/proofs/${proofId}/photo?name=photo.tif`, await large(3)],
      [`/api/printfile?name=200x150mm_promise-kept_v1.tif&format=${formatId}&ppi=300`, await large(4)],
      [`/api/check/${masterId}/board?name=board.tif`, await large(5)],
    ];
    for (const [door, bytes] of doors) {
      const answer = await request.post(door, { data: bytes, timeout: 120_000 });
      expect([door, answer.status(), (await answer.json()).sha256 ?? 'kept as a reading']).toEqual([
        door,
        200,
        sha(bytes),
      ]);
    }
    const kept = join(data, 'objects', sha(capture).slice(0, 2), sha(capture).slice(2));
    expect(statSync(kept).size).toBe(capture.length);
    // A profile of this size is none; it is refused for what it is, not cut.
    const profile = await request.post(`/api/profiles?name=x.icc&paper=${paperId}`, {
      data: await large(6),
    });
    expect([profile.status(), (await profile.json()).error.message]).toEqual([
      409,
      expect.stringMatching(/profile/),
    ]);
  });

  test('the master comes out as it went in; damaged on the disk it never arrives whole, and the same file mends it', async ({
    request,
  }) => {
    const url = `/api/masters/${masterId}/file`;
    expect(sha(await (await request.get(url)).body())).toBe(sha(whole));
    const path = join(data, 'objects', sha(whole).slice(0, 2), sha(whole).slice(2));
    const damaged = Buffer.from(whole);
    damaged[20 * MB]! ^= 1;
    writeFileSync(path, damaged);
    await expect(request.get(url).then((r) => r.body())).rejects.toThrow();
    rmSync(path);
    const gone = await request.get(url);
    expect([gone.status(), (await gone.json()).error.message]).toEqual([
      409,
      expect.stringMatching(/no longer in the studio/),
    ]);
    const again = await (
      await request.post(`/api/intake?name=large.tif&work=${workId}`, { data: whole })
    ).json();
    expect(again).toMatchObject({ known: true, masterId });
    expect(sha(await (await request.get(url)).body())).toBe(sha(whole));
  });

  test('a refused upload leaves its connection fit for the next request', async ({ baseURL }) => {
    const agent = new http.Agent({ keepAlive: true, maxSockets: 1 });
    const ask = (method: string, path: string, body?: Buffer) =>
      new Promise<number>((resolve, reject) => {
        const request = http.request(
          new URL(path, baseURL),
          { method, agent, headers: body ? { 'content-length': body.length } : {} },
          (answer) => {
            answer.resume();
            answer.on('end', () => resolve(answer.statusCode!));
          },
        );
        request.on('error', reject);
        request.end(body);
      });
    for (let n = 0; n < 3; n++) {
      expect(await ask('POST', '/api/intake?name=notes.txt', randomBytes(3 * MB))).toBe(409);
      expect(await ask('GET', '/api/state')).toBe(200);
    }
    agent.destroy();
  });

  test('sent twice under one key an upload and an act are done once', async ({ request }) => {
    const small = readFileSync(await makeTiff('twice.tif', 300, 200, 9));
    const headers = { 'x-glassine-key': 'this-very-upload' };
    const send = () => request.post('/api/intake?name=twice.tif', { data: small, headers });
    const [one, two] = await Promise.all([send(), send()]);
    expect((await one.json()).workId).toBe((await two.json()).workId);
    const key = { 'x-glassine-key': 'this-very-buyer' };
    const [first, second] = [
      await act(request, 'recordBuyer', BUYER, key),
      await act(request, 'recordBuyer', BUYER, key),
    ];
    expect(second).toEqual(first);
  });

  test('every answer carries its headers; a page runs no script of anybody’s', async ({
    request,
    page,
  }) => {
    for (const path of ['/', '/works', '/api/state', '/api/act/none', '/nowhere', '/icon.svg']) {
      const headers = (await request.get(path)).headers();
      expect([path, headers['x-content-type-options'], headers['referrer-policy']]).toEqual([
        path,
        'nosniff',
        'no-referrer',
      ]);
      if (path !== '/icon.svg')
        expect(headers['content-security-policy']).toContain("frame-ancestors 'none'");
    }
    const policy = (await request.get('/')).headers()['content-security-policy']!;
    expect(/script-src ([^;]*)/.exec(policy)![1]).not.toContain('unsafe-inline');
    await page.goto('/studio');
    const blocked = await page.evaluate(
      () =>
        new Promise<string>((resolve) => {
          document.addEventListener('securitypolicyviolation', (e) => resolve(e.violatedDirective));
          // A picture that cannot be there, with a handler that somebody smuggled in.
          document.body.insertAdjacentHTML(
            'beforeend',
            '<img src="/nowhere.png" onerror="window.ran = true">',
          );
        }),
    );
    expect(blocked).toMatch(/^script-src/);
    expect(await page.evaluate(() => (window as unknown as { ran?: boolean }).ran)).toBeUndefined();
  });

  test('no address, however odd, is answered by a fault', async ({ request }) => {
    const ids = [
      workId,
      masterId,
      formatId,
      paperId,
      proofId,
      'none',
      '%00',
      '%ff',
      '..%2f..',
      'a'.repeat(300),
      '￿',
    ];
    const queries = [
      '',
      '?q=a&q=b',
      '?page=99999999999999999999',
      '?page=-1&page=x',
      '?ids=a&ids=b',
      '?show[]=x',
      '?q=%00',
      '?q=%ff',
      '?order=constructor',
      '?piece=zzz&piece=1',
    ];
    const pages = [
      '',
      'works',
      'works/ID',
      'works/ID/original',
      'works/ID/capture',
      'works/ID/capture/dust',
      'works/ID/capture/files',
      'works/ID/sizes',
      'works/ID/sizes/crop',
      'works/ID/sizes/mount',
      'works/ID/proofs',
      'works/ID/proofs/sheet',
      'works/ID/proofs/soft',
      'works/ID/proofs/formulas',
      'works/ID/edition',
      'works/ID/price',
      'works/ID/listing',
      'papers',
      'papers/paper/ID',
      'papers/compare',
      'papers/quotes',
      'papers/profiles',
      'papers/machines',
      'papers/queue',
      'papers/order',
      'papers/layouts',
      'papers/layouts/ID',
      'register',
      'register/ID',
      'orders',
      'orders/new',
      'orders/ID',
      'orders/number/ID',
      'orders/run',
      'orders/bring-in',
      'orders/outgoing',
      'orders/sending',
      'api/post/ID',
      'api/documents/label-dots/ID',
      'api/documents/manifest/ID',
      'journal',
      'find',
      'studio',
      'api/masters/ID/file',
      'api/masters/ID/state',
      'api/masters/ID/pixel',
      'api/jobs/ID',
      'api/impressions/ID',
      'api/documents/label/ID',
      'api/documents/constructor/ID',
      'api/drawing/mat/ID',
      'api/export/__proto__',
      'api/pictures/ID/view',
      'api/engine/ID',
      'api/calc',
      'api/session',
    ];
    const faults: string[] = [];
    let turn = 0;
    for (const path of pages) {
      for (const query of queries) {
        const address = `/${path.replace('ID', ids[turn++ % ids.length]!)}${query}`;
        const { status } = await fetchPlain(request, address);
        if (status >= 500) faults.push(`${status} ${address}`);
      }
    }
    expect(faults).toEqual([]);
  });

  test('no body, however odd, is answered by a fault', async ({ request }) => {
    const bodies = [
      'null',
      '[]',
      '"x"',
      '1',
      '{',
      '',
      `${'['.repeat(5_000)}${']'.repeat(5_000)}`,
      '{"a":'.repeat(3_000),
      '{"id":{"$gt":""}}',
      '{"__proto__":{"id":"x"}}',
    ];
    const doors = [
      '/api/act/pickOrder',
      '/api/act/recordBuyer',
      '/api/act/constructor',
      '/api/act/countLot',
      '/api/calc/resolution.check',
      '/api/calc/none',
      '/api/enter',
      '/api/leave',
      '/api/practice',
      '/api/capture',
      '/api/scale/none',
    ];
    const faults: string[] = [];
    for (const door of doors) {
      for (const body of bodies) {
        const answer = await request.post(door, {
          data: Buffer.from(body),
          headers: { 'content-type': 'application/json' },
        });
        if (answer.status() >= 500) faults.push(`${answer.status()} ${door} ${body.slice(0, 30)}`);
      }
    }
    expect(faults).toEqual([]);
  });

  test('days that are none and schools that cannot be computed are refused, and every page goes on', async ({
    request,
  }) => {
    const lines = [{ formatId, quantity: 1 }];
    const sent = { routeId: 'none', lines, sentOn: '2026-02-31', expectedOn: null };
    expect((await act(request, 'sendOut', sent)).body.error.field).toBe('sentOn');
    const handed = {
      workId,
      leftOn: '0000-00-00',
      who: 'a',
      place: '',
      why: 'b',
      conditionOut: '',
      dueOn: null,
    };
    expect((await act(request, 'handOver', handed)).body.error).toMatchObject({
      field: 'leftOn',
      expected: expect.stringContaining('a day of the calendar'),
    });
    for (const school of [
      { kind: 'distance', distance: 0 },
      { kind: 'stepped', steps: [{ upTo: 'zzz', ppi: 300 }] },
    ])
      expect((await act(request, 'judgeSizesBy', { workId, school, families: null })).status).toBe(422);
    for (const path of ['/', `/works/${workId}/sizes`])
      expect((await request.get(path)).status()).toBe(200);
  });

  test('two windows: the second is shown what the first changed, keeps what it typed, and may go on all the same', async ({
    browser,
    baseURL,
  }) => {
    const [one, two] = await Promise.all([browser.newPage({ baseURL }), browser.newPage({ baseURL })]);
    const open = async (page: Page) => {
      await page.goto(`/works/${workId}/original`);
      await page.getByRole('button', { name: 'Change the facts' }).click();
      await expect(page.getByLabel('Medium', { exact: true })).toHaveValue('oil on board');
    };
    await open(one);
    await open(two);
    const keep = async (page: Page, medium: string) => {
      await page.getByLabel('Medium', { exact: true }).fill(medium);
      await page.getByRole('button', { name: /^Keep/ }).first().click();
    };
    await keep(one, 'oil on linen');
    await said(one, /is recorded|Kept|changed/i);
    await keep(two, 'tempera');
    const alert = two.getByRole('alert').filter({ hasText: 'after this page was drawn' });
    await expect(alert).toContainText('oil on linen');
    await expect(alert).toContainText('tempera');
    await expect(two.getByLabel('Medium', { exact: true })).toHaveValue('tempera');
    await alert.getByRole('button', { name: 'Keep mine all the same' }).click();
    // Kept, the form gives way to the label; what was typed lies nowhere as a draft.
    await expect(two.getByRole('region', { name: 'Its label' })).toContainText('tempera');
    await two.reload();
    await expect(two.getByRole('region', { name: 'Its label' })).toContainText('tempera');
    await two.getByRole('button', { name: 'Change the facts' }).click();
    await expect(two.getByText(/^You began to write this/)).toHaveCount(0);
    await one.close();
    await two.close();
  });

  test('the studio is looked over and backed up from its own page', async ({ page }) => {
    await page.goto('/studio');
    await page.getByRole('button', { name: 'Look the studio over' }).click();
    await expect(page.getByText(/Everything was as it should be, looked over/)).toBeVisible();
    const into = `${data}-backup`;
    await page.getByLabel('Folder for backups').fill(into);
    await page.getByRole('button', { name: 'Back up now' }).click();
    await expect(page.getByText(/^Last backed up/)).toBeVisible();
    expect(readdirSync(into).sort()).toEqual(
      expect.arrayContaining(['manifest.json', 'objects', 'read-me.txt']),
    );
    rmSync(into, { recursive: true });
  });
});

/** Sent as it is written: no client puts a broken address right on the way. */
async function fetchPlain(request: APIRequestContext, address: string): Promise<{ status: number }> {
  try {
    return { status: (await request.get(address, { maxRedirects: 0, timeout: 30_000 })).status() };
  } catch (error) {
    // An address that no client can even send is nobody's fault.
    if (/Invalid URL|unescaped/i.test(String(error))) return { status: 400 };
    throw error;
  }
}
