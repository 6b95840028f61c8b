import type { Minor } from '../measure';
import { salesRange } from './poisson';

/** One line of an order as it was sold, and what the product costs today. */
export type SoldLine = {
  orderedOn: string;
  workId: string;
  work: string;
  productId: string | null;
  product: string;
  edition: string;
  /** Where it was sold; nothing: nobody has said. */
  channel?: string | null;
  quantity: number;
  /** A card, a mat, a voucher: no print of a work. */
  isGoods?: boolean;
  price: Minor;
  /** What one leaves after fees and costs; nothing: its costs are not known. */
  leaves: Minor | null;
  /** Of each price, promised to a cause. */
  given: number;
};

export type IncomeMonth = { month: string; income: Minor; left: Minor; count: number };
export type IncomeLine = {
  key: string;
  name: string;
  count: number;
  income: Minor;
  left: Minor;
  /** What could well be sold in a year at this rate, nine times in ten. */
  range: [number, number];
};
export type By = 'work' | 'product' | 'edition' | 'channel';

/**
 * Income and what it leaves by month, every month between the first and the last there, sold or not.
 *
 * @param months how many, the last of them the month of `today`
 */
export function incomeByMonth(lines: readonly SoldLine[], today: string, months: number): IncomeMonth[] {
  const all = Array.from({ length: months }, (_, i) => monthBefore(today, months - 1 - i));
  return all.map((month) => {
    const own = lines.filter((line) => line.orderedOn.startsWith(month));
    return {
      month,
      income: own.reduce((sum, line) => sum + line.quantity * line.price, 0),
      left: own.reduce((sum, line) => sum + line.quantity * (line.leaves ?? 0), 0),
      count: own.reduce((sum, line) => sum + line.quantity, 0),
    };
  });
}

/** A month so many before that of a day. @example monthBefore('2026-01-15', 2) // '2025-11' */
export function monthBefore(day: string, by: number): string {
  const at = Number(day.slice(0, 4)) * 12 + Number(day.slice(5, 7)) - 1 - by;
  return `${Math.floor(at / 12)}-${String((at % 12) + 1).padStart(2, '0')}`;
}

/** What sold best, by work, product or edition, with how sure that is. */
export function incomeBy(lines: readonly SoldLine[], by: By): IncomeLine[] {
  const found = new Map<string, IncomeLine>();
  for (const line of lines) {
    const [key, name] = {
      work: [line.workId, line.work],
      product: [line.productId ?? line.product, line.product],
      edition: [line.edition, line.edition],
      channel: [line.channel ?? 'not said', line.channel ?? 'not said'],
    }[by] as [string, string];
    const was = found.get(key) ?? {
      key,
      name,
      count: 0,
      income: 0,
      left: 0,
      range: [0, 0] as [number, number],
    };
    found.set(key, {
      ...was,
      count: was.count + line.quantity,
      income: was.income + line.quantity * line.price,
      left: was.left + line.quantity * (line.leaves ?? 0),
    });
  }
  return [...found.values()]
    .map((line) => ({ ...line, range: salesRange(line.count) }))
    .sort((a, b) => b.income - a.income || a.name.localeCompare(b.name));
}

/** What is promised to causes out of what was sold. @example promised([{ price: 1000, quantity: 2, given: 0.05 }]) // 100 */
export const promised = (lines: readonly Pick<SoldLine, 'price' | 'quantity' | 'given'>[]): Minor =>
  lines.reduce((sum, line) => sum + line.quantity * Math.round(line.price * line.given), 0);

/** Money in or out on a day. */
export type CashMove = { on: string; amount: Minor; what: string };
export type CashWeek = { from: string; inflow: Minor; outflow: Minor; balance: Minor };

/**
 * What is paid before what comes in: cash by week, with the balance that runs through them from nothing.
 *
 * @param mondays the first day of each week, in order
 */
export function cashByWeek(moves: readonly CashMove[], mondays: readonly string[]): CashWeek[] {
  let balance = 0;
  return mondays.map((from, i) => {
    const to = mondays[i + 1];
    const own = moves.filter((move) => move.on >= from && (to === undefined || move.on < to));
    const inflow = own.reduce((sum, move) => sum + Math.max(0, move.amount), 0);
    const outflow = own.reduce((sum, move) => sum + Math.max(0, -move.amount), 0);
    balance += inflow - outflow;
    return { from, inflow, outflow, balance };
  });
}
