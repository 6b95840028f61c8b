import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';

/** One line of the register as it is hashed. `at` is UTC, ISO 8601; `body` holds what the act needs and nothing else. */
export type ChainedEntry = {
  seq: number;
  at: string;
  who: string;
  act: string;
  editionId: string;
  impressionId: string | null;
  body: unknown;
  prevHash: string;
  hash: string;
};

/** What the first entry follows. */
export const GENESIS = '0'.repeat(64);

/**
 * The hash of an entry: SHA-256 over its fields in a fixed order and the hash of the entry before, as canonical JSON.
 *
 * Source: FIPS 180-4 for SHA-256; RFC 8785 in spirit for the key order.
 * @example entryHash({ seq: 1, at: '2026-05-03T09:00:00.000Z', who: 'Ilse', act: 'declared', editionId: 'E', impressionId: null, body: { n: 40 }, prevHash: GENESIS }).length // 64
 */
export const entryHash = (entry: Omit<ChainedEntry, 'hash'>): string => hashOfText(entryText(entry));

/** What of an entry is hashed. */
function entryText(entry: Omit<ChainedEntry, 'hash'>): string {
  const { seq, at, who, act, editionId, impressionId, body, prevHash } = entry;
  return canonical([seq, at, who, act, editionId, impressionId, body, prevHash]);
}

const hashOfText = (text: string): string => bytesToHex(sha256(utf8ToBytes(text)));

/** JSON with the keys of every object in order, so that the same content always gives the same bytes. */
export function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`;
  if (value !== null && typeof value === 'object') {
    const entries = Object.entries(value)
      .filter(([, v]) => v !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0));
    return `{${entries.map(([k, v]) => `${JSON.stringify(k)}:${canonical(v)}`).join(',')}}`;
  }
  return JSON.stringify(value ?? null);
}

export type ChainCheck =
  | { whole: true; entries: number; lastHash: string }
  | { whole: false; entries: number; brokenAt: number; says: string };

/** A walk along the register that is fed one entry after another, so that no register is too long for it. */
export type ChainWalk = {
  /** Takes the next entry; says where the chain breaks, or null while it is whole. */
  next: (entry: ChainedEntry) => ChainCheck | null;
  end: () => ChainCheck;
};

/**
 * Begins a walk before the first entry, or after one up to which the register was found whole before.
 *
 * @example chainWalk().end() // { whole: true, entries: 0, lastHash: GENESIS }
 */
export function chainWalk(from: { seq: number; hash: string } = { seq: 0, hash: GENESIS }): ChainWalk {
  let [prev, count] = [from.hash, from.seq];
  return {
    next: (e) => {
      count++;
      const broken = (says: string): ChainCheck => ({
        whole: false,
        entries: count,
        brokenAt: e.seq,
        says,
      });
      if (e.seq !== count)
        return broken(`Entry ${count} is missing or out of order: entry ${e.seq} stands in its place.`);
      if (e.prevHash !== prev) return broken(`Entry ${e.seq} does not follow the one before it.`);
      if (entryHash(e) !== e.hash) return broken(`Entry ${e.seq} was changed after it was written.`);
      prev = e.hash;
      return null;
    },
    end: () => ({ whole: true, entries: count, lastHash: prev }),
  };
}

/**
 * Walks a register from its first entry and finds the first line that was changed, removed, put in or moved.
 *
 * @example checkChain([]) // { whole: true, entries: 0, lastHash: GENESIS }
 */
export function checkChain(entries: Iterable<ChainedEntry>): ChainCheck {
  const walk = chainWalk();
  for (const e of entries) {
    const broken = walk.next(e);
    if (broken) return broken;
  }
  return walk.end();
}
