import { spawn } from 'node:child_process';
import { chainWalk, type ChainCheck, type ChainedEntry } from '@/core/edition/chain';
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
  if (store.file !== null && entries - (mark?.seq ?? 0) > HERE) return walkBeside(store.file);
  const walk = chainWalk(mark ?? undefined);
  for await (const entry of readRegister(store.db, mark?.seq ?? 0)) {
    const broken = walk.next(entry as ChainedEntry);
    if (broken) return broken;
  }
  return walk.end();
}

/** The same in a process of its own, from the first line. */
function walkBeside(file: string): Promise<ChainCheck> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, ['--import', 'tsx', SCRIPT.join('/'), file], {
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
