import { imageOf } from '@/core/crop/border';
import { areaMm2, type Minor } from '@/core/measure';
import { daysBetween, type Day } from '@/core/measure/day';
import { checkResolution, soundSchool } from '@/core/resolution';
import { cropAt } from '@/core/crop/crop';
import { adviceOf, ADVICE_KINDS, type Advice, type WorkSold } from '@/core/sales/advice';
import type { SoldLine } from '@/core/sales/income';
import { groupBy } from '@/core/groups';
import { liveQuestion } from '@/core/price/live';
import { sharesOf } from '@/core/price/solve';
import { findColumns } from '@/store/rows';
import { offeredSince, promisedByFormat } from '@/store/sales';
import { catalogueOf } from '../orders/catalogue';
import type { PricedProduct } from '../prices/products';
import type { Studio } from '../studio';
import { viewedPixels } from '../works/workPage';

/** Of each kind, the weightiest so many; the rest are counted. */
const MOST_OF_A_KIND = 5;
const MONTH_DAYS = 365.25 / 12;
const MONTHS_BACK = 12;

export type AdviceOfKind = { kind: Advice['kind']; shown: Advice[]; more: number };

/**
 * What a year's sales say could be done: reprint, offer larger, retire; the weightiest of each kind.
 *
 * @param lines what was sold in the last twelve months
 */
export async function adviceToday(
  studio: Studio,
  lines: readonly SoldLine[],
  products: readonly PricedProduct[],
  money: (minor: Minor) => string,
): Promise<AdviceOfKind[]> {
  const all = (await worksSold(studio, lines, products)).flatMap((work) => adviceOf(work, money));
  return ADVICE_KINDS.map((kind) => {
    const own = all.filter((each) => each.kind === kind).sort((a, b) => b.weight - a.weight);
    return { kind, shown: own.slice(0, MOST_OF_A_KIND), more: Math.max(0, own.length - MOST_OF_A_KIND) };
  });
}

async function worksSold(
  studio: Studio,
  lines: readonly SoldLine[],
  products: readonly PricedProduct[],
): Promise<WorkSold[]> {
  const { db } = studio;
  const [today, offered, catalogue, promised] = await Promise.all([
    studio.today(),
    offeredSince(db),
    catalogueOf(studio),
    promisedByFormat(db),
  ]);
  const soldOf = new Map<string, number>();
  for (const { productId, quantity } of lines)
    if (productId) soldOf.set(productId, (soldOf.get(productId) ?? 0) + quantity);
  // The oldest come first: what was sold before it had a price here was offered then.
  const firstSale = new Map<string, Day>();
  for (const { workId, orderedOn } of lines) if (!firstSale.has(workId)) firstSale.set(workId, orderedOn);
  const monthsOf = (since: Day | undefined): number =>
    since ? Math.max(0, Math.floor(daysBetween(since, today) / MONTH_DAYS)) : 0;
  const byWork = groupBy(
    products.filter(({ price }) => price !== null),
    ({ product }) => product.workId,
  );
  const held = groupBy(catalogue, (line) => line.formatId);
  const larger = await atTwiceOf(studio, [...byWork.keys()], byWork);
  return [...byWork].map(([workId, own]): WorkSold => {
    const months = own.map(({ product }) => monthsOf(offered.get(product.id)));
    return {
      workId,
      title: own[0]!.title,
      months: Math.min(MONTHS_BACK, Math.max(1, monthsOf(firstSale.get(workId)), ...months)),
      sizes: [...groupBy(own, ({ format }) => format.id)].map(([formatId, of]) => {
        // One size stands in the list once for each product and each run: what lies ready is counted by run.
        const runs = [
          ...new Map((held.get(formatId) ?? []).map((line) => [line.editionId, line])).values(),
        ];
        return {
          formatId,
          name: of[0]!.format.name,
          area: areaMm2(imageOf(of[0]!.format)),
          sold: of.reduce((sum, { product }) => sum + (soldOf.get(product.id) ?? 0), 0),
          promised: promised.get(formatId) ?? 0,
          ready: runs.reduce((sum, run) => sum + run.ready, 0),
          free:
            runs.length && runs.every((run) => run.free !== null)
              ? runs.reduce((sum, run) => sum + run.free!, 0)
              : null,
        };
      }),
      products: own.map((each, i) => ({
        id: each.product.id,
        name: each.name,
        sold: soldOf.get(each.product.id) ?? 0,
        months: months[i]!,
        leaves: leavesOf(each),
      })),
      atTwice: larger.get(workId) ?? null,
    };
  });
}

const leavesOf = ({ price, cost }: PricedProduct): Minor | null =>
  price ? sharesOf(price.priceMinor, liveQuestion(price.question, cost.lines)).at(-1)!.amount : null;

/** What each work's file gives at twice the area of its largest size. */
async function atTwiceOf(
  studio: Studio,
  workIds: string[],
  byWork: ReadonlyMap<string, readonly PricedProduct[]>,
): Promise<Map<string, { ppi: number; verdict: string }>> {
  const [{ school }, masters, works] = await Promise.all([
    studio.settings(),
    findColumns(studio.db, 'masters', ['workId', 'widthPx', 'heightPx', 'orientation'], {
      current: true,
      state: 'ready',
    }),
    findColumns(studio.db, 'works', ['id', 'school'], { archivedAt: null }),
  ]);
  const wanted = new Set(workIds);
  const schoolOf = new Map(works.map((work) => [work.id, work.school]));
  return new Map(
    masters
      .filter((master) => wanted.has(master.workId))
      .map((master) => {
        const images = byWork.get(master.workId)!.map(({ format }) => imageOf(format));
        const largest = images.sort((a, b) => areaMm2(b) - areaMm2(a))[0]!;
        const twice = {
          width: Math.round(largest.width * Math.SQRT2),
          height: Math.round(largest.height * Math.SQRT2),
        };
        const { ppi, verdict } = checkResolution(
          cropAt(viewedPixels(master), twice, null),
          twice,
          soundSchool(schoolOf.get(master.workId) ?? null, school),
        );
        return [master.workId, { ppi, verdict }];
      }),
  );
}
