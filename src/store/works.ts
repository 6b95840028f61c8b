import { and, asc, desc, eq, gt, isNull, lt, ne, or, sql, isNotNull, type SQL } from 'drizzle-orm';
import { NEXT_STEPS, type DrawersBy } from '@/core/works';
import type { Db } from './db';
import { editions, formats, intakes, masters, prices, proofs, works, printFiles, preps } from './schema';

export type Work = typeof works.$inferSelect;
export type Master = typeof masters.$inferSelect;
export type Format = typeof formats.$inferSelect;

/** Masters of a work, the current one first. */
export const mastersOf = (db: Db, workId: string): Promise<Master[]> =>
  db
    .select()
    .from(masters)
    .where(eq(masters.workId, workId))
    .orderBy(desc(masters.current), desc(masters.receivedAt));

export async function currentMaster(db: Db, workId: string): Promise<Master | undefined> {
  return (
    await db
      .select()
      .from(masters)
      .where(and(eq(masters.workId, workId), eq(masters.current, true)))
      .limit(1)
  )[0];
}

/** Formats on offer, small to large. */
export const formatsOf = (db: Db, workId: string): Promise<Format[]> =>
  db
    .select()
    .from(formats)
    .where(and(eq(formats.workId, workId), isNull(formats.archivedAt)))
    .orderBy(asc(sql`${formats.imageWidthUm} * ${formats.imageHeightUm}`), asc(formats.id));

export const sameFile = (db: Db, sha256: string) =>
  db
    .select({ masterId: masters.id, workId: masters.workId, title: works.title, sha256: masters.sha256 })
    .from(masters)
    .innerJoin(works, eq(works.id, masters.workId))
    .where(eq(masters.sha256, sha256))
    .orderBy(asc(masters.receivedAt));

/** Files whose bytes were still on their way. */
export const receivingIntakes = (db: Db) =>
  db.select({ id: intakes.id }).from(intakes).where(eq(intakes.state, 'receiving'));

export const refusedIntakes = (db: Db) =>
  db.select().from(intakes).where(eq(intakes.state, 'refused')).orderBy(desc(intakes.startedAt));

/** Titles beside a work in order of their making, for stepping through. */
export async function neighbours(
  db: Db,
  work: Work,
): Promise<{ before: string | null; after: string | null }> {
  const live = isNull(works.archivedAt);
  const [before] = await db
    .select({ id: works.id })
    .from(works)
    .where(and(live, lt(works.id, work.id)))
    .orderBy(desc(works.id))
    .limit(1);
  const [after] = await db
    .select({ id: works.id })
    .from(works)
    .where(and(live, gt(works.id, work.id)))
    .orderBy(asc(works.id))
    .limit(1);
  return { before: before?.id ?? null, after: after?.id ?? null };
}

export type WorkLine = Pick<
  Work,
  'id' | 'title' | 'year' | 'medium' | 'kind' | 'mayPrint' | 'widthUm' | 'heightUm' | 'archivedAt'
> & {
  sha256: string | null;
  widthPx: number | null;
  heightPx: number | null;
  state: string | null;
  formats: number;
  priced: number;
  accepted: number;
  toJudge: number;
  editions: number;
  /** The drawer it lies in; empty where there is one for all. */
  drawer: string;
};

export type WorkOrder = 'title' | 'newest' | 'year';
export const WORKS_A_PAGE = 60;

const has = (table: string, more = '') =>
  `EXISTS (SELECT 1 FROM ${table} x WHERE x.work_id = works.id ${more})`;

/** The place of what a work lacks next, among `NEXT_STEPS`. */
const NEXT_PLACE = sql.raw(`CASE
  WHEN ${has('masters', "AND x.current = 1 AND x.state = 'not read'")} THEN 0
  WHEN works.may_print = 'no' THEN 2
  WHEN NOT ${has('masters')} THEN 1
  WHEN works.may_print <> 'yes' THEN 2
  WHEN NOT ${has('formats', 'AND x.archived_at IS NULL')} THEN 3
  WHEN NOT ${has('proofs', "AND x.state = 'accepted'")} THEN 4
  WHEN NOT ${has('editions')} THEN 5
  WHEN NOT ${has('prices')} THEN 6
  ELSE 7 END`);
const NEXT_NAME = sql`CASE ${NEXT_PLACE} ${sql.join(
  NEXT_STEPS.map((step, i) => sql`WHEN ${i} THEN ${step}`),
  sql` `,
)} END`;

