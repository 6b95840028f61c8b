// Walks the register in a process of its own, so that no page waits behind it: node --import tsx src/store/chainWorker.ts <database>
import { createHash } from 'node:crypto';
import { createClient } from '@libsql/client';
import { chainWalk, type ChainCheck, type ChainedEntry } from '@/core/edition/chain';

const A_BATCH = 5_000;

async function walk(file: string): Promise<ChainCheck> {
  const client = createClient({ url: `file:${file}`, timeout: 5_000 });
  const chain = chainWalk((text) => createHash('sha256').update(text).digest('hex'));
  for (let after = 0; ;) {
    const { rows } = await client.execute({
      sql: 'SELECT seq, at, who, act, edition_id, impression_id, body, prev_hash, hash FROM register WHERE seq > ? ORDER BY seq LIMIT ?',
      args: [after, A_BATCH],
    });
    if (!rows.length) break;
    for (const row of rows) {
      const broken = chain.next(entryOf(row));
      if (broken) return broken;
    }
    after = Number(rows.at(-1)!.seq);
  }
  client.close();
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

const check = await walk(process.argv[2]!);
process.send?.(check);
process.disconnect?.();
