import { createHash, randomUUID } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { mkdir, open, readdir, rename, rm, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { RefusedError } from '@/core/errors';
import { kindOrRefuse, SNIFF_BYTES } from './kinds';

/** The largest file that is taken in. */
export const MOST_BYTES = 2 * 1024 ** 3;

export type Received = { path: string; sha256: string; bytes: number };

/**
 * The pictures on disk, each kept once under the SHA-256 of its bytes. Written under a passing name, synced, renamed:
 * what stands under a hash is whole.
 */
export class ObjectStore {
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
   * @throws RefusedError when it is not one, or is over the limit; whatever throws, nothing stays behind
   */
  async receive(
    stream: AsyncIterable<Uint8Array>,
    fileName: string,
    limit = MOST_BYTES,
    known: (fileName: string, head: Uint8Array) => unknown = kindOrRefuse,
  ): Promise<Received> {
    const path = join(this.dataDir, 'incoming', `${randomUUID()}.part`);
    await mkdir(dirname(path), { recursive: true });
    const file = await open(path, 'wx');
    const hash = createHash('sha256');
    let bytes = 0;
    let head = new Uint8Array(0);
    try {
      for await (const chunk of stream) {
        if (head.length < SNIFF_BYTES) {
          head = Buffer.concat([head, chunk.subarray(0, SNIFF_BYTES - head.length)]);
          if (head.length === SNIFF_BYTES) known(fileName, head);
        }
        bytes += chunk.length;
        if (bytes > limit)
          throw new RefusedError(
            `“${fileName}” is larger than ${limit / 1024 ** 3} GB, the most that is taken in.`,
          );
        hash.update(chunk);
        await writeWhole(file, chunk);
      }
      if (head.length < SNIFF_BYTES) known(fileName, head);
      await file.sync();
    } catch (error) {
      await file.close();
      await rm(path, { force: true });
      throw error;
    }
    await file.close();
    return { path, sha256: hash.digest('hex'), bytes };
  }

  /** Gives a received file its lasting place. A file already there is the same file. */
  async keep({ path, sha256 }: Received): Promise<string> {
    const place = this.pathOf(sha256);
    await mkdir(dirname(place), { recursive: true });
    if (await this.has(sha256)) await rm(path, { force: true });
    else await rename(path, place);
    return place;
  }

  /** A place for a file being made here; what is left there is swept away at the next start. */
  async passing(): Promise<string> {
    await mkdir(join(this.dataDir, 'incoming'), { recursive: true });
    return join(this.dataDir, 'incoming', randomUUID());
  }

  /** Gives a file made here its lasting place under its hash. */
  async adopt(path: string): Promise<{ sha256: string; bytes: number }> {
    const hash = createHash('sha256');
    let bytes = 0;
    for await (const chunk of createReadStream(path)) {
      hash.update(chunk as Buffer);
      bytes += (chunk as Buffer).length;
    }
    const sha256 = hash.digest('hex');
    await this.keep({ path, sha256, bytes });
    return { sha256, bytes };
  }

  async drop(received: Received): Promise<void> {
    await rm(received.path, { force: true });
  }

  async has(sha256: string): Promise<boolean> {
    return stat(this.pathOf(sha256)).then(
      () => true,
      () => false,
    );
  }

  /** Removes a file nothing refers to any more, and what was derived from it. */
  async remove(sha256: string): Promise<void> {
    await rm(this.pathOf(sha256), { force: true });
    await removeFolder(this.derivedDir(sha256));
    await removeFolder(`${this.derivedDir(sha256)}.part`);
  }

  /** Clears away what a stop in the middle left unfinished. */
  async sweep(): Promise<void> {
    await rm(join(this.dataDir, 'incoming'), { recursive: true, force: true });
    const derived = join(this.dataDir, 'derived');
    for (const name of await readdir(derived).catch(() => [])) {
      if (name.endsWith('.part')) await removeFolder(join(derived, name));
    }
  }
}

/** A worker that is being stopped may still write its last tile: the folder is tried again until it is empty. */
const removeFolder = (path: string) =>
  rm(path, { recursive: true, force: true, maxRetries: 20, retryDelay: 50 });

async function writeWhole(file: Awaited<ReturnType<typeof open>>, chunk: Uint8Array) {
  for (let at = 0; at < chunk.length;) at += (await file.write(chunk, at)).bytesWritten;
}
