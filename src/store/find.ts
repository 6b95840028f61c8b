import { sql } from 'drizzle-orm';
import type { AskedImpression } from '@/core/find/readQuery';
import type { FindableKind } from '@/core/find/kinds';
import type { Db } from './db';

/** Something found: what it is called, and what else was written of it. */
export type FoundRow = { kind: FindableKind; ref: string; head: string; words: string };

const quoted = (word: string): string => `"${word.replaceAll('"', '""')}"`;
const ofKinds = (kinds: readonly FindableKind[]): string => `kind : (${kinds.map(quoted).join(' OR ')})`;

/** Asks for things of some kinds with words that begin so, in their names or in what is said of them. */
export const matchOf = (kinds: readonly FindableKind[], words: readonly string[]): string =>
  `${ofKinds(kinds)} AND {head words} : (${begin(words)})`;

const begin = (words: readonly string[]): string =>
  words.map((word) => `${quoted(word)} *`).join(' AND ');

/**
 * What of some kinds is found by words: first those called exactly so, then those whose name has words that begin so, then
 * those of which it is said anywhere; the newest first in each.
 *
 * @param words at least one, as `core/find/readQuery` gives them
 */
export async function findByWords(
  db: Db,
  kinds: readonly FindableKind[],
  words: readonly string[],
  most: number,
): Promise<FoundRow[]> {
  const questions = [
    `${ofKinds(kinds)} AND head : (${words.map(quoted).join(' AND ')})`,
    `${ofKinds(kinds)} AND head : (${begin(words)})`,
    matchOf(kinds, words),
  ];
  const found = new Map<string, FoundRow>();
  for (const question of questions) {
    if (found.size >= most) break;
    const rows = await db.all<FoundRow>(sql`
      SELECT f.kind, f.ref, f.head, f.words FROM found JOIN findables f ON f.id = found.rowid
      WHERE found MATCH ${question} ORDER BY found.rowid DESC LIMIT ${most}`);
    for (const row of rows) if (!found.has(row.ref)) found.set(row.ref, row);
  }
  return [...found.values()].slice(0, most);
}

/** The newest lines of the journal that hold all of the words, the last of which may be the beginning of one. */
export async function findLines(db: Db, words: readonly string[], most: number): Promise<FoundRow[]> {
  const question = `${words.map(quoted).join(' AND ')} *`;
  return db.all<FoundRow>(sql`
    SELECT f.kind, f.ref, f.head, f.words FROM found_lines JOIN findables f ON f.id = found_lines.rowid
    WHERE found_lines MATCH ${question} ORDER BY found_lines.rowid DESC LIMIT ${most}`);
}

export type FoundImpression = {
  id: string;
  editionId: string;
  kind: string;
  number: number;
  size: number | null;
  name: string;
  title: string;
  state: string;
  signing: string;
  closedAt: string | null;
};

/** The prints that bear a number, of works whose titles have words that begin as those asked for; the newest editions first. */
export async function findImpressions(
  db: Db,
  { kind, number, of }: AskedImpression,
  words: readonly string[],
  most: number,
): Promise<FoundImpression[]> {
  const named = `${ofKinds(['work'])} AND head : (${begin(words)})`;
  return db.all<FoundImpression>(sql`
    SELECT i.id, e.id AS editionId, i.kind, i.number, e.size, e.name, w.title, i.state, e.signing, e.closed_at AS closedAt
    FROM editions e JOIN impressions i ON i.edition_id = e.id AND i.kind = ${kind} AND i.number = ${number}
    JOIN works w ON w.id = e.work_id
    WHERE ${of === null ? sql`true` : sql`e.size = ${of}`}
      AND ${words.length ? sql`w.id IN (SELECT f.ref FROM found JOIN findables f ON f.id = found.rowid WHERE found MATCH ${named})` : sql`true`}
    ORDER BY e.id DESC LIMIT ${most}`);
}

/** Orders with their states, by ids. */
export const orderFacts = (db: Db, ids: readonly string[]) =>
  db.all<{ id: string; state: string; shipBy: string }>(sql`
    SELECT id, state, ship_by AS shipBy FROM orders WHERE id IN (${listOf(ids)})`);

/** The orders that parcels belong to, by the parcels' ids. */
export const ordersOfParcels = (db: Db, ids: readonly string[]) =>
  db.all<{ id: string; orderId: string; number: number }>(sql`
    SELECT p.id, p.order_id AS orderId, o.number FROM parcels p JOIN orders o ON o.id = p.order_id
    WHERE p.id IN (${listOf(ids)})`);

/** When lines of the journal were written, and what they are about. */
export const journalFacts = (db: Db, ids: readonly string[]) =>
  db.all<{ id: string; at: string; subject: string; subjectId: string }>(sql`
    SELECT id, at, subject, subject_id AS subjectId FROM journal WHERE id IN (${listOf(ids)})`);

/** When notes were written, and what they are pinned to. */
export const noteFacts = (db: Db, ids: readonly string[]) =>
  db.all<{ id: string; at: string; subject: string; subjectId: string }>(sql`
    SELECT id, at, subject, subject_id AS subjectId FROM notes WHERE id IN (${listOf(ids)})`);

const listOf = (ids: readonly string[]) =>
  sql.join(
    ids.map((id) => sql`${id}`),
    sql`, `,
  );
