import { expect, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { act, choose, fill, makeTiff, press, said, test } from './hands';

const QUESTION = { costs: [], fixedFees: [], shareFees: [], carriageCharged: 0, margin: 0.5, given: 0 };

/** A work in an open edition, and an order for one print of it by somebody of a name. */
async function ordered(page: Page, title: string, buyer: string) {
  const id = async (name: string, input: object) => (await act(page, name, input)).id as string;
  const workId = await id('recordWork', {
    ...{ owner: '', soldPrice: '', drySince: null, varnish: '', surface: '', smears: false },
    ...{ rights: '', notes: '', title, year: 2024, medium: 'ink on paper' },
    ...{ kind: 'drawing', size: '300 x 200 mm', mayPrint: 'yes' },
  });
  const file = await makeTiff('week.tif', 1_800, 1_200, title.length);
  const taken = await page.request.post(`/api/intake?name=week.tif&work=${workId}`, {
    data: readFileSync(file),
  });
  expect(taken.status()).toBe(200);
  const formatId = await id('offerFormat', { workId, size: '150 x 100 mm', family: 'own' });
  await act(page, 'setPrice', { formatId, price: '40', question: QUESTION });
  const editionId = await id('openEdition', {
    ...{ workId, kind: 'limited', size: 12, proofs: { AP: 1, PP: 0, HC: 0 } },
    ...{ run: 'all sizes', formatId: null, signing: 'certificate only' },
  });
  const buyerId = await id('recordBuyer', {
    ...{ name: buyer, preferredName: '', email: 'tilda@post.example', address: 'Mole 1' },
    ...{ country: 'Norrholm', mayWriteSince: null, notes: '' },
  });
  const orderId = await id('placeOrder', {
    ...{ buyerId, carriage: '', message: '', wantsSignature: false, paid: true },
    ...{ orderedOn: null, notes: '' },
    lines: [{ editionId, formatId, quantity: 1, price: '' }],
  });
  return { workId, formatId, editionId, buyerId, orderId };
}

test('anything is found from anywhere by the keyboard alone', async ({ page }) => {
  const { workId, buyerId } = await ordered(page, 'Quillwork Harbour', 'Tilda Zephyrstrand');
  await page.goto('/papers');
  const find = async (words: string) => {
    await press(page, '/');
    await page.keyboard.press('ControlOrMeta+a');
    await page.keyboard.type(words);
  };
  const list = page.getByRole('listbox', { name: 'What was found' });
  await find('quillw');
  await expect(list.getByRole('option', { name: /^Quillwork Harbour/ }).first()).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(new RegExp(`/works/${workId}`));

  await find('zephyr');
  await expect(list.getByRole('group', { name: 'People' })).toContainText('Tilda Zephyrstrand');
  await expect(list.getByRole('group', { name: 'Orders' })).toContainText('Tilda Zephyrstrand');
  await list.getByRole('group', { name: 'People' }).getByRole('option').click();
  await expect(page).toHaveURL(new RegExp(`/orders/people/${buyerId}`));

  // A print as it is signed; a word of the craft; and nothing, said so.
  await find('5/12 quill');
  await expect(list).toContainText('5/12 of Quillwork Harbour');
  await find('deckl');
  await expect(list.getByRole('group', { name: 'Words of the craft' })).toContainText('feathered edge');
  await find('zzzqx');
  await expect(page.getByText('Nothing begins with these words.')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: '“zzzqx”' })).toBeVisible();
});

