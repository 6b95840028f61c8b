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
import { MAY_PRINT, PHOTOGRAPH_OF, SIGNATURES, WORK_KINDS } from '@/core/works';
import { at, columnRules, day, document, flag, id, oneOf, um } from './kit';

export const studio = sqliteTable(
  'studio',
  {
    id: id(),
    name: text('name').notNull(),
    artist: text('artist').notNull(),
    address: document('address', 'address').notNull(),
    unit: oneOf('unit', ['mm', 'in']).notNull(),
    currency: text('currency').notNull(),
    timeZone: text('time_zone').notNull(),
    school: document('school', 'school').notNull(),
    families: document('families', 'families').notNull(),
    /** What the studio calls a fine print; nothing: the usual. */
    finePrint: document('fine_print', 'finePrint'),
    /** Sizes of the studio's own, shown as a family beside the usual ones. */
    ownSizes: document('own_sizes', 'ownSizes')
      .notNull()
      .default(sql`'{"version":1,"body":[]}'`),
    handlingDays: integer('handling_days').notNull(),
    workdays: document('workdays', 'workdays').notNull(),
    holidays: document('holidays', 'holidays').notNull(),
    remake: oneOf('remake', ['remake', 'retire']).notNull(),
    borderUm: um('border_um').notNull(),
    /** The screen proofs are looked at on: when it was last calibrated, to what, and how often that is due. */
    screen: document('screen', 'screen'),
    proofLimits: document('proof_limits', 'limits'),
    /** Prints made one at a time are held against their reference again after so many days; nothing: never. */
    referenceDays: integer('reference_days'),
    /** Where backups go, how often, and how the last one went; nothing: nobody has said. */
    care: document('care', 'care'),
    /** Minutes, rates and guesses that costs are reckoned with; nothing: the starting figures. */
    costRates: document('cost_rates', 'costRates'),
    /** The cause that shares of sales go to, and when they are due; nothing: nobody has said. */
    causeTerms: document('cause_terms', 'causeTerms'),
    /** How the studio numbers and signs its runs where nothing else is said; nothing: the usual. */
    runSchool: document('run_school', 'runSchool'),
    /** The studio's own words on certificates, with fields in braces; nothing: the usual. */
    certificateWords: text('certificate_words').notNull().default(''),
    careWords: text('care_words').notNull().default(''),
    /** Countries served, what must be tracked or insured, days to send back, and the minutes hands have in a day; nothing: the usual. */
    postPolicy: document('post_policy', 'postPolicy'),
    /** Whose public holidays are kept besides the studio's own days, such as "PT"; nothing: none. */
    holidayPlace: text('holiday_place').notNull().default(''),
    /** A rate of tax that is shown on papers; prices are kept without. Nothing: none is shown. */
    taxShown: real('tax_shown'),
    /** When the day's work begins, how long the way to the counter takes, and the key of the private calendar; nothing: the usual. */
    week: document('week', 'weekManner'),
  },
  columnRules,
);

export const works = sqliteTable(
  'works',
  {
    id: id(),
    title: text('title').notNull(),
    year: integer('year'),
    medium: text('medium').notNull(),
    /** The works it was made with; empty: it stands by itself. */
    series: text('series').notNull().default(''),
    kind: oneOf('kind', WORK_KINDS).notNull(),
    widthUm: um('width_um'),
    heightUm: um('height_um'),
    owner: text('owner').notNull(),
    soldPriceMinor: integer('sold_price_minor'),
    /** What the original is offered for, sold or not. */
    askingPriceMinor: integer('asking_price_minor'),
    /** What its capture cost, and how many prints are expected to bear that and its proofs. */
    captureMinor: integer('capture_minor').notNull().default(0),
    expectedPrints: integer('expected_prints'),
    drySince: day('dry_since'),
    varnish: text('varnish').notNull().default(''),
    surface: text('surface').notNull().default(''),
    /** What may touch the surface: decides whether it may go face down on glass. */
    smears: flag('smears').notNull().default(false),
    mayPrint: oneOf('may_print', MAY_PRINT).notNull(),
    rights: text('rights').notNull().default(''),
    /** Whether the picture carries a signature, and whether prints show it. */
    signature: oneOf('signature', SIGNATURES).notNull().default('not said'),
    /** Whether prints are to match the original or to improve on it: comparing back measures only the first. */
    aim: oneOf('aim', ['match', 'improve']).notNull().default('match'),
    school: document('school', 'school'),
    families: document('families', 'families'),
    notes: text('notes').notNull().default(''),
    createdAt: at('created_at').notNull(),
    archivedAt: at('archived_at'),
  },
  (t) => [
    ...columnRules(t),
    index('works_title').on(t.title),
    index('works_series').on(t.series),
    index('works_live').on(t.archivedAt, t.createdAt),
  ],
);

