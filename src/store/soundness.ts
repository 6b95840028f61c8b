import { sql } from 'drizzle-orm';
import type { Db } from './db';

/** Lots whose moves add up to less than nothing. */
export const lotsBelowNothing = (db: Db): Promise<{ id: string; name: string; sum: number }[]> =>
  db.all(sql`
    SELECT l.id, l.name, sum(m.amount) AS sum FROM lots l JOIN stock_moves m ON m.lot_id = l.id
    GROUP BY l.id HAVING sum(m.amount) < 0`);

/** Things on the packing shelf whose count is not what their moves add up to, or is below nothing. */
export const suppliesOutOfStep = (
  db: Db,
): Promise<{ id: string; name: string; onHand: number; sum: number }[]> =>
  db.all(sql`
    SELECT s.id, s.name, s.on_hand AS onHand, coalesce(sum(m.amount), 0) AS sum
    FROM supplies s LEFT JOIN supply_moves m ON m.supply_id = s.id
    GROUP BY s.id HAVING s.on_hand <> coalesce(sum(m.amount), 0) OR s.on_hand < 0`);

/** What of a run is free: neither gone, nor retired, nor kept back, nor held for an order or a reservation. */
export type FreeLine = {
  editionId: string;
  title: string;
  unsold: number;
  promised: number;
  reserved: number;
  free: number;
};

/**
 * How many numbers of limited runs are free, the one answer that every page and every act goes by. A closed run has only what
 * was printed of it; what was never printed never will be. A spoiled or destroyed number counts where the run remakes it. A
 * reservation holds its numbers through its last day, and nothing after it.
 *
 * @param today the studio's calendar day
 * @param editionIds only of these; of all where nothing is said
 */
export async function freeByEdition(
  db: Db,
  today: string,
  editionIds?: readonly string[],
): Promise<FreeLine[]> {
  const ofThese = editionIds ? sql`AND e.id IN ${[...editionIds]}` : sql``;
  const rows = await db.all<Omit<FreeLine, 'free'>>(sql`
    WITH promised AS (SELECT l.edition_id, sum(l.quantity) AS n FROM orders o JOIN order_lines l ON l.order_id = o.id
        WHERE o.state = 'new' GROUP BY l.edition_id),
      reserved AS (SELECT r.edition_id, sum(r.quantity) AS n FROM reservations r
        WHERE r.ended_at IS NULL AND r.until_on >= ${today} GROUP BY r.edition_id)
    SELECT e.id AS editionId, w.title,
      (SELECT count(*) FROM impressions i WHERE i.edition_id = e.id AND i.kind = 'run' AND i.order_line_id IS NULL AND i.held_back = 0 AND (
        i.state IN ('printed', 'inspected', 'signed', 'certified', 'returned')
        OR (i.state = 'declared' AND e.closed_at IS NULL)
        OR (i.state IN ('spoiled', 'destroyed') AND e.closed_at IS NULL AND e.remake = 'remake'))) AS unsold,
      coalesce((SELECT n FROM promised WHERE edition_id = e.id), 0) AS promised,
      coalesce((SELECT n FROM reserved WHERE edition_id = e.id), 0) AS reserved
    FROM editions e JOIN works w ON w.id = e.work_id
    WHERE e.kind = 'limited' ${ofThese}`);
  return rows.map((r) => ({ ...r, free: r.unsold - r.promised - r.reserved }));
}

/** What is free of one run, and what holds the rest; nothing for an open edition, which has no end. */
export async function freeLineOf(
  db: Db,
  editionId: string,
  today: string,
): Promise<FreeLine | undefined> {
  const [row] = await freeByEdition(db, today, [editionId]);
  return row;
}

/** The free numbers of one run; nothing for an open edition. */
export const freeOf = async (db: Db, editionId: string, today: string): Promise<number | null> =>
  (await freeLineOf(db, editionId, today))?.free ?? null;
