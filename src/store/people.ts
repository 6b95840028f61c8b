import { sql, type SQL } from 'drizzle-orm';
import type { Db, Tx } from './db';
import { writeDocument } from './schema/documents';

/** Somebody in the address book: a buyer, somebody who frames or mends, or a house that prints. */
export type PersonRow = {
  id: string;
  kind: 'buyer' | 'craft' | 'route';
  name: string;
  /** What they do, where that is one thing: framer, lab. */
  craft: string;
  country: string;
  since: string | null;
  how: string;
  removedAt: string | null;
};

export const PEOPLE_A_PAGE = 60;
export type PeopleQuery = {
  /** Words their names or places begin with. */
  match: string | null;
  kind: PersonRow['kind'] | null;
  country: string | null;
  page: number;
};

const PEOPLE = sql`(
  SELECT id, 'buyer' AS kind, name, '' AS craft, country, may_write_since AS since, may_write_how AS how, removed_at AS removedAt FROM buyers
  UNION ALL SELECT id, 'craft', name, craft, country, NULL, '', NULL FROM craftspeople WHERE archived_at IS NULL
  UNION ALL SELECT id, 'route', name, kind, '', NULL, '', NULL FROM routes WHERE kind NOT IN ('own printer', 'hand-made darkroom print'))`;

const asked = ({ match, kind, country }: Omit<PeopleQuery, 'page'>): SQL => sql`
  ${match === null ? sql`true` : sql`p.id IN (SELECT f.ref FROM found JOIN findables f ON f.id = found.rowid WHERE found MATCH ${match})`}
  AND ${kind === null ? sql`true` : sql`p.kind = ${kind}`}
  AND ${country === null ? sql`true` : sql`p.country = ${country}`}`;

/** A page of everybody, by where they are and by name. */
export async function peoplePage(
  db: Db,
  q: PeopleQuery,
): Promise<{ people: PersonRow[]; total: number }> {
  const [people, [row]] = await Promise.all([
    db.all<PersonRow>(sql`
      SELECT * FROM ${PEOPLE} p WHERE ${asked(q)}
      ORDER BY p.country = '', p.country COLLATE NOCASE, p.name COLLATE NOCASE, p.id
      LIMIT ${PEOPLE_A_PAGE} OFFSET ${q.page * PEOPLE_A_PAGE}`),
    db.all<{ n: number }>(sql`SELECT count(*) AS n FROM ${PEOPLE} p WHERE ${asked(q)}`),
  ]);
  return { people, total: row?.n ?? 0 };
}

/** Where anybody is. */
export async function countriesOfPeople(db: Db): Promise<string[]> {
  const rows = await db.all<{ country: string }>(sql`
    SELECT country FROM buyers UNION SELECT country FROM craftspeople WHERE archived_at IS NULL ORDER BY 1`);
  return rows.map(({ country }) => country).filter(Boolean);
}

/** What a buyer bought, and how it went. */
export type BoughtFacts = {
  id: string;
  orders: number;
  prints: number;
  /** Sold for, less what was taken off, without carriage. */
  sumMinor: number;
  lastOn: string | null;
  commissions: number;
  /** Prints that lie with them to be sold. */
  consigned: number;
  /** Orders that came back, were damaged, late or lost. */
  cases: number;
};

const idsIn = (ids: readonly string[]) =>
  sql.join(
    ids.map((id) => sql`${id}`),
    sql`, `,
  );

/** What each of some buyers bought; cancelled orders and what was sent again are left out. */
export const boughtBy = (db: Db, ids: readonly string[]): Promise<BoughtFacts[]> =>
  ids.length === 0
    ? Promise.resolve([])
    : db.all<BoughtFacts>(sql`
        SELECT b.id, count(o.id) AS orders,
          coalesce(sum((SELECT coalesce(sum(l.quantity), 0) FROM order_lines l WHERE l.order_id = o.id)), 0) AS prints,
          coalesce(sum((SELECT coalesce(sum(l.quantity * l.price_minor), 0) FROM order_lines l WHERE l.order_id = o.id)
            + (SELECT coalesce(sum(g.quantity * g.price_minor), 0) FROM order_goods g WHERE g.order_id = o.id) - o.discount_minor), 0) AS sumMinor,
          max(o.ordered_on) AS lastOn, coalesce(sum(o.kind = 'commission'), 0) AS commissions,
          (SELECT count(*) FROM consignments c JOIN consignment_items k ON k.consignment_id = c.id WHERE c.buyer_id = b.id
            AND k.outcome = 'there') AS consigned,
          coalesce(sum(EXISTS (SELECT 1 FROM order_cases k WHERE k.order_id = o.id)), 0) AS cases
        FROM buyers b LEFT JOIN orders o ON o.buyer_id = b.id AND o.state <> 'cancelled' AND o.kind <> 'resend'
        WHERE b.id IN (${idsIn(ids)}) GROUP BY b.id`);

