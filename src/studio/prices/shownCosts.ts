import { costWorking, groupCosts } from '@/core/cost/ofProduct';
import type { Working } from '@/core/finding';
import { formatMoney, type Minor } from '@/core/measure';
import type { Rung } from '@/core/resolution';
import { linesAtHand } from '@/store/products';
import { findRows } from '@/store/rows';
import type { Format } from '@/store/works';
import type { Studio } from '../studio';
import type { WorkPage } from '../works/workPage';
import { openCostBook, productCost, type CostAsk } from './costs';
import { pricedProducts } from './products';

/** What a product costs, as any page shows it: the sum, and how it came about. */
export type ShownCost = {
  productId: string;
  formatId: string;
  name: string;
  total: Minor;
  working: Working;
  lacks: string | null;
};

/** What the products of some sizes cost today: the one answer, for whatever page asks. */
export async function shownCosts(studio: Studio, formatIds: readonly string[]): Promise<ShownCost[]> {
  if (formatIds.length === 0) return [];
  const { currency } = await studio.settings();
  const wanted = await pricedProducts(studio, { formatIds: [...new Set(formatIds)] });
  return wanted.map(({ product, format, name, cost }) => ({
    productId: product.id,
    formatId: format.id,
    name,
    total: cost.total,
    working: costWorking(cost, currency),
    lacks: cost.lacks,
  }));
}

/** What a size of the ladder would cost by a route: the sum, and its parts in short. */
export type RungCost = {
  total: Minor;
  parts: { name: string; amount: string }[];
  /** What would wrap it and is not on the shelf. */
  unwrapped: string[];
};

/**
 * What every size of a ladder costs by every route, as a loose print of the first line: a size that is offered with its own border,
 * another with the studio's.
 *
 * @returns by the rung's key, then by the route's id
 */
export async function rungCosts(
  studio: Studio,
  { work, formats, settings }: Pick<WorkPage, 'work' | 'formats' | 'settings'>,
  rungs: readonly Rung[],
  formatOf: (rung: Rung) => Format | undefined,
): Promise<Record<string, Record<string, RungCost>>> {
  const [book, [first], routes] = await Promise.all([
    openCostBook(studio, [work.id]),
    linesAtHand(studio.db),
    findRows(studio.db, 'routes'),
  ]);
  const border = formats[0]?.borderTopUm ?? settings.borderUm;
  const money = (minor: Minor) => formatMoney(minor, settings.currency, { bare: true });
  const costOf = (rung: Rung, routeId: string): RungCost => {
    const format = formatOf(rung) ?? {
      id: '',
      name: rung.key,
      imageWidthUm: rung.frame.width,
      imageHeightUm: rung.frame.height,
      borderTopUm: border,
      borderRightUm: border,
      borderBottomUm: border,
      borderLeftUm: border,
    };
    const line: CostAsk['line'] = {
      paperId: first?.paperId ?? null,
      signing: first?.signing ?? 'front',
      goesIn: first?.goesIn ?? [],
      routeId,
    };
    const { total, lines, unwrapped } = productCost(book, { work, format, line, finish: 'loose' });
    return {
      total,
      unwrapped,
      parts: groupCosts(lines).map((group) => ({ name: group.name, amount: money(group.amount) })),
    };
  };
  return Object.fromEntries(
    rungs.map((rung) => [
      rung.key,
      Object.fromEntries(routes.map((route) => [route.id, costOf(rung, route.id)])),
    ]),
  );
}
