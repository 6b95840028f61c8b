import { createHash, randomUUID } from 'node:crypto';
import { createReadStream } from 'node:fs';
import {
  mkdir,
  open,
  readdir,
  rename,
  rm,
  rmdir,
  stat,
  truncate,
  type FileHandle,
} from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { NotHeldError, RefusedError } from '@/core/errors';
import { kindOrRefuse, SNIFF_BYTES } from './kinds';

/** The largest file that is taken in. */
export const MOST_BYTES = 2 * 1024 ** 3;

export type Received = { path: string; sha256: string; bytes: number };
export type Receiving = {
  /** The most bytes that are taken. */
  limit?: number;
  /** How many bytes the sender said would come; fewer are a file cut on its way. */
  announced?: number | null;
  /** Lets the first bytes pass, or throws. */
  known?: (fileName: string, head: Uint8Array) => unknown;
  /** What came is held when the way breaks off, and the rest may come later. */
  resume?: Resume | null;
};
/** One sending of one file, and after how many bytes of it the stream begins. */
export type Resume = { key: string; from: number };

/** How long a file that came in part waits for its rest. */
const HELD_MS = 24 * 3_600_000;
const HELD = 'held-';

/**
 * The pictures on disk, each kept once under the SHA-256 of its bytes. Written under a passing name, synced, renamed, and the
 * folder synced: what stands under a hash is whole, also after a power cut.
 */
export class ObjectStore {
  /** When a file was last read whole and found to be what its name says, by its size and time then. */
  private readonly verifiedAs = new Map<string, string>();

  constructor(private readonly dataDir: string) {}

  pathOf(sha256: string): string {
    if (!/^[0-9a-f]{64}$/.test(sha256)) throw new Error(`not a SHA-256: ${sha256}`);
    return join(this.dataDir, 'objects', sha256.slice(0, 2), sha256.slice(2));
  }

  derivedDir(sha256: string): string {
    this.pathOf(sha256);
    return join(this.dataDir, 'derived', sha256);
  }

  /**
   * Streams a file to disk and hashes it on the way. The first bytes decide at once whether it is a picture,
   * or whatever else `known` lets pass.
   *
   * @throws RefusedError when it is not one, is over the limit, or came in cut. Nothing stays behind, but what is held of a
   *   sending that may be resumed, when it was the stream that broke off
   */
  async receive(
    stream: AsyncIterable<Uint8Array>,
    fileName: string,
    { limit = MOST_BYTES, announced = null, known = kindOrRefuse, resume = null }: Receiving = {},
  ): Promise<Received> {
    const path = resume
      ? this.heldPath(resume.key)
      : join(this.dataDir, 'incoming', `${randomUUID()}.part`);
    await mkdir(dirname(path), { recursive: true });
    if (resume) await this.sweepHeld();
    const file = await openFrom(path, resume?.from ?? 0, fileName);
    const hash = createHash('sha256');
    let bytes = 0;
    let head = new Uint8Array(0);
    let isBrokenOff = false;
    const take = (chunk: Uint8Array) => {
      if (head.length < SNIFF_BYTES) {
        head = Buffer.concat([head, chunk.subarray(0, SNIFF_BYTES - head.length)]);
        if (head.length === SNIFF_BYTES) known(fileName, head);
      }
      bytes += chunk.length;
      if (bytes > limit) throw new RefusedError(tooLarge(fileName, limit));
      hash.update(chunk);
    };
    try {
      if (resume?.from)
        for await (const chunk of createReadStream(path, { end: resume.from - 1 }))
          take(chunk as Uint8Array);
      for await (const chunk of noting(stream, () => (isBrokenOff = true))) {
        take(chunk);
        await writeWhole(file, chunk);
      }
      if (head.length < SNIFF_BYTES) known(fileName, head);
      if (announced !== null && bytes !== announced) {
        isBrokenOff = bytes < announced;
        throw new RefusedError(cutSentence(fileName, bytes, announced, resume !== null));
      }
      await file.sync();
    } catch (error) {
      await file.close();
      if (!resume || !isBrokenOff) await rm(path, { force: true });
      throw error;
    }
    await file.close();
    return { path, sha256: hash.digest('hex'), bytes };
  }

  /** How many bytes are held of a sending that broke off; 0 where there is none. */
  async heldOf(key: string): Promise<number> {
    return (await stat(this.heldPath(key)).catch(() => null))?.size ?? 0;
  }

