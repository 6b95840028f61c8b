import { findRows, rowById } from '@/store/rows';
import { pricesOn } from '@/store/products';
import type { ProductFinish } from '@/core/product/words';
import {
  acceptedProof,
  furnished,
  PAPER,
  refused,
  SHELF,
  withPrints,
} from '../../../tests/unit/helpers/house';
import { offerFormat } from '../formats/formatActions';
import { placeOrder } from '../orders/orderActions';
import { recordSupply } from '../orders/shelfActions';
import { recordMachine } from '../machines/machineActions';
import { receiveLot } from '../papers/lotActions';
import { recordPaper } from '../papers/paperActions';
import { openCostBook, productCost } from './costs';
import { keepPrices, removePrice, setPrice } from './priceActions';
import {
  archiveLine,
  noteMarketPrice,
  noteOutlays,
  noteTiming,
  offerProducts,
  quoteProduct,
  saveLine,
  setCostRates,
  withdrawProduct,
} from './productActions';
import { pricedProducts } from './products';

const QUESTION = {
  costs: [{ name: 'print', amount: 1_840 }],
  fixedFees: [{ name: 'payment', amount: 45 }],
  shareFees: [{ name: 'market', share: 0.095 }],
  carriageCharged: 0,
  margin: 0.5,
  given: 0.05,
};
const LINE = {
  id: null,
  name: 'Harrow cotton',
  routeId: null,
  paperId: null,
  signing: 'front' as const,
  finePrint: true,
  goesIn: ['certificate' as const],
  notes: '',
};
/** An hour at 30.00, and nothing else that would stand in the way of working by hand. */
const RATES = {
  ratePerHour: '30',
  minutes: { trim: 4, sign: 2, inspect: 2, mount: 10, frame: 20, stretch: 30, pack: 6 },
  expectedPrints: 20,
  prepMinutes: 60,
  spoilRate: 0.1,
  minutesPerM2: 20,
  printsPerOrder: 5,
};
type House = Awaited<ReturnType<typeof furnished>>;

const linesOf = async (f: House, finish: ProductFinish = 'loose', lineId: string | null = null) => {
  const format = await rowById(f.studio.db, 'formats', f.formatId);
  const work = await rowById(f.studio.db, 'works', f.workId);
  const line = lineId ? await rowById(f.studio.db, 'printLines', lineId) : null;
  const cost = productCost(await openCostBook(f.studio), { work, format, line, finish });
  return { cost, lines: Object.fromEntries(cost.lines.map((l) => [l.name, l.amount])) };
};

