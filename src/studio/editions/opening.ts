import type { Placed } from '@/core/edition/terms';
import { FIRST_RATES } from '@/core/cost/rates';
import { daysBetween } from '@/core/measure/day';
import { localDay } from '@/core/measure';
import { soldOf } from '@/store/editionFigures';
import { editionsOf } from '@/store/editions';
import { pricesOn } from '@/store/products';
import { findRows } from '@/store/rows';
import type { Studio } from '../studio';
import { onDemandRoute } from './runRules';

/** What the opening of an edition is weighed by and asks about. */
export type OpeningQuestions = {
  /** What could stand in the run, outside it, or not be made: lines and finishes that are offered. */
  placeable: (Pick<Placed, 'kind' | 'id' | 'name'> & {
    /** Who prints it on demand: it cannot be in the run. */
    onDemand: string | null;
  })[];
  sold: number;
  days: number;
  firstPriceMinor: number | null;
  signMinutes: number;
};

export async function openingQuestions(studio: Studio, workId: string): Promise<OpeningQuestions> {
  const { db } = studio;
  const { costRates, timeZone } = await studio.settings();
  const today = await studio.today();
  const [products, lines, prices, editions] = await Promise.all([
    findRows(db, 'products', { workId, archivedAt: null }),
    findRows(db, 'printLines', { archivedAt: null }, { orderBy: ['place'] }),
    pricesOn(db, today, { workIds: [workId] }),
    editionsOf(db, workId),
  ]);
  const sold = editions.length
    ? await soldOf(
        db,
        editions.map((edition) => edition.id),
      )
    : [];
  const first = [sold[0]?.on, editions[0] && localDay(editions[0].openedAt, timeZone)]
    .filter((day): day is string => Boolean(day))
    .sort()[0];
  const used = lines.filter((line) => products.some((product) => product.lineId === line.id));
  const finishes = [...new Set(products.map((product) => product.finish))];
  return {
    placeable: [
      ...(await Promise.all(
        used.map(async (line) => ({
          kind: 'line' as const,
          id: line.id,
          name: line.name,
          onDemand: await onDemandRoute(db, line.id),
        })),
      )),
      ...finishes
        .filter((finish) => finish !== 'loose')
        .map((finish) => ({ kind: 'finish' as const, id: finish, name: finish, onDemand: null })),
    ],
    sold: sold.reduce((sum, each) => sum + each.quantity, 0),
    days: first ? Math.max(1, daysBetween(first, today)) : 0,
    firstPriceMinor: prices.length ? Math.min(...prices.map((price) => price.priceMinor)) : null,
    signMinutes: (costRates ?? FIRST_RATES).minutes.sign,
  };
}