  /** Lets go of what is held of a sending that is not resumed. */
  async dropHeld(key: string): Promise<void> {
    await rm(this.heldPath(key), { force: true });
  }

  /** What waited a day for its rest is let go. */
  private async sweepHeld(): Promise<void> {
    const incoming = join(this.dataDir, 'incoming');
    const names = await readdir(incoming).catch(() => [] as string[]);
    for (const path of names
      .filter((name) => name.startsWith(HELD))
      .map((name) => join(incoming, name))) {
      const found = await stat(path).catch(() => null);
      if (found && Date.now() - found.mtimeMs >= HELD_MS) await rm(path, { force: true });
    }
  }

  private heldPath(key: string): string {
    if (!/^[\w-]{8,64}$/.test(key)) throw new Error(`not a key: ${key}`);
    return join(this.dataDir, 'incoming', `${HELD}${key}.part`);
  }

  /**
   * Gives a received file its lasting place. A sound file already there is the same file; a damaged one is mended by this.
   *
   * @returns whether what stood there was damaged and is whole again
   */
  async keep({ path, sha256 }: Received): Promise<{ place: string; healed: boolean }> {
    const place = this.pathOf(sha256);
    await mkdir(dirname(place), { recursive: true });
    const state = await this.stateOf(sha256);
    if (state === 'sound') {
      await rm(path, { force: true });
    } else {
      await rename(path, place);
      await syncFolders(dirname(place), this.dataDir);
      this.verifiedAs.delete(sha256);
    }
    return { place, healed: state === 'damaged' };
  }

  /** A place for a file being made here; what is left there is swept away at the next start. */
  async passing(): Promise<string> {
    await mkdir(join(this.dataDir, 'incoming'), { recursive: true });
    return join(this.dataDir, 'incoming', randomUUID());
  }

  /** Gives a file made here its lasting place under its hash. */
  async adopt(path: string): Promise<{ sha256: string; bytes: number }> {
    const file = await open(path, 'r+');
    await file.sync().finally(() => file.close());
    const { sha256, bytes } = await hashOf(path);
    await this.keep({ path, sha256, bytes });
    return { sha256, bytes };
  }

  async drop(received: Received): Promise<void> {
    await rm(received.path, { force: true });
  }

  async has(sha256: string): Promise<boolean> {
    return exists(this.pathOf(sha256));
  }

  /** Reads a kept file whole and says whether it is still what its name says. */
  async stateOf(sha256: string): Promise<'sound' | 'damaged' | 'missing'> {
    const path = this.pathOf(sha256);
    const found = await stat(path).catch(() => null);
    if (!found) return 'missing';
    const is = (await hashOf(path)).sha256 === sha256;
    if (is) this.verifiedAs.set(sha256, markOf(found));
    else this.verifiedAs.delete(sha256);
    return is ? 'sound' : 'damaged';
  }

  /**
   * The path of a kept file that is what its name says. What was read whole before and has not been touched since is believed.
   *
   * @throws RefusedError when it is damaged or missing: nothing is measured or made from such a file
   */
  async soundPath(sha256: string, fileName: string): Promise<string> {
    const path = this.pathOf(sha256);
    const found = await stat(path).catch(() => null);
    if (found && this.verifiedAs.get(sha256) === markOf(found)) return path;
    const state = await this.stateOf(sha256);
    if (state !== 'sound') throw new RefusedError(unsoundSentence(fileName, state));
    return path;
  }

  /**
   * The bytes of a kept file, read and checked on the way. The last of them are held back until the whole is known to be what
   * its name says: a damaged file never arrives as a whole one.
   */
  async *read(sha256: string, fileName: string): AsyncGenerator<Buffer> {
    const hash = createHash('sha256');
    let held: Buffer | null = null;
    for await (const chunk of createReadStream(this.pathOf(sha256), { highWaterMark: 1 << 18 })) {
      hash.update(chunk as Buffer);
      if (held) yield held;
      held = chunk as Buffer;
    }
    if (hash.digest('hex') !== sha256) throw new RefusedError(unsoundSentence(fileName, 'damaged'));
    if (held) yield held;
  }

  /** Every file that is kept, by hash. */
  async *all(): AsyncGenerator<string> {
    const objects = join(this.dataDir, 'objects');
    for (const first of (await readdir(objects).catch(() => [] as string[])).sort()) {
      for (const rest of (await readdir(join(objects, first)).catch(() => [] as string[])).sort())
        yield first + rest;
    }
  }

