import { stat } from 'node:fs/promises';
import { createClient, type Client } from '@libsql/client';
import { drizzle } from 'drizzle-orm/libsql';
import { RefusedError } from '@/core/errors';
import type { Db, Reader } from './db';
import { allNamings } from './hashes';
import * as schema from './schema';

/** Opens a database only to read it, as it is: nothing is brought up to date. */
export async function openReader(
  file: string,
): Promise<{ db: Reader; client: Client; close: () => void }> {
  await stat(file).catch(() => {
    throw new RefusedError(`There is no studio here: ${file} is not there.`);
  });
  const client = createClient({ url: `file:${file}`, timeout: 5_000 });
  return { db: drizzle(client, { schema }), client, close: () => client.close() };
}

/** The hashes of all files that a studio names, each once. */
export async function namedHashes(db: Db): Promise<string[]> {
  const hashes = (await allNamings(db)).map((n) => n.sha256);
  return [...new Set(hashes)].filter((h) => /^[0-9a-f]{64}$/.test(h)).sort();
}
