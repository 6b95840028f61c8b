import type { OfferedAs, Placed } from '@/core/edition/terms';
import { FIRST_RATES } from '@/core/cost/rates';
import { daysBetween } from '@/core/measure/day';
import { localDay } from '@/core/measure';
import { soldOf } from '@/store/editionFigures';
import { editionsOf } from '@/store/editions';
import { pricesOn } from '@/store/products';
import type { Db } from '@/store/db';
import { findColumns, findRows } from '@/store/rows';
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
  /** Everything that is offered of the work, and what it is made as. */
  offered: OfferedAs[];
};

/** Every product of a work with its size, and the paper and process of its line, else of the size’s accepted proof. */
export async function offeredAs(db: Db, workId: string): Promise<OfferedAs[]> {
  const [products, lines, formats, accepted, papers, routes] = await Promise.all([
    findRows(db, 'products', { workId, archivedAt: null, inEdition: true }, { orderBy: ['id'] }),
    findRows(db, 'printLines'),
    findRows(db, 'formats', { workId, archivedAt: null }),
    findRows(db, 'proofs', { workId, state: 'accepted' }, { orderBy: ['-round'] }),
    findColumns(db, 'papers', ['id', 'name']),
    findColumns(db, 'routes', ['id', 'process']),
  ]);
  return products.flatMap(({ formatId, lineId, finish }) => {
    const format = formats.find((each) => each.id === formatId);
    if (!format) return [];
    const line = lines.find((each) => each.id === lineId);
    const proof = accepted.find((each) => each.formatId === formatId);
    const paper = papers.find((each) => each.id === (line?.paperId ?? proof?.paperId));
    const route = routes.find((each) => each.id === (line?.routeId ?? proof?.routeId));
    return [
      {
        ...{ formatId, size: format.name, lineId, finish },
        paper: paper ? { id: paper.id, name: paper.name } : null,
        process: route?.process || null,
      },
    ];
  });
}

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
    offered: await offeredAs(db, workId),
    signMinutes: (costRates ?? FIRST_RATES).minutes.sign,
  };
}
