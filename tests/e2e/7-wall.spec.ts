import { expect } from '@playwright/test';
import sharp from 'sharp';
import { act, choose, said, test } from './hands';

test('a wall is measured, hung, moved by the arrows, arranged, checked after hanging, and its drill sheet printed', async ({
  page,
}) => {
  await page.goto('/wall');
  await page.locator('body').press('n');
  const sheet = page.getByRole('dialog', { name: 'A wall' });
  await sheet.getByLabel('What it is called').fill('North wall of the chart room');
  await sheet.getByLabel('From corner to corner').first().fill('4200 mm');
  await sheet.getByLabel('High at its left').first().fill('2600 mm');
  await sheet.getByLabel('at its right').first().fill('2600 mm');
  await sheet.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('heading', { name: 'North wall of the chart room' })).toBeVisible();
  for (const [title, size] of [
    ['Kiln', '720 x 570 mm'],
    ['Boat', '520 x 420 mm'],
    ['Ferry', '930 x 750 mm'],
  ] as const) {
    await page.getByRole('button', { name: 'Hang a picture' }).click();
    const hang = page.getByRole('dialog', { name: 'Hang a picture' });
    await hang.getByRole('combobox').fill('none of these');
    await page.getByRole('option', { name: 'none of these' }).click();
    await hang.getByLabel('Or something else').fill(title);
    await hang.getByLabel('and its outer size').fill(size);
    await hang.getByRole('button', { name: 'Hang it' }).click();
    await said(page, new RegExp(`^${title} hangs on`));
  }
  // (4 200 − 720 − 520 − 930) ÷ 4 = 507.5; the first hook at 507.5 + 360.
  const hooks = page.getByRole('region', { name: 'Hooks' });
  await expect(hooks.getByRole('button', { name: /^1\s*Kiln/ })).toContainText('867.5 mm · 1730 mm');
  await expect(page.getByText('Even gaps of 507.5 mm.')).toBeVisible();
  await expect(page.getByText(/is guessed for 1, 2, 3/)).toBeVisible();

  await page.getByRole('button', { name: /^1, Kiln: left edge/ }).focus();
  await page.keyboard.press('ArrowRight');
  await said(page, /^Kiln hangs 517\.5 mm from the corner/);
  await page.getByRole('button', { name: 'Back in its row' }).click();
  await said(page, 'Kiln hangs in its row again.');

  await page.locator('body').press('m');
  const measured = page.getByRole('dialog', { name: 'Kiln, measured' });
  await measured.getByLabel('It weighs').fill('4.1 kg');
  await measured.getByLabel('Wire, down from the top').fill('60 mm');
  await measured.getByRole('button', { name: 'Keep it' }).click();
  await said(page, /^Kiln: wire 60 mm down/);
  await expect(hooks.getByRole('button', { name: /^1\s*Kiln/ })).toContainText('1725 mm');

  const left = page.getByLabel('1, left edge to the corner, measured');
  await left.fill('504.5 mm');
  await left.press('Enter');
  await expect(page.getByRole('table', { name: 'Measures after hanging' })).toContainText('3 mm right');

  await page.locator('body').press(']');
  await said(page, /stand in another order/);
  await expect(hooks.getByRole('button', { name: /^2\s*Kiln/ })).toBeVisible();
  await page.locator('body').press('u');
  await expect(hooks.getByRole('button', { name: /^1\s*Kiln/ })).toBeVisible();

  const link = page.getByRole('link', { name: /^Drill sheet/ });
  const pdf = await page.request.get((await link.getAttribute('href'))!);
  expect(pdf.headers()['content-type']).toBe('application/pdf');
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
});

test('a picture hangs in a photograph of a buyer’s wall as large as it is', async ({ page }) => {
  const work = (
    await act(page, 'recordWork', {
      ...{ owner: '', soldPrice: '', drySince: null, varnish: '', surface: '', smears: false },
      ...{ rights: '', notes: '', title: 'Harbour Light', year: 2025, medium: 'ink on paper' },
      ...{ kind: 'drawing', size: '600 x 400 mm', mayPrint: 'yes' },
    })
  ).id as string;
  await act(page, 'offerFormat', { workId: work, size: '600 x 400 mm', family: 'own' });
  const photograph = await sharp({
    create: { width: 1_600, height: 1_200, channels: 3, background: '#cfc8b8' },
  })
    .jpeg()
    .toBuffer();
  await page.goto('/wall');
  await page.getByRole('button', { name: 'A buyer’s wall' }).click();
  await page.getByLabel('Whose wall it is').fill('Ruve Tallis');
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'wall.jpg', mimeType: 'image/jpeg', buffer: photograph });
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('heading', { name: 'The wall of Ruve Tallis' })).toBeVisible();
  // The line lies from a quarter of the width to three quarters: 800 px.
  await page.getByLabel('It is, from end to end').fill('1600 mm');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText(/0\.500 px to the millimetre/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Hang a picture' }).click();
  const hang = page.getByRole('dialog', { name: 'Hang a picture' });
  await hang.getByRole('combobox').fill('Harbour');
  await page.getByRole('option', { name: /^Harbour Light, 600 × 400 mm/ }).click();
  await hang.getByRole('button', { name: 'Hang it' }).click();
  await said(page, /^Harbour Light hangs there/);
  await page.getByRole('button', { name: /^Harbour Light, .* Arrows move it/ }).focus();
  await page.keyboard.press('ArrowLeft');
  await said(page, 'Harbour Light hangs elsewhere.');
  const href = await page.getByRole('link', { name: 'The picture to send, PNG' }).getAttribute('href');
  const { data, info } = await sharp(await (await page.request.get(href!)).body())
    .raw()
    .toBuffer({ resolveWithObject: true });
  expect([info.width, info.height]).toEqual([1_600, 1_200]);
  const dark = (x: number, y: number) => data[(y * info.width + x) * info.channels]! === 34;
  // The sheet has 25 mm round its picture, the frame 20: 690 mm are 345 px. At the middle of its foot only frame is dark.
  const rows = Array.from({ length: info.height }, (_, y) => y).filter((y) => dark(790, y));
  const wide = Array.from({ length: info.width }, (_, x) => x).filter((x) => dark(x, rows.at(-1)! - 3));
  expect(Math.abs(wide.length - 345)).toBeLessThanOrEqual(3);

  // The same photograph as one taken aslant: a rectangle of the wall is known, its right side the farther.
  await choose(page, 'The photograph was taken', 'aslant');
  const corner = page.getByRole('button', { name: /^The top right corner of the known rectangle/ });
  await corner.focus();
  for (let k = 0; k < 6; k++) await page.keyboard.press('ArrowDown');
  await expect(corner).toHaveAccessibleName(/at 1120, 420 px/);
  await page.getByLabel('It is, width × height').fill('1600 x 1200 mm');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await said(page, /^Now it is to scale: 1600 × 1200 mm on the wall/);
  const slanted = await sharp(await (await page.request.get(href!)).body())
    .raw()
    .toBuffer({ resolveWithObject: true });
  const isDark = (x: number, y: number) =>
    slanted.data[(y * slanted.info.width + x) * slanted.info.channels]! === 34;
  const darkIn = (x: number) =>
    Array.from({ length: info.height }, (_, y) => y).filter((y) => isDark(x, y)).length;
  const columns = Array.from({ length: info.width }, (_, x) => x).filter((x) => darkIn(x) > 60);
  // The upright of the frame that is nearer is seen longer.
  expect(darkIn(columns[4]!)).toBeGreaterThan(darkIn(columns.at(-5)!) + 4);
});
