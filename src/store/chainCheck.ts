import { spawn } from 'node:child_process';
import { chainWalk, GENESIS, type ChainCheck, type ChainedEntry } from '@/core/edition/chain';
import { readRegister } from './editions';
import type { Store } from './db';

/** Up to so many lines are walked here: a process takes longer to start. */
const HERE = 4_000;
const LONGEST_MS = 10 * 60_000;
/** Run from its source, in the folder the server runs in; in pieces, so that the build does not take it for a module of its own. */
const SCRIPT = ['src', 'store', 'chainWorker.ts'];

/** A place in the register up to which it was found whole, as long as the server runs. */
export type ChainMark = { seq: number; hash: string };

/**
 * Walks the register and says whether its chain is whole: from a mark on where there is one, else from its first line. A long walk
 * is a process of its own.
 */
export async function walkChain(store: Store, mark: ChainMark | null): Promise<ChainCheck> {
  const [end] = await store.client
    .execute('SELECT coalesce(max(seq), 0) AS n FROM register')
    .then(({ rows }) => rows);
  const entries = Number(end?.n ?? 0);
  if (store.file !== null && entries - (mark?.seq ?? 0) > HERE) return walkBeside(store, entries);
  const walk = chainWalk(mark ?? undefined);
  for await (const entry of readRegister(store.db, mark?.seq ?? 0)) {
    const broken = walk.next(entry as ChainedEntry);
    if (broken) return broken;
  }
  return walk.end();
}

/** The same beside this process, from the first line to one: two halves at once, the second from what the first is said to end with. */
async function walkBeside({ client, file }: Store, end: number): Promise<ChainCheck> {
  const middle = Math.floor(end / 2);
  const { rows } = await client.execute({
    sql: 'SELECT hash FROM register WHERE seq = ?',
    args: [middle],
  });
  const start: ChainMark = { seq: 0, hash: GENESIS };
  // A line that is not there is found by a walk from the start.
  if (!rows[0]) return walkPart(file!, start, end);
  const mark: ChainMark = { seq: middle, hash: String(rows[0].hash) };
  const [first, second] = await Promise.all([walkPart(file!, start, middle), walkPart(file!, mark, end)]);
  return first.whole ? second : first;
}

/** One part of the register, in a process of its own. */
function walkPart(file: string, from: ChainMark, to: number): Promise<ChainCheck> {
  const args = [file, String(from.seq), from.hash, String(to)];
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, ['--import', 'tsx', SCRIPT.join('/'), ...args], {
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
      timeout: LONGEST_MS,
    });
    let check: ChainCheck | null = null;
    child.on('message', (message) => {
      check = message as ChainCheck;
    });
    child.on('error', reject);
    child.on('exit', (code) => {
      if (check) resolve(check);
      else reject(new Error(`the walk along the register ended with ${code}`));
    });
  });
}
