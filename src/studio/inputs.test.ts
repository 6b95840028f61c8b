import { findRow, findRows } from '@/store/rows';
import {
  emptyStudio,
  furnished,
  PAPER,
  refused,
  ROUTE,
  SERVICE,
  SHELF,
  WORK,
} from '../../tests/unit/helpers/house';
import { changeBorder, changeFinish, offerFormat, offerSet } from './formats/formatActions';
import { recordCutter } from './formats/mountActions';
import { beginLayout } from './layouts/layoutActions';
import { receiveLot } from './papers/lotActions';
import { recordPaper, recordSupplier } from './papers/paperActions';
import { recordService, recordSupply } from './orders/shelfActions';
import { setPrice } from './prices/priceActions';
import { askProof } from './proofs/roundActions';
import { ACTIONS } from './registry';
import { changeTerms, keepPrice, recordRoute } from './routes/routeActions';
import type { Studio } from './studio';
import { recordWork } from './works/workActions';

/** What an action keeps of the same thing said in words and said in whole units. */
async function bothWays<I extends object>(
  table: 'papers' | 'routes' | 'supplies' | 'services' | 'works' | 'suppliers',
  record: (studio: Studio, input: I) => Promise<{ id?: string }>,
  typed: I,
  exact: Partial<Record<keyof I, unknown>>,
) {
  const studio = await emptyStudio();
  const first = (await record(studio, typed)).id!;
  const second = (await record(studio, { ...typed, ...exact } as I)).id!;
  const [a, b] = [await findRow(studio.db, table, first), await findRow(studio.db, table, second)];
  const without = ({ id: _id, createdAt: _at, ...rest }: Record<string, unknown>) => rest;
  return [without(a!), without(b!)] as const;
}

