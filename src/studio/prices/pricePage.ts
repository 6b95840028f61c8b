import type { PriceQuestion } from '@/core/price/solve';
import {
  CHANNEL_KINDS,
  FINISHES,
  FIRST_LINE,
  type ChannelKind,
  type ProductFinish,
} from '@/core/product/words';
import { imageOf } from '@/core/crop/border';
import type { Size } from '@/core/measure';
import { yearBefore } from '@/core/measure/day';
import type { Product } from '@/store/products';
import { soldByProduct } from '@/store/sales';
import { findRows } from '@/store/rows';
import type { Studio } from '../studio';
import { formatCheck, type WorkPage } from '../works/workPage';
import { openCostBook, productCost, type ProductCost } from './costs';
import { nameOf, pricedProducts } from './products';

export type CellState = 'offered' | 'not made' | 'too thin';

/** One place of the grid of what can be bought of a work: made, or not yet. */
export type ProductCell = {
  key: string;
  productId: string | null;
  formatId: string;
  /** Nothing: the first line, before any is named. */
  lineId: string | null;
  lineName: string;
  finish: ProductFinish;
  name: string;
  state: CellState;
  image: Size;
  inEdition: boolean;
  /** Numbered in a limited run. */
  isLimited: boolean;
  quote: {
    sum: number | null;
    from: string;
    on: string | null;
    /** As it was asked, where that was in another currency. */
    foreign: { currency: string; sum: number; rate: number } | null;
  };
  cost: ProductCost;
  price: { minor: number; question: PriceQuestion; validFrom: string; decidedAt: string } | null;
  history: { minor: number; validFrom: string; withdrawn: boolean }[];
  /** Sold in the last year. */
  sold: number;
};
export type PriceColumn = {
  lineId: string | null;
  lineName: string;
  finePrint: boolean;
  finish: ProductFinish;
};
export type PriceRow = { formatId: string; name: string; image: Size; says: string };

/** What can be bought of a work: sizes down, lines and finishes across, each with what it costs and sells for. */
export async function pricePage(studio: Studio, w: WorkPage) {
  const { db } = studio;
  const book = await openCostBook(studio, [w.work.id]);
  const [made, history, channels, market, sold] = await Promise.all([
    pricedProducts(studio, { workIds: [w.work.id] }, book),
    findRows(db, 'prices', { workId: w.work.id }, { orderBy: ['validFromOn', 'decidedAt'] }),
    findRows(db, 'channels', { archivedAt: null }, { orderBy: ['kind', 'name'] }),
    findRows(db, 'marketNotes', {}, { orderBy: ['-seenOn'], limit: 40 }),
    soldByProduct(db, yearBefore(studio.now())),
  ]);
  const limited = w.editions.find((edition) => edition.kind === 'limited' && !edition.closedAt) ?? null;
  const lines = book.lines.length
    ? book.lines
    : [{ id: null, name: FIRST_LINE, finePrint: false, routeId: null, paperId: null }];
  const columns = lines.flatMap((line): PriceColumn[] => {
    const finishes = new Set<ProductFinish>(
      made.filter(({ product }) => product.lineId === line.id).map(({ product }) => product.finish),
    );
    if (finishes.size === 0) finishes.add('loose');
    return FINISHES.filter((finish) => finishes.has(finish)).map((finish) => ({
      lineId: line.id,
      lineName: line.name,
      finePrint: line.finePrint,
      finish,
    }));
  });
  const cells = w.formats.flatMap((format) =>
    columns.map((column): ProductCell => {
      const found = made.find(
        ({ product }) =>
          product.formatId === format.id &&
          product.lineId === column.lineId &&
          product.finish === column.finish,
      );
      const line = book.lines.find((each) => each.id === column.lineId) ?? null;
      const isThin =
        w.current !== null && formatCheck(format, w.current, w.school).verdict === 'too thin';
      const inEdition = found?.product.inEdition ?? true;
      return {
        key: `${format.id}:${column.lineId ?? ''}:${column.finish}`,
        productId: found?.product.id ?? null,
        formatId: format.id,
        lineId: column.lineId,
        lineName: column.lineName,
        finish: column.finish,
        name: nameOf(format.name, column.lineName, column.finish),
        state: found ? 'offered' : isThin ? 'too thin' : 'not made',
        image: imageOf(format),
        inEdition,
        isLimited: inEdition && limited !== null,
        quote: {
          sum: found?.product.quoteMinor ?? null,
          from: found?.product.quoteFrom ?? '',
          on: found?.product.quotedOn ?? null,
          foreign: found ? foreignOf(found.product) : null,
        },
        cost: found?.cost ?? productCost(book, { work: w.work, format, line, finish: column.finish }),
        price: found?.price
          ? {
              minor: found.price.priceMinor,
              question: found.price.question,
              validFrom: found.price.validFromOn,
              decidedAt: found.price.decidedAt,
            }
          : null,
        history: history
          .filter((price) => price.productId === found?.product.id)
          .map((price) => ({
            minor: price.priceMinor,
            validFrom: price.validFromOn,
            withdrawn: price.withdrawnAt !== null,
          })),
        sold: found ? (sold.get(found.product.id) ?? 0) : 0,
      };
    }),
  );
  const rows = w.formats.map((format): PriceRow => {
    const check = w.current ? formatCheck(format, w.current, w.school) : null;
    return {
      formatId: format.id,
      name: format.name,
      image: imageOf(format),
      says: check?.verdict ?? 'no file yet',
    };
  });
  return {
    rows,
    columns,
    cells,
    lines: book.lines,
    rates: book.rates,
    ownRates: book.ownRates,
    run: limited ? { size: limited.size!, covers: limited.covers } : null,
    channels: channelsInOrder(channels).map(({ id, name, kind, rules, readOn }) => ({
      id,
      name,
      kind,
      rules,
      readOn,
    })),
    market: market.map(({ id, workId, says, priceMinor, widthUm, heightUm, seenOn }) => ({
      id,
      isOfThis: workId === w.work.id,
      says,
      minor: priceMinor,
      size: { width: widthUm, height: heightUm },
      seenOn,
    })),
  };
}

export type PricePage = Awaited<ReturnType<typeof pricePage>>;

const channelsInOrder = <T extends { kind: ChannelKind }>(channels: readonly T[]): T[] =>
  [...channels].sort((a, b) => CHANNEL_KINDS.indexOf(a.kind) - CHANNEL_KINDS.indexOf(b.kind));

const foreignOf = ({ quoteCurrency, quoteForeignMinor, quoteRate }: Product) =>
  quoteForeignMinor !== null && quoteRate !== null
    ? { currency: quoteCurrency, sum: quoteForeignMinor, rate: quoteRate }
    : null;