/** How each manner of drawers names and orders them: years the newest first, what was not noted last. */
const DRAWER_SQL: Record<DrawersBy, { name: SQL; order: SQL }> = {
  // Not a bare number: that would order by the column of that place.
  none: { name: sql`''`, order: sql`''` },
  series: {
    name: sql`${works.series}`,
    order: sql`${works.series} = '', ${works.series} COLLATE NOCASE`,
  },
  medium: {
    name: sql`${works.medium}`,
    order: sql`${works.medium} = '', ${works.medium} COLLATE NOCASE`,
  },
  year: { name: sql`CAST(${works.year} AS TEXT)`, order: sql`${works.year} IS NULL, ${works.year} DESC` },
  kind: { name: sql`${works.kind}`, order: sql`${works.kind}` },
  next: { name: NEXT_NAME, order: NEXT_PLACE },
};

/** A page of works with what the list shows of each, and how many there are in all. */
export async function worksPage(
  db: Db,
  q: {
    search: string;
    order: WorkOrder;
    archived: boolean;
    page: number;
    drawers?: DrawersBy;
  },
): Promise<{ lines: WorkLine[]; total: number }> {
  const like = `%${q.search.replace(/[%_\\]/g, '\\$&')}%`;
  const where = and(
    q.archived ? sql`${works.archivedAt} IS NOT NULL` : isNull(works.archivedAt),
    q.search
      ? or(
          ...[works.title, works.medium, works.series].map(
            (text) => sql`${text} LIKE ${like} ESCAPE '\\'`,
          ),
        )
      : undefined,
  );
  const order = {
    title: [sql`${works.title} COLLATE NOCASE`],
    newest: [desc(works.id)],
    year: [desc(works.year), asc(works.title)],
  }[q.order];
  const drawer = DRAWER_SQL[q.drawers ?? 'none'];
  const count = (table: typeof formats | typeof prices | typeof proofs | typeof editions, more = sql``) =>
    sql<number>`(SELECT count(*) FROM ${table} WHERE ${table.workId} = ${works.id} ${more})`;
  const lines = await db
    .select({
      id: works.id,
      title: works.title,
      year: works.year,
      medium: works.medium,
      kind: works.kind,
      mayPrint: works.mayPrint,
      widthUm: works.widthUm,
      heightUm: works.heightUm,
      archivedAt: works.archivedAt,
      sha256: masters.sha256,
      widthPx: masters.widthPx,
      heightPx: masters.heightPx,
      state: masters.state,
      formats: count(formats, sql`AND ${formats.archivedAt} IS NULL`),
      priced: count(prices),
      accepted: count(proofs, sql`AND ${proofs.state} = 'accepted'`),
      toJudge: count(proofs, sql`AND ${proofs.state} = 'made'`),
      editions: count(editions),
      drawer: sql<string>`coalesce(${drawer.name}, '')`,
    })
    .from(works)
    .leftJoin(masters, and(eq(masters.workId, works.id), eq(masters.current, true)))
    .where(where)
    .orderBy(drawer.order, ...order)
    .limit(WORKS_A_PAGE)
    .offset(q.page * WORKS_A_PAGE);
  const [row] = await db
    .select({ total: sql<number>`count(*)` })
    .from(works)
    .where(where);
  return { lines, total: row?.total ?? 0 };
}

/** Live works that have no capture yet. */
export const worksWithoutMaster = (db: Db) =>
  db
    .select({ id: works.id, title: works.title, createdAt: works.createdAt })
    .from(works)
    .where(
      and(
        isNull(works.archivedAt),
        ne(works.mayPrint, 'no'),
        sql`NOT EXISTS (SELECT 1 FROM ${masters} WHERE ${masters.workId} = ${works.id})`,
      ),
    );

/** The print files a prep has gone into. */
export const filesOfPrep = (db: Db, prepId: string) =>
  db.select({ name: printFiles.fileName }).from(printFiles).where(eq(printFiles.prepId, prepId)).limit(1);

/** Preps of nearly the same enlargement whose proof passed, the nearest first. */
export const preparedNear = (db: Db, factor: number, width: number) =>
  db
    .select({ prep: preps, title: works.title, round: proofs.round })
    .from(preps)
    .innerJoin(works, eq(works.id, preps.workId))
    .innerJoin(proofs, and(eq(proofs.formatId, preps.formatId), eq(proofs.state, 'accepted')))
    .where(
      and(isNotNull(preps.factor), sql`${preps.factor} BETWEEN ${factor / width} AND ${factor * width}`),
    )
    .orderBy(asc(sql`abs(${preps.factor} - ${factor})`))
    .limit(5);

/** Every size that is offered, as a picker names it. */
export const sizesToPick = (db: Db) =>
  db
    .select({
      id: formats.id,
      title: works.title,
      name: formats.name,
      width: formats.imageWidthUm,
      height: formats.imageHeightUm,
      mayPrint: works.mayPrint,
    })
    .from(formats)
    .innerJoin(works, eq(works.id, formats.workId))
    .where(isNull(formats.archivedAt))
    .orderBy(works.title, formats.imageWidthUm);
