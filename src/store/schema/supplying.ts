import { MACHINE_LOG_KINDS } from '@/core/stock/machineLog';
import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { at, columnRules, day, document, id, oneOf, um } from './kit';
import { layouts } from './laying';
import { papers, routes } from './making';
import { formats } from './works';

/** Where papers, ink and supplies come from. */
export const suppliers = sqliteTable(
  'suppliers',
  {
    id: id(),
    name: text('name').notNull(),
    deliveryDays: integer('delivery_days').notNull(),
    carriageMinor: integer('carriage_minor').notNull(),
    freeFromMinor: integer('free_from_minor'),
    /** What is ordered later in the day leaves a day later: minutes since midnight. Nothing: nobody said. */
    cutoffMinute: integer('cutoff_minute'),
    notes: text('notes').notNull().default(''),
    archivedAt: at('archived_at'),
  },
  columnRules,
);

/** A route's price table: a standard size, or custom sizes by the square metre, from a quantity on. */
export const routePrices = sqliteTable(
  'route_prices',
  {
    id: id(),
    routeId: text('route_id')
      .notNull()
      .references(() => routes.id),
    widthUm: um('width_um'),
    heightUm: um('height_um'),
    paper: text('paper').notNull(),
    fromQuantity: integer('from_quantity').notNull(),
    priceMinor: integer('price_minor').notNull(),
  },
  (t) => [...columnRules(t), index('route_prices_route').on(t.routeId)],
);

/** What a route asked on a day for a size and a quantity. */
export const quotes = sqliteTable(
  'quotes',
  {
    id: id(),
    routeId: text('route_id')
      .notNull()
      .references(() => routes.id),
    formatId: text('format_id')
      .notNull()
      .references(() => formats.id),
    quantity: integer('quantity').notNull(),
    totalMinor: integer('total_minor').notNull(),
    days: integer('days').notNull(),
    says: text('says').notNull(),
    keptOn: day('kept_on').notNull(),
  },
  (t) => [...columnRules(t), index('quotes_format').on(t.formatId)],
);

/** Own printers. */
export const machines = sqliteTable(
  'machines',
  {
    id: id(),
    name: text('name').notNull(),
    widthUm: um('width_um').notNull(),
    feeds: text('feeds').notNull().default(''),
    inks: document('inks', 'cartridges').notNull(),
    boughtOn: day('bought_on').notNull(),
    outlayMinor: integer('outlay_minor').notNull(),
    lifeHours: integer('life_hours').notNull(),
    warrantyUntil: day('warranty_until'),
    /** Drunk from each first cartridge while a new machine charges its lines. */
    chargingMl: integer('charging_ml').notNull(),
    deliveryDays: integer('delivery_days').notNull(),
    notes: text('notes').notNull().default(''),
    archivedAt: at('archived_at'),
  },
  columnRules,
);

export const machineLog = sqliteTable(
  'machine_log',
  {
    id: id(),
    machineId: text('machine_id')
      .notNull()
      .references(() => machines.id),
    day: day('day').notNull(),
    kind: oneOf('kind', MACHINE_LOG_KINDS).notNull(),
    says: text('says').notNull().default(''),
    costMinor: integer('cost_minor').notNull().default(0),
  },
  (t) => [...columnRules(t), index('machine_log_machine').on(t.machineId, t.day)],
);

/** The setting that worked for a paper on a machine. */
export const mediaSettings = sqliteTable(
  'media_settings',
  {
    id: id(),
    machineId: text('machine_id')
      .notNull()
      .references(() => machines.id),
    paperId: text('paper_id')
      .notNull()
      .references(() => papers.id),
    setting: text('setting').notNull(),
    feed: text('feed').notNull().default(''),
    notes: text('notes').notNull().default(''),
  },
  (t) => [...columnRules(t), index('media_settings_paper').on(t.paperId)],
);

/** Cartridges bought, put in, run out; and what the machine's own display said. */
export const inkMoves = sqliteTable(
  'ink_moves',
  {
    id: id(),
    machineId: text('machine_id')
      .notNull()
      .references(() => machines.id),
    colour: text('colour').notNull(),
    day: day('day').notNull(),
    at: at('at').notNull(),
    kind: oneOf('kind', ['bought', 'in', 'out', 'display']).notNull(),
    /** Cartridges bought; ml it held when it went in; ml left over when it came out; per cent on the display. */
    amount: integer('amount').notNull(),
    costMinor: integer('cost_minor').notNull().default(0),
  },
  (t) => [...columnRules(t), index('ink_moves_machine').on(t.machineId, t.colour)],
);

/** Printed area as the machine's ink sees it: each print weighed by how much ink its picture asks of each colour. */
export const inkUse = sqliteTable(
  'ink_use',
  {
    id: id(),
    machineId: text('machine_id')
      .notNull()
      .references(() => machines.id),
    day: day('day').notNull(),
    areaMm2: integer('area_mm2').notNull(),
    /** By colour, 1 as much as most; nothing: all alike. */
    weights: document('weights', 'inkWeights'),
    says: text('says').notNull().default(''),
    layoutId: text('layout_id').references(() => layouts.id),
  },
  (t) => [...columnRules(t), index('ink_use_machine').on(t.machineId, t.day)],
);

/** Work that is out at a lab or a shop. */
export const sentJobs = sqliteTable(
  'sent_jobs',
  {
    id: id(),
    routeId: text('route_id')
      .notNull()
      .references(() => routes.id),
    lines: document('lines', 'sentLines').notNull(),
    totalMinor: integer('total_minor').notNull(),
    sentOn: day('sent_on').notNull(),
    expectedOn: day('expected_on').notNull(),
    backOn: day('back_on'),
    inspection: text('inspection').notNull().default(''),
  },
  columnRules,
);
