import { expect } from '@playwright/test';
import { choose, fill, makeTiff, press, readPdf, said, test } from './hands';

test('one work, from the original to the posted print', async ({ page, request }) => {
  await test.step('an empty studio says what belongs here; it is given a name', async () => {
    await page.goto('/');
    await expect(page.getByRole('heading', { name: 'A clear bench' })).toBeVisible();
    await page.goto('/studio');
    await fill(page, {
      'Name of the studio': 'Skerry Lane Print Room',
      Artist: 'Maren Tolvik',
      Address: 'Skerry Lane 4\nHaldenness',
    });
    await page.getByRole('button', { name: 'Keep this' }).click();
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

  await test.step('original: its facts', async () => {
    await page.getByRole('link', { name: /^original/i }).click();
    await fill(page, {
      Title: 'Night Ferry',
      Medium: 'gouache on board',
      'Size of the original': '15 x 11 1/4 in',
      Year: '2025',
    });
    await choose(page, 'May it be printed\\?', 'yes');
    await page.getByRole('button', { name: 'Keep these facts' }).click();
    await said(page, 'Night Ferry is recorded.');
    await expect(page.getByRole('heading', { name: 'Night Ferry', level: 1 })).toBeVisible();
    await expect(page.getByText('381 × 285.8 mm').first()).toBeVisible();
  });

  await test.step('sizes: the ladder judges, a tick offers, the border is per side', async () => {
    await page.getByRole('link', { name: /^sizes/i }).click();
    const row = page.getByRole('row', { name: /240 × 180/ });
    await expect(row).toContainText('317.5');
    await expect(row).toContainText('exact');
    await expect(row).toContainText('Holds');
    await expect(page.getByRole('row', { name: /300 × 240/ })).toContainText('Stretched');
    await expect(page.getByRole('row', { name: /500 × 400/ })).toContainText('Too thin');
    await row.getByRole('button', { name: 'Working: 240 × 180 mm' }).click();
    await expect(page.getByRole('dialog')).toContainText('3000 px ÷ (240 mm ÷ 25.4) = 317.5 ppi');
    await page.keyboard.press('Escape');
    await row.getByRole('checkbox').click({ force: true });
    await said(page, '240 × 180 mm is offered.');
    await page.getByRole('button', { name: 'Border', exact: true }).click();
    await fill(page, { Bottom: '1 1/2 in' });
    await page.getByRole('button', { name: 'Keep this border' }).click();
    await expect(page.getByRole('list', { name: 'Offered sizes' })).toContainText(
      'on a sheet of 290 × 243.1 mm',
    );
  });

  await test.step('papers, a route, a shelf and a carrier', async () => {
    const record = async (show: string, values: Record<string, string>, says: string) => {
      await page.goto(`/papers?show=${show}`);
      await page.getByRole('button', { name: /^Record a / }).click();
      await fill(page, values);
      await page.getByRole('button', { name: 'Record it' }).click();
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
      await page.getByRole('button', { name: /^Record a / }).click();
      await choose(page, 'Kind', kind!);
      await fill(page, {
        Name: `${kind} ${size}`,
        Size: size!,
        'Weight of one': weight!,
        'On hand': '10',
        'Order more at': '2',
        'Price of one': '0.50',
      });
      await page.getByRole('button', { name: 'Record it' }).click();
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

  const workUrl = async (station: string) => {
    await page.goto('/works');
    await page.getByRole('link', { name: /Night Ferry/ }).click();
    await page.getByRole('link', { name: new RegExp(`^${station}`, 'i') }).click();
    await page.waitForURL(new RegExp(`/${station}$`));
  };

  await test.step('proofs: a whole proof is recorded, judged wet only with a reason, and becomes the reference', async () => {
    await workUrl('proofs');
    await page.getByRole('button', { name: /^Record a round/ }).click();
    await fill(page, { 'What it cost, EUR': '1.80' });
    await page.getByRole('button', { name: 'Record it' }).click();
    await said(page, 'Round 1 of 240 × 180 mm on Harrow Rag 310 is made.');
    await page.getByRole('button', { name: /^Judge it/ }).click();
    await fill(page, { 'In words': 'Water and windows both right.' });
    await page.getByRole('button', { name: 'Judge it so' }).click();
    await expect(page.getByRole('dialog').getByRole('alert')).toContainText('It has dried 0 h of 24');
    await fill(page, { 'Reason, kept with the record': 'Under the fan since noon' });
    await page.getByRole('button', { name: 'Go on all the same' }).click();
    await said(page, /^Accepted\. Prints of 240 × 180 mm on Harrow Rag 310 are held against it/);
    await expect(page.getByText('accepted, the reference')).toBeVisible();
  });

  await test.step('price: what it costs, what is kept, every cent in one bar', async () => {
    await workUrl('price');
    await expect(page.getByTestId('solved')).toContainText('EUR');
    await fill(page, { 'To keep, % of the price': '60' });
    const bar = page.getByRole('img', { name: /^Of .* EUR: / });
    const label = (await bar.getAttribute('aria-label'))!;
    const sums = [...label.matchAll(/(\d+\.\d\d)/g)].map((m) => Math.round(Number(m[1]) * 100));
    expect(sums.slice(1).reduce((a, b) => a + b, 0)).toBe(sums[0]);
    await page.getByLabel('Sell it for another sum').fill('48');
    await page.getByRole('button', { name: 'Set this price' }).click();
    await said(page, '240 × 180 mm sells for 48.00');
  });

  await test.step('edition: limited to 5, two printed, passed and signed by key', async () => {
    await workUrl('edition');
    await page.getByRole('button', { name: /^Open an edition/ }).click();
    await choose(page, 'Kind', 'limited to a number');
    await fill(page, { 'Run of': '5', 'Artist’s proofs': '1' });
    await expect(page.getByRole('dialog')).toContainText('1 proofs outside a run of 5 are 20 % of it');
    await page.getByRole('button', { name: 'Declare it' }).click();
    await page.waitForURL(/\/register\//);
    await expect(page.getByText('The chain of 1 entries is whole')).toBeVisible();
    await page.getByRole('button', { name: /^Record prints/ }).click();
    await fill(page, { 'How many': '2' });
    await page.getByRole('button', { name: 'They are printed' }).click();
    await said(page, '1–2 of 5 printed. Inspect them when dry.');
    await page.getByRole('row', { name: /^1\/5, to inspect/ }).click();
    await page.keyboard.press('Shift+ArrowRight');
    await press(page, 'i');
    await said(page, '1–2 of 5: passed.');
    await expect(page.getByRole('row', { name: /^2\/5, to sign/ })).toBeVisible();
    await press(page, 's');
    await said(page, '1–2 of 5: signed.');
    await expect(page.getByRole('row', { name: /^1\/5, ready/ })).toBeVisible();
    await page.getByRole('button', { name: /^Undo/ }).click();
    await said(page, 'Taken back: 1–2 of 5: signed.');
    await expect(page.getByRole('row', { name: /^2\/5, to sign/ })).toBeVisible();
    await press(page, 's');
    await expect(page.getByRole('row', { name: /^2\/5, ready/ })).toBeVisible();
  });

  await test.step('an order is taken and stands on the bench', async () => {
    await page.goto('/orders/new');
    await fill(page, {
      Name: 'Béla Szákorvány',
      Address: 'Mészégető utca 14\nNagysó',
      Country: 'Szalánia',
      'Their message': 'Kérem, ne hajlítsák meg!',
    });
    await page.getByRole('button', { name: 'Take the order' }).click();
    await page.waitForURL(/\/orders\/[0-9A-Z]{20,}/);
    const orderUrl = page.url();
    await page.goto('/');
    await expect(page.getByText('The print lies ready in the drawer.')).toBeVisible();
    await press(page, 'p');
    await said(page, /Picked for order 101: 1\/5/);
    await page.goto(orderUrl);
  });

  await test.step('packed, weighed, ticked twice, sealed, sent', async () => {
    await expect(page.getByText('Kérem, ne hajlítsák meg!')).toBeVisible();
    await expect(page.getByRole('img', { name: /^The parcel, flat/ })).toBeVisible();
    await page.getByRole('button', { name: /^It is packed/ }).click();
    await said(page, /Packed flat: it should weigh/);
    await page.getByLabel('The scale says').fill('900 g');
    await page.getByRole('button', { name: 'Note it' }).click();
    await expect(page.getByText(/Something extra is in it/).first()).toBeVisible();
    await page.getByRole('button', { name: /^Read the simulated scale/ }).click();
    await expect(page.getByLabel('The scale says')).not.toHaveValue('900 g');
    await page.getByRole('button', { name: 'Note it' }).click();
    await said(page, /within/);
    await expect(page.getByRole('button', { name: /^Seal it/ })).toBeDisabled();
    await page
      .getByRole('list', { name: 'What is in the parcel' })
      .getByRole('checkbox')
      .click({ force: true });
    await page.getByRole('button', { name: /^Seal it/ }).click();
    await said(page, /Order 101 is sealed\. Write the name, order 101/);
    await page.getByRole('button', { name: 'It has gone' }).click();
    await said(page, 'Order 101 is on its way.');
    await expect(page.getByText(/Coast Post large letter, 4\.10/)).toBeVisible();
  });

  await test.step('the papers say what was sent, at their true sizes', async () => {
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
      'gouache on board, 2025',
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
    await page.getByRole('button', { name: /^It was delivered/ }).click();
    await said(page, 'Order 101: delivered.');
    await page.goto('/register');
    await expect(page.getByText(/The chain of \d+ entries is whole/)).toBeVisible();
    await page.getByRole('link', { name: 'Night Ferry' }).click();
    await page.getByRole('row', { name: /^1\/5, delivered/ }).click();
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
});
