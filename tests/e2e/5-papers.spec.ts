import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from '@playwright/test';
import { act, choose, fill, makeTiff, readPdf, said, test } from './hands';

const PAPER = {
  base: 'cotton',
  surface: 'matte',
  gsm: 300,
  thickness: '0.5 mm',
  brightener: 'none',
  mayRoll: true,
  scuffs: true,
  dryHours: 24,
  pricePerM2: '20',
  sizes: '',
  permanence: '',
  notes: '',
};

test('a paper from its sample to its last sheet: received, printed on, spoiled, forecast, discontinued; routes compared', async ({
  page,
}) => {
  const work = (
    await act(page, 'recordWork', {
      title: 'Pier, Low Water',
      year: 2026,
      medium: 'ink on paper',
      kind: 'drawing',
      size: '300 x 200 mm',
      owner: 'the studio',
      soldPrice: '',
      drySince: null,
      varnish: '',
      surface: '',
      smears: false,
      mayPrint: 'yes',
      rights: '',
      notes: '',
    })
  ).id as string;
  const format = (await act(page, 'offerFormat', { workId: work, size: '300 x 200 mm', family: 'own' }))
    .id as string;
  await act(page, 'changeBorder', { id: format, top: '0', right: '0', bottom: '0', left: '0' });
  await page.goto(`/works/${work}/capture`);
  await page.locator('input[type=file]').setInputFiles(await makeTiff('pier.tif', 1_800, 1_200, 4));
  await expect(page.getByRole('list', { name: 'Findings' })).toBeVisible({ timeout: 120_000 });
  const paper = (await act(page, 'recordPaper', { ...PAPER, name: 'Mole Rag 300' })).id as string;
  await act(page, 'recordPaper', { ...PAPER, name: 'Quay Rag 310', gsm: 310, brightener: 'little' });
  const at = `/papers/paper/${paper}`;

  await test.step('a printer with its inks', async () => {
    await page.goto('/papers/machines');
    await page.getByRole('button', { name: 'Record a printer' }).click();
    await fill(page, {
      Name: 'the back room',
      'Inks: colour, ml, price': 'black, 80, 40\nblack, 80, 40',
      'Cost, EUR': '1900',
    });
    await page.getByRole('button', { name: 'Keep it' }).click();
    await expect(page.getByText('Expected each colour once.')).toBeVisible();
    await fill(page, { 'Inks: colour, ml, price': 'black, 80, 40\ncyan, 80, 38' });
    await page.getByRole('button', { name: 'Keep it' }).click();
    await said(page, 'the back room is recorded');
    await page.getByRole('button', { name: 'Note black' }).click();
    await page.getByRole('button', { name: 'Note it' }).click();
    await said(page, 'Black put in.');
    // 80 ml less the 20 that charging drinks.
    await expect(page.getByRole('row', { name: /^black/ })).toContainText('60 ml');
  });

  await test.step('a sample is liked with a word, a supplier delivers, a roll comes', async () => {
    await page.goto('/papers/order');
    await page.getByRole('button', { name: 'Record a supplier' }).click();
    await fill(page, { Name: 'The Mill', 'Days from ordering to having it': '9' });
    await page.getByRole('button', { name: 'Keep it' }).click();
    await said(page, 'The Mill is recorded');
    await page.goto(at);
    await choose(page, 'Sample', 'liked');
    await page.getByRole('button', { name: 'Keep it', exact: true }).click();
    await expect(page.getByText(/Expected a word on why/)).toBeVisible();
    await fill(page, { 'What was thought of it': 'takes ink without bleeding' });
    await choose(page, 'Comes from', /The Mill/);
    await page.getByRole('button', { name: 'Keep it', exact: true }).click();
    await said(page, 'Mole Rag 300 is kept');
    await page.getByRole('button', { name: 'Receive a lot' }).click();
    await fill(page, {
      Lot: 'MR-1',
      'Width of the roll': '610 mm',
      'Its length': '3000 mm',
      'What all of it cost, EUR': '30',
    });
    await page.getByRole('button', { name: 'Put it in the drawer' }).click();
    await said(page, 'is in the drawer');
    await expect(page.getByRole('img', { name: /3 m on hand/ })).toBeVisible();
  });

  await test.step('a gang goes to the queue, is misprinted once, then printed: paper, ink and the register move', async () => {
    const edition = (
      await act(page, 'openEdition', {
        workId: work,
        kind: 'limited',
        size: 5,
        proofs: { AP: 0, PP: 0, HC: 0 },
        run: 'all sizes',
        formatId: null,
        signing: 'back',
      })
    ).id as string;
    const layout = (
      await act(page, 'beginLayout', {
        name: 'Piers',
        kind: 'roll',
        paperId: paper,
        size: '610 mm',
        margin: '5 mm',
        gap: '0',
      })
    ).id as string;
    await act(page, 'addPieces', {
      id: layout,
      formatId: format,
      size: '',
      says: '',
      count: 2,
      rotate: true,
    });
    await act(page, 'queueLayout', { id: layout, queued: true });
    await page.goto('/papers/queue');
    // Two of 300 × 200 beside each other across 600: 200 + 10.
    await expect(page.getByText('2 pieces ganged on 210 mm of 610 mm roll')).toBeVisible();
    await expect(page.getByText('Pier, Low Water: no. 1–2 of 5')).toBeVisible();
    await expect(page.getByRole('heading', { name: /Mole Rag 300 on the back room/ })).toBeVisible();
    await page.getByRole('button', { name: 'Misprint' }).click();
    await page.getByRole('button', { name: 'It is spoiled' }).click();
    await expect(page.getByText('Expected something written here.')).toBeVisible();
    await fill(page, { 'What went wrong': 'banding in the sky' });
    await page.getByRole('button', { name: 'It is spoiled' }).click();
    await said(page, /Spoiled: 2\.10\sEUR of paper from MR-1/);
    await page
      .getByRole('button', { name: /^It is printed/ })
      .first()
      .click();
    await fill(page, { 'Why, where a proof is missing or stale': 'first of the run, judged as it came' });
    await page.getByRole('dialog').getByRole('button', { name: 'It is printed' }).click();
    await said(page, /printed\. Inspect/);
    await page.goto(`/register/${edition}`);
    await expect(page.getByRole('row', { name: /^1\/5, to inspect/ })).toBeVisible();
    await page.goto(at);
    // 3000 − 2 × 210.
    await expect(page.getByRole('img', { name: /2\.58 m on hand/ })).toBeVisible();
    const moves = page.getByRole('table', { name: 'Moves' });
    await expect(moves.getByRole('row', { name: /spoiled/ })).toContainText(
      'banding in the sky; borne by us',
    );
    await expect(moves.getByRole('row', { name: /printed/ })).toContainText('2.10');
    await page.goto('/papers/machines');
    // Two gangs of 0.12 m² at the first guess of 1.4 ml: 60 − 0.336.
    await expect(page.getByRole('row', { name: /^black/ })).toContainText('59.7 ml');
  });

  await test.step('counted, spoiled, never below nothing; what has to be ordered is a list', async () => {
    await page.goto(at);
    await page.getByRole('button', { name: 'Spoil some of MR-1' }).click();
    await fill(page, { Spoiled: '9000 mm', Why: 'wet' });
    await page.getByRole('button', { name: 'Note it' }).click();
    await expect(page.getByText(/has 2580 mm: 9000 mm cannot have been spoiled/)).toBeVisible();
    await expect(page.getByLabel('Spoiled')).toHaveValue('9000 mm');
    await fill(page, { Spoiled: '2500 mm' });
    await page.getByRole('button', { name: 'Note it' }).click();
    await said(page, 'are off the stock');
    await page.getByRole('button', { name: 'Count MR-1' }).click();
    await fill(page, { 'There are': '70 mm' });
    await page.getByRole('button', { name: 'Note it' }).click();
    await expect(page.getByText(/Expected what became of the 10 mm that are missing/)).toBeVisible();
    await fill(page, { Why: 'the end was bent' });
    await page.getByRole('button', { name: 'Note it' }).click();
    await said(page, 'MR-1 has 70 mm');
    await expect(page.getByText(/Order now: 70 mm free/)).toBeVisible();
    await page.goto('/papers/order');
    await expect(page.getByRole('row', { name: /Mole Rag 300, 610 mm roll/ })).toBeVisible();
    expect((await readPdf(page.request, '/api/documents/to-order/now')).pages[0]!.text).toContain(
      'The Mill, 9 days',
    );
    expect(await (await page.request.get('/api/export/to-order.csv')).text()).toContain('Mole Rag 300');
  });

  await test.step('no longer made: what hangs on it is listed, with its nearest, and beside them', async () => {
    await page.goto(at);
    await page.getByRole('button', { name: 'No longer made' }).click();
    await said(page, 'Mole Rag 300 is discontinued');
    await expect(
      page.getByText(
        /Pier, Low Water: its limited edition of 5 is printed on it: later numbers would differ/,
      ),
    ).toBeVisible();
    await expect(page.getByText('Quay Rag 310, 10 g/m² heavier, brightener little')).toBeVisible();
    await page.getByRole('link', { name: 'Beside its nearest' }).click();
    const beside = page.getByRole('table', { name: 'Papers side by side' });
    await expect(beside.getByRole('row', { name: /^Weight/ })).toContainText('310 g/m²');
    await expect(beside.getByRole('row', { name: /^Made/ })).toContainText('discontinued');
  });

  await test.step('routes are priced from a table, bad rows named, and compared', async () => {
    const lab = (
      await act(page, 'recordRoute', {
        name: 'Mole Lab',
        kind: 'lab',
        process: 'chromogenic',
        leadDays: 6,
        ppi: 254,
        space: 'sRGB',
        fileKinds: 'JPEG',
        addsBorder: false,
        givesProofs: false,
        pricePerM2: '58',
        minimum: '0',
        notes: '',
      })
    ).id as string;
    const file = join(mkdtempSync(join(tmpdir(), 'glassine-table-')), 'prices.csv');
    writeFileSync(file, 'Size;Qty;Price\n300x200 mm;1;6,40\n300x200 mm;5;5,20\nhuge;1;9\ncustom;1;70\n');
    await page.goto(`/papers/route/${lab}`);
    await page.getByLabel('Price table').setInputFiles(file);
    await said(page, '3 prices of Mole Lab are in; 1 row was kept out.');
    await page.goto(`/papers/quotes?size=${format}&n=4`);
    const row = page.getByRole('row', { name: /Mole Lab/ });
    // 4 × 6.40, no carriage; five cost 26.00: 0.40 for the fifth.
    await expect(row).toContainText('25.60');
    await expect(row).toContainText(/from 5: 26\.00.*0\.40/);
    await expect(row).toContainText('3000 × 2000 px at 254 ppi');
    await expect(row).toContainText('colours beyond sRGB');
    await page.getByRole('button', { name: 'Keep the quote of Mole Lab' }).click();
    await said(page, /4 × 300 × 200 mm at Mole Lab: 25\.60/);
    await page.getByRole('button', { name: 'Sent to Mole Lab' }).click();
    await said(page, 'Out at Mole Lab');
    await page.getByRole('button', { name: 'It came back' }).click();
    await fill(page, { 'What the inspection found': 'clean' });
    await page.getByRole('button', { name: 'Note it' }).click();
    await said(page, 'It is back.');
  });
});
