import { index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { MOUNT_KINDS } from '@/core/mounting/mount';
import { at, columnRules, day, document, id, oneOf, um } from './kit';
import { papers } from './making';
import { formats, works } from './works';

/** Those who cut mats, frames and windows, each with the tolerances they keep. */
export const cutters = sqliteTable(
  'cutters',
  {
    id: id(),
    name: text('name').notNull(),
    toleranceSheetUm: um('tolerance_sheet_um').notNull(),
    toleranceImageUm: um('tolerance_image_um').notNull(),
    toleranceWindowUm: um('tolerance_window_um').notNull(),
    placingUm: um('placing_um').notNull(),
    /** The day they said so. */
    readOn: day('read_on').notNull(),
    notes: text('notes').notNull().default(''),
    archivedAt: at('archived_at'),
  },
  columnRules,
);

/** How a size is mounted, floated or wrapped: one of each kind for a format. */
export const mounts = sqliteTable(
  'mounts',
  {
    id: id(),
    workId: text('work_id')
      .notNull()
      .references(() => works.id),
    formatId: text('format_id')
      .notNull()
      .references(() => formats.id),
    kind: oneOf('kind', MOUNT_KINDS).notNull(),
    plan: document('plan', 'mountPlan').notNull(),
    changedAt: at('changed_at').notNull(),
  },
  (t) => [
    ...columnRules(t),
    uniqueIndex('mounts_once').on(t.formatId, t.kind),
    index('mounts_work').on(t.workId),
  ],
);

/** One delivery of a paper: so many sheets of a size, or so much of a roll. */
export const lots = sqliteTable(
  'lots',
  {
    id: id(),
    paperId: text('paper_id')
      .notNull()
      .references(() => papers.id),
    name: text('name').notNull(),
    form: oneOf('form', ['sheet', 'roll']).notNull(),
    widthUm: um('width_um').notNull(),
    /** Of one sheet; a roll has none. */
    heightUm: um('height_um'),
    /** What all of it cost. */
    priceMinor: integer('price_minor').notNull(),
    receivedOn: day('received_on').notNull(),
    /** When it was asked for, so that the supplier's days are known as they are; nothing: nobody noted it. */
    orderedOn: day('ordered_on'),
  },
  (t) => [...columnRules(t), index('lots_paper').on(t.paperId)],
);

/** What came into a lot and left it; on hand is their sum. Sheets, or micrometres of a roll. */
export const stockMoves = sqliteTable(
  'stock_moves',
  {
    id: id(),
    lotId: text('lot_id')
      .notNull()
      .references(() => lots.id),
    at: at('at').notNull(),
    kind: oneOf('kind', ['received', 'printed', 'spoiled', 'cut', 'corrected']).notNull(),
    amount: integer('amount').notNull(),
    costMinor: integer('cost_minor').notNull(),
    why: text('why').notNull().default(''),
    layoutId: text('layout_id').references(() => layouts.id),
  },
  (t) => [...columnRules(t), index('stock_moves_lot').on(t.lotId)],
);

export const LAYOUT_STATES = ['laid', 'queued', 'printed'] as const;

/** Pieces of any works laid on one sheet or roll of a paper. */
export const layouts = sqliteTable(
  'layouts',
  {
    id: id(),
    name: text('name').notNull(),
    kind: oneOf('kind', ['sheet', 'roll']).notNull(),
    paperId: text('paper_id')
      .notNull()
      .references(() => papers.id),
    widthUm: um('width_um').notNull(),
    heightUm: um('height_um'),
    marginUm: um('margin_um').notNull(),
    gapUm: um('gap_um').notNull(),
    pieces: document('pieces', 'laidPieces').notNull(),
    placements: document('placements', 'laid').notNull(),
    lengthUm: um('length_um').notNull(),
    state: oneOf('state', LAYOUT_STATES).notNull(),
    createdAt: at('created_at').notNull(),
    changedAt: at('changed_at').notNull(),
    printedAt: at('printed_at'),
  },
  (t) => [...columnRules(t), index('layouts_state').on(t.state, t.changedAt)],
);
