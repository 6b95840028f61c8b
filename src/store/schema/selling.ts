import {
  type AnySQLiteColumn,
  index,
  integer,
  sqliteTable,
  text,
  uniqueIndex,
} from 'drizzle-orm/sqlite-core';
import { sql } from 'drizzle-orm';
import { PACK_FORMS, SUPPLY_KINDS, WEATHERS } from '@/core/parcel/pack';
import { CASE_KINDS, CASE_STATES, CRAFTS, ORDER_KINDS } from '@/core/order/orderWords';
import { ORDER_STATES } from '@/core/order/orderStates';
import { INSERT_RULES } from '@/core/parcel/inserts';
import { OPENING_KINDS } from '@/core/parcel/passage';
import { asItWas, at, columnRules, day, document, flag, id, oneOf, um } from './kit';
import { CHANNEL_KINDS, ENTRY_KINDS, GOODS_KINDS, GOODS_MOVE_KINDS } from '@/core/product/words';
import { ATTENTION_KINDS } from '@/core/sales/attention';
import { editions, products, workSets } from './making';
import { formats, works } from './works';

/** Counted again, bought, used for something else than a parcel, sealed into one, taken out of one again. */
export const SUPPLY_MOVE_KINDS = ['counted', 'received', 'used', 'packed', 'unpacked'] as const;
export type SupplyMoveKind = (typeof SUPPLY_MOVE_KINDS)[number];

export const buyers = sqliteTable(
  'buyers',
  {
    id: id(),
    name: text('name').notNull(),
    preferredName: text('preferred_name').notNull().default(''),
    email: text('email').notNull().default(''),
    address: document('address', 'address').notNull(),
    /** Word for word as it came, where it was pasted or imported. */
    addressTyped: text('address_typed').notNull().default(''),
    country: text('country').notNull(),
    /** Day of the permission to write to them, if there is one. */
    mayWriteSince: day('may_write_since'),
    /** Where and how it was given: at a stall, in an order, by letter. */
    mayWriteHow: text('may_write_how').notNull().default(''),
    notes: text('notes').notNull().default(''),
    createdAt: at('created_at').notNull(),
    /** They asked to be forgotten: what is left is what the register and the accounts must keep. */
    removedAt: at('removed_at'),
  },
  (t) => [...columnRules(t), index('buyers_name').on(t.name)],
);

export const services = sqliteTable(
  'services',
  {
    id: id(),
    carrier: text('carrier').notNull(),
    name: text('name').notNull(),
    tracked: flag('tracked').notNull(),
    insuredMinor: integer('insured_minor').notNull(),
    days: integer('days').notNull(),
    maxLengthUm: um('max_length_um').notNull(),
    maxWeightMg: integer('max_weight_mg').notNull(),
    priceMinor: integer('price_minor').notNull(),
    readOn: day('read_on').notNull(),
    /** Zones, steps of weight, limits and surcharges; nothing: one price for all it takes. */
    rates: document('rates', 'rateTable'),
  },
  columnRules,
);

export const supplies = sqliteTable(
  'supplies',
  {
    id: id(),
    name: text('name').notNull(),
    kind: oneOf('kind', SUPPLY_KINDS).notNull(),
    widthUm: um('width_um').notNull(),
    heightUm: um('height_um').notNull(),
    /** The opening of a mat cut beforehand; nothing for everything else. */
    windowWidthUm: um('window_width_um'),
    windowHeightUm: um('window_height_um'),
    weightMg: integer('weight_mg').notNull(),
    /** Of one of it, of a box its inside depth; nothing: as is usual for its kind. */
    thicknessUm: um('thickness_um'),
    /** How many come in a pack; nothing: it is bought singly. */
    packOf: integer('pack_of'),
    /** Boards, tapes and sleeves can yellow a print as its own paper can; nothing: nobody has said. */
    acidFree: flag('acid_free'),
    onHand: integer('on_hand').notNull(),
    reorderAt: integer('reorder_at').notNull(),
    priceMinor: integer('price_minor').notNull(),
  },
  columnRules,
);

