import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from '@playwright/test';
import sharp from 'sharp';
import { writeTiff } from '../../src/imaging/tiff';
import { act, choose, fill, press, readPdf, said, test } from './hands';

const SPECKS = [
  [900, 300],
  [1_100, 620],
  [820, 800],
] as const;

/** An untagged capture of 1 400 × 1 050 px: rough on the left, even on the right, with three specks there. */
async function capture(name: string): Promise<string> {
  const path = join(mkdtempSync(join(tmpdir(), 'glassine-capture-')), name);
  const [width, height] = [1_400, 1_050];
  await writeTiff(path, { width, height, bits: 16, channels: 3, ppi: 300 }, (from, rows) => {
    const band = new Uint16Array(width * rows * 3);
    for (let y = from, i = 0; y < from + rows; y++) {
      for (let x = 0; x < width; x++) {
        const rough =
          x < 700
            ? 9_000 * Math.sin(x / 3 + 4 * Math.sin(y / 17)) + 6_000 * Math.sin(y / 2.3 + x / 9)
            : 0;
        const speck = SPECKS.some(([sx, sy], k) => Math.hypot(x - sx, y - sy) < 3 + k);
        for (let c = 0; c < 3; c++)
          band[i++] = speck ? 62_000 : 26_000 + 4_000 * c + rough + 2_000 * Math.sin((x + y) / 300);
      }
    }
    return band;
  });
  return path;
}

