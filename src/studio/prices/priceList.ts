import { imageOf } from '@/core/crop/border';
import { formatMoney, formatSize, localDay, toDecimals } from '@/core/measure';
import { ownCosts } from '@/core/price/live';
import type { CompactCost, CompactTerms } from '@/core/price/whatIf';
import { FINISHES, type ProductFinish } from '@/core/product/words';
import { csv } from '@/paperwork/csv';
import { priceListPdf } from '@/paperwork/priceList';
import { pricesOn, productsAtHand } from '@/store/products';
import { thumbsOf } from '@/store/sales';
import type { Studio } from '../studio';
import { openCostBook, productCost, shortCost } from './costs';
import { nameOf } from './products';

/** One product of the list, in as few figures as a what-if needs. */
export type ListedProduct = {
  id: string;
  /** Nothing: no price yet. */
  price: number | null;
  size: string;
  column: string;
  cost: CompactCost;
  terms: CompactTerms | null;
};
export type ListedWork = { id: string; title: string; picture: string | null; products: ListedProduct[] };
export type ListColumn = { key: string; line: string; finish: ProductFinish };

/**
 * Works down, lines and finishes across, with what each product costs in short: of all works, or of some. Nobody may change
 * what all of it is answered with.
 */
export async function priceListRows(studio: Studio, workIds?: readonly string[]) {
  const today = await studio.today();
  if (workIds) return rowsOf(studio, today, workIds);
  return studio.untilWritten(`price list ${today}`, () => rowsOf(studio, today));
}

async function rowsOf(studio: Studio, today: string, workIds?: readonly string[]) {
  const { db } = studio;
  const settings = await studio.settings();
  const of = workIds ? { workIds } : {};
  const [rows, prices, book, thumbs] = await Promise.all([
    productsAtHand(db, of),
    pricesOn(db, today, of),
    openCostBook(studio, workIds),
    thumbsOf(db),
  ]);
  const priceOf = new Map(prices.map((price) => [price.productId, price]));
  const works = new Map<string, ListedWork>();
  const columns = new Map<string, ListColumn & { place: number }>();
  for (const { product, format, line, work } of rows) {
    const price = priceOf.get(product.id) ?? null;
    const column = `${line.id}:${product.finish}`;
    columns.set(column, { key: column, line: line.name, finish: product.finish, place: line.place });
    const listed = works.get(work.id) ?? {
      id: work.id,
      title: work.title,
      picture: thumbs.get(work.id) ?? null,
      products: [],
    };
    works.set(work.id, listed);
    const image = imageOf(format);
    const question = price?.question;
    const cost = shortCost(book, { work, format, line, finish: product.finish, quote: product });
    listed.products.push({
      id: product.id,
      price: price?.priceMinor ?? null,
      size: formatSize(image, settings.unit).replace(/ (mm|in)$/, ''),
      column,
      cost: question ? { ...cost, rest: cost.rest + ownCosts(question) } : cost,
      terms: question
        ? {
            fixed: question.fixedFees.reduce((sum, fee) => sum + fee.amount, 0),
            shares: question.shareFees.map((fee) => fee.share),
            carriageCharged: question.carriageCharged,
            given: question.given,
          }
        : null,
    });
  }
  return {
    works: [...works.values()],
    columns: [...columns.values()].sort(
      (a, b) =>
        a.place - b.place ||
        a.line.localeCompare(b.line) ||
        FINISHES.indexOf(a.finish) - FINISHES.indexOf(b.finish),
    ),
    ratePerHour: book.rates.ratePerHour,
    taxShown: settings.taxShown,
    papers: [...book.papers.values()].map(({ id, name }) => ({ id, name })),
  };
}
export type PriceListRows = Awaited<ReturnType<typeof priceListRows>>;

/** What is published: every product that has a price, in words a buyer reads. */
async function published(studio: Studio) {
  const settings = await studio.settings();
  const today = localDay(studio.now(), settings.timeZone);
  const [rows, prices, book] = await Promise.all([
    productsAtHand(studio.db),
    pricesOn(studio.db, today),
    openCostBook(studio),
  ]);
  const priceOf = new Map(prices.map((price) => [price.productId, price]));
  const lines = rows.flatMap(({ product, format, line, work }) => {
    const price = priceOf.get(product.id);
    if (!price) return [];
    const made = productCost(book, { work, format, line, finish: product.finish, quote: product });
    return [
      {
        title: work.title,
        name: nameOf(format.name, line.name, product.finish),
        size: formatSize(imageOf(format), settings.unit),
        line: line.name,
        finish: product.finish,
        paper: made.paper ?? '',
        price: price.priceMinor,
        validFrom: price.validFromOn,
      },
    ];
  });
  return { settings, today, lines };
}

export async function priceListCsv(studio: Studio): Promise<string> {
  const { settings, lines } = await published(studio);
  return csv([
    ['work', 'size', 'line', 'finish', 'paper', `price (${settings.currency})`, 'valid from'],
    ...lines.map((line) => [
      line.title,
      line.size,
      line.line,
      line.finish,
      line.paper,
      formatMoney(line.price, settings.currency, { bare: true }).replace(/\u2009/g, ''),
      line.validFrom,
    ]),
  ]);
}

/** The list as it is handed out. */
export async function priceListDocument(studio: Studio) {
  const { settings, today, lines } = await published(studio);
  const bytes = await priceListPdf({
    studio: settings.name,
    address: settings.address,
    at: studio.now(),
    day: today,
    letter: settings.unit === 'in',
    tax:
      settings.taxShown === null
        ? null
        : `${toDecimals(settings.taxShown * 100, 2)} % here, added to them`,
    lines: lines.map((line) => ({
      title: line.title,
      what: line.name,
      how: line.paper,
      price: formatMoney(line.price, settings.currency),
    })),
  });
  return { name: `prices_${today}.pdf`, bytes };
}
