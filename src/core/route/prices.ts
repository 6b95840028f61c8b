import { InputError } from '../errors';
import { formatSize, roundHalfEven, type Minor, type Size, type Um } from '../measure';

/** One line of a route's price table: a standard size, or custom sizes by the square metre, from a quantity on. */
export type RoutePrice = {
  width: Um | null;
  height: Um | null;
  paper: string;
  from: number;
  /** Of one piece; of a square metre where there is no size. */ price: Minor;
};
export type RouteTerms = {
  /** Least that any order costs. */
  minimum: Minor;
  carriage: Minor;
  /** From this sum of prints on, carriage is free; null: never. */ freeFrom: Minor | null;
  /** Asked once an order for a file that has to be set up. */ setUp: Minor;
};
export type RouteQuote = {
  way: 'standard' | 'custom';
  size: Size;
  /** Of one. */ each: Minor;
  prints: Minor;
  carriage: Minor;
  total: Minor;
  perPrint: Minor;
  /** The next quantity with a lower price, and what all of it would cost. */
  nextBreak: { from: number; total: Minor; marginal: Minor } | null;
  says: string;
};

/** A size nearer than this to a standard one is it. */
const SAME_WITHIN_UM = 1_000;

const isSize = (p: RoutePrice, s: Size) =>
  p.width !== null &&
  p.height !== null &&
  ((Math.abs(p.width - s.width) <= SAME_WITHIN_UM && Math.abs(p.height - s.height) <= SAME_WITHIN_UM) ||
    (Math.abs(p.width - s.height) <= SAME_WITHIN_UM && Math.abs(p.height - s.width) <= SAME_WITHIN_UM));

function eachAt(lines: readonly RoutePrice[], quantity: number, area: number | null): Minor | null {
  const line = lines.filter((l) => l.from <= quantity).sort((a, b) => b.from - a.from)[0];
  if (!line) return null;
  return area === null ? line.price : roundHalfEven(line.price * area);
}

/**
 * What a quantity of one size costs at a route, all in: the standard size's price at its quantity break, else the custom
 * price by area; set-up, minimum, carriage. The next break is said with its marginal price, the average never is.
 *
 * @param paper only lines of this paper, or lines for any
 * @returns null where the table has no line for the size and none for custom sizes
 * @throws InputError for a quantity not above zero
 * Source: handbook §8, §11, §17: compare the marginal price of the next break, not the average.
 * @example quoteRoute([{ width: 300000, height: 400000, paper: '', from: 1, price: 1250 }], { minimum: 0, carriage: 690, freeFrom: null, setUp: 0 }, { width: 400000, height: 300000 }, 2).total // 3190
 */
export function quoteRoute(
  table: readonly RoutePrice[],
  terms: RouteTerms,
  size: Size,
  quantity: number,
  paper = '',
): RouteQuote | null {
  if (!(Number.isInteger(quantity) && quantity > 0))
    throw new InputError('quantity', quantity, 'a whole number of prints above zero');
  const of = table.filter((l) => l.paper === '' || paper === '' || l.paper === paper);
  const standard = of.filter((l) => isSize(l, size)),
    custom = of.filter((l) => l.width === null);
  const lines = standard.length && eachAt(standard, quantity, null) !== null ? standard : custom;
  const way = lines === standard ? ('standard' as const) : ('custom' as const);
  const area = way === 'custom' ? (size.width / 1e6) * (size.height / 1e6) : null;
  const each = eachAt(lines, quantity, area);
  if (each === null) return null;
  const sumFor = (n: number) => {
    const e = eachAt(lines, n, area)!;
    const prints = Math.max(terms.minimum, e * n + terms.setUp);
    const carriage = terms.freeFrom !== null && prints >= terms.freeFrom ? 0 : terms.carriage;
    return { prints, carriage, total: prints + carriage };
  };
  const now = sumFor(quantity);
  const next = lines
    .map((l) => l.from)
    .filter((f) => f > quantity)
    .sort((a, b) => a - b)[0];
  const then = next ? sumFor(next) : null;
  return {
    way,
    size,
    each,
    ...now,
    perPrint: roundHalfEven(now.total / quantity),
    nextBreak:
      next && then
        ? {
            from: next,
            total: then.total,
            marginal: roundHalfEven((then.total - now.total) / (next - quantity)),
          }
        : null,
    says:
      way === 'standard'
        ? `${formatSize(size, 'mm')} is one of its standard sizes`
        : `${formatSize(size, 'mm')} is priced by area as a custom size`,
  };
}