describe('prices', () => {
  test('an empty price is the solved one, and a price is taken away', async () => {
    const f = await furnished();
    const set = await setPrice(f.studio, { formatId: f.formatId, question: QUESTION, price: '' });
    expect(set.message).toBe('100 × 75 mm sells for 53.10\u00a0EUR.');
    expect((await removePrice(f.studio, { formatId: f.formatId })).message).toMatch(/taken away/);
    expect(await pricesOn(f.studio.db, '2030-01-01')).toEqual([]);
    const greedy = { ...QUESTION, margin: 0.9 };
    const wrong = setPrice(f.studio, { formatId: f.formatId, question: greedy, price: '' });
    expect((await refused(wrong)).field).toBe('margin');
  });

  test('what stands outside the limited run never takes one of its numbers', async () => {
    const f = await furnished();
    const { editionId } = await withPrints(f, 3, 1);
    const [product] = await findRows(f.studio.db, 'products');
    const line = { editionId, formatId: f.formatId, productId: product!.id, quantity: 1, price: '' };
    const asked = {
      buyerId: f.buyerId,
      lines: [line],
      carriage: '',
      message: '',
      wantsSignature: false,
      paid: true,
      orderedOn: null,
      notes: '',
    };
    await placeOrder(f.studio, asked);
    await quoteProduct(f.studio, { id: product!.id, quote: '', from: '', on: null, inEdition: false });
    expect((await refused(placeOrder(f.studio, asked))).field).toBe('lines[0].productId');
  });

  test('what it sold for stays: a price of a later day waits for it, and the newest that has begun counts', async () => {
    const f = await furnished();
    const at = (price: string, validFrom: string | null) =>
      setPrice(f.studio, { formatId: f.formatId, question: QUESTION, price, validFrom });
    await at('50', '2026-01-10');
    await at('60', '2030-05-01');
    await at('55', '2026-02-01');
    const on = async (day: string) => (await pricesOn(f.studio.db, day)).map((p) => p.priceMinor);
    expect(await on('2026-01-09')).toEqual([]);
    expect(await on('2026-01-31')).toEqual([5_000]);
    expect(await on('2026-11-01')).toEqual([5_500]);
    expect(await on('2030-05-01')).toEqual([6_000]);
    // The house was furnished with a price of today.
    expect(await findRows(f.studio.db, 'prices')).toHaveLength(4);
  });

  test('a what-if is kept as a whole or not at all', async () => {
    const f = await furnished();
    const { productId } = await setPrice(f.studio, {
      formatId: f.formatId,
      question: QUESTION,
      price: '50',
    });
    const change = (price: string, id = productId) => ({ productId: id, price, question: null });
    const wrong = keepPrices(f.studio, { validFrom: null, changes: [change('61'), change('0')] });
    expect((await refused(wrong)).field).toBe('changes[1].price');
    expect(await findRows(f.studio.db, 'prices')).toHaveLength(2);
    await keepPrices(f.studio, { validFrom: null, changes: [change('61')] });
    const [now] = await pricesOn(f.studio.db, '2030-01-01');
    expect(now).toMatchObject({ priceMinor: 6_100, question: QUESTION });
    const nobody = keepPrices(f.studio, { validFrom: null, changes: [change('61', 'nothing')] });
    expect((await refused(nobody)).field).toBe('changes[0].productId');
  });
});

describe('products', () => {
  test('a grid makes what is not there yet, once; what is withdrawn comes back the same', async () => {
    const f = await furnished();
    const fine = (await saveLine(f.studio, LINE)).id!;
    const cheap = (await saveLine(f.studio, { ...LINE, name: 'Satin print', finePrint: false })).id!;
    const grid = {
      workId: f.workId,
      formatIds: [f.formatId],
      lineIds: [fine, cheap],
      finishes: ['loose' as const, 'mounted' as const],
      inEdition: true,
    };
    expect((await offerProducts(f.studio, grid)).message).toBe('4 products are offered.');
    await expect(offerProducts(f.studio, grid)).rejects.toThrow(/offered already/);
    const offered = async () =>
      (await pricedProducts(f.studio, { workIds: [f.workId] })).filter((p) => p.line.name !== 'Prints');
    const [first] = await offered();
    await withdrawProduct(f.studio, { id: first!.product.id });
    expect(await offered()).toHaveLength(3);
    expect((await offerProducts(f.studio, grid)).message).toBe('One product is offered.');
    expect((await offered()).map((p) => p.product.id)).toContain(first!.product.id);
  });

  test('a size that the file cannot carry is left out, and said', async () => {
    const f = await furnished();
    const line = (await saveLine(f.studio, LINE)).id!;
    const { id: huge } = await offerFormat(f.studio, {
      workId: f.workId,
      size: '3000 x 2250 mm',
      family: 'custom',
    });
    const { message } = await offerProducts(f.studio, {
      workId: f.workId,
      formatIds: [f.formatId, huge!],
      lineIds: [line],
      finishes: ['loose'],
      inEdition: true,
    });
    expect(message).toBe('One product is offered. 3000 × 2250 mm: left out, the file is too thin.');
  });

  test('two lines of one name are refused; a line that goes takes its products with it', async () => {
    const f = await furnished();
    const line = (await saveLine(f.studio, LINE)).id!;
    expect((await refused(saveLine(f.studio, { ...LINE, name: ' harrow COTTON ' }))).field).toBe('name');
    await setPrice(f.studio, { formatId: f.formatId, lineId: line, question: QUESTION, price: '50' });
    expect((await archiveLine(f.studio, { id: line })).message).toContain('1 products went with it');
    const left = await pricedProducts(f.studio, { workIds: [f.workId] });
    expect(left.map((p) => p.line.name)).toEqual(['Prints']);
  });
});