/** What came to the shelf and left it. `supplies.on_hand` is their sum, written in the same transaction. */
export const supplyMoves = sqliteTable(
  'supply_moves',
  {
    id: id(),
    supplyId: text('supply_id')
      .notNull()
      .references(() => supplies.id),
    at: at('at').notNull(),
    kind: oneOf('kind', SUPPLY_MOVE_KINDS).notNull(),
    amount: integer('amount').notNull(),
    why: text('why').notNull().default(''),
  },
  (t) => [...columnRules(t), index('supply_moves_supply').on(t.supplyId)],
);

export const orders = sqliteTable(
  'orders',
  {
    id: id(),
    number: integer('number').notNull(),
    buyerId: text('buyer_id')
      .notNull()
      .references(() => buyers.id),
    state: oneOf('state', ORDER_STATES).notNull(),
    orderedOn: day('ordered_on').notNull(),
    shipBy: day('ship_by').notNull(),
    carriageMinor: integer('carriage_minor').notNull(),
    paidAt: at('paid_at'),
    /** Where it was sold; nothing: nobody has said. */
    channelId: text('channel_id').references((): AnySQLiteColumn => channels.id),
    message: text('message').notNull().default(''),
    wantsSignature: flag('wants_signature').notNull().default(false),
    kind: oneOf('kind', ORDER_KINDS).notNull().default('sale'),
    /** The day it is planned to leave; the promise stays. Nothing: on the day it is promised for. */
    plannedOn: day('planned_on'),
    /** Before this day it does not leave: a pre-order. */
    notBeforeOn: day('not_before_on'),
    /** Printed on the slip that says no prices; nothing: it is no gift. */
    giftNote: text('gift_note').notNull().default(''),
    discountMinor: integer('discount_minor').notNull().default(0),
    /** Whose voucher, whose friend. */
    discountWhy: text('discount_why').notNull().default(''),
    /** Where it came in, and what it is called there: the same is not taken twice. */
    source: text('source').notNull().default(''),
    sourceRef: text('source_ref').notNull().default(''),
    needsTracked: flag('needs_tracked').notNull().default(false),
    /** To what it must be insured; nothing: as the studio's policy has it. */
    insureMinor: integer('insure_minor'),
    needsDays: integer('needs_days'),
    /** The order of which this is a later part, or which it is sent again for. */
    partOfId: text('part_of_id').references((): AnySQLiteColumn => orders.id),
    /** A commission's account. */
    accountId: text('account_id').references((): AnySQLiteColumn => jobAccounts.id),
    /** The honest day as it was worked out when the order was taken, with its steps. */
    promise: document('promise', 'keptPromise'),
    notes: text('notes').notNull().default(''),
    changedAt: at('changed_at').notNull(),
  },
  (t) => [
    ...columnRules(t),
    uniqueIndex('orders_number').on(t.number),
    uniqueIndex('orders_source')
      .on(t.source, t.sourceRef)
      .where(sql`source_ref <> ''`),
    index('orders_part_of').on(t.partOfId),
    index('orders_state').on(t.state, t.shipBy),
    index('orders_buyer').on(t.buyerId),
    index('orders_ordered').on(t.orderedOn),
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
    /** What was asked for; nothing: a size before anything of it was for sale. */
    productId: text('product_id').references(() => products.id),
    quantity: integer('quantity').notNull(),
    priceMinor: integer('price_minor').notNull(),
    /** Numbers the buyer chose or had reserved; nothing: whichever comes next. */
    wanted: document('wanted', 'impressionIds'),
    /** The set it was sold in. */
    setId: text('set_id').references((): AnySQLiteColumn => workSets.id),
  },
  (t) => [
    ...columnRules(t),
    index('order_lines_order').on(t.orderId),
    index('order_lines_edition').on(t.editionId),
  ],
);

/** Goods in an order: cards, pins, mats, vouchers. */
export const orderGoods = sqliteTable(
  'order_goods',
  {
    id: id(),
    orderId: text('order_id')
      .notNull()
      .references(() => orders.id),
    goodsId: text('goods_id')
      .notNull()
      .references((): AnySQLiteColumn => goods.id),
    quantity: integer('quantity').notNull(),
    priceMinor: integer('price_minor').notNull(),
  },
  (t) => [
    ...columnRules(t),
    index('order_goods_order').on(t.orderId),
    index('order_goods_goods').on(t.goodsId),
  ],
);

