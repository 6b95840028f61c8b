import { sql } from 'drizzle-orm';
import {
  type AnySQLiteColumn,
  index,
  integer,
  real,
  sqliteTable,
  text,
  uniqueIndex,
} from 'drizzle-orm/sqlite-core';
import { INTENTS } from '@/core/colour/intents';
import { IMPRESSION_KINDS, IMPRESSION_STATES, SIGNINGS } from '@/core/edition/impressionStates';
import { PROOF_KINDS, PROOF_STATES } from '@/core/proof/proofStates';
import { ROUTE_KINDS } from '@/core/route/kinds';
import { FINISHES, TIMED_ACTS } from '@/core/product/words';
import { BRIGHTENERS, PAPER_BASES, PAPER_SURFACES, SAMPLES } from '@/core/stock/paperWords';
import { asItWas, at, columnRules, day, document, flag, id, oneOf, um } from './kit';
import { buyers, channels, orderLines } from './selling';
import { suppliers } from './supplying';
import { formats, masters, works } from './works';

export const papers = sqliteTable(
  'papers',
  {
    id: id(),
    name: text('name').notNull(),
    base: oneOf('base', PAPER_BASES).notNull(),
    surface: oneOf('surface', PAPER_SURFACES).notNull(),
    gsm: integer('gsm').notNull(),
    thicknessUm: um('thickness_um').notNull(),
    brightener: oneOf('brightener', BRIGHTENERS).notNull(),
    mayRoll: flag('may_roll').notNull(),
    scuffs: flag('scuffs').notNull(),
    dryHours: integer('dry_hours').notNull(),
    pricePerM2Minor: integer('price_per_m2_minor').notNull(),
    sizes: text('sizes').notNull().default(''),
    permanence: text('permanence').notNull().default(''),
    discontinued: flag('discontinued').notNull().default(false),
    supplierId: text('supplier_id').references((): AnySQLiteColumn => suppliers.id),
    /** A sample kit: asked for, came, printed as a swatch; and what was thought of it. */
    sample: oneOf('sample', SAMPLES).notNull().default('none'),
    sampleNotes: text('sample_notes').notNull().default(''),
    /** Before it goes behind glazing. */
    gasOutHours: integer('gas_out_hours').notNull().default(0),
    storage: text('storage').notNull().default(''),
    notes: text('notes').notNull().default(''),
  },
  columnRules,
);

export const routes = sqliteTable(
  'routes',
  {
    id: id(),
    name: text('name').notNull(),
    kind: oneOf('kind', ROUTE_KINDS).notNull(),
    process: text('process').notNull(),
    leadDays: integer('lead_days').notNull(),
    ppiSteps: document('ppi_steps', 'ppiSteps').notNull(),
    space: text('space').notNull(),
    fileKinds: text('file_kinds').notNull(),
    addsBorder: flag('adds_border').notNull(),
    givesProofs: flag('gives_proofs').notNull(),
    pricePerM2Minor: integer('price_per_m2_minor').notNull(),
    minimumMinor: integer('minimum_minor').notNull(),
    carriageMinor: integer('carriage_minor').notNull().default(0),
    /** From this sum on carriage is free; nothing: never. */
    freeFromMinor: integer('free_from_minor'),
    setUpMinor: integer('set_up_minor').notNull().default(0),
    bleedUm: um('bleed_um').notNull().default(0),
    /** Kinds of proof it gives, in its own words, what one costs and how long it takes. */
    proofKinds: text('proof_kinds').notNull().default(''),
    proofMinor: integer('proof_minor').notNull().default(0),
    proofDays: integer('proof_days').notNull().default(0),
    /** The day its prices were read. */
    readOn: day('read_on'),
    notes: text('notes').notNull().default(''),
  },
  columnRules,
);

