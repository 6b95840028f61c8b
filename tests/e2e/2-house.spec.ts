import { createHash, randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { connect, createServer, type AddressInfo, type Socket } from 'node:net';
import { expect, type Page } from '@playwright/test';
import { fill, makeFile, makeTiff, origin, press, said, send, test } from './hands';

const upload = async (page: Page, path: string) => {
  await page.goto('/works');
  await page.locator('input[type=file]').setInputFiles(path);
};
const act = async (page: Page, name: string, input: unknown) => {
  const response = await send(page, name, input);
  return { status: response.status(), body: await response.json() };
};

/** The way between page and studio, which can be made slow or cut. */
async function wayOf(page: Page) {
  const session = await page.context().newCDPSession(page);
  await session.send('Network.enable');
  return (conditions: { uploadThroughput?: number }) =>
    session.send('Network.emulateNetworkConditions', {
      offline: false,
      latency: 0,
      downloadThroughput: -1,
      uploadThroughput: -1,
      ...conditions,
    });
}

/** A line to the studio that can be cut in the middle of what goes over it, and mended. */
async function lineTo(port: number) {
  const open = new Set<Socket>();
  const server = createServer((page) => {
    const studio = connect(port, '127.0.0.1');
    for (const [one, other] of [
      [page, studio],
      [studio, page],
    ] as const) {
      open.add(one);
      one.pipe(other);
      one.on('error', () => other.destroy());
      one.on('close', () => (open.delete(one), other.destroy()));
    }
  });
  const listen = (at: number) =>
    new Promise<void>((resolve) => server.listen(at, '127.0.0.1', () => resolve()));
  await listen(0);
  const own = (server.address() as AddressInfo).port;
  return {
    address: `http://127.0.0.1:${own}`,
    cut: () =>
      new Promise<void>((resolve) => {
        server.close(() => resolve());
        for (const socket of open) socket.destroy();
      }),
    mend: () => listen(own),
  };
}

test.describe('what comes in and what does not', () => {
  test('a text that calls itself a TIFF, a PNG that calls itself a JPEG and an empty file each get a sentence and leave nothing', async ({
    page,
  }) => {
    await page.goto('/works');
    const before = await page.getByText(/^\d+ works?\./).textContent();
    await page
      .locator('input[type=file]')
      .setInputFiles([
        makeFile('letter.tif', 'Dear Maren, enclosed is no picture at all.'),
        makeFile('lies.jpg', Buffer.from('89504e470d0a1a0a0000000d49484452', 'hex')),
        makeFile('nothing.png', ''),
      ]);
    const list = page.getByRole('list', { name: 'Files on their way in' });
    await expect(list.getByText(/“nothing\.png” is empty: 0 bytes came in/)).toBeVisible();
    await page.goto('/works');
    expect(await page.getByText(/^\d+ works?\./).textContent()).toBe(before);
  });

  test('the same file again is known; the master comes back byte for byte', async ({ page }) => {
    const path = await makeTiff('signal-lamp.tif', 900, 1200, 7);
    await upload(page, path);
    await page.waitForURL(/\/capture/);
    await expect(page.getByRole('img', { name: /whole$/ })).toBeVisible({ timeout: 60_000 });
    const href = (await page.getByRole('link', { name: 'save the master' }).getAttribute('href'))!;
    const back = await (await page.request.get(href)).body();
    expect(createHash('sha256').update(back).digest('hex')).toBe(
      createHash('sha256').update(readFileSync(path)).digest('hex'),
    );
    const workUrl = page.url();
    await upload(page, path);
    await page.waitForURL(workUrl);
  });

  test('a picture dropped anywhere on the bench begins a work', async ({ page }) => {
    const bytes = readFileSync(await makeTiff('quarry face.tif', 400, 300, 21)).toString('base64');
    await page.goto('/');
    await page.waitForLoadState('networkidle');
    const dropped = await page.evaluateHandle((base64) => {
      const transfer = new DataTransfer();
      transfer.items.add(
        new File([Uint8Array.from(atob(base64), (c) => c.charCodeAt(0))], 'quarry face.tif'),
      );
      return transfer;
    }, bytes);
    await page.dispatchEvent('body', 'dragover', { dataTransfer: dropped });
    await page.dispatchEvent('body', 'drop', { dataTransfer: dropped });
    await page.waitForURL(/\/works\/.+\/capture/);
    await expect(page.getByRole('heading', { name: 'Quarry face', level: 1 })).toBeVisible();
    await expect(page.getByText('400 × 300 px, 0.1 megapixels')).toBeVisible();
  });

  test('a file that was cut short before it came is kept, said on the bench, and taken out only by the person', async ({
    page,
  }) => {
    const whole = readFileSync(await makeTiff('pans.tif', 1000, 1000, 9));
    await upload(page, makeFile('pans.tif', whole.subarray(0, 2_000_000)));
    await page.waitForURL(/\/works\/.+/);
    const capture = page.url();
    await expect(async () => {
      await page.goto('/');
      await expect(page.getByText(/“pans\.tif” cannot be read to its end/)).toBeVisible({
        timeout: 1_000,
      });
    }).toPass({ timeout: 60_000 });
    await press(page, 'r');
    await said(page, 'pans.tif is being read again.');
    await page.goto(capture);
    await expect(page.getByText(/pans\.tif is kept, byte for byte, and could not be read/)).toBeVisible();
    await page.getByRole('button', { name: 'Take it out of the studio' }).click();
    await said(page, /pans\.tif is not in the studio/);
    await page.goto('/');
    await expect(page.getByText(/“pans\.tif”/)).toHaveCount(0);
  });

  test('an upload is stopped halfway and nothing of it is kept', async ({ page }) => {
    await page.goto('/works');
    const before = await page.getByText(/^\d+ works?\./).textContent();
    // The way in is slowed so that there is a halfway.
    const way = await wayOf(page);
    await way({ uploadThroughput: 400_000 });
    await page.locator('input[type=file]').setInputFiles(await makeTiff('large.tif', 2400, 1800, 11));
    await expect(page.getByText(/MB, about \d+ s left/)).toBeVisible();
    await page.getByRole('button', { name: 'Stop', exact: true }).click();
    await expect(page.getByText('Stopped. Nothing of it was kept.')).toBeVisible();
    await way({});
    await page.goto('/works');
    expect(await page.getByText(/^\d+ works?\./).textContent()).toBe(before);
  });

  test('an upload whose way breaks off goes on by itself from what came in, and is whole', async ({
    page,
  }) => {
    const froms: number[] = [];
    page.on('request', (request) => {
      if (request.url().includes('/api/intake')) froms.push(Number(request.headers()['x-glassine-from']));
    });
    const line = await lineTo(Number(new URL(origin()).port));
    await page.goto(`${line.address}/works`);
    const way = await wayOf(page);
    await way({ uploadThroughput: 2_000_000 });
    const path = await makeTiff('long way.tif', 2400, 1800, 23);
    await page.locator('input[type=file]').setInputFiles(path);
    await expect(page.getByText(/MB, about \d+ s left/)).toBeVisible();
    await line.cut();
    await expect(page.getByText(/broke off at [\d.]+ of 25\.9 MB; it goes on by itself/)).toBeVisible();
    await way({});
    await line.mend();
    await page.waitForURL(/\/works\/.+\/capture/);
    await expect(page.getByText('2400 × 1800 px, 4.3 megapixels')).toBeVisible();
    expect(froms).toHaveLength(2);
    expect(froms[1]).toBeGreaterThan(0);
    const saved = await page.request.get(
      (await page.getByRole('link', { name: 'save the master' }).getAttribute('href'))!,
    );
    expect((await saved.body()).equals(await readFile(path))).toBe(true);
    await line.cut();
  });

  test('one sending, three times at once: one of them comes in, byte for byte', async ({ page }) => {
    const path = await makeTiff('thrice.tif', 1500, 1200, 31);
    const data = await readFile(path);
    const headers = { 'x-glassine-key': randomUUID(), 'x-glassine-from': '0', origin: origin() };
    const answers = await Promise.all(
      [1, 2, 3].map(async () => {
        const answer = await page.request.post('/api/intake?name=thrice.tif', { data, headers });
        return { status: answer.status(), body: await answer.json() };
      }),
    );
    const taken = answers.filter(({ status }) => status === 200);
    expect(taken.length).toBeGreaterThan(0);
    expect(new Set(taken.map(({ body }) => body.masterId)).size).toBe(1);
    for (const { status } of answers) expect([200, 409, 416]).toContain(status);
    const kept = await page.request.get(`/api/masters/${taken[0]!.body.masterId}/file`);
    expect((await kept.body()).equals(data)).toBe(true);
  });
});

test('two windows pick at once: one gets the last print, the other is told', async ({
  page,
  context,
}) => {
  await page.goto('/works?q=Night');
  const workId = (await page.getByRole('link', { name: /Night Ferry/ }).getAttribute('href'))!.split(
    '/',
  )[2]!;
  await page.goto(`/works/${workId}/edition`);
  await page.getByRole('link', { name: 'Open its sheets' }).click();
  await expect(page.getByRole('row', { name: /^2\/5, ready/ })).toBeVisible();
  // The first print of the run is sold: one more is ready, and two want it.
  const order = async (name: string) => {
    await page.goto('/orders/new');
    await page.getByRole('combobox', { name: 'Buyer' }).fill('somebody');
    await page.getByRole('option', { name: 'somebody new' }).click();
    await fill(page, { Name: name, Address: 'Quay 1', Country: 'Norrholm' });
    await page.getByRole('button', { name: 'Take the order' }).click();
    await page.waitForURL(/\/orders\/[0-9A-Z]{20,}/);
    return page.url();
  };
  const [first, second] = [await order('Oda'), await order('Tomas')];
  const other = await context.newPage();
  await Promise.all([page.goto(first), other.goto(second)]);
  const pick = (p: Page) => p.getByRole('button', { name: /^Pick it from the drawer/ }).click();
  await Promise.all([pick(page), pick(other)]);
  const outcome = (p: Page) =>
    p.getByText(/Picked for order \d+: 2\/5|0 of 1 ready of Night Ferry/).first();
  await Promise.all([expect(outcome(page)).toBeVisible(), expect(outcome(other)).toBeVisible()]);
  const texts = [await outcome(page).textContent(), await outcome(other).textContent()];
  expect(texts.filter((t) => t!.startsWith('Picked'))).toHaveLength(1);
  expect(texts.filter((t) => t!.startsWith('0 of 1'))).toHaveLength(1);
  await other.close();
});

test.describe('hands', () => {
  test('one key flips every size, another lists the keys, numbers go to places, and typing is left alone', async ({
    page,
  }) => {
    await page.goto('/works?q=Night');
    await expect(page.getByText(/381 × 285\.8 mm/)).toBeVisible();
    await press(page, 'x');
    await expect(page.getByText(/15 × 11 1\/4 in/)).toBeVisible();
    await page.reload();
    await expect(page.getByText(/15 × 11 1\/4 in/)).toBeVisible();
    await press(page, 'x');
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog', { name: 'Keys that work here' })).toContainText(
      'flip millimetres and inches',
    );
    await page.keyboard.press('Escape');
    await press(page, '4');
    await page.waitForURL(/\/register/);
    await page.keyboard.press('/');
    await page.keyboard.type('2/5 night');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('link', { name: '2/5 of Night Ferry' })).toBeVisible();
  });

  test('what is wrong is said under its field, and what was typed is still there', async ({ page }) => {
    await page.goto('/works/new');
    await fill(page, { Title: 'Tin Boat', 'Size of the original': '12 smoots', Year: '2023' });
    await page.getByRole('button', { name: 'Record the work' }).click();
    await expect(page.getByText(/Expected a size such as "400 x 300 mm"/)).toBeVisible();
    await expect(page.getByLabel('Size of the original')).toHaveValue('12 smoots');
    await expect(page.getByLabel('Title')).toHaveValue('Tin Boat');
    await fill(page, { 'Size of the original': '15 3/4 × 11 13/16 in' });
    await page.getByRole('button', { name: 'Record the work' }).click();
    await page.waitForURL(/\/original/);
    await expect(page.getByText('400 × 300 mm').first()).toBeVisible();
  });

  test('an inch studio: a border nobody touched keeps its micrometres', async ({ page }) => {
    await page.goto('/works?q=Night');
    await page.getByRole('link', { name: /Night Ferry/ }).click();
    await page.waitForURL(/\/sizes$/);
    await press(page, 'x');
    await page.getByRole('button', { name: 'Border', exact: true }).click();
    await expect(page.getByLabel('Top', { exact: true })).toHaveValue('1 in');
    await page.getByLabel('Bottom', { exact: true }).fill('2 in');
    await page.getByRole('button', { name: 'Keep this border' }).click();
    await expect(page.getByRole('list', { name: 'Offered sizes' })).toContainText('2 bottom');
    await press(page, 'x');
    await expect(page.getByRole('list', { name: 'Offered sizes' })).toContainText(
      'border 25 top, 25 right, 50.8 bottom, 25 left',
    );
  });

  test('at 390 px the bench and the packing table fit the hand', async ({ page }) => {
    await page.setViewportSize({ width: 390, height: 800 });
    await page.goto('/orders');
    const order = (await page.getByRole('row').nth(1).getByRole('link').first().getAttribute('href'))!;
    for (const url of ['/', order]) {
      await page.goto(url);
      await page.waitForLoadState('networkidle');
      expect([url, await page.evaluate(() => document.documentElement.scrollWidth)]).toEqual([url, 390]);
    }
  });

  test('at 1280 px and at 200 % no page scrolls sideways', async ({ page }) => {
    for (const width of [1280, 640]) {
      await page.setViewportSize({ width, height: 800 });
      for (const url of [
        '/',
        '/works',
        '/papers?show=shelf',
        '/register',
        '/orders',
        '/orders/new',
        '/journal',
        '/studio',
      ]) {
        await page.goto(url);
        expect([
          width,
          url,
          await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth),
        ]).toEqual([width, url, true]);
      }
    }
  });
});

