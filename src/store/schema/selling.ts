import type { ParcelPart } from '@/core/parcel/pack';
import { index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import type { PackForm, SupplyKind } from '@/core/parcel/pack';
import type { OrderState } from '@/core/order/orderStates';
import { at, flag, id, json, um } from './kit';
import { editions } from './making';
import { formats } from './works';

/** Counted again, bought, used for something else than a parcel, sealed into one, taken out of one again. */
export type SupplyMoveKind = 'counted' | 'received' | 'used' | 'packed' | 'unpacked';

export const buyers = sqliteTable(
  'buyers',
  {
    id: id(),
    name: text('name').notNull(),
    preferredName: text('preferred_name').notNull().default(''),
    email: text('email').notNull().default(''),
    address: json<string[]>('address').notNull(),
    country: text('country').notNull(),
    /** Day of the permission to write to them, if there is one. */
    mayWriteSince: text('may_write_since'),
    notes: text('notes').notNull().default(''),
    createdAt: at('created_at').notNull(),
  },
  (t) => [index('buyers_name').on(t.name)],
);

export const services = sqliteTable('services', {
  id: id(),
  carrier: text('carrier').notNull(),
  name: text('name').notNull(),
  tracked: flag('tracked').notNull(),
  insuredMinor: integer('insured_minor').notNull(),
  days: integer('days').notNull(),
  maxLengthUm: um('max_length_um').notNull(),
  maxWeightMg: integer('max_weight_mg').notNull(),
  priceMinor: integer('price_minor').notNull(),
  readOn: text('read_on').notNull(),
});

export const supplies = sqliteTable('supplies', {
  id: id(),
  name: text('name').notNull(),
  kind: text('kind').$type<SupplyKind>().notNull(),
  widthUm: um('width_um').notNull(),
  heightUm: um('height_um').notNull(),
  /** The opening of a mat cut beforehand; nothing for everything else. */
  windowWidthUm: um('window_width_um'),
  windowHeightUm: um('window_height_um'),
  weightMg: integer('weight_mg').notNull(),
  /** Boards, tapes and sleeves can yellow a print as its own paper can; nothing: nobody has said. */
  acidFree: flag('acid_free'),
  onHand: integer('on_hand').notNull(),
  reorderAt: integer('reorder_at').notNull(),
  priceMinor: integer('price_minor').notNull(),
});

/** What came to the shelf and left it. `supplies.on_hand` is their sum, written in the same transaction. */
export const supplyMoves = sqliteTable(
  'supply_moves',
  {
    id: id(),
    supplyId: text('supply_id')
      .notNull()
      .references(() => supplies.id),
    at: at('at').notNull(),
    kind: text('kind').$type<SupplyMoveKind>().notNull(),
    amount: integer('amount').notNull(),
    why: text('why').notNull().default(''),
  },
  (t) => [index('supply_moves_supply').on(t.supplyId)],
);

export const orders = sqliteTable(
  'orders',
  {
    id: id(),
    number: integer('number').notNull(),
    buyerId: text('buyer_id')
      .notNull()
      .references(() => buyers.id),
    state: text('state').$type<OrderState>().notNull(),
    orderedOn: text('ordered_on').notNull(),
    shipBy: text('ship_by').notNull(),
    carriageMinor: integer('carriage_minor').notNull(),
    paidAt: at('paid_at'),
    message: text('message').notNull().default(''),
    wantsSignature: flag('wants_signature').notNull().default(false),
    notes: text('notes').notNull().default(''),
    changedAt: at('changed_at').notNull(),
  },
  (t) => [
    uniqueIndex('orders_number').on(t.number),
    index('orders_state').on(t.state, t.shipBy),
    index('orders_buyer').on(t.buyerId),
  ],
);

export const orderLines = sqliteTable(
  'order_lines',
  {
    id: id(),
    orderId: text('order_id')
      .notNull()
      .references(() => orders.id),
    editionId: text('edition_id')
      .notNull()
      .references(() => editions.id),
    formatId: text('format_id')
      .notNull()
      .references(() => formats.id),
    quantity: integer('quantity').notNull(),
    priceMinor: integer('price_minor').notNull(),
  },
  (t) => [index('order_lines_order').on(t.orderId), index('order_lines_edition').on(t.editionId)],
);

export const parcels = sqliteTable(
  'parcels',
  {
    id: id(),
    orderId: text('order_id')
      .notNull()
      .references(() => orders.id),
    form: text('form').$type<PackForm>().notNull(),
    parts: json<ParcelPart[]>('parts').notNull(),
    expectedMg: integer('expected_mg').notNull(),
    scaleMg: integer('scale_mg'),
    scaleBy: text('scale_by').notNull().default(''),
    lengthUm: um('length_um').notNull(),
    widthUm: um('width_um').notNull(),
    heightUm: um('height_um').notNull(),
    /** Impression ids ticked at picking and again at sealing. */
    tickedAtPacking: json<string[]>('ticked_at_packing').notNull(),
    overrideReason: text('override_reason').notNull().default(''),
    sealedAt: at('sealed_at'),
    serviceId: text('service_id').references(() => services.id),
    tracking: text('tracking').notNull().default(''),
    dispatchedAt: at('dispatched_at'),
  },
  (t) => [uniqueIndex('parcels_order').on(t.orderId)],
);

export const journal = sqliteTable(
  'journal',
  {
    id: id(),
    at: at('at').notNull(),
    who: text('who').notNull(),
    act: text('act').notNull(),
    subject: text('subject').notNull(),
    subjectId: text('subject_id').notNull(),
    says: text('says').notNull(),
    before: json<unknown>('before'),
    after: json<unknown>('after'),
  },
  (t) => [index('journal_at').on(t.at), index('journal_subject').on(t.subjectId)],
);
