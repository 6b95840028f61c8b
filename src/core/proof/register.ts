import { InputError } from '../errors';
import { refined, type Found } from './finePlace';
import { halved, type Plane } from './plane';
import { roughly, type Prepared } from './roughPlace';
import type { Similarity } from './similarity';

/** The rough search is done on pictures this long, were they square; a second time larger, where the first found nothing. */
const COARSE = [62, 104, 160];
/** Sizes of the one picture in the other's frame that are tried, from a quarter to more than three times. */
const SIZES = Array.from({ length: 45 }, (_, i) => 0.25 * 1.0605 ** i);
const TURNS = [0, -1.6, 1.6, -3.2, 3.2];
/** Alike enough to stop looking further. */
const SURE = 0.75;
/** Less alike than this is not found. */
const UNSURE = 0.55;

/**
 * Finds one picture in another that shows it shifted, larger or smaller, a little turned, in another light, with noise, and
 * perhaps only in part: a proof that was scanned or photographed.
 *
 * Roughly by normalised cross-correlation over sizes and turns (by Fourier transform, of pictures whose local brightness and
 * contrast were evened), then by least squares on finer and finer copies.
 *
 * @param one what is looked for
 * @param other where it is looked for
 * @param most a quick look: only so many sizes are tried, those nearest to filling the other first, and only once
 * @returns the place of `one` in `other`, in pixels of both; its likeness says whether it is there at all; null where no place
 *   of a size from a quarter to four times, turned by no more than 6°, is like it
 * @throws InputError for pictures under 24 pixels
 * Source: Lewis 1995; Lucas and Kanade 1981.
 */
export function findPicture(one: Plane, other: Plane, most = SIZES.length): Found | null {
  for (const [field, p] of [
    ['one', one],
    ['other', other],
  ] as const)
    if (p.width < 24 || p.height < 24)
      throw new InputError(field, `${p.width} × ${p.height} px`, 'at least 24 × 24 px');
  const sizes = [...SIZES]
    .sort((a, b) => Math.abs(Math.log(a / 0.85)) - Math.abs(Math.log(b / 0.85)))
    .slice(0, most);
  const ones = halved(one),
    others = halved(other);
  const aspect = Math.max(one.width, one.height) / Math.min(one.width, one.height);
  let best: Found | null = null;
  for (const square of most < SIZES.length ? COARSE.slice(0, 1) : COARSE) {
    const cache = new Map<number, Prepared>(),
      coarse = Math.min(2.2 * square, square * Math.sqrt(aspect));
    let candidates: (Similarity & { score: number })[] = [];
    let any = false;
    for (let i = 0; i < sizes.length; i++) {
      for (const degrees of TURNS)
        candidates.push(...roughly(ones, others, sizes[i]!, degrees, coarse, cache));
      if ((i + 1) % 9 && i < sizes.length - 1) continue;
      any ||= candidates.length > 0;
      candidates.sort((a, b) => b.score - a.score);
      const likest = distinct(candidates, 12)
        .map((c) => refined(ones, others, c, [80]))
        .sort((a, b) => b.likeness - a.likeness);
      for (const c of distinct(likest, 4)) {
        const fine = refined(ones, others, c, [128, 256]);
        if (possible(fine) && (!best || fine.likeness > best.likeness)) best = fine;
      }
      if (best && best.likeness > SURE) break;
      candidates = [];
    }
    // Nothing at all, as on a blank page: looking closer finds no more.
    if (!any || (best && best.likeness > UNSURE)) break;
  }
  return best && refined(ones, others, best, [256, 420, 640]);
}

/** What is like by chance is often far too small, or turned far. */
const possible = (f: Found) =>
  f.likeness > 0 && f.scale > 0.22 && f.scale < 4.2 && Math.abs(f.degrees) < 6;

/** The first of those that lie in different places. */
function distinct<T extends Similarity>(sorted: T[], most: number): T[] {
  const kept: T[] = [];
  for (const c of sorted) {
    if (kept.length >= most) break;
    if (
      !kept.some(
        (k) =>
          Math.abs(Math.log(Math.hypot(k.a, k.b) / Math.hypot(c.a, c.b))) < 0.09 &&
          Math.hypot(k.tx - c.tx, k.ty - c.ty) < 12 * Math.max(1, Math.hypot(c.a, c.b)),
      )
    )
      kept.push(c);
  }
  return kept;
}