/** The stages of a commission: what falls due when, and what was paid. */
export const orderStages = sqliteTable(
  'order_stages',
  {
    id: id(),
    orderId: text('order_id')
      .notNull()
      .references(() => orders.id),
    name: text('name').notNull(),
    dueOn: day('due_on'),
    amountMinor: integer('amount_minor').notNull(),
    doneAt: at('done_at'),
    paidAt: at('paid_at'),
  },
  (t) => [...columnRules(t), index('order_stages_order').on(t.orderId)],
);

/** Where orders come from as a list, and which column means what there. */
export const orderSources = sqliteTable(
  'order_sources',
  {
    id: id(),
    name: text('name').notNull(),
    mapping: document('mapping', 'orderMapping').notNull(),
    changedAt: at('changed_at').notNull(),
  },
  (t) => [...columnRules(t), uniqueIndex('order_sources_name').on(t.name)],
);

/** What goes in with which orders. */
export const inserts = sqliteTable(
  'inserts',
  {
    id: id(),
    name: text('name').notNull(),
    rule: oneOf('rule', INSERT_RULES).notNull(),
    supplyId: text('supply_id').references(() => supplies.id),
    goodsId: text('goods_id').references((): AnySQLiteColumn => goods.id),
    weightMg: integer('weight_mg').notNull(),
    thicknessUm: um('thickness_um').notNull(),
    archivedAt: at('archived_at'),
  },
  columnRules,
);

/** Stamps in the drawer. A permanent one counts at what it is worth today. */
export const stamps = sqliteTable(
  'stamps',
  {
    id: id(),
    name: text('name').notNull(),
    valueMinor: integer('value_minor').notNull(),
    permanent: flag('permanent').notNull(),
    /** The day its value was last read. */
    readOn: day('read_on').notNull(),
    onHand: integer('on_hand').notNull(),
  },
  columnRules,
);

/** What a large piece must pass or ride in: doors, stairs, lifts, vehicles, at either end. */
export const openings = sqliteTable(
  'openings',
  {
    id: id(),
    name: text('name').notNull(),
    kind: oneOf('kind', OPENING_KINDS).notNull(),
    widthUm: um('width_um').notNull(),
    heightUm: um('height_um').notNull(),
    lengthUm: um('length_um'),
    mayTilt: flag('may_tilt').notNull(),
    /** Of one order's buyer; nothing: the studio's own end. */
    orderId: text('order_id').references(() => orders.id),
    place: integer('place').notNull().default(0),
  },
  (t) => [...columnRules(t), index('openings_order').on(t.orderId)],
);

/** The address book of hands elsewhere: framers, mounters, repairers near buyers. */
export const craftspeople = sqliteTable(
  'craftspeople',
  {
    id: id(),
    name: text('name').notNull(),
    craft: oneOf('craft', CRAFTS).notNull(),
    place: text('place').notNull(),
    country: text('country').notNull(),
    contact: text('contact').notNull().default(''),
    /** What framing or mending a piece costs there, usually. */
    priceMinor: integer('price_minor').notNull(),
    days: integer('days').notNull(),
    notes: text('notes').notNull().default(''),
    archivedAt: at('archived_at'),
  },
  columnRules,
);

/** What went wrong after the door: late, come back, damaged, lost; what was claimed and how it ended. */
export const orderCases = sqliteTable(
  'order_cases',
  {
    id: id(),
    orderId: text('order_id')
      .notNull()
      .references(() => orders.id),
    kind: oneOf('kind', CASE_KINDS).notNull(),
    state: oneOf('state', CASE_STATES).notNull(),
    openedOn: day('opened_on').notNull(),
    /** Until when it can be claimed, or sent back. */
    deadlineOn: day('deadline_on'),
    condition: text('condition').notNull().default(''),
    says: text('says').notNull(),
    claimMinor: integer('claim_minor').notNull().default(0),
    gotMinor: integer('got_minor').notNull().default(0),
    refundMinor: integer('refund_minor').notNull().default(0),
    photos: document('photos', 'goesIn').notNull(),
    closedOn: day('closed_on'),
  },
  (t) => [
    ...columnRules(t),
    index('order_cases_order').on(t.orderId),
    index('order_cases_state').on(t.state),
  ],
);

