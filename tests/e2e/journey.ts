import { expect, type APIRequestContext, type Page } from '@playwright/test';
import { keys, thumb, type Hand } from './hand';
import { answering, choose, fill, makeTiff, press, readPdf, said, test } from './hands';

type Traveller = { page: Page; request: APIRequestContext; hand: Hand };

/** One work in an empty studio, from the original to the posted print: by a mouse, by the keys alone, or by a thumb. */
export function journey(hand: Hand): void {
  // One window from the first half to the last, as a person has.
  let page: Page;
  test.beforeAll(async ({ browser }) => {
    page = answering(await browser.newPage());
  });
  test.afterAll(() => page.close());

  test('from the original to its sizes', ({ request }) => toTheSizes({ page, request, hand }));
  test('from the shelf to the accepted proof', ({ request }) => toTheProof({ page, request, hand }));
  test('from the price to the posted print', ({ request }) => toThePost({ page, request, hand }));
}

/** What the strip over every page says the next step is: it follows the records, not what was pressed. */
const strip = (page: Page) => page.getByRole('complementary', { name: 'The whole way' });
const expectNext = (page: Page, step: string, says: string) =>
  expect(strip(page)).toContainText(new RegExp(`Next: ${step}. ${says}`));

async function goToStation({ page, hand }: Traveller, station: string): Promise<void> {
  await page.goto('/works');
  await hand.press(page.getByRole('link', { name: /Night Ferry/ }));
  await hand.press(page.getByRole('link', { name: new RegExp(`^${station}`, 'i') }));
  await page.waitForURL(new RegExp(`/${station}$`));
}

async function toTheSizes({ page, hand }: Traveller): Promise<void> {
  await test.step('an empty studio says what belongs here; it is given a name', async () => {
    await page.goto('/');
    await expect(page.getByRole('heading', { name: 'A clear bench' })).toBeVisible();
    await page.goto('/studio');
    await fill(
      page,
      {
        'Name of the studio': 'Skerry Lane Print Room',
        Artist: 'Maren Tolvik',
        Address: 'Skerry Lane 4\nHaldenness',
      },
      hand,
    );
    await hand.press(page.getByRole('button', { name: 'Keep this' }));
    await said(page, 'Kept.');
  });

  await test.step('capture: a 16-bit TIFF is taken in and read', async () => {
    await page.goto('/works');
    await page
      .locator('input[type=file]')
      .setInputFiles(await makeTiff('night-ferry_300ppi.tif', 3000, 2250));
    await page.waitForURL(/\/works\/.+\/capture/);
    await expect(page.getByRole('img', { name: /The master night-ferry_300ppi.tif, whole/ })).toBeVisible(
      { timeout: 60_000 },
    );
    await expect(page.getByText('3000 × 2250 px, 6.8 megapixels')).toBeVisible();
    await expect(page.getByText('16 bit, 3 channels RGB')).toBeVisible();
    await expect(page.getByText(/none: untagged/)).toBeVisible();
  });

  await test.step('the whole way: the picture is there, and the next step is kept over every page', async () => {
    await page.goto('/guide');
    const steps = page.getByRole('list', { name: 'Steps of the whole way' }).getByRole('listitem');
    await expect(steps).toHaveCount(13);
    await expect(steps.first()).toContainText('3000 × 2250 px are here.');
    await hand.press(page.getByRole('button', { name: 'Keep the next step over every page' }));
    await expectNext(page, 'Say what the original is', 'May it be printed\\? It is noted: not yet');
    await hand.press(strip(page).getByRole('link', { name: 'Go there' }));
    await page.waitForURL(/\/original$/);
  });

  await test.step('original: its facts', async () => {
    await hand.press(page.getByRole('link', { name: /^original/i }));
    await hand.press(page.getByRole('button', { name: 'Change the facts' }));
    await fill(
      page,
      {
        Title: 'Night Ferry',
        Medium: 'gouache on board',
        'Size of the original': '15 x 11 1/4 in',
        Year: '2025',
      },
      hand,
    );
    await choose(page, 'May it be printed\\?', 'yes', hand);
    await hand.press(page.getByRole('button', { name: 'Keep these facts' }));
    await said(page, 'Night Ferry is recorded.');
    await expect(page.getByRole('heading', { name: 'Night Ferry', level: 1 })).toBeVisible();
    await expect(page.getByText('381 × 285.8 mm').first()).toBeVisible();
    await expectNext(page, 'Offer a size that its pixels hold', 'No size is offered yet');
  });

  await test.step('sizes: the ladder judges, a tick offers, the border is per side', async () => {
    await hand.press(page.getByRole('link', { name: /^sizes/i }));
    const row = page.getByRole('row', { name: /240 × 180/ });
    await expect(row).toContainText('317.5');
    await expect(row).toContainText('exact');
    await expect(row).toContainText('Holds');
    await expect(page.getByRole('row', { name: /300 × 240/ })).toContainText('Stretched');
    await expect(page.getByRole('row', { name: /500 × 400/ })).toContainText('Too thin');
    await hand.press(row.getByRole('button', { name: /^317\.5.*, working$/ }));
    await expect(page.getByRole('dialog')).toContainText('3000 px ÷ (240 mm ÷ 25.4) = 317.5 ppi');
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toBeHidden();
    await hand.press(row.getByRole('checkbox'));
    await said(page, '240 × 180 mm is offered.');
    if (hand === keys) await expect(row.getByRole('checkbox')).toBeFocused();
    await hand.press(page.getByRole('button', { name: 'Border', exact: true }));
    await fill(page, { Bottom: '1 1/2 in' }, hand);
    await hand.press(page.getByRole('button', { name: 'Keep this border' }));
    await expect(page.getByRole('list', { name: 'Offered sizes' })).toContainText(
      'on a sheet of 290 × 243.1 mm',
    );
  });
}

