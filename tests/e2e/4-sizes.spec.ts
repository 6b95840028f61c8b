import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { act, choose, fill, makeTiff, press, readPdf, said, test } from './hands';

const WORK = {
  year: 2026,
  medium: 'gouache on board',
  kind: 'painting',
  owner: 'the studio',
  soldPrice: '',
  drySince: null,
  varnish: '',
  surface: '',
  smears: false,
  mayPrint: 'yes',
  rights: '',
  notes: '',
};

/** Horizontal strokes of a page, in millimetres, as they would come out on paper. */
async function strokesOf(
  page: Page,
  url: string,
): Promise<{ lengths: number[]; widthMm: number; heightMm: number }> {
  const bytes = new Uint8Array(await (await page.request.get(url)).body());
  const sheet = await (await getDocument({ data: bytes, verbosity: 0 }).promise).getPage(1);
  const { width, height } = sheet.getViewport({ scale: 1 });
  const { fnArray, argsArray } = await sheet.getOperatorList();
  const lengths: number[] = [];
  fnArray.forEach((fn, i) => {
    if (fn !== OPS.constructPath) return;
    // Each path's own box: left, bottom, right, top.
    const box = (argsArray[i] as unknown[]).at(-1) as Float32Array | number[] | null;
    if (box && box.length === 4) lengths.push(((box[2]! - box[0]!) / 72) * 25.4);
  });
  return { lengths, widthMm: (width / 72) * 25.4, heightMm: (height / 72) * 25.4 };
}

test.describe.configure({ mode: 'serial' });

/** The work, and its size that all of this is about. */
let id: string;
let square: string;
const at = (part: string) => `/works/${id}/sizes${part}`;

test('sizes are judged row by row and made a set', async ({ page }) => {
  ({ id } = await act(page, 'recordWork', {
    ...WORK,
    title: 'Pilot Cutter, Wide Water',
    size: '400 x 300 mm',
  }));
  const file = await makeTiff('pilot-cutter.tif', 3_600, 2_700, 9);
  await page.goto(`/works/${id}/capture`);
  await page.locator('input[type=file]').setInputFiles(file);
  await expect(page.getByRole('list', { name: 'Findings' })).toBeVisible({ timeout: 120_000 });

  await test.step('a set is proposed: all hold, about 1.4 apart, and is offered together', async () => {
    await page.goto(at(''));
    await press(page, 'm');
    const set = page.getByRole('table', { name: 'Proposed sizes' });
    await expect(set.getByRole('rowheader', { name: /240 × 180 mm/ })).toBeVisible();
    const steps = await set.getByText(/^× \d/).allTextContents();
    expect(steps.length).toBeGreaterThan(0);
    for (const s of steps) expect(Math.abs(Number(s.slice(2)) - Math.SQRT2)).toBeLessThan(0.25);
    await page.getByRole('button', { name: /^Offer these/ }).click();
    await said(page, /sizes are offered/);
    await expect(page.getByRole('list', { name: 'Offered sizes' }).getByRole('listitem')).toHaveCount(
      steps.length + 1,
    );
  });

  await test.step('what does not hold is hidden when asked, and counted with its reason; frames can lie the other way', async () => {
    await page.getByText('show those too thin').click();
    await expect(page.getByText(/hidden: their pixels are under two thirds/)).toBeVisible();
    await choose(page, 'Frames lying', 'the other way');
    await expect(
      page
        .getByRole('table', { name: 'Sizes against this file' })
        .getByRole('rowheader', { name: '180 × 240' }),
    ).toBeVisible();
    await choose(page, 'Frames lying', 'as the picture');
  });

  await test.step('a row of the ladder is one stop of the keyboard; the arrows choose its neighbours', async () => {
    const ladder = page.getByRole('table', { name: 'Sizes against this file' });
    const stops = ladder.locator('tr[tabindex="0"]');
    await expect(stops).toHaveCount(1);
    const before = (await stops.getByRole('rowheader').textContent())!;
    await stops.focus();
    await page.keyboard.press('ArrowDown');
    await expect(stops.getByRole('rowheader')).not.toHaveText(before);
    await expect(stops).toBeFocused();
    await page.keyboard.press('ArrowUp');
    await expect(stops.getByRole('rowheader')).toHaveText(before);
    // Its own box is the next stop; those of other rows are none.
    await page.keyboard.press('Tab');
    await expect(stops.getByRole('checkbox')).toBeFocused();
    expect(await ladder.locator('tr[tabindex="-1"] input:not([tabindex="-1"])').count()).toBe(0);
  });
});

