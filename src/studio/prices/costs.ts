import { bordersOf, imageOf, sheetOf, type KeptMeasures } from '@/core/crop/border';
import { costOfProduct, type CostAnswer, type CostQuestion, type Ground } from '@/core/cost/ofProduct';
import { paperUsed } from '@/core/cost/paperUsed';
import { actsFor, ENOUGH_PRINTED, ENOUGH_TIMED, FIRST_RATES, type CostRates } from '@/core/cost/rates';
import type { Signing } from '@/core/edition/impressionStates';
import { areaMm2, formatWeight, type Mg, type Minor, type Size } from '@/core/measure';
import { planPack, type PackPlan } from '@/core/parcel/pack';
import { expectedWeight } from '@/core/parcel/weigh';
import { compactCost, PREPARING, type CompactCost } from '@/core/price/whatIf';
import type { ProductFinish, TimedAct } from '@/core/product/words';
import { quoteRoute } from '@/core/route/prices';
import { inkWeights } from '@/core/stock/ink';
import { allServices, shelf, supplyPrices, type Service } from '@/store/orders';
import { insertRules } from '@/store/parcels';
import type { PostPolicy } from '@/core/order/policy';
import { allInserts, type InsertInParcel, type InsertRule } from '@/core/parcel/inserts';
import {
  linesAtHand,
  studioCostFacts,
  workCostFacts,
  type PrintLine,
  type Product,
} from '@/store/products';
import { papersAndRoutes, type Paper, type Route } from '@/store/proofs';
import { findRows, type Row } from '@/store/rows';
import { inkReport, machineCosts, machinesAtHand, type Machine } from '../machines/machines';
import { policyOf, servicesFor } from '../orders/carriage';
import { lotsOnHand, type LotOnHand } from '../papers/lots';
import { asPrice } from '../routes/routes';
import type { Studio } from '../studio';

/** What is asked about: a size of a work, in a line and a finish. */
export type CostAsk = {
  work: Pick<Row<'works'>, 'id' | 'captureMinor' | 'expectedPrints'>;
  format: { id: string; name: string } & KeptMeasures;
  line: Pick<PrintLine, 'routeId' | 'paperId' | 'signing' | 'goesIn'> | null;
  finish: ProductFinish;
  quote?: Pick<Product, 'quoteMinor' | 'quoteFrom' | 'quotedOn'> | null;
};

export type ProductCost = CostAnswer & {
  paper: string | null;
  route: string | null;
  /** What has to be known before the cost is whole, such as a framer's quote. */
  lacks: string | null;
  /** What would wrap it and is not on the shelf, so that it does not count. */
  unwrapped: string[];
  /** How it leaves, and what it weighs, wrapped. */
  packed: { form: string; weight: Mg };
  because: string;
};

/** What the costs of all works are reckoned from. */
type StudioBook = {
  currency: string;
  rates: CostRates;
  /** Whether the rates are one's own, or the starting figures. */
  ownRates: boolean;
  lines: PrintLine[];
  papers: Map<string, Paper>;
  routes: Map<string, Route>;
  prices: Row<'routePrices'>[];
  lots: LotOnHand[];
  supplies: Awaited<ReturnType<typeof shelf>>;
  supplyPrice: Map<string, Minor>;
  insertRules: InsertRule[];
  services: Service[];
  postPolicy: PostPolicy;
  machines: {
    machine: Machine;
    inks: { colour: string; perM2: Minor; learned: boolean }[];
    perHour: Minor | null;
  }[];
  timed: Map<TimedAct, { minutes: number; times: number }>;
  spoils: { printed: number; spoiled: number };
  /** What was worked out for one product and is the same for others: how a sheet is wrapped, what paper it takes. */
  known: Map<string, unknown>;
};

/** Everything costs are reckoned from, read once: asked for a hundred products it is still one reading. */
export type CostBook = StudioBook & {
  proofSpent: Map<string, Minor>;
  /** By work, as they are kept. */
  histograms: Map<string, string>;
  /** Of each size, and of each work, the proof that tells how it is made. */
  proofOf: { format: Map<string, Proofed>; work: Map<string, Proofed> };
};
type Proofed = Awaited<ReturnType<typeof workCostFacts>>['proofed'][number];

/**
 * Opens the book: one reading of the studio's records for any number of costs.
 *
 * @param workIds the works whose costs are asked for; all where nothing is said
 */
