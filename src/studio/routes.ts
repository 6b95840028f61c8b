import { asc, desc, eq, inArray } from 'drizzle-orm';
import { InputError } from '@/core/errors';
import { formatMoney, formatSize, localDay, parseLength, parseMoney } from '@/core/measure';
import { requiredPpi } from '@/core/resolution';
import { quoteRoute, type RoutePrice, type RouteQuote } from '@/core/route/prices';
import { bordersOf, imageOf, sheetOf } from '@/core/layout/sheet';
import { readPriceTable } from '@/paperwork/readTable';
import type { Db, Tx } from '@/store/db';
import { insertRow, insertRows, patchRow, removeRow, rowById } from '@/store/rows';
import { formats, quotes, routePrices, routes, sentJobs, works } from '@/store/schema';
import type { Format, Work } from '@/store/works';
import type { Route } from '@/store/proofs';
import { act } from './act';
import { array, count, day, id, just, line, name, orNull, typed } from './schemas';
import { noteInJournal, type Studio } from './studio';

export type PriceLine = typeof routePrices.$inferSelect;
export const pricesOfRoute = (db: Db, routeId: string): Promise<PriceLine[]> =>
  db
    .select()
    .from(routePrices)
    .where(eq(routePrices.routeId, routeId))
    .orderBy(asc(routePrices.widthUm), asc(routePrices.heightUm), asc(routePrices.fromQuantity));
const asPrice = (p: PriceLine): RoutePrice => ({
  width: p.widthUm,
  height: p.heightUm,
  paper: p.paper,
  from: p.fromQuantity,
  price: p.priceMinor,
});

/** Reads a price table from a file's text and sets it in place of the old one; bad rows are named by line and kept out. */
export const importPrices = act<{ routeId: string; text: string; readOn: string }>(
  just({ routeId: id, text: { type: 'string', maxLength: 4_000_000 }, readOn: day }),
  async (studio, input) => {
    const { currency, unit } = await studio.settings();
    const { rows, bad } = readPriceTable(input.text, currency, unit);
    if (!rows.length) throw new InputError('text', bad.length, 'at least one row that can be read');
    return studio.store.write(async (tx) => {
      const route = await rowById(tx, routes, input.routeId, 'routeId');
      const before = await pricesOfRoute(tx, route.id);
      await tx.delete(routePrices).where(eq(routePrices.routeId, route.id));
      await insertRows(
        tx,
        routePrices,
        rows.map((r) => ({
          id: studio.newId(),
          routeId: route.id,
          widthUm: r.width,
          heightUm: r.height,
          paper: r.paper,
          fromQuantity: r.from,
          priceMinor: r.price,
        })),
      );
      await patchRow(tx, routes, route.id, { readOn: input.readOn });
      await noteInJournal(studio, tx, {
        act: 'imported',
        subject: 'route',
        subjectId: route.id,
        says: `Read ${rows.length} prices of ${route.name}${bad.length ? `; ${bad.length} rows were kept out` : ''}`,
        before: before.length > 500 ? { rows: before.length } : before.map(asPrice),
        after: { rows: rows.length, readOn: input.readOn },
      });
      return {
        says: `${rows.length} prices of ${route.name} are in${bad.length ? `; ${bad.length} ${bad.length === 1 ? 'row was' : 'rows were'} kept out` : ''}.`,
        id: route.id,
        more: { bad },
      };
    });
  },
);

type LineInput = {
  id: string | null;
  routeId: string;
  size: string;
  paper: string;
  from: number;
  price: string;
};

/** Changes one line of a price table, or adds one; an empty size is a square metre of any size. */
export const keepPrice = act<LineInput>(
  just({ id: orNull(id), routeId: id, size: typed, paper: line, from: count(1, 100_000), price: typed }),
  async (studio, input) => {
    const { currency, unit } = await studio.settings();
    const { rows, bad } = readPriceTable(
      `size,from,price,paper\n"${(input.size.trim() || 'custom').replaceAll('"', '""')}",${input.from},"${input.price}","${input.paper.replaceAll('"', '""')}"`,
      currency,
      unit,
    );
    if (bad[0]) throw new InputError(bad[0].field, bad[0].value, bad[0].expected);
    const r = rows[0]!;
    return studio.store.write(async (tx) => {
      const route = await rowById(tx, routes, input.routeId, 'routeId');
      const row = {
        widthUm: r.width,
        heightUm: r.height,
        paper: r.paper,
        fromQuantity: r.from,
        priceMinor: r.price,
      };
      const before = input.id ? await rowById(tx, routePrices, input.id, 'id') : null;
      if (before) await patchRow(tx, routePrices, before.id, row);
      else await insertRow(tx, routePrices, { id: studio.newId(), routeId: route.id, ...row });
      await patchRow(tx, routes, route.id, {
        readOn: localDay(studio.now(), (await studio.settings()).timeZone),
      });
      await noteInJournal(studio, tx, {
        act: 'changed',
        subject: 'route',
        subjectId: route.id,
        says: `Changed a price of ${route.name}`,
        before,
        after: row,
      });
      return { says: `The price is kept.`, id: route.id };
    });
  },
);

