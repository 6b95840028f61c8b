import { mkdir, open, readdir, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { createClient, type Client } from '@libsql/client';
import { RefusedError } from '@/core/errors';

const COPIES_KEPT = 10;
const NAME = /^glassine-.*\.db$/;

/**
 * A whole copy of the database at one moment, others reading and writing meanwhile: written under a passing name, checked,
 * synced, and only then given its own.
 *
 * @throws RefusedError when the copy is not sound; nothing is left under the name then
 */
export async function copyDatabase(client: Client, to: string): Promise<void> {
  const passing = `${to}.part`;
  await rm(passing, { force: true });
  try {
    await client.execute({ sql: 'VACUUM INTO ?', args: [passing] });
    await checkCopy(passing);
    await syncFile(passing);
    await rename(passing, to);
    await syncFolder(join(to, '..'));
  } catch (error) {
    await rm(passing, { force: true });
    throw error;
  }
}

/** Puts a copy of the database aside before it is changed. Where that fails, the change must not be made. */
export async function putAside(client: Client, dataDir: string): Promise<string> {
  const folder = join(dataDir, 'aside');
  await mkdir(folder, { recursive: true });
  const name = `glassine-${new Date().toISOString().replace(/[:.]/g, '-')}.db`;
  try {
    await copyDatabase(client, join(folder, name));
  } catch (error) {
    throw new RefusedError(
      `The studio must be brought up to date, and no sound copy of it could be put aside first (${String((error as Error).message).slice(0, 120)}). Nothing was changed: make room or mend the disk, and start again.`,
    );
  }
  return name;
}

/** Keeps the newest copies. Called only after the change succeeded, so that failed starts push no good copy out. */
export async function pruneAside(dataDir: string): Promise<void> {
  const folder = join(dataDir, 'aside');
  const names = await readdir(folder).catch(() => [] as string[]);
  const old = names
    .filter((n) => NAME.test(n))
    .sort()
    .slice(0, -COPIES_KEPT);
  const parts = names.filter((n) => n.endsWith('.part'));
  for (const name of [...old, ...parts]) await rm(join(folder, name), { force: true });
}

async function checkCopy(file: string): Promise<void> {
  const copy = createClient({ url: `file:${file}` });
  try {
    const { rows } = await copy.execute('PRAGMA integrity_check');
    const says = rows.map((r) => String(r.integrity_check)).join('; ');
    if (says !== 'ok')
      throw new RefusedError(`The copy of the database is not sound: ${says.slice(0, 200)}.`);
  } finally {
    copy.close();
  }
}

export async function syncFile(path: string): Promise<void> {
  const file = await open(path, 'r+');
  try {
    await file.sync();
  } finally {
    await file.close();
  }
}

/** A rename lasts through a power cut only once the folder it stands in is synced. */
export async function syncFolder(path: string): Promise<void> {
  const folder = await open(path, 'r').catch(() => null);
  if (!folder) return;
  try {
    await folder.sync();
  } catch (error) {
    // Some systems do not sync folders; there the rename is as lasting as it gets.
    if (!['EINVAL', 'EPERM', 'EISDIR', 'ENOTSUP'].includes((error as { code?: string }).code ?? ''))
      throw error;
  } finally {
    await folder.close();
  }
}
