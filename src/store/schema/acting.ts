import { index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { FINDABLE_KINDS } from '@/core/find/kinds';
import { asItWas, at, columnRules, oneOf } from './kit';

/** Every act that changed something or came with a key: who did it, when, and what was answered. */
export const acts = sqliteTable(
  'acts',
  {
    id: text('id').primaryKey(),
    /** Made by the page that asked, so that an act sent twice is done once. */
    key: text('key').unique(),
    name: text('name').notNull(),
    /** SHA-256 of what was asked: a key stands for one question only. */
    digest: text('digest').notNull(),
    who: text('who').notNull(),
    at: at('at').notNull(),
    /** The window it was asked from; what one window does itself is no surprise to it. */
    tab: text('tab').notNull().default(''),
    answer: asItWas('answer'),
    undoneAt: at('undone_at'),
  },
  (t) => [index('acts_at').on(t.at)],
);

/**
 * What acts did to rows, written by triggers of the database itself: undo restores from it, and a form that was filled in on
 * older facts is known by it. `before` and `after` hold the columns as SQLite has them.
 */
export const rowChanges = sqliteTable(
  'row_changes',
  {
    seq: integer('seq').primaryKey({ autoIncrement: true }),
    actId: text('act_id'),
    tableName: text('table_name').notNull(),
    rowId: text('row_id').notNull(),
    op: oneOf('op', ['insert', 'update', 'delete']).notNull(),
    before: text('before'),
    after: text('after'),
  },
  (t) => [index('row_changes_row').on(t.tableName, t.rowId), index('row_changes_act').on(t.actId)],
);

/** One row: the act whose transaction is open. Triggers read it. */
export const currentAct = sqliteTable('current_act', {
  id: integer('id').primaryKey(),
  actId: text('act_id'),
});

/**
 * What the one field finds things by, written by triggers (`findTriggers.ts`) and never by hand. The words are indexed in `found`,
 * a full-text table that reads its content here; ids are its row numbers, so they are integers of their own.
 */
export const findables = sqliteTable(
  'findables',
  {
    id: integer('id').primaryKey(),
    kind: oneOf('kind', FINDABLE_KINDS).notNull(),
    ref: text('ref').notNull(),
    /** What it is called. */
    head: text('head').notNull(),
    /** What else is said of it. */
    words: text('words').notNull(),
  },
  (t) => [...columnRules(t), uniqueIndex('findables_ref').on(t.kind, t.ref)],
);