export const proofs = sqliteTable(
  'proofs',
  {
    id: id(),
    workId: text('work_id')
      .notNull()
      .references(() => works.id),
    formatId: text('format_id')
      .notNull()
      .references(() => formats.id),
    paperId: text('paper_id')
      .notNull()
      .references(() => papers.id),
    routeId: text('route_id')
      .notNull()
      .references(() => routes.id),
    masterId: text('master_id')
      .notNull()
      .references(() => masters.id),
    round: integer('round').notNull(),
    kind: oneOf('kind', PROOF_KINDS).notNull(),
    state: oneOf('state', PROOF_STATES).notNull(),
    /** The accepted proof that later prints of this format on this paper are held against. */
    reference: flag('reference').notNull().default(false),
    formula: document('formula', 'formula').notNull(),
    changed: text('changed').notNull().default(''),
    askedAt: at('asked_at').notNull(),
    madeAt: at('made_at'),
    judgedAt: at('judged_at'),
    light: text('light').notNull().default(''),
    distanceUm: um('distance_um').notNull(),
    words: text('words').notNull().default(''),
    costMinor: integer('cost_minor').notNull().default(0),
    /** What Glassine itself saw to be different from the last round. */
    changes: document('changes', 'proofChanges')
      .notNull()
      .default(sql`'{"version":1,"body":[]}'`),
    /** What the picture was adjusted by for this proof. */
    adjust: document('adjust', 'adjustment'),
    /** The sheet it is printed as, where it was made here, and the file that was written of it. */
    plan: document('plan', 'proofPlan'),
    printFileSha: text('print_file_sha'),
    fileName: text('file_name').notNull().default(''),
    intent: oneOf('intent', INTENTS),
    /** Where it was judged, and how many hours it had dried by then. */
    place: text('place').notNull().default(''),
    driedHours: integer('dried_hours'),
    photoSha: text('photo_sha'),
    client: document('client', 'clientAnswer'),
  },
  (t) => [
    ...columnRules(t),
    index('proofs_work').on(t.workId, t.state),
    index('proofs_state').on(t.state),
    index('proofs_format').on(t.formatId, t.state),
    index('proofs_paper').on(t.paperId),
  ],
);

export const editions = sqliteTable(
  'editions',
  {
    id: id(),
    workId: text('work_id')
      .notNull()
      .references(() => works.id),
    kind: oneOf('kind', ['open', 'limited']).notNull(),
    /** Sets a later run apart from the first; it stands on label, certificate and register. Nothing: the first run. */
    name: text('name').notNull().default(''),
    size: integer('size'),
    proofs: document('proofs', 'declaredProofs').notNull(),
    run: oneOf('run', ['all sizes', 'per size']).notNull(),
    /** The one size of a run that is kept per size. */
    formatId: text('format_id').references(() => formats.id),
    remake: oneOf('remake', ['remake', 'retire']).notNull(),
    signing: oneOf('signing', SIGNINGS).notNull(),
    covers: text('covers').notNull(),
    /** What else was declared: numbers kept back, tiers, what stands in the run, outside it, or is not made. */
    terms: document('terms', 'editionTerms')
      .notNull()
      .default(sql`'{"version":1,"body":{"numbers":"next free","heldBack":[],"tiers":[],"placed":[]}}'`),
    openedAt: at('opened_at').notNull(),
    closedAt: at('closed_at'),
  },
  (t) => [...columnRules(t), index('editions_work').on(t.workId)],
);

export const impressions = sqliteTable(
  'impressions',
  {
    id: id(),
    editionId: text('edition_id')
      .notNull()
      .references(() => editions.id),
    kind: oneOf('kind', IMPRESSION_KINDS).notNull(),
    number: integer('number').notNull(),
    state: oneOf('state', IMPRESSION_STATES).notNull(),
    formatId: text('format_id').references(() => formats.id),
    paperId: text('paper_id').references(() => papers.id),
    proofId: text('proof_id').references(() => proofs.id),
    orderLineId: text('order_line_id').references((): AnySQLiteColumn => orderLines.id),
    /** Of a run, and not for sale: the artist’s own. */
    heldBack: flag('held_back').notNull().default(false),
    /** What it is, frozen when it was printed. Nothing: not printed. */
    asPrinted: document('as_printed', 'asPrinted'),
    /** The pen it was signed with. */
    pen: text('pen').notNull().default(''),
    printedAt: at('printed_at'),
    signedAt: at('signed_at'),
    certifiedAt: at('certified_at'),
    changedAt: at('changed_at').notNull(),
  },
  (t) => [
    ...columnRules(t),
    uniqueIndex('impressions_number').on(t.editionId, t.kind, t.number),
    index('impressions_line').on(t.orderLineId),
    index('impressions_state').on(t.state, t.editionId),
    index('impressions_ready').on(t.editionId, t.formatId, t.state),
    index('impressions_paper').on(t.paperId),
  ],
);

