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
import { nameOf, pricedProducts, type PricedProduct } from '../prices/products';
import type { Studio } from '../studio';

/** Months that are looked back on, and weeks of cash. */
const MONTHS = 12;
const WEEKS = 13;

/**
 * Every line sold from a day on, with what it leaves by today’s costs, and the products there are: one reading for income and for
 * looking back.
 */
export async function soldSince(studio: Studio, since: string) {
  const [sold, products] = await Promise.all([linesSold(studio.db, since), pricedProducts(studio)]);
  const productOf = new Map(products.map((each) => [each.product.id, each]));
  const looseOf = new Map(
    products
      .filter((each) => each.product.finish === 'loose')
      .map((each) => [each.format.id, each] as const)
      .reverse(),
  );
  const known = new Map<string, number>();
  // Thousands of lines of one product at one price leave the same.
  const leavesOf = ({ product, price, cost }: PricedProduct, asked: number): number | null => {
    const question = price?.question;
    if (!question) return null;
    const key = `${product.id} ${asked}`;
    const there = known.get(key);
    if (there !== undefined) return there;
    const leaves = sharesOf(asked, liveQuestion(question, cost.lines)).at(-1)!.amount;
    known.set(key, leaves);
    return leaves;
  };
  const lines = sold.map((line): SoldLine => {
    const { orderedOn, edition, channel, work, format } = line;
    // What was sold before products were named was a loose print of its size.
    const product = line.productId ? productOf.get(line.productId) : looseOf.get(format.id);
    const leaves = product ? leavesOf(product, line.priceMinor) : null;
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
      given: product?.price?.question?.given ?? 0,
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
  const haveSold = new Set(lines.map((line) => line.productId));
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
      .filter((each) => each.price && !haveSold.has(each.product.id))
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
