import { and, asc, eq, desc, isNotNull } from 'drizzle-orm';
import { papers, proofs, editions, impressions, formats, inspections } from './schema';
import type { Db } from './db';

/** Prints of a work that wait to be looked over, the oldest first. */
export const printsToInspect = (db: Db, workId: string) =>
  db
    .select({
      impression: impressions,
      edition: editions,
      format: formats,
      paper: papers.name,
      proof: proofs,
    })
    .from(impressions)
    .innerJoin(editions, eq(editions.id, impressions.editionId))
    .innerJoin(formats, eq(formats.id, impressions.formatId))
    .innerJoin(papers, eq(papers.id, impressions.paperId))
    .leftJoin(proofs, eq(proofs.id, impressions.proofId))
    .where(and(eq(editions.workId, workId), eq(impressions.state, 'printed')))
    .orderBy(asc(impressions.printedAt), asc(impressions.number))
    .limit(200);

/** The newest inspections of a work. */
export const lastInspections = (db: Db, workId: string) =>
  db
    .select({ inspection: inspections, impression: impressions, size: editions.size })
    .from(inspections)
    .innerJoin(impressions, eq(impressions.id, inspections.impressionId))
    .innerJoin(editions, eq(editions.id, impressions.editionId))
    .where(eq(editions.workId, workId))
    .orderBy(desc(inspections.at))
    .limit(20);

/** When prints were last held against each reference. */
export const inspectionsByReference = (db: Db) =>
  db
    .select({ proofId: inspections.proofId, at: inspections.at })
    .from(inspections)
    .where(isNotNull(inspections.proofId));
