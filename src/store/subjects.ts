import { sql } from 'drizzle-orm';
import type { Db } from './db';

/** The work that something is about, and the picture of it. */
export type SubjectWork = { workId: string; title: string; picture: string | null };

/** Every kind of record that belongs to one work: its table, and how the work is found from a row `t`. */
const WAYS = [
  'SELECT t.id, t.id AS work_id FROM works t',
  ...[
    'editions',
    'formats',
    'masters',
    'preps',
    'print_files',
    'proofs',
    'prices',
    'products',
    'job_accounts',
    'market_notes',
    'attention',
    'mounts',
    'capture_checks',
    'original_moves',
    'photographs',
    'listings',
  ].map((table) => `SELECT t.id, t.work_id FROM ${table} t`),
  'SELECT t.id, e.work_id FROM impressions t JOIN editions e ON e.id = t.edition_id',
  'SELECT t.id, f.work_id FROM quotes t JOIN formats f ON f.id = t.format_id',
  'SELECT t.id, p.work_id FROM comparisons t JOIN proofs p ON p.id = t.proof_id',
  // An order of several works is about the first that was put on it.
  `SELECT t.order_id AS id, e.work_id FROM order_lines t JOIN editions e ON e.id = t.edition_id
    WHERE t.id = (SELECT min(l.id) FROM order_lines l WHERE l.order_id = t.order_id)`,
];

/**
 * The works that records of any kind are about, by the records' ids; what is about none, such as a paper, is not among them.
 *
 * @param ids at most a page of them
 */
export async function worksOfSubjects(db: Db, ids: readonly string[]): Promise<Map<string, SubjectWork>> {
  if (ids.length === 0) return new Map();
  const wanted = sql.join(
    ids.map((id) => sql`${id}`),
    sql`, `,
  );
  const found = sql.join(
    WAYS.map((way) => sql`SELECT id, work_id FROM (${sql.raw(way)}) WHERE id IN (${wanted})`),
    sql` UNION ALL `,
  );
  const rows = await db.all<{ id: string } & SubjectWork>(sql`
    SELECT s.id, w.id AS workId, w.title,
      (SELECT m.sha256 FROM masters m WHERE m.work_id = w.id AND m.current = 1 AND m.state = 'ready' LIMIT 1) AS picture
    FROM (${found}) s JOIN works w ON w.id = s.work_id`);
  return new Map(rows.map(({ id, ...work }) => [id, work]));
}