test('a size is cut by hand and by keys, bordered, and drawn at true size', async ({ page }) => {
  const offered = await act(page, 'offerFormat', {
    workId: id,
    size: '200 x 200 mm',
    family: 'squares',
  });
  square = offered.id;
  await test.step('the crop is dragged with the mouse, nudged with keys, typed with a rule, straightened, kept, undone', async () => {
    await page.goto(at(`/crop?size=${square}`));
    const left = page.getByLabel('Lost on the left');
    // 3 600 × 2 700: 900 px too wide at 13.5 px a millimetre, half of it on each side.
    await expect(left).toHaveValue('33.3 mm');
    const cut = page.getByRole('group', { name: 'The cut: arrows move it' });
    const box = (await cut.boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2 - 40, box.y + box.height / 2, { steps: 6 });
    await page.mouse.up();
    // The picture is drawn 626.7 px wide for 266.7 mm: 40 px are 17.0 mm.
    await expect(left).toHaveValue(/^16(\.\d)? mm$/);
    await cut.focus();
    const before = parseFloat(await left.inputValue());
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('Shift+ArrowRight');
    expect(parseFloat(await left.inputValue())).toBeCloseTo(before + 11, 0);
    for (let i = 0; i < 9; i++) await page.keyboard.press('Shift+ArrowRight');
    // It stops at the picture's edge: nothing is lost on the right any more.
    await expect(left).toHaveValue('66.7 mm');
    await fill(page, { 'Lost on the left': '80 mm' });
    await expect(
      page.getByText(/Expected at most 66\.7 mm: more would cut outside the picture/),
    ).toBeVisible();
    await expect(left).toHaveValue('80 mm');
    await fill(page, { 'Lost on the left': '1 1/2 in' });
    await expect(page.getByText('28.6 mm')).toBeVisible();
    await fill(page, { 'Straighten, degrees': '2' });
    await page.getByRole('button', { name: 'Keep this crop' }).click();
    await said(page, /The crop of 200 × 200 mm is kept/);
    await page.reload();
    await expect(page.getByLabel('Straighten, degrees')).toHaveValue('2');
    await page.getByRole('button', { name: 'The middle again' }).click();
    await page.getByRole('button', { name: 'Keep this crop' }).click();
    await said(page, /The crop of 200 × 200 mm is kept/);
  });

  await test.step('border and edge: a title line, a strip to tear off, and what is said to too little room', async () => {
    await fill(page, { Below: '6 mm', 'Title under the image': 'Pilot Cutter' });
    await expect(page.getByText(/6 mm under the image is too little for a title/)).toBeVisible();
    await page.getByRole('button', { name: 'Weighted below' }).click();
    await fill(page, { 'Strip to tear off': '1/2 in' });
    await page.getByRole('button', { name: 'Keep border and edge' }).click();
    await said(page, /The finish of 200 × 200 mm is kept/);
    // 200 + 25 + 25 and two strips of 12.7 mm.
    await expect(page.getByText(/torn from 275\.4 ×/)).toBeVisible();
  });

  await test.step('the sheet’s drawing is a page at true size', async () => {
    const drawn = await strokesOf(page, `/api/drawing/sheet/${square}`);
    // The line to be measured by.
    expect(drawn.lengths.filter((l) => Math.abs(l - 100) < 0.1).length).toBeGreaterThan(0);
    // The image's edge, and the whole sheet with its strips.
    expect(drawn.lengths.some((l) => Math.abs(l - 200) < 0.1)).toBe(true);
    expect(drawn.lengths.some((l) => Math.abs(l - 275.4) < 0.1)).toBe(true);
    expect(drawn.widthMm).toBeGreaterThan(275.4);
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: /Save the drawing as SVG: Pilot Cutter/ }).click(),
    ]);
    expect(readFileSync((await download.path())!, 'utf8')).toMatch(/width="[\d.]+mm"/);
  });
});