/** Takes one line out of a price table. */
export const dropPrice = act<{ id: string }>(just({ id }), (studio, input) =>
  studio.store.write(async (tx) => {
    const was = await rowById(tx, routePrices, input.id, 'id');
    await removeRow(tx, routePrices, was.id);
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'route',
      subjectId: was.routeId,
      says: 'Took a price out',
      before: was,
    });
    return { says: 'The price is out.' };
  }),
);

type TermsInput = {
  id: string;
  carriage: string;
  freeFrom: string;
  setUp: string;
  bleed: string;
  readOn: string;
  proofKinds?: string;
  proof?: string;
  proofDays?: number;
};

/** Changes what a route asks besides its prices: carriage, set-up, bleed. */
export const changeTerms = act<TermsInput>(
  just(
    {
      id,
      carriage: typed,
      freeFrom: typed,
      setUp: typed,
      bleed: typed,
      readOn: day,
      proofKinds: line,
      proof: typed,
      proofDays: count(0, 120),
    },
    ['proofKinds', 'proof', 'proofDays'],
  ),
  async (studio, input) => {
    const { currency, unit } = await studio.settings();
    const sum = (text: string, field: string) => (text.trim() ? parseMoney(text, currency, field) : 0);
    const row = {
      carriageMinor: sum(input.carriage, 'carriage'),
      freeFromMinor: input.freeFrom.trim() ? parseMoney(input.freeFrom, currency, 'freeFrom') : null,
      setUpMinor: sum(input.setUp, 'setUp'),
      bleedUm: input.bleed.trim() ? parseLength(input.bleed, unit, 'bleed') : 0,
      readOn: input.readOn,
      ...(input.proofKinds !== undefined && { proofKinds: input.proofKinds }),
      ...(input.proof !== undefined && { proofMinor: sum(input.proof, 'proof') }),
      ...(input.proofDays !== undefined && { proofDays: input.proofDays }),
    };
    return studio.store.write(async (tx) => {
      const before = await rowById(tx, routes, input.id, 'id');
      await patchRow(tx, routes, input.id, row);
      await noteInJournal(studio, tx, {
        act: 'changed',
        subject: 'route',
        subjectId: input.id,
        says: `Changed the terms of ${before.name}`,
        before,
        after: row,
      });
      return { says: `The terms of ${before.name} are kept.` };
    });
  },
);

/** A price read longer ago than this is said to be old. */
export const OLD_AFTER_DAYS = 180;

