import { entryHash, GENESIS } from '@/core/edition/chain';
import type { Store } from '@/store/db';
import { findColumns, findRows } from '@/store/rows';

const ACTS = ['printed', 'passed', 'signed'] as const;
const PIECE = 5_000;

/** Puts lines behind those there, chained as they are, until there are enough: each print in turn is made, passed and signed. */
export async function lengthenRegister(store: Store, lines: number): Promise<void> {
  const printed = await findRows(store.db, 'register', { act: 'printed' }, { limit: 1 });
  const prints = await findColumns(store.db, 'impressions', ['id', 'editionId']);
  const [last] = await findRows(store.db, 'register', {}, { orderBy: ['-seq'], limit: 1 });
  let [seq, prevHash] = [last?.seq ?? 0, last?.hash ?? GENESIS];
  for (let made = 0; seq < lines;) {
    const batch = [];
    for (let k = 0; k < PIECE && seq < lines; k++, made++) {
      const print = prints[Math.floor(made / ACTS.length) % prints.length]!;
      const act = ACTS[made % ACTS.length]!;
      const body = act === 'printed' ? printed[0]!.body : { number: `${seq % 1_000}/1000` };
      const line = {
        ...printed[0]!,
        seq: ++seq,
        act,
        body,
        prevHash,
        editionId: print.editionId,
        impressionId: print.id,
      };
      prevHash = entryHash(line);
      batch.push({
        sql: 'INSERT INTO register (seq, at, who, act, edition_id, impression_id, body, prev_hash, hash) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)',
        args: [
          seq,
          line.at,
          line.who,
          line.act,
          line.editionId,
          line.impressionId,
          JSON.stringify(body),
          line.prevHash,
          prevHash,
        ],
      });
    }
    await store.client.batch(batch, 'write');
  }
}