describe('a length, a sum, a weight or a size may be typed, or given in whole units', () => {
  test('of a paper: 0.48 mm is 480 µm, 19.40 is 1940 cents', async () => {
    const [typed, exact] = await bothWays('papers', recordPaper, PAPER, {
      thickness: 480,
      pricePerM2: 1_940,
    });
    expect(typed).toMatchObject({ thicknessUm: 480, pricePerM2Minor: 1_940 });
    expect(exact).toEqual(typed);
  });

  test('of a route', async () => {
    const given = { ...ROUTE, pricePerM2: '21.50', minimum: '4' };
    const [typed, exact] = await bothWays('routes', recordRoute, given, {
      pricePerM2: 2_150,
      minimum: 400,
    });
    expect(typed).toMatchObject({ pricePerM2Minor: 2_150, minimumMinor: 400 });
    expect(exact).toEqual(typed);
  });

  test('of a mat cut beforehand: size, window, weight and price', async () => {
    const mat = {
      ...SHELF[0]!,
      kind: 'mat' as const,
      size: '300 x 400 mm',
      window: '8 x 10 in',
      weight: '142 g',
      price: '5.20',
    };
    const [typed, exact] = await bothWays('supplies', recordSupply, mat, {
      size: { width: 300_000, height: 400_000 },
      window: { width: 203_200, height: 254_000 },
      weight: 142_000,
      price: 520,
    });
    expect(typed).toMatchObject({
      widthUm: 300_000,
      windowWidthUm: 203_200,
      weightMg: 142_000,
      priceMinor: 520,
    });
    expect(exact).toEqual(typed);
  });

  test('of a carrier’s service', async () => {
    const [typed, exact] = await bothWays('services', recordService, SERVICE, {
      insured: 10_000,
      maxLength: 900_000,
      maxWeight: 5_000_000,
      price: 780,
    });
    expect(typed).toMatchObject({ maxWeightMg: 5_000_000, insuredMinor: 10_000 });
    expect(exact).toEqual(typed);
  });

  test('of an original and of a supplier', async () => {
    const [typed, exact] = await bothWays(
      'works',
      recordWork,
      { ...WORK, soldPrice: '480' },
      {
        size: { width: 380_000, height: 285_000 },
        soldPrice: 48_000,
      },
    );
    expect(exact).toEqual(typed);
    const supplier = {
      id: null,
      name: 'Marren',
      deliveryDays: 3,
      carriage: '6.50',
      freeFrom: '90',
      notes: '',
    };
    const [words, units] = await bothWays('suppliers', recordSupplier, supplier, {
      carriage: 650,
      freeFrom: 9_000,
    });
    expect(words).toMatchObject({ carriageMinor: 650, freeFromMinor: 9_000 });
    expect(units).toEqual(words);
  });

  test('of sizes offered, their borders and finish; the same size twice is one', async () => {
    const f = await furnished({ withMaster: false });
    const size = { width: 203_200, height: 152_400 };
    const { id } = await offerFormat(f.studio, { workId: f.workId, size, family: 'own' });
    expect((await offerFormat(f.studio, { workId: f.workId, size: '8 x 6 in', family: 'own' })).id).toBe(
      id,
    );
    await offerSet(f.studio, {
      workId: f.workId,
      sizes: [size, { width: 304_800, height: 228_600 }],
      family: 'set',
    });
    expect(await findRows(f.studio.db, 'formats', { imageWidthUm: 304_800 })).toHaveLength(1);
    await changeBorder(f.studio, { id: id!, top: 25_400, right: '25', bottom: 1, left: 0 });
    await changeFinish(f.studio, {
      id: id!,
      title: 'Night Ferry',
      type: 3_000,
      deckle: '',
      bleed: '3 mm',
    });
    expect(await findRow(f.studio.db, 'formats', id!)).toMatchObject({
      borderTopUm: 25_400,
      borderRightUm: 25_000,
      borderBottomUm: 1,
      finish: { title: 'Night Ferry', type: 3_000, deckle: 0, bleed: 3_000 },
    });
  });

  test('of lots and layouts: a roll has a width, a sheet two sides', async () => {
    const f = await furnished({ withMaster: false });
    const lot = {
      paperId: f.paperId,
      name: 'lot',
      amount: '12 m',
      price: 9_600,
      receivedOn: '2026-11-02',
    };
    await receiveLot(f.studio, { ...lot, form: 'roll', size: 610_000 });
    const sheets = {
      ...lot,
      form: 'sheet' as const,
      amount: '25',
      size: { width: 329_000, height: 483_000 },
    };
    await receiveLot(f.studio, sheets);
    const rows = await findRows(f.studio.db, 'lots', {}, { orderBy: ['form'] });
    expect(rows.map((r) => [r.form, r.widthUm, r.heightUm, r.priceMinor])).toEqual([
      ['roll', 610_000, null, 9_600],
      ['sheet', 329_000, 483_000, 9_600],
    ]);
    expect(await refused(receiveLot(f.studio, { ...sheets, form: 'roll', amount: '1 m' }))).toMatchObject(
      { field: 'size' },
    );
    expect(await refused(receiveLot(f.studio, { ...sheets, size: 329_000 }))).toMatchObject({
      field: 'size',
    });
    const layout = { name: 'Friday', paperId: f.paperId, margin: 5_000, gap: 4_000 };
    const { id } = await beginLayout(f.studio, { ...layout, kind: 'roll', size: 610_000 });
    expect(await findRow(f.studio.db, 'layouts', id!)).toMatchObject({
      widthUm: 610_000,
      marginUm: 5_000,
      gapUm: 4_000,
    });
  });

  test('of prices, terms, quotes’ lines, cutters and proofs', async () => {
    const f = await furnished();
    const [price] = await findRows(f.studio.db, 'prices', { formatId: f.formatId });
    const set = await setPrice(f.studio, {
      formatId: f.formatId,
      question: price!.question,
      price: 12_345,
    });
    expect(await findRow(f.studio.db, 'prices', set.id)).toMatchObject({ priceMinor: 12_345 });
    const terms = {
      id: f.routeId,
      carriage: 650,
      freeFrom: '',
      setUp: 0,
      bleed: 3_000,
      readOn: '2026-11-02',
    };
    await changeTerms(f.studio, terms);
    expect(await findRow(f.studio.db, 'routes', f.routeId)).toMatchObject({
      carriageMinor: 650,
      freeFromMinor: null,
      bleedUm: 3_000,
    });
    const line = { id: null, routeId: f.routeId, paper: '', from: 10 };
    await keepPrice(f.studio, { ...line, size: { width: 210_000, height: 297_000 }, price: 420 });
    await keepPrice(f.studio, { ...line, size: '', price: '21.00' });
    const lines = await findRows(f.studio.db, 'routePrices', {}, { orderBy: ['priceMinor'] });
    expect(lines.map((l) => [l.widthUm, l.heightUm, l.fromQuantity, l.priceMinor])).toEqual([
      [210_000, 297_000, 10, 420],
      [null, null, 10, 2_100],
    ]);
    const cutter = { id: null, name: 'Marren', readOn: '2026-11-02', notes: '' };
    await recordCutter(f.studio, { ...cutter, sheet: 1_000, image: '1 mm', window: 2_000, placing: 500 });
    expect((await findRows(f.studio.db, 'cutters'))[0]).toMatchObject({
      toleranceSheetUm: 1_000,
      toleranceImageUm: 1_000,
      toleranceWindowUm: 2_000,
      placingUm: 500,
    });
    const proof = {
      formatId: f.formatId,
      paperId: f.paperId,
      routeId: f.routeId,
      kind: 'whole' as const,
      changed: '',
      made: false,
    };
    const { id } = await askProof(f.studio, { ...proof, cost: 1_240 });
    expect(await findRow(f.studio.db, 'proofs', id!)).toMatchObject({ costMinor: 1_240 });
  });

  test.each([
    ['a length', { thickness: -1 }, 'thickness'],
    ['a length that is no whole number', { thickness: 480.5 }, 'thickness'],
    ['a sum that is no whole number', { pricePerM2: 19.4 }, 'pricePerM2'],
    ['a sum below nothing', { pricePerM2: -1 }, 'pricePerM2'],
    ['a sum typed below nothing', { pricePerM2: '-1' }, 'pricePerM2'],
    ['a sum beyond all', { pricePerM2: 2e12 }, 'pricePerM2'],
    ['something else', { thickness: { um: 480 } }, 'thickness'],
  ])('%s that cannot be is refused by its field', async (_what, wrong, field) => {
    const studio = await emptyStudio();
    const input = { ...PAPER, ...wrong } as Parameters<typeof recordPaper>[1];
    expect(await refused((async () => recordPaper(studio, input))())).toMatchObject({ field });
  });

  test('no action takes such a figure as text only', () => {
    const figures =
      /^(price|pricePerM2|minimum|cost|carriage|freeFrom|setUp|outlay|soldPrice|insured|weight|scale|maxWeight|margin|gap|distance|placing|top|right|bottom|left|deckle|bleed|border|thickness|maxLength)$/;
    const textOnly: string[] = [];
    const look = (name: string, schema: { properties?: Record<string, { type?: string }> }) => {
      for (const [field, given] of Object.entries(schema.properties ?? {}))
        if (figures.test(field) && given.type === 'string') textOnly.push(`${name}.${field}`);
    };
    for (const [name, action] of ACTIONS) look(name, action.input as Parameters<typeof look>[1]);
    expect(textOnly).toEqual([]);
  });
});
