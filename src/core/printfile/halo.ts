import { UM_PER_MM as MM, type Um } from '../measure';
import { finestSeen } from '../colour/eye';
import type { Finding } from '../finding';
import { lightOf, type Picture } from './sharpen';

/** Lightness across the strongest edge of a picture, before and after sharpening: levels of 255, a pixel each. */
export type EdgeProfile = { before: number[]; after: number[] };

const ACROSS = 24;
const LEVEL = 257;

/**
 * Lightness along a row across the strongest upright edge there is, in both pictures at the same place; null where neither has one.
 *
 * @param across how many pixels of it
 */
export function edgeProfile(before: Picture, after: Picture, across = ACROSS): EdgeProfile | null {
  const { width, height, channels } = before;
  if (width < across) return null;
  const light = new Float32Array(width);
  const half = across >> 1;
  const best = { step: 0, x: 0, y: 0 };
  for (let y = 0; y < height; y++) {
    lightOf(before.data.subarray(y * width * channels, (y + 1) * width * channels), channels, light);
    for (let x = half; x <= width - half; x++) {
      const step = Math.abs(light[x + 1]! - light[x - 1]!);
      if (step > best.step) Object.assign(best, { step, x, y });
    }
  }
  if (best.step < 2 * LEVEL) return null;
  const along = ({ data }: Picture) => {
    lightOf(data.subarray(best.y * width * channels, (best.y + 1) * width * channels), channels, light);
    return Array.from(light.subarray(best.x - half, best.x - half + across), (v) =>
      Math.min(255, Math.max(0, v / LEVEL)),
    );
  };
  return { before: along(before), after: along(after) };
}

/** How far sharpening overshoots an edge, and over how many pixels. */
export type Halo = { levels: number; pixels: number };

/** Less than this is not seen beside the edge itself. */
const LEAST_LEVELS = 3;

/**
 * The halo beside an edge: where the sharpened line lies outside what the edge itself spans.
 *
 * @example haloOf({ before: [50, 50, 200, 200], after: [40, 40, 212, 200] }) // { levels: 12, pixels: 3 }
 */
export function haloOf({ before, after }: EdgeProfile): Halo {
  const low = Math.min(...before);
  const high = Math.max(...before);
  const over = after.map((v) => Math.max(v - high, low - v, 0));
  return {
    levels: Math.round(Math.max(...over) * 10) / 10,
    pixels: over.filter((v) => v > LEAST_LEVELS).length,
  };
}

/** From here on an outline is seen round things, not a crisp edge. */
const STRONG_LEVELS = 40;

/** Where somebody stands who walks up to a print. Source: handbook §5. */
const NOSE = 400 * MM;

/**
 * Whether a halo is seen on the print: one narrower than what the eye parts melts into its edge.
 *
 * @param ppi of the print file
 * @param judged from how far the print is judged, µm
 */
export function haloFinding(halo: Halo, ppi: number, judged: Um): Finding {
  const wide = Math.round((halo.pixels / 2 / ppi) * 25_400);
  const because = [
    { name: 'overshoot', value: halo.levels, unit: 'levels of 255' },
    { name: 'width', value: wide / MM, unit: 'mm' },
  ];
  if (halo.levels <= LEAST_LEVELS || halo.pixels === 0)
    return {
      verdict: 'holds',
      word: 'no halo',
      says: `No halo: at most ${halo.levels} of 255 levels beside the strongest edge.`,
      because,
    };
  const mm = `${(wide / MM).toFixed(2)} mm`;
  const metres = (um: Um) => (um < 1_000 * MM ? `${um / MM} mm` : `${(um / MM / 1_000).toFixed(1)} m`);
  if (wide >= finestSeen(judged))
    return {
      verdict: halo.levels > STRONG_LEVELS ? 'fails' : 'care',
      word: 'halos seen',
      says: `Halos of ${mm}, ${halo.levels} levels: seen from ${metres(judged)}, where it is judged.`,
      because,
    };
  const isSeenNear = wide >= finestSeen(NOSE);
  return {
    verdict: isSeenNear ? 'care' : 'holds',
    word: isSeenNear ? 'halos near' : 'halos melt',
    says: isSeenNear
      ? `Halos of ${mm}, ${halo.levels} levels: seen from 400 mm, gone from ${metres(judged)} where it is judged.`
      : `Halos of ${mm}, ${halo.levels} levels: finer than an eye parts from 400 mm.`,
    because,
  };
}