test('somebody is written to only after they agreed, and is forgotten when they ask', async ({
  page,
}) => {
  const { workId, buyerId, orderId } = await ordered(page, 'Letterbox Quay', 'Wendel Ashgrove');
  const letter = `/orders/people/letter?work=${workId}&voucher=10&word=QUAY10`;
  await page.goto(letter);
  await expect(page.getByText('What the voucher leaves')).toBeVisible();
  await expect(page.getByRole('link', { name: 'Wendel Ashgrove' })).toHaveCount(0);

  await page.goto(`/orders/people/${buyerId}`);
  await expect(page.getByText('They never agreed to be written to')).toBeVisible();
  await page.getByRole('button', { name: 'They agree now' }).click();
  await fill(page, { 'Where and how': 'at the spring fair' });
  await page.getByRole('dialog').getByRole('button', { name: 'Keep it' }).click();
  await said(page, /^Wendel Ashgrove may be written to since/);
  await page.goto(letter);
  await expect(page.getByRole('link', { name: 'Wendel Ashgrove' })).toBeVisible();
  const list = await page.request.get(
    `/api/export/letter.csv?${new URL(letter, 'http://x').searchParams}`,
  );
  expect(await list.text()).toMatch(/Wendel Ashgrove,.*,at the spring fair,1,.*Letterbox Quay,QUAY10,10/);

  // What is owed comes first; then nothing of them is left.
  await page.goto(`/orders/people/${buyerId}`);
  const forget = page.getByRole('dialog').getByRole('button', { name: 'Forget them' });
  await page.getByRole('button', { name: 'Forget them' }).click();
  await forget.click();
  await expect(page.getByRole('dialog')).toContainText(/cannot be forgotten yet: order \d+ is new/);
  await page.getByRole('dialog').getByRole('button', { name: 'Leave it' }).click();
  await act(page, 'cancelOrder', { id: orderId, note: '' });
  await page.reload();
  await page.getByRole('button', { name: 'Forget them' }).click();
  await forget.click();
  await said(page, /^They are forgotten here/);
  const found = await page.request.get('/api/find?q=ashgrove');
  expect(await found.json()).toEqual([]);
});

test('the week is laid on the hours there are, moved by hand with what follows, and read as a calendar', async ({
  page,
}) => {
  const { orderId } = await ordered(page, 'Weekday Ebb', 'Ilva Mornquist');
  await page.goto('/week');
  await expect(page.getByRole('heading', { level: 1, name: 'The week' })).toBeVisible();
  // Whatever the clock says, the days ahead have hours of their own.
  const days = await page.evaluate(() =>
    Array.from({ length: 6 }, (_, k) =>
      new Date(Date.now() + (k + 1) * 864e5).toISOString().slice(0, 10),
    ),
  );
  for (const day of days) await act(page, 'setDayHours', { day, hours: '4 h' });
  await page.reload();
  const pack = page.getByRole('button', { name: /Pack order \d+, Ilva Mornquist/ }).first();
  await pack.click();
  const aside = page.getByRole('complementary').filter({ hasText: 'Its day' });
  await expect(aside).toContainText('Comes after');
  await choose(page, 'Its day', new RegExp(`\\b${Number(days[5]!.slice(8))} `));
  await said(page, /planned for/);
  await expect(page.getByRole('heading', { name: 'What follows from it' })).toBeVisible();
  await expect(aside).toContainText('By hand');
  const text = await (await page.request.get('/api/export/week.ics')).text();
  const event = text
    .replaceAll('\r\n ', '')
    .split('BEGIN:VEVENT')
    .find((e) => e.includes(`pack:${orderId}`))!;
  expect(event).toContain(`DTSTART:${days[5]!.replaceAll('-', '')}T`);

  // The calendar's private address answers without the house, and no more once it is taken away.
  await page.getByRole('button', { name: 'Make an address' }).click();
  await said(page, /^The calendar has an address/);
  const href = await page.getByRole('link', { name: 'Its private address' }).getAttribute('href');
  expect(await (await page.request.get(href!)).text()).toContain('Ilva Mornquist');
  await page.getByRole('button', { name: 'Take it away' }).click();
  await said(page, /address is taken away/);
  expect((await page.request.get(href!)).status()).toBe(404);
});

test('a line of the bench is put off until a day, and taken up again', async ({ page }) => {
  const title = 'Kept for Later';
  await act(page, 'recordWork', {
    ...{ owner: '', soldPrice: '', drySince: null, varnish: '', surface: '', smears: false },
    ...{ rights: '', notes: '', title, year: 2024, medium: 'ink on paper' },
    ...{ kind: 'drawing', size: '300 x 200 mm', mayPrint: 'yes' },
  });
  await page.goto('/');
  const groups = page.getByRole('button', { name: /^Will hold something up/ });
  if ((await groups.getAttribute('aria-expanded')) === 'false') await groups.click();
  await page.getByRole('button', { name: new RegExp(`^Put off: .*${title}`) }).click();
  await fill(page, { Why: 'no light' });
  await page.getByRole('button', { name: 'Put it off' }).click();
  await said(page, /put off until/);
  const off = page.getByRole('button', { name: /^Put off: \d+/ });
  await off.click();
  const line = page.getByRole('listitem').filter({ hasText: 'no light' });
  await expect(line).toContainText(title);
  await line.getByRole('button', { name: 'Take it up' }).click();
  await said(page, 'It is back on the bench.');
});
