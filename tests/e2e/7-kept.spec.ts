import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, type Page } from '@playwright/test';
import bwipjs from 'bwip-js/node';
import sharp from 'sharp';
import { act, choose, fill, press, readPdf, said, test } from './hands';

const BLANK = {
  owner: '',
  soldPrice: '',
  drySince: null,
  varnish: '',
  surface: '',
  smears: false,
  rights: '',
  notes: '',
};

type Ids = { work: string; format: string; paper: string; edition: string };

/** A work of its own with a size, a paper and a price, so that the story's other runs stay as they are. */
async function begin(page: Page, title = 'Lock Gate, Thaw'): Promise<Omit<Ids, 'edition'>> {
  const id = async (name: string, input: object) => (await act(page, name, input)).id as string;
  const work = await id('recordWork', {
    ...BLANK,
    title,
    year: 2024,
    medium: 'oil on panel',
    kind: 'painting',
    size: '400 x 300 mm',
    mayPrint: 'yes',
  });
  const format = await id('offerFormat', { workId: work, size: '200 x 150 mm', family: 'own' });
  await act(page, 'changeBorder', {
    id: format,
    top: '20 mm',
    right: '20 mm',
    bottom: '30 mm',
    left: '20 mm',
  });
  const paper = await id('recordPaper', {
    name: `Weir Rag 300${title === 'Lock Gate, Thaw' ? '' : `, ${title}`}`,
    base: 'cotton',
    surface: 'matte',
    gsm: 300,
    thickness: '0.45 mm',
    brightener: 'none',
    mayRoll: true,
    scuffs: false,
    dryHours: 12,
    pricePerM2: '18',
    sizes: '',
    permanence: '',
    notes: '',
  });
  const question = { costs: [], fixedFees: [], shareFees: [], carriageCharged: 0, margin: 0.5, given: 0 };
  await act(page, 'setPrice', { formatId: format, price: '80', question });
  return { work, format, paper };
}

const sheet = (page: Page, name: RegExp) =>
  page.getByRole('grid', { name: 'Impressions' }).getByRole('row', { name });

/** A day, typed as its parts come: day, month, year. */
async function day(page: Page, label: string, digits: string): Promise<void> {
  const field = page.getByRole('dialog').getByRole('group', { name: label, exact: true });
  await field.getByRole('spinbutton').first().focus();
  await page.keyboard.type(digits);
}

