import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { RefusedError } from '@/core/errors';
import type { Reader } from './db';

export const MIGRATIONS = join(process.cwd(), 'src/store/migrations');

/** How far a database has been brought, and how far this Glassine would bring it: milliseconds, as the migrations carry them. */
export type MigrationState = { last: number; latest: number };

export async function migrationState(db: Reader): Promise<MigrationState> {
  const journal = JSON.parse(await readFile(join(MIGRATIONS, 'meta/_journal.json'), 'utf8')) as {
    entries: { when: number }[];
  };
  const latest = Math.max(...journal.entries.map((e) => e.when));
  const [table] = await db.all<{ n: number }>(
    sql`SELECT count(*) AS n FROM sqlite_master WHERE type = 'table' AND name = '__drizzle_migrations'`,
  );
  if (!table?.n) return { last: 0, latest };
  const [row] = await db.all<{ last: number | null }>(
    sql`SELECT max(created_at) AS last FROM __drizzle_migrations`,
  );
  return { last: Number(row?.last ?? 0), latest };
}

/** @throws RefusedError when a newer Glassine has written to the database: an older one would misread it */
export function refuseNewer({ last, latest }: MigrationState): void {
  if (last > latest)
    throw new RefusedError(
      'This studio was written by a newer Glassine than this one. Start the newer one, or restore a backup made before it; nothing was changed.',
    );
}
