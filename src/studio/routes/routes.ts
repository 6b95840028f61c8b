import { daysBetween } from '@/core/measure/day';
import { bordersOf, imageOf, sheetOf } from '@/core/crop/border';
import { localDay } from '@/core/measure';
import { ppiForPrint } from '@/core/resolution';
import { quoteRoute, type RoutePrice, type RouteQuote } from '@/core/route/prices';
import type { Db } from '@/store/db';
import type { Route } from '@/store/proofs';
import { findRows, type Row } from '@/store/rows';
import type { Format } from '@/store/works';
import { type Studio } from '../studio';

export type PriceLine = Row<'routePrices'>;
export const pricesOfRoute = (db: Db, routeId: string): Promise<PriceLine[]> =>
  findRows(db, 'routePrices', { routeId }, { orderBy: ['widthUm', 'heightUm', 'fromQuantity'] });
export const asPrice = (p: PriceLine): RoutePrice => ({
  width: p.widthUm,
  height: p.heightUm,
  paper: p.paper,
  from: p.fromQuantity,
  price: p.priceMinor,
});
/** A price read longer ago than this is said to be old. */
export const OLD_AFTER_DAYS = 180;

const COMPARED = [
  'id',
  'name',
  'kind',
  'process',
  'space',
  'fileKinds',
  'leadDays',
  'addsBorder',
  'bleedUm',
  'readOn',
] as const;
type ComparedRoute = Pick<Route, (typeof COMPARED)[number]>;

export type Compared = {
  route: ComparedRoute;
  quote: RouteQuote | null;
  ppi: number;
  pixels: { width: number; height: number };
  loses: string[];
  old: boolean;
};

/**
 * What each route would ask for a format and a quantity, all in, what each needs from the file, and what is given up there.
 * A route with a table is priced by it; one without by its price of a square metre.
 */
export async function compareRoutes(
  studio: Studio,
  format: Format,
  quantity: number,
): Promise<Compared[]> {
  const { db } = studio;
  const [all, lines] = await Promise.all([
    findRows(db, 'routes', {}, { orderBy: ['name'] }),
    findRows(db, 'routePrices'),
  ]);
  const image = imageOf(format),
    sheet = sheetOf(image, bordersOf(format));
  const today = localDay(studio.now(), (await studio.settings()).timeZone);
  return all
    .map((r): Compared => {
      const own = lines.filter((l) => l.routeId === r.id).map(asPrice);
      const table = own.length
        ? own
        : [{ width: null, height: null, paper: '', from: 1, price: r.pricePerM2Minor }];
      // A border that the route adds lies on its paper all the same.
      const quote = quoteRoute(
        table,
        {
          minimum: r.minimumMinor,
          carriage: r.carriageMinor,
          freeFrom: r.freeFromMinor,
          setUp: r.setUpMinor,
        },
        sheet,
        quantity,
      );
      const ppi = ppiForPrint(r.ppiSteps, image);
      const inFile = r.addsBorder ? image : sheet;
      const px = (um: number) => Math.round(((um + 2 * r.bleedUm) / 25_400) * ppi);
      const old = r.readOn !== null && daysBetween(r.readOn, today) > OLD_AFTER_DAYS;
      return {
        route: Object.fromEntries(COMPARED.map((key) => [key, r[key]])) as ComparedRoute,
        quote,
        ppi,
        pixels: { width: px(inFile.width), height: px(inFile.height) },
        loses: losesAt(r),
        old,
      };
    })
    .sort((a, b) => (a.quote?.total ?? Infinity) - (b.quote?.total ?? Infinity));
}

/** What is out of one's hands at a route. */
function losesAt(r: Route): string[] {
  return [
    r.kind !== 'own printer' && 'nobody of yours sees it before it is made',
    !r.givesProofs && 'no proof',
    !r.addsBorder && 'the border must lie in the file',
    /srgb/i.test(r.space) && 'colours beyond sRGB',
    /cmyk/i.test(r.space) && 'colours beyond CMYK',
    r.kind === 'print-on-demand house' && 'no limited edition by itself: it prints on demand',
    r.process.includes('laser') && r.kind === 'quick-print shop' && 'toner, not pigment: short-lived',
  ].filter((x) => x !== false);
}

export const quotesOf = (db: Db, formatIds: readonly string[]) =>
  formatIds.length
    ? findRows(db, 'quotes', { formatId: formatIds }, { orderBy: ['-keptOn'] })
    : Promise.resolve([]);
export const sentOut = (db: Db) => findRows(db, 'sentJobs', {}, { orderBy: ['-sentOn'], limit: 100 });
