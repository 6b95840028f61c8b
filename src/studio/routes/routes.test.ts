import { dropPrice } from './routeActions';
import { recordRoute } from '@/studio/routes/routeActions';
import { furnished, refused, ROUTE, emptyStudio, WORK } from '../../../tests/unit/helpers/house';
import { pricesOfRoute, compareRoutes, quotesOf, sentOut } from './routes';
import { findRows, patchRow } from '@/store/rows';
import { formatsOf } from '@/store/works';
import { changeBorder, offerFormat } from '../formats/formatActions';
import { recordWork } from '../works/workActions';
import type { Studio } from '../studio';
import * as routes from './routeActions';

let studio: Studio, workId: string, formatId: string, lab: string, own: string;
beforeAll(async () => {
  studio = await emptyStudio({ now: () => '2026-11-25T10:00:00.000Z' });
  workId = (await recordWork(studio, WORK)).id!;
  formatId = (await offerFormat(studio, { workId, size: '400 x 300 mm', family: 'metric frames' })).id!;
  await changeBorder(studio, { id: formatId, top: '0 mm', right: '0 mm', bottom: '0 mm', left: '0 mm' });
  own = (await recordRoute(studio, { ...ROUTE, pricePerM2: '21.00', minimum: '0' })).id!;
  lab = (
    await recordRoute(studio, {
      ...ROUTE,
      name: 'Breakwater Lab',
      kind: 'lab',
      process: 'chromogenic',
      space: 'sRGB',
      addsBorder: false,
      givesProofs: false,
      ppi: 254,
      pricePerM2: '58',
      minimum: '9.00',
    })
  ).id!;
  await routes.changeTerms(studio, {
    id: lab,
    carriage: '6.90',
    freeFrom: '100',
    setUp: '1.50',
    bleed: '3 mm',
    readOn: '2026-11-01',
  });
});

const format = async () => (await formatsOf(studio.db, workId)).find((f) => f.id === formatId)!;

describe('a price table', () => {
  test('two thousand rows are in, the bad ones named by line; the old table is gone', async () => {
    const rows = Array.from(
      { length: 2_000 },
      (_, i) =>
        `${100 + (i % 400)}x${600 + Math.floor(i / 400)} mm,${1 + 10 * (i % 3)},${(i / 7 + 1).toFixed(2)}`,
    );
    rows[17] = 'huge,1,9';
    rows[1_200] = '100x100 mm,0,9';
    const done = await routes.importPrices(studio, {
      routeId: lab,
      text: `size,from,price\n${rows.join('\n')}\n`,
      readOn: '2026-11-20',
    });
    expect(done.message).toBe('1998 prices of Breakwater Lab are in; 2 rows were kept out.');
    expect((done.bad as { line: number }[]).map((b) => b.line)).toEqual([19, 1_202]);
    await routes.importPrices(studio, {
      routeId: lab,
      text: 'size,from,price\n300x400 mm,1,12.50\n300x400 mm,5,10.80\ncustom,1,98\n',
      readOn: '2026-11-20',
    });
    expect(await findRows(studio.db, 'routePrices', { routeId: lab })).toHaveLength(3);
  });
  test('a table with nothing readable leaves the old one', async () => {
    await expect(
      routes.importPrices(studio, {
        routeId: lab,
        text: 'size,from,price\nhuge,1,9\n',
        readOn: '2026-11-20',
      }),
    ).rejects.toMatchObject({ field: 'text' });
    expect(await pricesOfRoute(studio.db, lab)).toHaveLength(3);
  });
  test('one line is changed by hand; what cannot be read is named', async () => {
    const [first] = await pricesOfRoute(studio.db, lab);
    await expect(
      routes.keepPrice(studio, {
        id: first!.id,
        routeId: lab,
        size: 'big',
        paper: '',
        from: 1,
        price: '9',
      }),
    ).rejects.toMatchObject({ field: 'size' });
    await routes.keepPrice(studio, {
      id: null,
      routeId: lab,
      size: '12 x 16 in',
      paper: 'Cotton "300"',
      from: 2,
      price: '14',
    });
    expect((await pricesOfRoute(studio.db, lab)).find((p) => p.paper)).toMatchObject({
      widthUm: 304_800,
      paper: 'Cotton "300"',
      fromQuantity: 2,
      priceMinor: 1_400,
    });
  });
});

