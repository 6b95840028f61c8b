import { InputError, RefusedError } from '@/core/errors';
import { formatMoney, isBlank, localDay, parseSize, parseSum, toDecimals } from '@/core/measure';
import { FINISHES, TIMED_ACTS } from '@/core/product/words';
import { SIGNINGS } from '@/core/edition/impressionStates';
import { SUPPLY_KINDS } from '@/core/parcel/pack';
import { FIRST_RATES } from '@/core/cost/rates';
import { convertSum } from '@/core/price/convert';
import { findRows, insertRow, patchRow, patchRows, removeRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import {
  day,
  flag,
  id,
  ids,
  line,
  listOf,
  moneyInput,
  name,
  numberBetween,
  objectSchema,
  oneOf,
  orNull,
  prose,
  sizeInput,
  Type,
  wholeNumber,
} from '../schemas';
import { FIRST_SETTINGS } from '../settings/firstSettings';
import { noteInJournal } from '../studio';
import { loadWorkPage, formatCheck } from '../works/workPage';
import { placeInRuns, refuseAgainstRun } from '../editions/runRules';
import { ensureProduct, productName } from './products';

/** Names a line the studio sells in, or changes what it is. */
export const saveLine = defineAction({
  name: 'saveLine',
  input: objectSchema({
    id: orNull(id),
    name,
    routeId: orNull(id),
    paperId: orNull(id),
    signing: oneOf(...SIGNINGS),
    finePrint: flag,
    goesIn: listOf(oneOf(...SUPPLY_KINDS), { maxItems: SUPPLY_KINDS.length }),
    notes: prose,
  }),

  async run({ studio, tx, input: { id: given, ...rest } }) {
    if (rest.routeId) await rowById(tx, 'routes', rest.routeId, 'routeId');
    if (rest.paperId) await rowById(tx, 'papers', rest.paperId, 'paperId');
    const all = await findRows(tx, 'printLines', { archivedAt: null });
    const wanted = rest.name.trim().toLowerCase();
    if (all.some((other) => other.id !== given && other.name.trim().toLowerCase() === wanted))
      throw new InputError('name', rest.name, 'a name that no other line bears');
    const before = given ? await rowById(tx, 'printLines', given, 'id') : undefined;
    const lineId = given ?? studio.newId();
    if (before) await patchRow(tx, 'printLines', lineId, rest);
    else await insertRow(tx, 'printLines', { id: lineId, ...rest, place: all.length });
    await noteInJournal(studio, tx, {
      act: before ? 'changed' : 'recorded',
      subject: 'line',
      subjectId: lineId,
      says: `${before ? 'Changed' : 'Named'} the line ${rest.name}`,
      before,
      after: rest,
    });
    return { message: `${rest.name} is kept.`, id: lineId };
  },
});

/** Takes a line out of what is offered; what was sold in it stays. */
export const archiveLine = defineAction({
  name: 'archiveLine',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const before = await rowById(tx, 'printLines', input.id, 'id');
    const open = await findRows(tx, 'products', { lineId: before.id, archivedAt: null });
    const at = studio.now();
    await patchRow(tx, 'printLines', before.id, { archivedAt: at });
    await patchRows(
      tx,
      'products',
      open.map((product) => product.id),
      { archivedAt: at },
    );
    await noteInJournal(studio, tx, {
      act: 'removed',
      subject: 'line',
      subjectId: before.id,
      says: `${before.name} is no longer sold in`,
    });
    return { message: `${before.name} is no longer sold in; ${open.length} products went with it.` };
  },
});

/** Offers products of a work by a grid: every size by every line by every finish that is ticked; what the file cannot carry is left out. */
export const offerProducts = defineAction({
  name: 'offerProducts',
  input: objectSchema({
    workId: id,
    formatIds: ids,
    lineIds: ids,
    finishes: listOf(oneOf(...FINISHES), { minItems: 1, maxItems: FINISHES.length }),
    inEdition: flag,
  }),

  async run({ studio, tx, input }) {
    const page = await loadWorkPage(studio, input.workId);
    if (!page) throw new InputError('workId', input.workId, 'a work there is');
    const thin: string[] = [];
    const notMade = new Set<string>();
    let made = 0;
    for (const [i, formatId] of input.formatIds.entries()) {
      const format = page.formats.find((f) => f.id === formatId);
      if (!format) throw new InputError(`formatIds[${i}]`, formatId, `a size of ${page.work.title}`);
      if (page.current && formatCheck(format, page.current, page.school).verdict === 'too thin') {
        thin.push(format.name);
        continue;
      }
      for (const lineId of input.lineIds)
        for (const finish of input.finishes) {
          const [known] = await findRows(tx, 'products', { formatId, lineId, finish, archivedAt: null });
          if (known) continue;
          const { place, says } = await placeInRuns(tx, {
            workId: format.workId,
            formatId,
            lineId,
            finish,
          });
          if (place === 'not made') {
            notMade.add(says!);
            continue;
          }
          const product = await ensureProduct(studio, tx, format, lineId, finish);
          const inEdition = input.inEdition && place === 'in the run';
          if (product.inEdition !== inEdition) await patchRow(tx, 'products', product.id, { inEdition });
          made++;
        }
    }
    const left = [
      thin.length ? ` ${thin.join(', ')}: left out, the file is too thin.` : '',
      ...[...notMade].map((says) => ` Left out: ${says}.`),
    ].join('');
    if (made === 0) throw new RefusedError(`Nothing to add: all of that is offered already.${left}`);
    await noteInJournal(studio, tx, {
      act: 'offered',
      subject: 'work',
      subjectId: page.work.id,
      says: `Offered ${made === 1 ? 'a product' : `${made} products`} of ${page.work.title}`,
      after: input,
    });
    return { message: `${made === 1 ? 'One product is' : `${made} products are`} offered.${left}` };
  },
});