test('a size is matted and wrapped, and what it is printed from is made', async ({ page }) => {
  await test.step('a mat with the framer’s tolerances: held against the worst, advised in figures, listed for cutting', async () => {
    await page.goto(at(`/mount?size=${square}`));
    await page.getByRole('button', { name: 'Record who cuts' }).click();
    await fill(page, {
      Name: 'the framers',
      'Window, widest to narrowest': '3 mm',
      'Sheet, widest to narrowest': '2 mm',
      'Laid off the middle by up to': '1 mm',
    });
    await page.getByRole('button', { name: 'Keep it' }).click();
    await said(page, 'the framers is recorded');
    await choose(page, 'Cut by', 'the framers');
    await fill(page, { 'Window, wide': '230 mm', 'Window, high': '210 mm' });
    const hold = page
      .getByRole('table', { name: 'Hold and cover' })
      .getByRole('row')
      .filter({ hasText: 'Holds the sheet, left and right' });
    // Sheet 250, window 230: 10 as drawn, 6.5 at the worst, 7.9 expected.
    await expect(hold).toContainText('10 mm');
    await expect(hold).toContainText('6.5 mm');
    await expect(hold).toContainText('7.9 mm');
    await fill(page, { 'Window, wide': '246 mm' });
    await expect(
      page.getByText(/Print on a sheet 9 mm larger, or ask for a window 9 mm smaller in width/),
    ).toBeVisible();
    await fill(page, { 'Window, wide': '300 mm' });
    await expect(
      page.getByText(/less than the sheet, which is 250 mm wide: it would fall through/),
    ).toBeVisible();
    await page.getByRole('button', { name: 'Keep this mat' }).click();
    await expect(page.getByRole('textbox', { name: 'Window, wide' })).toHaveValue('300 mm');
    await fill(page, { 'Window, wide': '230 mm' });
    await page.getByRole('button', { name: 'Keep this mat' }).click();
    await said(page, /The mat of 200 × 200 mm is kept/);
    await expect(
      page.getByRole('table', { name: 'Cutting list' }).getByRole('row', { name: /^window/ }),
    ).toContainText('230 × 210 mm');
    const href = (await page
      .getByRole('link', { name: /PDF at true size: Mat of/ })
      .getAttribute('href'))!;
    expect((await readPdf(page.request, href)).pages[0]!.text).toContain(
      'Tolerances of the framers: sheet 2 mm, window 3 mm',
    );
  });

  await test.step('a canvas is wrapped: sheet, bars, sticks, square; as a diptych', async () => {
    await page.goto(at(`/wrap?size=${square}`));
    await expect(page.getByText('356 × 356 mm')).toBeVisible();
    await fill(page, { 'Fold-over': '10 mm' });
    await expect(page.getByText(/at least 15 mm: less leaves nothing to grip and staple/)).toBeVisible();
    await fill(page, { 'Fold-over': '40 mm', 'Panels across': '2', 'Kerf of the saw': '0' });
    await expect(page.getByText(/of the picture lies behind the gaps/)).toBeVisible();
    await expect(page.getByRole('img', { name: /2 panels as they hang/ })).toBeVisible();
    await expect(page.getByText(/1 stick of 2400 mm to buy/)).toBeVisible();
    // What lies there is sawn first; what is half typed is said, and changes nothing.
    await fill(page, { 'Offcuts on hand': '2 m; 50 c' });
    await expect(page.getByText(/Expected lengths one after the other/)).toBeVisible();
    await fill(page, { 'Offcuts on hand': '2 m; 500 mm' });
    await expect(
      page.getByText(/Nothing to buy: all of it comes out of \d offcuts? on hand/),
    ).toBeVisible();
    await page.getByRole('button', { name: 'Keep this wrap' }).click();
    await said(page, /The wrap of 200 × 200 mm is kept/);
    await fill(page, { 'One diagonal': '282.8 mm', 'The other': '285 mm' });
    await expect(page.getByText(/out of square|The diagonals differ by 2\.2 mm/)).toBeVisible();
  });

  await test.step('its print files are made, one for each panel, mirrored and to the pixel; a changed wrap makes them stale', async () => {
    await page.goto(`/works/${id}/capture/files`);
    await choose(page, 'For the size', '200 × 200 mm');
    await choose(page, 'As', 'the planned wrap');
    await page.getByRole('radio', { name: /^(enlarge|make smaller)/ }).click();
    await fill(page, { 'Pixels per inch': '100' });
    await page.getByRole('radio', { name: /^master/ }).click();
    await choose(page, 'Its numbers mean', 'sRGB, I was told');
    await page.getByRole('button', { name: 'Make the print file' }).click();
    await expect(page.getByText(/^246x356mm_pilot-cutter-wide-water-panel-2_v\d+\.tif$/)).toBeVisible({
      timeout: 120_000,
    });
    await expect(page.getByText(/Stale:/)).toHaveCount(0);
    await page.goto(at(`/wrap?size=${square}`));
    await fill(page, { 'Depth of the bars': '20 mm' });
    await page.getByRole('button', { name: 'Keep this wrap' }).click();
    await said(page, /The wrap of 200 × 200 mm is kept/);
    await page.goto(`/works/${id}/capture/files`);
    await expect(
      page.getByText(/Stale: .*the mirrored edge.* changed since it was made/).first(),
    ).toBeVisible();
  });

  await test.step('in an inch studio, millimetres typed are millimetres, and nothing shown drifts', async () => {
    await page.goto(at(`/mount?size=${square}`));
    await page.locator('body').click({ position: { x: 5, y: 5 } });
    await press(page, 'x');
    await expect(page.getByLabel('Window, wide')).toHaveValue(/in$|″/);
    await page.getByRole('button', { name: 'Keep this mat' }).click();
    await said(page, /The mat of .* is kept/);
    await press(page, 'x');
    await page.reload();
    await expect(page.getByLabel('Window, wide')).toHaveValue('230 mm');
  });
});