describe('routes side by side', () => {
  test('each all in, cheapest first, with what it needs of the file and what is given up', async () => {
    const [cheap, dear] = await compareRoutes(studio, await format(), 4);
    // Own: 0.12 m² × 21.00 = 2.52 each. Lab: 4 × 12.50 + 1.50 + 6.90.
    expect(cheap).toMatchObject({
      route: { id: own },
      quote: { way: 'custom', each: 252, total: 1_008 },
      ppi: 300,
    });
    expect(dear).toMatchObject({
      route: { id: lab },
      quote: { way: 'standard', total: 5_840, nextBreak: { from: 5, marginal: 400 } },
      ppi: 254,
      old: false,
    });
    // 406 mm with bleed at 254: ten pixels a millimetre.
    expect(dear!.pixels).toEqual({ width: 4_060, height: 3_060 });
    expect(dear!.loses).toEqual(
      expect.arrayContaining(['no proof', 'the border must lie in the file', 'colours beyond sRGB']),
    );
  });
  test('a quote is kept with its day; prices read long ago are marked', async () => {
    const done = await routes.keepQuote(studio, { routeId: lab, formatId, quantity: 5 });
    expect(done.message).toMatch(
      /5 × 400 × 300 mm at Breakwater Lab: 62\.40\sEUR all in, kept 2026-11-25\./,
    );
    expect(await quotesOf(studio.db, [formatId])).toMatchObject([
      { totalMinor: 6_240, keptOn: '2026-11-25' },
    ]);
    await studio.store.write((tx) => patchRow(tx, 'routes', lab, { readOn: '2026-01-01' }));
    expect((await compareRoutes(studio, await format(), 5)).find((c) => c.route.id === lab)!.old).toBe(
      true,
    );
  });
  test('work sent out is expected, comes back, and was looked at', async () => {
    await expect(
      routes.sendOut(studio, {
        routeId: lab,
        lines: [{ formatId, quantity: 2 }],
        sentOn: '2026-11-20',
        expectedOn: '2026-11-19',
      }),
    ).rejects.toMatchObject({ field: 'expectedOn' });
    const { id } = await routes.sendOut(studio, {
      routeId: lab,
      lines: [{ formatId, quantity: 2 }],
      sentOn: '2026-11-20',
      expectedOn: '2026-11-28',
    });
    await expect(
      routes.cameBack(studio, { id: id!, backOn: '2026-11-10', inspection: 'fine' }),
    ).rejects.toMatchObject({ field: 'backOn' });
    await routes.cameBack(studio, {
      id: id!,
      backOn: '2026-11-25',
      inspection: 'one corner bent; theirs',
    });
    expect(await sentOut(studio.db)).toMatchObject([
      { totalMinor: 3_340, backOn: '2026-11-25', inspection: 'one corner bent; theirs' },
    ]);
  });
});

test('a route with steps keeps them when only its price is changed', async () => {
  const f = await furnished({ withMaster: false });
  const { routes } = await import('@/store/schema');
  await f.studio.db.update(routes).set({ ppiSteps: [{ ppi: 300, upTo: 500_000 }, { ppi: 200 }] });
  await recordRoute(f.studio, { ...ROUTE, id: f.routeId, pricePerM2: '22' });
  expect((await f.studio.db.select().from(routes))[0]).toMatchObject({
    pricePerM2Minor: 2_200,
    ppiSteps: [{ ppi: 300, upTo: 500_000 }, { ppi: 200 }],
  });
  await recordRoute(f.studio, { ...ROUTE, id: f.routeId, ppi: '240 up to 400 mm; 150 above' });
  expect((await f.studio.db.select().from(routes))[0]!.ppiSteps).toEqual([
    { upTo: 400_000, ppi: 240 },
    { ppi: 150 },
  ]);
  expect(
    await refused(recordRoute(f.studio, { ...ROUTE, id: f.routeId, ppi: '300 to 400 mm' })),
  ).toMatchObject({ field: 'ppi' });
});

test('one price goes out of a table, and comes back', async () => {
  const line = { id: null, routeId: lab, size: 'A4', paper: '', from: 1, price: '4.20' };
  await routes.keepPrice(studio, line);
  const before = await pricesOfRoute(studio.db, lab);
  const added = before.find((p) => p.priceMinor === 420)!;
  const done = await dropPrice(studio, { id: added.id });
  expect((await pricesOfRoute(studio.db, lab)).map((p) => p.id)).not.toContain(added.id);
  const { performByName } = await import('../registry');
  await performByName(studio, done.undo!.act, done.undo!.input);
  expect(await pricesOfRoute(studio.db, lab)).toEqual(before);
});
