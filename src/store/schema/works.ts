import type { Care } from '@/core/care';
import type { Signature, WorkKind } from '@/core/works';
import { index, integer, real, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import type { Derived } from '@/core/capture/checks';
import type { Mark } from '@/core/finding';
import type { FinePrint } from '@/core/stock/finePrint';
import type { CropPlace } from '@/core/crop/crop';
import type { Finish } from '@/core/crop/finish';
import type { Screen } from '@/core/colour/screen';
import type { Limits } from '@/core/proof/compare';
import type { FamilyName, School } from '@/core/resolution';
import { at, flag, id, json, um } from './kit';

export const studio = sqliteTable('studio', {
  id: id(),
  name: text('name').notNull(),
  artist: text('artist').notNull(),
  address: json<string[]>('address').notNull(),
  unit: text('unit').$type<'mm' | 'in'>().notNull(),
  currency: text('currency').notNull(),
  timeZone: text('time_zone').notNull(),
  school: json<School>('school').notNull(),
  families: json<FamilyName[]>('families').notNull(),
  /** Sizes of the studio's own, shown as a family beside the usual ones. */
  /** What the studio calls a fine print; nothing: the usual. */
  finePrint: json<FinePrint>('fine_print'),
  ownSizes: json<{ width: number; height: number }[]>('own_sizes').notNull().default([]),
  handlingDays: integer('handling_days').notNull(),
  workdays: json<number[]>('workdays').notNull(),
  holidays: json<string[]>('holidays').notNull(),
  remake: text('remake').$type<'remake' | 'retire'>().notNull(),
  borderUm: um('border_um').notNull(),
  /** The screen proofs are looked at on: when it was last calibrated, to what, and how often that is due. */
  screen: json<Screen>('screen'),
  proofLimits: json<Limits>('proof_limits'),
  /** Prints made one at a time are held against their reference again after so many days; nothing: never. */
  referenceDays: integer('reference_days'),
  /** Where backups go, how often, and how the last one went; nothing: nobody has said. */
  care: json<Care>('care'),
});

export const works = sqliteTable(
  'works',
  {
    id: id(),
    title: text('title').notNull(),
    year: integer('year'),
    medium: text('medium').notNull(),
    kind: text('kind').$type<WorkKind>().notNull(),
    widthUm: um('width_um'),
    heightUm: um('height_um'),
    owner: text('owner').notNull(),
    soldPriceMinor: integer('sold_price_minor'),
    drySince: text('dry_since'),
    varnish: text('varnish').notNull().default(''),
    surface: text('surface').notNull().default(''),
    /** What may touch the surface: decides whether it may go face down on glass. */
    smears: flag('smears').notNull().default(false),
    mayPrint: text('may_print').$type<'yes' | 'not yet' | 'no'>().notNull(),
    rights: text('rights').notNull().default(''),
    /** Whether the picture carries a signature, and whether prints show it. */
    signature: text('signature').$type<Signature>().notNull().default('not said'),
    /** Whether prints are to match the original or to improve on it: comparing back measures only the first. */
    aim: text('aim').$type<'match' | 'improve'>().notNull().default('match'),
    school: json<School>('school'),
    families: json<FamilyName[]>('families'),
    notes: text('notes').notNull().default(''),
    createdAt: at('created_at').notNull(),
    archivedAt: at('archived_at'),
  },
  (t) => [index('works_title').on(t.title), index('works_live').on(t.archivedAt, t.createdAt)],
);

/** Each time an original left the studio: who had it, where and why, and how it came back. */
export const originalMoves = sqliteTable(
  'original_moves',
  {
    id: id(),
    workId: text('work_id')
      .notNull()
      .references(() => works.id),
    leftOn: text('left_on').notNull(),
    who: text('who').notNull(),
    place: text('place').notNull().default(''),
    why: text('why').notNull(),
    conditionOut: text('condition_out').notNull().default(''),
    dueOn: text('due_on'),
    backOn: text('back_on'),
    conditionBack: text('condition_back').notNull().default(''),
  },
  (t) => [index('original_moves_work').on(t.workId)],
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
    fileKind: text('file_kind').$type<'TIFF' | 'JPEG' | 'PNG' | 'WebP'>().notNull(),
    widthPx: integer('width_px').notNull(),
    heightPx: integer('height_px').notNull(),
    bits: integer('bits').notNull(),
    channels: integer('channels').notNull(),
    alpha: flag('alpha').notNull(),
    colour: text('colour').notNull(),
    pages: integer('pages').notNull().default(1),
    /** As the file says; never believed for size. */
    density: real('density'),
    densityUnit: text('density_unit').$type<'inch' | 'cm' | 'none'>().notNull().default('none'),
    orientation: integer('orientation').notNull().default(1),
    compression: text('compression').notNull().default(''),
    profileLabel: text('profile_label'),
    profileBytes: integer('profile_bytes').notNull().default(0),
    capturedAt: at('captured_at'),
    method: text('method').notNull().default(''),
    /** The master this one was worked out from, and how; the stored bytes of both stay. */
    parentId: text('parent_id'),
    derived: json<Derived>('derived'),
    /** In short, for lists: the share of the pixels' detail it holds, and its gravest finding. */
    detailShare: real('detail_share'),
    gravest: json<{ verdict: Mark; says: string }>('gravest'),
    measuredAt: at('measured_at'),
    state: text('state').$type<(typeof MASTER_STATES)[number]>().notNull(),
    /** Why it could not be read, as long as its state says so. */
    trouble: text('trouble').notNull().default(''),
    current: flag('current').notNull(),
    receivedAt: at('received_at').notNull(),
  },
  (t) => [
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
    state: text('state').$type<'receiving' | 'reading' | 'in' | 'refused'>().notNull(),
    says: text('says').notNull().default(''),
    sha256: text('sha256'),
    workId: text('work_id').references(() => works.id),
    masterId: text('master_id').references(() => masters.id, { onDelete: 'set null' }),
  },
  (t) => [index('intakes_state').on(t.state)],
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
    crop: json<CropPlace>('crop'),
    /** Title line, strip to tear off, bleed. */
    finish: json<Finish>('finish'),
    createdAt: at('created_at').notNull(),
    archivedAt: at('archived_at'),
  },
  (t) => [index('formats_work').on(t.workId)],
);
