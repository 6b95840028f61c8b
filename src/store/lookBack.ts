import { sql } from 'drizzle-orm';
import type { Db } from './db';

/** A print that was made or spoiled, and what it was made with. */
export type MadeLine = {
  act: string;
  paper: string | null;
  machine: string | null;
  route: string | null;
};

/** Every print and every spoiling from one moment to another, by the register. */
export const madeBetween = (db: Db, from: string, to: string): Promise<MadeLine[]> =>
  db.all<MadeLine>(sql`
    SELECT r.act, json_extract(i.as_printed, '$.body.paper.name') AS paper,
      json_extract(i.as_printed, '$.body.machine') AS machine, json_extract(i.as_printed, '$.body.route') AS route
    FROM register r JOIN impressions i ON i.id = r.impression_id
    WHERE r.at >= ${from} AND r.at < ${to} AND r.act IN ('printed', 'spoiled')`);

export type SentOrder = {
  number: number;
  shipBy: string;
  dispatchedAt: string | null;
  carrier: string | null;
  /** It came back, was damaged or lost. */
  isBad: boolean;
};

/** Orders promised for a day of a span, when they left, by whom, and whether they arrived as they should. */
export async function ordersPromised(db: Db, from: string, to: string): Promise<SentOrder[]> {
  const rows = await db.all<Omit<SentOrder, 'isBad'> & { isBad: number }>(sql`
    SELECT o.number, o.ship_by AS shipBy, p.dispatched_at AS dispatchedAt, s.carrier,
      (o.state IN ('returned', 'lost') OR EXISTS (
        SELECT 1 FROM order_cases c WHERE c.order_id = o.id AND c.kind IN ('returned', 'damaged', 'lost'))) AS isBad
    FROM orders o LEFT JOIN parcels p ON p.order_id = o.id LEFT JOIN services s ON s.id = p.service_id
    WHERE o.ship_by >= ${from} AND o.ship_by < ${to} AND o.state <> 'cancelled'
    ORDER BY o.number`);
  return rows.map((row) => ({ ...row, isBad: Boolean(row.isBad) }));
}

/** The years in which anything was ordered or printed, the newest first. */
export async function yearsOf(db: Db): Promise<string[]> {
  const rows = await db.all<{ year: string }>(sql`
    SELECT DISTINCT substr(ordered_on, 1, 4) AS year FROM orders
    UNION SELECT DISTINCT substr(at, 1, 4) FROM register ORDER BY year DESC`);
  return rows.map(({ year }) => year);
}