test('a roll of mixed works: received, nested, moved by hand, queued, printed; the stock is charged', async ({
  page,
}) => {
  const other = (await act(page, 'recordWork', { ...WORK, title: 'Second Boat', size: '300 x 300 mm' }))
    .id;
  await act(page, 'offerFormat', { workId: other, size: '300 x 200 mm', family: 'own' });
  const paper = (
    await act(page, 'recordPaper', {
      name: 'Test Rag',
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
    })
  ).id;
  await page.goto('/papers');
  await page.getByRole('button', { name: 'Receive a lot of Test Rag' }).click();
  await fill(page, {
    Lot: 'T-1',
    'Width of the roll': '610 mm',
    'Its length': '5000 mm',
    'What all of it cost, EUR': '50',
  });
  await page.getByRole('button', { name: 'Put it in the drawer' }).click();
  await said(page, 'Test Rag, T-1, is in the drawer');
  await expect(page.getByText('610 mm roll: 5 m')).toBeVisible();
  await page.goto('/papers/layouts');
  await press(page, 'n');
  await fill(page, { Name: 'Friday’s roll' });
  await choose(page, 'Paper', 'Test Rag');
  await page.getByRole('button', { name: 'Begin it' }).click();
  await page.waitForURL(/layouts\/./);
  const add = async (what: string, count: string) => {
    const finder = page.getByRole('combobox', { name: 'Prints of' });
    await finder.fill(what);
    await page
      .getByRole('option', { name: new RegExp(what) })
      .first()
      .click();
    await fill(page, { 'How many': count });
    await page.getByRole('button', { name: 'Add prints' }).click();
  };
  await add('Pilot Cutter, Wide Water, 200', '3');
  await said(page, /of roll/);
  await expect(page.locator('[data-piece]')).toHaveCount(3);
  await add('Second Boat', '2');
  await expect(page.locator('[data-piece]')).toHaveCount(5);
  await fill(page, { 'A proof or strip': 'test strip', 'Its size': '700 x 650 mm' });
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByText(/at most 600 mm, what the roll has between its margins/)).toBeVisible();
  await fill(page, { 'Its size': '8 x 2 1/2 in' });
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.locator('[data-piece]')).toHaveCount(6);
  await expect(page.getByText('Proven shortest: nothing can be shorter.')).toBeVisible();
  await page.getByRole('button', { name: 'For straight cuts' }).click();
  await expect(page.getByText(/straight cuts? .*free every piece/)).toBeVisible();
  const piece = page.locator('[data-piece]').last();
  // Pieces keep still until the page shows what the last act made of them.
  await expect(piece).toHaveAttribute('tabindex', '0');
  await piece.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByRole('button', { name: 'Keep what I moved' })).toBeVisible();
  await page.getByRole('button', { name: 'Put it back' }).click();
  const [was, first] = [
    (await piece.boundingBox())!,
    (await page.locator('[data-piece]').first().boundingBox())!,
  ];
  await page.mouse.move(was.x + was.width / 2, was.y + was.height / 2);
  await page.mouse.down();
  await page.mouse.move(first.x + first.width / 2, first.y + first.height / 2, { steps: 8 });
  await page.mouse.up();
  await expect(page.getByText(/too near another, or over the margin/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Keep what I moved' })).toBeDisabled();
  await page.getByRole('button', { name: 'Put it back' }).click();
  await page.getByRole('button', { name: 'Send to the print queue' }).click();
  await said(page, /waits to be printed/);
  await page.getByRole('button', { name: 'It is printed' }).click();
  await said(page, /of roll left T-1/);
  await page.goto('/papers');
  await expect(page.getByText('610 mm roll: 5 m')).toHaveCount(0);
  await expect(page.getByText(/^610 mm roll: \d(\.\d+)? m;/)).toBeVisible();
  expect(paper).toBeTruthy();
});