export async function openCostBook(studio: Studio, workIds?: readonly string[]): Promise<CostBook> {
  // What ink costs is learned from the last months: another day, another book.
  const today = await studio.today();
  const [book, facts] = await Promise.all([
    studio.untilWritten(`cost book ${today}`, () => studioBook(studio)),
    workIds
      ? workCostFacts(studio.db, workIds)
      : studio.untilWritten('cost facts', () => workCostFacts(studio.db)),
  ]);
  return {
    ...book,
    proofSpent: new Map(facts.spent.map((s) => [s.workId, s.sum])),
    histograms: new Map(
      facts.pictures.flatMap((p) => (p.histogram ? [[p.workId, p.histogram] as const] : [])),
    ),
    // The first of each counts, so the last is set first.
    proofOf: {
      format: new Map([...facts.proofed].reverse().map((proof) => [proof.formatId, proof])),
      work: new Map([...facts.proofed].reverse().map((proof) => [proof.workId, proof])),
    },
  };
}

async function studioBook(studio: Studio): Promise<StudioBook> {
  const { db } = studio;
  const [
    settings,
    { papers, routes },
    prices,
    lots,
    supplies,
    supplyPrice,
    facts,
    machines,
    lines,
    rules,
    services,
    postPolicy,
  ] = await Promise.all([
    studio.settings(),
    papersAndRoutes(db),
    findRows(db, 'routePrices'),
    lotsOnHand(db),
    shelf(db),
    supplyPrices(db),
    studioCostFacts(db),
    machinesAtHand(db),
    linesAtHand(db),
    insertRules(db),
    allServices(db),
    policyOf(studio),
  ]);
  const count = (act: string) => facts.made.find((m) => m.act === act)?.n ?? 0;
  return {
    currency: settings.currency,
    rates: settings.costRates ?? FIRST_RATES,
    ownRates: settings.costRates !== null,
    lines,
    papers: new Map(papers.map((p) => [p.id, p])),
    routes: new Map(routes.map((r) => [r.id, r])),
    prices,
    lots: lots.filter((lot) => lot.onHand > 0),
    supplies,
    supplyPrice,
    insertRules: rules,
    services,
    postPolicy,
    machines: await Promise.all(
      machines.map(async (machine) => ({
        machine,
        inks: (await inkReport(studio, machine)).map((ink) => ({
          colour: ink.colour,
          perM2: ink.perM2Minor,
          learned: ink.fit.spans > 0,
        })),
        perHour: (await machineCosts(db, machine)).perHourMinor,
      })),
    ),
    timed: new Map(
      facts.timed
        .filter((t) => t.prints > 0)
        .map((t) => [t.act, { minutes: t.seconds / 60 / t.prints, times: t.times }]),
    ),
    spoils: { printed: count('printed'), spoiled: count('spoiled') },
    known: new Map(),
  };
}

/** What one product costs: the one answer that every page gives. */
export function productCost(book: CostBook, ask: CostAsk): ProductCost {
  const made = madeBy(book, ask);
  const { question, lacks, packed, unwrapped } = costQuestion(book, ask, made);
  return {
    ...costOfProduct(question),
    paper: made.paper?.name ?? null,
    route: made.route?.name ?? null,
    lacks,
    unwrapped,
    packed,
    because: made.because,
  };
}

/** The same in short, for a list of thousands. */
export function shortCost(book: CostBook, ask: CostAsk): CompactCost {
  const made = madeBy(book, ask);
  const { question } = costQuestion(book, ask, made);
  return compactCost(question, question.paper ? (made.paper?.id ?? null) : null, book.rates.prepMinutes);
}

type MadeBy = { paper: Paper | null; route: Route | null; because: string };

/** How it is printed: as its line says, else as the last proof of the size was, else by the first paper and route there are. */
function madeBy(book: CostBook, ask: CostAsk): MadeBy {
  const proof = book.proofOf.format.get(ask.format.id) ?? book.proofOf.work.get(ask.work.id);
  const first = <T extends { id: string }>(all: Map<string, T>, ...ids: (string | null | undefined)[]) =>
    ids.map((id) => (id ? all.get(id) : undefined)).find((found) => found !== undefined);
  const paper =
    first(book.papers, ask.line?.paperId, proof?.paperId) ??
    [...book.papers.values()].find((p) => !p.discontinued) ??
    null;
  const route =
    first(book.routes, ask.line?.routeId, proof?.routeId) ?? [...book.routes.values()][0] ?? null;
  const because = ask.line?.paperId
    ? 'as its line says'
    : proof
      ? `as proof round ${proof.round} was made, on ${paper?.name} by ${route?.name}`
      : 'on the first paper by the first route on record: no proof of this size yet';
  return { paper, route, because };
}