test.describe('the doors', () => {
  test('a page elsewhere may not change anything, nor may another name reach the studio', async ({
    request,
  }) => {
    const post = (headers: Record<string, string>, url = '/api/act/archiveWork') =>
      request.post(url, { data: {}, headers }).then((r) => r.status());
    expect(await post({ origin: 'http://evil.example' })).toBe(403);
    expect(await post({ origin: 'http://evil.example' }, '/api/intake?name=x.tif')).toBe(403);
    expect(await post({ 'sec-fetch-site': 'cross-site' })).toBe(403);
    expect(await post({ host: 'evil.example' })).toBe(403);
    expect(await post({ origin: origin() })).toBe(422);
  });

  test('no path from a request reaches the file system', async ({ request }) => {
    for (const path of [
      '/api/pictures/..%2f..%2fetc/passwd',
      `/api/pictures/${'a'.repeat(64)}/..%2f..%2fglassine.db`,
      `/api/pictures/${'a'.repeat(64)}/tiles/0/0_0`,
      '/api/masters/..%2f/file',
      '/api/export/..%2fkeys',
    ]) {
      expect([path, (await request.get(path)).status() >= 400]).toEqual([path, true]);
    }
  });

  test('the calculations answer scripts, and say what is wrong with their input', async ({ page }) => {
    const calc = async (name: string, data: unknown) => {
      const r = await page.request.post(`/api/calc/${name}`, { data });
      return [r.status(), await r.json()] as const;
    };
    const [status, body] = await calc('resolution.check', {
      pixels: { width: 9449, height: 7087 },
      print: { width: '600 mm', height: '450 mm' },
      school: { kind: 'flat', ppi: 300 },
    });
    expect([status, body.verdict, Math.round(body.ppi * 10) / 10]).toEqual([200, 'holds', 400]);
    expect(
      await calc('resolution.check', {
        pixels: { width: 1, height: 1 },
        print: { width: 'wide', height: '1 mm' },
        school: { kind: 'flat', ppi: 300 },
      }),
    ).toEqual([422, { error: expect.objectContaining({ field: 'print.width', value: 'wide' }) }]);
    // So many pieces take seconds: laid in another process, told the same way, and pages are answered meanwhile.
    const roll = (pieces: { id: string; count: number }[]) =>
      calc('layout.roll', {
        width: '610 mm',
        margin: '5 mm',
        gap: '4 mm',
        pieces: pieces.map((p) => ({ ...p, width: '90 mm', height: '130 mm', rotate: true })),
      });
    let isLaid = false;
    const laid = roll([{ id: 'card', count: 300 }]).then((answer) => ((isLaid = true), answer));
    expect((await page.request.get('/api/state')).status()).toBe(200);
    expect(isLaid).toBe(false);
    const [laidStatus, layout] = await laid;
    expect([laidStatus, layout.placements.length]).toEqual([200, 300]);
    expect(
      await roll([
        { id: 'card', count: 60 },
        { id: 'card', count: 1 },
      ]),
    ).toEqual([422, { error: expect.objectContaining({ field: 'pieces[1].id', value: 'card' }) }]);
    expect((await page.request.get('/api/calc').then((r) => r.json())).calcs.length).toBeGreaterThan(6);
    expect(await act(page, 'noSuchAct', {})).toMatchObject({
      status: 422,
      body: { error: { field: 'act' } },
    });
  });
});
