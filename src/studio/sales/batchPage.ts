import { bordersOf, imageOf, sheetOf } from '@/core/crop/border';
import { A_PICK } from '@/core/find/pick';
import { planFair, thingToTake, type ProductToTake } from '@/core/price/fair';
import { sharesOf } from '@/core/price/solve';
import { yearBefore } from '@/core/measure/day';
import { liveQuestion } from '@/core/price/live';
import type { CostKind, CostLine } from '@/core/cost/ofProduct';
import { soldByProduct } from '@/store/sales';
import { findRow } from '@/store/rows';
import { openCostBook, productCost, type CostBook } from '../prices/costs';
import { pricedProducts, type PricedProduct } from '../prices/products';
import type { Studio } from '../studio';

/** Quantities are looked at up to so many. */
const MOST = 60;

/** What is used up by printing one, hands and finish left out. */
const MATERIAL: readonly CostKind[] = ['paper', 'ink', 'wear', 'spoils'];
const sumOf = (lines: readonly CostLine[], kinds: readonly CostKind[]): number =>
  lines.filter(({ kind }) => kinds.includes(kind)).reduce((sum, line) => sum + line.amount, 0);

/** What making and what selling one costs; what was paid once for the work is spent either way and stays out. */
function split(lines: readonly CostLine[]) {
  const isSelling = (line: CostLine) => line.kind === 'part' || line.name === 'time to pack';
  const sum = (list: readonly CostLine[]) => list.reduce((all, line) => all + line.amount, 0);
  return {
    making: sum(lines.filter((line) => line.kind !== 'share' && !isSelling(line))),
    selling: sum(lines.filter(isSelling)),
  };
}

/** What a sale brings in once everybody else has their part, but for making the print itself. */
function netOf({ price, cost }: PricedProduct): number {
  const question = liveQuestion(price!.question, []);
  const { selling } = split(cost.lines);
  return sharesOf(price!.priceMinor, question).at(-1)!.amount - selling;
}

/** A product that can be made and taken to a fair. */
export type Thing = ProductToTake & { material: number };

/** Every product with its price and its whole cost, the best sold first. */
async function thingsToMake(studio: Studio) {
  const [products, sold] = await Promise.all([
    pricedProducts(studio),
    soldByProduct(studio.db, yearBefore(studio.now())),
  ]);
  const priced = products.filter((product) => product.price !== null && product.cost.lacks === null);
  const things = priced
    .map((each): Thing => {
      const sheet = sheetOf(imageOf(each.format), bordersOf(each.format));
      const { making } = split(each.cost.lines);
      return {
        id: each.product.id,
        name: `${each.title}, ${each.name}`,
        net: netOf(each),
        making,
        material: sumOf(each.cost.lines, MATERIAL),
        width: Math.max(sheet.width, sheet.height),
        sold: sold.get(each.product.id) ?? 0,
      };
    })
    .sort((a, b) => b.sold - a.sold || a.name.localeCompare(b.name));
  return { priced, things, sold };
}

/** What the records tell of all products together; where there is none, nothing. */
function meansOf(things: readonly Thing[]) {
  const mean = (figure: (thing: Thing) => number) =>
    things.length ? Math.round(things.reduce((sum, x) => sum + figure(x), 0) / things.length) : null;
  return {
    count: things.length,
    sold: things.reduce((sum, thing) => sum + thing.sold, 0),
    material: mean((thing) => thing.material),
    leaves: mean((thing) => thing.net - thing.making),
  };
}

/** How many of a product to make, and what to take to a fair: what both rest on. */
export async function batchPage(studio: Studio, productId: string | undefined) {
  const book = await openCostBook(studio);
  const { priced, things, sold } = await thingsToMake(studio);
  const open =
    priced.find(({ product }) => product.id === productId) ??
    priced.find((p) => p.product.id === things[0]?.id);
  const first = things.slice(0, A_PICK);
  const at = things.find(({ id }) => id === open?.product.id);
  return {
    /** The best sold, and the one that is open; others are found by their names. */
    things: (at && !first.includes(at) ? [at, ...first] : first).map(({ id, name, sold: n }) => ({
      ...{ id, name, sold: n },
    })),
    means: meansOf(things),
    open: open ? await quantitiesOf(studio, book, open, sold.get(open.product.id) ?? 0) : null,
    ratePerHour: book.rates.ratePerHour,
    minutes: book.rates.minutes,
    printers: book.machines.map(({ machine, perHour }) => ({
      name: machine.name,
      outlay: machine.outlayMinor,
      perHour,
    })),
  };
}
export type BatchPage = Awaited<ReturnType<typeof batchPage>>;

/** What stays at home is told of so many; the others are counted. */
const LEFT_NAMED = 4;

/** What to take to a fair of all that can be made, within a budget and a table. */
export async function fairFor(studio: Studio, budget: number, table: number) {
  const { things } = await thingsToMake(studio);
  const { left, ...plan } = planFair(things.map(thingToTake), budget, table);
  return {
    ...plan,
    left: left.slice(0, LEFT_NAMED),
    moreLeft: Math.max(0, left.length - LEFT_NAMED),
  };
}
export type FairAnswer = Awaited<ReturnType<typeof fairFor>>;

/** What every quantity of one product costs to make, at the route's price for that quantity. */
async function quantitiesOf(studio: Studio, book: CostBook, open: PricedProduct, sold: number) {
  const { product, format, line } = open;
  const work = (await findRow(studio.db, 'works', product.workId))!;
  const makingAt = (quantity: number) => {
    const ask = { work, format, line, finish: product.finish, quote: product };
    const at = { ...book, rates: { ...book.rates, printsPerOrder: quantity } };
    return split(productCost(at, ask).lines).making;
  };
  const costs = Array.from({ length: MOST }, (_, i) => makingAt(i + 1) * (i + 1));
  return {
    id: product.id,
    name: `${open.title}, ${open.name}`,
    route: open.cost.route,
    price: open.price!.priceMinor,
    net: netOf(open),
    /** By quantity, from one on. */
    costs,
    sold,
  };
}
