import type { Master } from '@/store/works';
import { type Studio } from '../studio';

/** What the numbers in a master's tiles mean: its own profile where it has one of RGB; where it has none, what it is said to be. */
export async function profileOfTiles(
  studio: Studio,
  master: Master,
  said: 'sRGB' | 'opRGB',
): Promise<Uint8Array> {
  return studio.imaging
    .do('tileProfile', [await studio.objects.soundPath(master.sha256, master.fileName), said])
    .done.then((b64) => new Uint8Array(Buffer.from(b64, 'base64')));
}
