import { entryHash, GENESIS } from '@/core/edition/chain';
import type { Store } from '@/store/db';
import { findRows } from '@/store/rows';

/** Puts lines like those there behind them, chained as they are, until there are enough. */
export async function lengthenRegister(store: Store, lines: number): Promise<void> {
  const printed = await findRows(store.db, 'register', { act: 'printed' }, { limit: 1 });
  const [last] = await findRows(store.db, 'register', {}, { orderBy: ['-seq'], limit: 1 });
  let [seq, prevHash] = [last?.seq ?? 0, last?.hash ?? GENESIS];
  while (seq < lines) {
    const batch = [];
    for (let k = 0; k < 5_000 && seq < lines; k++) {
      const body = seq % 5 === 0 ? printed[0]!.body : { number: `${seq % 1_000}/1000` };
      const line = {
        ...printed[0]!,
        seq: ++seq,
        act: seq % 5 === 1 ? 'printed' : 'noted',
        body,
        prevHash,
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