/** What went through somebody's hands: pieces handed to a framer or mender, jobs sent to a house that prints. */
export type MadeFacts = { id: string; count: number; bad: number };

/** Pieces handed to each of some craftspeople, known by their names, and of those the orders with damage afterwards. */
export const handedTo = (db: Db, ids: readonly string[]): Promise<MadeFacts[]> =>
  ids.length === 0
    ? Promise.resolve([])
    : db.all<MadeFacts>(sql`
        SELECT c.id, count(h.id) AS count,
          coalesce(sum(EXISTS (SELECT 1 FROM order_cases k WHERE k.order_id = h.order_id AND k.kind = 'damaged')), 0) AS bad
        FROM craftspeople c LEFT JOIN handovers h ON lower(trim(h.to_whom)) = lower(trim(c.name))
        WHERE c.id IN (${idsIn(ids)}) GROUP BY c.id`);

/** Jobs sent to each of some routes, and of those the ones that came back late or are late now. */
export const sentTo = (db: Db, ids: readonly string[], today: string): Promise<MadeFacts[]> =>
  ids.length === 0
    ? Promise.resolve([])
    : db.all<MadeFacts>(sql`
        SELECT r.id, count(j.id) AS count, coalesce(sum(coalesce(j.back_on, ${today}) > j.expected_on), 0) AS bad
        FROM routes r LEFT JOIN sent_jobs j ON j.route_id = r.id
        WHERE r.id IN (${idsIn(ids)}) GROUP BY r.id`);

export type BoughtLine = {
  orderId: string;
  number: number;
  orderedOn: string;
  state: string;
  kind: string;
  shipBy: string;
  dispatchedAt: string | null;
  sumMinor: number;
  what: string;
  cases: string | null;
};

/** The orders of a buyer, the newest first, with what was in them, when they left, and what went wrong. */
export const ordersOf = (db: Db, buyerId: string): Promise<BoughtLine[]> =>
  db.all<BoughtLine>(sql`
    SELECT o.id AS orderId, o.number, o.ordered_on AS orderedOn, o.state, o.kind, o.ship_by AS shipBy, p.dispatched_at AS dispatchedAt,
      (SELECT coalesce(sum(l.quantity * l.price_minor), 0) FROM order_lines l WHERE l.order_id = o.id)
        + (SELECT coalesce(sum(g.quantity * g.price_minor), 0) FROM order_goods g WHERE g.order_id = o.id) - o.discount_minor AS sumMinor,
      coalesce((SELECT group_concat(x.says, '; ') FROM (
        SELECT w.title || ', ' || f.name || CASE WHEN l.quantity > 1 THEN ' × ' || l.quantity ELSE '' END AS says
          FROM order_lines l JOIN editions e ON e.id = l.edition_id JOIN works w ON w.id = e.work_id
            JOIN formats f ON f.id = l.format_id WHERE l.order_id = o.id
        UNION ALL SELECT g.name || CASE WHEN og.quantity > 1 THEN ' × ' || og.quantity ELSE '' END
          FROM order_goods og JOIN goods g ON g.id = og.goods_id WHERE og.order_id = o.id) x), '') AS what,
      (SELECT group_concat(k.kind || ': ' || k.says, '; ') FROM order_cases k WHERE k.order_id = o.id) AS cases
    FROM orders o LEFT JOIN parcels p ON p.order_id = o.id
    WHERE o.buyer_id = ${buyerId} ORDER BY o.number DESC LIMIT 200`);

export type HeldPrint = {
  id: string;
  editionId: string;
  kind: string;
  number: number;
  size: number | null;
  name: string;
  title: string;
};

/** The prints that went to a buyer by their orders and have not come back. */
export const printsWith = (db: Db, buyerId: string): Promise<HeldPrint[]> =>
  db.all<HeldPrint>(sql`
    SELECT i.id, e.id AS editionId, i.kind, i.number, e.size, e.name, w.title
    FROM orders o JOIN order_lines l ON l.order_id = o.id JOIN impressions i ON i.order_line_id = l.id
    JOIN editions e ON e.id = i.edition_id JOIN works w ON w.id = e.work_id
    WHERE o.buyer_id = ${buyerId} AND i.state IN ('dispatched', 'delivered') ORDER BY w.title, i.number LIMIT 200`);

