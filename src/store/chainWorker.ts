// Walks the register in a process of its own, so that no page waits behind it: node --import tsx src/store/chainWorker.ts <database> <after entry> <its hash> <to entry>
import { createHash } from 'node:crypto';
import { createClient, type Client } from '@libsql/client';
import { chainWalk, type ChainCheck, type ChainedEntry } from '@/core/edition/chain';

const A_BATCH = 5_000;
/** Between the parts of a line, and between lines: neither stands in JSON or in a hash. */
const [PART, LINE] = ['\u001f', '\u001e'];

/** A place up to which the chain is whole. */
type Place = { seq: number; hash: string };

async function walk(file: string, start: Place, to: number): Promise<ChainCheck> {
  const client = createClient({ url: `file:${file}`, timeout: 5_000 });
  let place: Place | null = start;
  for (let isMore = true; isMore;) {
    const from: Place = place;
    const texts = await batchOf(client, from.seq, to);
    isMore = texts.length > 0;
    place = asStored(from, texts);
    if (place) continue;
    const slowly = await lineByLine(client, from, to);
    if (!slowly.whole) return slowly;
    place = { seq: slowly.entries, hash: slowly.lastHash };
  }
  client.close();
  return { whole: true, entries: place.seq, lastHash: place.hash };
}

/** Lines as what is hashed of them, put together by the database: thousands in one answer, where each alone would take longer to fetch than to hash. */
async function batchOf(client: Client, after: number, to: number): Promise<string[]> {
  const { rows } = await client.execute({
    sql: `SELECT group_concat(seq || char(31) || prev_hash || char(31) || hash || char(31) ||
        '[' || seq || ',' || json_quote(at) || ',' || json_quote(who) || ',' || json_quote(act) || ',' || json_quote(edition_id) || ',' ||
        json_quote(impression_id) || ',' || body || ',' || json_quote(prev_hash) || ']', char(30)) AS lines
      FROM (SELECT * FROM register WHERE seq > ? AND seq <= ? ORDER BY seq LIMIT ?)`,
    args: [after, to, A_BATCH],
  });
  const lines = rows[0]?.lines;
  return typeof lines === 'string' ? lines.split(LINE) : [];
}

/**
 * Follows lines that are stored as they were hashed, which is how they are written.
 *
 * @returns where they lead to; nothing when one does not fit, or is of before that
 */
function asStored(from: Place, lines: readonly string[]): Place | null {
  let { seq, hash } = from;
  for (const line of lines) {
    const [number, before, after, text] = line.split(PART);
    seq++;
    if (Number(number) !== seq || before !== hash) return null;
    if (createHash('sha256').update(text!).digest('hex') !== after) return null;
    hash = after!;
  }
  return { seq, hash };
}

/** The same batch read whole, its bodies put in order: it names the line that does not fit. */
async function lineByLine(client: Client, from: Place, to: number): Promise<ChainCheck> {
  const { rows } = await client.execute({
    sql: 'SELECT seq, at, who, act, edition_id, impression_id, body, prev_hash, hash FROM register WHERE seq > ? AND seq <= ? ORDER BY seq LIMIT ?',
    args: [from.seq, to, A_BATCH],
  });
  const chain = chainWalk(from);
  for (const row of rows) {
    const broken = chain.next(entryOf(row));
    if (broken) return broken;
  }
  return chain.end();
}

function entryOf(row: Record<string, unknown>): ChainedEntry {
  return {
    seq: Number(row.seq),
    at: String(row.at),
    who: String(row.who),
    act: String(row.act),
    editionId: String(row.edition_id),
    impressionId: row.impression_id === null ? null : String(row.impression_id),
    body: bodyOf(String(row.body)),
    prevHash: String(row.prev_hash),
    hash: String(row.hash),
  };
}

/** A body that is no JSON any more was changed by hand: it is hashed as the text it is, and does not fit. */
function bodyOf(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return text;
  }
}

const [file, seq, hash, to] = process.argv.slice(2);
const check = await walk(file!, { seq: Number(seq), hash: hash! }, Number(to));
process.send?.(check);
process.disconnect?.();