/** Each time an original left the studio: who had it, where and why, and how it came back. */
export const originalMoves = sqliteTable(
  'original_moves',
  {
    id: id(),
    workId: text('work_id')
      .notNull()
      .references(() => works.id),
    leftOn: day('left_on').notNull(),
    who: text('who').notNull(),
    place: text('place').notNull().default(''),
    why: text('why').notNull(),
    conditionOut: text('condition_out').notNull().default(''),
    dueOn: day('due_on'),
    backOn: day('back_on'),
    conditionBack: text('condition_back').notNull().default(''),
  },
  (t) => [...columnRules(t), index('original_moves_work').on(t.workId)],
);

/** What an original looked like on a day: its front, its back, its signature, a damage. No print is made of these. */
export const photographs = sqliteTable(
  'photographs',
  {
    id: id(),
    workId: text('work_id')
      .notNull()
      .references(() => works.id),
    sha256: text('sha256').notNull(),
    bytes: integer('bytes').notNull(),
    fileName: text('file_name').notNull(),
    shows: oneOf('shows', PHOTOGRAPH_OF).notNull(),
    words: text('words').notNull().default(''),
    takenOn: day('taken_on'),
    keptAt: at('kept_at').notNull(),
  },
  (t) => [
    ...columnRules(t),
    index('photographs_work').on(t.workId),
    index('photographs_file').on(t.sha256),
  ],
);

export const MASTER_STATES = ['reading', 'ready', 'not read'] as const;

/** One capture, byte for byte as it came in; the file lies in the objects folder under its hash. */
export const masters = sqliteTable(
  'masters',
  {
    id: id(),
    workId: text('work_id')
      .notNull()
      .references(() => works.id),
    sha256: text('sha256').notNull(),
    bytes: integer('bytes').notNull(),
    fileName: text('file_name').notNull(),
    fileKind: oneOf('file_kind', ['TIFF', 'JPEG', 'PNG', 'WebP']).notNull(),
    widthPx: integer('width_px').notNull(),
    heightPx: integer('height_px').notNull(),
    bits: integer('bits').notNull(),
    channels: integer('channels').notNull(),
    alpha: flag('alpha').notNull(),
    colour: text('colour').notNull(),
    pages: integer('pages').notNull().default(1),
    /** As the file says; never believed for size. */
    density: real('density'),
    densityUnit: oneOf('density_unit', ['inch', 'cm', 'none']).notNull().default('none'),
    orientation: integer('orientation').notNull().default(1),
    compression: text('compression').notNull().default(''),
    profileLabel: text('profile_label'),
    profileBytes: integer('profile_bytes').notNull().default(0),
    capturedAt: at('captured_at'),
    method: text('method').notNull().default(''),
    /** The master this one was worked out from, and how; the stored bytes of both stay. */
    parentId: text('parent_id').references((): AnySQLiteColumn => masters.id, { onDelete: 'set null' }),
    derived: document('derived', 'derived'),
    /** What it looks like, so that one picture brought in twice is found; empty: not looked at yet. */
    likeness: text('likeness').notNull().default(''),
    /** In short, for lists: the share of the pixels' detail it holds, and its gravest finding. */
    detailShare: real('detail_share'),
    gravest: document('gravest', 'gravestFinding'),
    measuredAt: at('measured_at'),
    state: oneOf('state', MASTER_STATES).notNull(),
    /** Why it could not be read, as long as its state says so. */
    trouble: text('trouble').notNull().default(''),
    current: flag('current').notNull(),
    receivedAt: at('received_at').notNull(),
  },
  (t) => [
    ...columnRules(t),
    uniqueIndex('masters_once').on(t.workId, t.sha256),
    index('masters_sha').on(t.sha256),
    index('masters_state').on(t.state),
  ],
);

/** A file on its way in. It ends as a master, as a refusal that is still to be read, or not at all. */
export const intakes = sqliteTable(
  'intakes',
  {
    id: id(),
    fileName: text('file_name').notNull(),
    startedAt: at('started_at').notNull(),
    state: oneOf('state', ['receiving', 'reading', 'in', 'refused']).notNull(),
    says: text('says').notNull().default(''),
    sha256: text('sha256'),
    workId: text('work_id').references(() => works.id),
    masterId: text('master_id').references(() => masters.id, { onDelete: 'set null' }),
  },
  (t) => [...columnRules(t), index('intakes_state').on(t.state)],
);

export const formats = sqliteTable(
  'formats',
  {
    id: id(),
    workId: text('work_id')
      .notNull()
      .references(() => works.id),
    name: text('name').notNull(),
    family: text('family').notNull(),
    imageWidthUm: um('image_width_um').notNull(),
    imageHeightUm: um('image_height_um').notNull(),
    borderTopUm: um('border_top_um').notNull(),
    borderRightUm: um('border_right_um').notNull(),
    borderBottomUm: um('border_bottom_um').notNull(),
    borderLeftUm: um('border_left_um').notNull(),
    /** Where this size is cut out of the picture; nothing: the middle. The master stays as it is. */
    crop: document('crop', 'crop'),
    /** Title line, strip to tear off, bleed. */
    finish: document('finish', 'finish'),
    createdAt: at('created_at').notNull(),
    archivedAt: at('archived_at'),
  },
  (t) => [...columnRules(t), index('formats_work').on(t.workId)],
);