describe('what one product costs, from the studio’s own records', () => {
  test('a loose print worked by hand: no lot, no ledger, four acts, a file prepared', async () => {
    const f = await furnished();
    await acceptedProof(f);
    await setCostRates(f.studio, RATES);
    const { cost, lines } = await linesOf(f);
    // A sheet of 150 × 125 mm is 0.01875 m²: at 19.40 it is 36 cents. The image of 100 × 75 mm is 0.0075 m²: ink at 21.00, 16 cents.
    // One in ten spoiled of 52 cents is 5.78; an hour of preparing over 20 prints is 1.50.
    expect(lines).toEqual({
      'paper, Harrow Rag 310': 36,
      ink: 16,
      'spoiled, 10 %': 6,
      // Its one proof cost 4.00.
      proofs: 20,
      'preparing the file': 150,
      'time to trim': 200,
      'time to sign': 100,
      'time to inspect': 100,
      'time to pack': 300,
    });
    expect(cost.total).toBe(928);
    expect(cost.because).toContain('as proof round 1 was made');
    expect(cost.lines.find((l) => l.kind === 'paper')).toMatchObject({ basis: 'estimated' });
  });

  test('paper follows the lot that would be used, and its waste', async () => {
    const f = await furnished();
    await acceptedProof(f);
    // Four of 150 × 125 mm lie on a sheet of 300 × 250 mm; fifty sheets for 40.00: 80 cents a sheet, 20 a print.
    await receiveLot(f.studio, {
      paperId: f.paperId,
      form: 'sheet',
      size: '300 x 250 mm',
      amount: '50',
      name: 'HR-1',
      price: '40',
      receivedOn: '2026-11-01',
    });
    const { cost, lines } = await linesOf(f);
    expect(lines['paper, Harrow Rag 310']).toBe(20);
    expect(cost.lines[0]).toMatchObject({
      basis: 'known',
      because: '4 on a sheet of 300 × 250 mm from lot HR-1',
    });
  });

  test('what was timed three times stands instead of what was typed', async () => {
    const f = await furnished();
    await setCostRates(f.studio, RATES);
    const sign = async () => (await linesOf(f)).cost.lines.find((l) => l.name === 'time to sign')!;
    await noteTiming(f.studio, { act: 'sign', seconds: 240, prints: 4 });
    await noteTiming(f.studio, { act: 'sign', seconds: 60, prints: 1 });
    expect(await sign()).toMatchObject({ amount: 100, basis: 'estimated' });
    await noteTiming(f.studio, { act: 'sign', seconds: 60, prints: 1 });
    // 360 seconds for six prints: a minute each, half of 1.00.
    expect(await sign()).toMatchObject({ amount: 50, basis: 'known' });
  });

  test('a frame is costed by its quote, and until then its cost is not whole', async () => {
    const f = await furnished();
    const line = (await saveLine(f.studio, LINE)).id!;
    await offerProducts(f.studio, {
      workId: f.workId,
      formatIds: [f.formatId],
      lineIds: [line],
      finishes: ['framed', 'mounted'],
      inEdition: true,
    });
    const framed = async () =>
      (await pricedProducts(f.studio, { workIds: [f.workId] })).find(
        (p) => p.product.finish === 'framed',
      )!;
    const before = await framed();
    expect(before.cost.lacks).toBe('a quote from the framer');
    await quoteProduct(f.studio, {
      id: before.product.id,
      quote: '90',
      from: 'Pell & Sorrow',
      on: '2026-11-02',
      inEdition: true,
    });
    const after = await framed();
    expect(after.cost.lacks).toBeNull();
    expect(after.cost.total).toBe(before.cost.total + 9_000);
    expect(after.cost.lines.find((line) => line.kind === 'finish')).toMatchObject({
      name: 'frame',
      amount: 9_000,
      because: 'quoted by Pell & Sorrow on 2026-11-02',
    });
  });

  test('a quote in another currency is worked out at the rate that was typed, and both are kept', async () => {
    const f = await furnished();
    const [product] = await findRows(f.studio.db, 'products');
    const asked = { id: product!.id, quote: '', from: 'Pell', on: '2026-11-02', inEdition: true };
    await quoteProduct(f.studio, { ...asked, foreign: { currency: 'USD', sum: '98.00', rate: 0.92 } });
    expect((await findRows(f.studio.db, 'products'))[0]).toMatchObject({
      quoteMinor: 9_016,
      quoteCurrency: 'USD',
      quoteForeignMinor: 9_800,
      quoteRate: 0.92,
      quotedOn: '2026-11-02',
    });
    await quoteProduct(f.studio, { ...asked, quote: '50' });
    expect((await findRows(f.studio.db, 'products'))[0]).toMatchObject({
      quoteMinor: 5_000,
      quoteCurrency: '',
      quoteForeignMinor: null,
    });
    const wrong = { ...asked, foreign: { currency: 'USD', sum: 'much', rate: 0.92 } };
    expect((await refused(quoteProduct(f.studio, wrong))).field).toBe('foreign.sum');
  });

  test('a line’s own paper and what goes in with it count; an outlay is shared by the prints expected of the work', async () => {
    const f = await furnished();
    await acceptedProof(f);
    const paperId = (await recordPaper(f.studio, { ...PAPER, name: 'Lantern', pricePerM2: '8' })).id!;
    const line = (await saveLine(f.studio, { ...LINE, paperId, routeId: f.routeId })).id!;
    await recordSupply(f.studio, {
      ...SHELF[0]!,
      name: 'certificate paper',
      kind: 'certificate',
      size: '',
      price: '0.70',
    });
    await noteOutlays(f.studio, { workId: f.workId, capture: '80', expectedPrints: 40, askingPrice: '' });
    const { lines } = await linesOf(f, 'loose', line);
    expect(lines).toMatchObject({ 'paper, Lantern': 15, 'certificate paper': 70, capture: 200 });
    expect(lines).not.toHaveProperty('paper, Harrow Rag 310');
  });

  test('a printer’s ink counts by its ledger, its wear by its hours', async () => {
    const f = await furnished();
    await acceptedProof(f);
    await recordMachine(f.studio, {
      id: null,
      name: 'the 610',
      width: '610 mm',
      feeds: '',
      inks: [
        { colour: 'black', ml: 80, price: '40' },
        { colour: 'cyan', ml: 80, price: '38' },
      ],
      boughtOn: '2026-01-01',
      outlay: '1200',
      lifeHours: 1_000,
      warrantyUntil: null,
      chargingMl: 0,
      deliveryDays: 3,
      notes: '',
    });
    const { cost } = await linesOf(f);
    const ink = cost.lines.find((l) => l.kind === 'ink')!;
    expect(ink).toMatchObject({ basis: 'estimated' });
    expect(ink.because).toContain('until a cartridge has run out');
    expect(cost.lines.find((l) => l.kind === 'wear')).toMatchObject({ basis: 'estimated' });
  });
});

test('what others ask is noted with its day', async () => {
  const f = await furnished();
  await noteMarketPrice(f.studio, {
    workId: null,
    says: 'gouache, same harbour',
    price: '95',
    width: 400_000,
    height: 300_000,
    seenOn: '2026-11-03',
  });
  expect(await findRows(f.studio.db, 'marketNotes')).toMatchObject([
    { priceMinor: 9_500, widthUm: 400_000, seenOn: '2026-11-03' },
  ]);
  const nobody = noteMarketPrice(f.studio, {
    workId: 'nothing',
    says: 'x',
    price: '1',
    width: 400_000,
    height: 300_000,
    seenOn: null,
  });
  expect((await refused(nobody)).field).toBe('workId');
});
