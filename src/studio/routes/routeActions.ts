import { addDays } from '@/core/measure/day';
/** A week has seven days and five of them are worked. */
const DAYS_PER_WORKDAY = 7 / 5;

/** Records a way of getting prints made. */
import { imageOf } from '@/core/crop/border';
import { InputError } from '@/core/errors';
import { formatMoney, formatSize, isBlank, localDay, parseLength, parseSum } from '@/core/measure';
import { parsePpiSteps } from '@/core/resolution';
import { ROUTE_KINDS } from '@/core/route/kinds';
import { readPriceRow, readPriceTable } from '@/paperwork/readTable';
import { insertRow, insertRows, patchRow, removeRow, removeWhere, rowById } from '@/store/rows';
import type { Work } from '@/store/works';
import { defineAction } from '../action';
import { keepNamed } from '../recordNamed';
import {
  day,
  flag,
  id,
  lengthInput,
  line,
  listOf,
  moneyInput,
  name,
  objectSchema,
  oneOf,
  orNull,
  prose,
  sizeInput,
  Type,
  typed,
  wholeNumber,
} from '../schemas';
import { noteInJournal } from '../studio';
import { asPrice, compareRoutes, pricesOfRoute } from './routes';
export const recordRoute = defineAction({
  name: 'recordRoute',
  input: objectSchema({
    id: Type.Optional(id),
    name,
    kind: oneOf(...ROUTE_KINDS),
    process: line,
    leadDays: wholeNumber(0, 120),
    /** One figure, or steps by the long edge: "300 to 500 mm, 200 above". */
    ppi: Type.Union([typed, wholeNumber(30, 1_200)]),
    space: line,
    fileKinds: line,
    addsBorder: flag,
    givesProofs: flag,
    pricePerM2: moneyInput,
    minimum: moneyInput,
    notes: prose,
  }),

  async run({ studio, input: { id: given, ppi, pricePerM2, minimum, ...rest } }) {
    const { currency, unit } = await studio.settings();
    const was = given ? await rowById(studio.db, 'routes', given, 'id') : null;
    // A script that sends one figure says nothing about the steps behind it.
    const isSame = typeof ppi === 'number' && was?.ppiSteps[0]?.ppi === ppi;
    const ppiSteps = isSame ? was.ppiSteps : parsePpiSteps(String(ppi), unit);
    const row = {
      ...rest,
      ppiSteps,
      pricePerM2Minor: parseSum(pricePerM2, currency, 'pricePerM2'),
      minimumMinor: parseSum(minimum, currency, 'minimum'),
    };
    return keepNamed(studio, 'routes', given, row, 'route');
  },
});

/** Reads a price table from a file's text and sets it in place of the old one; bad rows are named by line and kept out. */
export const importPrices = defineAction({
  name: 'importPrices',
  input: objectSchema({ routeId: id, text: Type.String({ maxLength: 4_000_000 }), readOn: day }),

  async run({ studio, tx, input }) {
    const { currency, unit } = await studio.settings();
    const { rows, bad } = readPriceTable(input.text, currency, unit);
    if (!rows.length) throw new InputError('text', bad.length, 'at least one row that can be read');

    const route = await rowById(tx, 'routes', input.routeId, 'routeId');
    const before = await pricesOfRoute(tx, route.id);
    await removeWhere(tx, 'routePrices', { routeId: route.id });
    await insertRows(
      tx,
      'routePrices',
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
    await patchRow(tx, 'routes', route.id, { readOn: input.readOn });
    await noteInJournal(studio, tx, {
      act: 'imported',
      subject: 'route',
      subjectId: route.id,
      says: `Read ${rows.length} prices of ${route.name}${bad.length ? `; ${bad.length} rows were kept out` : ''}`,
      before: before.length > 500 ? { rows: before.length } : before.map(asPrice),
      after: { rows: rows.length, readOn: input.readOn },
    });
    return {
      message: `${rows.length} prices of ${route.name} are in${bad.length ? `; ${bad.length} ${bad.length === 1 ? 'row was' : 'rows were'} kept out` : ''}.`,
      id: route.id,
      bad,
    };
  },
});

/** Changes one line of a price table, or adds one; an empty size is a square metre of any size. */
export const keepPrice = defineAction({
  name: 'keepPrice',
  input: objectSchema({
    id: orNull(id),
    routeId: id,
    size: sizeInput,
    paper: line,
    from: wholeNumber(1, 100_000),
    price: moneyInput,
  }),

  async run({ studio, tx, input }) {
    const { currency, unit } = await studio.settings();
    const r = readPriceRow(input, currency, unit);

    const route = await rowById(tx, 'routes', input.routeId, 'routeId');
    const row = {
      widthUm: r.width,
      heightUm: r.height,
      paper: r.paper,
      fromQuantity: r.from,
      priceMinor: r.price,
    };
    const before = input.id ? await rowById(tx, 'routePrices', input.id, 'id') : null;
    if (before) await patchRow(tx, 'routePrices', before.id, row);
    else await insertRow(tx, 'routePrices', { id: studio.newId(), routeId: route.id, ...row });
    await patchRow(tx, 'routes', route.id, {
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
    return { message: `The price is kept.`, id: route.id };
  },
});

/** Takes one line out of a price table. */
export const dropPrice = defineAction({
  name: 'dropPrice',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const was = await rowById(tx, 'routePrices', input.id, 'id');
    await removeRow(tx, 'routePrices', was.id);
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'route',
      subjectId: was.routeId,
      says: 'Took a price out',
      before: was,
    });
    return { message: 'The price is out.' };
  },
});

