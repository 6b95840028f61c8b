import { expect } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { readZip } from '../unit/helpers/readZip';
import { act, makeTiff, press, said, test } from './hands';

const QUESTION = { costs: [], fixedFees: [], shareFees: [], carriageCharged: 0, margin: 0.5, given: 0 };

test('a listing is written from the records, put into other words, and what changes is found at its sentence', async ({
  page,
}) => {
  const id = async (name: string, input: object) => (await act(page, name, input)).id as string;
  const workId = await id('recordWork', {
    ...{ owner: '', soldPrice: '', drySince: null, varnish: '', surface: '', smears: false },
    ...{ rights: '', notes: '', title: 'Chart Room, Noon', year: 2024, medium: 'ink on paper' },
    ...{ kind: 'drawing', size: '300 x 200 mm', mayPrint: 'yes' },
  });
  const file = await makeTiff('chart-room.tif', 1_800, 1_200);
  const taken = await page.request.post(`/api/intake?name=chart-room.tif&work=${workId}`, {
    data: readFileSync(file),
  });
  expect(taken.status()).toBe(200);
  const formatId = await id('offerFormat', { workId, size: '150 x 100 mm', family: 'own' });
  await act(page, 'setPrice', { formatId, price: '40', question: QUESTION });
  await id('openEdition', {
    ...{ workId, kind: 'limited', size: 12, proofs: { AP: 0, PP: 0, HC: 0 } },
    ...{ run: 'all sizes', formatId: null, signing: 'certificate only' },
  });
  await expect(async () => {
    await page.goto(`/works/${workId}/listing`);
    await expect(page.getByRole('button', { name: 'Write it so' })).toBeVisible({ timeout: 3_000 });
  }).toPass();
  await press(page, 'w');
  await said(page, /^The listing of Chart Room, Noon is written/);
  await expect(page.getByText('All of it is so today.')).toBeVisible();

  const original = page.locator('[data-key=original]');
  await original.getByRole('button', { name: /^Other words for/ }).click();
  await original.getByRole('textbox').fill('Drawn at noon, with the blinds half down.');
  await original.getByRole('button', { name: 'Keep these words' }).click();
  await expect(original).toContainText('in your words');

  // A price and the edition change elsewhere: each marks its own sentence, and no other.
  await act(page, 'setPrice', { formatId, price: '46', question: QUESTION });
  const buyerId = await id('recordBuyer', {
    ...{ name: 'Ilva Mast', preferredName: '', email: '', address: 'Mole 1', country: 'Norrholm' },
    ...{ mayWriteSince: null, notes: '' },
  });
  const edition = await page.request.get('/api/export/register.json');
  const { entries } = (await edition.json()) as { entries: { act: string; editionId: string }[] };
  await act(page, 'placeOrder', {
    ...{
      buyerId,
      carriage: '',
      message: '',
      wantsSignature: false,
      paid: true,
      orderedOn: null,
      notes: '',
    },
    lines: [
      { editionId: entries.findLast((e) => e.editionId)!.editionId, formatId, quantity: 2, price: '' },
    ],
  });
  await page.reload();
  await expect(page.getByText('2 things are no longer as said.')).toBeVisible();
  await expect(page.locator('[data-state=changed]')).toHaveCount(2);
  const size = page.locator('[data-key^="size:"]');
  await expect(size.locator('strong')).toContainText('46.00');
  await page.goto('/orders/listings');
  const table = page.getByRole('table', { name: 'What is no longer true' });
  await expect(table).toContainText('12 are still to be had');
  await expect(table).toContainText('10 are still to be had');
  await table.getByRole('link', { name: 'Write it anew' }).first().click();
  for (const key of ['size:', 'edition']) {
    const paragraph = page.locator(`[data-key^="${key}"]`);
    await paragraph.getByRole('button', { name: 'Write it anew' }).click();
    await expect(paragraph).toHaveAttribute('data-state', 'so');
  }
  await expect(page.getByText('All of it is so today.')).toBeVisible();
  await expect(original).toContainText('Drawn at noon');

  const href = await page.getByRole('link', { name: /ZIP$/ }).getAttribute('href');
  const files = readZip(await (await page.request.get(href!)).body());
  expect([...files.keys()].filter((name) => name.endsWith('.jpg'))).toHaveLength(4);
  const text = [...files].find(([name]) => name.endsWith('.txt'))![1].toString();
  expect(text).toContain('46.00');
  expect(text).toContain('Drawn at noon');
});
