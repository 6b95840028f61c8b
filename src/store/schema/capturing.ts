import { type AnySQLiteColumn, index, integer, real, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { at, columnRules, document, id, oneOf } from './kit';
import { routes } from './making';
import { formats, masters, works } from './works';

/** What was measured of a master, kept apart: only its own page reads so much. */
export const readings = sqliteTable(
  'readings',
  {
    masterId: text('master_id')
      .primaryKey()
      .references(() => masters.id, { onDelete: 'cascade' }),
    at: at('at').notNull(),
    body: document('body', 'readings').notNull(),
  },
  columnRules,
);

/** Own scanners, cameras and lenses, and the professionals one may go to. */
export const equipment = sqliteTable(
  'equipment',
  {
    id: id(),
    name: text('name').notNull(),
    spec: document('spec', 'equipment').notNull(),
    archivedAt: at('archived_at'),
  },
  columnRules,
);

/** Evenness, target, squareness, joints and dust, as they were read. */
export const captureChecks = sqliteTable(
  'capture_checks',
  {
    id: id(),
    workId: text('work_id')
      .notNull()
      .references(() => works.id),
    masterId: text('master_id')
      .notNull()
      .references(() => masters.id, { onDelete: 'cascade' }),
    at: at('at').notNull(),
    body: document('body', 'captureCheck').notNull(),
  },
  (t) => [
    ...columnRules(t),
    index('capture_checks_master').on(t.masterId),
    index('capture_checks_work').on(t.workId),
  ],
);

/** The ordered log of what was done to a master for one format, or for all. */
export const preps = sqliteTable(
  'preps',
  {
    id: id(),
    workId: text('work_id')
      .notNull()
      .references(() => works.id),
    masterId: text('master_id')
      .notNull()
      .references(() => masters.id),
    formatId: text('format_id').references(() => formats.id),
    name: text('name').notNull(),
    steps: document('steps', 'prepSteps').notNull(),
    /** Required over available pixels: files with a like factor start from settings that passed. */
    factor: real('factor'),
    copiedFrom: text('copied_from').references((): AnySQLiteColumn => preps.id, { onDelete: 'set null' }),
    createdAt: at('created_at').notNull(),
    changedAt: at('changed_at').notNull(),
  },
  (t) => [...columnRules(t), index('preps_work').on(t.workId), index('preps_factor').on(t.factor)],
);

export const PRINT_FILE_STATES = ['making', 'ready', 'stopped'] as const;

/** What is sent to a printer or lab. Those made elsewhere have no spec. */
export const printFiles = sqliteTable(
  'print_files',
  {
    id: id(),
    workId: text('work_id')
      .notNull()
      .references(() => works.id),
    masterId: text('master_id').references(() => masters.id),
    prepId: text('prep_id').references(() => preps.id),
    formatId: text('format_id')
      .notNull()
      .references(() => formats.id),
    routeId: text('route_id').references(() => routes.id),
    fileName: text('file_name').notNull(),
    sha256: text('sha256'),
    bytes: integer('bytes'),
    spec: document('spec', 'printSpec'),
    check: document('check', 'fileCheck'),
    state: oneOf('state', PRINT_FILE_STATES).notNull(),
    says: text('says').notNull().default(''),
    madeAt: at('made_at').notNull(),
  },
  (t) => [
    ...columnRules(t),
    index('print_files_work').on(t.workId),
    index('print_files_sha').on(t.sha256),
  ],
);