function costQuestion(book: CostBook, ask: CostAsk, { paper, route }: MadeBy) {
  const image = imageOf(ask.format);
  const sheet = sheetOf(image, bordersOf(ask.format));
  const isOwn = route?.kind === 'own printer';
  const mat = ask.finish === 'mounted' ? smallestMat(book, sheet) : null;
  const outer = mat ?? sheet;
  const pack = once(book, ['pack', sizeKey(outer), paper?.id, ask.finish], () =>
    packOf(book, ask, outer, paper),
  );
  const finish = finishPart(ask, book, mat);
  const carriage = carriageOf(book, ask, pack);
  const question: CostQuestion = {
    currency: book.currency,
    ...(isOwn &&
      paper && {
        paper: once(book, ['paper', sizeKey(sheet), paper.id], () => paperOf(book, paper, sheet)),
      }),
    ...(isOwn && ownPrinter(book, ask, route, image, sheet)),
    ...(route &&
      !isOwn && {
        route: once(book, ['route', sizeKey(sheet), route.id, paper?.id, book.rates.printsPerOrder], () =>
          routeOf(book, route, paper, sheet),
        ),
      }),
    ...spoilsOf(book),
    shares: sharesOf(book, ask),
    time: timeOf(book, ask),
    parts: [...finish.parts, ...pack.parts, ...insertsOf(book, ask, pack), ...carriage.parts],
  };
  return {
    question,
    lacks: finish.lacks ?? carriage.lacks,
    packed: pack.packed,
    unwrapped: pack.unwrapped,
  };
}

/** Works something out once for all products it is the same for. */
function once<T>(book: CostBook, key: readonly unknown[], work: () => T): T {
  const name = key.join('|');
  if (!book.known.has(name)) book.known.set(name, work());
  return book.known.get(name) as T;
}
const sizeKey = (size: Size): string => `${size.width}x${size.height}`;

function paperOf(book: CostBook, paper: Paper, sheet: Size): CostQuestion['paper'] {
  const held = book.lots
    .filter((lot) => lot.paperId === paper.id)
    .map((lot) => ({
      name: lot.name,
      form: lot.form,
      width: lot.widthUm,
      height: lot.heightUm,
      price: lot.priceMinor,
      received: lot.received,
    }));
  return { ...paperUsed(sheet, held, paper.pricePerM2Minor), name: paper.name };
}

/** Ink by the ledger and the picture's own darkness, wear by the printer's hours; without a ledger, what the route says. */
function ownPrinter(
  book: CostBook,
  ask: CostAsk,
  route: Route,
  image: Size,
  sheet: Size,
): Pick<CostQuestion, 'ink' | 'wear' | 'wearGround'> {
  const area = areaMm2(image);
  const short = Math.min(sheet.width, sheet.height);
  const own = book.machines
    .filter(({ machine }) => machine.widthUm >= short)
    .sort((a, b) => a.machine.widthUm - b.machine.widthUm)[0];
  if (!own || !own.inks.some((ink) => ink.perM2 > 0)) {
    const asRouteSays = Math.max(route.pricePerM2Minor, (route.minimumMinor * 1e6) / area);
    return {
      ink: {
        area,
        pricePerM2: asRouteSays,
        basis: 'estimated',
        because: `ink and wear as ${route.name} is put down; no printer’s ledger tells`,
      },
    };
  }
  const histogram = book.histograms.get(ask.work.id);
  const colours = own.inks.map((ink) => ink.colour);
  const weights = histogram
    ? once(book, ['ink', ask.work.id, ...colours], () =>
        inkWeights(JSON.parse(histogram) as number[][], colours),
      )
    : null;
  const perM2 = own.inks.reduce((sum, ink) => sum + ink.perM2 * (weights?.[ink.colour] ?? 1), 0);
  const learned = own.inks.some((ink) => ink.learned);
  const hours = ((area / 1e6) * book.rates.minutesPerM2) / 60;
  return {
    ink: {
      area,
      pricePerM2: perM2,
      basis: learned ? 'known' : 'estimated',
      because: `${weights ? 'by the picture’s own darkness' : 'as a picture that asks for much'}, ${learned ? 'from cartridges that ran out' : 'until a cartridge has run out'}`,
    },
    ...(own.perHour && {
      wear: own.perHour * hours,
      wearGround: {
        basis: 'estimated',
        because: `${own.machine.name} an hour of its meant life, ${book.rates.minutesPerM2} min a m²`,
      } as Ground,
    }),
  };
}

