import { addDays } from '@/core/measure/day';
import { formatMoney, localDay } from '@/core/measure';
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
import { besideSales } from '@/core/sales/attention';
import { causesDue } from '@/core/sales/cause';
import { findRows } from '@/store/rows';
import { cashMoves, firstPromisedSale, goodsSold, linesSold } from '@/store/sales';
import { nameOf, pricedProducts, type PricedProduct } from '../prices/products';
import type { Studio } from '../studio';
import { workPicks } from '../works/workPicks';
import { adviceToday } from './salesAdvice';

/** Months that are looked back on, and weeks of cash. */
const MONTHS = 12;
const WEEKS = 13;
/** Notes of attention that are shown, the newest. */
const MOST_NOTICED = 60;

/**
 * Every line sold from a day on, with what it leaves by today’s costs, and the products there are: one reading for income and for
 * looking back. Nobody may change what is answered.
 */
export async function soldSince(
  studio: Studio,
  since: string,
): Promise<{ lines: readonly SoldLine[]; products: readonly PricedProduct[] }> {
  // Costs are those of today.
  const name = `sold since ${since} on ${await studio.today()}`;
  return studio.untilWritten(name, () => readSoldSince(studio, since));
}

async function readSoldSince(studio: Studio, since: string) {
  const [sold, goods, products] = await Promise.all([
    linesSold(studio.db, since),
    goodsSold(studio.db, since),
    pricedProducts(studio),
  ]);
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
  const things = goods.map((line): SoldLine => ({
    orderedOn: line.orderedOn,
    workId: line.goodsId,
    work: line.name,
    productId: line.goodsId,
    product: line.name,
    edition: 'goods, no prints',
    channel: line.channel,
    quantity: line.quantity,
    isGoods: true,
    price: line.priceMinor,
    leaves: line.priceMinor - line.costMinor,
    given: 0,
  }));
  return { lines: [...lines, ...things], products };
}

/** What sold, what it left, how sure that is, and the cash of each week. */
export async function incomePage(studio: Studio) {
  const { timeZone, causeTerms, currency } = await studio.settings();
  const today = localDay(studio.now(), timeZone);
  const since = `${monthBefore(today, MONTHS - 1)}-01`;
  const [{ lines, products }, payments, noticed] = await Promise.all([
    soldSince(studio, since),
    findRows(studio.db, 'causePayments', {}, { orderBy: ['-untilOn'] }),
    findRows(studio.db, 'attention', {}, { orderBy: ['-untilOn', 'place'], limit: MOST_NOTICED }),
  ]);
  const monday = addDays(today, -((new Date(`${today}T00:00:00Z`).getUTCDay() + 6) % 7));
  const mondays = Array.from({ length: WEEKS }, (_, i) => addDays(monday, (i + 1 - WEEKS) * 7));
  const paidUntil = payments[0]?.untilOn ?? null;
  // What is owed is owed however long ago it was sold.
  const owing = (await firstPromisedSale(studio.db, paidUntil ?? '')) ?? since;
  const forCause = owing < since ? (await soldSince(studio, owing)).lines : lines;
  return {
    months: incomeByMonth(lines, today, MONTHS),
    by: {
      work: incomeBy(lines, 'work'),
      product: incomeBy(lines, 'product'),
      edition: incomeBy(lines, 'edition'),
      channel: incomeBy(lines, 'channel'),
    },
    unknown: lines.filter((line) => line.leaves === null).length,
    goods: lines.filter((line) => line.isGoods).reduce((sum, line) => sum + line.quantity, 0),
    advice: await adviceToday(studio, lines, products, (minor) => formatMoney(minor, currency)),
    attention: besideSales(
      noticed.map(({ fromOn, untilOn, ...each }) => ({ ...each, from: fromOn, until: untilOn })),
      lines.filter((line) => !line.isGoods),
    ),
    /** The first to choose from, and those that attention was noted of. */
    works: await workPicks.first(
      studio,
      noticed.map(({ workId }) => workId),
    ),
    today,
    cause: {
      terms: causeTerms,
      due: causeTerms ? causesDue(forCause, paidUntil, causeTerms, today) : [],
      promised: promised(forCause.filter((line) => paidUntil === null || line.orderedOn > paidUntil)),
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