  /** When a file came, milliseconds. */
  async keptSince(sha256: string): Promise<number> {
    const found = await stat(this.pathOf(sha256));
    return Math.max(found.mtimeMs, found.ctimeMs);
  }

  /** Removes a file nothing refers to any more, and what was derived from it. */
  async remove(sha256: string): Promise<void> {
    await rm(this.pathOf(sha256), { force: true });
    await removeFolder(this.derivedDir(sha256));
    this.verifiedAs.delete(sha256);
  }

  async hasDerived(sha256: string): Promise<boolean> {
    return exists(join(this.derivedDir(sha256), 'view.jpg'));
  }

  /** Clears away what a stop in the middle left unfinished. Only for the one process that serves the folder, at its start. */
  async sweep(): Promise<void> {
    const incoming = join(this.dataDir, 'incoming');
    await this.sweepHeld();
    for (const name of await readdir(incoming).catch(() => [] as string[]))
      if (!name.startsWith(HELD)) await rm(join(incoming, name), { recursive: true, force: true });
    // Goes when nothing is held.
    await rmdir(incoming).catch(() => {});
    const derived = join(this.dataDir, 'derived');
    for (const name of await readdir(derived).catch(() => [] as string[])) {
      if (name.endsWith('.part')) await removeFolder(join(derived, name));
    }
  }
}

export const tooLarge = (fileName: string, limit: number): string =>
  `“${fileName}” is larger than ${limit >= 1024 ** 3 ? `${limit / 1024 ** 3} GB` : `${Math.round(limit / 1024 ** 2)} MB`}, the most that is taken in.`;

const unsoundSentence = (fileName: string, state: 'damaged' | 'missing'): string =>
  state === 'missing'
    ? `The file of “${fileName}” is no longer in the studio’s folder. Bring the same file in again, or restore it from a backup.`
    : `The file of “${fileName}” was changed on the disk: it is not what came in. Bring the same file in again and it is mended, or restore it from a backup.`;

export async function hashOf(path: string): Promise<{ sha256: string; bytes: number }> {
  const hash = createHash('sha256');
  let bytes = 0;
  for await (const chunk of createReadStream(path, { highWaterMark: 1 << 20 })) {
    hash.update(chunk as Buffer);
    bytes += (chunk as Buffer).length;
  }
  return { sha256: hash.digest('hex'), bytes };
}

const markOf = (s: { size: number; mtimeMs: number; ino: number }): string =>
  `${s.size} ${s.mtimeMs} ${s.ino}`;

const exists = (path: string): Promise<boolean> =>
  stat(path).then(
    () => true,
    () => false,
  );

/** A worker that is being stopped may still write its last tile: the folder is tried again until it is empty. */
const removeFolder = (path: string) =>
  rm(path, { recursive: true, force: true, maxRetries: 20, retryDelay: 50 });

/** A rename, and the folders made for it, last only once the folders themselves are synced. */
async function syncFolders(from: string, upTo: string): Promise<void> {
  for (let folder = from; folder.startsWith(upTo) && folder !== upTo; folder = dirname(folder)) {
    const handle = await open(folder, 'r').catch(() => null);
    await handle?.sync().catch(() => {});
    await handle?.close();
  }
}

/**
 * Opens what is to be written on, after so many bytes of it.
 *
 * @throws NotHeldError where less than that is held
 */
async function openFrom(path: string, from: number, fileName: string): Promise<FileHandle> {
  if (from === 0) return open(path, 'w');
  const held = (await stat(path).catch(() => null))?.size ?? 0;
  if (held < from)
    throw new NotHeldError(
      `“${fileName}” cannot go on after ${from} bytes: ${held} of it are held here. Bring it in again.`,
    );
  await truncate(path, from);
  return open(path, 'a');
}

/** Says when it is the stream itself that fails, and not whoever reads it. */
async function* noting(stream: AsyncIterable<Uint8Array>, onFault: () => void) {
  try {
    yield* stream;
  } catch (error) {
    onFault();
    throw error;
  }
}

const cutSentence = (fileName: string, bytes: number, announced: number, isHeld: boolean): string =>
  isHeld
    ? `“${fileName}” came in cut: ${bytes} of ${announced} bytes arrived. They are held for a day; the rest may follow.`
    : `“${fileName}” came in cut: ${bytes} of ${announced} bytes arrived. Nothing of it was kept; bring it in again.`;

async function writeWhole(file: FileHandle, chunk: Uint8Array) {
  for (let at = 0; at < chunk.length;) at += (await file.write(chunk, at)).bytesWritten;
}
