import { index, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { at, columnRules, document, id, oneOf } from './kit';
import { impressions, papers, proofs, routes } from './making';
import { machines } from './supplying';

/** How a machine or a route prints on a paper at a setting, as an ICC profile kept by its hash. */
export const profiles = sqliteTable(
  'profiles',
  {
    id: id(),
    sha256: text('sha256').notNull(),
    fileName: text('file_name').notNull(),
    paperId: text('paper_id')
      .notNull()
      .references(() => papers.id),
    machineId: text('machine_id').references(() => machines.id),
    routeId: text('route_id').references(() => routes.id),
    setting: text('setting').notNull().default(''),
    facts: document('facts', 'profileFacts').notNull(),
    gamut: document('gamut', 'gamutFacts').notNull(),
    /** How the practice printer truly prints this paper; only its own profiles have one. */
    practice: document('practice', 'inkModel'),
    notes: text('notes').notNull().default(''),
    receivedAt: at('received_at').notNull(),
    archivedAt: at('archived_at'),
  },
  (t) => [...columnRules(t), index('profiles_paper').on(t.paperId), index('profiles_sha').on(t.sha256)],
);

/** A proof held against its picture: by a scan or photograph of it, or by readings of its patches. */
export const comparisons = sqliteTable(
  'comparisons',
  {
    id: id(),
    proofId: text('proof_id')
      .notNull()
      .references(() => proofs.id, { onDelete: 'cascade' }),
    at: at('at').notNull(),
    way: oneOf('way', ['scan', 'readings']).notNull(),
    /** The capture, and the second one of the same page; kept under their hashes. */
    captures: document('captures', 'captures').notNull(),
    body: document('body', 'comparison').notNull(),
  },
  (t) => [...columnRules(t), index('comparisons_proof').on(t.proofId)],
);

/** A finished print looked over beside its reference. */
export const inspections = sqliteTable(
  'inspections',
  {
    id: id(),
    impressionId: text('impression_id')
      .notNull()
      .references(() => impressions.id),
    proofId: text('proof_id').references(() => proofs.id),
    at: at('at').notNull(),
    body: document('body', 'inspected').notNull(),
  },
  (t) => [...columnRules(t), index('inspections_impression').on(t.impressionId)],
);

/** Gamut statistics of a whole file on a profile, kept: the same question is not counted twice. */
export const gamutCounts = sqliteTable(
  'gamut_counts',
  {
    id: id(),
    sha256: text('sha256').notNull(),
    profileId: text('profile_id')
      .notNull()
      .references(() => profiles.id, { onDelete: 'cascade' }),
    at: at('at').notNull(),
    body: document('body', 'gamutStatistics').notNull(),
    advice: document('advice', 'intentAdvice').notNull(),
  },
  (t) => [...columnRules(t), uniqueIndex('gamut_counts_once').on(t.sha256, t.profileId)],
);