test('a capture is planned, read, checked against a target, cleaned, and becomes a print file that holds', async ({
  page,
}) => {
  const { id } = await act(page, 'recordWork', {
    title: 'Kelp Line',
    year: 2026,
    medium: 'gouache on board',
    kind: 'painting',
    size: '380 x 285 mm',
    owner: 'the studio',
    soldPrice: '',
    drySince: null,
    varnish: '',
    surface: '',
    smears: false,
    mayPrint: 'yes',
    rights: '',
    notes: '',
  });
  const at = (part: string) => `/works/${id}/capture${part}`;

  await test.step('before there is a file: all ways side by side, one advised', async () => {
    await page.goto(at(''));
    await page.getByRole('link', { name: 'Plan its capture' }).click();
    await fill(page, { 'Largest print wanted': '300 x 225 mm' });
    await expect(page.getByText('Nothing to capture with is recorded')).toBeVisible();
    await page.getByRole('button', { name: 'Record another' }).click();
    await fill(page, {
      Called: 'the flatbed',
      'Its glass': '216 x 297 mm',
      'Optical pixels per inch': '2400',
      'Steps it can be set to': '300 600 1200',
      'Seconds of one pass at 600 ppi': '48',
    });
    await page.getByRole('button', { name: 'Record it' }).click();
    await said(page, 'the flatbed is recorded');
    await page.getByRole('button', { name: 'Record another' }).click();
    await choose(page, 'What it is', 'a camera');
    await fill(page, { Called: 'the camera', Pixels: 'six thousand', 'Its sensor': '36 x 24 mm' });
    await page.getByRole('button', { name: 'Record it' }).click();
    await expect(page.getByText('Expected pixels such as "6000 x 4000".')).toBeVisible();
    await fill(page, { Pixels: '6000 x 4000' });
    await page.getByRole('button', { name: 'Record it' }).click();
    await said(page, 'the camera is recorded');
    const ways = page.getByRole('table', { name: 'Ways of capturing it' });
    await expect(ways.getByText(/in 2 × 1 = 2 tiles at 300 ppi \(237 needed\)/)).toBeVisible();
    await expect(
      page.getByRole('img', { name: /Kelp Line, 380 × 285 mm, 2 passes on the bed/ }),
    ).toBeVisible();
    await page.getByText('Its surface smears').first().click();
    await expect(
      page.getByText(/Use the camera: the surface smears, so it never goes face down on glass/),
    ).toBeVisible();
    const href = (await page
      .getByRole('link', { name: 'Print the checklist of this session' })
      .getAttribute('href'))!;
    const pdf = await readPdf(page.request, href);
    expect(pdf.pages[0]!.text).toContain('Capture of Kelp Line');
    expect(pdf.pages[0]!.text).toContain('Move the camera, not the zoom');
  });

  await test.step('the file is read: what it holds, in sentences', async () => {
    await page.goto(at(''));
    await page.locator('input[type=file]').setInputFiles(await capture('kelp line.tif'));
    const findings = page.getByRole('list', { name: 'Findings' });
    await expect(findings.getByText(/^No profile: what its figures mean must be asked/)).toBeVisible({
      timeout: 120_000,
    });
    await expect(findings.getByText(/300 ppi\. That is a label/)).toBeVisible();
    await expect(findings.getByText(/detail/)).toBeVisible();
    await choose(page, 'Shown on it', 'where its detail is');
    await expect(page.getByRole('img', { name: /Map of where the detail is/ })).toBeVisible();
  });
  const first = (await page.getByRole('link', { name: 'save the master' }).getAttribute('href'))!.split(
    '/',
  )[3]!;

  await test.step('dust is ticked off by keyboard', async () => {
    await page.getByRole('link', { name: 'Dust' }).click();
    await page.getByRole('button', { name: 'Look for specks' }).click();
    const heading = page.getByRole('heading', { name: /^Specks/ });
    await expect(heading).toHaveText(/(\d+) of \1 left/, { timeout: 120_000 });
    const count = Number(/of (\d+) left/.exec((await heading.textContent())!)![1]);
    // The three that were put there are the largest; a rough passage may offer a few more.
    expect(count).toBeGreaterThanOrEqual(3);
    expect(count).toBeLessThan(12);
    await expect(
      page.getByText(new RegExp(`Speck 1 of ${count} at 820, 800 px: 9 px across`)),
    ).toBeVisible();
    for (let left = count - 1; left >= 0; left--) {
      await press(page, 'd');
      await expect(heading).toHaveText(`Specks ${left} of ${count} left`);
    }
    await expect(page.getByText('Every listed speck is dealt with.')).toBeVisible();
    await page.reload();
    await expect(heading).toHaveText(`Specks 0 of ${count} left`);
  });

  await test.step('a target in the same light is read at its corners', async () => {
    await page.getByRole('link', { name: 'Light, colour, squareness' }).click();
    await page.getByRole('button', { name: 'Camera with a target' }).click();
    await said(page, /simulated-camera_target\.tif is in/);
    await page.goto(at(''));
    await expect(page.getByText('simulated camera, practice').first()).toBeVisible();
    await page.goto(at('/checks'));
    await choose(page, 'The four corners are those of', 'a 24-patch target');
    await page.getByRole('button', { name: 'Find them for me' }).click();
    const corner = page.getByRole('button', { name: /^top left corner/ });
    const before = await corner.getAttribute('aria-label');
    await corner.focus();
    await page.keyboard.press('ArrowRight');
    await expect(corner).not.toHaveAttribute('aria-label', before!);
    await page.keyboard.press('ArrowLeft');
    await page.getByRole('button', { name: 'Read the target' }).click();
    await expect(
      page.getByText(/^Mean ΔE00 \d+\.\d, worst \d+\.\d .* A 3 × 3 fit brings it to \d\.\d/),
    ).toBeVisible({ timeout: 60_000 });
    await act(page, 'chooseMaster', { id: first });
  });

  await test.step('a print file is made of it, opened again, and holds', async () => {
    await act(page, 'offerFormat', { workId: id, size: '100 x 75 mm', family: 'metric frames' });
    await page.goto(at('/files'));
    await page.getByRole('button', { name: 'Begin a prep' }).click();
    await said(page, 'is begun');
    await expect(page.getByText(/^Clean: (\d+) of \1 specks dealt with/)).toBeVisible();
    await page.getByLabel(/^Next step of/).fill('remove the stamp');
    await page.getByRole('button', { name: 'Log it' }).click();
    await expect(page.getByText(/a print of it is not called a facsimile/)).toBeVisible();
    await page.getByRole('button', { name: 'Make the print file' }).click();
    await expect(page.getByText(/The master is untagged: say what its numbers mean/)).toBeVisible({
      timeout: 60_000,
    });
    await page.getByRole('radio', { name: /^master/ }).click();
    await choose(page, 'Its numbers mean', 'sRGB, I was told');
    await page.getByRole('button', { name: 'Make the print file' }).click();
    await said(page, '100x75mm_kelp-line_v1.tif is made and holds its check.');
    const link = page.getByRole('link', { name: '100x75mm_kelp-line_v1.tif' });
    const bytes = await (await page.request.get((await link.getAttribute('href'))!)).body();
    const meta = await sharp(bytes).metadata();
    expect([meta.width, meta.height, meta.density, meta.depth, meta.hasProfile]).toEqual([
      1181,
      886,
      300,
      'uchar',
      true,
    ]);
    await expect(page.getByText('1181 × 886 px ÷ 300 ppi is 100 × 75 mm, to one pixel.')).toBeVisible();
  });

  await test.step('what sharpening does is seen at one to one, moved about, and tried in several amounts', async () => {
    const seen = (name: string) =>
      page.getByRole('group', { name }).evaluate((frame) => {
        const canvas = frame.querySelector('canvas')!;
        return canvas.toDataURL();
      });
    await page.getByRole('radio', { name: /^sharpen, output/ }).click();
    const after = page.getByRole('group', { name: 'After this step' });
    await expect(after).toHaveAttribute('data-ready', '');
    const trials = page.getByRole('group', { name: 'Try several amounts' }).getByRole('button');
    await expect(trials).toHaveCount(6);
    const before = await seen('After this step');
    await trials.filter({ hasText: '200 %' }).click();
    await expect(page.getByLabel('Amount, %', { exact: true })).toHaveValue('200');
    await expect.poll(() => seen('After this step')).not.toBe(before);
    await trials.filter({ hasText: 'none' }).click();
    await expect
      .poll(async () => (await seen('After this step')) === (await seen('Before this step')))
      .toBe(true);
    const place = page.getByText(/mm from the left/);
    const was = await place.textContent();
    await after.focus();
    await page.keyboard.press('ArrowRight');
    await expect(place).not.toHaveText(was!);
    // By keys alone from step to step.
    await page.getByRole('radio', { name: /^sharpen, output/ }).focus();
    await page.keyboard.press('ArrowRight');
    await expect(page.getByRole('img', { name: /^The file as a sheet of 100 × 75 mm/ })).toBeVisible();
  });

  await test.step('one made elsewhere whose name lies is caught', async () => {
    const path = join(mkdtempSync(join(tmpdir(), 'glassine-print-')), '200x150mm_kelp.tif');
    await writeTiff(path, { width: 1_181, height: 886, bits: 8, channels: 3, ppi: 300 }, (_, rows) =>
      new Uint8Array(1_181 * 3 * rows).fill(120),
    );
    await page.getByLabel('Print file made elsewhere').setInputFiles(path);
    await expect(page.getByText(/Its name promises 200 × 150 mm/).first()).toBeVisible({
      timeout: 60_000,
    });
  });

  await test.step('master and print file are looked into together, and their numbers read', async () => {
    await page.getByRole('link', { name: 'Compare' }).click();
    await choose(page, 'and the other', /^100x75mm_kelp-line_v1\.tif, print file/);
    await page.getByRole('button', { name: 'Make it ready' }).click();
    await said(page, 'can be looked into');
    const one = page.getByRole('group', { name: /^One:/ });
    // Its keys are there when the page has been drawn anew with it.
    await expect(one).toBeVisible();
    await press(page, 'o');
    await expect(page.getByText(/^1\.0 : 1 of/)).toBeVisible();
    await one.hover({ position: { x: 120, y: 120 } });
    await expect(page.getByText(/px: \d+ \d+ \d+ of 65535; L\* \d/)).toBeVisible({ timeout: 60_000 });
    await expect(page.getByText(/px: \d+ \d+ \d+ of 255; L\* \d/)).toBeVisible({ timeout: 60_000 });
    for (const way of ['wipe', 'difference']) {
      await choose(page, 'Looked at', way);
      await expect(page.getByRole('group', { name: new RegExp(`, ${way}$`) })).toBeVisible();
    }
  });
});