export type HandedPiece = {
  orderId: string;
  number: number;
  at: string;
  condition: string;
  bears: string;
  cases: string | null;
};

/** Every piece that was handed to somebody of a name, the newest first. */
export const piecesHandedTo = (db: Db, name: string): Promise<HandedPiece[]> =>
  db.all<HandedPiece>(sql`
    SELECT h.order_id AS orderId, o.number, h.at, h.condition, h.bears,
      (SELECT group_concat(k.kind || ': ' || k.says, '; ') FROM order_cases k WHERE k.order_id = o.id) AS cases
    FROM handovers h JOIN orders o ON o.id = h.order_id
    WHERE lower(trim(h.to_whom)) = lower(trim(${name})) ORDER BY h.at DESC LIMIT 200`);

export type LetterRow = {
  id: string;
  name: string;
  preferredName: string;
  email: string;
  country: string;
  since: string;
  how: string;
  orders: number;
  lastOrderOn: string | null;
  hasWork: number;
};

/** Everybody who ever agreed to be written to, with what they bought, and whether a print of a work is with them. */
export const permittedPeople = (db: Db, workId: string): Promise<LetterRow[]> =>
  db.all<LetterRow>(sql`
    SELECT b.id, b.name, b.preferred_name AS preferredName, b.email, b.country, b.may_write_since AS since, b.may_write_how AS how,
      (SELECT count(*) FROM orders o WHERE o.buyer_id = b.id AND o.state <> 'cancelled' AND o.kind <> 'resend') AS orders,
      (SELECT max(o.ordered_on) FROM orders o WHERE o.buyer_id = b.id AND o.state <> 'cancelled') AS lastOrderOn,
      EXISTS (SELECT 1 FROM orders o JOIN order_lines l ON l.order_id = o.id JOIN editions e ON e.id = l.edition_id
        WHERE o.buyer_id = b.id AND e.work_id = ${workId} AND o.state NOT IN ('cancelled', 'returned')) AS hasWork
    FROM buyers b WHERE b.may_write_since IS NOT NULL AND b.removed_at IS NULL ORDER BY b.name COLLATE NOCASE`);

/** Why somebody cannot be forgotten yet: what is still between them and the studio. */
export const stillBetween = (db: Db, buyerId: string): Promise<{ says: string }[]> =>
  db.all<{ says: string }>(sql`
    SELECT 'order ' || number || ' is ' || state AS says FROM orders WHERE buyer_id = ${buyerId} AND state IN ('new', 'picked', 'packed',
      'sealed', 'dispatched')
    UNION ALL SELECT 'order ' || number || ' is not paid' FROM orders WHERE buyer_id = ${buyerId} AND paid_at IS NULL
      AND state = 'delivered' AND kind <> 'resend'
    UNION ALL SELECT 'order ' || o.number || ' has an open case' FROM orders o JOIN order_cases k ON k.order_id = o.id
      WHERE o.buyer_id = ${buyerId} AND k.closed_on IS NULL
    UNION ALL SELECT 'prints lie with them on consignment note ' || c.number FROM consignments c WHERE c.buyer_id = ${buyerId}
      AND c.settled_at IS NULL`);

/** Whether anybody else bears a name. */
export async function isNameShared(db: Db, buyerId: string, name: string): Promise<boolean> {
  const rows = await db.all(sql`
    SELECT 1 FROM buyers WHERE id <> ${buyerId} AND lower(trim(name)) = lower(trim(${name})) LIMIT 1`);
  return rows.length > 0;
}

/** How many lines of the register hold a name in a note: those cannot be changed, and stay. */
export async function linesNaming(db: Db, name: string): Promise<number> {
  const [row] = await db.all<{ n: number }>(
    sql`SELECT count(*) AS n FROM register WHERE instr(body, ${name}) > 0`,
  );
  return row?.n ?? 0;
}

/**
 * Takes a person's name, and what they wrote, out of everything but the register, which names nobody: their record, their orders,
 * who keeps which print, the journal, the log that undo reads, and the index that finds.
 *
 * @param name as it stands in lines of the journal
 * @param q.isShared somebody else bears it: only lines that are about this person, or their orders, are changed
 */
