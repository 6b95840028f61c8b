import { sql } from 'drizzle-orm';
import type { WayFacts, WayOrderState } from '@/core/guide/way';
import type { Db } from './db';

type Counted = {
  id: string | null;
  title: string | null;
  capture: WayFacts['capture'] | null;
  widthPx: number | null;
  heightPx: number | null;
  isDescribed: number | null;
  mayPrint: WayFacts['facts']['mayPrint'] | null;
  sizes: number;
  papers: number;
  routes: number;
  asked: number;
  toJudge: number;
  accepted: number;
  prices: number;
  editions: number;
  toInspect: number;
  toSign: number;
  ready: number;
  gone: number;
  editionId: string | null;
  orderId: string | null;
  orderNumber: number | null;
  orderState: WayOrderState | null;
};

/** As `isSignedBefore` has it: every print of such a run is signed before it can leave. */
const SIGNED_FIRST = "e.signing IN ('front', 'back')";

/** How far a work has come, or the newest with a picture where none is named. One question to the database. */
export async function wayFacts(db: Db, workId: string | null): Promise<WayFacts> {
  const prints = (which: string) => sql`(SELECT count(*) FROM impressions i JOIN editions e
    ON e.id = i.edition_id WHERE e.work_id = w.id AND (${sql.raw(which)}))`;
  const proofs = (states: string) =>
    sql`(SELECT count(*) FROM proofs p WHERE p.work_id = w.id AND p.state IN (${sql.raw(states)}))`;
  const furthest = (column: string) => sql`(SELECT ${sql.raw(`o.${column}`)} FROM order_lines l
    JOIN editions e ON e.id = l.edition_id JOIN orders o ON o.id = l.order_id
    WHERE e.work_id = w.id AND o.state IN ('new', 'picked', 'packed', 'sealed', 'dispatched', 'delivered')
    ORDER BY CASE o.state WHEN 'new' THEN 0 WHEN 'picked' THEN 1 WHEN 'packed' THEN 2 WHEN 'sealed' THEN 3
      WHEN 'dispatched' THEN 4 ELSE 5 END DESC, o.number DESC LIMIT 1)`;
  const [row] = await db.all<Counted>(sql`
    WITH w AS (SELECT works.* FROM works LEFT JOIN masters m ON m.work_id = works.id AND m.current = 1
      WHERE ${workId ? sql`works.id = ${workId}` : sql`works.archived_at IS NULL`}
      ORDER BY m.state = 'ready' DESC, m.received_at DESC, works.id DESC LIMIT 1)
    SELECT w.id, w.title, m.state AS capture, m.width_px AS widthPx, m.height_px AS heightPx,
      (w.medium <> '' AND (w.kind = 'born digital' OR w.width_um IS NOT NULL)) AS isDescribed,
      w.may_print AS mayPrint,
      (SELECT count(*) FROM formats f WHERE f.work_id = w.id AND f.archived_at IS NULL) AS sizes,
      (SELECT count(*) FROM papers) AS papers, (SELECT count(*) FROM routes) AS routes,
      ${proofs("'asked'")} AS asked, ${proofs("'made', 'adjust', 'rejected'")} AS toJudge,
      ${proofs("'accepted'")} AS accepted,
      (SELECT count(*) FROM prices p WHERE p.work_id = w.id AND p.withdrawn_at IS NULL) AS prices,
      (SELECT count(*) FROM editions e WHERE e.work_id = w.id) AS editions,
      ${prints("i.state IN ('printed', 'returned')")} AS toInspect,
      ${prints(`i.state = 'inspected' AND ${SIGNED_FIRST}`)} AS toSign,
      ${prints(`i.state IN ('signed', 'certified') OR (i.state = 'inspected' AND NOT ${SIGNED_FIRST})`)} AS ready,
      ${prints("i.state IN ('allocated', 'dispatched', 'delivered', 'kept', 'gifted', 'consigned', 'lost')")} AS gone,
      (SELECT id FROM editions e WHERE e.work_id = w.id ORDER BY e.opened_at LIMIT 1) AS editionId,
      ${furthest('id')} AS orderId, ${furthest('number')} AS orderNumber, ${furthest('state')} AS orderState
    FROM (SELECT 1) one LEFT JOIN w ON 1 LEFT JOIN masters m ON m.work_id = w.id AND m.current = 1`);
  return factsFrom(row!);
}

function factsFrom(row: Counted): WayFacts {
  return {
    work: row.id ? { id: row.id, title: row.title! } : null,
    capture: row.capture ?? 'none',
    pixels: row.capture === 'ready' && row.widthPx ? { width: row.widthPx, height: row.heightPx! } : null,
    facts: { isDescribed: row.isDescribed === 1, mayPrint: row.mayPrint ?? 'not yet' },
    sizes: row.sizes,
    papers: row.papers,
    routes: row.routes,
    proofs: { asked: row.asked, toJudge: row.toJudge, accepted: row.accepted },
    prices: row.prices,
    editions: row.editions,
    prints: {
      toInspect: row.toInspect,
      toSign: row.toSign,
      ready: row.ready,
      gone: row.gone,
    },
    order: row.orderId ? { id: row.orderId, number: row.orderNumber!, state: row.orderState! } : null,
    editionId: row.editionId,
  };
}
