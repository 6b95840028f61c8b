import { InputError } from '../errors';
import { asMap, refinedAslant, type Aslant } from './aslantPlace';
import { refined, type Found } from './finePlace';
import { halved, type Plane } from './plane';
import { roughly, type Prepared } from './roughPlace';
import type { Similarity } from './similarity';

/** The rough search is done on pictures this long, were they square; a second time larger, where the first found nothing. */
const COARSE = [62, 104, 160];
/** Sizes of the one picture in the other's frame that are tried, from a quarter to more than three times. */
const SIZES = Array.from({ length: 45 }, (_, i) => 0.25 * 1.0605 ** i);
const TURNS = [0, -1.6, 1.6, -3.2, 3.2];
/** Sizes a whole page is tried at before anything is searched, of the largest that fits: with more and more lid round it. */
const WHOLE = [1, 0.94, 0.88, 0.82];
/** And in a photograph, which shows more of the table. */
const IN_PHOTOGRAPH = [0.94, 0.84, 0.75, 0.66, 0.58];
const BETWEEN = [0.3, 0.5, 0.7];
/** So much more like must a page be when it is seen aslant, or it was seen square on. */
const PLAINLY = 0.02;
/** So many neighbouring sizes are tried before the likest of them is looked at: the very first may be a near miss. */
const TOGETHER = 9;
/** Alike enough to stop looking further. */
const SURE = 0.75;
/** How long the copies are on which a place that was found is made exact, were they square, px. */
const FINEST = [256, 420, 640];
/** Less alike than this is not found. */
const UNSURE = 0.55;
/** A rough place this like is looked at closer at once; one less like than the second is like by chance. */
const CLEAR = 0.62,
  PROMISING = 0.5;
/** And on small copies, less like than this it will not become alike on larger ones. */
const SLIGHT = 0.35;

/**
 * Finds one picture in another that shows it shifted, larger or smaller, a little turned, in another light, with noise, and
 * perhaps only in part: a proof that was scanned or photographed.
 *
 * Roughly by normalised cross-correlation over sizes and turns (by Fourier transform, of pictures whose local brightness and
 * contrast were evened), then by least squares on finer and finer copies.
 *
 * @param one what is looked for
 * @param other where it is looked for
 * @param how.turns degrees it may be turned by, as far as is searched
 * @param how.times on how many copies of growing size; a quick look is at the smallest alone
 * @returns the place of `one` in `other`, in pixels of both; its likeness says whether it is there at all; null where no place
 *   of a size from a quarter to four times, turned by no more than 6°, is like it
 * @throws InputError for pictures under 24 pixels
 * Source: Lewis 1995; Lucas and Kanade 1981.
 */
export function findPicture(
  one: Plane,
  other: Plane,
  { turns = TURNS, times = COARSE.length }: { turns?: readonly number[]; times?: number } = {},
): Found | null {
  for (const [field, p] of [
    ['one', one],
    ['other', other],
  ] as const)
    if (p.width < 24 || p.height < 24)
      throw new InputError(field, `${p.width} × ${p.height} px`, 'at least 24 × 24 px');
  const sizes = [...SIZES].sort((a, b) => Math.abs(Math.log(a / 0.85)) - Math.abs(Math.log(b / 0.85)));
  const ones = halved(one),
    others = halved(other);
  const aspect = Math.max(one.width, one.height) / Math.min(one.width, one.height);
  let best: Found | null = null;
  /** The likest of some rough places, made exact. */
  const lookCloser = (candidates: readonly Rough[]) => {
    const likest = distinct(candidates, 12)
      .map((c) => refined(ones, others, c, [80]))
      .filter((c) => c.likeness > SLIGHT)
      .sort((a, b) => b.likeness - a.likeness);
    for (const c of distinct(likest, 4)) {
      const fine = refined(ones, others, c, [128, 256]);
      if (possible(fine) && (!best || fine.likeness > best.likeness)) best = fine;
    }
    return best !== null && best.likeness > SURE;
  };
  for (const square of COARSE.slice(0, times)) {
    const cache = new Map<number, Prepared>(),
      coarse = Math.min(2.2 * square, square * Math.sqrt(aspect));
    const seen: Rough[] = [];
    let isSure = false;
    for (let from = 0; from < sizes.length && !isSure; from += TOGETHER) {
      const now = sizes
        .slice(from, from + TOGETHER)
        .flatMap((size) =>
          turns.flatMap((degrees) => roughly(ones, others, size, degrees, coarse, cache)),
        )
        .sort((a, b) => b.score - a.score);
      seen.push(...now);
      isSure = lookCloser(now.filter(({ score }) => score > CLEAR));
    }
    if (!isSure)
      lookCloser(seen.filter(({ score }) => score > PROMISING).sort((a, b) => b.score - a.score));
    // Nothing at all, as on a blank page: looking closer finds no more.
    if (!seen.length || likenessOf(best) > UNSURE) break;
  }
  return best && refined(ones, others, best, FINEST);
}

