import { RefusedError } from '@/core/errors';
import { FIRST_LINE, type ProductFinish } from '@/core/product/words';
import type { Db, Tx } from '@/store/db';
import {
  linesAtHand,
  pricesOn,
  productsAtHand,
  type Price,
  type OfProducts,
  type PrintLine,
  type Product,
} from '@/store/products';
import { findRows, insertRow, patchRow, rowById } from '@/store/rows';
import type { Format } from '@/store/works';
import { placeInRuns } from '../editions/runRules';
import type { Studio } from '../studio';
import { openCostBook, productCost, type CostBook, type ProductCost } from './costs';

/**
 * The product of a size in a line and a finish, made now if there is none; without a line, of the first there is. What a run declared
 * of it holds however it comes to be offered.
 *
 * @throws RefusedError for what a run of the work declared as not made
 */
export async function ensureProduct(
  studio: Studio,
  tx: Tx,
  format: Format,
  lineId: string | null,
  finish: ProductFinish,
): Promise<Product> {
  const line = lineId ? await rowById(tx, 'printLines', lineId, 'lineId') : await firstLine(studio, tx);
  const [known] = await findRows(tx, 'products', { formatId: format.id, lineId: line.id, finish });
  const { place, says } = await placeInRuns(tx, {
    workId: format.workId,
    formatId: format.id,
    lineId: line.id,
    finish,
  });
  if (place === 'not made') throw new RefusedError(`It is not offered: ${says}.`);
  if (known) {
    if (known.archivedAt) await patchRow(tx, 'products', known.id, { archivedAt: null });
    return { ...known, archivedAt: null };
  }
  const product: Product = {
    id: studio.newId(),
    workId: format.workId,
    formatId: format.id,
    lineId: line.id,
    finish,
    inEdition: place === 'in the run',
    quoteMinor: null,
    quoteFrom: '',
    quotedOn: null,
    quoteCurrency: '',
    quoteForeignMinor: null,
    quoteRate: null,
    createdAt: studio.now(),
    archivedAt: null,
  };
  await insertRow(tx, 'products', product);
  return product;
}

/** The studio's first line; one that says nothing of paper and route where none is named yet. */
async function firstLine(studio: Studio, tx: Tx): Promise<PrintLine> {
  const [first] = await linesAtHand(tx);
  if (first) return first;
  const line: PrintLine = {
    id: studio.newId(),
    name: FIRST_LINE,
    routeId: null,
    paperId: null,
    signing: 'front',
    finePrint: false,
    goesIn: [],
    place: 0,
    notes: '',
    archivedAt: null,
  };
  await insertRow(tx, 'printLines', line);
  return line;
}

/** What a product is called among those of its work: the size, and what sets it apart from a plain print. */
export async function productName(db: Db, product: Product): Promise<string> {
  const [format, line] = await Promise.all([
    rowById(db, 'formats', product.formatId),
    rowById(db, 'printLines', product.lineId),
  ]);
  return nameOf(format.name, line.name, product.finish);
}

export const nameOf = (format: string, line: string, finish: ProductFinish): string =>
  [format, ...(line === FIRST_LINE ? [] : [line]), ...(finish === 'loose' ? [] : [finish])].join(', ');

export type PricedProduct = {
  product: Product;
  format: Format;
  line: PrintLine;
  name: string;
  title: string;
  cost: ProductCost;
  price: Price | null;
};

/** Everything that can be asked for, with what it costs and sells for today; nobody may change what all of it is answered with. */
export async function pricedProducts(
  studio: Studio,
  of: OfProducts = {},
  book?: CostBook,
): Promise<readonly PricedProduct[]> {
  const today = await studio.today();
  if (of.workIds || of.formatIds) return priced(studio, today, of, book);
  return studio.untilWritten(`priced products ${today}`, () => priced(studio, today, of));
}

async function priced(
  studio: Studio,
  today: string,
  of: OfProducts,
  book?: CostBook,
): Promise<PricedProduct[]> {
  const { db } = studio;
  const [rows, prices] = await Promise.all([productsAtHand(db, of), pricesOn(db, today, of)]);
  const isOfAll = !of.workIds && !of.formatIds;
  const workIds = isOfAll ? undefined : [...new Set(rows.map(({ work }) => work.id))];
  const costs = book ?? (await openCostBook(studio, workIds));
  const priceOf = new Map(prices.map((price) => [price.productId, price]));
  return rows.map(({ product, format, line, work }) => ({
    product,
    format,
    line,
    name: nameOf(format.name, line.name, product.finish),
    title: work.title,
    cost: productCost(costs, { work, format, line, finish: product.finish, quote: product }),
    price: priceOf.get(product.id) ?? null,
  }));
}
