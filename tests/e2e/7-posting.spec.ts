import { expect, type Page } from '@playwright/test';
import { act, said, test } from './hands';

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
const RATES = `carrier,service,zone,countries,days,up to,price,tracked,insured to,max length,max width,max thickness
Quay Post,card letter,home,Norrholm,2,250 g,2.10,no,0,353 mm,250 mm,25 mm
Quay Post,packet,home,Norrholm,2,2 kg,3.90,no,0,1200 mm,500 mm,300 mm
`;
/** Fifty in `npm run trials`, half a minute for ten of them; a sample of ten in `npm test`. */
const ORDERS = process.env.GLASSINE_TRIALS === 'full' ? 50 : 10;

type House = { edition: string; large: string; format: string; largeFormat: string; buyer: string };

/** A work with an open edition and sixty prints in the drawer, a shelf, a letter post: made by the doors the pages use. */
async function begin(page: Page): Promise<House> {
  const id = async (name: string, input: object) => (await act(page, name, input)).id as string;
  const work = await id('recordWork', {
    ...BLANK,
    title: 'Pilot Cutter, Fog',
    year: 2025,
    medium: 'ink on paper',
    kind: 'drawing',
    size: '300 x 200 mm',
    mayPrint: 'yes',
  });
  const offer = (size: string) => id('offerFormat', { workId: work, size, family: 'own' });
  const format = await offer('150 x 100 mm');
  const largeFormat = await offer('900 x 700 mm');
  const paper = await id('recordPaper', {
    name: 'Fog Rag 300',
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
  await act(page, 'setPrice', { formatId: format, price: '20', question });
  await act(page, 'setPrice', { formatId: largeFormat, price: '190', question });
  const open = {
    workId: work,
    kind: 'open',
    size: 0,
    proofs: { AP: 0, PP: 0, HC: 0 },
    run: 'all sizes',
    formatId: null,
    signing: 'certificate only',
  };
  const edition = await id('openEdition', open);
  const make = async (formatId: string, count: number) => {
    await act(page, 'printImpressions', {
      editionId: edition,
      impressionIds: null,
      count,
      formatId,
      paperId: paper,
      reason: 'no proof in this test',
    });
    const made = (await (await page.request.get(`/api/export/register.json`)).json()) as {
      entries: { act: string; editionId: string; impressionId: string }[];
    };
    const printed = made.entries.filter((e) => e.editionId === edition && e.act === 'printed');
    await act(page, 'handleImpressions', {
      editionId: edition,
      impressionIds: printed.slice(-count).map((e) => e.impressionId),
      act: 'passed',
      note: '',
    });
  };
  await make(format, ORDERS + 8);
  await make(largeFormat, 1);
  const shelf: readonly [string, string, string, string, number][] = [
    ['board', 'Fog board', '210 x 160 mm', '40 g', 200],
    ['sleeve', 'Fog sleeve', '230 x 180 mm', '6 g', 200],
    ['mailer', 'Fog mailer', '240 x 190 mm', '60 g', 200],
    ['interleaving', 'Fog leaf', '1000 x 800 mm', '20 g', 200],
    ['sleeve', 'Fog long sleeve', '130 x 900 mm', '14 g', 20],
  ];
  for (const [kind, name, size, weight, onHand] of shelf)
    await act(page, 'recordSupply', { kind, name, size, weight, onHand, reorderAt: 0, price: '0.20' });
  await act(page, 'recordSupply', {
    ...{ kind: 'tube', name: 'Fog tube', size: '76 x 860 mm', weight: '260 g' },
    ...{ onHand: 0, reorderAt: 0, price: '2' },
  });
  await act(page, 'importRates', { text: RATES, readOn: '2026-11-01' });
  const buyer = await id('recordBuyer', {
    ...{ name: 'Μαρίνα Κύμα', preferredName: 'Μαρίνα', email: '', address: 'Οδός 4\nΑλμύρα' },
    ...{ country: 'Norrholm', mayWriteSince: null, notes: '' },
  });
  return { edition, large: edition, format, largeFormat, buyer };
}

const PLACED = {
  ...{ carriage: '', message: '', wantsSignature: false, paid: true, orderedOn: null, notes: '' },
};

test.describe.serial('a day at the packing table', () => {
  let house: House;
  const orders: string[] = [];

  const place = async (page: Page, formatId: string, quantity = 1) =>
    (
      await act(page, 'placeOrder', {
        ...PLACED,
        buyerId: house.buyer,
        lines: [{ editionId: house.edition, formatId, quantity, price: '' }],
      })
    ).id as string;

  test('orders stand on the lane on the day they must leave; the plan moves by a key, the promise stays', async ({
    page,
  }) => {
    house = await begin(page);
    const first = await place(page, house.format);
    await page.goto(`/orders?at=${first}`);
    const aside = page.getByRole('region', { name: /^Order \d+/ });
    await expect(aside).toContainText('promised for');
    const promised = await aside.getByText(/promised for/).textContent();
    await page.locator('body').press(']');
    await said(page, /is planned for .*; promised for/);
    await expect(aside.getByText(/promised for/)).toContainText(promised!.trim());
    await expect(aside.getByText(/planned for/)).toBeVisible();
    const parcel = page.locator('.lane').getByRole('link', { name: /Μαρίνα Κύμα: to pick/ });
    await expect(parcel.first()).toBeVisible();
    await expect(page.getByRole('list', { name: 'What is still to do' }).first()).toBeVisible();
    await act(page, 'cancelOrder', { id: first, note: 'only looked at' });
  });

  test('a list is looked over by line, taken once, and passed over the second time', async ({ page }) => {
    const text = [
      'No,Customer,Street,Country,What,Qty',
      'F1,Oda,Mole 12,Norrholm,Pilot Cutter Fog 150 x 100 mm,2',
      'F2,Tom,Lamp 3,Norrholm,Pilot Cutter Fog 150 x 100 mm,none',
      'F3,Tom,Lamp 3,Norrholm,Something else,1',
    ].join('\n');
    const bring = async () => {
      await page.goto('/orders/bring-in');
      await page.getByLabel('Where it is from').fill('the fog fair');
      await page.getByLabel('Or pasted here').fill(text);
      await page.getByRole('button', { name: 'Look it over' }).click();
    };
    await bring();
    const out = page.getByRole('list', { name: 'Lines that are kept out' });
    await expect(out).toContainText('Line 3: quantity is “none”');
    await expect(out).toContainText('Line 4: “Something else” is nothing that is sold here');
    await page.getByRole('button', { name: 'Take it' }).click();
    await expect(page.getByRole('status').getByText(/1 of 1: 1 order is taken/)).toBeVisible();
    await bring();
    await page.getByRole('button', { name: 'Take it' }).click();
    await expect(
      page.getByRole('status').getByText(/0 orders are taken, 1 were here already/),
    ).toBeVisible();
    await page.goto('/orders?show=open&q=Oda');
    await page.getByRole('link', { name: 'Oda', exact: true }).last().click();
    await page.getByRole('button', { name: 'Cancel the order' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Cancel the order' }).click();
    await said(page, /is cancelled/);
  });

  test('a run is begun by keys', async ({ page }) => {
    for (let i = 0; i < ORDERS; i++) orders.push(await place(page, house.format));
    await act(page, 'startRun', { orderIds: orders });
    await page.goto('/orders/run');
    await expect(page.getByRole('heading', { name: `A run of ${ORDERS}` })).toBeVisible();
    await expect(page.getByText(`${ORDERS} × flat, 240 × 190 mm`)).toBeVisible();
  });

  const TENTH = 10;
  for (let part = 0; part < ORDERS / TENTH; part++)
    test(`${TENTH} of ${ORDERS} orders, from ${part * TENTH + 1}, are packed by the keyboard alone`, async ({
      page,
    }) => {
      await page.goto('/orders/run');
      for (let k = 0; k < TENTH; k++) await packByKeys(page);
      await expect(
        page.getByText(`${(part + 1) * TENTH} gone, ${ORDERS - (part + 1) * TENTH} left`),
      ).toBeVisible();
    });

  test('no number went twice, none to another’s order, and every label was held against its own parcel', async ({
    page,
  }) => {
    await page.keyboard.press('Escape');
    await page.goto('/orders/run');
    await page.locator('body').press('e');
    await said(page, `The run of ${ORDERS} orders ended.`);
    const register = (await (await page.request.get('/api/export/register.json')).json()) as {
      entries: { act: string; editionId: string; impressionId: string; body: { order?: number } }[];
    };
    const of = (name: string) =>
      register.entries.filter((e) => e.editionId === house.edition && e.act === name);
    const sent = of('dispatched');
    expect(new Set(sent.map((e) => e.impressionId)).size).toBe(ORDERS);
    expect(new Set(sent.map((e) => e.body.order)).size).toBe(ORDERS);
    const taken = new Map(of('allocated').map((e) => [e.impressionId, e.body.order]));
    for (const { impressionId, body } of sent) expect(taken.get(impressionId)).toBe(body.order);
    const csv = await (await page.request.get('/api/export/orders.csv')).text();
    expect(
      csv.split('\n').filter((line) => line.includes('Μαρίνα Κύμα') && line.includes(',dispatched,')),
    ).toHaveLength(ORDERS);
  });

  test('a missing print is caught by weight, and nothing is sealed without a reason', async ({
    page,
  }) => {
    const id = await place(page, house.format, 4);
    await page.goto(`/orders/${id}`);
    const press = (key: string) => page.locator('body').press(key);
    await press('p');
    await said(page, /^Picked for order/);
    await now(page, 'tick');
    for (let k = 0; k < 4; k++) await press('x');
    await now(page, 'wrap');
    await press('p');
    await said(page, /Packed flat: it should weigh/);
    // Four sheets of 200 × 150 mm at 300 g/m² are 36 g of a parcel of some 180: three of them missing are 27 g.
    const expected = Number(
      /weigh\s+([\d.]+)/.exec((await page.getByText(/It should weigh/).textContent())!)![1],
    );
    await page.getByLabel('The scale says').fill(`${(expected - 27).toFixed(1)} g`);
    await page.getByLabel('The scale says').press('Enter');
    await expect(page.getByText(/Something is missing/).first()).toBeVisible();
    for (let k = 0; k < 4; k++) await press('x');
    await now(page, 'seal');
    await press('s');
    await expect(page.getByText(/Give a reason to seal it all the same/)).toBeVisible();
    await expect(page.getByText('to weigh and seal')).toBeVisible();
  });

  test('an empty tube shelf is said before it is packed', async ({ page }) => {
    const id = await place(page, house.largeFormat);
    await page.goto(`/orders/${id}`);
    await page.locator('body').press('p');
    await said(page, /^Picked for order/);
    await expect(page.getByRole('heading', { name: /^Packed rolled/ })).toBeVisible();
    await now(page, 'tick');
    await page.locator('body').press('x');
    await now(page, 'wrap');
    await page.locator('body').press('p');
    await expect(page.getByText(/Fog tube: 1 needed, 0 on hand/)).toBeVisible();
    await page.getByLabel('Reason, kept with the record').fill('a tube from the neighbour');
    await page.getByRole('button', { name: 'Go on all the same' }).click();
    await said(page, /Packed rolled/);
    await expect(page.getByText('Packed otherwise: a tube from the neighbour')).toBeVisible();
  });

  test('two windows at one order: what the other did is seen, and nothing is done twice', async ({
    page,
    context,
  }) => {
    const id = await place(page, house.format);
    const other = await context.newPage();
    await Promise.all([page.goto(`/orders/${id}`), other.goto(`/orders/${id}`)]);
    await page.locator('body').press('p');
    await said(page, /^Picked for order/);
    await other.locator('body').press('p');
    await expect(other.getByText(/that cannot be done now|Somebody|changed/).first()).toBeVisible();
    await other.reload();
    await expect(other.getByText(/to pack/).first()).toBeVisible();
    const numbers = await other
      .getByRole('list', { name: 'What is in the parcel' })
      .getByRole('checkbox')
      .count();
    expect(numbers).toBe(1);
    await other.close();
  });

  test('the label of another order is refused at the parcel', async ({ page }) => {
    const id = await place(page, house.format);
    await page.goto(`/orders/${id}`);
    await page.locator('body').press('p');
    await said(page, /^Picked for order/);
    await now(page, 'tick');
    await page.locator('body').press('x');
    await now(page, 'wrap');
    await page.locator('body').press('p');
    await said(page, /Packed flat/);
    // At once, before the page may have been told of the parcel: the studio knows of it.
    await page.locator('body').press('c');
    await expect(page.getByLabel('Scan or type a code')).toBeFocused();
    await page.keyboard.type('ORDER-101\n');
    await expect(
      page.getByText(/That is the label of order 101, and this is the parcel of order/),
    ).toBeVisible();
    // The slip of another order leads to that order.
    await page.keyboard.press('c');
    await page.keyboard.type('PICK-101\n');
    await expect(page.getByRole('heading', { name: /^Order 101,/ })).toBeVisible();
  });
});

/** Waits until the work on the parcel stands at a step. */
const now = (page: Page, step: string) =>
  expect(
    page.getByRole('list', { name: 'The work on this parcel' }).locator('[aria-current=step]'),
  ).toHaveText(step);

/** One order of the run, from the drawer to the post, without leaving the keys. */
async function packByKeys(page: Page): Promise<void> {
  const press = (key: string) => page.keyboard.press(key);
  const step = (name: string) => now(page, name);
  await step('pick');
  const heading = await page.getByRole('heading', { name: /^Order \d+/ }).textContent();
  const number = /Order (\d+)/.exec(heading!)![1]!;
  await press('p');
  await step('tick');
  await press('x');
  await step('wrap');
  await press('p');
  await step('weigh');
  await press('w');
  await expect(page.getByLabel('The scale says')).not.toHaveValue('');
  await press('k');
  await step('tick again');
  await press('x');
  await step('seal');
  await press('s');
  await step('service');
  await press('c');
  await expect(page.getByLabel('Scan or type a code')).toBeFocused();
  await page.keyboard.type(`ORDER-${number}\n`);
  await step('gone');
  await press('h');
  await expect(page.getByRole('heading', { name: `Order ${number},` })).toHaveCount(0);
}