test('more pieces than one sheet holds: what is on hand is looked over, laid where least is lost, and taken back', async ({
  page,
}) => {
  const paper = (
    await act(page, 'recordPaper', {
      ...{ name: 'Stock Canvas', base: 'canvas', surface: 'matte', gsm: 450, thickness: '0.6 mm' },
      ...{ brightener: 'none', mayRoll: true, scuffs: false, dryHours: 24, pricePerM2: '20' },
      ...{ sizes: '', permanence: '', notes: '' },
    })
  ).id;
  const receive = (name: string, size: string, amount: string, price: string) =>
    act(page, 'receiveLot', {
      paperId: paper,
      name,
      form: 'sheet',
      size,
      amount,
      price,
      receivedOn: '2026-11-02',
    });
  await receive('large', '329 x 483 mm', '10', '40');
  await receive('small', '320 x 240 mm', '10', '10');
  const layout = (
    await act(page, 'beginLayout', {
      ...{ name: 'Three ferries', kind: 'sheet', paperId: paper, size: '329 x 483 mm' },
      ...{ margin: '5 mm', gap: '5 mm' },
    })
  ).id;
  const strip = { formatId: null, size: '300 x 220 mm', says: 'ferry', count: 3, rotate: false };
  await act(page, 'addPieces', { id: layout, ...strip });

  await page.goto(`/papers/layouts/${layout}`);
  await expect(page.getByText('1 did not fit: they wait for another sheet.')).toBeVisible();
  await page.getByRole('button', { name: 'Look at what is on hand' }).click();
  const ways = page.getByRole('list', { name: 'Ways to cut them' }).getByRole('listitem');
  // Three small sheets at 1.00; the large ones at 4.00 hold two and one, and half of the second stays: 8.00 less 2.14.
  await expect(ways.first()).toContainText('3 × 320 × 240 mm');
  await expect(ways.first()).toContainText('3.00 EUR are used up');
  await expect(ways.filter({ hasText: /^2 × 329 × 483 mm/ })).toContainText(
    'of it 2.14 EUR stay: 329 × 258 mm',
  );
  await expect(page.getByText(/The first way loses least, 3\.00\sEUR; the next/)).toBeVisible();

  await ways
    .first()
    .getByRole('button', { name: /^Lay it on/ })
    .click();
  await said(page, /^Laid Three ferries on 3 × 320 × 240 mm/);
  await expect(page.getByText('from lot small')).toBeVisible();
  await page.getByRole('link', { name: 'All layouts' }).click();
  for (const name of ['Three ferries', 'Three ferries, 2 of 3', 'Three ferries, 3 of 3'])
    await expect(page.getByRole('link', { name, exact: true })).toBeVisible();
  await press(page, 'u');
  await expect(page.getByRole('link', { name: /Three ferries, / })).toHaveCount(0);
  await page.getByRole('link', { name: 'Three ferries', exact: true }).click();
  await expect(page.getByText('1 did not fit: they wait for another sheet.')).toBeVisible();
});
