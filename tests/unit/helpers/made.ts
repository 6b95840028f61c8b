import { createHash } from 'node:crypto';
import { access, cp, mkdir, readdir, readFile, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Store } from '@/store/db';
import { folder } from './files';

/** All that is in a folder of the house, as one short name. */
export async function stampOf(folderName: string, isOf: RegExp): Promise<string> {
  const hash = createHash('sha256');
  const from = join(process.cwd(), folderName);
  const names = (await readdir(from, { recursive: true })).filter((name) => isOf.test(name));
  for (const name of names.sort()) hash.update(name).update(await readFile(join(from, name)));
  return hash.digest('hex').slice(0, 24);
}

/**
 * A folder that is made once for all test files, as long as nothing changes that it is made of. Test files that make it at the
 * same time each make one; the first to be done is kept.
 */
export async function madeOnce(name: string, make: (dir: string) => Promise<void>): Promise<string> {
  const path = join(process.cwd(), 'test-results/made', name);
  const isThere = () =>
    access(path).then(
      () => true,
      () => false,
    );
  if (await isThere()) return path;
  const passing = `${path}.${process.pid}.part`;
  await mkdir(passing, { recursive: true });
  await make(passing);
  await rename(passing, path).catch(async (error: unknown) => {
    if (!(await isThere())) throw error;
    await rm(passing, { recursive: true, force: true });
  });
  return path;
}

/** A closed studio, as others may be copied from it: its side files are empty by now. */
export const copyStudio = (from: string, to: string) =>
  cp(from, to, { recursive: true, filter: (name) => !/-(wal|shm)$/.test(name) });

let template: Promise<string> | null = null;

/** An empty database: bringing one up to date takes most of a second. */
const emptyDatabase = async () =>
  madeOnce(`glassine-empty-${await stampOf('src/store', /\.(ts|sql|json)$/)}`, async (passing) => {
    const dir = await folder();
    await (await Store.open(dir)).close();
    await copyStudio(dir, passing);
  });

/** A folder with an empty database, as a start of Glassine leaves it. */
export async function emptyFolder(): Promise<string> {
  template ??= emptyDatabase();
  const dir = await folder();
  await copyStudio(await template, dir);
  return dir;
}
