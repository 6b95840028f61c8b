import { asc, eq, sql, type SQL } from 'drizzle-orm';
import type { ImpressionKind } from '@/core/edition/impressionStates';
import { impressions, register, buyers, orders, parcels } from './schema';
import { orderSum } from './orders';
import type { Db } from './db';

const A_PIECE = 500;

/** A line of the register as a table shows it; the body as it is stored. */
export type RegisterRow = [
  seq: number,
  at: string,
  who: string,
  act: string,
  title: string | null,
  kind: ImpressionKind | null,
  number: number | null,
  size: number | null,
  run: string | null,
  body: string,
  prevHash: string,
  hash: string,
];

/** Lines of a span of time, such as a year; from its first instant to before its last. */
export type RegisterSpan = { from: string; before: string };

/** How many lines there are of a span. */
export async function registerCount(db: Db, { from, before }: RegisterSpan): Promise<number> {
  const [row] = await db.all<{ n: number }>(
    sql`SELECT count(*) AS n FROM register WHERE at >= ${from} AND at < ${before}`,
  );
  return row?.n ?? 0;
}

/** The years that have a line, the newest first, with how many. */
export const registerYears = (db: Db): Promise<{ year: string; lines: number }[]> =>
  db.all(
    sql`SELECT substr(at, 1, 4) AS year, count(*) AS lines FROM register GROUP BY 1 ORDER BY 1 DESC`,
  );

/** The register with what its lines are about, some hundred lines at a time. */
export async function* registerPieces(
  db: Db,
  { from, before }: RegisterSpan = { from: '', before: '9999' },
): AsyncGenerator<RegisterRow[]> {
  const piecesOf = (after: number) => sql`
    SELECT max(seq) AS last, json_group_array(json_array(seq, at, who, act, title, kind, number, size, run, body, prev_hash, hash)) AS lines
    FROM (SELECT r.seq, r.at, r.who, r.act, w.title, i.kind, i.number, e.size, e.name AS run, r.body, r.prev_hash, r.hash
      FROM register r LEFT JOIN editions e ON e.id = r.edition_id LEFT JOIN works w ON w.id = e.work_id
        LEFT JOIN impressions i ON i.id = r.impression_id
      WHERE r.seq > ${after} AND r.at >= ${from} AND r.at < ${before} ORDER BY r.seq LIMIT ${A_PIECE})`;
  for await (const lines of piecesAlong(db, piecesOf)) yield JSON.parse(lines) as RegisterRow[];
}

/** The same lines as they are hashed, each an object of JSON, parted by commas and line ends. */
export function registerJsonPieces(db: Db): AsyncGenerator<string> {
  return piecesAlong(
    db,
    (after) => sql`
    SELECT max(seq) AS last, group_concat(json_object('seq', seq, 'at', at, 'who', who, 'act', act, 'editionId', edition_id,
      'impressionId', impression_id, 'body', json(body), 'prevHash', prev_hash, 'hash', hash), ',' || char(10)) AS lines
    FROM (SELECT * FROM register WHERE seq > ${after} ORDER BY seq LIMIT ${A_PIECE})`,
  );
}

/** A table read along its numbers, each piece one text: it comes ten times as fast as row by row. */
async function* piecesAlong(db: Db, pieceAfter: (seq: number) => SQL): AsyncGenerator<string> {
  for (let after = 0; ;) {
    const [piece] = await db.all<{ last: number | null; lines: string }>(pieceAfter(after));
    if (!piece?.last) return;
    yield piece.lines;
    after = piece.last;
    // The driver answers on this thread: pages have their turn in between.
    await new Promise(setImmediate);
  }
}

/** Every line the register has of one edition. */
export const registerOfEdition = (db: Db, editionId: string) =>
  db
    .select({ r: register, i: { kind: impressions.kind, number: impressions.number } })
    .from(register)
    .leftJoin(impressions, eq(impressions.id, register.impressionId))
    .where(eq(register.editionId, editionId))
    .orderBy(asc(register.seq));

/** All orders with their buyers, in order of number. */
export const ordersWithBuyers = (db: Db) =>
  db
    .select({
      o: orders,
      b: buyers,
      things: sql<number>`(SELECT coalesce(sum(l.quantity), 0) FROM order_lines l WHERE l.order_id = ${orders.id})
        + (SELECT coalesce(sum(g.quantity), 0) FROM order_goods g WHERE g.order_id = ${orders.id})`,
      sum: orderSum(),
      tracking: parcels.tracking,
      postageMinor: parcels.postageMinor,
    })
    .from(orders)
    .innerJoin(buyers, eq(buyers.id, orders.buyerId))
    .leftJoin(parcels, eq(parcels.orderId, orders.id))
    .orderBy(asc(orders.number));