export async function forgetPerson(
  tx: Tx,
  q: { buyerId: string; name: string; instead: string; at: string; isShared: boolean },
): Promise<void> {
  const { buyerId, name, instead, at } = q;
  const orders = sql`SELECT id FROM orders WHERE buyer_id = ${buyerId}`;
  const lines = sql`SELECT l.id FROM order_lines l JOIN orders o ON o.id = l.order_id WHERE o.buyer_id = ${buyerId}`;
  const prints = sql`SELECT id FROM impressions WHERE order_line_id IN (${lines})`;
  const mine = sql`(subject_id = ${buyerId} OR subject_id IN (${orders}) OR subject_id IN (${prints}))`;
  await tx.run(sql`
    UPDATE buyers SET name = ${instead}, preferred_name = '', email = '', address = ${writeDocument('address', ['—'])}, address_typed = '',
      may_write_since = NULL, may_write_how = '', notes = '', removed_at = ${at} WHERE id = ${buyerId}`);
  await tx.run(sql`
    UPDATE orders SET message = '', gift_note = '', notes = '', discount_why = '' WHERE buyer_id = ${buyerId}`);
  await tx.run(sql`
    UPDATE keepers SET name = ${instead}, note = '' WHERE impression_id IN (${prints}) AND lower(trim(name)) = lower(trim(${name}))`);
  await tx.run(sql`
    UPDATE handovers SET to_whom = replace(to_whom, ${name}, ${instead}), from_whom = replace(from_whom, ${name}, ${instead})
      WHERE order_id IN (${orders})`);
  await tx.run(sql`
    UPDATE order_cases SET says = replace(says, ${name}, ${instead}), condition = replace(condition, ${name}, ${instead})
      WHERE order_id IN (${orders})`);
  await tx.run(sql`DELETE FROM notes WHERE subject = 'person' AND subject_id = ${buyerId}`);
  await tx.run(sql`
    UPDATE journal SET says = ${`Noted of ${q.instead}`} WHERE subject = 'person' AND subject_id = ${buyerId}`);
  if (!q.isShared)
    await tx.run(
      sql`UPDATE reservations SET for_whom = ${instead}, note = '' WHERE lower(trim(for_whom)) = lower(trim(${name}))`,
    );
  if (!q.isShared)
    await tx.run(
      sql`UPDATE job_accounts SET client = replace(client, ${name}, ${instead}), name = replace(name, ${name}, ${instead})`,
    );
  await forgetInJournal(tx, q, mine);
  await forgetLog(tx, { buyerId, orders, name, isShared: q.isShared });
  // The index keeps words that are gone until it is tidied.
  for (const index of ['found', 'found_lines'])
    await tx.run(sql.raw(`INSERT INTO ${index} (${index}) VALUES ('optimize')`));
}

/** The name by itself, and not as a part of other words: “Ann Lee” is not in “Joann Leeds”. */
const standingAlone = (name: string): RegExp =>
  new RegExp(`(?<![\\p{L}\\p{N}])${name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}(?![\\p{L}\\p{N}])`, 'gu');

/** Lines about this person lose the name and what the rows held; others only the name, where nobody else bears it. */
async function forgetInJournal(
  tx: Tx,
  { name, instead, isShared }: { name: string; instead: string; isShared: boolean },
  mine: SQL,
): Promise<void> {
  const elsewhere = isShared ? sql`false` : sql`instr(says, ${name}) > 0`;
  const lines = await tx.all<{ id: string; says: string; isMine: number }>(sql`
    SELECT id, says, ${mine} AS isMine FROM journal WHERE ${mine} OR ${elsewhere}`);
  const alone = standingAlone(name);
  for (const { id, says, isMine } of lines) {
    const without = says.replace(alone, instead);
    if (!isMine && without === says) continue;
    await tx.run(sql`
      UPDATE journal SET says = ${without}, before = NULL, after = NULL WHERE id = ${id}`);
  }
}

/** Undo reads what rows held before: of somebody forgotten there is nothing to go back to. */
async function forgetLog(
  tx: Tx,
  { buyerId, orders, name, isShared }: { buyerId: string; orders: SQL; name: string; isShared: boolean },
): Promise<void> {
  const rows = sql`((table_name = 'buyers' AND row_id = ${buyerId})
    OR (table_name = 'orders' AND row_id IN (${orders}))
    OR (table_name = 'notes' AND instr(coalesce(before, '') || coalesce(after, ''), ${buyerId}) > 0)
    OR (table_name IN ('keepers', 'handovers', 'reservations', 'order_cases', 'job_accounts') AND instr(coalesce(before,
      '') || coalesce(after, ''), ${name}) > 0))`;
  const said = JSON.stringify({ message: 'Done for somebody who asked to be forgotten.' });
  await tx.run(sql`
    UPDATE acts SET answer = ${said} WHERE id IN (SELECT act_id FROM row_changes WHERE ${rows})
      OR (${isShared ? sql`false` : sql`instr(coalesce(answer, ''), ${name}) > 0`})`);
  await tx.run(sql`DELETE FROM row_changes WHERE ${rows}`);
}