test('an edition from its opening to the certificate that proves it, and everything round it', async ({
  page,
  context,
}) => {
  const ids = { ...(await begin(page)), edition: '' } satisfies Ids;

  await test.step('opened with what is kept back, tiers, and what stays outside; the sentence says all of it', async () => {
    await page.goto(`/works/${ids.work}/edition`);
    await page.getByRole('button', { name: /^Open an edition/ }).click();
    await choose(page, 'Kind', 'limited to a number');
    await fill(page, {
      'Run of': '12',
      'Artist’s proofs': '1',
      'Kept by the artist': '1',
      'Price tiers': '10 25 %',
      'Also outside the run': 'postcards',
      'Never made': 'digital copies',
    });
    const dialog = page.getByRole('dialog');
    await expect(dialog).toContainText('Nothing of this work has sold yet');
    // Eight at 80.00 and three at 100.00, the first kept back.
    await expect(dialog).toContainText('Sold out at today’s smallest price it brings 940.00');
    await expect(dialog).toContainText(
      'postcards stand outside the run, uncounted; digital copies are not made; number 1 stays with the artist',
    );
    await fill(page, { 'Price tiers': 'ten per cent' });
    await dialog.getByRole('button', { name: 'Declare it' }).click();
    await expect(dialog).toContainText('a number and a raise');
    await fill(page, { 'Price tiers': '10 25 %' });
    await dialog.getByRole('button', { name: 'Declare it' }).click();
    await page.waitForURL(/\/register\//);
    ids.edition = page.url().split('/register/')[1]!;
    await expect(page.getByText(/11 free to sell/)).toBeVisible();
    const statement = await readPdf(page.request, `/api/documents/opening-statement/${ids.edition}`);
    expect(statement.pages[0]!.text).toContain('Kept by the artist');
  });

  await test.step('printed, passed in one act by a filter, and signed one by one at the table by keys alone', async () => {
    await page.getByRole('button', { name: /^Record prints/ }).click();
    await choose(page, 'Size', '200 × 150 mm');
    await choose(page, 'Paper', 'Weir Rag 300');
    await fill(page, { 'How many': '5' });
    await page.getByRole('button', { name: 'They are printed' }).click();
    await fill(page, { 'Reason, kept with the record': 'the first of them, judged as they came' });
    await page.getByRole('button', { name: 'Go on all the same' }).click();
    await said(page, '1–5 of 12 printed. Inspect them when dry.');
    await choose(page, 'Show', /^to inspect, 5/);
    await page.getByRole('button', { name: 'Choose these 5' }).click();
    await page.getByRole('button', { name: /^Pass 5/ }).click();
    await said(page, '1–5 of 12: passed.');
    await page.goto(`/register/${ids.edition}/sign`);
    await page.getByLabel('The pen').fill('gel pen');
    await page.getByRole('button', { name: 'It did not' }).click();
    await said(page, 'gel pen did not work on Weir Rag 300.');
    await page.getByLabel('The pen').fill('pencil 2B');
    await page.getByRole('button', { name: 'It worked: begin' }).click();
    await expect(page.getByText('1/12', { exact: true }).first()).toBeVisible();
    await page.locator('h1').click();
    for (const label of ['1/12', '2/12', '3/12']) {
      await expect(page.locator('p', { hasText: new RegExp(`^${label}$`) })).toBeVisible();
      await press(page, 'Space');
    }
    await press(page, 'Backspace');
    await expect(page.locator('p', { hasText: /^3\/12$/ })).toBeVisible();
    await press(page, 'Space');
    await press(page, 'n');
    await press(page, 'l');
    await page.getByLabel('What happened to it, before whom').fill('ink smeared, torn up before Ane');
    await page.getByRole('button', { name: 'It is spoiled' }).click();
    await expect(page.getByText(/^3 signed/)).toBeVisible();
    await page.getByRole('link', { name: 'Back to the sheets' }).click();
    for (const row of [/^3\/12, ready/, /^4\/12, to sign/, /^5\/12, spoiled/])
      await expect(sheet(page, row)).toBeVisible();
    await expect(sheet(page, /^1\/12, kept back/)).toBeVisible();
  });

  await test.step('a spoiled number is destroyed before witnesses, and made again as the run declared', async () => {
    await sheet(page, /^5\/12/).click();
    await page.getByRole('button', { name: 'Destroyed' }).click();
    await page.getByLabel('How it was destroyed, before whom').fill('cut in four before Ane');
    await page.getByRole('button', { name: 'Record it' }).click();
    await said(page, '5/12: destroyed.');
    await page.getByRole('button', { name: 'Make the number again' }).click();
    await said(page, '5/12: remade.');
    await expect(sheet(page, /^5\/12, to print/)).toBeVisible();
  });

  await test.step('held for somebody, shown as such, and sold to nobody else', async () => {
    await sheet(page, /^2\/12/).click();
    await page.getByRole('button', { name: /^Hold for somebody/ }).click();
    await fill(page, { 'For whom': 'Ruve Tallis' });
    await day(page, 'Until', '01052099');
    await page.getByRole('button', { name: 'Hold it' }).click();
    await said(page, /2\/12 is held for Ruve Tallis/);
    await expect(sheet(page, /^2\/12, reserved/)).toBeVisible();
    await expect(page.getByText(/10 free to sell/)).toBeVisible();
  });

  await test.step('to a shop and settled there: their share, what is yours, an order of its own', async () => {
    await act(page, 'recordBuyer', {
      name: 'Room Nine',
      preferredName: '',
      email: '',
      address: 'Tanner’s Row 9\nOst Kroon',
      country: 'Norrholm',
      mayWriteSince: null,
      notes: '',
    });
    await sheet(page, /^3\/12/).click();
    await page.getByRole('button', { name: 'To a shop' }).click();
    await page.getByRole('combobox', { name: 'Who gets them' }).fill('Room N');
    await page.getByRole('option', { name: 'Room Nine' }).click();
    await day(page, 'Due back or paid by', '01032099');
    await page.getByRole('button', { name: 'It goes there' }).click();
    await said(page, /3\/12 on consignment with Room Nine/);
    await page.goto('/register/consignments');
    await page.getByRole('link', { name: 'Room Nine' }).click();
    await choose(page, 'What became of Lock Gate, Thaw 3/12', 'sold');
    await page.getByRole('button', { name: 'Settle it' }).click();
    // 80.00 less 40 %.
    await said(page, /3\/12 sold\. Room Nine paid 48\.00.EUR, as order \d+; the note is settled\./);
  });

  const codes: string[] = [];
  await test.step('its certificate is written once; what changes later changes nothing of it', async () => {
    await page.goto(`/register/${ids.edition}`);
    await sheet(page, /^2\/12/).click();
    await page.getByRole('button', { name: 'Write its certificate' }).click();
    await said(page, 'The certificate of 2/12 written.');
    const href = (await page.getByRole('link', { name: 'Certificate as PDF' }).getAttribute('href'))!;
    const before = (await readPdf(page.request, href)).pages[0]!.text;
    await act(page, 'changeBorder', {
      id: ids.format,
      top: '40 mm',
      right: '40 mm',
      bottom: '50 mm',
      left: '40 mm',
    });
    const after = (await readPdf(page.request, href)).pages[0]!.text;
    expect(after).toBe(before);
    expect(after).toContain('240 × 200 mm');
    await page.getByRole('link', { name: 'Everything about it' }).click();
    await page.waitForURL(/\/register\/impressions\//);
    await expect(page.getByText('240 × 200 mm', { exact: false }).first()).toBeVisible();
    await expect(page.getByText(/With pencil 2B/)).toBeVisible();
    const answer = await page.request.get(`/api/impressions/${page.url().split('/impressions/')[1]}`);
    const { certificate } = (await answer.json()) as { certificate: { code: string } };
    codes.push(certificate.code);
  });

  await test.step('the code is read from a photograph, by the studio’s page and by one file without a network', async () => {
    const dir = mkdtempSync(join(tmpdir(), 'glassine-code-'));
    const png = await bwipjs.toBuffer({
      bcid: 'qrcode',
      text: codes[0]!,
      scale: 4,
      padding: 12,
      backgroundcolor: 'FFFFFF',
    });
    writeFileSync(join(dir, 'code.png'), png);
    await page.goto('/register/check');
    await page.getByLabel('A photograph of the code').setInputFiles(join(dir, 'code.png'));
    await expect(page.getByText('genuine', { exact: true })).toBeVisible();
    const html = await (await page.request.get('/api/export/certificates.html')).text();
    writeFileSync(join(dir, 'check.html'), html);
    const alone = await context.newPage();
    await context.setOffline(true);
    await alone.goto(`file://${join(dir, 'check.html')}`);
    await alone.getByLabel('A photograph of the code').setInputFiles(join(dir, 'code.png'));
    await expect(alone.locator('#answer')).toContainText('genuine');
    await expect(alone.locator('#answer')).toContainText('Lock Gate, Thaw');
    for (const [from, to] of [
      ['2%2F12', '1%2F12'],
      ['Thaw', 'Thew'],
      ['200000x150000', '200000x250000'],
    ]) {
      expect(codes[0]).toContain(from);
      await alone.getByLabel('What the code says').fill(codes[0]!.replace(from!, to!));
      await expect(alone.locator('#answer')).toContainText('altered');
    }
    await alone.close();
    await context.setOffline(false);
  });

  await test.step('a kept head of the chain is held against the register', async () => {
    await page.goto('/register/keeping');
    const head = await page.getByLabel('Signed head of the register').innerText();
    await page.getByLabel('Paste it').fill(head);
    await page.getByRole('button', { name: 'Hold it against the register' }).click();
    await expect(page.getByText(/^the same: Entry \d+ stands as it stood/)).toBeVisible();
    const json = (await (await page.request.get('/api/export/register.json')).json()) as {
      entries: unknown[];
    };
    expect(json.entries.length).toBeGreaterThan(20);
  });

  await test.step('a notebook: its doubtful line is decided before anything comes over', async () => {
    await page.goto(`/register/${ids.edition}/notebook`);
    await page
      .getByLabel('The notebook')
      .fill('number,state,buyer,date\n8,sold,Ane Morvik,2024-05-17\n9,somewhere,,\n');
    await page.getByRole('button', { name: 'Read it' }).click();
    await expect(page.getByText('1 of 2 lines are doubtful')).toBeVisible();
    await expect(page.getByRole('button', { name: /^Bring 2 over/ })).toBeDisabled();
    await choose(page, 'State of line 3', 'kept');
    await expect(page.getByText('2 lines are clear.')).toBeVisible();
    await page.getByRole('button', { name: /^Bring 2 over/ }).click();
    await said(page, '2 numbers are brought over; the register says that they come from paper.');
    await page.waitForURL(new RegExp(`/register/${ids.edition}$`));
    await expect(sheet(page, /^8\/12, delivered/)).toBeVisible();
  });
});

/** A small picture, as a telephone would send it. */
const photograph = () =>
  sharp({ create: { width: 320, height: 240, channels: 3, background: '#8a5a44' } })
    .jpeg()
    .toBuffer();

test('a run that retires what is destroyed and says what it is made as: bound by it, its tiers said before an order', async ({
  page,
}) => {
  const title = 'Sluice, Frost';
  const ids = await begin(page, title);
  let edition = '';

  await test.step('declared with its size named; the sentence binds it', async () => {
    await page.goto(`/works/${ids.work}/edition`);
    await page.getByRole('button', { name: /^Open an edition/ }).click();
    await choose(page, 'Kind', 'limited to a number');
    await choose(page, 'A destroyed number', 'is retired');
    await fill(page, { 'Run of': '4', 'Artist’s proofs': '0', 'Price tiers': '3 50 %' });
    await page.getByText('Name its sizes, papers and processes').click();
    const dialog = page.getByRole('dialog');
    await expect(dialog).toContainText(
      'One run of 4 for all of this together; made at 200 × 150 mm; the number of a destroyed impression is retired.',
    );
    await dialog.getByRole('button', { name: 'Declare it' }).click();
    await page.waitForURL(/\/register\//);
    edition = page.url().split('/register/')[1]!;
  });

  await test.step('a size that was not declared is not numbered in it without a reason that is kept', async () => {
    await act(page, 'offerFormat', { workId: ids.work, size: '100 x 75 mm', family: 'own' });
    await page.reload();
    await page.getByRole('button', { name: /^Record prints/ }).click();
    await choose(page, 'Size', '100 × 75 mm');
    await choose(page, 'Paper', `Weir Rag 300, ${title}`);
    await fill(page, { 'How many': '1' });
    await page.getByRole('button', { name: 'They are printed' }).click();
    await expect(page.getByText(/The run was declared at 200 × 150 mm/)).toBeVisible();
    await choose(page, 'Size', '200 × 150 mm');
    await fill(page, { 'How many': '2' });
    await page.getByRole('button', { name: 'They are printed' }).click();
    await fill(page, { 'Reason, kept with the record': 'judged as they came' });
    await page.getByRole('button', { name: 'Go on all the same' }).click();
    await said(page, '1–2 of 4 printed. Inspect them when dry.');
  });

  await test.step('what spoiled one is photographed on its page, and the photograph speaks in words', async () => {
    await sheet(page, /^2\/4/).click();
    await page.getByRole('button', { name: 'Spoil', exact: true }).click();
    await page.getByLabel('What is wrong with it').fill('a roller mark, seen by Ane');
    await page.getByRole('button', { name: 'Spoil it' }).click();
    await said(page, '2/4: spoiled.');
    await page.getByRole('link', { name: 'Everything about it' }).click();
    await page.waitForURL(/\/register\/impressions\//);
    const picture = { name: 'mark.jpg', mimeType: 'image/jpeg', buffer: await photograph() };
    await page.getByLabel(/^Add a photograph/).setInputFiles(picture);
    await said(page, `The photograph is kept with ${title}, 2/4.`);
    await page.getByRole('button', { name: /^Photograph 1 of 1/ }).click();
    await fill(page, { 'What it shows': 'the roller mark, lower left' });
    await page.getByRole('button', { name: 'Keep these words' }).click();
    await expect(
      page.getByRole('button', { name: 'Photograph 1 of 1, the roller mark, lower left' }),
    ).toBeVisible();
    await page
      .getByLabel(/^Add a photograph/)
      .setInputFiles({ name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('no picture') });
    await expect(page.getByText(/“notes.txt” is not a picture/)).toBeVisible();
  });

  await test.step('destroyed, its number is retired for good: it is not made again, and never for sale', async () => {
    await page.goto(`/register/${edition}`);
    await expect(page.getByText(/3 free to sell/)).toBeVisible();
    await sheet(page, /^2\/4/).click();
    await page.getByRole('button', { name: 'Destroyed' }).click();
    await page.getByLabel('How it was destroyed, before whom').fill('cut in four before Ane');
    await page.getByRole('button', { name: 'Record it' }).click();
    await said(page, '2/4: destroyed.');
    await expect(page.getByText(/3 free to sell/)).toBeVisible();
    await expect(page.getByRole('button', { name: 'Make the number again' })).toHaveCount(0);
  });

  await test.step('what an order comes to under its tiers is said before it is taken', async () => {
    await page.goto('/orders/new');
    const print = page.getByRole('combobox', { name: 'Print' });
    await print.fill(title);
    await page
      .getByRole('option', { name: new RegExp(`${title}, 200 × 150 mm`) })
      .first()
      .click();
    await page.getByLabel('How many').fill('2');
    // Number 1 at 80.00, number 3 in the tier from 3 on, at 120.00; 2 is retired.
    await expect(
      page.getByText(/1 at 80\.00.EUR and 1 at 120\.00.EUR: the tiers of its run/),
    ).toBeVisible();
    await expect(page.getByText(/200\.00/).first()).toBeVisible();
  });

  await test.step('the register of the year is there to be bound', async () => {
    await page.goto('/register/keeping');
    const href = await page.getByRole('link', { name: 'PDF of all' }).getAttribute('href');
    const pdf = await readPdf(page.request, href!);
    const text = pdf.pages.map((each) => each.text).join(' ');
    expect(text).toContain('The register of impressions');
    expect(text).toContain('cut in four before Ane');
  });
});
