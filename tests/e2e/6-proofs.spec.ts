import { expect } from '@playwright/test';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { writeMatrixProfile } from '../../src/core/colour/icc';
import { P3_PRIMARIES, srgbCurve } from '../../src/core/colour/space';
import { writeTiff } from '../../src/imaging/tiff';
import { act, choose, fill, makeFile, origin, press, said, send, test } from './hands';

/** A painted scene in sRGB: a sky, hills, and stones of many sizes and colours. */
async function scene(name: string, width: number, height: number, seed: number): Promise<string> {
  const chance = (n: number) => {
    let h = Math.imul(n + seed * 7_919, 0x9e3779b1);
    h = Math.imul(h ^ (h >>> 15), 0x85ebca6b);
    return ((h ^ (h >>> 13)) >>> 0) / 4_294_967_296;
  };
  const stones = Array.from(
    { length: 240 },
    (_, i) =>
      `<ellipse cx="${chance(5 * i) * width}" cy="${height * (0.35 + 0.65 * chance(5 * i + 1))}" rx="${8 + 90 * chance(5 * i + 2) ** 3}" ry="${6 + 60 * chance(5 * i + 3) ** 3}" fill="hsl(${Math.round(360 * chance(5 * i + 4))} ${i % 9 === 0 ? 95 : 22}% ${25 + Math.round(50 * chance(5 * i + 2))}%)"/>`,
  );
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><defs><linearGradient id="g" x2="0" y2="1"><stop stop-color="#8fa3b4"/><stop offset="1" stop-color="#6b6250"/></linearGradient></defs><rect width="100%" height="100%" fill="url(#g)"/>${stones.join('')}</svg>`;
  return makeFile(
    name,
    await sharp(Buffer.from(svg))
      .flatten()
      .withIccProfile('srgb')
      .tiff({ compression: 'none' })
      .toBuffer(),
  );
}
const BLANK = {
  owner: 'the studio',
  soldPrice: '',
  drySince: null,
  varnish: '',
  surface: '',
  smears: false,
  rights: '',
  notes: '',
};
const PAPER = {
  base: 'cotton',
  surface: 'matte',
  gsm: 300,
  thickness: '0.5 mm',
  brightener: 'none',
  mayRoll: true,
  scuffs: true,
  dryHours: 0,
  pricePerM2: '20',
  sizes: '',
  permanence: '',
  notes: '',
};
const ROUTE = {
  kind: 'own printer',
  process: 'pigment inkjet',
  leadDays: 1,
  ppi: 200,
  space: 'opRGB',
  fileKinds: 'TIFF',
  addsBorder: true,
  givesProofs: true,
  pricePerM2: '21',
  minimum: '0',
  notes: '',
};

test.describe.configure({ mode: 'serial' });
let work: string, format: string, paper: string, route: string;

test('colour from the profile to the soft proof and its gamut', async ({ page }) => {
  work = (
    await act(page, 'recordWork', {
      ...BLANK,
      title: 'Tarn, Clearing',
      year: 2026,
      medium: 'gouache',
      kind: 'painting',
      size: '400 x 300 mm',
      mayPrint: 'yes',
    })
  ).id as string;
  await page.goto(`/works/${work}/proofs/soft`);
  await expect(page.getByText('A picture comes first')).toBeVisible();
  await page.goto(`/works/${work}/capture`);
  await page.locator('input[type=file]').setInputFiles(await scene('tarn.tif', 1_600, 1_200, 5));
  await expect(page.getByRole('list', { name: 'Findings' })).toBeVisible({ timeout: 120_000 });
  format = (await act(page, 'offerFormat', { workId: work, size: '200 x 150 mm', family: 'own' }))
    .id as string;
  paper = (await act(page, 'recordPaper', { ...PAPER, name: 'Tarn Rag 300' })).id as string;
  route = (await act(page, 'recordRoute', { ...ROUTE, name: 'the tarn room' })).id as string;

  await test.step('a damaged profile is refused in a sentence; the practice press makes a true one', async () => {
    await page.goto('/papers/profiles');
    await choose(page, 'Paper', 'Tarn Rag 300');
    await choose(page, 'Printed by', 'any machine or route');
    await page.getByLabel('ICC file').setInputFiles({
      name: 'broken.icc',
      mimeType: 'application/octet-stream',
      buffer: Buffer.concat([Buffer.alloc(36), Buffer.from('acsp'), Buffer.alloc(200)]),
    });
    await page.getByRole('button', { name: 'Read and keep it' }).click();
    await expect(page.getByText(/This profile cannot be used: expected/)).toBeVisible();
    await page.getByRole('button', { name: 'Profile this paper' }).click();
    await said(page, 'is kept for Tarn Rag 300');
    await expect(page.getByRole('img', { name: /Outline of the gamut at L\* 50/ })).toBeVisible();
    await page.getByRole('slider', { name: 'Lightness of the cut' }).press('ArrowRight');
    await expect(page.getByRole('img', { name: /Outline of the gamut at L\* 65/ })).toBeVisible();
  });

  await test.step('the soft proof is live: its pixels change with intent, paper white and gamut marks', async () => {
    await page.goto(`/works/${work}/proofs/soft`);
    await choose(page, 'Paper and machine', /Tarn Rag 300/);
    const pane = page.getByRole('group', { name: 'Tarn, Clearing on Tarn Rag 300' });
    await choose(page, 'Show', 'the proof');
    const sum = () =>
      pane.locator('canvas').evaluate((c: HTMLCanvasElement) => {
        const d = c.getContext('2d')!.getImageData(0, 0, c.width, c.height).data;
        let s = 0;
        for (let i = 0; i < d.length; i += 41) s = (s * 31 + d[i]!) % 1_000_003;
        return s;
      });
    await expect(page.locator('[data-ready]')).toBeVisible();
    let before = 0;
    await expect(async () => {
      before = await sum();
      expect(before).toBeGreaterThan(0);
    }).toPass();
    const changes = async (how: () => Promise<unknown>) => {
      const was = await sum();
      await how();
      await expect(async () => expect(await sum()).not.toBe(was)).toPass();
    };
    await changes(() =>
      page.getByRole('checkbox', { name: 'The paper’s own white' }).click({ force: true }),
    );
    await changes(() => choose(page, 'Intent', 'perceptual'));
    await changes(() =>
      page.getByRole('checkbox', { name: 'Mark what is out of gamut' }).click({ force: true }),
    );
    await changes(() => page.getByRole('slider', { name: 'Out of gamut above, ΔE00' }).fill('0.5'));
    await expect(page.getByText(/% of what is in view is out of gamut/)).toBeVisible();
    await expect(page.getByText('Nothing in view is beyond this screen’s colours (sRGB).')).toBeVisible();
    await changes(() => page.getByRole('button', { name: '1:1' }).click());
    await page.getByRole('button', { name: 'Count the whole file' }).click();
    await said(page, 'is out of this paper’s gamut');
    await expect(page.getByText(/of 1\.9 megapixels is out of gamut/)).toBeVisible();
    await expect(page.getByRole('img', { name: /Where differences vanish/ })).toBeVisible();
  });
});

test('colour from the distance to the first sheet: softer from further away, a snippet sheet by measure', async ({
  page,
}) => {
  await test.step('from further away the picture is softer', async () => {
    await page.goto(`/works/${work}/proofs/distance`);
    await page.getByRole('slider', { name: 'How far away you stand' }).fill('0.9');
    await expect(page.getByText(/as the eye sees the print from/)).toBeVisible();
    await expect(page.getByText(/no pixel of the file can be told/)).toBeVisible();
  });

  await test.step('a snippet sheet: proposed by measure, moved by hand, made as a file', async () => {
    await page.goto(`/works/${work}/proofs/sheet`);
    await choose(page, 'Paper', 'Tarn Rag 300');
    await choose(page, 'Route', 'the tarn room');
    await fill(page, { 'Wide, on the print': '50,0 mm', High: '50' });
    await page.getByRole('button', { name: 'Propose by measure' }).click();
    await said(page, 'regions by measure');
    const first = page.getByRole('button', { name: /^Region 1, at/ });
    const where = await first.getAttribute('aria-label');
    await first.press('ArrowLeft');
    await first.press('ArrowUp');
    await first.press('ArrowRight');
    await first.press('ArrowRight');
    await first.press('ArrowDown');
    await first.press('ArrowDown');
    await expect(first).not.toHaveAttribute('aria-label', where!);
    await expect(page.getByText(/Shows .* % of the picture/)).toBeVisible();
    await page.getByLabel('Changed since the last round').fill('nothing yet');
    // Nobody answers for a while: the page waits with what was typed, and goes on where it was.
    await page.route('**/api/jobs/*', (route) => route.abort());
    await page.getByRole('button', { name: 'Make the proof sheet' }).click();
    await expect(page.getByText(/Glassine does not answer\. What you typed is still here/)).toBeVisible();
    await expect(page.getByLabel('Changed since the last round')).toHaveValue('nothing yet');
    await page.unroute('**/api/jobs/*');
    await said(page, 'is made: a sheet of');
    const link = page.getByRole('link', { name: /snippet-round-1_v1\.tif/ });
    await expect(link).toBeVisible();
    const file = await page.request.get((await link.getAttribute('href'))!);
    expect((await file.body()).subarray(0, 2).toString()).toBe('II');
  });
});

test('colour in the practised loop: printed, scanned, compared back, the advice taken', async ({
  page,
}) => {
  await test.step('the loop practised: a whole, made smaller; compared; the advice begins the next round', async () => {
    const whole = {
      formatId: format,
      paperId: paper,
      routeId: route,
      machineId: null,
      lotId: null,
      intent: 'relative colorimetric',
      ppi: 150,
      kernel: 'mitchell',
      sharpen: null,
      adjust: null,
      untaggedIs: null,
      changed: 'the whole in place of a part',
      cost: '2.40',
      what: { kind: 'whole' },
    };
    await act(page, 'makeProofSheet', whole);
    await expect(async () => {
      await page.goto(`/works/${work}/proofs`);
      await expect(page.getByRole('link', { name: /whole-round-2_v2\.tif/ })).toBeVisible({
        timeout: 1_000,
      });
    }).toPass();
    await page.goto(`/works/${work}/proofs/compare`);
    await choose(page, 'Which proof', /round 2, whole/);
    await page.getByRole('button', { name: 'Print and scan for practice' }).click();
    await expect(page.locator('[data-verdict-of]')).toBeVisible({ timeout: 120_000 });
    await expect(page.getByRole('img', { name: 'Map of differences' })).toBeVisible();
    await expect(page.getByText('from a repeat capture')).toBeVisible();
    // What is not this proof is refused, and why stays to be read; nothing is taken for it.
    await page.getByLabel('Scan or photograph of the proof').setInputFiles(
      makeFile(
        'a blank board.tif',
        await sharp({ create: { width: 900, height: 700, channels: 3, background: '#8a8a86' } })
          .tiff()
          .toBuffer(),
      ),
    );
    await page.getByRole('button', { name: 'Compare', exact: true }).click();
    await expect(page.getByText(/The proof is not found in this capture/)).toBeVisible({
      timeout: 120_000,
    });
    await expect(page.getByRole('button', { name: 'Compare', exact: true })).toBeEnabled();
    await expect(page.locator('[data-verdict-of]')).toHaveCount(1);
    await page.getByRole('button', { name: 'Begin the next round with this' }).click();
    await expect(page).toHaveURL(/proofs\/sheet\?from=.*advice=/);
    await expect(page.getByLabel('Changed since the last round, in your words')).toHaveValue(
      'the adjustment, as comparing back advised',
    );
  });
});

test('colour from the reference to the inspected print: judged, staleness, inspection', async ({
  page,
}) => {
  await test.step('judged, it is the reference; the client is sent a page that needs nothing else', async () => {
    await page.goto(`/works/${work}/proofs`);
    await page.getByRole('button', { name: 'Judge it' }).first().click();
    await fill(page, { Where: 'at the north window', 'In words': 'As the original.' });
    await page.getByRole('button', { name: 'Judge it so' }).click();
    await said(page, 'are held against it from now');
    await expect(page.getByText(/at the north window/)).toBeVisible();
    await page.locator('li[data-state=accepted]').getByRole('button', { name: 'Photo, client' }).click();
    const html = await (
      await page.request.get(
        (await page.getByRole('link', { name: 'The page for the client' }).getAttribute('href'))!,
      )
    ).text();
    expect(html).toContain('data:image/jpeg;base64,');
    expect(html).not.toMatch(/<script|src="http|href=/);
    await fill(page, { 'Sent to': 'Oda Brennick' });
    await page.getByRole('button', { name: 'Note that it was sent' }).click();
    await said(page, 'Their answer is waited for');
    await page
      .locator('li[data-state=accepted]')
      .getByRole('button', { name: 'The client’s answer' })
      .click();
    await fill(page, { 'Their answer, in their words': 'Yes, and I know it is softer from near.' });
    await page.getByRole('button', { name: 'They accept it' }).click();
    await expect(page.getByText('Yes, and I know it is softer from near.')).toBeVisible();
  });

  await test.step('put the profile away, and the proof is stale: printing asks for a reason, and keeps it', async () => {
    await page.goto('/papers/profiles');
    await page.getByRole('link', { name: /^Tarn Rag 300, any route/ }).click();
    await page.getByRole('button', { name: 'Put it away' }).click();
    await said(page, 'proofs made through it are stale');
    // Another profile of the same paper is not the one the proof went through.
    await choose(page, 'Paper', 'Tarn Rag 300');
    await choose(page, 'Printed by', 'any machine or route');
    await choose(page, 'ICC version', 'version 2');
    await page.getByRole('button', { name: 'Profile this paper' }).click();
    await said(page, 'practice-v2.icc is kept for Tarn Rag 300');
    await page.goto(`/works/${work}/proofs`);
    await expect(page.getByText('Stale: the profile changed since')).toBeVisible();
    const edition = (
      await act(page, 'openEdition', {
        workId: work,
        kind: 'open',
        size: null,
        proofs: { AP: 0, PP: 0, HC: 0 },
        run: 'all sizes',
        formatId: null,
        signing: 'on request',
      })
    ).id as string;
    const print = {
      editionId: edition,
      impressionIds: null,
      count: 2,
      formatId: format,
      paperId: paper,
      reason: '',
    };
    const refused = await send(page, 'printImpressions', print);
    expect(refused.status()).toBe(409);
    expect((await refused.json()).error).toMatchObject({
      overridable: true,
      message: expect.stringContaining('the profile changed since'),
    });
    await act(page, 'printImpressions', {
      ...print,
      reason: 'the new profile was compared and is the same',
    });
    await page.goto(`/register/${edition}`);
    await page.getByLabel('Impressions').getByRole('row').first().click();
    await expect(page.getByText(/Printed all the same: the new profile was compared/)).toBeVisible();
  });

  await test.step('prints are looked over by keyboard: one passes, one is spoiled with who bears it', async () => {
    await page.goto(`/works/${work}/edition/inspect`);
    await expect(page.getByText('2 to look over')).toBeVisible();
    await page.locator('body').click({ position: { x: 5, y: 400 } });
    for (let i = 0; i < 6; i++) await press(page, 'y');
    await press(page, 'k');
    await said(page, 'Passed: 6 points right.');
    await expect(page.getByText('1 to look over')).toBeVisible();
    await press(page, 'y');
    await press(page, 'y');
    await press(page, 'a');
    await choose(page, 'Who bears the cost', 'the paper’s maker');
    await page.getByRole('button', { name: 'Spoil it, with the reason' }).click();
    await said(page, 'Spoiled: a scratch or crease; borne by the paper’s maker');
  });

  await test.step('what passed is found again and used for another work', async () => {
    const other = (
      await act(page, 'recordWork', {
        ...BLANK,
        title: 'Tarn, Closing',
        year: 2026,
        medium: 'gouache',
        kind: 'painting',
        size: '400 x 300 mm',
        mayPrint: 'yes',
      })
    ).id as string;
    await page.goto(`/works/${other}/capture`);
    await page.locator('input[type=file]').setInputFiles(await scene('tarn2.tif', 1_500, 1_100, 6));
    await expect(page.getByRole('list', { name: 'Findings' })).toBeVisible({ timeout: 120_000 });
    await act(page, 'offerFormat', { workId: other, size: '180 x 130 mm', family: 'own' });
    await page.goto(`/works/${other}/proofs/formulas`);
    await choose(page, 'Paper', 'Tarn Rag 300');
    await expect(page.getByRole('row', { name: /Tarn, Clearing/ })).toBeVisible();
    await page
      .getByRole('row', { name: /Tarn, Clearing/ })
      .getByRole('button', { name: 'Use again' })
      .click();
    await expect(page).toHaveURL(new RegExp(`works/${other}/proofs/sheet\\?from=`));
    await said(page, 'A prep with');
  });
});

test('a wide screen shows what an ordinary one has no colour for, and the page says which it is', async ({
  page,
  playwright,
}) => {
  const { id } = await act(page, 'recordWork', {
    ...BLANK,
    ...{ title: 'Poppy Field', year: 2026, medium: 'pastel', kind: 'painting' },
    ...{ size: '400 x 300 mm', mayPrint: 'yes' },
  });
  // Half of it the reddest of Display P3, which sRGB does not reach; half of it grey.
  const file = join(mkdtempSync(join(tmpdir(), 'glassine-e2e-')), 'poppy.tif');
  const [width, height] = [900, 600];
  const profile = writeMatrixProfile('Display P3', P3_PRIMARIES, srgbCurve);
  await writeTiff(file, { width, height, bits: 8, channels: 3, profile }, (from, rows) => {
    const band = new Uint8Array(width * rows * 3).fill(128);
    for (let i = 0; i < band.length; i += 3) if ((i / 3) % width < width / 2) band.set([255, 0, 0], i);
    return band;
  });
  await page.goto(`/works/${id}/capture`);
  await page.locator('input[type=file]').setInputFiles(file);
  await expect(page.getByRole('list', { name: 'Findings' })).toBeVisible({ timeout: 120_000 });

  const look = async (at: typeof page) => {
    await at.goto(`${origin()}/works/${id}/proofs/soft`);
    await choose(at, 'Paper and machine', /Tarn Rag 300/);
    await choose(at, 'Show', 'the picture');
    await expect(at.locator('[data-ready]')).toBeVisible();
  };
  await look(page);
  await expect(
    page
      .getByText(/^[\s\S]*(49|5\d) % of what is in view is beyond this screen’s colours \(sRGB\)/)
      .last(),
  ).toBeVisible();

  const wide = await playwright.chromium.launch({
    executablePath: process.env.CHROMIUM || '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--force-color-profile=display-p3-d65'],
  });
  try {
    const there = await wide.newPage({ viewport: { width: 1280, height: 800 } });
    await look(there);
    await expect(
      there.getByText('Nothing in view is beyond this screen’s colours (Display P3).'),
    ).toBeVisible();
    const reddest = () =>
      there
        .getByRole('group', { name: 'Poppy Field on Tarn Rag 300' })
        .locator('canvas')
        .evaluate((canvas: HTMLCanvasElement) => {
          const { data } = canvas
            .getContext('2d')!
            .getImageData(0, 0, canvas.width, canvas.height, { colorSpace: 'display-p3' });
          let most = 0;
          for (let i = 0; i < data.length; i += 4)
            most = Math.max(most, data[i]! - Math.max(data[i + 1]!, data[i + 2]!));
          return most;
        });
    // As the file has it: in sRGB the reddest is 234, 51, 35 of Display P3.
    await expect.poll(reddest).toBeGreaterThan(250);
  } finally {
    await wide.close();
  }
});

test('a file in inks is proofed from its own numbers, also where a screen has no colour for them', async ({
  page,
}) => {
  const { id } = await act(page, 'recordWork', {
    ...BLANK,
    ...{ title: 'Tide Poster', year: 2026, medium: 'drawn on the screen', kind: 'born digital' },
    ...{ size: '400 x 300 mm', mayPrint: 'yes' },
  });
  // Half of it pure cyan, which sRGB does not reach; half of it a grey of black ink alone.
  const file = join(mkdtempSync(join(tmpdir(), 'glassine-e2e-')), 'poster.tif');
  const [width, height] = [900, 600];
  const profile = new Uint8Array(readFileSync('/usr/share/color/icc/ghostscript/default_cmyk.icc'));
  await writeTiff(file, { width, height, bits: 8, channels: 4, profile }, (from, rows) => {
    const band = new Uint8Array(width * rows * 4);
    for (let i = 0; i < band.length; i += 4)
      band.set((i / 4) % width < width / 2 ? [255, 0, 0, 0] : [0, 0, 0, 100], i);
    return band;
  });
  await page.goto(`/works/${id}/capture`);
  await page.locator('input[type=file]').setInputFiles(file);
  await expect(page.getByRole('list', { name: 'Findings' })).toBeVisible({ timeout: 120_000 });

  const inks = page.waitForResponse((response) => /\/inks\/3\//.test(response.url()) && response.ok());
  await page.goto(`/works/${id}/proofs/soft`);
  await choose(page, 'Show', 'the picture');
  await expect(page.locator('[data-ready]')).toBeVisible();
  await inks;
  // Its sRGB copy would have nothing beyond sRGB left in it.
  await expect(
    page.getByText(/(49|5\d) % of what is in view is beyond this screen’s colours \(sRGB\)/).last(),
  ).toBeVisible();
  const fields = () =>
    page
      .getByRole('group', { name: /^Tide Poster on/ })
      .locator('canvas')
      .evaluate((canvas: HTMLCanvasElement) => {
        const at = (x: number) => [
          ...canvas
            .getContext('2d')!
            .getImageData(Math.round(canvas.width * x), Math.round(canvas.height / 2), 1, 1).data,
        ];
        return { left: at(0.4), right: at(0.6) };
      });
  const { left, right } = await fields();
  expect(left[0]).toBeLessThan(40);
  expect(left[2]! - left[0]!).toBeGreaterThan(150);
  // A grey of 100 of 255 black: no cast of more than a few steps, lighter than the middle.
  expect(Math.max(...right.slice(0, 3)) - Math.min(...right.slice(0, 3))).toBeLessThan(12);
  expect(right[0]).toBeGreaterThan(140);
});
