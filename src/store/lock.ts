import { mkdir, readFile, rm, writeFile } from 'node:fs/promises';
import { hostname } from 'node:os';
import { join } from 'node:path';
import { createClient, type Client, type Transaction } from '@libsql/client';
import { RefusedError } from '@/core/errors';

/** Who holds a folder, for the sentence that turns a second one away. */
export type Holder = { pid: number; host: string; since: string; address: string };
export type FolderLock = { release: () => Promise<void> };

/**
 * Holds a folder for one process. The lock is the operating system's, on a small database file of its own: a process that is
 * killed lets go of it at once, and no stale note can keep the next one out.
 *
 * @param purpose `serving` for the server, `migrating` while the database is brought up to date
 * @throws RefusedError naming who holds it, when it is not free within the time
 */
export async function holdFolder(
  dataDir: string,
  purpose: 'serving' | 'migrating',
  options: { waitMs?: number; address?: string } = {},
): Promise<FolderLock> {
  await mkdir(dataDir, { recursive: true });
  const note = join(dataDir, `${purpose}.json`);
  const client = createClient({ url: `file:${join(dataDir, `${purpose}.lock`)}`, timeout: 10 });
  const until = Date.now() + (options.waitMs ?? 0);
  let held: Transaction;
  for (;;) {
    try {
      held = await takeLock(client);
      break;
    } catch (error) {
      if (!/BUSY|locked/i.test(String((error as { code?: string }).code ?? error))) {
        client.close();
        throw error;
      }
      if (Date.now() >= until) {
        client.close();
        throw new RefusedError(heldSentence(dataDir, await holderOf(note)));
      }
      await new Promise((r) => setTimeout(r, 30));
    }
  }
  const holder: Holder = {
    pid: process.pid,
    host: hostname(),
    since: new Date().toISOString(),
    address: options.address ?? '',
  };
  await writeFile(note, JSON.stringify(holder));
  return {
    release: async () => {
      await rm(note, { force: true });
      await held.rollback();
      client.close();
    },
  };
}

async function takeLock(client: Client): Promise<Transaction> {
  // Rollback journal, not the write-ahead log: an exclusive transaction then shuts out readers of the lock, too.
  await client.execute('PRAGMA journal_mode = DELETE');
  const held = await client.transaction('write');
  await held.execute('CREATE TABLE IF NOT EXISTS held (at TEXT)');
  return held;
}

async function holderOf(note: string): Promise<Holder | null> {
  try {
    return JSON.parse(await readFile(note, 'utf8')) as Holder;
  } catch {
    return null;
  }
}

function heldSentence(dataDir: string, holder: Holder | null): string {
  const who = holder
    ? `process ${holder.pid} on ${holder.host}${holder.address ? `, at ${holder.address}` : ''}, since ${holder.since.slice(0, 16).replace('T', ' ')} UTC`
    : 'another process';
  return `Another Glassine has this studio open: ${who}. One studio has one server; use that one, or stop it first. (${dataDir})`;
}