type Rough = Similarity & { score: number };
const likenessOf = (found: Found | null): number => found?.likeness ?? -1;

/** Places a whole page may lie at, so large a share of the largest that fits. */
const wholePlaces = (one: Plane, other: Plane, shares: readonly number[]): Similarity[] => {
  const fits = Math.min(other.width / one.width, other.height / one.height);
  return shares.flatMap((share) => {
    const a = fits * share;
    const free = { x: other.width - a * one.width, y: other.height - a * one.height };
    // Between the two edges, where there is room: pages are seldom laid in the very middle.
    const places = share === 1 ? [0.5] : BETWEEN;
    return places.flatMap((x) => places.map((y) => ({ a, b: 0, tx: free.x * x, ty: free.y * y })));
  });
};

/**
 * Finds a page that was captured by itself: whole, somewhere about the middle, most of what is seen. Most are, and a few
 * guesses tell; the search of `findPicture` costs a hundred times as much.
 *
 * @returns its place, as a plane seen aslant where that is plainly nearer; null where it is not surely there
 */
export function findWhole(one: Plane, other: Plane): Aslant | null {
  const ones = halved(one),
    others = halved(other);
  const likest = wholePlaces(one, other, WHOLE)
    .map((guess) => refined(ones, others, guess, [48]))
    .reduce((best, c) => (c.likeness > best.likeness ? c : best));
  if (likest.likeness < SLIGHT) return null;
  const flat = refined(ones, others, likest, [80, 128, 256]);
  const isFlat = possible(flat) && flat.likeness > SURE;
  const bent = refinedAslant(ones, others, asMap(isFlat ? flat : likest), isFlat ? [256] : BENT);
  if (bent && isPage(bent) && bent.likeness > flat.likeness + PLAINLY)
    return refinedAslant(ones, others, bent.map, FINEST.slice(1));
  if (!isFlat) return null;
  const fine = refined(ones, others, flat, FINEST.slice(1));
  return { ...fine, map: asMap(fine), keystone: 0 };
}

/**
 * Finds a page that was photographed: aslant, by a camera that did not stand square to it, with more of the table round it.
 *
 * @returns null where it is not surely there
 */
export function findPhotographed(one: Plane, other: Plane): Aslant | null {
  const ones = halved(one),
    others = halved(other);
  const likest = wholePlaces(one, other, IN_PHOTOGRAPH)
    .map((guess) => refined(ones, others, guess, [48]))
    .sort((a, b) => b.likeness - a.likeness);
  for (const guess of distinct(likest, 3)) {
    const coarsely = refinedAslant(ones, others, asMap(guess), BENT.slice(0, 1));
    if (likenessOf(coarsely) < UNSURE) continue;
    const bent = refinedAslant(ones, others, coarsely!.map, BENT.slice(1));
    if (bent && isPage(bent)) return refinedAslant(ones, others, bent.map, FINEST.slice(1));
  }
  return null;
}

/** From coarse to where it can be told whether it is there: copies on which a page seen aslant is bent into place, px. */
const BENT = [48, 80, 128, 256];
/** A page seen from farther aside than 15° or so is no page to be judged. */
const MOST_KEYSTONE = 0.35;
const isPage = (f: Aslant): boolean => possible(f) && f.likeness > SURE && f.keystone < MOST_KEYSTONE;

/** What is like by chance is often far too small, or turned far. */
const possible = (f: Found) =>
  f.likeness > 0 && f.scale > 0.22 && f.scale < 4.2 && Math.abs(f.degrees) < 6;

/** The first of those that lie in different places. */
function distinct<T extends Similarity>(sorted: readonly T[], most: number): T[] {
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
