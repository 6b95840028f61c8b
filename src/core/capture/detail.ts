import { InputError } from '../errors';
import { DETAIL_TILE, type Spectrum } from './spectrum';

export type Detail = {
  /** The part of the pixels' own finest detail (Nyquist) that the picture really carries, 0–1; null where noise covers it all. */
  share: number | null;
  /** Standard deviation of the noise, in the tile's own units. */
  noise: number;
  /** Noise or grain covers everything finer than this share, so `share` may not be surer than that; 1 where it does not. */
  seenTo: number;
};

/** Detail that can be told. */
export type KnownDetail = Detail & { share: number };

/**
 * A picture's contrast at the finest detail it carries has fallen to this, against what its coarser detail promises. An
 * enlargement ×k keeps about this much at 1/k of Nyquist, with either usual kernel.
 */
export const DETAIL_CONTRAST = 0.295;

/** On the tuning pictures a soft fall-off was read this much short. */
const SOFT_READS_SHORT = 1.035;

/** Pictures' power falls about as frequency to this power, and varies so much between them. */
const USUAL_SLOPE = 2.4,
  SLOPE_SPREAD = 0.55;
/** How much the usual slope weighs against the rings, over its spread squared. */
const PRIOR = 26 / SLOPE_SPREAD ** 2;
const LOWEST = 4,
  HIGHEST = 62,
  RINGS = HIGHEST + 1;
/** A ring says something where the signal is above so much of its noise. */
const CLEAR = 0.6;
const SHAPES = [2, 2.5, 3.2, 4.2, 6, 9, 14];
const CUTS = Array.from({ length: 96 }, (_, i) => 0.035 * (1 / 0.035) ** (i / 95));
/** Beyond this fall (in the log of power) a ring is simply gone: how far below matters to nobody. */
const GONE = -2.8;
const counts = (fall: number) => (fall > GONE ? fall : GONE + 0.2 * (fall - GONE));
/** A step in the log of power this large is worth no more than twice itself: one odd ring does not decide. */
const HUBER = 0.6;
const LOG_F = Float64Array.from({ length: RINGS }, (_, k) => Math.log(k / DETAIL_TILE));
const WEIGHTS = Float64Array.from({ length: RINGS }, (_, k) => Math.min(k, 14));
/** Rings by which the window smears a spectrum that ends early. */
const WINDOW_RINGS = 4;
/** Every cut tried: the share it stands for, how far it pulls each ring down, and what it costs before a ring is looked at (nearer cuts and steeper shapes more). */
const FALLS = SHAPES.flatMap((shape) =>
  CUTS.map((cut) => {
    const own = Math.sqrt(Math.max(4, (cut * DETAIL_TILE) ** 2 - WINDOW_RINGS ** 2)) / DETAIL_TILE;
    return {
      logShare: Math.log((Math.min(0.5, own) / 0.5) * (shape < 3 ? SOFT_READS_SHORT : 1)),
      cost: 7 * Math.log(CUTS.at(-1)! / cut) + 0.9 * (shape - 2),
      drop: Float64Array.from(
        { length: RINGS },
        (_, k) => -2 * Math.log(1 / DETAIL_CONTRAST) * (k / DETAIL_TILE / cut) ** shape,
      ),
    };
  }),
);

/**
 * What a Gaussian blur of so many pixels leaves of a picture's detail, by the same contrast, the pixel's own square counted
 * in.
 *
 * @example blurShare(1).toFixed(2) // '0.48'
 */