export type Compared = {
  route: Pick<
    Route,
    | 'id'
    | 'name'
    | 'kind'
    | 'process'
    | 'space'
    | 'fileKinds'
    | 'leadDays'
    | 'addsBorder'
    | 'bleedUm'
    | 'readOn'
  >;
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
    db.select().from(routes).orderBy(asc(routes.name)),
    db.select().from(routePrices),
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
      const ppi = requiredPpi({ kind: 'stepped', steps: r.ppiSteps }, image);
      const inFile = r.addsBorder ? image : sheet;
      const px = (um: number) => Math.round(((um + 2 * r.bleedUm) / 25_400) * ppi);
      const old =
        r.readOn !== null && (Date.parse(today) - Date.parse(r.readOn)) / 86_400_000 > OLD_AFTER_DAYS;
      return {
        route: r,
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

/** Keeps what a route asks today, with its day. */
export const keepQuote = act<{ routeId: string; formatId: string; quantity: number }>(
  just({ routeId: id, formatId: id, quantity: count(1, 100_000) }),
  async (studio, input) => {
    const format = await rowById(studio.db, formats, input.formatId, 'formatId');
    const found = (await compareRoutes(studio, format, input.quantity)).find(
      (c) => c.route.id === input.routeId,
    );
    if (!found?.quote) throw new InputError('routeId', input.routeId, 'a route that prints this size');
    const { currency, timeZone } = await studio.settings();
    const newId = studio.newId(),
      keptOn = localDay(studio.now(), timeZone);
    return studio.store.write(async (tx) => {
      const says = `${input.quantity} × ${format.name} at ${found.route.name}: ${formatMoney(found.quote!.total, currency)} all in`;
      await insertRow(tx, quotes, {
        id: newId,
        routeId: input.routeId,
        formatId: format.id,
        quantity: input.quantity,
        totalMinor: found.quote!.total,
        days: found.route.leadDays,
        says,
        keptOn,
      });
      await noteInJournal(studio, tx, {
        act: 'kept',
        subject: 'quote',
        subjectId: newId,
        says: `Kept the quote ${says}`,
      });
      return {
        says: `${says}, kept ${keptOn}.`,
        id: newId,
        undo: { act: 'dropQuote', input: { id: newId } },
      };
    });
  },
);

export const dropQuote = act<{ id: string }>(just({ id }), (studio, input) =>
  studio.store.write(async (tx) => {
    const was = await rowById(tx, quotes, input.id, 'id');
    await removeRow(tx, quotes, was.id);
    await noteInJournal(studio, tx, {
      act: 'dropped',
      subject: 'quote',
      subjectId: was.id,
      says: `Dropped the quote ${was.says}`,
      before: was,
    });
    return { says: 'The quote is dropped.' };
  }),
);

export const quotesOf = (db: Db, formatIds: readonly string[]) =>
  formatIds.length
    ? db
        .select()
        .from(quotes)
        .where(inArray(quotes.formatId, [...formatIds]))
        .orderBy(desc(quotes.keptOn))
    : Promise.resolve([]);

type SendInput = {
  routeId: string;
  lines: { formatId: string; quantity: number }[];
  sentOn: string;
  expectedOn: string | null;
};

/** Notes that work went out to a route, and when it is expected back. */
export const sendOut = act<SendInput>(
  just({
    routeId: id,
    lines: array(just({ formatId: id, quantity: count(1, 100_000) }), { minItems: 1, maxItems: 100 }),
    sentOn: day,
    expectedOn: orNull(day),
  }),
  async (studio, input) => {
    const route = await rowById(studio.db, routes, input.routeId, 'routeId');
    const made: { formatId: string; says: string; quantity: number }[] = [];
    let total = 0;
    const { unit } = await studio.settings();
    for (const l of input.lines) {
      const format = await rowById(studio.db, formats, l.formatId, 'formatId'),
        work: Work = await rowById(studio.db, works, format.workId, 'work');
      total +=
        (await compareRoutes(studio, format, l.quantity)).find((c) => c.route.id === route.id)?.quote
          ?.total ?? 0;
      made.push({ ...l, says: `${work.title}, ${formatSize(imageOf(format), unit)}` });
    }
    const expected =
      input.expectedOn ??
      new Date(Date.parse(`${input.sentOn}T00:00:00Z`) + route.leadDays * 86_400_000 * 1.4)
        .toISOString()
        .slice(0, 10);
    if (expected < input.sentOn)
      throw new InputError('expectedOn', expected, `a day from ${input.sentOn} on`);
    const newId = studio.newId();
    return studio.store.write(async (tx) => {
      await insertRow(tx, sentJobs, {
        id: newId,
        routeId: route.id,
        lines: made,
        totalMinor: total,
        sentOn: input.sentOn,
        expectedOn: expected,
      });
      await noteInJournal(studio, tx, {
        act: 'sent',
        subject: 'route',
        subjectId: route.id,
        says: `Sent ${made.map((m) => `${m.quantity} × ${m.says}`).join('; ')} to ${route.name}; expected ${expected}`,
      });
      return { says: `Out at ${route.name}, expected ${expected}.`, id: newId };
    });
  },
);

/** Notes that work came back, and what the inspection found. */
export const cameBack = act<{ id: string; backOn: string; inspection: string }>(
  just({ id, backOn: day, inspection: name }),
  (studio, input) =>
    studio.store.write(async (tx: Tx) => {
      const job = await rowById(tx, sentJobs, input.id, 'id');
      if (input.backOn < job.sentOn)
        throw new InputError('backOn', input.backOn, `a day from ${job.sentOn} on`);
      await patchRow(tx, sentJobs, job.id, { backOn: input.backOn, inspection: input.inspection });
      await noteInJournal(studio, tx, {
        act: 'came back',
        subject: 'route',
        subjectId: job.routeId,
        says: `Came back: ${job.lines.map((l) => l.says).join('; ')}: ${input.inspection}`,
        before: job,
      });
      return { says: 'It is back.' };
    }),
);
export const sentOut = (db: Db) => db.select().from(sentJobs).orderBy(desc(sentJobs.sentOn)).limit(100);
