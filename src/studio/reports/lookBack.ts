import { formatMoney, localDay } from '@/core/measure';
import { incomeBy, incomeByMonth } from '@/core/sales/income';
import { answersOf, promisesKept, ratesBy } from '@/core/sales/lookBack';
import { madeBetween, ordersPromised, yearsOf, type MadeLine } from '@/store/lookBack';
import { soldSince } from '../sales/incomePage';
import type { Studio } from '../studio';

/** How many lines a printed page has room for. */
const MOST_LINES = 10;

/**
 * A year looked back on: what sold and what it left, what spoiled and came back, promises kept, and the questions it is asked.
 *
 * @param asked a year such as 2026; of any other, the present one
 */
export async function lookBack(studio: Studio, asked: string | undefined) {
  const { db } = studio;
  const { currency, timeZone } = await studio.settings();
  const today = await studio.today();
  const years = [...new Set([today.slice(0, 4), ...(await yearsOf(db))])].sort().reverse();
  const year = years.find((each) => each === asked) ?? today.slice(0, 4);
  const [from, to] = [`${year}-01-01`, `${Number(year) + 1}-01-01`];
  const [{ lines: since, products }, made, sent] = await Promise.all([
    soldSince(studio, from),
    madeBetween(db, from, to),
    ordersPromised(db, from, to),
  ]);
  const lines = since.filter((line) => line.orderedOn < to);
  const spoiled = {
    paper: ratesBy(outcomesOf(made, (line) => line.paper)),
    machine: ratesBy(outcomesOf(made, (line) => line.machine)),
    route: ratesBy(outcomesOf(made, (line) => line.route)),
  };
  const returned = ratesBy(
    sent
      .filter((order) => order.dispatchedAt)
      .map(({ carrier, isBad }) => ({ name: carrier ?? '', isBad })),
  );
  const promises = promisesKept(
    sent.map(({ number, shipBy, dispatchedAt }) => ({
      ...{ number, shipBy },
      leftOn: dispatchedAt ? localDay(dispatchedAt, timeZone) : null,
    })),
    today,
  );
  const haveSold = new Set(lines.map((line) => line.productId));
  const unsold = products
    .filter((each) => each.price && !haveSold.has(each.product.id))
    .map((each) => `${each.title}, ${each.name}`);
  const sum = (of: (line: (typeof lines)[number]) => number) =>
    lines.reduce((total, line) => total + line.quantity * of(line), 0);
  return {
    year,
    years,
    isWhole: year < today.slice(0, 4),
    months: incomeByMonth(
      lines,
      year === today.slice(0, 4) ? today : `${year}-12-31`,
      monthsOf(year, today),
    ),
    totals: {
      count: sum(() => 1),
      income: sum((line) => line.price),
      left: sum((line) => line.leaves ?? 0),
      printed: made.filter(({ act }) => act === 'printed').length,
      spoiled: made.filter(({ act }) => act === 'spoiled').length,
      sent: sent.filter((order) => order.dispatchedAt).length,
    },
    works: incomeBy(lines, 'work').slice(0, MOST_LINES),
    channels: incomeBy(lines, 'channel').slice(0, MOST_LINES),
    ...{ spoiled, returned, promises },
    answers: answersOf({
      ...{ year, unsold, spoiled, returned, promises },
      money: (minor) => formatMoney(minor, currency),
      sold: lines.map((line) => ({
        product: line.product,
        channel: line.channel ?? '',
        count: line.quantity,
        income: line.quantity * line.price,
        left: line.leaves === null ? null : line.quantity * line.leaves,
      })),
    }),
  };
}
export type LookBack = Awaited<ReturnType<typeof lookBack>>;

/** Months of a year that have begun. */
const monthsOf = (year: string, today: string): number =>
  year === today.slice(0, 4) ? Number(today.slice(5, 7)) : 12;

/** Prints made with one thing: as many good ones as were printed and not spoiled. */
const outcomesOf = (made: readonly MadeLine[], nameOf: (line: MadeLine) => string | null) => {
  const printed = made.filter(({ act }) => act === 'printed');
  const spoiledOf = new Map<string, number>();
  for (const line of made)
    if (line.act === 'spoiled')
      spoiledOf.set(nameOf(line) ?? '', (spoiledOf.get(nameOf(line) ?? '') ?? 0) + 1);
  return printed.map((line) => {
    const name = nameOf(line) ?? '';
    const left = spoiledOf.get(name) ?? 0;
    if (left > 0) spoiledOf.set(name, left - 1);
    return { name, isBad: left > 0 };
  });
};