/** The route's price at the quantity that is usually sent, and its share of the carriage. */
function routeOf(book: CostBook, route: Route, paper: Paper | null, sheet: Size): CostQuestion['route'] {
  const table = book.prices.filter((p) => p.routeId === route.id).map(asPrice);
  const terms = {
    minimum: route.minimumMinor,
    carriage: route.carriageMinor,
    freeFrom: route.freeFromMinor,
    setUp: route.setUpMinor,
  };
  const byArea = [{ width: null, height: null, paper: '', from: 1, price: route.pricePerM2Minor }];
  const quantity = book.rates.printsPerOrder;
  const quote =
    quoteRoute(table.length ? table : byArea, terms, sheet, quantity, paper?.name ?? '') ??
    quoteRoute(byArea, terms, sheet, quantity)!;
  return {
    name: route.name,
    piece: quote.prints / quantity,
    carriageShare: quote.carriage / quantity,
    because: `${quote.says}, ${quantity} sent together${route.readOn ? `; prices read ${route.readOn}` : ''}`,
    basis: route.readOn || table.length ? 'known' : 'estimated',
  };
}

function spoilsOf({ spoils, rates }: CostBook): Pick<CostQuestion, 'spoilRate' | 'spoilGround'> {
  if (spoils.printed < ENOUGH_PRINTED)
    return {
      spoilRate: rates.spoilRate,
      spoilGround: { basis: 'estimated', because: `a guess until ${ENOUGH_PRINTED} are printed` },
    };
  return {
    spoilRate: Math.min(0.9, spoils.spoiled / spoils.printed),
    spoilGround: { because: `${spoils.spoiled} of ${spoils.printed} printed so far` },
  };
}

function sharesOf(book: CostBook, ask: CostAsk): CostQuestion['shares'] {
  const expectedPrints = ask.work.expectedPrints ?? book.rates.expectedPrints;
  const ground: Ground = {
    basis: 'estimated',
    because: `over ${expectedPrints} prints expected of this work`,
  };
  const prep = (book.rates.prepMinutes / 60) * book.rates.ratePerHour;
  return [
    { name: 'capture', outlay: ask.work.captureMinor },
    { name: 'proofs', outlay: book.proofSpent.get(ask.work.id) ?? 0 },
    { name: PREPARING, outlay: prep },
  ]
    .filter(({ outlay }) => outlay > 0)
    .map((share) => ({ ...share, expectedPrints, ...ground }));
}

function timeOf(book: CostBook, ask: CostAsk): CostQuestion['time'] {
  const signing: Signing = ask.line?.signing ?? 'front';
  return actsFor(ask.finish, signing).map((act) => {
    const timed = book.timed.get(act);
    const isTimed = timed !== undefined && timed.times >= ENOUGH_TIMED;
    return {
      name: `time to ${act}`,
      minutes: isTimed ? timed.minutes : book.rates.minutes[act],
      ratePerHour: book.rates.ratePerHour,
      basis: isTimed ? ('known' as const) : ('estimated' as const),
      because: isTimed
        ? `by the stopwatch, ${timed.times} times`
        : book.ownRates
          ? 'minutes as typed'
          : 'a starting figure of ours',
    };
  });
}

/** What wraps it, of what is on the shelf. */
function packOf(book: CostBook, ask: CostAsk, sheet: Size, paper: Paper | null) {
  const inserts = allInserts({
    rules: book.insertRules,
    shelf: book.supplies,
    goesIn: [],
    facts: { orderNumber: 0, prints: 1, limited: 0, hasFineLine: false, isGift: false },
  });
  const plan = planPack(
    [
      {
        name: ask.format.name,
        sheet,
        gsm: paper?.gsm ?? 300,
        mayRoll: (paper?.mayRoll ?? true) && ask.finish !== 'mounted',
        canvas: paper?.base === 'canvas',
      },
    ],
    book.supplies,
    { form: ask.finish === 'loose' ? undefined : 'flat', inserts },
  );
  const isBoxed = BOXED.has(ask.finish);
  const parts = isBoxed
    ? []
    : [
        ...plan.needs.map(({ supply, count, why }) => ({
          id: supply?.id,
          name: supply?.name,
          count,
          why,
        })),
        ...inserts.map(({ supplyId, name, count, why }) => ({ id: supplyId, name, count, why })),
      ].flatMap(({ id, name, count, why }) => {
        const price = id ? (book.supplyPrice.get(id) ?? 0) : 0;
        return name && price > 0 ? [{ name, price, count, because: why }] : [];
      });
  const weight = expectedWeight(plan.parts).weight;
  const unwrapped = isBoxed ? [] : plan.needs.filter((need) => !need.supply).map((need) => need.kind);
  return { plan, inserts, parts, unwrapped, packed: { form: isBoxed ? 'boxed' : plan.form, weight } };
}
/** What is not wrapped like a sheet. */
const BOXED: ReadonlySet<ProductFinish> = new Set(['framed', 'on bars', 'on a panel']);

