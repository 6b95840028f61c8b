import { namingsOf } from '@/store/hashes';
import type { Studio } from '../studio';

/**
 * Does something about one file alone: keeping it and writing down what names it, or removing it because nothing does. Two
 * such things about one file never overlap, so that a file is not removed between its arrival and its record.
 */
export async function aboutFile<T>(studio: Studio, sha256: string, work: () => Promise<T>): Promise<T> {
  const before = studio.arriving.get(sha256) ?? Promise.resolve();
  const mine = before.catch(() => {}).then(work);
  studio.arriving.set(sha256, mine);
  try {
    return await mine;
  } finally {
    if (studio.arriving.get(sha256) === mine) studio.arriving.delete(sha256);
  }
}

/** Removes a file, unless anything in the studio names it. Says whether it went. */
export function removeUnlessNamed(studio: Studio, sha256: string): Promise<boolean> {
  return aboutFile(studio, sha256, async () => {
    if ((await namingsOf(studio.db, sha256)).length) return false;
    await studio.objects.remove(sha256);
    return true;
  });
}