/** Changes what a route asks besides its prices: carriage, set-up, bleed. */
export const changeTerms = defineAction({
  name: 'changeTerms',
  input: objectSchema({
    id,
    carriage: moneyInput,
    freeFrom: moneyInput,
    setUp: moneyInput,
    bleed: lengthInput,
    readOn: day,
    proofKinds: Type.Optional(line),
    proof: Type.Optional(moneyInput),
    proofDays: Type.Optional(wholeNumber(0, 120)),
  }),

  async run({ studio, tx, input }) {
    const { currency, unit } = await studio.settings();
    const sum = (typed: string | number, field: string) =>
      isBlank(typed) ? 0 : parseSum(typed, currency, field);
    const row = {
      carriageMinor: sum(input.carriage, 'carriage'),
      freeFromMinor: isBlank(input.freeFrom) ? null : parseSum(input.freeFrom, currency, 'freeFrom'),
      setUpMinor: sum(input.setUp, 'setUp'),
      bleedUm: isBlank(input.bleed) ? 0 : parseLength(input.bleed, unit, 'bleed'),
      readOn: input.readOn,
      ...(input.proofKinds !== undefined && { proofKinds: input.proofKinds }),
      ...(input.proof !== undefined && { proofMinor: sum(input.proof, 'proof') }),
      ...(input.proofDays !== undefined && { proofDays: input.proofDays }),
    };

    const before = await rowById(tx, 'routes', input.id, 'id');
    await patchRow(tx, 'routes', input.id, row);
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'route',
      subjectId: input.id,
      says: `Changed the terms of ${before.name}`,
      before,
      after: row,
    });
    return { message: `The terms of ${before.name} are kept.` };
  },
});

/** Keeps what a route asks today, with its day. */
export const keepQuote = defineAction({
  name: 'keepQuote',
  input: objectSchema({ routeId: id, formatId: id, quantity: wholeNumber(1, 100_000) }),

  async run({ studio, tx, input }) {
    const format = await rowById(studio.db, 'formats', input.formatId, 'formatId');
    const found = (await compareRoutes(studio, format, input.quantity)).find(
      (c) => c.route.id === input.routeId,
    );
    if (!found?.quote) throw new InputError('routeId', input.routeId, 'a route that prints this size');
    const { currency, timeZone } = await studio.settings();
    const newId = studio.newId(),
      keptOn = localDay(studio.now(), timeZone);

    const says = `${input.quantity} × ${format.name} at ${found.route.name}: ${formatMoney(found.quote!.total, currency)} all in`;
    await insertRow(tx, 'quotes', {
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
    return { message: `${says}, kept ${keptOn}.`, id: newId };
  },
});

export const dropQuote = defineAction({
  name: 'dropQuote',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const was = await rowById(tx, 'quotes', input.id, 'id');
    await removeRow(tx, 'quotes', was.id);
    await noteInJournal(studio, tx, {
      act: 'dropped',
      subject: 'quote',
      subjectId: was.id,
      says: `Dropped the quote ${was.says}`,
      before: was,
    });
    return { message: 'The quote is dropped.' };
  },
});

/** Notes that work went out to a route, and when it is expected back. */
export const sendOut = defineAction({
  name: 'sendOut',
  input: objectSchema({
    routeId: id,
    lines: listOf(objectSchema({ formatId: id, quantity: wholeNumber(1, 100_000) }), {
      minItems: 1,
      maxItems: 100,
    }),
    sentOn: day,
    expectedOn: orNull(day),
  }),

  async run({ studio, tx, input }) {
    const route = await rowById(studio.db, 'routes', input.routeId, 'routeId');
    const made: { formatId: string; says: string; quantity: number }[] = [];
    let total = 0;
    const { unit } = await studio.settings();
    for (const l of input.lines) {
      const format = await rowById(studio.db, 'formats', l.formatId, 'formatId'),
        work: Work = await rowById(studio.db, 'works', format.workId, 'work');
      total +=
        (await compareRoutes(studio, format, l.quantity)).find((c) => c.route.id === route.id)?.quote
          ?.total ?? 0;
      made.push({ ...l, says: `${work.title}, ${formatSize(imageOf(format), unit)}` });
    }
    const expected =
      input.expectedOn ?? addDays(input.sentOn, Math.floor(route.leadDays * DAYS_PER_WORKDAY));
    if (expected < input.sentOn)
      throw new InputError('expectedOn', expected, `a day from ${input.sentOn} on`);
    const newId = studio.newId();

    await insertRow(tx, 'sentJobs', {
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
    return { message: `Out at ${route.name}, expected ${expected}.`, id: newId };
  },
});

/** Notes that work came back, and what the inspection found. */
export const cameBack = defineAction({
  name: 'cameBack',
  input: objectSchema({ id, backOn: day, inspection: name }),

  async run({ studio, tx, input }) {
    const job = await rowById(tx, 'sentJobs', input.id, 'id');
    if (input.backOn < job.sentOn)
      throw new InputError('backOn', input.backOn, `a day from ${job.sentOn} on`);
    await patchRow(tx, 'sentJobs', job.id, { backOn: input.backOn, inspection: input.inspection });
    await noteInJournal(studio, tx, {
      act: 'came back',
      subject: 'route',
      subjectId: job.routeId,
      says: `Came back: ${job.lines.map((l) => l.says).join('; ')}: ${input.inspection}`,
      before: job,
    });
    return { message: 'It is back.' };
  },
});
