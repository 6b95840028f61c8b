import { index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { WALL_KINDS } from '@/core/wall/plan';
import { at, columnRules, document, id, oneOf } from './kit';
import { works } from './works';

/** A wall or a stall that pictures hang on: its faces, what is in the way, what hangs where, and what was measured after. */
export const walls = sqliteTable(
  'walls',
  {
    id: id(),
    name: text('name').notNull(),
    kind: oneOf('kind', WALL_KINDS).notNull(),
    plan: document('plan', 'wallPlan').notNull(),
    createdAt: at('created_at').notNull(),
    changedAt: at('changed_at').notNull(),
    archivedAt: at('archived_at'),
  },
  columnRules,
);

/** A photograph of somebody's own wall with one known length, and pictures hung in it to see. */
export const buyerWalls = sqliteTable(
  'buyer_walls',
  {
    id: id(),
    name: text('name').notNull(),
    sha256: text('sha256').notNull(),
    bytes: integer('bytes').notNull(),
    fileName: text('file_name').notNull(),
    widthPx: integer('width_px').notNull(),
    heightPx: integer('height_px').notNull(),
    hung: document('hung', 'buyerHung').notNull(),
    keptAt: at('kept_at').notNull(),
    changedAt: at('changed_at').notNull(),
    archivedAt: at('archived_at'),
  },
  (t) => [...columnRules(t), index('buyer_walls_file').on(t.sha256)],
);

/** What is said of a work where it is sold, paragraph by paragraph, with the facts that each was written from. */
export const listings = sqliteTable(
  'listings',
  {
    id: id(),
    workId: text('work_id')
      .notNull()
      .references(() => works.id),
    body: document('body', 'listingBody').notNull(),
    writtenAt: at('written_at').notNull(),
    changedAt: at('changed_at').notNull(),
  },
  (t) => [...columnRules(t), uniqueIndex('listings_work').on(t.workId)],
);