/** Takes a product out of what is offered; its prices and what was sold of it stay. */
export const withdrawProduct = defineAction({
  name: 'withdrawProduct',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const product = await rowById(tx, 'products', input.id, 'id');
    if (product.archivedAt) throw new RefusedError('It is not offered any more.');
    await patchRow(tx, 'products', product.id, { archivedAt: studio.now() });
    const name = await productName(tx, product);
    await noteInJournal(studio, tx, {
      act: 'removed',
      subject: 'product',
      subjectId: product.id,
      says: `${name} is no longer offered`,
    });
    return { message: `${name} is no longer offered.` };
  },
});

/** Keeps what others ask for the finish of a product, and whether it is numbered in the run. */
export const quoteProduct = defineAction({
  name: 'quoteProduct',
  input: objectSchema({
    id,
    quote: moneyInput,
    from: line,
    on: orNull(day),
    inEdition: flag,
    /** Where it was asked in another currency: that sum is worked out from it at the typed rate. */
    foreign: Type.Optional(
      orNull(
        objectSchema({
          currency: Type.String({ pattern: '^[A-Z]{3}$' }),
          sum: moneyInput,
          rate: Type.Number({ exclusiveMinimum: 0 }),
        }),
      ),
    ),
  }),

  async run({ studio, tx, input }) {
    const { currency, timeZone } = await studio.settings();
    const product = await rowById(tx, 'products', input.id, 'id');
    await refuseAgainstRun(tx, product, input.inEdition);
    const { foreign } = input;
    const foreignMinor = foreign ? parseSum(foreign.sum, foreign.currency, 'foreign.sum') : null;
    const own = isBlank(input.quote) ? null : parseSum(input.quote, currency, 'quote');
    const quoteMinor =
      foreign && foreignMinor !== null
        ? convertSum(foreignMinor, foreign.currency, currency, foreign.rate)
        : own;
    await patchRow(tx, 'products', product.id, {
      quoteMinor,
      quoteFrom: input.from,
      quotedOn: quoteMinor === null ? null : (input.on ?? localDay(studio.now(), timeZone)),
      inEdition: input.inEdition,
      quoteCurrency: foreign?.currency ?? '',
      quoteForeignMinor: foreignMinor,
      quoteRate: foreign?.rate ?? null,
    });
    const name = await productName(tx, product);
    const says =
      quoteMinor === null
        ? `${name}: no quote for its ${product.finish} form`
        : `${name}: ${formatMoney(quoteMinor, currency)} quoted${input.from ? ` by ${input.from}` : ''}`;
    await noteInJournal(studio, tx, {
      act: 'quoted',
      subject: 'product',
      subjectId: product.id,
      says,
      before: product,
    });
    return { message: `${says}.` };
  },
});

const minutes = numberBetween(0, 600);
/** Sets what costs are reckoned with: an hour, minutes by act, spoils, prints expected. */
export const setCostRates = defineAction({
  name: 'setCostRates',
  input: objectSchema({
    ratePerHour: moneyInput,
    minutes: objectSchema({
      trim: minutes,
      sign: minutes,
      inspect: minutes,
      mount: minutes,
      frame: minutes,
      stretch: minutes,
      pack: minutes,
    }),
    expectedPrints: wholeNumber(1, 100_000),
    prepMinutes: numberBetween(0, 6_000),
    spoilRate: numberBetween(0, 0.9),
    minutesPerM2: numberBetween(0, 600),
    printsPerOrder: wholeNumber(1, 1_000),
    /** The country within which carriage is in the price; empty: it is asked apart. */
    carriageIn: Type.Optional(line),
  }),

  async run({ studio, tx, input }) {
    const { currency, costRates } = await studio.settings(tx);
    const { carriageIn, ratePerHour, ...given } = input;
    const country = carriageIn?.trim();
    const rates = {
      ...given,
      ratePerHour: parseSum(ratePerHour, currency, 'ratePerHour'),
      ...(country && { carriageIn: country }),
    };
    await patchRow(tx, 'studio', FIRST_SETTINGS.id, { costRates: rates });
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'studio',
      subjectId: 'studio',
      says: `An hour counts ${formatMoney(rates.ratePerHour, currency)} in what prints cost${country ? `, and carriage within ${country} is in the price` : ''}`,
      before: costRates ?? FIRST_RATES,
      after: rates,
    });
    return { message: 'Kept: every cost is reckoned with it.' };
  },
});

