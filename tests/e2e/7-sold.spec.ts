import { expect, type Page } from '@playwright/test';
import { act, choose, fill, readPdf, said, test } from './hands';

/** The work that the story began with, as its address names it. */
async function ferry(page: Page): Promise<string> {
  await page.goto('/works');
  await page
    .getByRole('link', { name: /Night Ferry/ })
    .first()
    .click();
  await page.waitForURL(/\/works\/[^/]+\//);
  return page.url().split('/works/')[1]!.split('/')[0]!;
}

const cell = (page: Page, name: string | RegExp) =>
  page.getByRole('table', { name: 'What can be bought of it' }).getByRole('button', { name });

test('what is sold: two lines and three finishes, every cent of a price, and the same cost on every page', async ({
  page,
}) => {
  const work = await ferry(page);

  await test.step('a grid of sizes, lines and finishes, ticked and not typed one by one', async () => {
    await page.goto(`/works/${work}/price`);
    await page.getByRole('button', { name: /^Offer more/ }).click();
    const sheet = page.getByRole('dialog');
    await sheet.getByRole('group', { name: 'Lines' }).getByText('Prints').click();
    await fill(page, { 'A new line': 'Harbour cotton' });
    for (const finish of ['mounted', 'framed'])
      await sheet.getByRole('group', { name: 'Finishes' }).getByText(finish, { exact: true }).click();
    await expect(sheet.getByRole('status')).toHaveText(/× 1 × 3 = \d+ products/);
    await sheet.getByRole('button', { name: 'Offer them' }).click();
    await said(page, /products are offered/);

    await page.getByRole('button', { name: /^Offer more/ }).click();
    await sheet.getByRole('group', { name: 'Lines' }).getByText('Prints').click();
    await fill(page, { 'A new line': 'Satin print' });
    await sheet.getByRole('button', { name: 'Offer them' }).click();
    await said(page, /offered/);
    await expect(cell(page, '240 × 180 mm, Satin print: no price yet')).toBeVisible();
    await expect(
      cell(page, '240 × 180 mm, Harbour cotton, framed: a quote from the framer'),
    ).toBeVisible();
  });

  await test.step('a framer’s quote makes the cost whole, and the price’s shares add up to the cent', async () => {
    await cell(page, /Harbour cotton, mounted/).click();
    await page.getByRole('button', { name: 'Set this price' }).click();
    await said(page, /Harbour cotton, mounted sells for/);
    await page.getByRole('button', { name: 'Quote and run' }).click();
    await fill(page, { 'Asked for its finish (mounted)': '12.60', 'By whom': 'own bench' });
    await page.getByRole('button', { name: 'Keep it' }).click();
    await said(page, /12\.60.EUR quoted by own bench/);
    const bar = page.getByRole('img', { name: /^Of .* EUR: / });
    await expect(bar).toHaveAccessibleName(/mat and backing 12\.60/);
    const sums = [...(await bar.getAttribute('aria-label'))!.matchAll(/(−?\d+\.\d\d)/g)].map((m) =>
      Math.round(Number(m[1]!.replace('−', '-')) * 100),
    );
    expect(sums.slice(1).reduce((a, b) => a + b, 0)).toBe(sums[0]);
  });

  await test.step('another hour moves every price that is looked at, and none that is kept, until it is kept', async () => {
    await page.goto('/orders/prices');
    const table = page.getByRole('table', { name: 'Prices' });
    const before = await table.innerText();
    await fill(page, { 'An hour costs, EUR': '90' });
    await choose(page, 'And then', 'shares stay, prices move');
    await expect(page.getByRole('button', { name: /^Keep these \d+ prices/ })).toBeVisible();
    expect(await table.innerText()).not.toBe(before);
    await page.getByRole('button', { name: 'As it is' }).click();
    await expect(page.getByRole('button', { name: /^Keep these/ })).toHaveCount(0);
    expect(await table.innerText()).toBe(before);
    await fill(page, { 'An hour costs, EUR': '90' });
    await choose(page, 'And then', 'shares stay, prices move');
    await choose(page, 'Prices end', 'whole');
    await page.getByRole('button', { name: /^Keep these \d+ prices/ }).click();
    await said(page, /^Set \d+ prices from/);
    const pdf = await readPdf(page.request, '/api/documents/price-list/now');
    expect(pdf.pages[0]!.text).toContain('Harbour cotton, mounted');
    const csv = await (await page.request.get('/api/export/price-list.csv')).text();
    // Whole sums, as was asked.
    expect(csv).toMatch(/Night Ferry,240 × 180 mm,Harbour cotton,mounted,[^,]*,\d+\.00,/);
  });

  await test.step('one product’s cost, asked on every page that shows it, is one figure', async () => {
    const offered = page.locator('[data-cost-of]');
    const seen = new Map<string, Set<string>>();
    for (const path of [
      `/works/${work}/sizes`,
      `/works/${work}/price`,
      '/papers/quotes',
      '/papers/queue',
      '/orders',
    ]) {
      await page.goto(path);
      for (const each of await offered.all()) {
        const [id, total] = [
          (await each.getAttribute('data-cost-of'))!,
          (await each.getAttribute('data-total'))!,
        ];
        seen.set(id, (seen.get(id) ?? new Set()).add(total));
      }
    }
    expect(seen.size).toBeGreaterThanOrEqual(5);
    expect([...seen.values()].filter((totals) => totals.size > 1)).toEqual([]);
  });
});

test('three channels side by side, a batch, a fair, and a job’s account closed with a repair in it', async ({
  page,
}) => {
  await test.step('channels: rules are written, and one overtakes another at a rate that is said', async () => {
    await page.goto('/orders/channels');
    const record = async (values: Record<string, string>, kind?: string) => {
      await page.getByRole('button', { name: 'Record a channel' }).click();
      if (kind) await choose(page, 'What it is', kind);
      await fill(page, values);
      await page.getByRole('button', { name: 'Keep it' }).click();
      await said(page, `${values.Name} is kept.`);
    };
    await record({
      Name: 'own site',
      'Fees by share, one a line': 'payment, 1.9 %',
      'A month, EUR': '900',
    });
    await record({ Name: 'market', 'Fees by share, one a line': 'market, 20 %' }, 'marketplace');
    await record({ Name: 'the shop', 'Keeps of the price': '40' }, 'shop or gallery');
    await expect(
      page.getByText(/From \d+ sales a month on own site leaves more than market/),
    ).toBeVisible();
    await expect(page.getByRole('img', { name: /^the shop, of .*the shop / })).toBeVisible();
    await page.getByRole('button', { name: 'Record a channel' }).click();
    await fill(page, { Name: 'x', 'Fees by share, one a line': 'market' });
    await expect(page.getByRole('dialog')).toContainText('expected a line such as "market, 6.5 %"');
  });

  await test.step('a batch against printing per sale, and what to take to a fair', async () => {
    await page.goto('/orders/batch');
    await fill(page, { 'At the least': '9', Likely: '4' });
    await expect(page.getByRole('alert').first()).toContainText('at most the likely number, 4');
    await fill(page, { 'At the least': '2', Likely: '4', 'At the most': '9' });
    await expect(
      page.getByText(/^(Print one whenever one is sold|\d+ are expected to bring in)/),
    ).toBeVisible();
    await fill(page, { 'Budget, EUR': '0' });
    await expect(page.getByText('Nothing is expected to pay within that.')).toBeVisible();
    await expect(page.getByText(/It has paid for itself after/)).toBeVisible();
    await choose(page, 'What would be yours', 'framing');
    await fill(page, {
      'Saw, cutter, joiner, EUR': '600',
      'The framer asks, EUR': '95',
      'Moulding, glass, board of one, EUR': '38',
      'Minutes a frame': '0',
      'Cut wrong, %': '5',
      'Frames a month': '3',
    });
    // 600.00 ÷ (95.00 − 40.00) is 10.9.
    await expect(
      page.getByText('It has paid for itself after 11 frames: 3.7 months at 3 a month.'),
    ).toBeVisible();
  });

  await test.step('a job’s account: quotes, costs, hours, a repair apart, and closed', async () => {
    await page.goto('/orders/accounts');
    await page.getByRole('button', { name: 'Open an account' }).click();
    await fill(page, { 'What it is': 'Altar canvas', 'Agreed in all, EUR': '300' });
    await page.getByRole('button', { name: 'Keep it' }).click();
    await page.waitForURL(/\/orders\/accounts\/.+/);
    const write = async (kind: string, values: Record<string, string>) => {
      await page.getByRole('button', { name: 'Write a line' }).click();
      await choose(page, 'Kind', kind);
      await fill(page, values);
      await page.getByRole('button', { name: 'Write it' }).click();
      await said(page, /stands in the account/);
    };
    await write('quoted', { 'What for': 'bars', 'Sum, EUR': '40' });
    await write('paid', { 'What for': 'bars', 'Sum, EUR': '46.50' });
    await write('own hours', { 'What for': 'stretching', Minutes: '60' });
    await write('avoidable loss', { 'What for': 'a corner torn: repair', 'Sum, EUR': '20' });
    await expect(page.getByRole('row', { name: /bars 40\.00 46\.50 .*6\.50 more/ })).toBeVisible();
    await expect(
      page.getByText(/Of 300\.00.EUR agreed it leaves .* 20\.00.EUR of it could have been avoided/),
    ).toBeVisible();
    await page.getByRole('button', { name: 'Close it' }).click();
    await said(page, 'Closed the account of Altar canvas.');
    await expect(page.getByRole('button', { name: 'Write a line' })).toHaveCount(0);
  });

  await test.step('goods are recorded and sold, and income stands by month', async () => {
    await page.goto('/orders/goods');
    await page.getByRole('button', { name: 'Record goods' }).click();
    await fill(page, {
      Name: 'Ferry card',
      'Costs you, EUR': '0.72',
      'Sells for, EUR': '3.50',
      'On hand': '5',
      Weighs: '14 g',
      Thick: '0.5 mm',
    });
    await page.getByRole('button', { name: 'Record it' }).click();
    await said(page, 'Ferry card is recorded.');
    await page.getByRole('button', { name: 'Ferry card came or went' }).click();
    await fill(page, { 'How many': '6' });
    await page.getByRole('button', { name: 'Note it' }).click();
    await expect(page.getByRole('dialog').getByRole('alert')).toContainText(
      '5 of Ferry card are on hand, not 6.',
    );
    await fill(page, { 'How many': '2' });
    await page.getByRole('button', { name: 'Note it' }).click();
    await said(page, 'Sold 2 × Ferry card: 3 on hand.');
    await page.goto('/orders/income');
    await expect(page.getByRole('img', { name: /stayed/ }).first()).toBeVisible();
    const income = await page.getByText(/in a year brought in/).innerText();
    await page.getByRole('button', { name: 'Note attention' }).click();
    await fill(page, { Where: 'the harbour window', 'How many': '412' });
    await page.getByRole('button', { name: 'Note it' }).click();
    await said(page, /^Noted, apart from sales: 412 looks of the studio’s work/);
    await expect(page.getByRole('row', { name: /the harbour window looks 412/ })).toBeVisible();
    expect(await page.getByText(/in a year brought in/).innerText()).toBe(income);
    await act(page, 'noteTiming', { act: 'pack', seconds: 200, prints: 1 });
  });
});
