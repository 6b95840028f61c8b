import { sql } from 'drizzle-orm';
import type { ImpressionKind, ImpressionState } from '@/core/edition/impressionStates';
import type { Db } from './db';

/** Rows that name something that is not there. */
export const foreignKeyFaults = (db: Db): Promise<{ table: string; parent: string }[]> =>
  db.all(sql`PRAGMA foreign_key_check`);

/** Numbers that two prints of one work and size bear, or two orders. */
export const duplicateNumbers = (db: Db): Promise<{ table: string; number: string; title: string }[]> =>
  db.all(sql`
    SELECT 'impressions' AS "table", i.number || '/' || e.size AS number, w.title
    FROM impressions i JOIN editions e ON e.id = i.edition_id JOIN works w ON w.id = e.work_id
    WHERE i.kind = 'run' AND e.kind = 'limited'
    GROUP BY e.work_id, lower(trim(e.name)), CASE WHEN e.run = 'all sizes' THEN '' ELSE e.format_id END, i.number HAVING count(*) > 1
    UNION ALL SELECT 'orders', o.number, 'orders' FROM orders o GROUP BY o.number HAVING count(*) > 1
    LIMIT 100`);

export type StandingImpression = {
  id: string;
  kind: ImpressionKind;
  number: number;
  size: number | null;
  runName: string;
  title: string;
  state: ImpressionState;
  /** Number of the order it is held for. */
  order: number | null;
};

/** Where every impression stands by what the studio keeps beside the register. */
export const standingImpressions = (db: Db): Promise<StandingImpression[]> =>
  db.all(sql`
    SELECT i.id, i.kind, i.number, e.size, e.name AS runName, w.title, i.state, o.number AS "order"
    FROM impressions i JOIN editions e ON e.id = i.edition_id JOIN works w ON w.id = e.work_id
    LEFT JOIN order_lines l ON l.id = i.order_line_id LEFT JOIN orders o ON o.id = l.order_id`);