/** Sets the rate of tax that papers show; prices are kept without it. Nothing: none is shown. */
export const showTax = defineAction({
  name: 'showTax',
  input: objectSchema({ share: orNull(numberBetween(0, 0.6)) }),

  async run({ studio, tx, input }) {
    const { taxShown } = await studio.settings(tx);
    await patchRow(tx, 'studio', FIRST_SETTINGS.id, { taxShown: input.share });
    const says =
      input.share === null
        ? 'Papers show no tax'
        : `Papers show tax at ${toDecimals(input.share * 100, 2)} %; prices stay without`;
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'studio',
      subjectId: 'studio',
      says,
      before: { taxShown },
      after: { taxShown: input.share },
    });
    return { message: `${says}.` };
  },
});

/** Keeps what capturing a work cost, over how many prints that is shared, and what its original is offered for. */
export const noteOutlays = defineAction({
  name: 'noteOutlays',
  input: objectSchema({
    workId: id,
    capture: moneyInput,
    expectedPrints: orNull(wholeNumber(1, 100_000)),
    askingPrice: moneyInput,
  }),

  async run({ studio, tx, input }) {
    const { currency } = await studio.settings();
    const work = await rowById(tx, 'works', input.workId, 'workId');
    const row = {
      captureMinor: isBlank(input.capture) ? 0 : parseSum(input.capture, currency, 'capture'),
      expectedPrints: input.expectedPrints,
      askingPriceMinor: isBlank(input.askingPrice)
        ? null
        : parseSum(input.askingPrice, currency, 'askingPrice'),
    };
    await patchRow(tx, 'works', work.id, row);
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'work',
      subjectId: work.id,
      says: `What ${work.title} cost once is kept`,
      before: work,
      after: row,
    });
    return { message: `Kept with ${work.title}.` };
  },
});

/** Keeps how long an act took by the stopwatch: the mean of several stands in costs instead of typed minutes. */
export const noteTiming = defineAction({
  name: 'noteTiming',
  input: objectSchema({
    act: oneOf(...TIMED_ACTS),
    seconds: wholeNumber(1, 36_000),
    prints: wholeNumber(1, 500),
  }),

  async run({ studio, tx, input }) {
    const timingId = studio.newId();
    await insertRow(tx, 'timings', { id: timingId, ...input, at: studio.now() });
    const each = Math.round(input.seconds / input.prints);
    const says = `To ${input.act} took ${Math.floor(each / 60)} min ${each % 60} s a print`;
    await noteInJournal(studio, tx, {
      act: 'timed',
      subject: 'studio',
      subjectId: timingId,
      says,
    });
    return { message: `${says}.`, id: timingId };
  },
});

/** Takes a note of what others ask away. */
export const forgetMarketPrice = defineAction({
  name: 'forgetMarketPrice',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const note = await rowById(tx, 'marketNotes', input.id, 'id');
    await removeRow(tx, 'marketNotes', note.id);
    await noteInJournal(studio, tx, {
      act: 'removed',
      subject: 'price',
      subjectId: note.id,
      says: `Took away what others ask: ${note.says}`,
      before: note,
    });
    return { message: 'The note is taken away.' };
  },
});

/** Notes what others ask for a print like it, seen on a day. */
export const noteMarketPrice = defineAction({
  name: 'noteMarketPrice',
  input: objectSchema({
    workId: orNull(id),
    says: name,
    price: moneyInput,
    /** Of the picture; or each side by itself, in whole micrometres. */
    size: Type.Optional(sizeInput),
    width: Type.Optional(wholeNumber(1_000, 100_000_000)),
    height: Type.Optional(wholeNumber(1_000, 100_000_000)),
    seenOn: orNull(day),
  }),

  async run({ studio, tx, input }) {
    const { currency, timeZone, unit } = await studio.settings();
    if (input.workId) await rowById(tx, 'works', input.workId, 'workId');
    const { width, height, size } = input;
    const picture =
      size !== undefined || width === undefined || height === undefined
        ? parseSize(size ?? '', unit, 'size')
        : { width, height };
    const noteId = studio.newId();
    const priceMinor = parseSum(input.price, currency, 'price');
    await insertRow(tx, 'marketNotes', {
      id: noteId,
      workId: input.workId,
      says: input.says,
      priceMinor,
      widthUm: picture.width,
      heightUm: picture.height,
      seenOn: input.seenOn ?? localDay(studio.now(), timeZone),
    });
    await noteInJournal(studio, tx, {
      act: 'noted',
      subject: 'price',
      subjectId: noteId,
      says: `Others ask ${formatMoney(priceMinor, currency)}: ${input.says}`,
    });
    return { message: 'Noted.', id: noteId };
  },
});
