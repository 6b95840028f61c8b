import { InputError } from '../errors';
import { DETAIL_TILE, type Spectrum } from './spectrum';

export type Detail = {
  /** The part of the pixels' own finest detail (Nyquist) that the picture really carries, 0–1. */
  share: number;
  /** Standard deviation of the noise, in the tile's own units. */
  noise: number;
  /** Noise or grain covers everything finer than this share, so `share` may not be surer than that; 1 where it does not. */
  seenTo: number;
};

/**
 * A picture's contrast at the finest detail it carries has fallen to this, against what its coarser detail promises. An
 * enlargement ×k keeps about this much at 1/k of Nyquist, with either usual kernel.
 */
export const DETAIL_CONTRAST = 0.295;

/** On the tuning pictures a soft fall-off was read this much short. */
const SOFT_READS_SHORT = 1.035;

/** Pictures' power falls about as frequency to this power, and varies so much between them. */
const USUAL_SLOPE = 2.4, SLOPE_SPREAD = 0.55;
const LOWEST = 4, HIGHEST = 62;
const SHAPES = [2, 2.5, 3.2, 4.2, 6, 9, 14];
const CUTS = Array.from({ length: 96 }, (_, i) => 0.035 * (1 / 0.035) ** (i / 95));
/** Beyond this fall (in the log of power) a ring is simply gone: how far below matters to nobody. */
const GONE = -2.8;
const counts = (fall: number) => (fall > GONE ? fall : GONE + 0.2 * (fall - GONE));
/** A step in the log of power this large is worth no more than twice itself: one odd ring does not decide. */
const HUBER = 0.6;

/**
 * What a Gaussian blur of so many pixels leaves of a picture's detail, by the same contrast, the pixel's own square counted
 * in.
 *
 * @example blurShare(1).toFixed(2) // '0.48'
 */
export function blurShare(sigma: number): number {
  const contrast = (f: number) => (Math.sin(Math.PI * f) / (Math.PI * f)) * Math.exp(-2 * (Math.PI * sigma * f) ** 2);
  let [low, high] = [1e-4, 0.5];
  for (let i = 0; i < 40; i++) { const f = (low + high) / 2; if (contrast(f) > DETAIL_CONTRAST) low = f; else high = f; }
  return low / 0.5;
}

/**
 * How much of its pixels' detail a picture carries, from the spectra of its most textured tiles and of its flattest.
 *
 * Coarse detail of pictures falls off as a power of frequency; where the measured spectrum leaves that line for good, the
 * detail ends. What noise and grain cover is taken off by the flattest tiles' spectrum and where they cover all, nothing is
 * concluded but that the detail lies below them.
 *
 * @param textured spectra of tiles with most texture
 * @param flat spectra of tiles with least, for the floor of noise
 * @param least the floor that the file's own steps make: for 8 bits and values 0–255, 1/12
 * @throws InputError when there is no tile
 * Source: handbook §5; calibrated in docs/formulas.md.
 */
export function detailOf(textured: readonly Spectrum[], flat: readonly Spectrum[], least = 1 / 12): Detail {
  if (!textured.length) throw new InputError('textured', 'none', 'at least one tile');
  const total = meanOf(textured);
  const floor = floorOf(flat.length ? meanOf(flat) : total, total, least);
  const rings: Ring[] = [];
  let seen = LOWEST;
  for (let k = LOWEST; k <= HIGHEST; k++) {
    const signal = total[k]! - floor[k]!;
    const clear = signal > 0.6 * floor[k]!;
    if (clear) seen = k;
    rings.push({ logF: Math.log(k / DETAIL_TILE), f: k / DETAIL_TILE, value: Math.log(clear ? signal : 0.6 * floor[k]!), weight: Math.min(k, 14), clear });
  }
  const { cut, shape } = fit(rings);
  return { share: Math.min(1, (cut / 0.5) * (shape < 3 ? SOFT_READS_SHORT : 1)), noise: Math.sqrt(Math.max(0, floor[HIGHEST]!)), seenTo: Math.min(1, seen / HIGHEST) };
}

type Ring = { f: number; logF: number; value: number; weight: number; clear: boolean };

/**
 * The floor of noise at each ring. Texture is so many times stronger in the textured tiles than in the flat ones; noise and
 * grain are alike in both. With `textured = R·flat signal + noise` and `flat = flat signal + noise`, the noise follows ring
 * by ring, whatever its colour; a texture that lies over the whole picture is no noise, since it too differs R times.
 */
function floorOf(flat: Spectrum, total: Spectrum, least: number): Float64Array {
  const ratio = Math.exp(mean([4, 5, 6, 7, 8, 9].map((k) => Math.log((total[k]! + least) / (flat[k]! + least)))));
  const white = Math.min(...[0, 1, 2].map((i) => mean(flat.subarray(54 + 3 * i, 57 + 3 * i))));
  return Float64Array.from(total, (p, k) => Math.max(least, ratio < 2 ? white : Math.min(flat[k]!, (ratio * flat[k]! - p) / (ratio - 1))));
}

/** The least-cost cut over shapes and places; a cut further out is preferred where both explain the rings as well. */
function fit(rings: readonly Ring[]): { cut: number; cost: number; shape: number } {
  const best = { cut: CUTS.at(-1)!, cost: Infinity, shape: 2 };
  const fall = -2 * Math.log(1 / DETAIL_CONTRAST);
  for (const shape of SHAPES) {
    for (const cut of CUTS) {
      const drop = rings.map((r) => fall * (r.f / cut) ** shape);
      const cost = costOf(rings, drop) + 7 * Math.log(CUTS.at(-1)! / cut) + 0.9 * (shape - 2);
      if (cost < best.cost) Object.assign(best, { cut, cost, shape });
    }
  }
  return best;
}

/** What is left over after the best line through the clear rings, given how far the cut pulls each down. */
function costOf(rings: readonly Ring[], drop: readonly number[]): number {
  // A ring that the cut itself takes below what can be measured says nothing of the line.
  let [w, x, y, xx, xy] = [0, 0, 0, 0, 0];
  const prior = 26;
  rings.forEach((r, i) => {
    if (!r.clear || drop[i]! < GONE - 1) return;
    const value = r.value - drop[i]!;
    w += r.weight; x += r.weight * r.logF; y += r.weight * value; xx += r.weight * r.logF * r.logF; xy += r.weight * r.logF * value;
  });
  if (w === 0) return Infinity;
  const spread = xx - (x * x) / w + prior / SLOPE_SPREAD ** 2;
  const slope = (xy - (x * y) / w - (prior / SLOPE_SPREAD ** 2) * USUAL_SLOPE) / spread;
  const height = (y - slope * x) / w;
  let cost = prior * ((slope + USUAL_SLOPE) / SLOPE_SPREAD) ** 2;
  rings.forEach((r, i) => {
    const off = counts(drop[i]!) - counts(r.value - height - slope * r.logF);
    if (!r.clear && off < 0) return;
    const a = Math.abs(off);
    cost += r.weight * (a < HUBER ? a * a : HUBER * (2 * a - HUBER));
  });
  return cost;
}

const meanOf = (spectra: readonly Spectrum[]): Spectrum => spectra[0]!.map((_, k) => mean(spectra.map((s) => s[k]!)));
const mean = (values: ArrayLike<number>): number => { let sum = 0; for (let i = 0; i < values.length; i++) sum += values[i]!; return sum / values.length; };
