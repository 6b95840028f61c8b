import { addDays } from '@/core/measure/day';
import { localDay } from '@/core/measure';
import { liveQuestion } from '@/core/price/live';
import { sharesOf } from '@/core/price/solve';
import {
  cashByWeek,
  incomeBy,
  incomeByMonth,
  monthBefore,
  promised,
  type CashMove,
  type SoldLine,
} from '@/core/sales/income';
import { findRows } from '@/store/rows';
import { cashMoves, linesSold } from '@/store/sales';
import { openCostBook } from '../prices/costs';
import { nameOf, pricedProducts } from '../prices/products';
import type { Studio } from '../studio';

/** Months that are looked back on, and weeks of cash. */
const MONTHS = 12;
const WEEKS = 13;

/**
 * Every line sold from a day on, with what it leaves by today’s costs, and the products there are: one reading for income and for
 * looking back.
 */
export async function soldSince(studio: Studio, since: string) {
  const book = await openCostBook(studio);
  const [sold, products] = await Promise.all([
    linesSold(studio.db, since),
    pricedProducts(studio, undefined, book),
  ]);
  const productOf = new Map(products.map((each) => [each.product.id, each]));
  const lines = sold.map(({ line, orderedOn, edition, channel, work, format }): SoldLine => {
    // What was sold before products were named was a loose print of its size.
    const product = line.productId
      ? productOf.get(line.productId)
      : products.find((each) => each.format.id === format.id && each.product.finish === 'loose');
    const question = product?.price?.question ?? null;
    const leaves =
      product && question
        ? sharesOf(line.priceMinor, liveQuestion(question, product.cost.lines)).at(-1)!.amount
        : null;
    return {
      orderedOn,
      workId: work.id,
      work: work.title,
      productId: product?.product.id ?? null,
      product: `${work.title}, ${product ? nameOf(format.name, product.line.name, product.product.finish) : format.name}`,
      edition: `${work.title}, ${edition.kind === 'open' ? 'open' : `of ${edition.size}${edition.name ? `, ${edition.name}` : ''}`}`,
      channel,
      quantity: line.quantity,
      price: line.priceMinor,
      leaves,
      given: question?.given ?? 0,
    };
  });
  return { lines, products };
}

/** What sold, what it left, how sure that is, and the cash of each week. */
export async function incomePage(studio: Studio) {
  const { timeZone } = await studio.settings();
  const today = localDay(studio.now(), timeZone);
  const since = `${monthBefore(today, MONTHS - 1)}-01`;
  const [{ lines, products }, payments] = await Promise.all([
    soldSince(studio, since),
    findRows(studio.db, 'causePayments', {}, { orderBy: ['-untilOn'] }),
  ]);
  const monday = addDays(today, -((new Date(`${today}T00:00:00Z`).getUTCDay() + 6) % 7));
  const mondays = Array.from({ length: WEEKS }, (_, i) => addDays(monday, (i + 1 - WEEKS) * 7));
  const paidUntil = payments[0]?.untilOn ?? null;
  return {
    months: incomeByMonth(lines, today, MONTHS),
    by: {
      work: incomeBy(lines, 'work'),
      product: incomeBy(lines, 'product'),
      edition: incomeBy(lines, 'edition'),
      channel: incomeBy(lines, 'channel'),
    },
    unknown: lines.filter((line) => line.leaves === null).length,
    cause: {
      promised: promised(lines.filter((line) => paidUntil === null || line.orderedOn > paidUntil)),
      since: paidUntil,
      payments: payments.map(({ id, cause, sumMinor, untilOn, paidOn, proof }) => ({
        id,
        cause,
        sum: sumMinor,
        until: untilOn,
        paidOn,
        proof,
      })),
      today,
    },
    weeks: cashByWeek(await movesOf(studio, mondays[0]!), mondays),
    unsold: products
      .filter((each) => each.price && !lines.some((line) => line.productId === each.product.id))
      .map((each) => `${each.title}, ${each.name}`),
  };
}
export type IncomePage = Awaited<ReturnType<typeof incomePage>>;

async function movesOf(studio: Studio, since: string): Promise<CashMove[]> {
  const { timeZone } = await studio.settings();
  const day = (instant: string) => (instant.length > 10 ? localDay(instant, timeZone) : instant);
  const { paid, paper, ink, sent, jobs } = await cashMoves(studio.db, since);
  return [
    ...paid.map((p) => ({ on: day(p.at!), amount: p.sum, what: `order ${p.number}` })),
    ...paper.map((p) => ({ on: day(p.at), amount: -Math.abs(p.cost), what: 'paper' })),
    ...ink.map((i) => ({ on: day(i.at), amount: -Math.abs(i.cost), what: 'ink' })),
    ...sent.map((s) => ({ on: s.at, amount: -s.total, what: 'sent out' })),
    ...jobs
      .filter((job) => job.kind !== 'quote' && job.kind !== 'hours')
      .map((job) => ({
        on: job.at,
        amount: job.kind === 'cost' || job.kind === 'loss' ? -job.sum : job.sum,
        what: job.says,
      })),
  ];
}
