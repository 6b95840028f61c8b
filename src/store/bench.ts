import { and, eq, exists, gte, isNotNull, isNull, lt, notExists, sql } from 'drizzle-orm';
import type { Db } from './db';
import {
  editions,
  formats,
  layouts,
  orders,
  originalMoves,
  papers,
  parcels,
  prices,
  proofs,
  routes,
  sentJobs,
  works,
} from './schema';

/** Layouts that wait in the print queue. */
export const layoutsInQueue = (db: Db) =>
  db
    .select({
      id: layouts.id,
      name: layouts.name,
      paper: papers.name,
      placements: layouts.placements,
      since: layouts.changedAt,
    })
    .from(layouts)
    .innerJoin(papers, eq(papers.id, layouts.paperId))
    .where(eq(layouts.state, 'queued'));

/** Proofs that went to a client. */
export const proofsAtClients = (db: Db) =>
  db
    .select({
      id: proofs.id,
      workId: proofs.workId,
      round: proofs.round,
      client: proofs.client,
      title: works.title,
    })
    .from(proofs)
    .innerJoin(works, eq(works.id, proofs.workId))
    .where(isNotNull(proofs.client));

/** Work sent out that should have been back. */
export const jobsLate = (db: Db, today: string) =>
  db
    .select({ job: sentJobs, route: routes.name })
    .from(sentJobs)
    .innerJoin(routes, eq(routes.id, sentJobs.routeId))
    .where(and(isNull(sentJobs.backOn), lt(sentJobs.expectedOn, today)));

/** Originals that should have been back. */
export const originalsLate = (db: Db, today: string) =>
  db
    .select({ move: originalMoves, title: works.title })
    .from(originalMoves)
    .innerJoin(works, eq(works.id, originalMoves.workId))
    .where(and(isNull(originalMoves.backOn), lt(originalMoves.dueOn, today)));

/** Works in an edition with sizes that have no price. */
export const unpriced = (db: Db) =>
  db
    .select({
      workId: works.id,
      title: works.title,
      formats: sql<string>`group_concat(DISTINCT ${formats.name})`,
    })
    .from(formats)
    .innerJoin(works, eq(works.id, formats.workId))
    .where(
      and(
        isNull(formats.archivedAt),
        isNull(works.archivedAt),
        notExists(
          db
            .select({ one: sql`1` })
            .from(prices)
            .where(eq(prices.formatId, formats.id)),
        ),
        exists(
          db
            .select({ one: sql`1` })
            .from(editions)
            .where(eq(editions.workId, works.id)),
        ),
      ),
    )
    .groupBy(works.id);

/** Parcels that left since an instant, with the day they were promised for. */
export const dispatchedSince = (db: Db, since: string) =>
  db
    .select({ dispatchedAt: sql<string>`${parcels.dispatchedAt}`, shipBy: orders.shipBy })
    .from(parcels)
    .innerJoin(orders, eq(orders.id, parcels.orderId))
    .where(gte(parcels.dispatchedAt, since));

/**
 * What else stands on the bench, each counted as the bench puts it into lines. Every page asks for them anew once something was
 * written: each says first what an index finds, and nothing is joined that only has to be there.
 */
const otherCounts = (today: string) => ({
  proofs: sql`SELECT count(*) FROM proofs WHERE state IN ('asked', 'made')`,
  toInspectOrSign: sql`
    SELECT count(*) FROM (
      SELECT 1 FROM impressions i JOIN editions e ON e.id = i.edition_id
      WHERE i.state IN ('printed', 'returned', 'inspected') AND i.kind IN ('run', 'open')
        AND (i.state <> 'inspected' OR e.signing IN ('front', 'back'))
      GROUP BY i.edition_id, i.state)`,
  queued: sql`SELECT count(*) FROM layouts WHERE state = 'queued'`,
  jobsLate: sql`SELECT count(*) FROM sent_jobs WHERE back_on IS NULL AND expected_on < ${today}`,
  originalsLate: sql`SELECT count(*) FROM original_moves WHERE back_on IS NULL AND due_on < ${today}`,
  shopsLate: sql`
    SELECT count(DISTINCT c.id) FROM consignments c JOIN consignment_items k ON k.consignment_id = c.id
    WHERE c.due_on < ${today} AND k.outcome = 'there'`,
  refusals: sql`SELECT count(*) FROM intakes WHERE state = 'refused'`,
  notRead: sql`
    SELECT count(*) FROM masters m JOIN works w ON w.id = m.work_id
    WHERE m.state IN ('reading', 'not read') AND (m.state = 'reading' OR w.archived_at IS NULL)`,
  withoutFile: sql`
    SELECT count(*) FROM works w
    WHERE w.archived_at IS NULL AND w.may_print <> 'no'
      AND NOT EXISTS (SELECT 1 FROM masters m WHERE m.work_id = w.id)`,
  unpriced: sql`
    SELECT count(DISTINCT f.work_id) FROM formats f
    WHERE f.archived_at IS NULL AND NOT EXISTS (SELECT 1 FROM prices p WHERE p.format_id = f.id)
      AND EXISTS (SELECT 1 FROM editions e WHERE e.work_id = f.work_id)
      AND EXISTS (SELECT 1 FROM works w WHERE w.id = f.work_id AND w.archived_at IS NULL)`,
});

/** How many orders are open, and how many other lines the bench has. */
export const openCounts = (db: Db, today: string) =>
  db.all<{ orders: number; other: number }>(sql`
    SELECT (SELECT count(*) FROM orders WHERE state IN ('new', 'picked', 'packed', 'sealed')) AS orders,
      ${sql.join(
        Object.values(otherCounts(today)).map((count) => sql`(${count})`),
        sql` + `,
      )} - (SELECT count(*) FROM bench_marks WHERE until_on > ${today}) AS other`);

/** Work that is out, with the day it is expected. */
export const jobsOut = (db: Db) =>
  db.all<{ route: string; dueOn: string }>(sql`
    SELECT r.name AS route, j.expected_on AS dueOn FROM sent_jobs j JOIN routes r ON r.id = j.route_id
    WHERE j.back_on IS NULL ORDER BY j.expected_on LIMIT 40`);

/** Originals that are out, with the day they are due. */
export const originalsOut = (db: Db) =>
  db.all<{ title: string; who: string; dueOn: string; workId: string }>(sql`
    SELECT w.title, m.who, m.due_on AS dueOn, w.id AS workId FROM original_moves m JOIN works w ON w.id = m.work_id
    WHERE m.back_on IS NULL AND m.due_on IS NOT NULL ORDER BY m.due_on LIMIT 40`);