/** Each change of hands with its look, and who bears damage from there. */
export const handovers = sqliteTable(
  'handovers',
  {
    id: id(),
    orderId: text('order_id')
      .notNull()
      .references(() => orders.id),
    at: at('at').notNull(),
    fromWhom: text('from_whom').notNull(),
    toWhom: text('to_whom').notNull(),
    condition: text('condition').notNull(),
    bears: text('bears').notNull(),
    photos: document('photos', 'goesIn').notNull(),
  },
  (t) => [...columnRules(t), index('handovers_order').on(t.orderId)],
);

/** Several orders packed in one pass. */
export const packingRuns = sqliteTable(
  'packing_runs',
  {
    id: id(),
    startedAt: at('started_at').notNull(),
    endedAt: at('ended_at'),
    orderIds: document('order_ids', 'impressionIds').notNull(),
  },
  columnRules,
);

export const parcels = sqliteTable(
  'parcels',
  {
    id: id(),
    orderId: text('order_id')
      .notNull()
      .references(() => orders.id),
    form: oneOf('form', PACK_FORMS).notNull(),
    parts: document('parts', 'parcelParts').notNull(),
    expectedMg: integer('expected_mg').notNull(),
    scaleMg: integer('scale_mg'),
    scaleBy: text('scale_by').notNull().default(''),
    lengthUm: um('length_um').notNull(),
    widthUm: um('width_um').notNull(),
    heightUm: um('height_um').notNull(),
    /** Impression ids ticked at picking and again at sealing. */
    tickedAtPacking: document('ticked_at_packing', 'impressionIds').notNull(),
    overrideReason: text('override_reason').notNull().default(''),
    sealedAt: at('sealed_at'),
    serviceId: text('service_id').references(() => services.id),
    tracking: text('tracking').notNull().default(''),
    dispatchedAt: at('dispatched_at'),
    /** What lay in the parcel from the outside in, as it was planned. */
    layers: document('layers', 'packLayers'),
    weather: oneOf('weather', WEATHERS).notNull().default('mild'),
    /** Ids ticked when it was laid out, before it was wrapped; nothing: in the time before that was asked. */
    tickedFirst: document('ticked_first', 'impressionIds'),
    /** What was left out on purpose. */
    without: document('without', 'goesIn')
      .notNull()
      .default(sql`'{"version":1,"body":[]}'`),
    /** What was paid for carrying it; nothing: it was not sent yet, or before that was kept. */
    postageMinor: integer('postage_minor'),
    stampsUsed: document('stamps_used', 'stampsUsed'),
    /** The run in whose pass it was packed. */
    runId: text('run_id').references(() => packingRuns.id),
    /** The label's code was read off this parcel. */
    labelledAt: at('labelled_at'),
  },
  (t) => [
    ...columnRules(t),
    uniqueIndex('parcels_order').on(t.orderId),
    index('parcels_dispatched').on(t.dispatchedAt),
  ],
);

/** What is sold and is no print of a work: cards, pins, mats, vouchers. */
export const goods = sqliteTable(
  'goods',
  {
    id: id(),
    name: text('name').notNull(),
    kind: oneOf('kind', GOODS_KINDS).notNull(),
    costMinor: integer('cost_minor').notNull(),
    priceMinor: integer('price_minor').notNull(),
    onHand: integer('on_hand').notNull(),
    weightMg: integer('weight_mg').notNull(),
    thicknessUm: um('thickness_um').notNull(),
    notes: text('notes').notNull().default(''),
    archivedAt: at('archived_at'),
  },
  columnRules,
);