async function toTheProof(traveller: Traveller): Promise<void> {
  const { page, hand } = traveller;
  await test.step('papers, a route, a shelf and a carrier', async () => {
    const record = async (show: string, values: Record<string, string>, says: string) => {
      await page.goto(`/papers?show=${show}`);
      await hand.press(page.getByRole('button', { name: /^Record a / }));
      await fill(page, values, hand);
      await hand.press(page.getByRole('button', { name: 'Record it' }));
      await said(page, says);
    };
    await record(
      'papers',
      {
        Name: 'Harrow Rag 310',
        'Weight, g/m²': '310',
        Thickness: '0.48 mm',
        'Price of a square metre': '19.40',
      },
      'Harrow Rag 310 is recorded.',
    );
    await record(
      'routes',
      { Name: 'the back room', 'Price of a square metre': '21', 'Least for one print': '0.60' },
      'the back room is recorded.',
    );
    for (const [kind, size, weight] of [
      ['board', '300 x 250 mm', '54 g'],
      ['sleeve', '320 x 270 mm', '9 g'],
      ['mailer', '340 x 290 mm', '110 g'],
    ]) {
      await page.goto('/papers?show=shelf');
      await hand.press(page.getByRole('button', { name: /^Record a / }));
      await choose(page, 'Kind', kind!, hand);
      await fill(
        page,
        {
          Name: `${kind} ${size}`,
          Size: size!,
          'Weight of one': weight!,
          'On hand': '10',
          'Order more at': '2',
          'Price of one': '0.50',
        },
        hand,
      );
      await hand.press(page.getByRole('button', { name: 'Record it' }));
      await said(page, 'is recorded.');
    }
    await record(
      'carriers',
      {
        Carrier: 'Coast Post',
        Service: 'large letter',
        Price: '4.10',
        'Longest side': '540 mm',
        Heaviest: '1 kg',
        'Insured up to': '100',
      },
      'large letter is recorded.',
    );
  });

  await test.step('proofs: a whole proof is recorded, judged wet only with a reason, and becomes the reference', async () => {
    await goToStation(traveller, 'proofs');
    await hand.press(page.getByRole('button', { name: /^Record a round/ }));
    await fill(page, { 'What it cost, EUR': '1.80' }, hand);
    await hand.press(page.getByRole('button', { name: 'Record it' }));
    await said(page, 'Round 1 of 240 × 180 mm on Harrow Rag 310 is made.');
    await hand.press(page.getByRole('button', { name: /^Judge it/ }));
    await fill(page, { 'In words': 'Water and windows both right.' }, hand);
    await hand.press(page.getByRole('button', { name: 'Judge it so' }));
    await expect(page.getByRole('dialog').getByRole('alert')).toContainText('It has dried 0 h of 24');
    await fill(page, { 'Reason, kept with the record': 'Under the fan since noon' }, hand);
    await hand.press(page.getByRole('button', { name: 'Go on all the same' }));
    await said(page, /^Accepted\. Prints of 240 × 180 mm on Harrow Rag 310 are held against it/);
    await expect(page.getByText('accepted, the reference')).toBeVisible();
    await expectNext(page, 'Give it a price', 'No price yet');
  });
}

