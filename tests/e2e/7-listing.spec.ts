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
  await page.goto('/');
  const onBench = page.getByRole('list', { name: 'Listings no longer so' });
  await expect(onBench).toContainText(/Chart Room, Noon: so now: .*46\.00\sEUR\. And 1 more\./);
  await onBench.getByRole('link', { name: 'Chart Room, Noon' }).click();
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

  const pictures = page.getByRole('region', { name: 'Its pictures' });
  await expect(pictures).toContainText('4 to make');
  await pictures.getByRole('button', { name: 'Make its pictures' }).click();
  await expect(pictures.getByRole('img', { name: 'The picture, on a wall' })).toBeVisible();
  await expect(pictures).not.toContainText('not made yet');
  const href = await page.getByRole('link', { name: /ZIP$/ }).getAttribute('href');
  const files = readZip(await (await page.request.get(href!)).body());
  expect([...files.keys()].filter((name) => name.endsWith('.jpg'))).toHaveLength(4);
  const text = [...files].find(([name]) => name.endsWith('.txt'))![1].toString();
  expect(text).toContain('46.00');
  expect(text).toContain('Drawn at noon');
});

test('two prints are put together as a set, weighed against each alone, and sold together', async ({
  page,
}) => {
  const id = async (name: string, input: object) => (await act(page, name, input)).id as string;
  for (const [title, price] of [
    ['Ebb, First', '60'],
    ['Ebb, Second', '40'],
  ] as const) {
    const workId = await id('recordWork', {
      ...{ owner: '', soldPrice: '', drySince: null, varnish: '', surface: '', smears: false },
      ...{ rights: '', notes: '', title, year: 2026, medium: 'ink on paper', series: 'Ebb' },
      ...{ kind: 'drawing', size: '300 x 200 mm', mayPrint: 'yes' },
    });
    const formatId = await id('offerFormat', { workId, size: '150 x 100 mm', family: 'own' });
    await act(page, 'setPrice', { formatId, price, question: QUESTION });
    await id('openEdition', {
      ...{ workId, kind: 'limited', size: 8, proofs: { AP: 0, PP: 0, HC: 0 } },
      ...{ run: 'all sizes', formatId: null, signing: 'certificate only' },
    });
  }
  await page.goto('/works?by=series');
  await expect(page.getByRole('list', { name: 'Works, Ebb' }).locator('> li')).toHaveCount(2);
  await page.goto('/works/sets');
  await page.getByRole('button', { name: 'Put a set together' }).click();
  const sheet = page.getByRole('dialog', { name: 'A set' });
  for (const name of ['Ebb, First', 'Ebb, Second']) {
    await sheet.getByRole('combobox', { name: 'Add a print' }).fill(name);
    await page.getByRole('option', { name: new RegExp(`^${name}`) }).click();
  }
  await sheet.getByLabel('Name of the set').fill('The whole ebb');
  await sheet.getByLabel(/^Price together/).fill('85');
  await expect(sheet).toContainText('15 %');
  await sheet.getByText('Under one number').click();
  await sheet.getByRole('button', { name: 'Keep this set' }).click();
  await said(page, 'The whole ebb is sold as a set of 2.');
  const panel = page.getByRole('region', { name: 'The whole ebb' });
  await expect(panel).toContainText('8 whole sets left, each under one number: 1, 2, 3');

  await page.goto('/orders/new');
  await page.getByRole('button', { name: 'Add the set The whole ebb' }).click();
  await expect(page.getByText(/its share of the set’s price/)).toHaveCount(2);
  await expect(page.getByText('Together').last()).toContainText('85.00');
  await page.getByRole('button', { name: 'Take the order' }).click();
  await page.waitForURL(/\/orders\/[0-9A-Z]{20,}/);
  await expect(page.getByText(/of the set The whole ebb/)).toHaveCount(2);
  await page.goto('/works/sets');
  await expect(panel).toContainText('7 whole sets left, each under one number: 2, 3');
});
