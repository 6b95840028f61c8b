import { and, asc, desc, eq, sql, isNotNull } from 'drizzle-orm';
import type { Db } from './db';
import {
  formats,
  impressions,
  papers,
  proofs,
  routes,
  works,
  masters,
  profiles,
  machines,
  printFiles,
} from './schema';

export type Proof = typeof proofs.$inferSelect;
export type Paper = typeof papers.$inferSelect;
export type Route = typeof routes.$inferSelect;

/** The proofs of a work, newest first, with the names of what they were made of. */
export const proofsOf = (db: Db, workId: string) =>
  db
    .select({ proof: proofs, format: formats, paper: papers, route: routes })
    .from(proofs)
    .innerJoin(formats, eq(formats.id, proofs.formatId))
    .innerJoin(papers, eq(papers.id, proofs.paperId))
    .innerJoin(routes, eq(routes.id, proofs.routeId))
    .where(eq(proofs.workId, workId))
    .orderBy(desc(proofs.askedAt), desc(proofs.id));

/** The accepted proof that prints of a format on a paper are held against. */
export async function referenceFor(
  db: Db,
  formatId: string,
  paperId: string,
): Promise<Proof | undefined> {
  return (
    await db
      .select()
      .from(proofs)
      .where(and(eq(proofs.formatId, formatId), eq(proofs.paperId, paperId), eq(proofs.reference, true)))
      .orderBy(desc(proofs.judgedAt))
      .limit(1)
  )[0];
}

/** How many impressions name a proof as what they were printed from. */
export async function printsFromProof(db: Db, proofId: string): Promise<number> {
  const [row] = await db
    .select({ n: sql<number>`count(*)` })
    .from(impressions)
    .where(eq(impressions.proofId, proofId));
  return row?.n ?? 0;
}

export async function nextRound(
  db: Db,
  formatId: string,
  paperId: string,
  routeId: string,
): Promise<number> {
  const [row] = await db
    .select({ last: sql<number | null>`max(${proofs.round})` })
    .from(proofs)
    .where(and(eq(proofs.formatId, formatId), eq(proofs.paperId, paperId), eq(proofs.routeId, routeId)));
  return (row?.last ?? 0) + 1;
}

/** Proofs that wait for something, for the bench. */
export const waitingProofs = (db: Db) =>
  db
    .select({
      proof: proofs,
      title: works.title,
      formatName: formats.name,
      paperName: papers.name,
      dryHours: papers.dryHours,
      routeName: routes.name,
      leadDays: routes.leadDays,
    })
    .from(proofs)
    .innerJoin(works, eq(works.id, proofs.workId))
    .innerJoin(formats, eq(formats.id, proofs.formatId))
    .innerJoin(papers, eq(papers.id, proofs.paperId))
    .innerJoin(routes, eq(routes.id, proofs.routeId))
    .where(sql`${proofs.state} IN ('asked', 'made')`)
    .orderBy(proofs.askedAt);

/** Every paper and route there is, by name; what is discontinued comes last. */
export async function papersAndRoutes(db: Db): Promise<{ papers: Paper[]; routes: Route[] }> {
  const [p, r] = await Promise.all([
    db.select().from(papers).orderBy(asc(papers.discontinued), asc(papers.name)),
    db.select().from(routes).orderBy(asc(routes.name)),
  ]);
  return { papers: p, routes: r };
}

/** Proofs that passed, with all they were made of, the newest first: so many behind so many. */
export const acceptedProofs = (
  db: Db,
  q: { proofId?: string; paperId?: string; kind?: string; offset: number; limit: number },
) =>
  db
    .select({
      proof: proofs,
      work: works,
      format: formats,
      paper: papers,
      route: routes,
      master: masters,
    })
    .from(proofs)
    .innerJoin(works, eq(works.id, proofs.workId))
    .innerJoin(formats, eq(formats.id, proofs.formatId))
    .innerJoin(papers, eq(papers.id, proofs.paperId))
    .innerJoin(routes, eq(routes.id, proofs.routeId))
    .innerJoin(masters, eq(masters.id, proofs.masterId))
    .where(
      and(
        eq(proofs.state, 'accepted'),
        q.proofId ? eq(proofs.id, q.proofId) : undefined,
        q.paperId ? eq(proofs.paperId, q.paperId) : undefined,
        q.kind ? sql`${works.kind} = ${q.kind}` : undefined,
      ),
    )
    .orderBy(desc(proofs.judgedAt), desc(proofs.id))
    .limit(q.limit)
    .offset(q.offset);

/** The file names of all profiles. */
export const profileNames = (db: Db) =>
  db.select({ id: profiles.id, name: profiles.fileName }).from(profiles);

const OWN_MACHINES_FIRST = [
  sql`${profiles.machineId} IS NULL`,
  desc(profiles.receivedAt),
  desc(profiles.id),
];

/** Profiles with what they belong to, a machine’s own first. */
export const profilesWithNames = (db: Db, onlyId?: string) =>
  db
    .select({ profile: profiles, paper: papers.name, machine: machines.name, route: routes.name })
    .from(profiles)
    .innerJoin(papers, eq(papers.id, profiles.paperId))
    .leftJoin(machines, eq(machines.id, profiles.machineId))
    .leftJoin(routes, eq(routes.id, profiles.routeId))
    .where(onlyId === undefined ? undefined : eq(profiles.id, onlyId))
    .orderBy(...OWN_MACHINES_FIRST);

/** As a list names them, in the same order: without what their tables say, which is ten kilobytes each. */
export const profileLines = (db: Db) =>
  db
    .select({
      id: profiles.id,
      paper: papers.name,
      machine: machines.name,
      route: routes.name,
      setting: profiles.setting,
      archivedAt: profiles.archivedAt,
      version: sql<string>`json_extract(${profiles.facts}, '$.body.version')`,
      works: sql<string>`json_extract(${profiles.facts}, '$.body.works')`,
    })
    .from(profiles)
    .innerJoin(papers, eq(papers.id, profiles.paperId))
    .leftJoin(machines, eq(machines.id, profiles.machineId))
    .leftJoin(routes, eq(routes.id, profiles.routeId))
    .orderBy(...OWN_MACHINES_FIRST);

/** The newest print file made here for a size. */
export const lastMadeFile = (db: Db, formatId: string) =>
  db
    .select({ spec: printFiles.spec })
    .from(printFiles)
    .where(and(eq(printFiles.formatId, formatId), isNotNull(printFiles.spec)))
    .orderBy(desc(printFiles.madeAt))
    .limit(1);

/** Proofs that are asked on a paper and not yet made. */
export const proofsToLay = (db: Db, paperId: string) =>
  db
    .select({
      id: proofs.id,
      kind: proofs.kind,
      round: proofs.round,
      title: works.title,
      format: formats,
    })
    .from(proofs)
    .innerJoin(works, eq(works.id, proofs.workId))
    .innerJoin(formats, eq(formats.id, proofs.formatId))
    .where(and(eq(proofs.paperId, paperId), eq(proofs.state, 'asked')));