/** What came to the goods and left them. `goods.on_hand` is their sum, written in the same transaction. */
export const goodsMoves = sqliteTable(
  'goods_moves',
  {
    id: id(),
    goodsId: text('goods_id')
      .notNull()
      .references(() => goods.id),
    at: at('at').notNull(),
    kind: oneOf('kind', GOODS_MOVE_KINDS).notNull(),
    amount: integer('amount').notNull(),
    why: text('why').notNull().default(''),
  },
  (t) => [...columnRules(t), index('goods_moves_goods').on(t.goodsId)],
);

/** Where things are sold, with its rules of who keeps what. */
export const channels = sqliteTable(
  'channels',
  {
    id: id(),
    name: text('name').notNull(),
    kind: oneOf('kind', CHANNEL_KINDS).notNull(),
    rules: document('rules', 'channelTerms').notNull(),
    /** How it wants its listings; nothing: as they are. */
    listing: document('listing', 'listingRules'),
    /** The day its rules were read. */
    readOn: day('read_on').notNull(),
    notes: text('notes').notNull().default(''),
    archivedAt: at('archived_at'),
  },
  columnRules,
);

/** What others ask for a print like it, as the person saw it on a day. */
export const marketNotes = sqliteTable(
  'market_notes',
  {
    id: id(),
    workId: text('work_id').references(() => works.id),
    says: text('says').notNull(),
    priceMinor: integer('price_minor').notNull(),
    widthUm: um('width_um').notNull(),
    heightUm: um('height_um').notNull(),
    seenOn: day('seen_on').notNull(),
  },
  (t) => [...columnRules(t), index('market_notes_work').on(t.workId)],
);

/** One commission or large piece: what was quoted, what was paid, the hours, the losses. */
export const jobAccounts = sqliteTable(
  'job_accounts',
  {
    id: id(),
    name: text('name').notNull(),
    workId: text('work_id').references(() => works.id),
    client: text('client').notNull().default(''),
    agreedMinor: integer('agreed_minor'),
    openedOn: day('opened_on').notNull(),
    closedAt: at('closed_at'),
    notes: text('notes').notNull().default(''),
  },
  (t) => [...columnRules(t), index('job_accounts_work').on(t.workId)],
);

export const accountEntries = sqliteTable(
  'account_entries',
  {
    id: id(),
    accountId: text('account_id')
      .notNull()
      .references(() => jobAccounts.id),
    kind: oneOf('kind', ENTRY_KINDS).notNull(),
    /** What for: a quote and what was paid for the same thing bear the same words. */
    says: text('says').notNull(),
    who: text('who').notNull().default(''),
    notedOn: day('noted_on').notNull(),
    sumMinor: integer('sum_minor').notNull(),
    minutes: integer('minutes').notNull().default(0),
  },
  (t) => [...columnRules(t), index('account_entries_account').on(t.accountId)],
);

/** What was paid to a cause out of what was sold until a day, and the proof of it. */
export const causePayments = sqliteTable(
  'cause_payments',
  {
    id: id(),
    cause: text('cause').notNull(),
    sumMinor: integer('sum_minor').notNull(),
    /** What was sold up to this day is paid for by it. */
    untilOn: day('until_on').notNull(),
    paidOn: day('paid_on').notNull(),
    proof: text('proof').notNull(),
  },
  columnRules,
);

/** Looks, likes, questions: what was noticed elsewhere. It is not sales, and is never summed with them. */
export const attention = sqliteTable(
  'attention',
  {
    id: id(),
    workId: text('work_id').references(() => works.id),
    /** Where it was noticed. */
    place: text('place').notNull(),
    kind: oneOf('kind', ATTENTION_KINDS).notNull(),
    count: integer('count').notNull(),
    fromOn: day('from_on').notNull(),
    untilOn: day('until_on').notNull(),
    notes: text('notes').notNull().default(''),
  },
  (t) => [
    ...columnRules(t),
    index('attention_work').on(t.workId),
    index('attention_until').on(t.untilOn),
  ],
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
    before: asItWas('before'),
    after: asItWas('after'),
  },
  (t) => [index('journal_at').on(t.at), index('journal_subject').on(t.subjectId)],
);