/** A number, or so many of a run, held for somebody until a day. */
export const reservations = sqliteTable(
  'reservations',
  {
    id: id(),
    editionId: text('edition_id')
      .notNull()
      .references(() => editions.id),
    /** One number of the run; nothing: any that comes next. */
    impressionId: text('impression_id').references(() => impressions.id),
    quantity: integer('quantity').notNull(),
    forWhom: text('for_whom').notNull(),
    untilOn: day('until_on').notNull(),
    note: text('note').notNull().default(''),
    createdAt: at('created_at').notNull(),
    endedAt: at('ended_at'),
    /** How it ended: sold, or let go. One that ran out holds nothing from the next day on, ended or not. */
    outcome: oneOf('outcome', ['sold', 'let go']),
  },
  (t) => [
    ...columnRules(t),
    index('reservations_edition').on(t.editionId, t.endedAt),
    index('reservations_impression').on(t.impressionId),
  ],
);

/** A certificate as it was written. One that no longer speaks for its print is void, and stays. */
export const certificates = sqliteTable(
  'certificates',
  {
    id: id(),
    impressionId: text('impression_id')
      .notNull()
      .references(() => impressions.id),
    issue: integer('issue').notNull(),
    issuedAt: at('issued_at').notNull(),
    who: text('who').notNull(),
    /** The signed text that its code holds, and what it says beside what was printed. */
    code: text('code').notNull(),
    facts: document('facts', 'certificateFacts').notNull(),
    why: text('why').notNull().default(''),
    voidedAt: at('voided_at'),
    voidWhy: text('void_why').notNull().default(''),
  },
  (t) => [...columnRules(t), uniqueIndex('certificates_issue').on(t.impressionId, t.issue)],
);

/** Prints given to a shop or a gallery on sale or return. */
export const consignments = sqliteTable(
  'consignments',
  {
    id: id(),
    number: integer('number').notNull(),
    /** Who has them. */
    buyerId: text('buyer_id')
      .notNull()
      .references((): AnySQLiteColumn => buyers.id),
    channelId: text('channel_id').references((): AnySQLiteColumn => channels.id),
    sinceOn: day('since_on').notNull(),
    dueOn: day('due_on').notNull(),
    /** Their share of what a print sells for. */
    theirShare: real('their_share').notNull(),
    bearsDamage: text('bears_damage').notNull(),
    notes: text('notes').notNull().default(''),
    settledAt: at('settled_at'),
  },
  (t) => [...columnRules(t), uniqueIndex('consignments_number').on(t.number)],
);

export const consignmentItems = sqliteTable(
  'consignment_items',
  {
    id: id(),
    consignmentId: text('consignment_id')
      .notNull()
      .references(() => consignments.id),
    impressionId: text('impression_id')
      .notNull()
      .references(() => impressions.id),
    priceMinor: integer('price_minor').notNull(),
    outcome: oneOf('outcome', ['there', 'sold', 'back', 'lost']).notNull(),
    /** What they owe for it, once it is settled. */
    owedMinor: integer('owed_minor').notNull().default(0),
    settledOn: day('settled_on'),
    note: text('note').notNull().default(''),
  },
  (t) => [
    ...columnRules(t),
    index('consignment_items_of').on(t.consignmentId),
    index('consignment_items_impression').on(t.impressionId, t.outcome),
  ],
);

/** Who has a print now, as far as the studio was told; the register itself names nobody. */
export const keepers = sqliteTable(
  'keepers',
  {
    id: id(),
    impressionId: text('impression_id')
      .notNull()
      .references(() => impressions.id),
    name: text('name').notNull(),
    how: oneOf('how', ['bought', 'given', 'resold', 'kept']).notNull(),
    sinceOn: day('since_on').notNull(),
    note: text('note').notNull().default(''),
  },
  (t) => [...columnRules(t), index('keepers_impression').on(t.impressionId)],
);

/** How a pen behaved on a paper, so that nobody finds out on a print. */
export const penTrials = sqliteTable(
  'pen_trials',
  {
    id: id(),
    paperId: text('paper_id')
      .notNull()
      .references(() => papers.id),
    pen: text('pen').notNull(),
    worked: flag('worked').notNull(),
    at: at('at').notNull(),
    note: text('note').notNull().default(''),
  },
  (t) => [...columnRules(t), index('pen_trials_paper').on(t.paperId, t.at)],
);

/** Keys that certificates and heads of the register are or were signed with; the private half lies beside the records. */
export const signingKeys = sqliteTable(
  'signing_keys',
  {
    id: id(),
    publicKey: text('public_key').notNull(),
    madeAt: at('made_at').notNull(),
    retiredAt: at('retired_at'),
    why: text('why').notNull().default(''),
  },
  columnRules,
);