export function blurShare(sigma: number): number {
  const contrast = (f: number) =>
    (Math.sin(Math.PI * f) / (Math.PI * f)) * Math.exp(-2 * (Math.PI * sigma * f) ** 2);
  let [low, high] = [1e-4, 0.5];
  for (let i = 0; i < 40; i++) {
    const f = (low + high) / 2;
    if (contrast(f) > DETAIL_CONTRAST) low = f;
    else high = f;
  }
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
export function detailOf(
  textured: readonly Spectrum[],
  flat: readonly Spectrum[],
  least = 1 / 12,
): Detail {
  if (!textured.length) throw new InputError('textured', 'none', 'at least one tile');
  const total = meanOf(textured);
  const floor = floorOf(flat.length ? meanOf(flat) : total, total, least);
  const value = new Float64Array(RINGS),
    clear = new Uint8Array(RINGS);
  let seen = LOWEST;
  for (let k = LOWEST; k <= HIGHEST; k++) {
    const signal = total[k]! - floor[k]!,
      least = CLEAR * floor[k]!;
    if (signal > least) {
      seen = k;
      clear[k] = 1;
    }
    value[k] = Math.log(Math.max(signal, least));
  }
  return {
    share: clear.includes(1) ? Math.min(1, fit(value, clear)) : null,
    noise: Math.sqrt(Math.max(0, floor[HIGHEST]!)),
    seenTo: Math.min(1, seen / HIGHEST),
  };
}

/**
 * The floor of noise at each ring. Texture is so many times stronger in the textured tiles than in the flat ones; noise and
 * grain are alike in both. With `textured = R·flat signal + noise` and `flat = flat signal + noise`, the noise follows ring
 * by ring, whatever its colour; a texture that lies over the whole picture is no noise, since it too differs R times.
 */
function floorOf(flat: Spectrum, total: Spectrum, least: number): Float64Array {
  const ratio = Math.exp(
    mean([4, 5, 6, 7, 8, 9].map((k) => Math.log((total[k]! + least) / (flat[k]! + least)))),
  );
  const white = Math.min(...[0, 1, 2].map((i) => mean(flat.subarray(54 + 3 * i, 57 + 3 * i))));
  return Float64Array.from(total, (p, k) =>
    Math.max(least, ratio < 2 ? white : Math.min(flat[k]!, (ratio * flat[k]! - p) / (ratio - 1))),
  );
}

/**
 * The cut, as the mean over all shapes and places tried, those weighing most that explain the rings best: one best place
 * jumps about from picture to picture, the mean does not.
 */
function fit(value: Float64Array, clear: Uint8Array): number {
  const costs = FALLS.map((f) => costOf(value, clear, f.drop, f.cost));
  const least = Math.min(...costs);
  let sum = 0,
    weights = 0;
  for (let i = 0; i < costs.length; i++) {
    const weight = Math.exp((least - costs[i]!) / 5);
    sum += weight * FALLS[i]!.logShare;
    weights += weight;
  }
  return Math.exp(sum / weights);
}

/** What is left over after the best line through the clear rings, given how far the cut pulls each down. */
function costOf(value: Float64Array, clear: Uint8Array, drop: Float64Array, start: number): number {
  let w = 0,
    x = 0,
    y = 0,
    xx = 0,
    xy = 0;
  for (let k = LOWEST; k <= HIGHEST; k++) {
    // A ring that the cut itself takes below what can be measured says nothing of the line.
    if (!clear[k] || drop[k]! < GONE - 1) continue;
    const weight = WEIGHTS[k]!,
      f = LOG_F[k]!,
      v = value[k]! - drop[k]!;
    w += weight;
    x += weight * f;
    y += weight * v;
    xx += weight * f * f;
    xy += weight * f * v;
  }
  if (w === 0) return Infinity;
  const slope = (xy - (x * y) / w - PRIOR * USUAL_SLOPE) / (xx - (x * x) / w + PRIOR);
  const height = (y - slope * x) / w;
  let cost = start + PRIOR * (slope + USUAL_SLOPE) ** 2;
  for (let k = LOWEST; k <= HIGHEST; k++) {
    const off = counts(drop[k]!) - counts(value[k]! - height - slope * LOG_F[k]!);
    if (!clear[k] && off < 0) continue;
    const a = Math.abs(off);
    cost += WEIGHTS[k]! * (a < HUBER ? a * a : HUBER * (2 * a - HUBER));
  }
  return cost;
}

const meanOf = (spectra: readonly Spectrum[]): Spectrum =>
  spectra[0]!.map((_, k) => mean(spectra.map((s) => s[k]!)));
const mean = (values: ArrayLike<number>): number => {
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += values[i]!;
  return sum / values.length;
};