function insertsOf(
  book: CostBook,
  ask: CostAsk,
  { plan, inserts }: { plan: PackPlan; inserts: readonly InsertInParcel[] },
): CostQuestion['parts'] {
  const packed = new Set<string | undefined>(
    BOXED.has(ask.finish)
      ? []
      : [...plan.needs.map(({ kind }) => kind), ...inserts.map(({ kind }) => kind)],
  );
  return (ask.line?.goesIn ?? []).flatMap((kind) => {
    if (packed.has(kind)) return [];
    const supply = book.supplies.find((s) => s.kind === kind);
    const price = supply ? (book.supplyPrice.get(supply.id) ?? 0) : 0;
    return supply && price > 0
      ? [{ name: supply.name, price, count: 1, because: 'goes in with this line' }]
      : [];
  });
}

/**
 * What carrying it costs where that is in the price: the cheapest service that takes the parcel within the country named. A box is
 * carried by quote, so nothing is counted for it.
 */
function carriageOf(
  book: CostBook,
  ask: CostAsk,
  { plan, packed }: ReturnType<typeof packOf>,
): { parts: CostQuestion['parts']; lacks: string | null } {
  const country = book.rates.carriageIn;
  if (!country || BOXED.has(ask.finish)) return { parts: [], lacks: null };
  const needs = { needsTracked: false, insureMinor: null, needsDays: null };
  const parcel = { form: plan.form, outer: plan.outer, weight: packed.weight, value: 0, country };
  const [best] = servicesFor(book.services, needs, parcel, {
    policy: book.postPolicy,
    currency: book.currency,
  });
  if (!best?.price || best.fit.verdict === 'fails')
    return { parts: [], lacks: `a service that carries it within ${country}` };
  const { carrier, name, readOn } = best.service;
  const part = {
    name: 'carriage within the price',
    price: best.price,
    count: 1,
    because: `${carrier} ${name}, the cheapest within ${country} for ${formatWeight(packed.weight)}; rates read ${readOn}, without insurance`,
  };
  return { parts: [part], lacks: null };
}

/** What the finish itself costs: as quoted; a mat from the shelf where one of it takes the sheet. */
function finishPart(
  ask: CostAsk,
  book: CostBook,
  mat: ReturnType<typeof smallestMat>,
): { parts: CostQuestion['parts'][number][]; lacks: string | null } {
  if (ask.finish === 'loose' || ask.finish === 'sleeved') return { parts: [], lacks: null };
  const asked = ask.quote?.quoteMinor ?? null;
  if (asked !== null)
    return {
      parts: [
        {
          name: FINISH_PART[ask.finish],
          price: asked,
          count: 1,
          isFinish: true,
          because: `quoted${ask.quote!.quoteFrom ? ` by ${ask.quote!.quoteFrom}` : ''}${ask.quote!.quotedOn ? ` on ${ask.quote!.quotedOn}` : ''}`,
        },
      ],
      lacks: null,
    };
  if (mat)
    return {
      parts: [
        {
          name: mat.name,
          price: book.supplyPrice.get(mat.id)!,
          count: 1,
          isFinish: true,
          because: 'from the shelf',
        },
      ],
      lacks: null,
    };
  return { parts: [], lacks: LACKS[ask.finish] };
}

const FINISH_PART = {
  mounted: 'mat and backing',
  framed: 'frame',
  'on bars': 'bars and stretching',
  'on a panel': 'panel',
} as const;
const LACKS = {
  mounted: 'the price of a mat',
  framed: 'a quote from the framer',
  'on bars': 'a quote for the bars',
  'on a panel': 'a quote for the panel',
} as const;

function smallestMat(book: CostBook, sheet: Size) {
  const takes = (mat: Size) =>
    Math.max(mat.width, mat.height) >= Math.max(sheet.width, sheet.height) &&
    Math.min(mat.width, mat.height) >= Math.min(sheet.width, sheet.height);
  return (
    book.supplies
      .filter((s) => s.kind === 'mat' && takes(s) && book.supplyPrice.has(s.id))
      .sort((a, b) => a.width * a.height - b.width * b.height)[0] ?? null
  );
}