/** Append-only: the database itself refuses to change or remove a line. */
export const register = sqliteTable(
  'register',
  {
    seq: integer('seq').primaryKey(),
    at: at('at').notNull(),
    who: text('who').notNull(),
    act: text('act').notNull(),
    editionId: text('edition_id').notNull(),
    impressionId: text('impression_id'),
    body: asItWas('body').notNull(),
    prevHash: text('prev_hash').notNull(),
    hash: text('hash').notNull(),
  },
  (t) => [
    index('register_impression').on(t.impressionId),
    index('register_edition').on(t.editionId),
    index('register_act').on(t.act),
  ],
);

/** A quality the studio sells in, by its own name. */
export const printLines = sqliteTable(
  'print_lines',
  {
    id: id(),
    name: text('name').notNull(),
    /** How and on what it is printed; nothing: as the last proof of the size was. */
    routeId: text('route_id').references(() => routes.id),
    paperId: text('paper_id').references(() => papers.id),
    signing: oneOf('signing', SIGNINGS).notNull(),
    /** Whether it may be called a fine print. */
    finePrint: flag('fine_print').notNull(),
    /** What goes in with every print, besides what wraps it. */
    goesIn: document('goes_in', 'goesIn')
      .notNull()
      .default(sql`'{"version":1,"body":[]}'`),
    place: integer('place').notNull().default(0),
    notes: text('notes').notNull().default(''),
    archivedAt: at('archived_at'),
  },
  columnRules,
);

/** What a buyer can ask for: a size of a work in a line and a finish. */
export const products = sqliteTable(
  'products',
  {
    id: id(),
    workId: text('work_id')
      .notNull()
      .references(() => works.id),
    formatId: text('format_id')
      .notNull()
      .references(() => formats.id),
    lineId: text('line_id')
      .notNull()
      .references(() => printLines.id),
    finish: oneOf('finish', FINISHES).notNull(),
    /** Numbered in the limited run, where there is one; else of the open edition. */
    inEdition: flag('in_edition').notNull().default(true),
    /** What others ask to frame, stretch or mount it, who, and the day they said so. */
    quoteMinor: integer('quote_minor'),
    quoteFrom: text('quote_from').notNull().default(''),
    quotedOn: day('quoted_on'),
    /** The same in the currency it was asked in, where that is another: how much, and at which rate. */
    quoteCurrency: text('quote_currency').notNull().default(''),
    quoteForeignMinor: integer('quote_foreign_minor'),
    quoteRate: real('quote_rate'),
    createdAt: at('created_at').notNull(),
    archivedAt: at('archived_at'),
  },
  (t) => [
    ...columnRules(t),
    uniqueIndex('products_once').on(t.formatId, t.lineId, t.finish),
    index('products_work').on(t.workId),
  ],
);

/** What a product sold for from a day on. Rows stay: the newest that has begun is the price, unless it was withdrawn. */
export const prices = sqliteTable(
  'prices',
  {
    id: id(),
    workId: text('work_id')
      .notNull()
      .references(() => works.id),
    formatId: text('format_id')
      .notNull()
      .references(() => formats.id),
    productId: text('product_id')
      .notNull()
      .references(() => products.id),
    priceMinor: integer('price_minor').notNull(),
    question: document('question', 'priceQuestion').notNull(),
    validFromOn: day('valid_from_on').notNull(),
    decidedAt: at('decided_at').notNull(),
    withdrawnAt: at('withdrawn_at'),
  },
  (t) => [
    ...columnRules(t),
    index('prices_product').on(t.productId, t.validFromOn),
    index('prices_work').on(t.workId),
    index('prices_format').on(t.formatId),
  ],
);

/** Prints that are sold together at a price of their own. */
export const workSets = sqliteTable(
  'work_sets',
  {
    id: id(),
    name: text('name').notNull(),
    members: document('members', 'setMembers').notNull(),
    priceMinor: integer('price_minor').notNull(),
    /** Sold under one number: the buyer gets the same of every run. */
    sameNumber: flag('same_number').notNull().default(false),
    notes: text('notes').notNull().default(''),
    createdAt: at('created_at').notNull(),
    archivedAt: at('archived_at'),
  },
  columnRules,
);

/** How long an act took by the stopwatch. */
export const timings = sqliteTable(
  'timings',
  {
    id: id(),
    act: oneOf('act', TIMED_ACTS).notNull(),
    seconds: integer('seconds').notNull(),
    /** Prints it was for. */
    prints: integer('prints').notNull(),
    at: at('at').notNull(),
  },
  (t) => [...columnRules(t), index('timings_act').on(t.act, t.at)],
);
