import { join } from 'node:path';
import { makePicture } from '../../../demo/paint/make';
import { PICTURES } from '../../../demo/pictures';

/** The demo's pictures, painted small: the same scenes and hands, in a second each. */
export async function smallPictures(
  dir: string,
  long: number,
  /** Only some of them, by their place in the list. */
  only?: readonly number[],
): Promise<{ key: string; path: string; width: number; height: number }[]> {
  const out = [];
  for (const p of only ? PICTURES.filter((_, i) => only.includes(i)) : PICTURES) {
    const k = long / Math.max(p.width, p.height),
      [width, height] = [Math.round(p.width * k), Math.round(p.height * k)];
    const path = join(dir, p.file);
    await makePicture({ ...p, width, height }, path);
    out.push({ key: p.key, path, width, height });
  }
  return out;
}
