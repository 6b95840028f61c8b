import { index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import type { DeclaredProofs } from '@/core/edition/declare';
import type { ImpressionKind, ImpressionState, Signing } from '@/core/edition/impressionStates';
import type { Adjustment } from '@/core/colour/adjust';
import type { Intent } from '@/core/colour/intents';
import type { ProofPlan } from '@/core/proof/plan';
import type { PriceQuestion } from '@/core/price/solve';
import type { ClientAnswer, Formula, ProofKind, ProofState } from '@/core/proof/proofStates';
import type { Brightener, PaperBase, PaperSurface } from '@/core/stock/paperWords';
import { at, flag, id, json, um } from './kit';
import { formats, masters, works } from './works';

export const papers = sqliteTable('papers', {
  id: id(),
  name: text('name').notNull(),
  base: text('base').$type<PaperBase>().notNull(),
  surface: text('surface').$type<PaperSurface>().notNull(),
  gsm: integer('gsm').notNull(),
  thicknessUm: um('thickness_um').notNull(),
  brightener: text('brightener').$type<Brightener>().notNull(),
  mayRoll: flag('may_roll').notNull(),
  scuffs: flag('scuffs').notNull(),
  dryHours: integer('dry_hours').notNull(),
  pricePerM2Minor: integer('price_per_m2_minor').notNull(),
  sizes: text('sizes').notNull().default(''),
  permanence: text('permanence').notNull().default(''),
  discontinued: flag('discontinued').notNull().default(false),
  supplierId: text('supplier_id'),
  /** A sample kit: asked for, came, printed as a swatch; and what was thought of it. */
  sample: text('sample')
    .$type<'none' | 'asked' | 'came' | 'printed' | 'liked' | 'not liked'>()
    .notNull()
    .default('none'),
  sampleNotes: text('sample_notes').notNull().default(''),
  /** Before it goes behind glazing. */
  gasOutHours: integer('gas_out_hours').notNull().default(0),
  storage: text('storage').notNull().default(''),
  notes: text('notes').notNull().default(''),
});

export const routes = sqliteTable('routes', {
  id: id(),
  name: text('name').notNull(),
  kind: text('kind')
    .$type<
      'own printer' | 'lab' | 'quick-print shop' | 'print-on-demand house' | 'hand-made darkroom print'
    >()
    .notNull(),
  process: text('process').notNull(),
  leadDays: integer('lead_days').notNull(),
  ppiSteps: json<{ upTo?: number; ppi: number }[]>('ppi_steps').notNull(),
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
  readOn: text('read_on'),
  notes: text('notes').notNull().default(''),
});

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
    kind: text('kind').$type<ProofKind>().notNull(),
    state: text('state').$type<ProofState>().notNull(),
    /** The accepted proof that later prints of this format on this paper are held against. */
    reference: flag('reference').notNull().default(false),
    formula: json<Formula>('formula').notNull(),
    changed: text('changed').notNull().default(''),
    askedAt: at('asked_at').notNull(),
    madeAt: at('made_at'),
    judgedAt: at('judged_at'),
    light: text('light').notNull().default(''),
    distanceUm: um('distance_um').notNull(),
    words: text('words').notNull().default(''),
    costMinor: integer('cost_minor').notNull().default(0),
    /** What Glassine itself saw to be different from the last round. */
    changes: json<string[]>('changes').notNull().default([]),
    /** What the picture was adjusted by for this proof. */
    adjust: json<Adjustment>('adjust'),
    /** The sheet it is printed as, where it was made here, and the file that was written of it. */
    plan: json<ProofPlan>('plan'),
    printFileSha: text('print_file_sha'),
    fileName: text('file_name').notNull().default(''),
    intent: text('intent').$type<Intent>(),
    /** Where it was judged, and how many hours it had dried by then. */
    place: text('place').notNull().default(''),
    driedHours: integer('dried_hours'),
    photoSha: text('photo_sha'),
    client: json<ClientAnswer>('client'),
  },
  (t) => [index('proofs_work').on(t.workId), index('proofs_state').on(t.state)],
);

export const editions = sqliteTable(
  'editions',
  {
    id: id(),
    workId: text('work_id')
      .notNull()
      .references(() => works.id),
    kind: text('kind').$type<'open' | 'limited'>().notNull(),
    /** Sets a later run apart from the first; it stands on label, certificate and register. Nothing: the first run. */
    name: text('name').notNull().default(''),
    size: integer('size'),
    proofs: json<DeclaredProofs>('proofs').notNull(),
    run: text('run').$type<'all sizes' | 'per size'>().notNull(),
    /** The one size of a run that is kept per size. */
    formatId: text('format_id').references(() => formats.id),
    remake: text('remake').$type<'remake' | 'retire'>().notNull(),
    signing: text('signing').$type<Signing>().notNull(),
    covers: text('covers').notNull(),
    openedAt: at('opened_at').notNull(),
    closedAt: at('closed_at'),
  },
  (t) => [index('editions_work').on(t.workId)],
);

export const impressions = sqliteTable(
  'impressions',
  {
    id: id(),
    editionId: text('edition_id')
      .notNull()
      .references(() => editions.id),
    kind: text('kind').$type<ImpressionKind>().notNull(),
    number: integer('number').notNull(),
    state: text('state').$type<ImpressionState>().notNull(),
    formatId: text('format_id').references(() => formats.id),
    paperId: text('paper_id').references(() => papers.id),
    proofId: text('proof_id').references(() => proofs.id),
    orderLineId: text('order_line_id'),
    printedAt: at('printed_at'),
    signedAt: at('signed_at'),
    certifiedAt: at('certified_at'),
    changedAt: at('changed_at').notNull(),
  },
  (t) => [
    uniqueIndex('impressions_number').on(t.editionId, t.kind, t.number),
    index('impressions_line').on(t.orderLineId),
    index('impressions_state').on(t.state, t.editionId),
  ],
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
    body: json<unknown>('body').notNull(),
    prevHash: text('prev_hash').notNull(),
    hash: text('hash').notNull(),
  },
  (t) => [index('register_impression').on(t.impressionId), index('register_edition').on(t.editionId)],
);

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
    priceMinor: integer('price_minor').notNull(),
    question: json<PriceQuestion>('question').notNull(),
    decidedAt: at('decided_at').notNull(),
  },
  (t) => [uniqueIndex('prices_format').on(t.formatId), index('prices_work').on(t.workId)],
);