async function toThePost(traveller: Traveller): Promise<void> {
  const { page, request, hand } = traveller;
  /** What has a key of its own is done by it, where there are keys. */
  const byKey = (key: string, button: RegExp) =>
    hand === thumb ? hand.press(page.getByRole('button', { name: button }).first()) : press(page, key);

  await test.step('price: what it costs, what is kept, every cent in one bar', async () => {
    await goToStation(traveller, 'price');
    await expect(page.getByTestId('solved')).toContainText('EUR');
    await fill(page, { 'To keep, % of the price': '60' }, hand);
    const bar = page.getByRole('img', { name: /^Of .* EUR: / });
    const label = (await bar.getAttribute('aria-label'))!;
    const sums = [...label.matchAll(/(\d+\.\d\d)/g)].map((m) => Math.round(Number(m[1]) * 100));
    expect(sums.slice(1).reduce((a, b) => a + b, 0)).toBe(sums[0]);
    await hand.write(page.getByLabel('Sell it for another sum'), '48');
    await hand.press(page.getByRole('button', { name: 'Set this price' }));
    await said(page, '240 × 180 mm sells for 48.00');
  });

  await test.step('edition: limited to 5, two printed, passed and signed by key', async () => {
    await goToStation(traveller, 'edition');
    await hand.press(page.getByRole('button', { name: /^Open an edition/ }));
    await choose(page, 'Kind', 'limited to a number', hand);
    await fill(page, { 'Run of': '5', 'Artist’s proofs': '1' }, hand);
    await expect(page.getByRole('dialog')).toContainText('1 proofs outside a run of 5 are 20 % of it');
    await hand.press(page.getByRole('button', { name: 'Declare it' }));
    await page.waitForURL(/\/register\//);
    await expect(page.getByText('The chain of 1 entries is whole')).toBeVisible();
    await hand.press(page.getByRole('button', { name: /^Record prints/ }));
    await fill(page, { 'How many': '2' }, hand);
    await hand.press(page.getByRole('button', { name: 'They are printed' }));
    await said(page, '1–2 of 5 printed. Inspect them when dry.');
    await hand.press(page.getByRole('row', { name: /^1\/5, to inspect/ }));
    if (hand === thumb) await hand.press(page.getByRole('row', { name: /^2\/5, to inspect/ }));
    else await page.keyboard.press('Shift+ArrowRight');
    await byKey('i', /passed|Passed|Pass /);
    await said(page, '1–2 of 5: passed.');
    await expect(page.getByRole('row', { name: /^2\/5, to sign/ })).toBeVisible();
    await byKey('s', /^Sign 2/);
    await said(page, '1–2 of 5: signed.');
    await expect(page.getByRole('row', { name: /^1\/5, ready/ })).toBeVisible();
    await hand.press(page.getByRole('button', { name: /^Undo/ }));
    await said(page, 'Taken back: 1–2 of 5: signed.');
    await expectNext(page, 'Look it over, and sign it', '0 to look over, 2 to sign');
    await expect(page.getByRole('row', { name: /^2\/5, to sign/ })).toBeVisible();
    await byKey('s', /^Sign 2/);
    await expect(page.getByRole('row', { name: /^2\/5, ready/ })).toBeVisible();
  });

  await test.step('an order is taken and stands on the bench', async () => {
    await page.goto('/orders/new');
    await fill(
      page,
      {
        Name: 'Béla Szákorvány',
        Address: 'Mészégető utca 14\nNagysó',
        Country: 'Szalánia',
        'Their message': 'Kérem, ne hajlítsák meg!',
      },
      hand,
    );
    await hand.press(page.getByRole('button', { name: 'Take the order' }));
    await page.waitForURL(/\/orders\/[0-9A-Z]{20,}/);
    const orderUrl = page.url();
    await page.goto('/');
    await expect(page.getByText('The print lies ready in the drawer.')).toBeVisible();
    await byKey('p', /^Pick it/);
    await said(page, /Picked for order 101: 1\/5/);
    await page.goto(orderUrl);
  });

  await test.step('packed, weighed, ticked twice, sealed, sent', async () => {
    await expect(page.getByText('Kérem, ne hajlítsák meg!')).toBeVisible();
    await expect(page.getByRole('img', { name: /^The parcel, flat/ })).toBeVisible();
    const contents = page.getByRole('list', { name: 'What is in the parcel' });
    await expect(page.getByRole('button', { name: /^It is packed/ })).toBeDisabled();
    await hand.press(contents.getByRole('checkbox'));
    await hand.press(page.getByRole('button', { name: /^It is packed/ }));
    await said(page, /Packed flat: it should weigh/);
    await hand.write(page.getByLabel('The scale says'), '900 g');
    await hand.press(page.getByRole('button', { name: 'Note it' }));
    await expect(page.getByText(/Something extra is in it/).first()).toBeVisible();
    await hand.press(page.getByRole('button', { name: /^Read the simulated scale/ }));
    await expect(page.getByLabel('The scale says')).not.toHaveValue('900 g');
    await hand.press(page.getByRole('button', { name: 'Note it' }));
    await said(page, /within/);
    await expect(page.getByRole('button', { name: /^Seal it/ })).toBeDisabled();
    // What was ticked as it was laid out is not ticked as it goes in.
    await hand.press(contents.getByRole('checkbox'));
    await hand.press(page.getByRole('button', { name: /^Seal it/ }));
    await said(page, /Order 101 is sealed\. Write the name, order 101/);
    await hand.press(page.getByRole('button', { name: 'It has gone' }));
    await said(page, 'Order 101 is on its way.');
    await expect(strip(page)).toContainText('13 of 13 done. It has gone the whole way.');
    await hand.press(strip(page).getByRole('button', { name: 'Put this away' }));
    await expect(strip(page)).toBeHidden();
    await expect(page.getByText(/Coast Post large letter, 4\.10/)).toBeVisible();
  });

  await test.step('the papers say what was sent, at their true sizes', async () => {
    await hand.press(page.getByRole('button', { name: 'Write its certificate' }));
    await said(page, 'The certificate of 1/5 written.');
    const href = async (name: RegExp) => (await page.getByRole('link', { name }).getAttribute('href'))!;
    const certificate = await readPdf(request, await href(/^Certificate/));
    expect(certificate.pages).toHaveLength(1);
    expect(certificate.pages[0]!.widthMm).toBeCloseTo(210, 1);
    expect(certificate.pages[0]!.heightMm).toBeCloseTo(148, 1);
    for (const words of [
      'Night Ferry',
      '1/5',
      'Maren Tolvik',
      'Harrow Rag 310',
      '240 × 180 mm (9.45 × 7.09 in)',
      '290 × 243.1 mm',
      'One run of 5',
      'Signature',
      'A print after the original, gouache on board, 2025.',
      'ask someone licensed',
    ])
      expect(certificate.pages[0]!.text).toContain(words);
    expect(certificate.pages[0]!.text).toMatch(/[0-9A-F]{4} [0-9A-F]{4} [0-9A-F]{4} [0-9A-F]{4}/);
    const slip = await readPdf(request, await href(/^Packing slip/));
    expect([slip.pages[0]!.widthMm, slip.pages[0]!.heightMm].map(Math.round)).toEqual([210, 297]);
    for (const words of [
      'Order 101',
      'Béla Szákorvány',
      'Mészégető utca 14',
      'Night Ferry',
      '1/5',
      '48.00',
      'In the parcel',
      'board 300 x 250 mm',
    ])
      expect(slip.pages[0]!.text).toContain(words);
    const label = await readPdf(request, await href(/^Address label/));
    expect(
      [label.pages[0]!.widthMm, label.pages[0]!.heightMm].map((v) => Math.round(v * 10) / 10),
    ).toEqual([100, 150]);
    for (const words of [
      'Béla Szákorvány',
      'Nagysó',
      'SZALÁNIA',
      'Do not bend',
      'Order 101',
      'Coast Post large letter',
      'Skerry Lane 4',
    ])
      expect(label.pages[0]!.text).toContain(words);
  });

  await test.step('delivered: the register has the whole story and its chain is whole', async () => {
    await hand.press(page.getByRole('button', { name: /^It was delivered/ }));
    await said(page, 'Order 101: delivered.');
    await page.goto('/register');
    await expect(page.getByText(/The chain of \d+ entries is whole/)).toBeVisible();
    await hand.press(page.getByRole('link', { name: 'Night Ferry' }));
    await hand.press(page.getByRole('row', { name: /^1\/5, delivered/ }));
    for (const words of [
      'Delivered for order 101',
      'Sent for order 101, large letter',
      'Taken for order 101 at picking',
      'Signed',
      'Last act taken back',
      'Passed at inspection',
      'Printed at 240 × 180 mm on Harrow Rag 310',
      'Number declared',
    ])
      await expect(page.getByRole('region', { name: 'Impression 1/5' })).toContainText(words);
    await page.goto('/papers?show=shelf');
    await expect(page.getByRole('row', { name: /^mailer 340 x 290 mm/ })).toContainText('9');
  });
}
