import { RefusedError } from '@/core/errors';
import { hashOf } from '@/imaging/objects';
import { copyDatabase, syncFolder } from '@/store/aside';
import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { copyFile, mkdir, open, readdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import { pipeline } from 'node:stream/promises';

import { namedHashes, openReader } from '@/store/reader';

/**
 * A backup is a plain folder: `read-me.txt`, the records as an SQLite database, `objects/ab/cdef…` (each file under its SHA-256),
 * the studio's keys, and `manifest.json`, which lists every file with its size and hash. The manifest is renamed into place last
 * and names the database of its own moment, so that a backup cut off in the middle leaves the one before it as it was.
 */
export type Manifest = {
  glassine: 1;
  madeAt: string;
  /** The database among the files. */
  records: string;
  files: { path: string; bytes: number; sha256: string }[];
};

export const MANIFEST = 'manifest.json';
const RECORDS = /^records-[\dTZ-]+\.db$/;

const README = `This folder is a backup of a Glassine studio.

records-*.db  the records: an SQLite 3 database, readable by any SQLite program
objects/      pictures, print files, captures and profiles, each once, named by the SHA-256 of its bytes:
              objects/ab/cdef... is the file whose hash begins abcdef. The tables masters, print_files, proofs
              and profiles in the database say which file is which (columns sha256, file_name).
keys/         what certificates are signed with: whoever has it can sign in the studio's name
manifest.json every file with its size and SHA-256

To restore:   npm run restore -- <this folder> <an empty folder>
To verify:    npm run verify -- <this folder>
`;

export type BackupResult = { files: number; copied: number; bytes: number; message: string };

/**
 * Backs a studio up while it runs: the database at one moment, then every file it names, then the manifest. What is there from
 * the last time, and whole, is not copied again.
 *
 * @throws RefusedError when a file the studio names is missing or damaged: the rest is kept, and what is wrong is said
 */
export async function backUp(
  dataDir: string,
  into: string,
  onStep: (says: string) => void = () => {},
): Promise<BackupResult> {
  if (isInside(into, dataDir))
    throw new RefusedError(
      'A backup inside the studio’s own folder is lost with it. Choose another folder, on another disk.',
    );
  await mkdir(into, { recursive: true });
  await refuseForeign(into);
  const before = await manifestOf(into).catch(() => null);
  const madeAt = new Date().toISOString();
  onStep('the records');
  const records = `records-${madeAt.replace(/[:.]/g, '-')}.db`;
  await copyRecords(dataDir, join(into, records));
  const files: Manifest['files'] = [{ path: records, ...(await hashOf(join(into, records))) }];
  const objects = await backUpObjects(dataDir, into, records, before, onStep);
  files.push(...objects.files);
  for (const path of await keysOf(dataDir)) {
    await mkdir(join(into, 'keys'), { recursive: true, mode: 0o700 });
    await copyFile(join(dataDir, path), join(into, path));
    files.push({ path, ...(await hashOf(join(into, path))) });
  }
  await writeFile(join(into, 'read-me.txt'), README);
  await writeManifest(into, { glassine: 1, madeAt, records, files });
  await removeUnlisted(into, new Set(files.map((f) => f.path)));
  const { copied, bytes, wrong } = objects;
  if (wrong.length)
    throw new RefusedError(
      `The backup is made, without ${wrong.length} ${wrong.length === 1 ? 'file that is' : 'files that are'} missing or damaged in the studio itself: ${wrong.slice(0, 5).join(', ')}. Run npm run check.`,
    );
  const says = `${files.length} files are backed up in ${into}; ${copied} pictures and files were new (${(bytes / 1e6).toFixed(1)} MB).`;
  return { files: files.length, copied, bytes, message: says };
}

async function copyRecords(dataDir: string, to: string): Promise<void> {
  const reader = await openReader(join(dataDir, 'glassine.db'));
  try {
    await copyDatabase(reader.client, to);
  } finally {
    reader.close();
  }
}

const objectPath = (sha256: string): string => `objects/${sha256.slice(0, 2)}/${sha256.slice(2)}`;

/** Copies what the records name and is not there from the last time. */
async function backUpObjects(
  dataDir: string,
  into: string,
  records: string,
  before: Manifest | null,
  onStep: (says: string) => void,
) {
  const wanted = await namedHashesOf(join(into, records));
  const kept = new Map((before?.files ?? []).map((f) => [f.path, f]));
  const files: Manifest['files'] = [];
  const wrong: string[] = [];
  let copied = 0;
  let bytes = 0;
  for (const [i, sha256] of wanted.entries()) {
    onStep(`files, ${i + 1} of ${wanted.length}`);
    const path = objectPath(sha256);
    const old = kept.get(path);
    const there = await stat(join(into, path)).catch(() => null);
    if (old && there?.size === old.bytes) {
      files.push(old);
      continue;
    }
    const done = await copyIfSound(join(dataDir, path), join(into, path), sha256);
    if (!done) {
      wrong.push(path);
      continue;
    }
    files.push({ path, ...done });
    copied++;
    bytes += done.bytes;
  }
  return { files, wrong, copied, bytes };
}

/** Null where the studio's own file is missing or damaged: the rest is backed up all the same. */
async function copyIfSound(from: string, to: string, sha256: string) {
  try {
    return await copyChecked(from, to, sha256);
  } catch (error) {
    const isOfTheFile = error instanceof RefusedError || (error as { code?: string }).code === 'ENOENT';
    if (isOfTheFile) return null;
    throw error;
  }
}

const keysOf = async (dataDir: string): Promise<string[]> =>
  (await readdir(join(dataDir, 'keys')).catch(() => [] as string[])).map((name) => `keys/${name}`);

/**
 * Reads a backup whole and holds every file against the manifest.
 *
 * @returns what is wrong, a sentence each; nothing where it is whole
 */
export async function verifyBackup(folder: string): Promise<string[]> {
  const manifest = await manifestOf(folder).catch(() => null);
  if (!manifest)
    return [`${folder} is no backup, or one that was cut off: it has no manifest that can be read.`];
  const wrong: string[] = [];
  for (const f of manifest.files) {
    const found = await hashOf(join(folder, f.path)).catch(() => null);
    if (!found) wrong.push(`${f.path} is missing.`);
    else if (found.sha256 !== f.sha256) wrong.push(`${f.path} is damaged: it is not what was backed up.`);
  }
  if (wrong.length) return wrong;
  const listed = new Set(manifest.files.map((f) => f.path));
  for (const sha256 of await namedHashesOf(join(folder, manifest.records))) {
    const path = objectPath(sha256);
    if (!listed.has(path)) wrong.push(`${path} is named by the records and not in the backup.`);
  }
  return wrong;
}

/**
 * Restores a backup into an empty folder, never over a studio. Made beside the folder first and given its name at the end: one
 * that is cut off leaves no half studio.
 *
 * @throws RefusedError when the backup is damaged, saying what is, or the folder is not empty
 */
export async function restoreBackup(
  folder: string,
  into: string,
  onStep: (says: string) => void = () => {},
): Promise<{ files: number; says: string }> {
  const target = resolve(into);
  const there = await readdir(target).catch(() => null);
  if (there?.length)
    throw new RefusedError(
      `${target} is not empty: a studio is never restored over anything. Name an empty folder.`,
    );
  onStep('verifying');
  const wrong = await verifyBackup(folder);
  if (wrong.length) throw new RefusedError(`Nothing was restored. ${wrong.slice(0, 5).join(' ')}`);
  const manifest = await manifestOf(folder);
  const passing = `${target}.restoring`;
  await rm(passing, { recursive: true, force: true });
  try {
    for (const [i, f] of manifest.files.entries()) {
      onStep(`restoring, ${i + 1} of ${manifest.files.length}`);
      const path = f.path === manifest.records ? 'glassine.db' : f.path;
      await copyChecked(join(folder, f.path), join(passing, path), f.sha256);
    }
    if (there) await rm(target, { recursive: true });
    await mkdir(dirname(target), { recursive: true });
    await rename(passing, target);
    await syncFolder(dirname(target));
  } catch (error) {
    await rm(passing, { recursive: true, force: true });
    throw error;
  }
  return {
    files: manifest.files.length,
    says: `${manifest.files.length} files are restored into ${target}.`,
  };
}

export async function manifestOf(folder: string): Promise<Manifest> {
  const value = JSON.parse(await readFile(join(folder, MANIFEST), 'utf8')) as Manifest;
  const isWhole =
    value.glassine === 1 &&
    RECORDS.test(value.records) &&
    Array.isArray(value.files) &&
    value.files.every((f) => /^[\w.-]+(\/[\w.-]+)*$/.test(f.path) && !f.path.includes('..'));
  if (!isWhole) throw new RefusedError(`${folder} has a manifest that is none of ours.`);
  return value;
}

async function namedHashesOf(database: string): Promise<string[]> {
  const reader = await openReader(database);
  try {
    return await namedHashes(reader.db);
  } finally {
    reader.close();
  }
}

/** Copies a file and checks on the way that it is what its hash says; synced and renamed at the end. */
async function copyChecked(
  from: string,
  to: string,
  sha256: string,
): Promise<{ bytes: number; sha256: string }> {
  await mkdir(dirname(to), { recursive: true });
  const passing = `${to}.part`;
  const hash = createHash('sha256');
  let bytes = 0;
  try {
    await pipeline(
      createReadStream(from),
      async function* (chunks: AsyncIterable<Buffer>) {
        for await (const chunk of chunks) {
          hash.update(chunk);
          bytes += chunk.length;
          yield chunk;
        }
      },
      createWriteStream(passing),
    );
    if (hash.digest('hex') !== sha256) throw new RefusedError(`${from} is not what its name says.`);
    const file = await open(passing, 'r+');
    await file.sync().finally(() => file.close());
    await rename(passing, to);
  } catch (error) {
    await rm(passing, { force: true });
    throw error;
  }
  return { bytes, sha256 };
}

async function writeManifest(folder: string, manifest: Manifest): Promise<void> {
  const passing = join(folder, `${MANIFEST}.part`);
  await writeFile(passing, JSON.stringify(manifest, null, 1));
  const file = await open(passing, 'r+');
  await file.sync().finally(() => file.close());
  await rename(passing, join(folder, MANIFEST));
  await syncFolder(folder);
}

/** What an earlier backup held and this one does not. */
async function removeUnlisted(folder: string, listed: ReadonlySet<string>): Promise<void> {
  for (const name of await readdir(folder)) {
    const isOld = RECORDS.test(name) && !listed.has(name);
    if (isOld || name.endsWith('.part')) await rm(join(folder, name), { force: true });
  }
  const objects = join(folder, 'objects');
  for (const first of await readdir(objects).catch(() => [] as string[])) {
    for (const rest of await readdir(join(objects, first)).catch(() => [] as string[])) {
      if (!listed.has(`objects/${first}/${rest}`)) await rm(join(objects, first, rest), { force: true });
    }
  }
}

/** A folder that holds anything else is not written into. */
async function refuseForeign(folder: string): Promise<void> {
  const ours = /^(manifest\.json|read-me\.txt|records-.*|objects|keys|.*\.part)$/;
  const strange = (await readdir(folder)).filter((n) => !ours.test(n));
  if (strange.includes('glassine.db'))
    throw new RefusedError(`${folder} is a studio itself: a backup is never written over one.`);
  if (strange.length)
    throw new RefusedError(
      `${folder} holds other things (${strange.slice(0, 3).join(', ')}): name an empty folder, or one of an earlier backup.`,
    );
}

const isInside = (folder: string, dataDir: string): boolean =>
  `${resolve(folder)}/`.startsWith(`${resolve(dataDir)}/`);
