import { mastersByHash } from '@/store/masters';
import type { Master } from '@/store/works';
import { type Studio } from '../studio';

/** What the numbers in a master's tiles mean: its own profile where it has one of RGB; where it has none, what it is said to be. */
export async function profileOfTiles(
  studio: Studio,
  master: Master,
  said: 'sRGB' | 'opRGB',
  of: 'tiles' | 'inks' = 'tiles',
): Promise<Uint8Array> {
  return studio.imaging
    .do('tileProfile', [await studio.objects.soundPath(master.sha256, master.fileName), said, of])
    .done.then((b64) => new Uint8Array(Buffer.from(b64, 'base64')));
}

/**
 * Makes the tiles of each ink of a CMYK master, when somebody asks for one; whoever asks meanwhile waits for the same. False where
 * the file has no inks.
 */
export function makeInks(studio: Studio, sha256: string): Promise<boolean> {
  const known = studio.inkings.get(sha256);
  if (known) return known;
  const made = (async () => {
    const [master] = await mastersByHash(studio.db, sha256);
    if (master?.channels !== 4 || master.state !== 'ready') return false;
    const path = await studio.objects.soundPath(sha256, master.fileName);
    await studio.imaging.do('deriveInks', [path, studio.objects.derivedDir(sha256)]).done;
    return true;
  })().finally(() => studio.inkings.delete(sha256));
  studio.inkings.set(sha256, made);
  return made;
}
