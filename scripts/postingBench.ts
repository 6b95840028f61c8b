// Orders by the thousand: the lane and the lists of twenty thousand, a list of ten thousand brought in, rates and stamps.
import { payInStamps } from '@/core/parcel/stamps';
import { rateParcel, type RateRow } from '@/core/parcel/rate';
import { OPEN_ORDER_STATES } from '@/core/order/orderStates';
import { ordersPage } from '@/store/orders';
import { patchWhere } from '@/store/rows';
import { openEdition } from '@/studio/editions/editionActions';
import { offerFormat } from '@/studio/formats/formatActions';
import { importOrders } from '@/studio/orders/importActions';
import { laneOf } from '@/studio/orders/lane';
import { packingTable } from '@/studio/orders/packingTable';
import { readList, type MatchedOrder } from '@/studio/orders/readList';
import { setPrice } from '@/studio/prices/priceActions';
import { Studio } from '@/studio/studio';
import { recordWork } from '@/studio/works/workActions';

type Timed = { name: string; ms: number; target: string };
type Timing = (work: () => Promise<unknown>) => Promise<number>;

const LIST = 10_000;
const PIECE = 500;

/** @param dataDir an empty folder; @param timed how a piece of work is timed, in milliseconds */
export async function postingBench(dataDir: string, timed: Timing): Promise<Timed[]> {
  const studio = await Studio.open({ dataDir, who: 'Maren' });
  const out: Timed[] = [...(await carriage(timed))];
  await somethingToSell(studio);
  let list: MatchedOrder[] = [];
  const readMs = await timed(async () => {
    list = (await readList(studio, { text: csvOf('A'), source: 'a', mapping: null })).orders;
  });
  const takeMs = await timed(() => take(studio, 'a', list));
  out.push({
    name: `a CSV of ${LIST} orders, read and taken in pieces of ${PIECE}`,
    ms: readMs + takeMs,
    target: '≤ 5 s',
  });
  const more = await readList(studio, { text: csvOf('B'), source: 'b', mapping: null });
  await take(studio, 'b', more.orders);
  // Most of what a studio ever sold has long left it.
  await studio.store.write((tx) => patchWhere(tx, 'orders', { source: 'a' }, { state: 'delivered' }));
  out.push({
    name: 'the list of 20 000 orders, 10 000 of them open: a page of it',
    ms: await timed(() => ordersPage(studio.db, { search: '', states: OPEN_ORDER_STATES, page: 0 })),
    target: '≤ 150 ms',
  });
  out.push({
    name: 'the lane of days over the same',
    ms: await timed(() => laneOf(studio)),
    target: '≤ 150 ms',
  });
  const [first] = (await ordersPage(studio.db, { search: '', states: null, page: 0 })).lines;
  // Once beforehand: what is compiled and opened the first time is not the page's.
  await packingTable(studio, first!.order.id);
  out.push({
    name: 'the packing table of one of them',
    ms: await timed(() => packingTable(studio, first!.order.id)),
    target: '≤ 150 ms',
  });
  await studio.close();
  return out;
}

async function carriage(timed: Timing): Promise<Timed[]> {
  const stock = [5, 12, 20, 40, 65, 85, 100, 120, 160, 210, 330, 500].map((value) => ({
    value,
    count: 9,
  }));
  const table = Array.from({ length: 3_000 }, (_, i): RateRow => ({
    name: `service ${i}`,
    maxLength: 900_000 + i,
    maxWidth: 500_000,
    maxHeight: 300_000,
    divisor: 5_000,
    tracked: i % 2 === 0,
    insuredTo: 100 * i,
    days: 1 + (i % 9),
    steps: Array.from({ length: 8 }, (__, k) => ({ upToGrams: 250 * 2 ** k, price: 300 * (k + 1) + i })),
    fuelShare: 0.04,
  }));
  const parcel = {
    length: 400_000,
    width: 300_000,
    height: 12_000,
    weightGrams: 441,
    value: 9_000,
    rigid: true,
  };
  const needs = { tracked: true, insured: true, days: 5 };
  rateParcel(parcel, needs, table);
  return [
    {
      name: 'stamps: 12 values, nine of each, for 18.40',
      ms: await timed(async () => payInStamps(1_840, stock)),
      target: '≤ 50 ms',
    },
    {
      name: 'a parcel rated by a table of 3 000 rows',
      ms: await timed(async () => rateParcel(parcel, needs, table)),
      target: '≤ 20 ms',
    },
  ];
}

async function somethingToSell(studio: Studio): Promise<void> {
  const { id: workId } = await recordWork(studio, {
    ...{ title: 'Ten Thousand', year: 2026, medium: 'ink', kind: 'drawing', size: '300 x 200 mm' },
    ...{ owner: '', soldPrice: '', drySince: null, varnish: '', surface: '', smears: false },
    ...{ mayPrint: 'yes', rights: '', notes: '' },
  });
  const { id: formatId } = await offerFormat(studio, {
    workId: workId!,
    size: '150 x 100 mm',
    family: 'own',
  });
  await setPrice(studio, {
    formatId: formatId!,
    price: '20',
    question: { costs: [], fixedFees: [], shareFees: [], carriageCharged: 0, margin: 0.5, given: 0 },
  });
  await openEdition(studio, {
    ...{ workId: workId!, kind: 'open', size: 0, proofs: { AP: 0, PP: 0, HC: 0 } },
    ...{ run: 'all sizes', formatId: null, signing: 'certificate only' },
  });
}

const csvOf = (mark: string): string =>
  [
    'No,Customer,Street,Town,Country,What,Qty',
    ...Array.from(
      { length: LIST },
      (_, i) =>
        `${mark}${i},Buyer ${i % 4_000},Street ${i % 4_000},Town,Norrholm,Ten Thousand 150 x 100 mm,1`,
    ),
  ].join('\n');

async function take(studio: Studio, source: string, orders: readonly MatchedOrder[]): Promise<void> {
  for (let i = 0; i < orders.length; i += PIECE)
    await importOrders(studio, {
      source,
      orders: orders.slice(i, i + PIECE).map(({ lines: _, postcode: _p, town: _t, items, ...o }) => ({
        ...o,
        items: items.map(({ item: _i, is: _s, ...each }) => each),
      })),
    });
}
