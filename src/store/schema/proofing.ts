import type { GamutFacts } from '@/core/colour/gamut';
import type { InkModel } from '@/core/colour/inks';
import type { ProfileFacts } from '@/core/colour/profileFacts';
import type { ComparedBody } from '@/core/proof/compare';
import type { Inspected } from '@/core/proof/inspection';
import { index, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { at, id, json } from './kit';
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
    facts: json<ProfileFacts>('facts').notNull(),
    gamut: json<GamutFacts>('gamut').notNull(),
    /** How the practice printer truly prints this paper; only its own profiles have one. */
    practice: json<InkModel>('practice'),
    notes: text('notes').notNull().default(''),
    receivedAt: at('received_at').notNull(),
    archivedAt: at('archived_at'),
  },
  (t) => [index('profiles_paper').on(t.paperId), index('profiles_sha').on(t.sha256)],
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
    way: text('way').$type<'scan' | 'readings'>().notNull(),
    /** The capture, and the second one of the same page; kept under their hashes. */
    captures: json<{ sha256: string; fileName: string }[]>('captures').notNull(),
    body: json<ComparedBody>('body').notNull(),
  },
  (t) => [index('comparisons_proof').on(t.proofId)],
);

/** A finished print looked over beside its reference. */
export const inspections = sqliteTable(
  'inspections',
  {
    id: id(),
    impressionId: text('impression_id')
      .notNull()
      .references(() => impressions.id),
    proofId: text('proof_id'),
    at: at('at').notNull(),
    body: json<Inspected>('body').notNull(),
  },
  (t) => [index('inspections_impression').on(t.impressionId)],
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
    body: json<import('@/core/colour/outOfGamut').GamutStatistics>('body').notNull(),
    advice: json<import('@/core/colour/intentAdvice').IntentAdvice>('advice').notNull(),
  },
  (t) => [uniqueIndex('gamut_counts_once').on(t.sha256, t.profileId)],
);
